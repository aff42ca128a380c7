/** Numbers that look like chance and are the same for the same seed, from 0 up to 1: mulberry32 (public domain, T. Ettinger 2017; from memory). */
export function chanceFrom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** One of several, by chance. */
export const oneOf = <T>(chance: () => number, all: readonly T[]): T => all[Math.min(all.length - 1, Math.floor(chance() * all.length))]
