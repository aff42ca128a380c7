import type { Against, Apart, CanPlay, Fit, Sides } from '../../composing/fit'
import { count } from '../../count'
import { keyName } from '../../music/key'
import { printedNote, printedPitch, type NoteNames } from '../../music/noteName'
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
  const what = a.kind === 'rub' ? sayRub(names, a.pitches, a.strong) : `${a.kind} one after the other`
  return `${headBeat(line, a.index, a.beat)}: ${what}.`
}

function sayApart(line: Line, apart: Apart): string {
  switch (apart.kind) {
    case 'over':
      return 'The second enters when the first is over.'
    case 'barlines':
      return `They do not come together: in ${sayMeasure(line, apart.index)} their measures begin at other times.`
    case 'meter': {
      const [m, n] = apart.meters.map(meterName)
      return `They do not come together: in ${sayMeasure(line, apart.index)} ${m} goes against ${n}.`
    }
  }
}

/** Whether two lines fit, in one sentence: "They nearly fit: of 18 places where both sound, 15 are at rest …". `line`: the first of the two. */
export function sayFit(line: Line, { apart, verdict, places, met, against }: Fit): string {
  if (apart) return sayApart(line, apart)
  if (places === 0) return 'They never sound at the same time.'
  const parallels = against.filter((r) => r.kind !== 'rub').length
  const each = (n: number, one: string, many: string): string[] => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`])
  const what = [
    ...each(met.rest, 'is at rest', 'are at rest'),
    ...each(met.passing, 'passes by step', 'pass by step'),
    ...each(met.fourth, 'is a bare fourth', 'are bare fourths'),
    ...each(met.rub, 'rubs', 'rub'),
  ]
  const head = { fits: 'They fit', nearly: 'They nearly fit', not: 'They do not fit' }[verdict]
  const tail = parallels ? `; ${count(parallels, 'time')} fifths or octaves in parallel` : ''
  return `${head}: of ${count(places, 'place')} where both sound, ${sayList(what)}${tail}.`
}

/** "8 measures each, 4/4, in D major. The first goes from D4 to B4, the second from G3 to D4." */
export function saySides(names: NoteNames, { measures: [x, y], after, meter, keys: [a, b], ranges }: Sides): string {
  const lengths =
    after > 0
      ? `the second enters ${count(after, 'measure')} later`
      : x === y
        ? `${count(x, 'measure')} each`
        : `${count(x, 'measure')} against ${y}: the longer goes on alone`
  const keys = keyName(a) === keyName(b) ? `in ${keyName(a)}` : `${keyName(a)} against ${keyName(b)}`
  const said = `${capital(lengths)}, ${meterName(meter)}, ${keys}.`
  if (!ranges) return said
  const [first, second] = ranges.map((r) => `${printedPitch(names, r.low)} to ${printedPitch(names, r.high)}`)
  return `${said} The first goes from ${first}, the second from ${second}.`
}

/** "Violin: both (34 and 12 points). Bass: the second (20 points); the first asks for 3 notes that it has not learned." */
export function sayCanPlay({ name, lines }: CanPlay): string {
  const NAMES = ['the first', 'the second']
  const able = lines.flatMap((l, i) => (l.open === 0 ? [i] : []))
  const points = (i: number): string => `${Math.round(lines[i].points)}`
  const unable = lines.flatMap((l, i) => (l.open > 0 ? [`${NAMES[i]} asks for ${count(l.open, 'note')} that it has not learned`] : []))
  if (able.length === lines.length) return `${name}: both, ${sayList(able.map(points))} points.`
  if (able.length === 0) return `${name}: neither; ${unable.join(', ')}.`
  return `${name}: ${NAMES[able[0]]}, ${points(able[0])} points; ${unable.join(', ')}.`
}
