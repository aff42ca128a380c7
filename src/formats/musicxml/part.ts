import type { ClefName } from '@/core/music/clef'
import { LETTERS, pitchSchema, type Letter, type Pitch } from '@/core/music/pitch'
import { measureTicks, QUARTER, ticksOf, valueOf, valuesFor, type Meter, type Value } from '@/core/music/time'
import type { Head, NoteEvent, PieceEvent, RestEvent, Slur } from '@/core/piece/piece'
import type { FoundLine, FoundMeasure } from '../assemble'
import { placeInText } from '../reading'
import { clefOf, keyOf, meterOf } from './attributes'
import { child, childrenOf, numberOf, refuseAt, textOf, type XmlNode } from './tree'

/** Counts of things that were passed over, by what and in which measures. */
export type LeftOut = Map<string, Set<string>>

const BASES: Record<string, Value['base']> = {
  breve: 'breve',
  whole: 'whole',
  half: 'half',
  quarter: 'quarter',
  eighth: 'eighth',
  '16th': '16th',
  '32nd': '32nd',
  '64th': '64th',
  '128th': '128th',
}

/** What carries over from measure to measure while a part is read. */
type State = {
  readonly source: string
  readonly prefix: string
  divisions: number
  meter: Meter
  clef: ClefName | null
  /** Octaves from the written to the sounding pitch. */
  octaves: number
  voice: string | null
  ending: number[] | undefined
  next: number
  readonly openSlurs: Map<string, string>
  readonly slurs: Slur[]
  readonly leave: (what: string, measure: string) => void
}

/** Reads one part: its first voice on its first staff. Everything else in it is counted in `leftOut`. */
export function readPart(source: string, part: XmlNode, name: string, index: number, leftOut: LeftOut): FoundLine {
  const state: State = {
    source,
    prefix: String.fromCharCode(97 + index),
    divisions: 1,
    meter: { beats: 4, unit: 4 },
    clef: null,
    octaves: 0,
    voice: null,
    ending: undefined,
    next: 0,
    openSlurs: new Map(),
    slurs: [],
    leave: (what, measure) => leftOut.set(what, (leftOut.get(what) ?? new Set()).add(measure)),
  }
  const measures = childrenOf(part, 'measure').map((m, i) => readMeasure(state, m, i))
  for (const _ of state.openSlurs) state.leave('a slur that does not end', measures.at(-1)?.number ?? '1')
  return { name, clef: state.clef ?? 'treble', measures, slurs: state.slurs }
}

function readMeasure(state: State, m: XmlNode, index: number): FoundMeasure {
  const number = (m.attrs.number ?? `${index + 1}`).slice(0, 12)
  const events: PieceEvent[] = []
  let cursor = 0 // where the file is, in ticks
  let written = 0 // where our voice is
  const found: { -readonly [K in keyof FoundMeasure]?: FoundMeasure[K] } = {}
  let endsEnding = false
  const toTicks = (n: XmlNode, duration: number | undefined): number => {
    const ticks = ((duration ?? NaN) * QUARTER) / state.divisions
    return Number.isInteger(ticks) && ticks >= 0
      ? ticks
      : refuseAt(
          state.source,
          n,
          `measure ${number}: a duration of ${duration ?? 'nothing'} with ${state.divisions} divisions a quarter cannot be kept exactly`,
        )
  }
  for (const n of m.children)
    switch (n.name) {
      case 'attributes':
        readAttributes(state, n, index, number, found)
        break
      case 'backup':
        cursor -= toTicks(n, numberOf(n, 'duration'))
        break
      case 'forward':
        cursor += toTicks(n, numberOf(n, 'duration'))
        break
      case 'note': {
        if (child(n, 'grace') || child(n, 'cue')) {
          state.leave(child(n, 'grace') ? 'grace notes' : 'cue notes', number)
          break
        }
        const ticks = toTicks(n, numberOf(n, 'duration'))
        const chord = child(n, 'chord') !== undefined
        if (chord) cursor -= ticks
        if (isOurs(state, n, number)) {
          if (chord) addHead(state, n, events, number)
          else {
            if (cursor < written) refuseAt(state.source, n, `measure ${number}: two notes of one voice overlap`)
            if (cursor > written) events.push(...fill(state, n, cursor - written, number))
            events.push(readEvent(state, n, ticks, number))
            written = cursor + ticks
          }
        }
        cursor += ticks
        break
      }
      case 'barline':
        endsEnding = readBarline(state, n, found) || endsEnding
        break
      case 'direction':
        for (const type of childrenOf(n, 'direction-type'))
          for (const what of type.children) if (!['metronome', 'words'].includes(what.name)) state.leave(`${what.name} marks`, number)
        break
      default:
        break // print, sound, harmony and figures change no note
    }
  if (state.ending) found.ending = state.ending
  if (endsEnding) state.ending = undefined
  const short = events.length > 0 && written < measureTicks(state.meter)
  return {
    ...found,
    number,
    events,
    source: placeInText(state.source, m.start),
    ...(short && m.attrs.implicit === 'yes' ? { pickup: true } : {}),
  }
}

function readAttributes(
  state: State,
  n: XmlNode,
  index: number,
  number: string,
  found: { -readonly [K in keyof FoundMeasure]?: FoundMeasure[K] },
): void {
  const divisions = numberOf(n, 'divisions')
  if (divisions !== undefined) {
    if (!(divisions > 0)) refuseAt(state.source, n, `measure ${number}: divisions must be more than nothing`)
    state.divisions = divisions
  }
  const [key, time, clef, transpose] = ['key', 'time', 'clef', 'transpose'].map((name) => child(n, name))
  if (key && index > 0) found.key = keyOf(state.source, key)
  if (time) {
    state.meter = meterOf(state.source, time)
    if (index > 0) found.meter = state.meter
  }
  if (clef) {
    if (state.clef) state.leave('clef changes', number)
    else {
      state.clef = clefOf(clef)
      if (!state.clef) refuseAt(state.source, clef, `measure ${number}: strings do not read this clef; use treble, alto, tenor or bass`)
    }
  }
  if (transpose) {
    if ((numberOf(transpose, 'chromatic') ?? 0) % 12 !== 0)
      refuseAt(state.source, transpose, `measure ${number}: this part is for a transposing instrument; export it at concert pitch`)
    state.octaves = (numberOf(transpose, 'octave-change') ?? 0) + Math.trunc((numberOf(transpose, 'chromatic') ?? 0) / 12)
  }
}

/** Whether a note belongs to the voice that is read: the first one met, on the first staff. */
function isOurs(state: State, n: XmlNode, number: string): boolean {
  const voice = textOf(n, 'voice') ?? '1'
  if ((textOf(n, 'staff') ?? '1') !== '1') {
    state.leave('the second staff', number)
    return false
  }
  state.voice ??= voice
  if (voice !== state.voice) state.leave(`voice ${voice}`, number)
  return voice === state.voice
}

function readBarline(state: State, n: XmlNode, found: { -readonly [K in keyof FoundMeasure]?: FoundMeasure[K] }): boolean {
  const repeat = child(n, 'repeat')
  if (repeat?.attrs.direction === 'forward') found.repeatStart = true
  if (repeat?.attrs.direction === 'backward') found.repeatEnd = Math.min(9, Math.max(2, Number(repeat.attrs.times ?? 2) || 2))
  const style = textOf(n, 'bar-style')
  if (style === 'light-light') found.barline = 'double'
  if (style === 'light-heavy' && !repeat) found.barline = 'final'
  const ending = child(n, 'ending')
  if (ending?.attrs.type === 'start') {
    const passes = (ending.attrs.number ?? '1')
      .split(/[ ,]+/)
      .map(Number)
      .filter((p) => p >= 1 && p <= 9)
    state.ending = passes.length ? passes : [1]
  }
  return ending?.attrs.type === 'stop' || ending?.attrs.type === 'discontinue'
}

const newId = (state: State) => `${state.prefix}${state.next++}`

/** Rests for a stretch in which the voice is silent without saying so. */
function fill(state: State, n: XmlNode, ticks: number, number: string): RestEvent[] {
  const values = valuesFor(ticks) ?? refuseAt(state.source, n, `measure ${number}: the gap before this note cannot be written as rests`)
  return values.map((value) => ({ kind: 'rest', id: newId(state), value }))
}

function valueFor(state: State, n: XmlNode, ticks: number, number: string): Value {
  const modification = child(n, 'time-modification')
  const tuplet = modification
    ? { actual: numberOf(modification, 'actual-notes') ?? 3, normal: numberOf(modification, 'normal-notes') ?? 2 }
    : undefined
  const base = BASES[textOf(n, 'type') ?? '']
  if (base) {
    const named: Value = { base, dots: childrenOf(n, 'dot').length, ...(tuplet ? { tuplet } : {}) }
    if (ticksOf(named) === ticks) return named
  }
  return (
    valueOf(ticks, tuplet) ??
    valueOf(ticks) ??
    refuseAt(state.source, n, `measure ${number}: a note of this length has no single written value; write it as tied notes`)
  )
}

function readEvent(state: State, n: XmlNode, ticks: number, number: string): PieceEvent {
  const id = newId(state)
  const notations = childrenOf(n, 'notations')
  const bracket = notations.flatMap((x) => childrenOf(x, 'tuplet')).map((t) => t.attrs.type)
  const tuplet = bracket.includes('start') ? ({ tuplet: 'start' } as const) : bracket.includes('stop') ? ({ tuplet: 'stop' } as const) : {}
  const rest = child(n, 'rest')
  if (rest) {
    const whole =
      ticks === measureTicks(state.meter) &&
      (rest.attrs.measure === 'yes' || textOf(n, 'type') === undefined || textOf(n, 'type') === 'whole')
    return {
      kind: 'rest',
      id,
      value: whole ? { base: 'whole', dots: 0 } : valueFor(state, n, ticks, number),
      ...(whole ? { wholeMeasure: true } : {}),
      ...tuplet,
    }
  }
  const value = valueFor(state, n, ticks, number)
  const technical = notations.flatMap((x) => childrenOf(x, 'technical'))
  const has = (name: string) => technical.some((t) => child(t, name))
  for (const x of notations)
    for (const what of x.children)
      if (!['technical', 'tied', 'slur', 'tuplet'].includes(what.name))
        state.leave(what.name === 'articulations' || what.name === 'ornaments' ? what.name : `${what.name} marks`, number)
  const event: NoteEvent = {
    kind: 'note',
    id,
    value,
    heads: [headOf(state, n, number)],
    ...(has('down-bow') ? { bow: 'down' as const } : has('up-bow') ? { bow: 'up' as const } : {}),
    ...tuplet,
  }
  readSlurs(state, notations, id)
  return event
}

function readSlurs(state: State, notations: readonly XmlNode[], id: string): void {
  const slurs = notations.flatMap((x) => childrenOf(x, 'slur'))
  for (const s of slurs.filter((x) => x.attrs.type === 'stop')) {
    const from = state.openSlurs.get(s.attrs.number ?? '1')
    state.openSlurs.delete(s.attrs.number ?? '1')
    if (from && from !== id) state.slurs.push({ from, to: id })
  }
  for (const s of slurs.filter((x) => x.attrs.type === 'start')) state.openSlurs.set(s.attrs.number ?? '1', id)
}

function headOf(state: State, n: XmlNode, number: string): Head {
  const pitch = child(n, 'pitch') ?? refuseAt(state.source, n, `measure ${number}: this note has no pitch; percussion cannot be fingered`)
  const step = textOf(pitch, 'step') ?? ''
  const alter = numberOf(pitch, 'alter') ?? 0
  const parsed = pitchSchema.safeParse({
    letter: LETTERS.includes(step as Letter) ? step : undefined,
    alter,
    octave: numberOf(pitch, 'octave'),
  })
  if (!parsed.success)
    refuseAt(
      state.source,
      pitch,
      `measure ${number}: “${step}${alter ? ` altered by ${alter}` : ''}” is not a pitch that has a finger; use letters A to G with sharps or flats`,
    )
  const sounding: Pitch = { ...parsed.data!, octave: parsed.data!.octave + state.octaves }
  const technical = childrenOf(n, 'notations').flatMap((x) => childrenOf(x, 'technical'))
  const given = (name: string, max: number) => {
    const value = technical.map((t) => numberOf(t, name)).find((v) => v !== undefined)
    return value !== undefined && Number.isInteger(value) && value >= 0 && value <= max ? value : undefined
  }
  const finger = given('fingering', 4) ?? (technical.some((t) => child(t, 'open-string')) ? 0 : undefined)
  const string = given('string', 6)
  return {
    pitch: sounding,
    ...(childrenOf(n, 'tie').some((t) => t.attrs.type === 'start') ? { tie: true } : {}),
    ...(finger !== undefined ? { givenFinger: finger } : {}),
    ...(string ? { givenString: string } : {}),
  }
}

function addHead(state: State, n: XmlNode, events: PieceEvent[], number: string): void {
  const last = events[events.length - 1]
  if (last?.kind !== 'note') refuseAt(state.source, n, `measure ${number}: a chord note follows no note`)
  else {
    events[events.length - 1] = { ...last, heads: [...last.heads, headOf(state, n, number)] }
    readSlurs(state, childrenOf(n, 'notations'), last.id)
  }
}
