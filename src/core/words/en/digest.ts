import { keyName } from '../../music/key'
import { meterName } from '../../music/time'
import { type ScaleOrChord } from '../../reading/form'
import type { SeatMap } from '../../fingering/map'
import { sayPositionKey, type Instrument } from '../../instruments/instrument'
import type { Combination } from '../../instruments/reads'
import { printedNote, spokenNote } from '../../music/noteName'
import { capital, inSentence, sayList, sayNames } from '../../names'
import { addressesOf, nameAll, nameForAll, nameOf, sayMeasure } from '../../piece/address'
import type { Line, Piece } from '../../piece/piece'
import type { ClassSettings } from '../../plan/class'
import type { SpotChoice } from '../../reading/choice'
import { alikeSeats, seatsAlike } from '../../reading/digest/alike'
import { digestOf } from '../../reading/digest/digest'
import { readersOf } from '../../reading/digest/readers'
import type { ByPlaces } from '../../reading/digest/plain'
import type { Away, Form, FormAt, Thing, ThingFacts } from '../../reading/digest/thing'
import { atFirst } from '../../reading/family'
import type { SpotFacts } from '../../reading/spots/facts'
import type { Spot } from '../../reading/spots/spot'
import type { SeatId } from '../../seats/seat'
import { sayNews, tellingOf } from './fingering'
import { sayStops, type Tongue } from './hands'
import { sayRhythm } from './spots/rhythm'
import { adviseOn, sayTrip } from './spots/said'

/** The seats of a class, in score order, with the line that each reads; and how the class talks. */
type Seats = {
  readonly maps: readonly SeatMap[]
  readonly talk: Tongue
  /** What seats are called that stand for several: "Violins". */
  readonly several?: ReadonlyMap<SeatId, string>
}

/**
 * What is said first of a mapped piece, in the words of its class. Seats that read and play the same are one: what holds of
 * them is said once and counts once.
 */
export function sayFirst(
  piece: Piece,
  maps: readonly SeatMap[],
  spots: SpotChoice,
  klass: Pick<ClassSettings, 'spots' | 'reads'> & { readonly talk: Tongue },
): readonly SaidThing[] {
  const groups = alikeSeats(maps, klass.reads)
  const ones = groups.map(([first]) => first)
  const several = new Map(groups.flatMap((g) => (g.length > 1 ? [[g[0].seat.id, nameOfSeveral(g, maps)] as const] : [])))
  const all = seatsAlike(groups)
  const of: Seats = { maps: ones, talk: klass.talk, several }
  return digestOf(readersOf(piece, ones, spots, klass.spots, klass.reads)).map((thing) => {
    const said = sayThing(of, thing)
    return { ...said, seats: said.seats.flatMap((id) => all.get(id)!.map((m) => m.seat.id)) }
  })
}

/** "Violins" where all of an instrument are meant; else their names. */
function nameOfSeveral(group: readonly SeatMap[], maps: readonly SeatMap[]): string {
  const [{ instrument }] = group
  const own = maps.filter((m) => m.instrument === instrument)
  if (own.length > group.length) return sayNames(group.map((m) => m.seat.name))
  return `${instrument.name}${instrument.name.endsWith('s') ? 'es' : 's'}`
}

/** A thing with what is said of it: one sentence, and what to do. */
export type SaidThing = Thing & { readonly text: string; readonly advice: string }

/** Two known things in as few words as a list has room for. */
const TOGETHER: Record<Combination, string> = {
  'slur across strings': 'slur across strings',
  'fourth finger in a slur': 'fourth finger in a slur',
  'shift in a slur': 'shift in a slur',
  'dotted across strings': 'dotted across strings',
}

/** How a kind is said once for all its places. */
const PLACES: { readonly [K in ByPlaces]: string | ((f: SpotFacts[K], instrument: Instrument, talk: Tongue, line: Line) => string) } = {
  'out-of-reach': 'It cannot be played as written',
  'new-for-class': ({ news }, instrument, talk) => `New for this class: ${sayNews(talk, instrument, news)}`,
  'new-rhythm': ({ rhythm, meter }) => `New for the class: ${sayRhythm(rhythm, meter)}`,
  'new-combination': ({ together }) => `Known, but new together: ${TOGETHER[together]}`,
  pickup: ({ beat, bow }) => `Begins before the first full measure, on beat ${beat}, ${bow ? `${bow}-bow` : 'plucked'}`,
  dotted: ({ long }) => `Dotted ${long} and ${long === 'quarter' ? 'eighth' : 'sixteenth'}`,
  triplet: ({ actual, normal }) => `${actual} even notes in the time of ${normal}`,
  syncopation: ({ tied, weak }) =>
    tied
      ? 'Tied over the barline'
      : weak
        ? 'Short, long, short: the long note comes on 2'
        : 'Struck between the beats and held over the next',
  'counted-rest': 'Entries to be counted after a rest',
  'changed-rhythm': 'Known notes in another rhythm',
  'long-after-short': 'A long note after short ones',
  extension: 'The hand opens',
  'fourth-finger': 'The fourth finger',
  'four-or-open': ({ four }) => (four ? 'The fourth finger' : 'An open string, where 4 would stay'),
  'wide-gap': 'A wide gap between two fingers',
  slide: 'One finger slides between two places',
  'two-places': 'Fingers lie otherwise than on the next string',
  'double-stop': 'Two strings at once',
  'arch-kept': 'A finger kept while the open string beside it sounds',
  'lowest-string': 'Fingers on the lowest string',
  'skip-crossing': 'A skip to another string, a finger on each',
  fifth: 'One finger on two strings',
  'skip-string': 'A string is skipped',
  'lands-alone': 'A finger lands alone',
  'hand-crossing': 'The left hand crosses to the next string',
  'bow-crossing': 'The bow crosses, the fingers stay',
  'shared-letter': ({ which, pitch }, _, { names }) => {
    const name = printedNote(names, { letter: pitch.letter, alter: 0 })
    return `${capital(which)} ${name}, not the open ${name}`
  },
  'letter-two-strings': ({ pitch }, _, { names }) => `${printedNote(names, pitch)} lies on two strings`,
  'ledger-lines': 'Notes far off the staff',
  'first-slur': ({ known }) => (known ? 'Several notes in one bow' : 'New for the class: a slur, several notes in one bow'),
  'wrong-bow': (f) =>
    'lift' in f ? 'Lift in the rest and begin down-bow again' : f.retake ? 'The repeat needs a retake' : 'The first beat comes up-bow',
  'uneven-bow': 'A long bow and a short one back',
  'pluck-change': ({ plucked }) => (plucked ? 'From bow to plucking' : 'From plucking back to the bow'),
  'other-loudness': ({ softer }) => `What returns ${softer ? 'softer' : 'louder'}: the same tempo`,
  'no-rest': ({ from, to }, _, __, line) =>
    from === null
      ? 'No rest in the whole piece'
      : `No rest from ${sayMeasure(line, from)} to ${to === null ? 'the end' : nameOf(line, to)}`,
  'look-alike': 'What begins like an earlier measure goes on otherwise',
  'repeat-way': 'Look where the repeat goes',
}

/** What is known of any kind's words: the facts that it is given are those of its own kind. */
const placesOf = PLACES as {
  readonly [K in Spot['kind']]?: string | ((f: Spot['facts'], instrument: Instrument, talk: Tongue, line: Line) => string)
}

/** "viola and cello", in a sentence. */
const lower = (names: readonly string[]): string => sayList(names.map(inSentence))

const nameIn = ({ maps, several }: Seats, seat: SeatId): string => several?.get(seat) ?? maps.find((m) => m.seat.id === seat)!.seat.name

/** Whether names speak of more than one seat. */
const areMany = ({ several }: Seats, names: readonly string[]): boolean =>
  names.length > 1 || [...(several?.values() ?? [])].includes(names[0])

/** Measures that several seats read, as all of them have it printed. */
const placesForAll = (maps: readonly SeatMap[], indices: readonly number[]): string =>
  nameForAll(
    maps.map((m) => m.line),
    indices,
  )

/** Seats that say the same, together: "2 on D for violin and viola". */
function together(said: readonly { readonly says: string; readonly name: string }[]): [says: string, names: string[]][] {
  const by = new Map<string, string[]>()
  for (const { says, name } of said) by.set(says, [...(by.get(says) ?? []), name])
  return [...by]
}

/** Every measure that a spot speaks of: where first beats come up-bow, all of them. */
const placesOfSpot = ({ index, facts }: Spot): readonly number[] => ('also' in facts ? [index, ...facts.also] : [index])

/** Where and for whom: "in 6" where it is all, "in 6 and 10: viola and cello", "in 2 for cello, in 3 and 7 for viola". */
function sayPlaces(of: Seats, spots: readonly Spot[]): string {
  const { maps } = of
  const groups = together(
    maps.flatMap((m) => {
      const own = spots.filter((s) => s.seat === m.seat.id).flatMap(placesOfSpot)
      return own.length === 0 ? [] : [{ says: nameAll(m.line, own), name: nameIn(of, m.seat.id) }]
    }),
  )
  if (groups.length === 1) {
    const [[where, names]] = groups
    return `in ${where}${names.length === maps.length ? '' : `: ${lower(names)}`}`
  }
  return groups.map(([where, names]) => `in ${where} for ${lower(names)}`).join(', ')
}

/** Ways to play one note that are still said one by one. */
const MOST_WAYS = 2

/** "2 on D for violin and viola, 1 on A for cello": how each seat plays a form. */
const sayWays = (of: Seats, { ways }: FormAt): string =>
  together(
    ways.map(({ seat, holds }) => {
      const { instrument } = of.maps.find((m) => m.seat.id === seat)!
      const said = [...new Set(holds.map((h) => sayStops(of.talk, instrument, h)))]
      return { says: said.length > MOST_WAYS ? 'several places' : said.join(' or '), name: nameIn(of, seat) }
    }),
  )
    .map(([finger, names]) => `${finger} for ${lower(names)}`)
    .join(', ')

/** "C sharp in 4 and 7"; a place of several words stands in brackets. */
const formAt = (form: string, where: string): string => (/line|measure/.test(where) ? `${form} (${where})` : `${form} in ${where}`)

/** A thing in the words of a class. */
export function sayThing(of: Seats, thing: Thing): SaidThing {
  const { facts } = thing
  switch (facts.kind) {
    case 'alike':
      return { ...thing, text: sayAlike(of, thing, facts), advice: adviceFor(of, thing.spots) }
    case 'forms':
      return { ...thing, ...sayForms(of, thing, facts) }
    case 'signature':
      return { ...thing, ...saySignature(of, thing, facts) }
    case 'visits':
      return { ...thing, ...sayVisits(of, facts) }
    case 'returns':
      return { ...thing, ...sayReturns(of, facts) }
    case 'octave':
      return { ...thing, ...sayOctaves(of, facts) }
    case 'meter':
      return { ...thing, ...sayMeters(facts) }
  }
}

type Of<K extends ThingFacts['kind']> = Extract<ThingFacts, { kind: K }>
type Words = { readonly text: string; readonly advice: string }

function sayAlike(of: Seats, thing: Thing, { bare, one }: Of<'alike'>): string {
  const { spots } = thing
  const [first] = spots
  const telling = (s: Spot) =>
    tellingOf(
      of.maps.find((m) => m.seat.id === s.seat)!,
      of.talk,
    )
  const all = thing.seats.length === of.maps.length
  if (one && all && spots.every((s) => s.onset === first.onset)) {
    const [text, ...others] = spots.map((s) => sayTrip(s, telling(s)))
    if (others.every((o) => o === text))
      return `In ${placesForAll(of.maps, [first.index])}: ${text[0].toLowerCase()}${text.slice(1).replace(':', ',')}`
  }
  const row = placesOf[first.kind]!
  const says = typeof row === 'string' ? row : row(first.facts, telling(first).instrument, of.talk, telling(first).line)
  return bare && all ? `${says}.` : `${says}, ${sayPlaces(of, spots)}.`
}

/** What to do: the remedy of each seat's hardest place, and for whom, where hands differ in it. */
function adviceFor(of: Seats, spots: readonly Spot[]): string {
  const by = together(
    of.maps.flatMap((m) => {
      const own = spots.filter((s) => s.seat === m.seat.id)
      if (own.length === 0) return []
      const hardest = own.reduce((a, b) => (atFirst(b) > atFirst(a) ? b : a))
      return [{ says: adviseOn(hardest, tellingOf(m, of.talk)), name: nameIn(of, m.seat.id) }]
    }),
  )
  return by.length === 1 ? by[0][0] : by.map(([advice, names]) => `${capital(lower(names))}: ${advice}`).join(' ')
}

const sayForm = ({ names }: Tongue, f: Form, natural = true): string => spokenNote(names, f, natural)

/** Whom a thing concerns, where that is not everybody. */
const concerned = ({ maps }: Seats, { seats }: Thing): readonly SeatMap[] => maps.filter((m) => seats.includes(m.seat.id))

/** "C sharp in 4 and 7, C natural in 5." with what each seat does for both. */
function sayForms(of: Seats, thing: Thing, { letter, forms, rule }: Of<'forms'>): Words {
  const whose = concerned(of, thing)
  const at = (f: FormAt) => formAt(sayForm(of.talk, f), placesForAll(whose, f.at))
  const text =
    forms.length > 1
      ? `${printedNote(of.talk.names, { letter, alter: 0 })} comes in ${forms.length === 2 ? 'two' : forms.length} forms: ${sayList(forms.map(at))}`
      : `${at(forms[0])} is not in the key`
  const fingers = forms.map((f) => {
    const how = sayWays(of, f)
    return how && `${sayForm(of.talk, f)}: ${how}.`
  })
  const says = rule && { 'barline takes': 'The barline takes a sign away.', holds: 'A sign holds to the barline.' }[rule]
  return {
    text: `${text}${whose.length < of.maps.length ? `, for ${lower(whose.map((m) => nameIn(of, m.seat.id)))}` : ''}.`,
    advice: [says, ...fingers].filter(Boolean).join(' '),
  }
}

/** "F sharp and C sharp come from the signature, first in 1." */
function saySignature(of: Seats, thing: Thing, { forms }: Of<'signature'>): Words {
  const whose = concerned(of, thing)
  const list = forms.map((f) => ({ f, name: sayForm(of.talk, f, false), place: placesForAll(whose, f.at) }))
  const one = new Set(list.map((x) => x.place)).size === 1
  const text = one
    ? `Only the signature says ${sayList(list.map((x) => x.name))}, first in ${list[0].place}`
    : `Only the signature says ${sayList(list.map((x) => `${x.name} (first in ${x.place})`))}`
  return {
    text: `${text}${whose.length < of.maps.length ? `: ${lower(whose.map((m) => nameIn(of, m.seat.id)))}` : ''}.`,
    advice: list.map(({ f, name }) => `${name}: ${sayWays(of, f)}.`).join(' '),
  }
}

/** Who leaves first position, where to and where. */
function sayVisits(of: Seats, { fresh, known, stay }: Of<'visits'>): Words {
  const groupsOf = (away: readonly Away[]) =>
    together(away.map(({ seat, at }) => ({ says: nameAll(of.maps.find((m) => m.seat.id === seat)!.line, at), name: nameIn(of, seat) })))
  const [news, olds] = [groupsOf(fresh), groupsOf(known)]
  const all = [...news, ...olds]
  const by = (groups: readonly (readonly [string, readonly string[]])[]) => sayList(groups.map(([at, who]) => `by ${lower(who)} in ${at}`))
  const others = stay.map((s) => nameIn(of, s))
  const stays = others.length === 0 ? '' : `; ${lower(others)} ${areMany(of, others) ? 'stay' : 'stays'}`
  const text =
    all.length === 1
      ? `${capital(lower(all[0][1]))} ${areMany(of, all[0][1]) ? 'leave' : 'leaves'} first position in ${all[0][0]}${news.length ? ', which is new' : ''}`
      : news.length === 0
        ? `First position is left ${by(olds)}`
        : `First position is left ${by(news)}, which is new${olds.length ? `; ${by(olds)}, which is known` : ''}`
  const to = (away: readonly Away[]) => away.map((a) => `${lower([nameIn(of, a.seat)])} to ${sayList(a.to.map(sayPositionKey))}`).join('; ')
  return {
    text: `${text}${stays}.`,
    advice: fresh.length
      ? `${capital(to(fresh))}. Teach the move by itself first, or give ${
          areMany(
            of,
            fresh.map((a) => nameIn(of, a.seat)),
          )
            ? 'these seats'
            : 'this seat'
        } something else there.${known.length ? ` ${capital(to(known))}: hand and thumb together, while there is time.` : ''}`
      : `${capital(to(known))}. Hand and thumb go together, while there is time; then from note to note.`,
  }
}

/** "Old friends: 5 to 8 come again note for note, and 3 is a D major scale, up." */
function sayReturns({ maps: [{ line }], talk }: Seats, { again, runs }: Of<'returns'>): Words {
  const places = nameAll(
    line,
    again.map((u) => u.at),
  )
  const named = runs.map(({ run, at }) => `${nameAll(line, at)} ${at.length > 1 ? 'are' : 'is'} ${sayKnown(talk, run)}`)
  const said = again.map((u) => `${nameOf(line, u.at)} is ${nameOf(line, u.is)} again`)
  const text = [
    ...(places ? [`Old friends, note for note: ${places}`] : []),
    ...named.slice(0, 1).map((x) => (places ? capital(x) : `Old friends: ${x}`)),
    ...named.slice(1),
  ]
  return {
    text: `${places ? `${text[0]}.${named.length ? ` ${text.slice(1).join('; ')}.` : ''}` : `${text.join('; ')}.`}`,
    advice: said.length
      ? `${capital(said.join(addressesOf(line) ? '; ' : ', '))}.`
      : 'Play it by itself once, as in the warm-up; then it is known.',
  }
}

/** "the D major scale, down", "the chord of D major, note by note". */
const sayKnown = ({ names }: Tongue, r: ScaleOrChord): string =>
  r.kind === 'scale'
    ? `the ${keyName(r.key)} scale, ${r.up ? 'up' : 'down'}`
    : `the chord of ${printedNote(names, r.root)} ${r.quality}, note by note`

/** "Viola and cello have no E string: they read an octave lower than usual." */
function sayOctaves(of: Seats, { moved, stays }: Of<'octave'>): Words {
  const said = together(
    moved.map(({ seat, by, lacks }) => ({
      says: `no ${lacks} string|${by === -1 ? 'an octave' : `${-by} octaves`}`,
      name: nameIn(of, seat),
    })),
  ).map(([says, names]) => {
    const [lacks, far] = says.split('|')
    const [has, reads] = areMany(of, names) ? ['have', 'they read'] : ['has', 'it reads']
    return `${capital(lower(names))} ${has} ${lacks}: ${reads} ${far} lower than usual`
  })
  return {
    text: `${said.join('. ')}.`,
    advice: `${stays ? 'There all of it lies in first position.' : 'There the hand has least to do.'} Say the first note with its string before anybody plays.`,
  }
}

const GROUPS: Readonly<Record<number, string>> = { 2: 'two', 3: 'three', 4: 'four' }

/** "5/4 is felt in two and three." */
function sayMeters({ felt }: Of<'meter'>): Words {
  const said = felt.map(({ meter, groups }) => `${meterName(meter)} is felt in ${sayList(groups.map((g) => GROUPS[g] ?? `${g}`))}`)
  const [{ groups }] = felt
  const counted = groups.map((g) => Array.from({ length: g }, (_, i) => i + 1).join(' ')).join(' · ')
  return { text: `${said.join('; ')}.`, advice: `Count ${counted}, a step of the foot on each 1; then say the notes over it.` }
}
