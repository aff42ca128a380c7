import { RATES } from '../plan/run'
import { beatTicks, QUARTER } from '../music/time'
import { once } from '../once'
import { secondsBetween, tempoIn } from '../performance/tempo'
import type { PlayedMeasure } from '../performance/performance'
import type { Stretch } from '../piece/stretch'
import type { Piece } from '../piece/piece'
import { placeMeasures } from '../piece/walk'
import type { Beat } from '../balance/timeline'
import type { SeatId } from '../seats/seat'
import { beatsOfBar, countInBefore, type Accent } from '../performance/beats'
import type { SoundNote, Sounding } from './sounding'

/** A beat as it is struck and seen. Seconds from the beginning of the take. */
export type TakeBeat = {
  readonly at: number
  /** "1", "and"; empty: struck, not said. */
  readonly says: string
  readonly accent: Accent
  /** Counted before the class enters: in an introduction, a count-in, or a breath. */
  readonly ahead: boolean
  /** The measure that is played then, by index; null before the music. */
  readonly index: number | null
}
export type TakeNote = SoundNote & { readonly seat: SeatId; /** Of the introduction: the class has not entered. */ readonly ahead: boolean }
/** A moment of the class and when it comes: by index of the timeline. */
export type Cue = { readonly at: number; readonly moment: number; readonly index: number; readonly pass: number }

/** A passage played once, from the first count to the end of the breath after it. Seconds, in order. */
export type Take = {
  readonly beats: readonly TakeBeat[]
  readonly notes: readonly TakeNote[]
  readonly cues: readonly Cue[]
  /** When the class enters, when the music ends, and when the take does. */
  readonly enters: number
  readonly ends: number
  readonly lasts: number
  /** The measures in the order in which they are played. */
  readonly way: readonly PlayedMeasure[]
  /** The part of the written tempo at which it goes. */
  readonly rate: number
  /** The seats that play; null: all. */
  readonly seats: readonly SeatId[] | null
}

export type TakeAsk = {
  /** Measures by index, both included; null: all of the piece. */
  readonly stretch: Stretch | null
  /** The part of the written tempo: 1 as written. */
  readonly rate: number
  /** Beats before the class enters: a whole count, the last two of it, or none (a loop that goes straight on). */
  readonly countIn: 'whole' | 'last two' | 'none'
  /** Measures that are played before the class enters. */
  readonly introduction: number
  /** Beats of silence after the music. */
  readonly breath: number
  /** Eighths are counted and struck too. */
  readonly parts: boolean
  /** The seats that play; null: all. */
  readonly seats: readonly SeatId[] | null
}

/**
 * The measures of a stretch in the order in which they are played: of the times that it comes, the first on which it is
 * played to its end, else the longest. Null: all of the piece.
 */
export function wayThrough(played: readonly PlayedMeasure[], stretch: Stretch | null): PlayedMeasure[] {
  if (!stretch) return [...played]
  const inside = (m: PlayedMeasure) => m.index >= stretch.from && m.index <= stretch.to
  const runs: PlayedMeasure[][] = []
  let run: PlayedMeasure[] = []
  for (const m of played) {
    if (inside(m)) run.push(m)
    else if (run.length > 0) {
      runs.push(run)
      run = []
    }
  }
  if (run.length > 0) runs.push(run)
  const begun = runs
    .map((r) =>
      r.slice(
        Math.max(
          0,
          r.findIndex((m) => m.index === stretch.from),
        ),
      ),
    )
    .filter((r) => r.length > 0)
  const whole = begun.find((r) => r.some((m) => m.index === stretch.to))
  return whole ?? begun.reduce<PlayedMeasure[]>((best, r) => (r.length > best.length ? r : best), [])
}

/** The measures of an introduction: those before the passage, or the last of the piece where it begins at the beginning. Common practice. */
function introducing(played: readonly PlayedMeasure[], way: readonly PlayedMeasure[], measures: number): PlayedMeasure[] {
  if (measures <= 0 || way.length === 0) return []
  const before = played.slice(0, played.indexOf(way[0]))
  return (before.length > 0 ? before : played).slice(-measures)
}

/** The notes of a seat that begin within a stretch of ticks, in their order; each seat's are put in order of time once. */
const inOrder = once((all: readonly SoundNote[]): readonly number[] =>
  all.map((_, i) => i).sort((a, b) => all[a].tick - all[b].tick || a - b),
)
function notesWithin(all: readonly SoundNote[], from: number, to: number): SoundNote[] {
  const order = inOrder(all)
  let [low, high] = [0, order.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (all[order[middle]].tick < from) low = middle + 1
    else high = middle
  }
  const found: number[] = []
  for (let i = low; i < order.length && all[order[i]].tick < to; i++) found.push(order[i])
  return found.sort((a, b) => a - b).map((i) => all[i])
}

/** The moments of a timeline by the measure in which they are first, each with its place. */
const byMeasure = once((timeline: readonly Beat[]): ReadonlyMap<number, readonly { readonly beat: Beat; readonly moment: number }[]> => {
  const found = new Map<number, { beat: Beat; moment: number }[]>()
  timeline.forEach((beat, moment) => {
    const { index } = beat.first.at
    const here = found.get(index)
    if (here) here.push({ beat, moment })
    else found.set(index, [{ beat, moment }])
  })
  return found
})

/** A passage made ready to be played once. Takes as long as there are notes in it, however long the piece is. */
export function takeOf(piece: Piece, sounding: Sounding, timeline: readonly Beat[], ask: TakeAsk): Take {
  const rate = Math.min(RATES.most, Math.max(RATES.least, ask.rate))
  const placed = placeMeasures(piece, piece.lines[0])
  const way = wayThrough(sounding.measures, ask.stretch)
  const first = way[0]
  if (!first) return { beats: [], notes: [], cues: [], enters: 0, ends: 0, lasts: 0, way, rate, seats: ask.seats }
  const introduction = introducing(sounding.measures, way, ask.introduction)
  const moments = byMeasure(timeline)
  const beats: TakeBeat[] = []
  const notes: TakeNote[] = []
  const cues: Cue[] = []
  /** Seconds that ticks last at the tempo of a measure. */
  const seconds = (ticks: number, index: number) => ((ticks / QUARTER) * 60) / (tempoIn(piece, index) * rate)
  let at = 0

  /** Counts before a measure: all beats, or the last so many that are felt. */
  const count = (index: number, most: number) => {
    const { beats: all, ticks } = countInBefore(placed[index], ask.parts)
    const felt = all.filter((b) => b.accent !== 'part')
    const from = felt.at(-most)?.into ?? 0
    for (const b of all.filter((x) => x.into >= from))
      beats.push({ at: at + seconds(b.into - from, index), says: b.says, accent: b.accent, ahead: true, index: null })
    at += seconds(ticks - from, index)
  }
  /** Plays measures; what is struck in them, and what sounds. */
  const play = (run: readonly PlayedMeasure[], ahead: boolean) => {
    for (const m of run) {
      const { start, meter, lead } = placed[m.index]
      const into = (ticks: number) => at + secondsBetween(piece, start, start + ticks) / rate
      for (const b of beatsOfBar(meter, ask.parts))
        if (b.into >= lead && b.into - lead < m.ticks)
          beats.push({ at: into(b.into - lead), says: b.says, accent: b.accent, ahead, index: m.index })
      const end = into(m.ticks)
      for (const [seat, all] of Object.entries(sounding.seats)) {
        if (!ahead && ask.seats && !ask.seats.includes(seat)) continue
        for (const n of notesWithin(all, m.tick, m.tick + m.ticks))
          notes.push({ ...n, seat, ahead, at: at + (n.at - m.at) / rate, lasts: n.lasts / rate })
      }
      if (!ahead)
        for (const { beat, moment } of moments.get(m.index) ?? [])
          if (beat.onset >= start && beat.onset < start + m.ticks)
            cues.push({ at: into(beat.onset - start), moment, index: m.index, pass: m.pass })
      at = end
    }
  }

  if (introduction.length > 0) {
    count(introduction[0].index, Infinity)
    play(introduction, true)
  } else if (ask.countIn !== 'none') count(first.index, ask.countIn === 'whole' ? Infinity : 2)
  const enters = at
  play(way, false)
  const ends = at
  // What rings on past the passage stops with it.
  const cut = notes.map((n) => (n.at + n.lasts > ends ? { ...n, lasts: ends - n.at } : n))
  const last = way.at(-1)!.index
  const lasts = ends + seconds(ask.breath * beatTicks(placed[last].meter), last)
  return { beats, notes: cut.sort((a, b) => a.at - b.at), cues, enters, ends, lasts, way, rate, seats: ask.seats }
}
