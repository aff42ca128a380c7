/** Whether the laws are tried on all that they are meant to be tried on: `npm run laws`, before a step is called done. */
const DEEP = process.env.EVEN_SEAT_DEEP === '1'
/** Which part of it is tried in every run of the tests. */
const PART = 4

/** How many cases of a law are tried: all of them, or a fourth. */
export const casesOf = (all: number): number => (DEEP ? all : Math.ceil(all / PART))

/** The same of a list: every fourth, another begin for another list. */
export const someOf = <T>(all: readonly T[], from = 0): readonly T[] => (DEEP ? all : all.filter((_, i) => i % PART === from % PART))
