import { type Pin } from '../fingering/pins'
import { type PolicyChange } from '../fingering/policy'
import { type Substitute } from '../fingering/substitute'
import { type Learned } from '../instruments/learned'
import type { Line, Piece } from '../piece/piece'
import { USUAL_RUN, type Run } from './run'
import { USUAL_WARMUP, type WarmupSettled } from './settled'
import type { SpotKind } from './spotKinds'
import { type Book } from '../seats/book'
import { type BySeat, type SeatId } from '../seats/seat'
import type { OctaveChoice, Plan } from './plan.schema'

export type { OctaveChoice, Plan } from './plan.schema'

/** Every seat where it fits, on its own line, nothing pinned, all else as the class. */
export const emptyPlan = (): Plan => ({
  octaves: {},
  lines: {},
  octavesBefore: {},
  policy: {},
  seatPolicy: {},
  learned: null,
  pins: {},
  substitutes: {},
  spots: { kinds: {}, muted: [] },
  book: {},
  seatBooks: {},
  warmup: USUAL_WARMUP,
  run: USUAL_RUN,
})

/** Where a piece is printed for a seat. */
export const bookFor = (plan: Plan, seat: SeatId): Book => {
  const own = plan.seatBooks[seat]
  return own ? { ...plan.book, ...own } : plan.book
}

/** The plan with something of the printed page said otherwise, for the class or in one seat's book; undefined takes it back. */
export function withBook(plan: Plan, seat: SeatId | null, change: Partial<Book>): Plan {
  const merged = (book: Book): Book =>
    Object.fromEntries(Object.entries({ ...book, ...change }).filter(([, v]) => v !== undefined && v !== '')) as Book
  if (seat === null) return { ...plan, book: merged(plan.book) }
  const { [seat]: own = {}, ...others } = plan.seatBooks
  const next = merged(own)
  return { ...plan, seatBooks: Object.keys(next).length ? { ...others, [seat]: next } : others }
}

/** The plan with a pin set at an event of a seat; null lifts it. */
export function withPin(plan: Plan, seat: SeatId, event: string, pin: Pin | null): Plan {
  const { [event]: _, ...others } = plan.pins[seat] ?? {}
  return { ...plan, pins: { ...plan.pins, [seat]: pin ? { ...others, [event]: pin } : others } }
}

/** The plan with a seat's octave chosen. */
export const withOctave = (plan: Plan, seat: SeatId, octave: OctaveChoice): Plan => ({
  ...plan,
  octaves: { ...plan.octaves, [seat]: octave },
})

/** Whether a line was made as a second one: the ids of its events say so. */
export const isMade = (line: Line | undefined): boolean =>
  line?.measures.every((m) => m.events.every((e) => /^s\d+-\d+$/.test(e.id))) === true

/**
 * The plan with a seat reading another line of the piece. A line that was made for a seat is read at its own pitches; who
 * goes back from it to another one has the octave back that was there before.
 */
export function withLine(piece: Pick<Piece, 'lines'>, plan: Plan, seat: SeatId, line: number): Plan {
  const next: Plan = { ...plan, lines: { ...plan.lines, [seat]: line } }
  const from = plan.lines[seat]
  const [was, is] = [from !== undefined && isMade(piece.lines[from]), isMade(piece.lines[line])]
  if (was === is) return next
  const { [seat]: before = 'auto', ...others } = plan.octavesBefore
  if (!is) return { ...withOctave(next, seat, before), octavesBefore: others }
  return { ...withOctave(next, seat, 0), octavesBefore: { ...others, [seat]: plan.octaves[seat] ?? 'auto' } }
}

/** The change with one decision made otherwise (undefined: as the class has it). */
function decide<K extends keyof PolicyChange>(change: PolicyChange, key: K, value: PolicyChange[K]): PolicyChange {
  const { [key]: _, ...others } = change
  return value === undefined ? others : { ...others, [key]: value }
}

/** The plan with one decision made otherwise than the class, for the piece or for one seat; undefined takes it back. */
export function withDecision<K extends keyof PolicyChange>(plan: Plan, seat: SeatId | null, key: K, value: PolicyChange[K]): Plan {
  if (seat === null) return { ...plan, policy: decide(plan.policy, key, value) }
  return { ...plan, seatPolicy: { ...plan.seatPolicy, [seat]: decide(plan.seatPolicy[seat] ?? {}, key, value) } }
}

/** The plan with what seats have learned of its own; null: as the class. */
export const withLearned = (plan: Plan, learned: BySeat<Learned> | null): Plan => ({ ...plan, learned })

/** The plan with substitutes put at events of a seat; null takes one away. */
export function withSubstitute(plan: Plan, seat: SeatId, changes: Readonly<Record<string, Substitute | null>>): Plan {
  const next: Record<string, Substitute> = { ...plan.substitutes[seat] }
  for (const [event, s] of Object.entries(changes)) {
    if (s) next[event] = s
    else delete next[event]
  }
  return { ...plan, substitutes: { ...plan.substitutes, [seat]: next } }
}

/** The plan with a kind of spot always shown or hidden; null: as the class and its level have it. */
export function withKind(plan: Plan, kind: SpotKind, choice: 'show' | 'hide' | null): Plan {
  const { [kind]: _, ...others } = plan.spots.kinds
  return { ...plan, spots: { ...plan.spots, kinds: choice ? { ...others, [kind]: choice } : others } }
}

/** The plan with one spot muted, or heard again. */
export function withMuted(plan: Plan, ids: readonly string[], muted: boolean): Plan {
  const others = plan.spots.muted.filter((m) => !ids.includes(m))
  return { ...plan, spots: { ...plan.spots, muted: muted ? [...others, ...ids] : others } }
}

/** The plan with something of its warm-up settled otherwise. */
export const withWarmup = (plan: Plan, change: (w: WarmupSettled) => WarmupSettled): Plan => ({ ...plan, warmup: change(plan.warmup) })

/** The plan with another run of a lesson. */
export const withRun = (plan: Plan, change: (run: Run) => Run): Plan => ({ ...plan, run: change(plan.run) })
