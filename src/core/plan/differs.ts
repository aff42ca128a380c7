import { count } from '../count'
import { keyName } from '../music/key'
import { meterName } from '../music/time'
import { inSentence, sayNames } from '../names'
import { sayMeasures } from '../piece/address'
import type { Line, Piece } from '../piece/piece'
import type { ClassSettings } from './class'
import type { Plan } from './plan'
import { seatsOf } from '../seats/seat'

/** A piece with what was decided about it. */
export type PlanStanding = { readonly piece: Piece; readonly plan: Plan }

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** What a version has otherwise than what stands now, a sentence each; none where they are the same. */
export function sayDifferences(then: PlanStanding, now: PlanStanding, klass: ClassSettings): string[] {
  return [...ofPiece(then.piece, now.piece), ...ofPlan(then.plan, now.plan, klass)]
}

function ofPiece(then: Piece, now: Piece): string[] {
  const out: string[] = []
  if (then.title !== now.title) out.push(`It was called “${then.title}”.`)
  if (!same(then.key, now.key)) out.push(`It was in ${keyName(then.key)}, now it is in ${keyName(now.key)}.`)
  if (meterName(then.meter) !== meterName(now.meter)) out.push(`It was in ${meterName(then.meter)}, now it is in ${meterName(now.meter)}.`)
  if (then.tempo !== now.tempo) out.push('It had another tempo.')
  if (then.lines.length !== now.lines.length) out.push(`It had ${count(then.lines.length, 'line')}, now ${now.lines.length}.`)
  const [a, b] = [then.lines[0].measures.length, now.lines[0].measures.length]
  if (a !== b) out.push(`It had ${count(a, 'measure')}, now ${b}.`)
  const moved = then.lines.flatMap((line, l) => (now.lines[l] ? otherMeasures(line, now.lines[l]) : []))
  // Of another key every note is another one, which has been said.
  if (moved.length > 0 && same(then.key, now.key)) out.push(`Different notes in ${sayMeasures(then.lines[0], [...new Set(moved)])}.`)
  return out
}

/** The measures of a line, by index, that another version of it has otherwise; those beyond its end are counted, not named. */
function otherMeasures(then: Line, now: Line): number[] {
  const bare = (m: Line['measures'][number]) => ({ ...m, number: '', newLine: undefined, events: m.events.map((e) => ({ ...e, id: '' })) })
  return then.measures.flatMap((m, i) => (now.measures[i] && !same(bare(m), bare(now.measures[i])) ? [i] : []))
}

function ofPlan(then: Plan, now: Plan, klass: ClassSettings): string[] {
  const seats = seatsOf(klass)
  const who = (of: (plan: Plan, seat: string) => unknown): string[] =>
    seats.filter((s) => !same(of(then, s.id), of(now, s.id))).map((s) => s.name)
  const out: string[] = []
  for (const { id, name } of seats) {
    const [a, b] = [then.pins[id] ?? {}, now.pins[id] ?? {}]
    const other = new Set([...Object.keys(a), ...Object.keys(b)].filter((e) => !same(a[e], b[e]))).size
    if (other > 0) out.push(`${name}: ${count(other, 'pin')} different (${Object.keys(a).length} then, ${Object.keys(b).length} now).`)
    const [c, d] = [then.substitutes[id] ?? {}, now.substitutes[id] ?? {}]
    if (!same(c, d)) out.push(`${name}: ${count(Object.keys(c).length, 'note')} replaced then, ${Object.keys(d).length} now.`)
  }
  const octaves = who((p, s) => p.octaves[s] ?? 'auto')
  if (octaves.length) out.push(`A different octave for ${sayNames(octaves.map(inSentence))}.`)
  const lines = who((p, s) => p.lines[s] ?? null)
  if (lines.length) out.push(`A different line for ${sayNames(lines.map(inSentence))}.`)
  if (!same(then.policy, now.policy) || !same(then.seatPolicy, now.seatPolicy)) out.push('Different fingering choices.')
  if (!same(then.learned, now.learned)) out.push('A different level for this piece.')
  if (!same(then.warmup, now.warmup)) out.push('A different warm-up.')
  if (!same(then.run, now.run)) out.push('A different lesson.')
  if (!same(then.spots, now.spots)) out.push('Different places to watch.')
  if (!same(then.book, now.book) || !same(then.seatBooks, now.seatBooks)) out.push('A different place in the printed book.')
  return out
}
