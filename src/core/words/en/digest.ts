import { meterName } from '../../music/time'
import { type ScaleOrChord } from '../../reading/form'
import type { SeatMap } from '../../fingering/map'
import { sayPositionKey, type Instrument } from '../../instruments/instrument'
import type { Combination } from '../../instruments/reads'
import { plainNote, printedNote, sayKey, spokenNote } from '../../music/noteName'
import { inWords } from '../../count'
import { capital, inSentence, people, sayList, sayNames } from '../../names'
import { headMeasure, inMeasures, isThroughout, nameForAll, nameOf, sayMeasure, sayMeasures } from '../../piece/address'
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
import { asCalled } from './called'
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
  return people(instrument.name)
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
  'out-of-reach': 'Can’t be played as written',
  'new-for-class': ({ news }, instrument, talk) => `New for this class: ${sayNews(talk, instrument, news)}`,
  'new-rhythm': ({ rhythm, meter }) => `New for this class: ${sayRhythm(rhythm, meter)}`,
  'new-combination': ({ together }) => `First time together: ${TOGETHER[together]}`,
  pickup: ({ beat, bow }) => `Starts with a pickup on beat ${beat}, ${bow ? `${bow}-bow` : 'plucked'}`,
  dotted: ({ long }) => `Dotted ${long}, then ${long === 'quarter' ? 'an eighth' : 'a sixteenth'}`,
  triplet: ({ actual, normal }) => `${actual} even notes in the time of ${normal}`,
  syncopation: ({ tied, weak }) =>
    tied
      ? 'Tied over the barline'
      : weak
        ? 'Short, long, short: the long note is on 2'
        : 'Starts between the beats and holds through the next',
  'counted-rest': 'Count the rests, then come in',
  'changed-rhythm': 'Notes you know, in a new rhythm',
  'long-after-short': 'Long note after short ones',
  extension: 'Open the hand',
  'fourth-finger': 'Fourth finger',
  'four-or-open': ({ four }) => (four ? 'Fourth finger, not the open string' : 'Open string, not the fourth finger'),
  'wide-gap': 'Wide gap between two fingers',
  slide: 'One finger slides between low and high',
  'two-places': 'The finger pattern changes on the next string',
  'double-stop': 'Two strings at once',
  'arch-kept': 'A finger stays down next to a ringing open string',
  'lowest-string': 'Over to the lowest string',
  'skip-crossing': 'Skip to the next string, one finger on each',
  fifth: 'One finger on two strings',
  'skip-string': 'Skip a string',
  'lands-alone': 'One finger lands on its own',
  'hand-crossing': 'The left hand goes to the next string',
  'bow-crossing': 'Only the bow changes strings',
  'shared-letter': ({ which, pitch }, _, { names }) => {
    const name = printedNote(names, { letter: pitch.letter, alter: 0 })
    return `${capital(which)} ${name}, not the open ${name}`
  },
  'letter-two-strings': ({ pitch }, _, { names }) => `${printedNote(names, pitch)} is on two strings`,
  'ledger-lines': 'Ledger lines',
  'first-slur': ({ known }) => (known ? 'Several notes in one bow' : 'New for this class: a slur, several notes in one bow'),
  'wrong-bow': (f) =>
    'lift' in f ? 'Lift in the rest and start down-bow again' : f.retake ? 'Lift before the repeat' : 'The downbeat comes up-bow',
  'uneven-bow': 'Long bow, short bow back',
  'pluck-change': ({ plucked }) => (plucked ? 'Change from bow to plucking' : 'Change from plucking to bow'),
  'other-loudness': ({ softer }) => `The same again, ${softer ? 'softer' : 'louder'}. Keep the tempo`,
  'no-rest': ({ from, to }, _, __, line) =>
    from === null ? 'No rests anywhere' : `No rests from ${sayMeasure(line, from)} to ${to === null ? 'the end' : nameOf(line, to)}`,
  'look-alike': 'Starts like an earlier measure, then changes',
  'repeat-way': 'Know where the repeat goes',
}

/** What is known of any kind's words: the facts that it is given are those of its own kind. */
const placesOf = PLACES as {
  readonly [K in Spot['kind']]?: string | ((f: Spot['facts'], instrument: Instrument, talk: Tongue, line: Line) => string)
}

/** "violas and cellos", in a sentence. */
const lower = (names: readonly string[]): string => sayList(names.map(inSentence))

/** A section by its people: "violas"; a seat with a name of its own by that. */
const nameIn = ({ maps, several }: Seats, seat: SeatId): string => {
  const map = maps.find((m) => m.seat.id === seat)!
  return several?.get(seat) ?? (map.seat.name === map.instrument.name ? people(map.seat.name) : map.seat.name)
}

/** Whether names speak of more than one: "violas" do, "Violin 2" does not. */
const areMany = ({ maps, several }: Seats, names: readonly string[]): boolean =>
  names.length > 1 || [...(several?.values() ?? [])].includes(names[0]) || maps.some((m) => people(m.instrument.name) === names[0])

/** What they do, of one or of several: "go", "goes". */
const verb = (of: Seats, names: readonly string[], many: string, one: string): string => (areMany(of, names) ? many : one)

/** Measures that several seats read, as all of them have it printed: "measures 3 and 7". */
const placesForAll = (maps: readonly SeatMap[], indices: readonly number[]): string =>
  nameForAll(
    maps.map((m) => m.line),
    indices,
  )

/** Seats that say the same, together: "2 on D for violins and violas". */
function together(said: readonly { readonly says: string; readonly name: string }[]): [says: string, names: string[]][] {
  const by = new Map<string, string[]>()
  for (const { says, name } of said) by.set(says, [...(by.get(says) ?? []), name])
  return [...by]
}

/** Every measure that a spot speaks of: where first beats come up-bow, all of them. */
const placesOfSpot = ({ index, facts }: Spot): readonly number[] => ('also' in facts ? [index, ...facts.also] : [index])

const THROUGHOUT = 'all the way through'

/**
 * What is so, for whom and where: "Measures 3 and 7: skip to the next string.", "Cellos, measure 3: open the hand.",
 * "Open the hand. Violas: measure 2. Cellos: measures 3 and 7."
 */
function sayWhere(of: Seats, says: string, spots: readonly Spot[]): string {
  const { maps } = of
  const groups = together(
    maps.flatMap((m) => {
      const own = spots.filter((s) => s.seat === m.seat.id).flatMap(placesOfSpot)
      if (own.length === 0) return []
      return [{ says: isThroughout(m.line, own) ? THROUGHOUT : sayMeasures(m.line, own), name: nameIn(of, m.seat.id) }]
    }),
  )
  if (groups.length > 1) return [`${says}.`, ...groups.map(([where, names]) => `${capital(lower(names))}: ${where}.`)].join(' ')
  const [[where, names]] = groups
  const all = names.length === maps.length
  // What has its own colon stands before the place.
  if (says.includes(': '))
    return all ? `${says}, ${where === THROUGHOUT ? where : `in ${where}`}.` : `${says}. ${capital(lower(names))}: ${where}.`
  if (all) return where === THROUGHOUT ? `${says}, ${where}.` : `${capital(where)}: ${begin(says)}.`
  return `${capital(lower(names))}, ${where}: ${begin(says)}.`
}

/** A sentence that goes on after a colon: a word begins small, a note stays as it is. */
const begin = (says: string): string => (/^[A-Z][a-z]+(?<!^[A-H](?:is|es|s)) /.test(says) ? says[0].toLowerCase() + says.slice(1) : says)

/** Ways to play one note that are still said one by one. */
const MOST_WAYS = 2

/** "2 on D for violins and violas, 1 on A for cellos": how each seat plays a form. */
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

/** A thing in the words of a class. */
export function sayThing(of: Seats, thing: Thing): SaidThing {
  const said = inOurWords(of, thing)
  return { ...said, text: asCalled(of.talk, said.text), advice: asCalled(of.talk, said.advice) }
}

function inOurWords(of: Seats, thing: Thing): SaidThing {
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
    if (others.every((o) => o === text)) return `${capital(placesForAll(of.maps, [first.index]))}: ${begin(text).replace(':', ',')}`
  }
  const row = placesOf[first.kind]!
  const says = typeof row === 'string' ? row : row(first.facts, telling(first).instrument, of.talk, telling(first).line)
  if (!bare) return sayWhere(of, says, spots)
  return all ? `${says}.` : `${capital(lower(thing.seats.map((id) => nameIn(of, id))))}: ${begin(says)}.`
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

/** " for violas and cellos" where it is not for everybody. */
const forWhom = (of: Seats, whose: readonly SeatMap[]): string =>
  whose.length < of.maps.length ? ` for ${lower(whose.map((m) => nameIn(of, m.seat.id)))}` : ''

/** "Two kinds of C: C sharp in measures 4 and 7, C natural in measure 5." with what each seat does for both. */
function sayForms(of: Seats, thing: Thing, { letter, forms, rule }: Of<'forms'>): Words {
  const whose = concerned(of, thing)
  const whom = forWhom(of, whose)
  const text =
    forms.length > 1
      ? `${capital(inWords(forms.length))} kinds of ${printedNote(of.talk.names, { letter, alter: 0 })}${whom}. ${forms.map((f) => `${capital(sayForm(of.talk, f))}: ${placesForAll(whose, f.at)}.`).join(' ')}`
      : `${capital(sayForm(of.talk, forms[0]))} is not in the key. Watch ${placesForAll(whose, forms[0].at)}${whom}.`
  const fingers = forms.map((f) => {
    const how = sayWays(of, f)
    return how && `${capital(sayForm(of.talk, f))}: ${how}.`
  })
  const says = rule && { 'barline takes': 'The barline cancels a sign.', holds: 'A sign lasts to the barline.' }[rule]
  return { text, advice: [says, ...fingers].filter(Boolean).join(' ') }
}

/** "F sharp and C sharp are only in the key signature. Watch measures 1 and 3." */
function saySignature(of: Seats, thing: Thing, { forms }: Of<'signature'>): Words {
  const whose = concerned(of, thing)
  const list = forms.map((f) => ({ f, name: sayForm(of.talk, f, false) }))
  const places = placesForAll(
    whose,
    forms.flatMap((f) => f.at),
  )
  return {
    text: `${capital(sayList(list.map((x) => x.name)))} ${list.length > 1 ? 'are' : 'is'} only in the key signature. Watch ${places}${forWhom(of, whose)}.`,
    advice: list.map(({ f, name }) => `${capital(name)}: ${sayWays(of, f)}.`).join(' '),
  }
}

/** "Cellos go to IV for the first time in measure 3. Everyone else stays in first position." */
function sayVisits(of: Seats, { fresh, known, stay }: Of<'visits'>): Words {
  const groupsOf = (away: readonly Away[], at: (a: Away) => readonly number[]) =>
    together(
      away.map((a) => {
        const { line } = of.maps.find((m) => m.seat.id === a.seat)!
        return { says: `${sayList(a.to.map(sayPositionKey))}|${inMeasures(line, at(a))}`, name: nameIn(of, a.seat) }
      }),
    ).map(([says, names]) => ({ names, to: says.split('|')[0], where: says.split('|')[1] }))
  const news = groupsOf(fresh, (a) => [Math.min(...a.at)])
  const olds = groupsOf(known, (a) => a.at)
  const others = stay.map((s) => nameIn(of, s))
  const text = [
    ...news.map(
      ({ names, to, where }) => `${capital(lower(names))} ${verb(of, names, 'go', 'goes')} to ${to} for the first time ${where}.`,
    ),
    ...olds.map(({ names, to, where }) => `${capital(lower(names))} ${verb(of, names, 'play', 'plays')} in ${to} ${where}.`),
    ...(others.length === 0
      ? []
      : [
          others.length === 1
            ? `${capital(inSentence(others[0]))} ${verb(of, others, 'stay', 'stays')} in first position.`
            : 'Everyone else stays in first position.',
        ]),
  ].join(' ')
  const many = areMany(
    of,
    fresh.map((a) => nameIn(of, a.seat)),
  )
  const there = 'Move hand and thumb together while there is time.'
  return {
    text,
    advice: fresh.length ? `Teach the move first, or give ${many ? 'these seats' : 'this seat'} something else there.` : there,
  }
}

/** How many measures are said one by one to be another again. */
const MOST_RETURNS = 3

/** "Old friends: measures 5–8 come back note for note. Measure 3 is the D major scale going up." */
function sayReturns({ maps: [{ line }], talk }: Seats, { again, runs }: Of<'returns'>): Words {
  const at = again.map((u) => u.at)
  const named = runs.map((r) => `${capital(sayMeasures(line, r.at))} ${r.at.length > 1 ? 'are' : 'is'} ${sayKnown(talk, r.run)}.`)
  const text = [
    ...(at.length ? [`Old friends: ${sayMeasures(line, at)} ${at.length > 1 ? 'come' : 'comes'} back note for note.`] : []),
    ...(at.length ? named : named.map((n, i) => (i === 0 ? `Old friends: ${begin(n)}` : n))),
  ].join(' ')
  const said = again.slice(0, MOST_RETURNS).map((u) => `${headMeasure(line, u.at)} is ${sayMeasure(line, u.is)} again.`)
  return { text, advice: said.length ? said.join(' ') : 'Play it once on its own, as in the warm-up. Then you know it.' }
}

/** "the D major scale going down", "the D major chord, one note at a time". */
const sayKnown = ({ names }: Tongue, r: ScaleOrChord): string =>
  r.kind === 'scale'
    ? `the ${sayKey(names, r.key)} scale going ${r.up ? 'up' : 'down'}`
    : `the ${printedNote(names, r.root)} ${r.quality} chord, one note at a time`

/** "Violas and cellos have no E string. They read one octave lower than usual." */
function sayOctaves(of: Seats, { moved, stays }: Of<'octave'>): Words {
  const said = together(
    moved.map(({ seat, by, lacks }) => ({
      says: `no ${plainNote(of.talk.names, lacks)} string|${by === -1 ? 'one octave' : `${inWords(-by)} octaves`}`,
      name: nameIn(of, seat),
    })),
  ).map(([says, names]) => {
    const [lacks, far] = says.split('|')
    const [has, reads] = areMany(of, names) ? ['have', 'They read'] : ['has', 'It reads']
    return `${capital(lower(names))} ${has} ${lacks}. ${reads} ${far} lower than usual.`
  })
  return {
    text: said.join(' '),
    advice: `${stays ? 'That keeps everything in first position.' : 'That is easiest for the hand.'} Say the first note and its string before anyone plays.`,
  }
}

/** "Feel 5/4 in two and three." */
function sayMeters({ felt }: Of<'meter'>): Words {
  const said = felt.map(({ meter, groups }) => `Feel ${meterName(meter)} in ${sayList(groups.map(inWords))}.`)
  const [{ groups }] = felt
  const counted = groups.map((g) => Array.from({ length: g }, (_, i) => i + 1).join(' ')).join(' · ')
  return { text: said.join(' '), advice: `Count ${counted} and step on each 1. Then say the notes over it.` }
}
