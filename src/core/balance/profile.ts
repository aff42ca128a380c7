import { handSteps } from '../fingering/along'
import type { SeatMap } from '../fingering/map'
import type { Piece } from '../piece/piece'
import { letterName } from '../music/pitch'
import { spotsOf } from '../reading/spots'
import type { SpotKind } from '../plan/spotKinds'
import { newForHand } from '../reading/newThings'
import { kindOf, type LearnedThing } from '../plan/things'
import { PLAIN_TONGUE, stringName } from '../words/en/hands'
import { count } from '../count'

/** How often each thing comes in a seat's part. Plain data: it crosses from the worker. */
export type Profile = {
  readonly out: number
  /** Notes at which something is new. */
  readonly fresh: number
  /** The different things that are new: each is taught once, however often it comes. */
  readonly news: readonly LearnedThing[]
  /** Whether the class has not had the signature. */
  readonly strange: boolean
  readonly counts: Readonly<Partial<Record<SpotKind, number>>>
  /** Altered notes by letter and string: "F♯ on C". */
  readonly altered: Readonly<Record<string, number>>
}

/** What a seat's part is made of, to be compared with the same seat's part in another setting. */
export function profileOf(piece: Piece, map: SeatMap): Profile {
  const counts: Partial<Record<SpotKind, number>> = {}
  for (const s of spotsOf(piece, map)) counts[s.kind] = (counts[s.kind] ?? 0) + 1
  const altered: Record<string, number> = {}
  for (const { hold, pitches } of handSteps(map))
    hold.stops.forEach((s, n) => {
      const p = pitches[n]
      if (p.alter === 0 || s.finger === 0) return
      const name = `${letterName(p)} on ${stringName(PLAIN_TONGUE, map.instrument, s.string)}`
      altered[name] = (altered[name] ?? 0) + 1
    })
  const of = (mark: 'out' | 'divide' | 'new') => map.problems.filter((p) => p.mark === mark).length
  return {
    out: of('out') + of('divide'),
    fresh: of('new'),
    news: newsOf(map),
    strange: !map.setup.learned.keys.includes(piece.key.fifths),
    counts,
    altered,
  }
}

/**
 * What of the hand is new in a mapped part, each thing once. Who goes to a new position has to move there: that is not
 * counted beside it; but to hold two strings there is more than to visit it.
 */
export function newsOf(map: SeatMap): readonly LearnedThing[] {
  const things = newForHand(map)
  const goes = things.some((t) => kindOf(t) === 'position')
  const holds = handSteps(map).some((s) => s.hold.needs.includes('chord'))
  return goes && !holds ? things.filter((t) => kindOf(t) !== 'shifts') : things
}

/** What is worth saying of a change, dearest first, one and many. */
const WORTH: readonly (readonly [SpotKind, string, string])[] = [
  ['shift', 'shift', 'shifts'],
  ['extension', 'extension', 'extensions'],
  ['half-position', 'visit to half position', 'visits to half position'],
  ['fourth-finger', 'fourth finger', 'fourth fingers'],
  ['skip-string', 'skipped string', 'skipped strings'],
  ['fifth', 'finger across two strings', 'fingers across two strings'],
  ['ledger-lines', 'ledger-line note', 'ledger-line notes'],
  ['lowest-string', 'visit to the lowest string', 'visits to the lowest string'],
  ['hand-crossing', 'hand crossing', 'hand crossings'],
  ['skip-crossing', 'skip across strings', 'skips across strings'],
]

/** How many things are said of one seat. */
const MOST_CHANGES = 3

/** What changes for a seat between two settings, dearest first: "no shifts instead of 4", "no F♯ on C, where there were 3". */
export function sayProfileChanges(now: Profile, then: Profile): string[] {
  const out: string[] = []
  const notes = (n: number) => count(n, 'note')
  if (then.out !== now.out) out.push(`${then.out ? notes(then.out) : 'no notes'} out of reach instead of ${now.out || 'none'}`)
  if (then.fresh !== now.fresh)
    out.push(`${then.fresh ? count(then.fresh, 'place') : 'no places'} with something new instead of ${now.fresh || 'none'}`)
  for (const [kind, one, many] of WORTH) {
    const [a, b] = [now.counts[kind] ?? 0, then.counts[kind] ?? 0]
    if (a !== b) out.push(`${b || 'no'} ${b === 1 ? one : many} instead of ${a || 'none'}`)
  }
  const names = [...new Set([...Object.keys(now.altered), ...Object.keys(then.altered)])]
  const moved = names
    .map((name) => ({ name, by: (then.altered[name] ?? 0) - (now.altered[name] ?? 0), was: now.altered[name] ?? 0 }))
    .sort((a, b) => a.by - b.by)
  const [lost] = moved
  const gained = moved.at(-1)
  if (lost && lost.by < 0)
    out.push(
      lost.by === -lost.was
        ? `no ${lost.name}, where there ${lost.was === 1 ? 'was one' : `were ${lost.was}`}`
        : `${-lost.by} fewer ${lost.name}`,
    )
  if (gained && gained.by > 0)
    out.push(gained.was ? `${gained.by} more ${gained.name}` : `${gained.by} ${gained.name}, where there was none`)
  return out.slice(0, MOST_CHANGES)
}
