import type { SeatMap } from '../fingering/map'
import type { Piece } from '../piece/piece'
import { onceIn } from '../once'
import { stageOf, STAGES, type Stage } from './stage'
import { readingOf, type ReadNote, type Reading } from './reading'
import { aboutKind, DETECTORS, TWO_NEW, type About, type SpotKind } from './spots/detectors'
import type { Found, Spot } from './spots/spot'

/** Everything that may trip the reader of a seat's part, in written order, hardest first at each note. Made once for a map. */
export const spotsOf = onceIn((piece: Piece, map: SeatMap): readonly Spot[] => {
  const reading = readingOf(piece, map)
  const stage = stageOf(map.instrument, map.solution.setup.learned)
  const spots = DETECTORS.flatMap((d) => settled(reading, d, d.find(reading), stage))
  spots.push(...twoNew(reading, spots))
  spots.sort((a, b) => a.onset - b.onset || b.hard - a.hard)
  return spots
})

/** Places what a detector found, and makes what has come before easier. */
function settled(r: Reading, d: About, found: readonly Found[], stage: Stage): Spot[] {
  const times = new Map<string, number>()
  const matters = d.matters[STAGES.indexOf(stage)]
  const seat = r.map.seat.id
  const spots: Spot[] = []
  let last: Found['note'] | null = null
  for (const { note, hard, text, advice, about } of found) {
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
      index: at.index,
      onset,
      before,
      hard: left,
      points: d.load * left,
      text: text[0].toUpperCase() + text.slice(1),
      advice,
    })
  }
  return spots
}

/** How hard two things are together before they are said as two at once, what each must be to count, and how hard both then are. */
const [TOO_MUCH, COUNTS, BOTH] = [1.1, 0.4, 0.7]
/** Kinds that say the same thing of one note count once. */
const KIN: Partial<Record<SpotKind, string>> = {
  'two-forms': 'sign',
  'carried-sign': 'sign',
  'cancelled-sign': 'sign',
  'by-key': 'sign',
  'new-for-class': 'class',
  'out-of-reach': 'class',
}

function twoNew(r: Reading, spots: readonly Spot[]): Spot[] {
  const fresh = new Map<string, Map<string, Spot>>()
  for (const s of spots) {
    if (s.before > 0 || s.hard < COUNTS) continue
    const here = fresh.get(s.event) ?? new Map<string, Spot>()
    const kin = KIN[s.kind] ?? s.kind
    if ((here.get(kin)?.hard ?? 0) < s.hard) here.set(kin, s)
    fresh.set(s.event, here)
  }
  const found = [...fresh].flatMap(([event, kinds]): Found[] => {
    const hardest = [...kinds.values()].sort((a, b) => b.hard - a.hard).slice(0, 2)
    const note: ReadNote | undefined = r.byEvent.get(event)
    if (!note || hardest.length < 2 || hardest[0].hard + hardest[1].hard < TOO_MUCH) return []
    const names = hardest.map((s) => aboutName(s.kind))
    const text = `Two things for the first time at one note: ${names.join(', and ')}.`
    return [{ note, hard: BOTH, text, advice: 'Separate them: one by itself, then the other, then both.', about: event }]
  })
  return settled(r, TWO_NEW, found, 'first position')
}

/** A kind as a thing that is met. */
const aboutName = (kind: SpotKind): string => {
  if (kind === 'new-for-class') return 'something new for this class'
  const { name } = aboutKind(kind)
  return name[0].toLowerCase() + name.slice(1)
}
