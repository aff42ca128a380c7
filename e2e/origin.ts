/** The port of a worker's server; beside the tests that start servers of their own. */
export const portOf = (worker: number): number => Number(process.env.EVEN_SEAT_TEST_PORT ?? 3210) + worker

/** Where the application under test is served to this worker (Playwright says in the environment which one it is). */
export const ORIGIN = `http://127.0.0.1:${portOf(Number(process.env.TEST_PARALLEL_INDEX ?? 0))}`
