import { intervalFor, transposedKey, type Interval } from '@/core/music/interval'
import { measureTicks, QUARTER, type Meter } from '@/core/music/time'
import type { PieceEvent } from '@/core/piece/piece'
import type { FoundLine, FoundMeasure } from '../assemble'
import type { MeasureHead } from '../measureHead'
import type { LeftOut } from '../leftOut'
import { clefOf, keyOf, meterOf } from './attributes'
import { attach, readDirection, type Pending } from './direction'
import { addEvent, addGrace, addReadHead } from './events'
import { readBarline, readSound, settleJumps } from './measureHead'
import type { NoteContext } from './note'
import { newEventId, rests, voiceIn, WHOLE_REST, type XmlState } from './state'
import { child, childrenOf, numberOf, refuseAt, type XmlNode } from './tree'

const NO_INTERVAL: Interval = { steps: 0, semitones: 0 }
/**
 * Reads one part: every voice on every staff becomes a line, the top one first. Nothing when the part has no pitched
 * notes. What is passed over is counted in `leftOut`.
 */
export function readPart(part: XmlNode, name: string, index: number, leftOut: LeftOut): FoundLine[] {
  const state: XmlState = {
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
  settleJumps(read.map((r) => r.head))
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
      measures: read.map(({ head, number, length, node, implicit, inForce }, i): FoundMeasure => {
        const full = measureTicks(inForce)
        return {
          ...head,
          number,
          events: v.measures.get(i) ?? silence(state, length, full, number),
          source: { line: node.line, column: node.column },
          ...(implicit && length > 0 && length < full ? { pickup: true } : {}),
        }
      }),
    }
  })
}

type ReadMeasure = { head: MeasureHead; number: string; length: number; node: XmlNode; implicit: boolean; inForce: Meter }

/** A measure in which a voice is silent: as long as the others. */
function silence(state: XmlState, length: number, full: number, number: string): PieceEvent[] {
  if (length === 0 || length === full) return [{ kind: 'rest', id: newEventId(state), value: WHOLE_REST, wholeMeasure: true }]
  return rests(state, length, number)
}

/** Where the reader stands in a measure, in ticks: at the next note, and at the one that further heads of a chord belong to. */
type Cursor = { at: number; chordAt: number }

/** How long an element says it is. */
function ticksOf(state: XmlState, n: XmlNode, number: string): number {
  const exact = ((numberOf(n, 'duration') ?? 0) * QUARTER) / state.divisions
  return exact >= 0 && exact < 1e9 ? Math.round(exact) : refuseAt(n, `measure ${number}: this duration cannot be`)
}

/** A note element: a note or rest, a further head of a chord, a grace note, or a cue that only takes its time. */
function readNote(state: XmlState, n: XmlNode, index: number, cursor: Cursor, c: NoteContext): void {
  if (child(n, 'cue')) {
    c.leave('cue note')
    if (!child(n, 'chord')) cursor.at += ticksOf(state, n, c.number)
    return
  }
  const voice = voiceIn(state, n)
  if (child(n, 'grace')) {
    if (child(n, 'pitch')) addGrace(voice, c, n)
    return
  }
  if (child(n, 'chord')) return addReadHead(voice, c, n, index, cursor.chordAt)
  const length = ticksOf(state, n, c.number)
  cursor.chordAt = cursor.at
  addEvent(state, voice, c, n, index, cursor.at, length)
  cursor.at += length
}

/** Reads a measure into every voice that has notes in it. */
function readMeasure(state: XmlState, node: XmlNode, index: number): ReadMeasure {
  const number = (node.attrs.number || `${index + 1}`).slice(0, 12)
  const head: MeasureHead = {}
  const pending: Pending[] = []
  const leave = (what: string) => state.leftOut.add(what, number)
  let inside = state.ending
  let free = false // senza misura: as long as its notes
  const cursor: Cursor = { at: 0, chordAt: 0 }
  let longest = 0
  for (const v of state.voices.values()) v.filled = 0
  for (const n of node.children) {
    switch (n.name) {
      case 'attributes':
        free = readAttributes(state, n, index, number, head) || free
        break
      case 'backup':
        cursor.at = Math.max(0, cursor.at - ticksOf(state, n, number))
        break
      case 'forward':
        cursor.at += ticksOf(state, n, number)
        break
      case 'note':
        readNote(state, n, index, cursor, { transpose: state.transpose, number, leave })
        break
      case 'barline': {
        const ending = readBarline(n, head, state.ending)
        inside ??= ending.inside
        state.ending = ending.after
        break
      }
      case 'direction':
        readDirection(n, cursor.at, head, pending, leave)
        break
      case 'sound':
        readSound(n, head)
        break
      case 'print':
        if (index > 0 && (n.attrs['new-system'] === 'yes' || n.attrs['new-page'] === 'yes')) head.newLine = true
        break
      case 'harmony':
        leave('chord symbol')
        break
      case 'figured-bass':
        leave('figured bass')
        break
      default:
        break // links and listening change no note
    }
    longest = Math.max(longest, cursor.at)
  }
  if (inside) head.ending = inside
  if (free && longest > 0) head.meter = freeMeter(longest)
  if (head.meter) state.meter = head.meter
  const length = longest
  for (const v of state.voices.values()) {
    const events = v.measures.get(index)
    if (events && v.filled < length) events.push(...rests(state, length - v.filled, number))
  }
  for (const p of pending) attach(state, p, index)
  if (index === 0) delete head.tempo
  return { head, number, length, node, implicit: node.attrs.implicit === 'yes', inForce: state.meter }
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
function readAttributes(state: XmlState, n: XmlNode, index: number, number: string, head: MeasureHead): boolean {
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
    if (index > 0) head.key = transposedKey(read.key, state.transpose)
  }
  const free = time !== undefined && child(time, 'senza-misura') !== undefined
  if (time && !free) {
    state.meter = meterOf(time)
    if (index > 0) head.meter = state.meter
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
