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

/** Minutes that a chunk takes at a part of its tempo, so often. To a tenth. */
export function minutesFor(l: Learning, chunk: Chunk, part: number, times: number): number {
  const seconds = l.seconds.slice(chunk.from, chunk.to + 1).reduce((a, b) => a + b, 0)
  return toTenth(SETTING + (seconds * times * TRIES) / part / 60)
}
