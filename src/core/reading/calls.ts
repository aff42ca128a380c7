import { ornamentAt } from '../fingering/along'
import { isStruck, struckIn } from '../piece/struck'
import { mannerOf } from '../hands/manner'
import type { Stop } from '../hands/hold'
import { FIRST, THUMB, type Instrument } from '../instruments/instrument'
import { plainNote, spokenNote } from '../music/noteName'
import { letterName, midiOf, stepsOf, type Pitch } from '../music/pitch'
import { feltBeatTicks } from '../music/time'
import { capital } from '../names'
import { nameOf, sayMeasure } from '../piece/address'
import { unfold } from '../piece/unfold'
import { placeEvents, type PlacedEvent } from '../piece/walk'
import type { CallOptions } from '../plan/talk'
import { callWords } from '../words/calls'
import type { CallWords } from '../words/en/calls'
import { stringName } from '../words/en/hands'
import { top, type Reading, type ReadNote } from './reading'

/** What is said for one event. `slurred`: it goes on in the bow of the event before. */
type CallWord = { readonly event: string; readonly said: string; readonly slurred: boolean }

/** The spoken line of a measure: a word or two for each note and rest. */
export type Call = {
  readonly index: number
  readonly number: string
  /** The measure as the class says it, alone: "5", "line 2, measure 1". */
  readonly name: string
  /** What is said before the first note: "pickup, up-bow", "first ending". */
  readonly lead: string
  readonly words: readonly CallWord[]
  /** What is said after the last one: "again from measure 3". */
  readonly close: string
  /** What joins two notes of one bow: " to ". */
  readonly on: string
}

/** What the class says, measure by measure: rests as long as they last, shifts, slurs, the pickup, endings and repeats. */
export function callsOf(r: Reading, options: CallOptions): Call[] {
  const around = { open: openPitches(r, options), twice: onTwoStrings(r) }
  const { line } = r.map
  const w = callWords(options)
  const closes = closesOf(r, w)
  const words: CallWord[][] = line.measures.map(() => [])
  let string: number | null = null
  let position = FIRST
  for (const placed of placeEvents(r.piece, line)) {
    const { event, at } = placed
    const note = r.byEvent.get(event.id)
    const put = (said: string, slurred = false) => words[at.index].push({ event: event.id, said, slurred })
    if (isStruck(event)) put(`${struckIn(line).get(event.id)}${length(placed, options)}`)
    else if (event.kind === 'rest') put(sayRest(placed, options))
    else if (!note) {
      // Tied on: said once more only over a barline.
      if (words[at.index].length === 0) put(`${w.hold}${length(placed, options)}`)
    } else {
      // An open string says nothing of the hand: it is told where to go at the finger that needs it.
      const to = note.hold && !note.hold.open ? note.hold.position : position
      const moved = to !== position && options.say !== 'letters'
      const where = w.position(r.instrument.positions[to], options.positions)
      const slur = !note.slurred && slurBegins(r, note) ? `${w.slur} ` : ''
      const said = sayNote(r, note, options, { ...around, string }) + marksOf(r, note, options) + length(placed, options)
      // Inside a slur there is no time to say it before.
      if (!moved) put(slur + said, note.slurred)
      else if (note.slurred) put(w.inPosition(said, where), true)
      else put(`${to === FIRST ? w.backTo(options.positions === 'third position' ? w.first : where) : where}, ${slur}${said}`)
      position = to
      string = note.hold?.stops.at(-1)?.string ?? string
    }
  }
  return line.measures.map((m, index) => ({
    index,
    number: m.number,
    name: nameOf(line, index),
    lead: leadOf(r, index, w),
    words: words[index],
    close: closes.get(index) ?? '',
    on: w.on,
  }))
}

/** A measure's call in one line: "slur D open to E one, third position, G one". */
export const sayCall = ({ lead, words, close, on }: Pick<Call, 'lead' | 'words' | 'close' | 'on'>): string =>
  `${lead && `${lead}: `}${words.map((w, i) => (i === 0 ? '' : w.slurred ? on : ', ') + w.said).join('') || '–'}${close && `; ${close}`}`

/** The calls as plain text, a line a measure: "5: D, high D, rest". */
export const callsText = (calls: readonly Call[]): string => calls.map((c) => `${capital(c.name)}: ${sayCall(c)}`).join('\n')

/** "Pickup, up-bow", "first ending", "in the same bow" where a slur goes on over the barline. */
function leadOf(r: Reading, index: number, w: CallWords): string {
  const { measures } = r.map.line
  const m = measures[index]
  const first = r.byMeasure[index].at(0)
  const stroke = first && r.bowing.byEvent.get(first.placed.event.id)
  const pickup = first && first.placed.at.lead > 0 ? [`${w.pickup}${stroke ? `, ${w.bow[stroke.bow]}` : ''}`] : []
  // An ending is announced where it begins.
  const passes = m.ending && String(measures[index - 1]?.ending) !== String(m.ending) ? m.ending : []
  const ending = passes.length ? [w.ending(passes)] : []
  return [...ending, ...pickup, ...(first?.slurred ? [w.sameBow] : [])].join(', ')
}

/** Where the piece goes on when it does not go on to the next measure, by measure: the first place that it leaves for from there. */
function closesOf({ map: { line } }: Reading, w: CallWords): Map<number, string> {
  const closes = new Map<number, string>()
  const order = unfold(line)
  order.forEach((index, i) => {
    const next = order[i + 1]
    if (next !== undefined && next <= index && !closes.has(index))
      closes.set(index, w.againFrom(next === 0 ? w.beginning : sayMeasure(line, next)))
  })
  return closes
}

/** Whether the bow that begins at a note plays the next one too. */
const slurBegins = (r: Reading, note: ReadNote): boolean => r.notes[note.index + 1]?.slurred === true

/** A rest, once for every beat that it lasts. */
function sayRest(placed: PlacedEvent, options: CallOptions): string {
  const beats = Math.max(1, Math.floor(placed.ticks / feltBeatTicks(placed.at.meter)))
  const { rest } = callWords(options)
  return options.lengths === 'none' ? new Array<string>(beats).fill(rest).join(' ') : `${rest}${length(placed, options)}`
}

type Around = { readonly open: ReadonlyMap<string, readonly Pitch[]>; readonly twice: ReadonlySet<string>; readonly string: number | null }

function sayNote(r: Reading, note: ReadNote, options: CallOptions, around: Around): string {
  const stops = note.hold?.stops ?? []
  if (note.heads.length > 1) return sayChord(r, note, options, around)
  const w = callWords(options)
  const letter = sayLetter(note.heads[0].pitch, stops[0], options, around)
  const where = saysString(note, options, around) ? ` ${w.onString(stringName(options, r.instrument, stops[0].string))}` : ''
  if (options.say === 'letters') return letter + where
  const finger = stops[0] ? fingerWord(r.instrument, stops[0], options) : { said: w.outOfReach, placed: false }
  return options.say === 'fingers'
    ? finger.said + where
    : `${finger.placed ? w.withFinger(letter, finger.said) : `${letter} ${finger.said}`}${where}`
}

/** What is done to a note beside playing it: " trill with three", " tremolo", " slide". */
function marksOf(r: Reading, note: ReadNote, options: CallOptions): string {
  const { event } = note.placed
  if (event.kind === 'rest') return ''
  const column = r.map.byEvent.get(event.id)?.[0].column
  const fingers = column === undefined || options.say === 'letters' ? [] : (ornamentAt(r.map, column)?.others ?? [])
  const withThem = fingers.flatMap((o) => (o.stop ? [fingerWord(r.instrument, o.stop, options).said] : []))
  const w = callWords(options)
  const ornament = event.ornament && w.ornaments[event.ornament.kind]
  const said = [
    ornament && (withThem.length ? w.withFinger(ornament, withThem.join(w.and)) : ornament),
    event.tremolo && w.tremolo,
    event.marks?.includes('stopped') && w.stopped,
    event.marks?.includes('snap') && w.snap,
    event.marks?.includes('glissando') && w.glissando,
  ]
  return said.flatMap((s) => (s ? [` ${s}`] : [])).join('')
}

/** "Open D and A", "one on both", "B one on G and open D". */
function sayChord({ instrument }: Reading, note: ReadNote, options: CallOptions, around: Around): string {
  const w = callWords(options)
  const stops = note.hold?.stops ?? []
  const letters = note.heads.map((h) => sayName(h.pitch, options))
  if (stops.length < note.heads.length)
    return options.say === 'fingers' ? w.outOfReach : `${letters.join(w.and)}${options.say === 'both' ? ` ${w.outOfReach}` : ''}`
  if (stops.every((s) => s.finger === 0)) return w.open(letters.join(w.and))
  if (options.say === 'letters') return letters.map((l, i) => (stops[i].finger === 0 ? w.open(l) : l)).join(w.and)
  const fingers = stops.map((s) => fingerWord(instrument, s, options).said)
  const on = (s: Stop) => (options.strings === 'never' ? '' : ` ${w.onString(stringName(options, instrument, s.string))}`)
  if (stops.every((s) => s.finger > 0) && new Set(fingers).size === 1)
    return `${options.say === 'both' ? `${letters.join(w.and)}, ` : ''}${w.onBoth(fingers[0])}`
  return stops
    .map((s, i) =>
      s.finger === 0
        ? w.open(letters[i])
        : `${options.say === 'both' ? `${sayLetter(note.heads[i].pitch, s, options, around)} ` : ''}${fingers[i]}${on(s)}`,
    )
    .join(w.and)
}

/** Whether the string is said. A letter needs it only where fingers play it on two strings; an open string's letter names it. */
function saysString(note: ReadNote, { say, strings }: CallOptions, { twice, string }: Around): boolean {
  const last = note.hold?.stops.at(-1)
  if (!last || strings === 'never' || (say !== 'fingers' && last.finger === 0)) return false
  if (strings === 'always') return true
  return say === 'letters' ? twice.has(letterName(top(note).pitch)) : string !== last.string
}

const sayName = (p: Pitch, { sharps, names }: CallOptions): string => (sharps ? spokenNote(names, p) : plainNote(names, p.letter))

/**
 * A letter as it is told apart from the open string of that name: high above it, low below it, neither at its own pitch.
 * Common practice.
 */
function sayLetter(p: Pitch, stop: Stop | undefined, options: CallOptions, { open }: Around): string {
  const w = callWords(options)
  const name = sayName(p, options)
  const there = options.high && stop ? open.get(keyOf(p, options)) : undefined
  if (!there) return name
  const from = there.map((o) => stepsOf(p) - stepsOf(o))
  if (from.every((steps) => steps > 0)) return w.high(name)
  if (from.every((steps) => steps < 0)) return w.low(name)
  if (options.say !== 'letters') return name
  // With the finger said too, "open" or "four" comes from there.
  return stop!.finger === 0 ? w.open(name) : w.withFinger(name, w.fingers[stop!.finger])
}

/** What a letter is heard as: with its sign, or without where the class leaves it out. */
const keyOf = (p: Pitch, { sharps }: Pick<CallOptions, 'sharps'>): string => (sharps ? letterName(p) : p.letter)

/** A finger as it is said; `placed`: with a word of where it lies, which must not be taken for that of a letter. */
function fingerWord(instrument: Instrument, s: Stop, options: CallOptions): { said: string; placed: boolean } {
  const w = callWords(options)
  const figure = s.finger === THUMB ? w.thumb : `${s.finger}`
  const number = options.numbers === 'words' ? w.fingers[s.finger] : figure
  const manner = mannerOf(instrument, s)
  switch (manner) {
    case 'open':
    case 'plain':
      return { said: number, placed: false }
    case 'reached forward':
    case 'reached back':
    case 'stretched':
    case 'harmonic':
      return { said: w.manner(manner, number), placed: false }
    case 'far':
      return { said: w.far(number, w.fingers[s.finger - 1]), placed: true }
    case 'low':
    case 'high':
      return { said: w.shaded(manner, number, options.low), placed: true }
  }
}

function length({ event }: PlacedEvent, options: CallOptions): string {
  const { lengths } = options
  if (lengths === 'none') return ''
  const w = callWords(options)
  const whole = event.kind === 'rest' && event.wholeMeasure
  return ` ${whole ? w.forTheMeasure(options.measure) : w.length(lengths, event.value.base, event.value.dots)}`
}

/** What a stop of a note sounds: of a chord that is too wide only the upper heads are held. */
const soundOf = (n: ReadNote, stop: number): Pitch | undefined => n.heads[n.heads.length - (n.hold?.stops.length ?? 0) + stop]?.pitch

/** The open strings that the part plays and that a finger plays the letter of too: what the others are told apart from. */
function openPitches(r: Reading, options: CallOptions): Map<string, Pitch[]> {
  const open = new Map<string, Map<number, Pitch>>()
  const stopped = new Set<string>()
  for (const n of r.notes)
    n.hold?.stops.forEach((s, i) => {
      const pitch = soundOf(n, i)
      if (!pitch) return
      const name = keyOf(pitch, options)
      if (s.finger > 0) stopped.add(name)
      else open.set(name, (open.get(name) ?? new Map<number, Pitch>()).set(midiOf(pitch), pitch))
    })
  return new Map([...open].flatMap(([name, pitches]) => (stopped.has(name) ? [[name, [...pitches.values()]] as const] : [])))
}

/** Letters that fingers play on more than one string. */
function onTwoStrings(r: Reading): Set<string> {
  const strings = new Map<string, Set<number>>()
  for (const n of r.notes)
    n.hold?.stops.forEach((s, i) => {
      const name = letterName(soundOf(n, i) ?? top(n).pitch)
      if (s.finger > 0) strings.set(name, (strings.get(name) ?? new Set()).add(s.string))
    })
  return new Set([...strings].flatMap(([name, on]) => (on.size > 1 ? [name] : [])))
}
