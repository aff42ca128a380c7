import type { ClefName } from '@/core/music/clef'
import { intervalFor, transposedKey, type Interval } from '@/core/music/interval'
import { measureTicks, QUARTER, valuesFor, valuesNear, type Meter } from '@/core/music/time'
import { eventTicks, type Grace, type NoteEvent, type NoteMark, type PieceEvent, type RestEvent, type Slur } from '@/core/piece/piece'
import type { FoundLine, FoundMeasure } from '../assemble'
import { readJumpWords, type Frame } from '../frame'
import type { LeftOut } from '../leftOut'
import { clefOf, keyOf, meterOf } from './attributes'
import { directionTypes, readBarline, readMetronome, readSound, settleJumps } from './frame'
import { bearingOf, dynamicOf, graceOf, headOf, valuesOf, type NoteContext } from './note'
import { child, childrenOf, numberOf, refuseAt, textOf, type XmlNode } from './tree'

/** One voice of a part while it is read: its events by measure. */
type Voice = {
  readonly staff: number
  readonly name: string
  readonly measures: Map<number, PieceEvent[]>
  /** Ticks of this measure that its events fill. */
  filled: number
  graces: Grace[]
  readonly openSlurs: Map<string, string>
  readonly slurs: Slur[]
}

/** Something over the staff, waiting for the note that it stands at. */
type Pending = {
  readonly at: number
  readonly staff: number
  readonly words?: string
  readonly dynamic?: NoteEvent['dynamic']
  readonly mark?: NoteMark
}

/** What carries over from measure to measure while a part is read. */
type State = {
  readonly prefix: string
  readonly leftOut: LeftOut
  divisions: number
  meter: Meter
  key: { fifths: number }
  readonly clefs: Map<number, ClefName>
  transpose: Interval
  readonly voices: Map<string, Voice>
  ending: number[] | undefined
  next: number
}

const NO_INTERVAL: Interval = { steps: 0, semitones: 0 }
const WHOLE_REST = { base: 'whole', dots: 0 } as const

/**
 * Reads one part: every voice on every staff becomes a line, the top one first. Nothing when the part has no pitched
 * notes. What is passed over is counted in `leftOut`.
 */
export function readPart(part: XmlNode, name: string, index: number, leftOut: LeftOut): FoundLine[] {
  const state: State = {
    prefix: index < 26 ? String.fromCharCode(97 + index) : `p${index}n`,
    leftOut,
    divisions: 1,
    meter: { beats: 4, unit: 4 },
    key: { fifths: 0 },
    clefs: new Map(),
    transpose: NO_INTERVAL,
    voices: new Map(),
    ending: undefined,
    next: 0,
  }
  const nodes = childrenOf(part, 'measure')
  const read = nodes.map((m, i) => readMeasure(state, m, i))
  settleJumps(read.map((r) => r.frame))
  const voices = [...state.voices.values()]
    .filter((v) => [...v.measures.values()].some((events) => events.some((e) => e.kind === 'note')))
    .sort((a, b) => a.staff - b.staff || a.name.localeCompare(b.name, 'en', { numeric: true }))
  const last = read.at(-1)?.number ?? '1'
  for (const v of voices) {
    if (v.openSlurs.size) leftOut.add('slur that does not end', last, v.openSlurs.size)
    if (v.graces.length) leftOut.add('grace note that no note follows', last, v.graces.length)
  }
  const staves = new Set(voices.map((v) => v.staff))
  return voices.map((v): FoundLine => {
    const onStaff = voices.filter((w) => w.staff === v.staff)
    const which = [...(staves.size > 1 ? [`staff ${v.staff}`] : []), ...(onStaff.length > 1 ? [`voice ${onStaff.indexOf(v) + 1}`] : [])]
    return {
      name: [name, ...which].join(', ').slice(0, 80),
      clef: state.clefs.get(v.staff) ?? 'treble',
      slurs: v.slurs,
      measures: read.map(({ frame, number, length, node, implicit, inForce }, i): FoundMeasure => {
        const full = measureTicks(inForce)
        return {
          ...frame,
          number,
          events: v.measures.get(i) ?? silence(state, length, full, number),
          source: { line: node.line, column: node.column },
          ...(implicit && length > 0 && length < full ? { pickup: true } : {}),
        }
      }),
    }
  })
}

type ReadMeasure = { frame: Frame; number: string; length: number; node: XmlNode; implicit: boolean; inForce: Meter }

/** A measure in which a voice is silent: as long as the others. */
function silence(state: State, length: number, full: number, number: string): PieceEvent[] {
  if (length === 0 || length === full) return [{ kind: 'rest', id: newId(state), value: WHOLE_REST, wholeMeasure: true }]
  return rests(state, length, number)
}

function readMeasure(state: State, node: XmlNode, index: number): ReadMeasure {
  const number = (node.attrs.number || `${index + 1}`).slice(0, 12)
  const frame: Frame = {}
  const pending: Pending[] = []
  const leave = (what: string) => state.leftOut.add(what, number)
  let inside = state.ending
  let free = false // senza misura: as long as its notes
  let at = 0
  let longest = 0
  let chordAt = 0
  for (const v of state.voices.values()) v.filled = 0
  const ticks = (n: XmlNode): number => {
    const exact = ((numberOf(n, 'duration') ?? 0) * QUARTER) / state.divisions
    return exact >= 0 && exact < 1e9 ? Math.round(exact) : refuseAt(n, `measure ${number}: this duration cannot be`)
  }
  for (const n of node.children) {
    switch (n.name) {
      case 'attributes':
        free = readAttributes(state, n, index, number, frame) || free
        break
      case 'backup':
        at = Math.max(0, at - ticks(n))
        break
      case 'forward':
        at += ticks(n)
        break
      case 'note': {
        const context: NoteContext = { transpose: state.transpose, number, leave }
        if (child(n, 'cue')) {
          leave('cue note')
          if (!child(n, 'chord')) at += ticks(n)
          break
        }
        const voice = voiceOf(state, n)
        if (child(n, 'grace')) {
          if (child(n, 'pitch')) addGrace(voice, context, n)
          break
        }
        if (child(n, 'chord')) {
          addHead(voice, context, n, index, chordAt)
          break
        }
        const length = ticks(n)
        chordAt = at
        addEvent(state, voice, context, n, index, at, length)
        at += length
        break
      }
      case 'barline': {
        const ending = readBarline(n, frame, state.ending)
        inside ??= ending.inside
        state.ending = ending.after
        break
      }
      case 'direction':
        readDirection(n, at, frame, pending, leave)
        break
      case 'sound':
        readSound(n, frame)
        break
      case 'harmony':
        leave('chord symbol')
        break
      case 'figured-bass':
        leave('figured bass')
        break
      default:
        break // print, links and listening change no note
    }
    longest = Math.max(longest, at)
  }
  if (inside) frame.ending = inside
  if (free && longest > 0) frame.meter = freeMeter(longest)
  if (frame.meter) state.meter = frame.meter
  const length = longest
  for (const v of state.voices.values()) {
    const events = v.measures.get(index)
    if (events && v.filled < length) events.push(...rests(state, length - v.filled, number))
  }
  for (const p of pending) attach(state, p, index)
  if (index === 0) delete frame.tempo
  return { frame, number, length, node, implicit: node.attrs.implicit === 'yes', inForce: state.meter }
}

/** A measure without a meter, as a meter that its notes fill: in quarters, or finer where they need it. */
function freeMeter(ticks: number): Meter {
  for (const unit of [4, 8, 16, 32] as const) {
    const beats = (ticks * unit) / (4 * QUARTER)
    if (Number.isInteger(beats) && beats <= 32) return { beats, unit }
  }
  return { beats: Math.min(32, Math.ceil(ticks / QUARTER)), unit: 4 }
}

/** Takes over what attributes say; whether the measure has no meter. */
function readAttributes(state: State, n: XmlNode, index: number, number: string, frame: Frame): boolean {
  const divisions = numberOf(n, 'divisions')
  if (divisions !== undefined) {
    if (!(divisions > 0)) refuseAt(n, `measure ${number}: divisions must be more than nothing`)
    state.divisions = divisions
  }
  const [key, time, transpose] = ['key', 'time', 'transpose'].map((name) => child(n, name))
  if (key) {
    const read = keyOf(key)
    if (read.odd) state.leftOut.add('unusual key signature (its signs stand at the notes)', number)
    state.key = read.key
    if (index > 0) frame.key = transposedKey(read.key, state.transpose)
  }
  const free = time !== undefined && child(time, 'senza-misura') !== undefined
  if (time && !free) {
    state.meter = meterOf(time)
    if (index > 0) frame.meter = state.meter
  }
  for (const clef of childrenOf(n, 'clef')) {
    const staff = Number(clef.attrs.number ?? 1)
    const name = clefOf(clef)
    // Every seat reads its own clef: the first says where the line lies, a change changes no pitch.
    if (name && !state.clefs.has(staff)) state.clefs.set(staff, name)
  }
  if (transpose) {
    const octaves = numberOf(transpose, 'octave-change') ?? 0
    const semitones = numberOf(transpose, 'chromatic') ?? 0
    const steps = numberOf(transpose, 'diatonic') ?? intervalFor(semitones, state.key).steps
    state.transpose = { steps: steps + 7 * octaves, semitones: semitones + 12 * octaves }
  }
  return free
}

function voiceOf(state: State, n: XmlNode): Voice {
  const staff = Number(textOf(n, 'staff') ?? 1) || 1
  const name = textOf(n, 'voice') ?? '1'
  const key = `${staff} ${name}`
  const known = state.voices.get(key)
  if (known) return known
  const made: Voice = { staff, name, measures: new Map(), filled: 0, graces: [], openSlurs: new Map(), slurs: [] }
  state.voices.set(key, made)
  return made
}

const newId = (state: State) => `${state.prefix}${state.next++}`

/** Rests for a stretch in which a voice is silent without saying so. */
function rests(state: State, ticks: number, number: string): RestEvent[] {
  let values = valuesFor(ticks)
  if (!values) {
    state.leftOut.add('gap of a length that no rest has (the nearest is written)', number)
    values = valuesNear(ticks) ?? []
  }
  return values.map((value) => ({ kind: 'rest', id: newId(state), value }))
}

function addGrace(voice: Voice, c: NoteContext, n: XmlNode): void {
  const grace = graceOf(c, n)
  const last = voice.graces.at(-1)
  if (child(n, 'chord') && last) voice.graces[voice.graces.length - 1] = { ...last, heads: [...last.heads, ...grace.heads] }
  else if (voice.graces.length < 16) voice.graces.push(grace)
  else c.leave('grace note beyond sixteen')
}

function addEvent(state: State, voice: Voice, c: NoteContext, n: XmlNode, index: number, at: number, length: number): void {
  const events = voice.measures.get(index) ?? []
  voice.measures.set(index, events)
  if (at < voice.filled) return c.leave('note that overlaps another of its voice')
  if (at > voice.filled) events.push(...rests(state, at - voice.filled, c.number))
  voice.filled = at + length
  const rest = child(n, 'rest')
  if (rest || !child(n, 'pitch')) {
    if (!rest) c.leave('note without a pitch')
    const hidden = n.attrs['print-object'] === 'no'
    const whole =
      at === 0 &&
      length === measureTicks(state.meter) &&
      (rest?.attrs.measure === 'yes' || textOf(n, 'type') === undefined || textOf(n, 'type') === 'whole')
    if (whole) events.push({ kind: 'rest', id: newId(state), value: WHOLE_REST, wholeMeasure: true })
    else if (length > 0) {
      const { tuplet } = hidden ? {} : bearingOf({ ...c, leave: () => undefined }, n)
      const values = valuesOf(c, n, length)
      values.forEach((value) => events.push({ kind: 'rest', id: newId(state), value, ...(tuplet ? { tuplet } : {}) }))
    }
    return
  }
  if (length === 0) return c.leave('note without a length')
  const values = valuesOf(c, n, length)
  const head = headOf(c, n)
  const { tuplet, ...bearing } = bearingOf(c, n)
  const first = newId(state)
  values.forEach((value, i) => {
    const ends = i === values.length - 1
    const note: NoteEvent = {
      kind: 'note',
      id: i === 0 ? first : newId(state),
      value,
      heads: [ends ? head : { ...head, tie: true }],
      ...(i === 0 ? bearing : {}),
      ...(i === 0 && voice.graces.length ? { graces: voice.graces } : {}),
      ...(tuplet ? { tuplet } : {}),
    }
    events.push(note)
    if (ends) readSlurs(voice, n, first, note.id)
  })
  voice.graces = []
}

/** Ends and begins slurs at a note; `id` is its last event where it is written as several, `first` the first. */
function readSlurs(voice: Voice, n: XmlNode, first: string, id: string): void {
  const slurs = childrenOf(n, 'notations').flatMap((x) => childrenOf(x, 'slur'))
  for (const s of slurs.filter((x) => x.attrs.type === 'stop')) {
    const number = s.attrs.number ?? '1'
    const from = voice.openSlurs.get(number)
    voice.openSlurs.delete(number)
    if (from && from !== id) voice.slurs.push({ from, to: id })
  }
  for (const s of slurs.filter((x) => x.attrs.type === 'start')) voice.openSlurs.set(s.attrs.number ?? '1', first)
}

function addHead(voice: Voice, c: NoteContext, n: XmlNode, index: number, chordAt: number): void {
  const events = voice.measures.get(index)
  const last = events?.at(-1)
  if (!child(n, 'pitch')) return c.leave('note without a pitch')
  if (!events || last?.kind !== 'note' || last.heads.length >= 8 || voice.filled <= chordAt)
    return c.leave('chord note that follows no note')
  const head = headOf(c, n)
  events[events.length - 1] = { ...last, heads: [...last.heads, head] }
  readSlurs(voice, n, last.id, last.id)
}

/** Directions that change nothing a player of this tool needs, and are not counted as left out. */
const SILENT = new Set(['octave-shift', 'staff-divide', 'accordion-registration', 'other-direction'])
const NAMES: Record<string, string> = {
  wedge: 'hairpin',
  pedal: 'pedal mark',
  rehearsal: 'rehearsal mark',
  dashes: 'line',
  bracket: 'line',
}

function readDirection(n: XmlNode, at: number, frame: Frame, pending: Pending[], leave: (what: string) => void): void {
  const staff = Number(textOf(n, 'staff') ?? 1) || 1
  readSound(child(n, 'sound'), frame)
  for (const what of directionTypes(n))
    switch (what.name) {
      case 'metronome':
        readMetronome(what, frame)
        break
      case 'segno':
        frame.segno = true
        break
      case 'coda':
        // Where a jump leaves for the coda the same sign stands at the end of the measure.
        if (child(n, 'sound')?.attrs.tocoda === undefined) frame.coda = true
        break
      case 'words': {
        const words = what.text.replace(/\s+/g, ' ').slice(0, 120)
        if (!words || readJumpWords(words, frame)) break
        const mark = /^pizz/i.test(words) ? 'pizz' : /^arco/i.test(words) ? 'arco' : undefined
        pending.push({ at, staff, ...(mark ? { mark } : { words }) })
        break
      }
      case 'dynamics': {
        const dynamic = dynamicOf(what)
        if (dynamic) pending.push({ at, staff, dynamic })
        else leave('dynamic')
        break
      }
      default:
        if (!SILENT.has(what.name)) leave(NAMES[what.name] ?? what.name.replace(/-/g, ' '))
    }
}

/** Puts what stood over a staff at the first note of its top voice from there on, or at the last one before. */
function attach(state: State, p: Pending, index: number): void {
  const voice =
    [...state.voices.values()].find((v) => v.staff === p.staff && v.measures.has(index)) ??
    [...state.voices.values()].find((v) => v.measures.has(index))
  const events = voice?.measures.get(index)
  if (!events?.length) return state.leftOut.add(p.words ? 'words' : 'dynamic', `${index + 1}`)
  let into = 0
  let i = events.findIndex((e) => {
    const here = into
    into += eventTicks(e, state.meter)
    return here >= p.at
  })
  if (i < 0) i = events.length - 1
  const e = events[i]
  if (p.mark) {
    if (e.kind === 'note') events[i] = { ...e, marks: [...new Set([...(e.marks ?? []), p.mark])].slice(0, 8) }
    return
  }
  events[i] = {
    ...e,
    ...(p.dynamic ? { dynamic: p.dynamic } : {}),
    ...(p.words ? { words: e.words ? `${e.words} ${p.words}`.slice(0, 120) : p.words } : {}),
  }
}
