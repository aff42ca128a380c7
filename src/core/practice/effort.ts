import type { Chunk } from './chunks'
import type { Learning } from './dayPlan'
import { FEWEST } from './standing'

/** Clean times in a row for what is hard. Common practice. */
const MOST_CLEAN_TIMES = 5
/** A point of load beyond which a measure is worth a fourth and a fifth time. */
const WORTH_MORE = 8
/** Minutes to set out for a task, and how many tries a clean time takes. From memory. */
const [SETTING, TRIES] = [0.3, 1.4]

export const toTenth = (x: number): number => Math.round(x * 10) / 10

/** Clean times in a row that a chunk asks for. */
export const timesFor = ({ load, from, to }: Pick<Chunk, 'load' | 'from' | 'to'>): number =>
  Math.min(MOST_CLEAN_TIMES, FEWEST + Math.floor(load / (to - from + 1) / WORTH_MORE))

/** Seconds that a chunk takes once, at its tempo. */
export const secondsOnceThrough = (l: Learning, { from, to }: Pick<Chunk, 'from' | 'to'>): number =>
  l.seconds.slice(from, to + 1).reduce((a, b) => a + b, 0)

/** Minutes that so many seconds of music take from beginning to end, once, at a part of their tempo. To a tenth. */
export const minutesOnce = (seconds: number, part: number): number => toTenth(SETTING + seconds / part / 60)

/** Minutes that so many seconds of music take at a part of their tempo until they were clean so often. To a tenth. */
export const minutesFor = (seconds: number, part: number, times: number): number => toTenth(SETTING + (seconds * times * TRIES) / part / 60)
