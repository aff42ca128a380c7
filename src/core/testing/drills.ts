import { drillsOf } from '../drills/all'
import type { Drill, DrillKind } from '../drills/drill'
import { practised, type Practised } from '../drills/practised'
import { fingerKey } from '../hands/manner'
import type { SeatMap } from '../fingering/map'
import type { Stretch } from '../piece/stretch'
import type { Piece } from '../piece/piece'
import { DEFAULT_CLASS, type ClassSettings } from '../plan/class'
import { ensembleMapper, seatMap } from '../balance/ensemble'
import { emptyPlan, type Plan } from '../plan/plan'
import { seatsOf, type SeatId } from '../seats/seat'

/** A piece mapped for a class and made ready to be practised. */
export function practisedBy(
  piece: Piece,
  klass: ClassSettings = DEFAULT_CLASS,
  plan: Plan = emptyPlan(),
  stretch: Stretch | null = null,
): Practised {
  return practised(piece, seatsOf(klass), ensembleMapper()(piece, plan, klass), stretch, { ...plan, reads: klass.reads, talk: klass.talk })
}

/** A drill's map for one seat, made from its piece and plan alone, as anything else of the product makes it. */
export const drillMap = (drill: Drill, id: SeatId, klass: ClassSettings = DEFAULT_CLASS): SeatMap =>
  seatMap(
    drill.piece,
    drill.plan,
    klass,
    seatsOf(klass).find((s) => s.id === id)!,
  )

/** What a seat's fingers do in a drill, note by note: "0 1 low 2 · III 2": the position where it changes. */
export function fingersIn(drill: Drill, id: SeatId, klass: ClassSettings = DEFAULT_CLASS): string {
  const map = drillMap(drill, id, klass)
  let at = 'I'
  return map.notes
    .filter((n) => !n.held)
    .map((n) => {
      const finger = fingerKey(map.instrument, n.stop)
      const position = n.position ?? at
      const moved = position === at ? '' : `${position} `
      at = position
      return `${moved}${n.stop.finger === 0 ? '0' : finger}`
    })
    .join(' ')
}

/** The letters of the strings that a seat plays on in a drill. */
export const stringsIn = (drill: Drill, id: SeatId): string => {
  const map = drillMap(drill, id)
  return map.notes
    .filter((n) => !n.held)
    .map((n) => map.instrument.strings[n.stop.string].letter)
    .join(' ')
}

/** The drills of one kind and, where it is said, one variant; the first whose title has some words. */
export function drill(c: Practised, kind: DrillKind, variant: string, words = ''): Drill {
  const all = drillsOf(c, [kind])
  const found = all.find((d) => d.variant === variant && d.title.includes(words))
  if (!found) throw new Error(`no ${kind}, ${variant} ${words}: ${all.map((d) => `${d.variant} · ${d.title}`).join(' | ')}`)
  return found
}
