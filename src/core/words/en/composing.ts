import type { Against, Apart, CanPlay, Fit, Sides } from '../../composing/fit'
import { count, sayTimes } from '../../count'
import { keyName } from '../../music/key'
import { printedNote, printedPitch, sayKey, type NoteNames } from '../../music/noteName'
import { midiOf, stepsOf, type Pitch } from '../../music/pitch'
import { meterName } from '../../music/time'
import { capital, sayList } from '../../names'
import { headBeat, sayMeasure } from '../../piece/address'
import type { Line } from '../../piece/piece'

const INTERVALS = ['second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'] as const
/** Half steps of each interval where it is neither diminished nor augmented. */
const PLAIN = [
  [1, 2],
  [3, 4],
  [5, 5],
  [7, 7],
  [8, 9],
  [10, 11],
] as const

const qualityOf = (steps: number, halfSteps: number): string => {
  const [least, most] = PLAIN[steps - 1]
  return halfSteps < least ? 'a diminished' : halfSteps > most ? 'an augmented' : 'a'
}

/** "G against A, a second on a strong beat". */
function sayRub(names: NoteNames, [x, y]: readonly [Pitch, Pitch], strong: boolean): string {
  const apart = Math.abs(stepsOf(x) - stepsOf(y)) % 7
  const halfSteps = Math.abs(midiOf(x) - midiOf(y)) % 12
  const what =
    halfSteps === 6 ? 'a tritone' : apart === 0 ? 'two forms of one letter' : `${qualityOf(apart, halfSteps)} ${INTERVALS[apart - 1]}`
  return `${printedNote(names, x)} against ${printedNote(names, y)}, ${what}${strong ? ' on a strong beat' : ''}`
}

/** "Measure 5, beat 3: C against F♯, a tritone on a strong beat." `line`: the first of the two. */
export function sayAgainst(line: Line, names: NoteNames, a: Against): string {
  const what = a.kind === 'rub' ? sayRub(names, a.pitches, a.strong) : `${a.kind} in a row`
  return `${headBeat(line, a.index, a.beat)}: ${what}.`
}

function sayApart(line: Line, apart: Apart): string {
  switch (apart.kind) {
    case 'over':
      return 'The second comes in after the first is over.'
    case 'barlines':
      return `They don’t line up: in ${sayMeasure(line, apart.index)} the barlines come apart.`
    case 'meter': {
      const [m, n] = apart.meters.map(meterName)
      return `They don’t line up: ${m} against ${n} in ${sayMeasure(line, apart.index)}.`
    }
  }
}

/** Whether two lines fit: "These two clash 7 times, 3 of them on strong beats." `line`: the first of the two. */
export function sayFit(line: Line, { apart, verdict, places, met, against }: Fit): string {
  if (apart) return sayApart(line, apart)
  if (places === 0) return 'They never play at the same time.'
  const parallels = against.filter((r) => r.kind !== 'rub').length
  const tail = parallels ? ` Fifths or octaves move in parallel ${sayTimes(parallels)}.` : ''
  const head = { fits: 'These two fit together.', nearly: 'These two nearly fit.', not: 'These two don’t fit.' }[verdict]
  if (met.rub === 0) return `${head}${tail}`
  return `${head} They clash ${sayTimes(met.rub)}, ${onStrong(met.rub, against.filter((r) => r.kind === 'rub' && r.strong).length)}.${tail}`
}

/** How many of the clashes are on strong beats. */
function onStrong(clashes: number, strong: number): string {
  if (clashes === 1) return strong ? 'on a strong beat' : 'not on a strong beat'
  if (strong === 0) return 'never on a strong beat'
  return `${strong === clashes ? 'always' : sayTimes(strong)} on a strong beat`
}

/** The same with its figures, for whoever asks why: "Of 18 places where both sound, 15 are at rest and 3 pass by step." */
export function sayFitWhy({ apart, places, met }: Fit): string {
  if (apart || places === 0) return ''
  const each = (n: number, one: string, many: string): string[] => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`])
  const what = [
    ...each(met.rest, 'is at rest', 'are at rest'),
    ...each(met.passing, 'passes by step', 'pass by step'),
    ...each(met.fourth, 'is a bare fourth', 'are bare fourths'),
    ...each(met.rub, 'clashes', 'clash'),
  ]
  return `Of ${count(places, 'place')} where both play, ${sayList(what)}.`
}

/** "8 measures each, 4/4, in D major. The first goes from D4 to B4, the second from G3 to D4." */
export function saySides(names: NoteNames, { measures: [x, y], after, meter, keys: [a, b], ranges }: Sides): string {
  const lengths =
    after > 0
      ? `the second comes in ${count(after, 'measure')} later`
      : x === y
        ? `${count(x, 'measure')} each`
        : `${count(x, 'measure')} against ${y}, so the longer one goes on alone`
  const keys = keyName(a) === keyName(b) ? `in ${sayKey(names, a)}` : `${sayKey(names, a)} against ${sayKey(names, b)}`
  const said = `${capital(lengths)}, ${meterName(meter)}, ${keys}.`
  if (!ranges) return said
  const [first, second] = ranges.map((r) => `${printedPitch(names, r.low)} to ${printedPitch(names, r.high)}`)
  return `${said} The first goes from ${first}, the second from ${second}.`
}

/** "Violin: both." "Bass: the second. The first has 3 notes that are not learned yet." */
export function sayCanPlay({ name, lines }: CanPlay): string {
  const NAMES = ['the first', 'the second']
  const able = lines.flatMap((l, i) => (l.open === 0 ? [i] : []))
  const unable = lines.flatMap((l, i) =>
    l.open > 0 ? [`${capital(NAMES[i])} has ${count(l.open, 'note')} that ${l.open === 1 ? 'is' : 'are'} not learned yet.`] : [],
  )
  if (able.length === lines.length) {
    const [first, second] = lines.map((l) => l.points)
    const lighter = Math.abs(first - second) * 10 <= Math.max(first, second) ? '' : ` ${capital(NAMES[first < second ? 0 : 1])} is easier.`
    return `${name}: both.${lighter}`
  }
  if (able.length === 0) return `${name}: neither. ${unable.join(' ')}`
  return `${name}: ${NAMES[able[0]]}. ${unable.join(' ')}`
}
