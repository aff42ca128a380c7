import { readKey, readMeter, clefName, type AbcElement, type AbcSignature, type AbcStaff } from './shape'
import { pluckWords, readMarks } from './marks'
import type { PartStart } from './order'
import { atBarline, type BarSigns } from '@/core/music/accidentals'
import { alterIn } from '@/core/music/key'
import { byOctaves, pitchAt, stepsOf, type Pitch } from '@/core/music/pitch'
import { measureTicks, QUARTER, valueOf, valuesFor, valuesNear, type Meter, type Value } from '@/core/music/time'
import { valueSchema } from '@/core/music/time.schema'
import type { Grace, Head, NoteEvent, PieceEvent, Slur } from '@/core/piece/piece'
import type { FoundLine, FoundMeasure } from '../assemble'
import { readJumpWords, type MeasureHead } from '../measureHead'
import type { LeftOut } from '../leftOut'
import { SourceError } from '../outcome'

const WHOLE = 4 * QUARTER
/** Quarter tones go to the nearest half step, up from the middle. */
const SIGN: Record<string, number> = { flat: -1, natural: 0, sharp: 1, dblsharp: 2, dblflat: -2, quartersharp: 1, quarterflat: 0 }

type Marks = ReturnType<typeof readMarks>
type AbcPitch = NonNullable<AbcElement['pitches']>[number]
/** Where an element stands in its tuplet. */
type TupletMark = { readonly tuplet?: 'start' | 'stop' }

/** A voice in one run, as it is read. */
export type AbcVoice = { staff: AbcStaff; name: string; elements: AbcElement[] }

/** What holds for every voice of a tune. */
export type TuneContext = {
  readonly signature: AbcSignature
  /** Octaves that each voice sounds above (or below) what is written, by its place. */
  readonly octaves: readonly number[]
  readonly meter: Meter
  /** How far a sign in a bar reaches: its octave, all octaves, or nowhere. */
  readonly spread: string
  readonly place: (char: number) => { line: number; column: number }
  readonly leftOut: LeftOut
}

/** A voice while it is read: what holds where the reader stands, and what has been made of what is behind it. */
type Reader = {
  readonly tune: TuneContext
  /** Octaves that the voice sounds above what is written. */
  readonly up: number
  readonly id: () => string
  readonly leave: (what: string) => void
  signature: AbcSignature
  meter: Meter
  signs: BarSigns
  tuplet: Value['tuplet']
  /** The signs of notes that are tied on, by their written step. */
  tied: ReadonlyMap<number, number>
  ending: number[] | undefined
  /** What the measure that is being read says of itself, its events, and where it begins in the text. */
  attrs: MeasureHead
  /** A line of text ended inside the measure that is being read. */
  newLine: boolean
  events: PieceEvent[]
  source: { line: number; column: number } | null
  /** Words that stand at the next note. */
  words: string
  readonly openSlurs: Map<number, string>
  readonly slurs: Slur[]
  readonly measures: FoundMeasure[]
  readonly parts: PartStart[]
}

function readerOf(index: number, tune: TuneContext): Reader {
  let next = 0
  const measures: FoundMeasure[] = []
  return {
    tune,
    up: tune.octaves[index] ?? 0,
    id: () => `${String.fromCharCode(97 + index)}${next++}`,
    leave: (what) => tune.leftOut.add(what, `${measures.length + 1}`),
    signature: tune.signature,
    meter: tune.meter,
    signs: atBarline,
    tuplet: undefined,
    tied: new Map(),
    ending: undefined,
    attrs: {},
    newLine: false,
    events: [],
    source: null,
    words: '',
    openSlurs: new Map(),
    slurs: [],
    measures,
    parts: [],
  }
}

/** Reads a voice to a line. Everything passed over is counted. */
export function readVoice(v: AbcVoice, index: number, tune: TuneContext): { line: FoundLine; parts: readonly PartStart[] } {
  const r = readerOf(index, tune)
  for (const e of v.elements) readElement(r, e)
  closeMeasure(r, null)
  const { measures, slurs, parts, openSlurs } = r
  if (openSlurs.size) tune.leftOut.add('slur that does not end', `${measures.length}`, openSlurs.size)
  return { line: { name: v.name, clef: clefName(v.staff.clef), measures, slurs }, parts }
}

function readElement(r: Reader, e: AbcElement): void {
  switch (e.el_type) {
    case 'bar':
      closeMeasure(r, e)
      break
    case 'key':
    case 'keySignature':
      r.signature = readKey(e)
      if (r.signature.own.size) r.leave('signs of a key that no signature has (written at the notes)')
      r.attrs = { ...r.attrs, key: r.signature.key }
      break
    case 'meter':
    case 'timeSignature':
      r.meter = readMeter(e) ?? r.meter
      r.attrs = { ...r.attrs, meter: r.meter }
      break
    case 'note':
      if (e.rest?.type !== 'spacer') readNote(r, e)
      break
    case 'tempo': {
      const tempo = tempoOf(e)
      if (tempo) r.attrs = { ...r.attrs, tempo }
      break
    }
    case 'newLine':
      // A line of text that ends inside a measure: the next measure is the first that begins on the new one.
      if (r.events.length === 0) r.attrs = { ...r.attrs, newLine: true }
      else r.newLine = true
      break
    case 'part':
      if (e.title) {
        r.words = e.title
        r.parts.push({ label: e.title.trim(), from: r.measures.length })
      }
      break
    default:
      break // clefs, text and spacing change no note here
  }
}

/** Ends a measure at a bar, or where none is written; a bar with nothing before it belongs to the measure that was closed last. */
function closeMeasure(r: Reader, bar: AbcElement | null): void {
  const type = bar?.type ?? ''
  // Segno and coda stand where the next measure begins, the others where this one ends.
  const { segno, coda, ...ends } = readMarks(bar?.decoration, r.leave).head
  r.attrs = { ...r.attrs, ...ends }
  const repeats = type === 'bar_right_repeat' || type === 'bar_dbl_repeat'
  const { measures, source } = r
  if (source && r.events.length) {
    measures.push({
      ...r.attrs,
      events: r.events,
      source,
      ...(r.ending ? { ending: r.ending } : {}),
      ...(repeats ? { repeatEnd: 2 } : {}),
      ...(type === 'bar_thin_thick' ? { barline: 'final' as const } : type === 'bar_thin_thin' ? { barline: 'double' as const } : {}),
    })
    r.attrs = { ...(segno ? { segno } : {}), ...(coda ? { coda } : {}), ...(r.newLine ? { newLine: true } : {}) }
    r.newLine = false
    r.events = []
    r.source = null
  } else if (repeats && measures.length) measures[measures.length - 1] = { ...measures[measures.length - 1], repeatEnd: 2 }
  if (bar?.endEnding || repeats) r.ending = undefined
  if (bar?.startEnding) r.ending = endingPasses(bar.startEnding)
  if (type === 'bar_left_repeat' || type === 'bar_dbl_repeat') r.attrs = { ...r.attrs, repeatStart: true }
  r.signs = atBarline
}

/** A note, chord or rest with all that stands at it. */
function readNote(r: Reader, e: AbcElement): void {
  const source = r.tune.place(e.startChar)
  r.source ??= source
  const marks = readMarks(e.decoration, r.leave)
  r.attrs = { ...r.attrs, ...marks.head }
  for (const c of e.chord ?? [])
    if (c.position === 'default') r.leave('chord symbol')
    else
      for (const said of c.name.split('\n')) {
        const plucks = e.pitches ? pluckWords(said) : null
        if (plucks) marks.marks.push(plucks)
        else if (!readJumpWords(said, r.attrs)) r.words = r.words ? `${r.words} ${said}` : said
      }
  if (e.rest?.type === 'multimeasure') return restMeasures(r, Number(e.rest.text ?? 1), source)
  if (e.startTriplet) r.tuplet = { actual: e.startTriplet, normal: Math.round(e.startTriplet * (e.tripletMultiplier ?? 2 / 3)) }
  const values = writtenValues(e, r.tuplet, source, r.leave)
  const mark: TupletMark = e.startTriplet ? { tuplet: 'start' } : e.endTriplet ? { tuplet: 'stop' } : {}
  // A head that is a cross has no pitch: something is struck.
  const struck = e.style === 'x' || e.pitches?.every((p) => p.style === 'x')
  if (e.rest || struck) readRest(r, e, values, mark, { ...marks, struck: struck === true })
  else if (e.pitches) readChord(r, e, e.pitches, values, mark, marks)
  if (e.endTriplet) r.tuplet = undefined
}

const wholeRest = (r: Reader): PieceEvent => ({ kind: 'rest', id: r.id(), value: { base: 'whole', dots: 0 }, wholeMeasure: true })

/** So many measures of rest, the last of which a bar will close. */
function restMeasures(r: Reader, count: number, source: Reader['source']): void {
  for (let n = 0; n < count; n++) {
    r.source ??= source
    r.events.push(wholeRest(r))
    if (n < count - 1) closeMeasure(r, null)
  }
}

function readRest(
  r: Reader,
  e: AbcElement,
  values: readonly Value[],
  mark: TupletMark,
  { dynamic, hairpin, hairpinEnd, struck }: Marks & { struck: boolean },
): void {
  if (!struck && Math.round(e.duration * WHOLE) === measureTicks(r.meter)) r.events.push(wholeRest(r))
  else values.forEach((value, i) => r.events.push({ kind: 'rest', id: r.id(), value, ...(struck && i === 0 ? { struck } : {}), ...mark }))
  if (dynamic || hairpin || r.words) r.events.push(withWritten(r.events.pop()!, { dynamic, hairpin, words: r.words }))
  if (hairpinEnd) r.events.push({ ...r.events.pop()!, hairpinEnd: true })
  r.words = ''
}

function readChord(r: Reader, e: AbcElement, written: readonly AbcPitch[], values: readonly Value[], mark: TupletMark, marks: Marks): void {
  const bearing: Partial<NoteEvent> = {
    ...(marks.bow ? { bow: marks.bow } : {}),
    ...(marks.marks.length ? { marks: marks.marks.slice(0, 8) } : {}),
    ...(marks.ornament ? { ornament: marks.ornament } : {}),
    ...(marks.tremolo ? { tremolo: marks.tremolo } : {}),
    ...gracesOf(r, e),
    ...lyricOf(r, e),
  }
  const pitches = written.map((p) => pitchOf(r, p, e.startChar))
  const made = notesOf(e, values, mark, pitches, marks.fingers, bearing, r.id)
  made[0] = withWritten(made[0], { dynamic: marks.dynamic, hairpin: marks.hairpin, words: r.words })
  if (marks.hairpinEnd) made.push({ ...made.pop()!, hairpinEnd: true })
  r.words = ''
  const [first, last] = [made[0], made[made.length - 1]]
  for (const label of written.flatMap((p) => p.endSlur ?? []).concat(e.endSlur ?? [])) {
    const from = r.openSlurs.get(label)
    if (from) r.slurs.push({ from, to: last.id })
    r.openSlurs.delete(label)
  }
  for (const s of written.flatMap((p) => p.startSlur ?? []).concat(e.startSlur ?? [])) r.openSlurs.set(s.label, first.id)
  r.events.push(...made)
  r.tied = new Map(last.heads.filter((h) => h.tie).map((h) => [stepsOf(h.pitch) - 7 * r.up, h.pitch.alter]))
}

/** The grace notes before a note; the stroke stands once for the group. */
function gracesOf(r: Reader, e: AbcElement): Pick<NoteEvent, 'graces'> {
  const slash = e.gracenotes?.some((g) => g.acciaccatura)
  const graces = (e.gracenotes ?? []).slice(0, 16).map((g): Grace => ({
    heads: [{ pitch: pitchOf(r, g, e.startChar) }],
    base: valueOf(Math.round(g.duration * WHOLE))?.base ?? 'eighth',
    ...(slash ? { slash } : {}),
  }))
  return graces.length ? { graces } : {}
}

/** The syllable of the first verse. */
function lyricOf(r: Reader, e: AbcElement): Pick<NoteEvent, 'lyric'> {
  const [lyric, ...others] = e.lyric ?? []
  if (others.length) r.leave('syllable of another verse')
  const text = lyric?.syllable
    .replace(/\u00a0/g, ' ')
    .trim()
    .slice(0, 80)
  return text ? { lyric: { text, ...(lyric?.divider === '-' ? { joined: true } : {}) } } : {}
}

/** A pitch as it sounds, by its sign, those before it in the measure, and the key; its own sign holds on for the measure. */
function pitchOf(r: Reader, p: Pick<AbcPitch, 'pitch' | 'accidental' | 'endTie'>, startChar: number): Pitch {
  const { spread, place } = r.tune
  const sounding = (found: Pitch): Pitch => (r.up ? byOctaves(found, r.up) : found)
  const steps = 28 + p.pitch // abcjs counts letters from middle C
  const plain = pitchAt(steps, 0)
  if (p.accidental === undefined) {
    const { key, own } = r.signature
    const held = p.endTie ? r.tied.get(steps) : undefined
    return sounding({ ...plain, alter: held ?? r.signs.get(steps) ?? own.get(plain.letter) ?? alterIn(key, plain.letter) })
  }
  const alter = SIGN[p.accidental]
  if (alter === undefined) throw new SourceError({ ...place(startChar), text: `the sign ${p.accidental} is unknown. Use sharps and flats` })
  if (p.accidental.startsWith('quarter')) r.leave('quarter tone (played at the nearest half step)')
  if (spread === 'pitch')
    r.signs = new Map([...r.signs, ...Array.from({ length: 11 }, (_, o): [number, number] => [(steps % 7) + 7 * (o - 1), alter])])
  else if (spread !== 'not') r.signs = new Map(r.signs).set(steps, alter)
  return sounding({ ...plain, alter })
}

/** "1", "1,3", "1-3" as passes. */
function endingPasses(text: string): number[] {
  const passes = text.split(',').flatMap((part) => {
    const [a, b] = part.split('-').map((n) => Number.parseInt(n, 10))
    return Number.isNaN(a) ? [] : Array.from({ length: (b || a) - a + 1 }, (_, i) => a + i)
  })
  return passes.length ? passes : [1]
}

/**
 * The written values of an element: one, or several to be tied when no single value is that long; the nearest ones, when
 * none are, of which `leave` is told.
 */
function writtenValues(
  e: AbcElement,
  tuplet: Value['tuplet'],
  source: { line: number; column: number },
  leave: (what: string) => void,
): Value[] {
  const exact = e.duration * WHOLE
  const ticks = tuplet ? (Math.round(exact) * tuplet.normal) / tuplet.actual : Math.round(exact)
  const inside = (values: readonly Value[]) =>
    values.map((v): Value => (tuplet ? { ...v, tuplet } : v)).filter((v) => valueSchema.safeParse(v).success)
  const one = tuplet ? valueOf(ticks, tuplet) : valueOf(ticks)
  if (one) return [one]
  const plain = Math.round(exact)
  const several = inside(valuesFor(plain) ?? [])
  if (several.length > 0 && several.length <= 4) return several
  const near = ticks > 0 ? inside(valuesNear(plain) ?? [{ base: '128th', dots: 0 }]) : []
  if (near.length === 0 || near.length > 8)
    throw new SourceError({ ...source, text: 'this length can’t be written as a note. Use a multiple or fraction like 2, 3 or /2' })
  leave('length that no note has (the nearest is written)')
  return near
}

function notesOf(
  e: AbcElement,
  values: readonly Value[],
  mark: TupletMark,
  pitches: readonly Pitch[],
  fingers: readonly number[],
  bearing: Partial<NoteEvent>,
  id: () => string,
): NoteEvent[] {
  // As many fingers as heads are theirs in order; one finger over a chord is its top note's.
  const fingerOf = (i: number) => (fingers.length === pitches.length ? fingers[i] : i === pitches.length - 1 ? fingers[0] : undefined)
  const ties = e.pitches!.map((p) => p.startTie !== undefined || e.startTie !== undefined)
  return values.map((value, n) => {
    const last = n === values.length - 1
    const heads = pitches.map((pitch, i): Head => ({
      pitch,
      ...(last ? (ties[i] ? { tie: true } : {}) : { tie: true }),
      ...(n === 0 && fingerOf(i) !== undefined ? { givenFinger: fingerOf(i) } : {}),
    }))
    return { kind: 'note', id: id(), value, heads, ...(n === 0 ? bearing : {}), ...mark }
  })
}

/** Quarters a minute of a Q: field, or undefined. */
export function tempoOf(q: { bpm?: number; duration?: number | number[] } | undefined): number | undefined {
  const unit = Array.isArray(q?.duration) ? q.duration[0] : undefined
  return q?.bpm && unit ? Math.min(400, Math.max(20, q.bpm * unit * 4)) : undefined
}

function withWritten<E extends PieceEvent>(
  e: E,
  { dynamic, hairpin, words }: { dynamic?: E['dynamic']; hairpin?: E['hairpin']; words: string },
): E {
  return {
    ...e,
    ...(hairpin ? { hairpin } : {}),
    ...(dynamic ? { dynamic } : {}),
    ...(words.trim() ? { words: words.trim().slice(0, 120) } : {}),
  }
}
