import { sayMeasure } from '../piece/address'
import type { SeatMap } from '../fingering/map'
import type { Piece } from '../piece/piece'
import { onceIn } from '../once'
import { stageOf, STAGES, type Stage } from './stage'
import { readingOf, type ReadNote, type Reading } from './reading'
import { atFirst, familyOf, type Family } from './family'
import { aboutKind, DETECTORS, TWO_NEW, type About } from './spots/detectors'
import type { Found, Spot } from './spots/spot'

/** Everything that may trip the reader of a seat's part, in written order, hardest first at each note. Made once for a map. */
export const spotsOf = onceIn((piece: Piece, map: SeatMap): readonly Spot[] => {
  const reading = readingOf(piece, map)
  const stage = stageOf(map.instrument, map.setup.learned)
  const spots = DETECTORS.flatMap((d) => settled(reading, d, d.find(reading), stage))
  spots.push(...twoNew(reading, spots))
  spots.sort((a, b) => a.onset - b.onset || b.hard - a.hard)
  return saidOnce(spots)
})

/** Marks what another spot at the same note says already: of one family the one that is hardest the first time; and how the strings are crossed or which of two letters it is, where the hand moves: "third position, four" says both. */
function saidOnce(spots: readonly Spot[]): Spot[] {
  const says = new Map<string, Spot>()
  for (const s of spots) {
    const key = `${s.event} ${familyOf(s.kind)}`
    const other = says.get(key)
    if (!other || atFirst(s) > atFirst(other)) says.set(key, s)
  }
  return spots.map((s) => {
    const family = familyOf(s.kind)
    const by = says.get(`${s.event} ${family}`)!
    const moves = family === 'crossing' || s.kind === 'shared-letter' ? says.get(`${s.event} move`) : undefined
    return by !== s ? { ...s, under: by.id } : moves ? { ...s, under: moves.id } : s
  })
}

/** Places what a detector found, and makes what has come before easier. */
function settled(r: Reading, d: About, found: readonly Found[], stage: Stage): Spot[] {
  const times = new Map<string, number>()
  const matters = d.matters[STAGES.indexOf(stage)]
  const seat = r.map.seat.id
  const spots: Spot[] = []
  let last: Found['note'] | null = null
  for (const { note, hard, about, facts } of found) {
    // Two heads of one chord that are found for the same thing are one spot.
    if (note === last) continue
    last = note
    const { event, at, onset } = note.placed
    const before = times.get(about) ?? 0
    times.set(about, before + 1)
    const left = Math.min(1, hard * matters) * d.again ** before
    spots.push({
      id: `${d.kind} ${seat} ${event.id}`,
      kind: d.kind,
      seat,
      event: event.id,
      measure: at.measure.number,
      where: sayMeasure(r.map.line, at.index),
      index: at.index,
      onset,
      before,
      hard: left,
      points: d.load * left,
      about,
      facts,
      // What a detector finds has the facts of its kind.
    } as Spot)
  }
  return spots
}

/** How hard two things are together before they are said as two at once, what each must be to count, and how hard both then are. */
const [TOO_MUCH, COUNTS, BOTH] = [1.2, 0.6, 0.7]

/** Whether one asks the eye and the other the hand or the bow: reading and technique are met one after the other (common practice). */
const eyeAndHand = (a: Spot, b: Spot): boolean => reads(a) !== reads(b)
const reads = ({ kind }: Spot): boolean => aboutKind(kind).concern === 'eye' || kind === 'new-rhythm'

function twoNew(r: Reading, spots: readonly Spot[]): Spot[] {
  const fresh = new Map<string, Map<Family, Spot>>()
  for (const s of spots) {
    if (s.before > 0 || s.hard < COUNTS) continue
    const here = fresh.get(s.event) ?? new Map<Family, Spot>()
    const family = familyOf(s.kind)
    if ((here.get(family)?.hard ?? 0) < s.hard) here.set(family, s)
    fresh.set(s.event, here)
  }
  const found = [...fresh].flatMap(([event, families]): Found<'two-new'>[] => {
    const [first, ...others] = [...families.values()].sort((a, b) => b.hard - a.hard)
    const note: ReadNote | undefined = r.byEvent.get(event)
    const second = others.find((s) => eyeAndHand(first, s))
    if (!note || !second || first.hard + second.hard < TOO_MUCH) return []
    return [{ note, hard: BOTH, about: event, facts: { first: first.kind, second: second.kind } }]
  })
  return settled(r, TWO_NEW, found, 'first position')
}
