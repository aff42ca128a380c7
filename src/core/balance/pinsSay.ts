import { handSteps } from '../fingering/along'
import { DEFAULT_POLICY, FOURTH, SHIFT_WHERE, STAY, type Policy } from '../fingering/policy'
import { pinAllows } from '../fingering/pins'
import type { SeatMap } from '../fingering/map'
import { STEP_IDS, type OwnDecision, type StepId } from '../instruments/instrument'
import { SCHOOLS } from '../instruments/instrument'
import { choiceOf } from '../hands/hold'
import type { Piece } from '../piece/piece'
import { atStep, type ClassSettings } from '../plan/class'
import { octavesFor, seatMap } from './ensemble'
import type { Plan } from '../plan/plan'
import { seatsOf, type Seat } from '../seats/seat'

/** A way of the class, otherwise than it is: one decision, or a step. */
export type OtherWay =
  | { readonly kind: 'decision'; readonly key: keyof Policy; readonly value: Policy[keyof Policy] }
  | { readonly kind: 'step'; readonly step: StepId }

/** What the pins of a class's pieces say of its ways. */
export type PinsSay = {
  /** Pins of the seats of the class, in so many pieces. */
  readonly pins: number
  readonly pieces: number
  /** Pins that ask for what stands there without them. */
  readonly needless: number
  /** The way that would make most of them needless: how many, and how many other notes of those parts it would finger otherwise. Null: none would make more so. */
  readonly best: { readonly way: OtherWay; readonly needless: number; readonly others: number } | null
}

/** Every other answer to what decides where fingers go; whether lower fingers stay down decides no fingering. */
function otherWays(klass: ClassSettings, seats: readonly Seat[]): OtherWay[] {
  const asked = (own: OwnDecision) => seats.some((s) => s.instrument.decisions.includes(own))
  const decision = <K extends keyof Policy>(key: K, values: readonly Policy[K][]): OtherWay[] =>
    values.filter((v) => v !== klass.policy[key]).map((value) => ({ kind: 'decision', key, value }))
  return [
    ...(asked('fourth') ? decision('fourth', FOURTH) : []),
    ...decision('stay', STAY),
    ...decision('shiftWhere', SHIFT_WHERE),
    ...(asked('school') ? decision('school', SCHOOLS) : []),
    ...(asked('extensions') ? decision('extensions', [!DEFAULT_POLICY.extensions, DEFAULT_POLICY.extensions]) : []),
    ...decision('harmonics', [true, false]),
    ...STEP_IDS.map((step): OtherWay => ({ kind: 'step', step })),
  ]
}

/** The class with one thing otherwise. */
export const inWay = (klass: ClassSettings, way: OtherWay): ClassSettings =>
  way.kind === 'step' ? atStep(klass, way.step) : { ...klass, policy: { ...klass.policy, [way.key]: way.value } }

type Work = { readonly piece: Piece; readonly plan: Plan }

/** A pinned part: with its pins, and what each pin asks. */
type Pinned = { readonly work: Work; readonly seat: Seat; readonly octave: number; readonly with: SeatMap }

const choices = (map: SeatMap): Map<string, string> => new Map(handSteps(map).map((s) => [s.placed.event.id, choiceOf(s.hold)]))

/** A part without its pins under a class: how many of its pins ask for what stands there, and how many other notes are fingered otherwise than with them. */
function without({ work, seat, octave, with: pinned }: Pinned, klass: ClassSettings): { needless: number; others: number } {
  const own = seatsOf(klass).find((s) => s.id === seat.id)!
  const map = seatMap(work.piece, { ...work.plan, pins: {} }, klass, own, octave)
  const pins = work.plan.pins[seat.id] ?? {}
  const before = choices(pinned)
  let [needless, others] = [0, 0]
  for (const { placed, hold } of handSteps(map)) {
    const { id } = placed.event
    if (id in pins) needless += pinAllows(pins[id], map.instrument, hold) ? 1 : 0
    else if (before.get(id) !== choiceOf(hold)) others++
  }
  return { needless, others }
}

/**
 * What the pins of a class's pieces say: every other decision and every other step is tried by fingering the pinned parts
 * without their pins. The one that makes most pins needless is told, and of two alike the one that changes fewer other notes.
 */
export function pinsSay(works: readonly Work[], klass: ClassSettings): PinsSay {
  const seats = seatsOf(klass)
  const parts = works.flatMap((work): Pinned[] => {
    const octaves = octavesFor(work.piece, work.plan, klass)
    return seats
      .filter((s) => Object.keys(work.plan.pins[s.id] ?? {}).length > 0)
      .map((seat) => ({ work, seat, octave: octaves[seat.id], with: seatMap(work.piece, work.plan, klass, seat, octaves[seat.id]) }))
  })
  const counted = (other: ClassSettings) => {
    let [needless, others] = [0, 0]
    for (const part of parts) {
      const one = without(part, other)
      needless += one.needless
      others += one.others
    }
    return { needless, others }
  }
  const pins = parts.reduce((n, { work, seat }) => n + Object.keys(work.plan.pins[seat.id] ?? {}).length, 0)
  const pieces = new Set(parts.map((p) => p.work)).size
  if (pins === 0) return { pins, pieces, needless: 0, best: null }
  const { needless } = counted(klass)
  let best: PinsSay['best'] = null
  for (const way of otherWays(klass, seats)) {
    const found = counted(inWay(klass, way))
    if (found.needless <= (best?.needless ?? needless) && !(best && found.needless === best.needless && found.others < best.others))
      continue
    best = { way, ...found }
  }
  return { pins, pieces, needless, best }
}
