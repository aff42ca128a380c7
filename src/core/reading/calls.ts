import * as z from 'zod/mini'
import type { Stop } from '../hands/hold'
import { letterName, spokenLetter, type Pitch } from '../music/pitch'
import type { Base } from '../music/time'
import { placeEvents, type PlacedEvent } from '../piece/walk'
import { top, type Reading, type ReadNote } from './reading'
import { stringName } from './words'
import { mannerOf, sayFinger } from '../fingering/explain'

/** How a class speaks its part aloud. */
export const callOptionsSchema = z.object({
  say: z.enum(['letters', 'fingers', 'both']),
  /** "F sharp", or "F" to save a syllable. */
  sharps: z.boolean(),
  names: z.enum(['letters', 'do-re-mi']),
  lengths: z.enum(['none', 'quarters', 'crotchets']),
  /** "High D" and "open D" apart. */
  high: z.boolean(),
  low: z.enum(['low 2', '2 low', '↓2']),
  strings: z.enum(['never', 'changes', 'always']),
  numbers: z.enum(['words', 'figures']),
})
export type CallOptions = Readonly<z.infer<typeof callOptionsSchema>>

export const DEFAULT_CALLS: CallOptions = {
  say: 'both',
  sharps: true,
  names: 'letters',
  lengths: 'none',
  high: true,
  low: 'low 2',
  strings: 'changes',
  numbers: 'words',
}

/** The spoken line of a measure: a word or two for each note and rest. */
export type Call = {
  readonly index: number
  readonly number: string
  readonly words: readonly { readonly event: string; readonly said: string }[]
}

const DO_RE_MI: Record<Pitch['letter'], string> = { C: 'do', D: 're', E: 'mi', F: 'fa', G: 'sol', A: 'la', B: 'ti' }
const NUMBERS = ['open', 'one', 'two', 'three', 'four']
const AMERICAN: Record<Base, string> = {
  breve: 'double whole',
  whole: 'whole',
  half: 'half',
  quarter: 'quarter',
  eighth: 'eighth',
  '16th': 'sixteenth',
  '32nd': 'thirty-second',
  '64th': 'sixty-fourth',
  '128th': 'hundred twenty-eighth',
}
const BRITISH: Record<Base, string> = {
  breve: 'breve',
  whole: 'semibreve',
  half: 'minim',
  quarter: 'crotchet',
  eighth: 'quaver',
  '16th': 'semiquaver',
  '32nd': 'demisemiquaver',
  '64th': 'hemidemisemiquaver',
  '128th': 'quasihemidemisemiquaver',
}

/** What the class says, measure by measure, rests included. */
export function callsOf(r: Reading, options: CallOptions): Call[] {
  const shared = sharedLetters(r)
  const twice = onTwoStrings(r)
  const calls = r.map.line.measures.map((m, index): { index: number; number: string; words: { event: string; said: string }[] } => ({
    index,
    number: m.number,
    words: [],
  }))
  let string: number | null = null
  for (const placed of placeEvents(r.piece, r.map.line)) {
    const { event, at } = placed
    const note = r.byEvent.get(event.id)
    const put = (said: string) => calls[at.index].words.push({ event: event.id, said: said + length(placed, options) })
    if (event.kind === 'rest') put('rest')
    else if (!note) {
      // Tied on: said once more only over a barline.
      if (calls[at.index].words.length === 0) put('hold')
    } else {
      put(sayNote(r, note, options, { shared, twice, string }))
      string = note.hold?.stops.at(-1)?.string ?? string
    }
  }
  return calls
}

/** The calls as plain text, a line a measure: "5: D, high D, rest". */
export const callsText = (calls: readonly Call[]): string =>
  calls.map((c) => `${c.number}: ${c.words.map((w) => w.said).join(', ') || '–'}`).join('\n')

type Around = { readonly shared: ReadonlySet<string>; readonly twice: ReadonlySet<string>; readonly string: number | null }

function sayNote(r: Reading, note: ReadNote, options: CallOptions, around: Around): string {
  const stops = note.hold?.stops ?? []
  const letters = note.heads.map((h, i) => sayLetter(h.pitch, stops[i], options, around)).join(' and ')
  const where = saysString(note, options, around) ? ` on ${stops.map((s) => stringName(r.instrument, s.string)).join(' and ')}` : ''
  if (options.say === 'letters') return letters + where
  const fingers = stops.map((s) => fingerWord(r, s, options)).join(' and ') || 'out'
  return options.say === 'fingers' ? fingers + where : `${letters} ${fingers}${where}`
}

/** Whether the string is said. A letter needs it only where fingers play it on two strings; an open string's letter names it. */
function saysString(note: ReadNote, { say, strings }: CallOptions, { twice, string }: Around): boolean {
  const last = note.hold?.stops.at(-1)
  if (!last || strings === 'never' || (say !== 'fingers' && last.finger === 0)) return false
  if (strings === 'always') return true
  return say === 'letters' ? twice.has(letterName(top(note).pitch)) : string !== last.string
}

function sayLetter(p: Pitch, stop: Stop | undefined, options: CallOptions, { shared }: Around): string {
  const spoken = options.sharps ? spokenLetter(p) : p.letter
  const name = options.names === 'letters' ? spoken : DO_RE_MI[p.letter] + spoken.slice(1)
  if (!options.high || !stop || !shared.has(letterName(p))) return name
  // With the finger said too, "open" comes from there.
  return stop.finger === 0 ? (options.say === 'letters' ? `open ${name}` : name) : `high ${name}`
}

function fingerWord({ instrument }: Reading, s: Stop, { low, numbers }: CallOptions): string {
  const number = numbers === 'words' ? NUMBERS[s.finger] : s.finger === 0 ? '0' : `${s.finger}`
  const place = mannerOf(instrument, s)
  if (place === 'open') return number
  if (place !== 'low' && place !== 'high') return sayFinger(instrument, s, number)
  switch (low) {
    case 'low 2':
      return `${place} ${number}`
    case '2 low':
      return `${number} ${place}`
    case '↓2':
      return `${place === 'low' ? '↓' : '↑'}${number}`
  }
}

function length({ event }: PlacedEvent, { lengths }: CallOptions): string {
  if (lengths === 'none') return ''
  const name = (lengths === 'quarters' ? AMERICAN : BRITISH)[event.value.base]
  const whole = event.kind === 'rest' && event.wholeMeasure
  return whole ? ' for the measure' : ` ${'dotted '.repeat(event.value.dots)}${name}`
}

/** Letters that the part has both open and, higher, under a finger. */
function sharedLetters(r: Reading): Set<string> {
  const [open, stopped] = [new Set<string>(), new Set<string>()]
  for (const n of r.notes)
    n.hold?.stops.forEach((s, i) => (s.finger === 0 ? open : stopped).add(letterName(n.heads[i]?.pitch ?? top(n).pitch)))
  return new Set([...open].filter((l) => stopped.has(l)))
}

/** Letters that fingers play on more than one string. */
function onTwoStrings(r: Reading): Set<string> {
  const strings = new Map<string, Set<number>>()
  for (const n of r.notes)
    n.hold?.stops.forEach((s, i) => {
      const name = letterName(n.heads[i]?.pitch ?? top(n).pitch)
      if (s.finger > 0) strings.set(name, (strings.get(name) ?? new Set()).add(s.string))
    })
  return new Set([...strings].flatMap(([name, on]) => (on.size > 1 ? [name] : [])))
}
