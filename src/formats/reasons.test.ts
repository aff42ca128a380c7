import { describe, expect, it } from 'vitest'
import { someOf } from '@/core/testing/depth'
import { demoFiles } from '../../demo'
import { alternativesAt } from '@/core/fingering/alternatives'
import { pinFor } from '@/core/fingering/pins'
import { isReached } from '@/core/hands/manner'
import { whyAt } from '@/core/testing/said'
import { PLAIN_TONGUE, sayHold } from '@/core/words/en/hands'
import { mapSeat, type MappedNote, type SeatMap } from '@/core/fingering/map'
import { inOneFrame } from '@/core/hands/frames'
import { choiceOf, isLearned, type Hold } from '@/core/hands/hold'
import { FIRST, positionKey, schoolOf, STEP_IDS, taughtIn } from '@/core/instruments/instrument'
import { pitchName } from '@/core/music/pitch'
import { classAt } from '@/core/plan/class'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import type { Piece } from '@/core/piece/piece'
import { pieceFrom } from '@/core/testing/piece'
import { readFile } from './read'

/**
 * Every claim of every reason, counted once more from the two lines it compares: their holds alone, without the charges
 * that the reason was made from.
 */

type Pair = { readonly a: Hold; readonly b: Hold; readonly slurred: boolean; readonly rest: boolean }
type Way = {
  readonly moments: readonly number[]
  readonly holds: readonly Hold[]
  readonly pairs: readonly Pair[]
  readonly first: Hold | null
}

/** The chosen way and the other, as far as they differ: the other is solved from nothing, as the part is with that choice pinned. */
function waysAt(map: SeatMap, note: MappedNote, other: Hold): { mine: Way; theirs: Way } {
  const s = map.solution
  const { policy, learned } = map.setup
  const pins = new Map([[note.placed.event.id, pinFor(map.instrument, other)]])
  const { solution } = mapSeat(PIECE_OF.get(map.line)!, map.line, map.seat, { octave: map.octave, policy, learned, pins })
  const rival = new Map<number, Hold>()
  s.columns.forEach((c, i) => {
    const [a, b] = [c.holds[s.chosen[i]], solution.columns[i].holds[solution.chosen[i]]]
    if (choiceOf(a) === choiceOf(b) && a.position === b.position && a.shape === b.shape) return
    for (const k of [i - 1, i, i + 1]) if (s.columns[k]) rival.set(k, solution.columns[k].holds[solution.chosen[k]])
  })
  const chosen = (i: number): Hold => s.columns[i].holds[s.chosen[i]]
  const way = (at: (i: number) => Hold): Way => {
    const keys = [...rival.keys()].sort((x, y) => x - y)
    const pairs = keys.flatMap((i): Pair[] =>
      rival.has(i - 1) && s.columns[i].moves
        ? [{ a: at(i - 1), b: at(i), slurred: s.columns[i].gap.slurred, rest: s.columns[i].gap.rest }]
        : [],
    )
    for (const { low, high, back, gap } of s.jumps)
      if (rival.has(low) || rival.has(high)) {
        const [x, y] = back ? [high, low] : [low, high]
        pairs.push({ a: at(x), b: at(y), slurred: gap.slurred, rest: gap.rest })
      }
    return { moments: keys.map((i) => s.columns[i].moment), holds: keys.map(at), pairs, first: rival.has(0) ? at(0) : null }
  }
  return { mine: way(chosen), theirs: way((i) => rival.get(i) ?? chosen(i)) }
}

const shifts = ({ pairs }: Way) => pairs.filter(({ a, b }) => a.position !== b.position)
const hurried = (w: Way) => shifts(w).filter(({ a, rest }) => !rest && !a.open)
const slurredShifts = (w: Way) => hurried(w).filter((p) => p.slurred)
const apart = ({ a, b }: Pair) => Math.max(0, b.low - a.high, a.low - b.high)
const crossings = ({ pairs }: Way) => pairs.filter((p) => apart(p) > 0)
const stops = ({ holds }: Way) => holds.flatMap((h) => h.stops)
const single = ({ a, b }: Pair) => a.stops.length === 1 && b.stops.length === 1 && a.position === b.position
const slides = ({ pairs }: Way) =>
  pairs.filter((p) => {
    const [s, t] = [p.a.stops[0], p.b.stops[0]]
    return single(p) && s.finger > 0 && s.finger === t.finger && s.k !== t.k && Math.abs(s.string - t.string) < 2
  })
const hops = ({ pairs }: Way) =>
  pairs.filter((p) => {
    const [s, t] = [p.a.stops[0], p.b.stops[0]]
    return single(p) && s.finger > 0 && s.finger === t.finger && s.k === t.k && Math.abs(s.string - t.string) === 1
  })

type Check = (mine: Way, theirs: Way, map: SeatMap) => boolean
const fewer =
  (count: (w: Way, map: SeatMap) => number, none: boolean): Check =>
  (mine, theirs, map) =>
    count(mine, map) < count(theirs, map) && (none ? count(mine, map) === 0 : count(mine, map) > 0)

const fresh = (w: Way) => w.holds.filter((h) => !isLearned(h)).length
const reached = (w: Way, map: SeatMap) => stops(w).filter((s) => isReached(map.instrument, s)).length
const fourths = (w: Way) => stops(w).filter((s) => s.finger === 4 && !s.harmonic).length
const offTape = (w: Way) => stops(w).filter((s) => s.finger > 0 && s.place !== 'normal' && !s.stretch).length
const away = (w: Way) => w.holds.filter((h) => h.position !== FIRST).length
const distance = (w: Way, map: SeatMap) =>
  shifts(w).reduce((n, { a, b }) => n + Math.abs(map.instrument.positions[a.position].base - map.instrument.positions[b.position].base), 0)
const handCrossings = (w: Way) => crossings(w).filter(({ a, b }) => !a.open && !b.open).length
const skips = (w: Way) => w.pairs.reduce((n, p) => n + Math.max(0, apart(p) - 1), 0)

/** Shifts that the class has not learned to make; a half step on a hand that goes by half steps is none. */
const newShifts = (w: Way, map: SeatMap) => {
  const { instrument, learned } = map.setup
  const far = ({ a, b }: Pair) => Math.abs(instrument.positions[a.position].base - instrument.positions[b.position].base)
  const known = learned.shifts === 'any' ? [] : learned.shifts === 'none' ? shifts(w) : hurried(w)
  return known.filter((p) => !(instrument.halfStepShifts && far(p) === 1)).length
}
/** The positions that are not learned to which a way goes, as often as it does. */
const visits = (w: Way, map: SeatMap): string[] => {
  const { instrument, learned } = map.setup
  const name = (h: Hold) => positionKey(instrument.positions[h.position])
  const comes = [...(w.first ? [w.first] : []), ...w.pairs.filter((p) => p.a.position !== p.b.position).map((p) => p.b)]
  return comes.map(name).filter((n) => !learned.positions.includes(n))
}
const OFTEN: Readonly<Record<string, number>> = { once: 1, twice: 2 }
const saysVisits = (mine: readonly string[], theirs: readonly string[], to: string, often: string): boolean =>
  mine.length === (OFTEN[often] ?? parseInt(often, 10)) &&
  mine.length < theirs.length &&
  (to === 'new positions' || mine.every((n) => n === to))
/** How late in the table of its instrument each new position is that the hand comes to, added up. */
const lateness = (w: Way, map: SeatMap) => {
  const { instrument, learned, policy } = map.setup
  const waiting = taughtIn(instrument, schoolOf(instrument, policy.school)).filter((key) => !learned.positions.includes(key))
  const reached = [...(w.first ? [w.first] : []), ...shifts(w).map((p) => p.b)]
  return reached.reduce((n, h) => n + Math.max(0, waiting.indexOf(positionKey(instrument.positions[h.position]))), 0)
}
/** Neighbouring stopped notes of one position that lie in no one frame; a hand by half steps carries its upper fingers to open forward. */
const newFrames = (w: Way, map: SeatMap) =>
  w.pairs.filter(({ a, b }) => {
    if (a.position !== b.position || a.open || b.open) return false
    if (!map.instrument.byLetter) {
      const upper = (h: Hold) => h.stops.some((s) => s.finger > 1)
      return (a.shape === 'forward') !== (b.shape === 'forward') && upper(a) && upper(b)
    }
    return a.stops.some((s) =>
      b.stops.some(
        (t) => s.finger > 0 && t.finger > 0 && s.finger !== t.finger && Math.abs(s.string - t.string) < 2 && !inOneFrame(true, s, t),
      ),
    )
  }).length
const isOpened = (h: Hold) => (!h.open && h.shape !== 'closed') || h.stops.some((s) => s.stretch)
const openings = (w: Way) =>
  w.pairs.filter(({ a, b }) => isOpened(b) && !(isOpened(a) && a.position === b.position && a.shape === b.shape)).length +
  (w.first && isOpened(w.first) ? 1 : 0)

/** Notes of a measure that came before, note for note, that have another finger than there. */
const strangers = ({ moments, holds }: Way, map: SeatMap) => {
  const { columns, chosen } = map.solution
  const pitches = (index: number) =>
    map.moments.flatMap((m, i) =>
      m.events[0].at.index === index
        ? [{ i, said: m.pitches.map(pitchName).join() + m.events[0].into + m.events.map((e) => e.ticks).join() }]
        : [],
    )
  return moments.filter((moment, n) => {
    const { index } = map.moments[moment].events[0].at
    const own = pitches(index)
    const place = own.findIndex((p) => p.i === moment)
    for (let before = 0; before < index; before++) {
      const there = pitches(before)
      if (there.length !== own.length || there.some((p, k) => p.said !== own[k].said)) continue
      const column = columns.findIndex((c) => c.moment === there[place].i)
      return choiceOf(columns[column].holds[chosen[column]]) !== choiceOf(holds[n])
    }
    return false
  }).length
}

/** What must be true of the two ways when it is said; a phrase that is not here fails. */
const CLAIMS: readonly (readonly [RegExp, (...found: string[]) => Check])[] = [
  [/^saves a shift$/, () => (m, t) => shifts(t).length - shifts(m).length === 1],
  [/^saves (\d+) shifts$/, (_, n) => (m, t) => shifts(t).length - shifts(m).length === Number(n)],
  [/^no shift inside the slur$/, () => fewer((w) => slurredShifts(w).length, true)],
  [/^fewer shifts inside slurs$/, () => fewer((w) => slurredShifts(w).length, false)],
  [/^shifts where there is time$/, () => (m, t) => shifts(m).length === shifts(t).length && hurried(m).length < hurried(t).length],
  [/^a shorter shift$/, () => (m, t, map) => shifts(m).length === 1 && shifts(t).length === 1 && distance(m, map) < distance(t, map)],
  [/^shorter shifts$/, () => (m, t, map) => shifts(m).length === shifts(t).length && distance(m, map) < distance(t, map)],
  [
    /^a finger leads the shift$/,
    () => (m) => shifts(m).some(({ a, b }) => a.stops[0].finger > 0 && a.stops[0].finger === b.stops[0].finger),
  ],
  [/^saves a crossing$/, () => (m, t) => crossings(t).length - crossings(m).length === 1],
  [/^saves (\d+) crossings$/, (_, n) => (m, t) => crossings(t).length - crossings(m).length === Number(n)],
  [/^stays on one string in the slur$/, () => fewer((w) => crossings(w).filter((p) => p.slurred).length, true)],
  [/^fewer crossings inside slurs$/, () => fewer((w) => crossings(w).filter((p) => p.slurred).length, false)],
  [/^only the bow changes strings$/, () => fewer(handCrossings, true)],
  [/^the hand changes strings less$/, () => fewer(handCrossings, false)],
  [/^skips no string$/, () => fewer(skips, true)],
  [/^fewer skipped strings$/, () => fewer(skips, false)],
  [/^starts in first position$/, () => (m, t) => m.first!.position <= FIRST && t.first!.position > FIRST],
  [/^stays in first position$/, () => fewer(away, true)],
  [/^less time away from first position$/, () => fewer(away, false)],
  [/^no stretch$/, () => fewer(reached, true)],
  // Fewer notes that are reached for, or fewer times that the hand opens.
  [/^fewer stretches$/, () => (m, t, map) => fewer(reached, false)(m, t, map) || openings(m) < openings(t)],
  [/^saves the fourth finger$/, () => fewer(fourths, true)],
  [/^fewer fourth fingers$/, () => fewer(fourths, false)],
  [/^stays on the tapes$/, () => fewer(offTape, true)],
  [/^fewer notes off the tapes$/, () => fewer(offTape, false)],
  [/^no finger has to slide$/, () => (m) => slides(m).length === 0],
  [/^fewer slides$/, () => (m, t) => slides(m).length <= slides(t).length],
  [/^no finger hops across strings$/, () => (m) => hops(m).length === 0],
  [/^fewer hops across strings$/, () => (m, t) => hops(m).length <= hops(t).length],
  [/^no shift this class doesn’t know yet$/, () => (m, t, map) => newShifts(m, map) === 0 && newShifts(t, map) > 0],
  [/^fewer notes with something new$/, () => (m, t) => fresh(m) > 0 && fresh(m) < fresh(t)],
  [/^goes to (.+) only (once|twice|\d+ times)$/, (_, to, often) => (m, t, map) => saysVisits(visits(m, map), visits(t, map), to, often)],
  [/^stays with what this class knows$/, () => fewer(fresh, true)],
  [/^usually taught earlier$/, () => (m, t, map) => lateness(m, map) < lateness(t, map)],
  [/^keeps one finger pattern$/, () => fewer(newFrames, true)],
  [/^fewer new finger patterns$/, () => fewer(newFrames, false)],
  [/^same fingering as before$/, () => (m, t, map) => strangers(m, map) === 0 && strangers(t, map) > 0],
  [/^more often the same fingering as before$/, () => (m, t, map) => strangers(m, map) < strangers(t, map)],
  [/^matches the way it is written$/, () => (m) => m.holds.every((h) => !h.respelled)],
]
/** What is false in a reason: the phrases that the two lines do not bear out. */
function falseIn(map: SeatMap, note: MappedNote, whole: string): string[] {
  const alone: Way = { moments: [map.solution.columns[note.column].moment], holds: [note.hold], pairs: [], first: null }
  if (/has the same notes/.test(whole) && strangers(alone, map) === 0) return [whole]
  const reason = whole.replace(/ Measure \S+ has the same notes .+$/, '')
  const { columns, chosen } = map.solution
  const { holds, all } = columns[note.column]
  if (/\. New for this class: /.test(reason)) return all.some(isLearned) ? [reason] : []
  if (/: the only place /.test(reason)) {
    const mine = choiceOf(note.hold)
    const others = all.filter((h) => choiceOf(h) !== mine)
    const known = others.filter(isLearned)
    if (reason.includes('in first position'))
      return known.length > 0 && known.every((h) => !h.open && h.position > FIRST) && (note.hold.open || note.hold.position <= FIRST)
        ? []
        : [reason]
    if (reason.includes('this class knows so far')) return others.length > 0 && known.length === 0 ? [] : [reason]
    if (!reason.includes('without')) return others.length === 0 ? [] : [reason]
    const plain = known.filter((h) => !h.respelled && !h.stops.some((s) => isReached(map.instrument, s)))
    return known.length > 0 && plain.length === 0 ? [] : [reason]
  }
  if (/easier over the whole line/.test(reason)) return alternativesAt(map.solution, note.column).some((a) => a.price > 0) ? [] : [reason]
  const said = /Better than ([^:]+): (.+?)\.(?: New: .+\.)?$/.exec(reason)
  if (!said) return /works just as well|Still held/.test(reason) ? [] : [`not understood: ${reason}`]
  const other = alternativesAt(map.solution, note.column).find((a) => sayHold(PLAIN_TONGUE, map.instrument, a.hold) === said[1])
  if (!other || holds[chosen[note.column]] === other.hold) return [`no such choice: ${reason}`]
  const { mine, theirs } = waysAt(map, note, other.hold)
  // "Saves a shift and 2 crossings" claims both.
  const claims = said[2]
    .split(', ')
    .flatMap((x) => (x.startsWith('saves ') ? x.split(' and ').map((y, i) => (i === 0 ? y : `saves ${y}`)) : [x]))
  return claims.filter((phrase) => {
    for (const [pattern, check] of CLAIMS) {
      const found = pattern.exec(phrase)
      if (found) return !check(...found)(mine, theirs, map)
    }
    return true
  })
}

/** Tunes of no demonstration: keys, ranges, leaps and slurs that beginning and later classes meet. */
const UNSEEN: readonly (readonly [string, string, number])[] = [
  ['a climb in G', 'G4 A4 B4 C5 D5 E5 F#5 G5 G5 F#5 E5 D5 (C5 B4) (A4 G4) D4:h', 1],
  ['leaps in D', 'D4 A4 F#4 D5 A4 F#5 E5 C#5 A4 E4 G4 B4 D4 F#4 D5:h', 2],
  ['flats', 'Bb4 D5 F5 Eb5 D5 C5 Bb4 A4 (G4 Bb4) (Eb4 G4) F4 Bb3 Bb4:h', -2],
  ['low strings', 'C4 E4 G4 E4 D4 B3 G3 B3 C4 G3 A3 B3 C4:h', 0],
  ['high in A', 'A4 C#5 E5 A5 G#5 F#5 E5 (D5 C#5) (B4 C#5) A5 E5 C#5 A4:h', 3],
  ['turning in E minor', 'E4 F#4 G4 A4 B4 C5 B4 D#5 E5 D#5 B4 G4 F#4 E4:h E4:h', 1],
  ['chromatic', 'F4 F#4 G4 G#4 A4 Bb4 B4 C5 C#5 D5 C5 Bb4 A4 G4 F4:h', -1],
  ['the same measures again', 'D5 E5 F#5 D5 G5 F#5 E5 D5 D5 E5 F#5 D5 A5 G5 E5 D5 D5 E5 F#5 D5 G5 F#5 D5:h', 2],
]

const PIECE_OF = new Map<SeatMap['line'], Piece>()
const tried: readonly { readonly name: string; readonly piece: Piece }[] = [
  ...demoFiles().map(({ name, bytes }) => {
    const { reading } = readFile(name, bytes)[0]
    if (!reading.ok) throw new Error(name)
    return { name, piece: reading.piece }
  }),
  ...UNSEEN.map(([name, text, fifths]) => ({ name, piece: pieceFrom(text, { fifths, mode: 'major' }) })),
]

describe.each(tried)('the reasons of $name', ({ piece }) => {
  it.each(someOf(STEP_IDS, piece.title.length))('are true at %s', (step) => {
    const wrong: string[] = []
    for (const map of mapsOf(ensembleMapper()(piece, emptyPlan(), classAt(step)))) {
      PIECE_OF.set(map.line, piece)
      for (const note of map.notes) {
        const reason = whyAt(map, note)
        for (const phrase of falseIn(map, note, reason))
          wrong.push(`${map.seat.name} m${note.placed.at.measure.number}: ${phrase} in “${reason}”`)
      }
    }
    expect(wrong).toEqual([])
  })
})
