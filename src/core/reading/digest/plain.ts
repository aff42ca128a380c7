import { newsKey } from '../../fingering/problems'
import type { Instrument } from '../../instruments/instrument'
import type { SpotKind } from '../../plan/spotKinds'
import type { Spot } from '../spots/spot'
import { atFirst } from '../family'
import type { SignKind } from './signs'
import { isHard, kindsIn, measuresOf, seatsIn, weightOf, type Order, type Reader, type Thing } from './thing'

/**
 * How a kind is said once for all its places: what is of one group is one thing. `bare`: its words say where it is; `one`:
 * where there is one place only, the words of the spot are said.
 */
type Plain<K extends SpotKind> = {
  readonly order: Order | ((s: Spot<K>) => Order)
  /** What tells its things apart; the kind, where there is one thing of it. */
  readonly group?: (s: Spot<K>, instrument: Instrument) => string
  readonly bare?: true
  readonly one?: true
}

/** Kinds that are not said by their places: signs letter by letter (`signs.ts`), the moving hand visit by visit (`visits.ts`); two things at once where they are looked at. */
type Elsewhere = SignKind | 'shift' | 'half-position' | 'two-new'
/** Kinds that are said once for all their places. */
export type ByPlaces = Exclude<SpotKind, Elsewhere>

/** Every kind that is said by its places: one that is forgotten here does not compile. */
const PLAIN: { readonly [K in ByPlaces]: Plain<K> } = {
  'out-of-reach': { order: 'new' },
  'new-for-class': { order: 'new', group: ({ facts }, instrument) => `new ${newsKey(instrument, facts.news)}` },
  'new-rhythm': {
    order: 'new',
    group: ({ facts: { rhythm, meter } }) => (rhythm === 'compound' ? `compound ${meter.beats}/${meter.unit}` : rhythm),
  },
  'new-combination': { order: 'new', group: ({ facts }) => facts.together },
  pickup: { order: 'rhythm', bare: true, group: ({ facts: { beat, bow } }) => `pickup ${beat} ${bow ?? 'plucked'}` },
  dotted: { order: 'rhythm', group: ({ facts }) => `dotted ${facts.long}` },
  triplet: { order: 'rhythm', group: ({ facts: { actual, normal } }) => `${actual} in ${normal}` },
  syncopation: { order: 'rhythm', group: ({ facts }) => (facts.tied ? 'tied over' : facts.weak ? 'short long short' : 'between beats') },
  'counted-rest': { order: 'rhythm' },
  'changed-rhythm': { order: 'rhythm' },
  'long-after-short': { order: 'rhythm' },
  extension: { order: 'hand' },
  'fourth-finger': { order: 'hand' },
  'four-or-open': { order: 'hand', group: ({ facts }) => (facts.four ? 'fourth-finger' : 'open for four') },
  'wide-gap': { order: 'hand' },
  slide: { order: 'hand' },
  'two-places': { order: 'hand' },
  'double-stop': { order: 'hand' },
  'arch-kept': { order: 'hand' },
  'lowest-string': { order: 'hand' },
  'skip-crossing': { order: 'crossing' },
  fifth: { order: 'crossing' },
  'skip-string': { order: 'crossing' },
  'lands-alone': { order: 'crossing' },
  'hand-crossing': { order: 'crossing' },
  'bow-crossing': { order: 'crossing' },
  'shared-letter': { order: 'crossing', group: ({ facts: { which, letter } }) => `${which} ${letter}` },
  'letter-two-strings': { order: 'crossing', group: ({ facts }) => `two strings ${facts.name}` },
  'ledger-lines': { order: 'crossing' },
  'first-slur': {
    order: ({ facts }) => (facts.known ? 'bow' : 'new'),
    group: ({ facts }) => (facts.known ? 'slur' : 'new slur'),
  },
  'wrong-bow': { order: 'bow', group: ({ facts }) => ('lift' in facts ? 'lift' : facts.retake ? 'retake' : 'up-bow') },
  'uneven-bow': { order: 'bow' },
  'pluck-change': { order: 'bow', group: ({ facts }) => (facts.plucked ? 'pluck' : 'bow again') },
  'other-loudness': { order: 'bow', one: true, group: ({ facts }) => (facts.softer ? 'softer' : 'louder') },
  'no-rest': { order: 'bow', bare: true, group: ({ facts: { from, to } }) => `no rest ${from ?? ''} ${to ?? ''}` },
  'look-alike': { order: 'friend', one: true },
  'repeat-way': { order: 'friend', one: true },
}

/** A row of the table for whichever kind: what it asks of a spot is the facts of its own kind. */
type AnyPlain = Omit<Plain<SpotKind>, 'order' | 'group'> & {
  readonly order: Order | ((s: Spot) => Order)
  readonly group?: (s: Spot, instrument: Instrument) => string
}
const ROWS: { readonly [K in SpotKind]?: AnyPlain } = PLAIN as { readonly [K in ByPlaces]: AnyPlain }

/** What is said kind by kind, of spots that nothing else has said. */
export function plainThings(readers: readonly Reader[], said: ReadonlySet<string>): Thing[] {
  const groups = new Map<string, { plain: AnyPlain; spots: Spot[] }>()
  for (const { all, reading } of readers)
    for (const s of all) {
      const plain = ROWS[s.kind]
      if (!plain || said.has(s.id) || s.under !== undefined || !isHard(s)) continue
      const key = plain.group?.(s, reading.instrument) ?? s.kind
      const group = groups.get(key)
      if (group) group.spots.push(s)
      else groups.set(key, { plain, spots: [s] })
    }
  return [...groups].map(([id, { plain, spots }]): Thing => {
    const list = [...spots].sort((a, b) => a.onset - b.onset)
    const hardest = list.reduce((a, b) => (atFirst(b) > atFirst(a) ? b : a))
    return {
      id,
      order: typeof plain.order === 'function' ? plain.order(hardest) : plain.order,
      facts: { kind: 'alike', bare: plain.bare === true, one: plain.one === true },
      seats: seatsIn(readers, list),
      measures: measuresOf(list),
      kinds: kindsIn(list),
      spots: list,
      weight: weightOf(readers, list),
    }
  })
}
