/** Which part of the cases of a law is tried: every fourth in every run of the tests, all of them by `npm run laws` (`scripts/seed.ts`), before a step is called done. */
export const DEPTH = { part: 4 }

/** How many cases of a law are tried, of so many. */
export const casesOf = (all: number): number => Math.ceil(all / DEPTH.part)

/** The same of a list; from another beginning for another number. */
export const someOf = <T>(all: readonly T[], from = 0): readonly T[] => all.filter((_, i) => i % DEPTH.part === from % DEPTH.part)
