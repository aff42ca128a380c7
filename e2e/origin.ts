/** The port of a worker's server; beside the tests that start servers of their own. */
export const portOf = (worker: number): number => Number(process.env.EVEN_SEAT_TEST_PORT ?? 3210) + worker

/** Where the application under test is served to this worker (Playwright says in the environment which one it is). */
export const ORIGIN = `http://127.0.0.1:${portOf(Number(process.env.TEST_PARALLEL_INDEX ?? 0))}`

/** The class of the demonstration: its pages, and what they ask. */
export const CLASS_PAGE = '/class/tuesday-strings'
export const CLASS_API = '/api/class/tuesday-strings'
/** The address of a piece in the address of a page of it. */
export const pieceIn = (url: string): string => /\/piece\/([0-9a-f-]{36})/.exec(url)![1]
/** Where the pages of a piece stand, of the address of one of them. */
export const pieceAt = (url: string): string => /\/class\/[^/]+\/piece\/[0-9a-f-]{36}/.exec(url)![0]
