import { easesOf } from '../drills/all'
import type { Drill } from '../drills/drill'
import type { Practised } from '../drills/practised'
import type { CostKind } from '../fingering/weights'
import { SPOT_KINDS, type SpotKind } from '../plan/spotKinds'

/** Which spots a cost of the fingering is met at: a drill that serves one of them takes something off the cost. Others cannot be drilled. */
const MET_AT: Readonly<Partial<Record<CostKind, readonly SpotKind[]>>> = {
  shiftInSlur: ['shift'],
  shift: ['shift'],
  shiftOverOpen: ['shift'],
  shiftOverRest: ['shift'],
  shiftByHalfStep: ['shift'],
  shiftFar: ['shift'],
  landing: ['shift'],
  timing: ['shift'],
  pivot: ['shift'],
  awayFromFirst: ['shift'],
  startAway: ['shift', 'new-for-class'],
  halfPosition: ['half-position', 'shift'],
  extension: ['extension'],
  opening: ['extension'],
  closing: ['extension'],
  frameBroken: ['lands-alone', 'hand-crossing', 'two-places', 'wide-gap'],
  newFrame: ['lands-alone', 'hand-crossing', 'two-places'],
  skipString: ['skip-string', 'skip-crossing'],
  fourthFinger: ['fourth-finger', 'four-or-open'],
  crossing: ['hand-crossing', 'skip-crossing', 'lands-alone'],
  crossingInSlur: ['hand-crossing', 'skip-crossing', 'bow-crossing'],
  openInSlur: ['bow-crossing'],
  bowCrossing: ['bow-crossing'],
  slide: ['slide', 'two-forms'],
  fifth: ['fifth'],
  offTape: ['slide', 'two-forms', 'by-key', 'first-sign', 'wide-gap'],
}

const isSpot = new Set<string>(SPOT_KINDS)

/** One thing that loads a seat at a note, and how much. */
export type Burden = {
  readonly seat: string
  readonly event: string
  readonly index: number
  readonly what: string
  readonly points: number
}

/** All that loads the seats of a piece and could be drilled or not, in points. */
export function burdensOf(c: Practised): Burden[] {
  return c.players.flatMap((p) =>
    p.load.items.filter((x) => x.points > 0).map(({ event, index, what, points }) => ({ seat: p.seat.id, event, index, what, points })),
  )
}

/** Index of every burden at a seat's note, by "seat event". */
const byNote = (burdens: readonly Burden[]): Map<string, number[]> => {
  const found = new Map<string, number[]>()
  burdens.forEach((b, i) => {
    const key = `${b.seat} ${b.event}`
    const same = found.get(key)
    if (same) same.push(i)
    else found.set(key, [i])
  })
  return found
}

/** What a drill takes off: indices of burdens, and the part of each that one time through takes. */
export type Eased = { readonly burdens: readonly number[]; readonly part: number }

/** For each drill the burdens that it takes something off. */
export function easedBy(drills: readonly Drill[], burdens: readonly Burden[]): Eased[] {
  const at = byNote(burdens)
  return drills.map((d) => {
    const own = new Set<number>()
    for (const s of d.serves)
      for (const i of at.get(`${s.seat} ${s.event}`) ?? []) {
        const { what } = burdens[i]
        if (what === s.kind || (!isSpot.has(what) && MET_AT[what as CostKind]?.includes(s.kind))) own.add(i)
      }
    return { burdens: [...own], part: easesOf(d.kind) }
  })
}

/** At how many notes of each seat a drill takes something off. */
export function placesEased({ burdens: own }: Pick<Eased, 'burdens'>, burdens: readonly Burden[]): ReadonlyMap<string, number> {
  const notes = new Map<string, Set<string>>()
  for (const i of own) {
    const { seat, event } = burdens[i]
    notes.set(seat, (notes.get(seat) ?? new Set<string>()).add(event))
  }
  return new Map([...notes].map(([seat, events]) => [seat, events.size]))
}
