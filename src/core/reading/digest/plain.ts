import { capital } from '../../names'
import { sayRhythm } from '../rhythms'
import { sayNews } from '../../fingering/problems'
import type { Instrument } from '../../instruments/instrument'
import type { SpotKind } from '../../plan/spotKinds'
import type { Spot } from '../spots/spot'
import { atFirst } from '../family'
import {
  isHard,
  kindsIn,
  lower,
  measuresOf,
  placesForAll,
  sayPlaces,
  seatsIn,
  weightOf,
  type Order,
  type Reader,
  type Thing,
} from './thing'

/**
 * How a kind is said once for all its places; what is said in the same words is one thing. `bare`: it says where it is;
 * `one`: where there is one place only, the words of the spot are said.
 */
type Plain<K extends SpotKind> = {
  readonly order: Order | ((s: Spot<K>) => Order)
  readonly says: string | ((s: Spot<K>, instrument: Instrument) => string)
  readonly bare?: true
  readonly one?: true
}

/** Kinds that are not said by their places, and who says them: signs letter by letter, the moving hand visit by visit; two things at once are said where they are looked at. */
type Elsewhere = 'by signs.ts' | 'by visits.ts' | 'at its note'

/** Every kind: one that is forgotten here does not compile. */
const PLAIN: { readonly [K in SpotKind]: Plain<K> | Elsewhere } = {
  'two-forms': 'by signs.ts',
  'first-sign': 'by signs.ts',
  'by-key': 'by signs.ts',
  'carried-sign': 'by signs.ts',
  'cancelled-sign': 'by signs.ts',
  shift: 'by visits.ts',
  'half-position': 'by visits.ts',
  'two-new': 'at its note',
  'out-of-reach': { order: 'new', says: 'It cannot be played as written' },
  'new-for-class': { order: 'new', says: ({ facts }, instrument) => `New for this class: ${sayNews(instrument, facts)}` },
  'new-rhythm': { order: 'new', says: ({ facts }) => `New for the class: ${sayRhythm(facts.rhythm, facts.meter)}` },
  'new-combination': { order: 'new', says: ({ facts }) => `Known, but new together: ${facts.together}` },
  pickup: {
    order: 'rhythm',
    says: ({ facts: { beat, bow } }) => `Begins before the first full measure, on beat ${beat}, ${bow ? `${bow}-bow` : 'plucked'}`,
    bare: true,
  },
  dotted: { order: 'rhythm', says: ({ facts: { long } }) => `Dotted ${long} and ${long === 'quarter' ? 'eighth' : 'sixteenth'}` },
  triplet: { order: 'rhythm', says: ({ facts: { actual, normal } }) => `${actual} even notes in the time of ${normal}` },
  syncopation: {
    order: 'rhythm',
    says: ({ facts }) => (facts.tied ? 'Tied over the barline' : 'Struck between the beats and held over the next'),
  },
  'counted-rest': { order: 'rhythm', says: 'Entries to be counted after a rest' },
  'changed-rhythm': { order: 'rhythm', says: 'Known notes in another rhythm' },
  'long-after-short': { order: 'rhythm', says: 'A long note after short ones' },
  extension: { order: 'hand', says: 'The hand opens' },
  'fourth-finger': { order: 'hand', says: 'The fourth finger' },
  'four-or-open': { order: 'hand', says: ({ facts }) => (facts.four ? 'The fourth finger' : 'An open string, where 4 would stay') },
  'wide-gap': { order: 'hand', says: 'A wide gap between two fingers' },
  slide: { order: 'hand', says: 'One finger slides between two places' },
  'two-places': { order: 'hand', says: 'Fingers lie otherwise than on the next string' },
  'double-stop': { order: 'hand', says: 'Two strings at once' },
  'arch-kept': { order: 'hand', says: 'A finger kept while the open string beside it sounds' },
  'lowest-string': { order: 'hand', says: 'Fingers on the lowest string' },
  'skip-crossing': { order: 'crossing', says: 'A skip to another string, a finger on each' },
  fifth: { order: 'crossing', says: 'One finger on two strings' },
  'skip-string': { order: 'crossing', says: 'A string is skipped' },
  'lands-alone': { order: 'crossing', says: 'A finger lands alone' },
  'hand-crossing': { order: 'crossing', says: 'The left hand crosses to the next string' },
  'bow-crossing': { order: 'crossing', says: 'The bow crosses, the fingers stay' },
  'shared-letter': { order: 'crossing', says: ({ facts: { which, letter } }) => `${capital(which)} ${letter}, not the open ${letter}` },
  'letter-two-strings': { order: 'crossing', says: ({ facts }) => `${facts.name} lies on two strings` },
  'ledger-lines': { order: 'crossing', says: 'Notes far off the staff' },
  'first-slur': {
    order: ({ facts }) => (facts.known ? 'bow' : 'new'),
    says: ({ facts }) => (facts.known ? 'Several notes in one bow' : 'New for the class: a slur, several notes in one bow'),
  },
  'wrong-bow': { order: 'bow', says: ({ facts }) => (facts.retake ? 'The repeat needs a retake' : 'The first beat comes up-bow') },
  'uneven-bow': { order: 'bow', says: 'A long bow and a short one back' },
  'pluck-change': { order: 'bow', says: ({ facts }) => (facts.plucked ? 'From bow to plucking' : 'From plucking back to the bow') },
  'other-loudness': { order: 'bow', says: ({ facts }) => `What returns ${facts.softer ? 'softer' : 'louder'}: the same tempo`, one: true },
  'no-rest': { order: 'bow', says: 'A long way without a rest' },
  'look-alike': { order: 'friend', says: 'What begins like an earlier measure goes on otherwise', one: true },
  'repeat-way': { order: 'friend', says: 'Look where the repeat goes', one: true },
}

/** A row of the table for whichever kind: what it asks of a spot is the facts of its own kind. */
type AnyPlain = Omit<Plain<SpotKind>, 'order' | 'says'> & {
  readonly order: Order | ((s: Spot) => Order)
  readonly says: string | ((s: Spot, instrument: Instrument) => string)
}
const plainOf = (kind: SpotKind): AnyPlain | null => {
  const row = PLAIN[kind]
  return typeof row === 'string' ? null : (row as AnyPlain)
}

/** What is said kind by kind, of spots that nothing else has said. */
export function plainThings(readers: readonly Reader[], said: ReadonlySet<string>): Thing[] {
  const groups = new Map<string, { plain: AnyPlain; spots: Spot[] }>()
  for (const { all, reading } of readers)
    for (const s of all) {
      const plain = plainOf(s.kind)
      if (plain === null || said.has(s.id) || s.under !== undefined || !isHard(s)) continue
      const says = typeof plain.says === 'function' ? plain.says(s, reading.instrument) : plain.says
      const group = groups.get(says)
      if (group) group.spots.push(s)
      else groups.set(says, { plain, spots: [s] })
    }
  return [...groups].map(([says, { plain, spots }]): Thing => {
    const list = [...spots].sort((a, b) => a.onset - b.onset)
    const hardest = list.reduce((a, b) => (atFirst(b) > atFirst(a) ? b : a))
    return {
      id: says,
      order: typeof plain.order === 'function' ? plain.order(hardest) : plain.order,
      text: sentence(readers, plain, says, list),
      advice: adviceFor(readers, list),
      seats: seatsIn(readers, list),
      measures: measuresOf(list),
      kinds: kindsIn(list),
      spots: list,
      weight: weightOf(readers, list),
    }
  })
}

/** What to do: the remedy of each seat's hardest place, and for whom, where hands differ in it. */
function adviceFor(readers: readonly Reader[], spots: readonly Spot[]): string {
  const by = new Map<string, string[]>()
  for (const { reading } of readers) {
    const { id, name } = reading.map.seat
    const own = spots.filter((s) => s.seat === id)
    if (own.length === 0) continue
    const { advice } = own.reduce((a, b) => (atFirst(b) > atFirst(a) ? b : a))
    by.set(advice, [...(by.get(advice) ?? []), name])
  }
  const [[only]] = by
  return by.size === 1 ? only : [...by].map(([advice, names]) => `${capital(lower(names))}: ${advice}`).join(' ')
}

function sentence(readers: readonly Reader[], plain: AnyPlain, says: string, spots: readonly Spot[]): string {
  const [first] = spots
  const alike = spots.every((s) => s.onset === first.onset && s.text === first.text)
  const all = seatsIn(readers, spots).length === readers.length
  if (plain.one && alike && all)
    return `In ${placesForAll(readers, [first])}: ${first.text[0].toLowerCase()}${first.text.slice(1).replace(':', ',')}`
  if (plain.bare && all) return `${says}.`
  return `${says}, ${sayPlaces(readers, spots)}.`
}
