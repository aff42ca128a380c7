import type { Stretch } from '../piece/stretch'
import type { SeatId } from '../seats/seat'
import { climbed, type Ladder, type Rung } from '../sounding/ladder'
import type { Cue, Take, TakeBeat } from '../sounding/take'
import { countBefore, type Turn } from './runSheet'

/** What is played, time after time: where it begins and where every later time does, the count before it, and whose turn it is. */
export type TimeProgram = {
  readonly from: Stretch | null
  readonly whole: Stretch | null
  readonly countIn: 'whole' | 'last two' | 'none'
  /** Measures that are played before the class enters, the first time. */
  readonly introduction: number
  /** Turns of a row of a run; null: the teacher plays by hand. */
  readonly turns: readonly Turn[] | null
  /** Which time is asked for next, from 0. */
  readonly time: number
}

/** How it is played, as it stands when a time is asked for. */
type Manner = { readonly loop: boolean; readonly ladder: Ladder | null; readonly rung: Rung; readonly breath: number }

/** What is asked of the next time. */
export type TimeAsk = Pick<TimeProgram, 'countIn' | 'introduction'> & {
  readonly stretch: Stretch | null
  readonly seats: readonly SeatId[] | null
}

/**
 * The next time of a program and the rung that it is played on; null: it is over. By hand it is over after the first time, or
 * goes round; a run is over after its last turn. What goes round climbs.
 */
export function nextTime(
  p: TimeProgram,
  { loop, ladder, rung, breath }: Manner,
): { readonly ask: TimeAsk; readonly rung: Rung; readonly program: TimeProgram } | null {
  const first = p.time === 0
  if (p.turns ? p.time >= p.turns.length : !first && !loop) return null
  const seats = p.turns ? p.turns[p.time].seats : null
  const ask: TimeAsk = first
    ? { stretch: p.from, countIn: p.countIn, introduction: p.introduction, seats }
    : { stretch: p.whole, countIn: countBefore(1, breath), introduction: 0, seats }
  return { ask, rung: !first && ladder ? climbed(ladder, rung) : rung, program: { ...p, time: p.time + 1 } }
}

/** What is heard now. */
export type Now = {
  readonly beat: TakeBeat | null
  /** The measure by index, the time through it, and what comes after it on the way. */
  readonly index: number | null
  readonly pass: number
  readonly next: number | null
  /** How often the passage has been played with this time. */
  readonly time: number
  readonly rate: number
  /** The seats whose turn it is; null: nobody was told. */
  readonly cast: readonly SeatId[] | null
}

/** A time that begins to be heard; `time`: which it is, from 1. */
export const nowOf = (take: Pick<Take, 'way' | 'rate' | 'seats'>, time: number): Now => ({
  beat: null,
  index: null,
  pass: 1,
  next: take.way[0]?.index ?? null,
  time,
  rate: take.rate,
  cast: take.seats,
})

/** What is heard after a cue: its measure, and what comes after it on the way of the take. */
export function nowAt(now: Now, { way }: Pick<Take, 'way'>, { index, pass }: Pick<Cue, 'index' | 'pass'>): Now {
  const at = way.findIndex((m) => m.index === index && m.pass === pass)
  return { ...now, index, pass, next: way[at + 1]?.index ?? null }
}

/** From which measure to which it goes on, so many measures from where it is: inside of what is played, else inside of the piece. */
export function onwardFrom(now: Pick<Now, 'index'> | null, over: Stretch | null, measures: number, by: number): Stretch {
  const last = over?.to ?? measures - 1
  const first = over?.from ?? 0
  return { from: Math.min(last, Math.max(first, (now?.index ?? first) + by)), to: last }
}
