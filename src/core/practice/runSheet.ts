import * as z from 'zod/mini'
import { count } from '../count'
import { inSentence, sayList } from '../names'
import { seatIdSchema, type SeatId } from '../seats/seat'
import { MODES } from '../sounding/modes'
import { RATES } from '../sounding/take'

/** Who plays a row: the whole class; the seats one after another; the first seat, then the others joining one by one; or those named. */
export const WHO = ['all', 'in turn', 'joining', 'these'] as const
export type Who = (typeof WHO)[number]

const measure = z.int().check(z.minimum(0), z.maximum(1999))
const shared = {
  id: z.string().check(z.minLength(1), z.maxLength(60)),
  /** Seconds of rest after it. */
  rest: z.int().check(z.minimum(0), z.maximum(600)),
}
const played = {
  ...shared,
  mode: z.enum(MODES),
  rate: z.number().check(z.minimum(RATES.least), z.maximum(RATES.most)),
  /** How often each of those who play plays it. */
  times: z.int().check(z.minimum(1), z.maximum(20)),
  who: z.enum(WHO),
  seats: z.array(seatIdSchema).check(z.maxLength(8)),
}

/** A row of a lesson's run: a passage of the piece, a drill out of it, or something without notes. */
export const runRowSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('passage'), ...played, from: measure, to: measure }),
  z.object({ kind: z.literal('drill'), ...played, drill: z.string().check(z.minLength(1), z.maxLength(400)) }),
  z.object({
    kind: z.literal('step'),
    ...shared,
    words: z.string().check(z.minLength(1), z.maxLength(200)),
    seconds: z.int().check(z.minimum(5), z.maximum(3600)),
  }),
])
export type RunRow = Readonly<z.infer<typeof runRowSchema>>
export type PlayedRow = Exclude<RunRow, { kind: 'step' }>

/** One time through a row: who plays then. */
export type Turn = { readonly seats: readonly SeatId[] }

/** Who plays a row, time after time, without stopping: "violins four times, then violas join". */
export function turnsOf({ who, seats, times }: Pick<PlayedRow, 'who' | 'seats' | 'times'>, all: readonly SeatId[]): Turn[] {
  const often = (s: readonly SeatId[]): Turn[] => Array.from({ length: times }, () => ({ seats: s }))
  switch (who) {
    case 'all':
      return often(all)
    case 'these': {
      const named = all.filter((s) => seats.includes(s))
      return often(named.length ? named : all)
    }
    case 'in turn':
      return all.flatMap((s) => often([s]))
    case 'joining':
      return all.flatMap((_s, i) => often(all.slice(0, i + 1)))
  }
}

/** Seconds that a row takes; `once`: one time through it with its count, at its tempo. */
export function secondsOf(row: RunRow, all: readonly SeatId[], once: (row: PlayedRow) => number): number {
  if (row.kind === 'step') return row.seconds + row.rest
  return turnsOf(row, all).length * once(row) + row.rest
}

/** "Next: violas, measure 5": what comes after a turn, where somebody else plays then. */
export function sayNext(turn: Turn, names: ReadonlyMap<SeatId, string>, where: string): string {
  const whole = turn.seats.length === names.size
  const who = whole ? 'everyone' : sayList(turn.seats.map((s) => inSentence(names.get(s) ?? s)))
  return `Next: ${who}, ${where}`
}

/** The time that a run takes against the lesson's: "18 of 20 minutes", or by how much it is too long. */
export function sayTime(seconds: number, lesson: number): string {
  const minutes = Math.ceil(seconds / 60)
  return minutes <= lesson
    ? `${minutes} of ${count(lesson, 'minute')}`
    : `${minutes} minutes: ${count(minutes - lesson, 'minute')} too long`
}
