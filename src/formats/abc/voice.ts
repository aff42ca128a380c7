import { readKey, readMeter, clefName, type AbcElement, type AbcSignature, type AbcStaff } from './shape'
import { readMarks } from './marks'
import type { PartStart } from './order'
import { atBarline, type BarSigns } from '@/core/music/accidentals'
import { alterIn } from '@/core/music/key'
import { byOctaves, pitchAt, stepsOf, type Pitch } from '@/core/music/pitch'
import { measureTicks, QUARTER, valueOf, valueSchema, valuesFor, valuesNear, type Meter, type Value } from '@/core/music/time'
import type { Grace, Head, NoteEvent, PieceEvent, Slur } from '@/core/piece/piece'
import type { FoundLine, FoundMeasure } from '../assemble'
import { readJumpWords, type Frame } from '../frame'
import type { LeftOut } from '../leftOut'
import { SourceError } from '../reading'

const WHOLE = 4 * QUARTER
/** Quarter tones go to the nearest half step, up from the middle. */
const SIGN: Record<string, number> = { flat: -1, natural: 0, sharp: 1, dblsharp: 2, dblflat: -2, quartersharp: 1, quarterflat: 0 }

/** A voice in one run, as it is read. */
export type Voice = { staff: AbcStaff; name: string; elements: AbcElement[] }

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

/** Reads a voice to a line. Everything passed over is counted. */
export function readVoice(
  v: Voice,
  index: number,
  { spread, place, leftOut, octaves, ...first }: TuneContext,
): { line: FoundLine; parts: readonly PartStart[] } {
  const parts: PartStart[] = []
  let {
    meter,
    signature: { key, own },
  } = first
  const leave = (what: string) => leftOut.add(what, `${measures.length + 1}`)
  let signs: BarSigns = atBarline
  let tuplet: Value['tuplet']
  let next = 0
  let tied = new Map<number, number>()
  const id = () => `${String.fromCharCode(97 + index)}${next++}`
  const slurs: Slur[] = []
  const openSlurs = new Map<number, string>()
  const measures: FoundMeasure[] = []
  let ending: number[] | undefined
  let attrs: Frame = {}
  let events: PieceEvent[] = []
  let source: { line: number; column: number } | null = null
  let words = ''

  const close = (bar: AbcElement | null) => {
    const type = bar?.type ?? ''
    // Segno and coda stand where the next measure begins, the others where this one ends.
    const { segno, coda, ...ends } = readMarks(bar?.decoration, leave).frame
    attrs = { ...attrs, ...ends }
    const repeats = type === 'bar_right_repeat' || type === 'bar_dbl_repeat'
    if (events.length) {
      measures.push({
        ...attrs,
        events,
        source: source!,
        ...(ending ? { ending } : {}),
        ...(repeats ? { repeatEnd: 2 } : {}),
        ...(type === 'bar_thin_thick' ? { barline: 'final' as const } : type === 'bar_thin_thin' ? { barline: 'double' as const } : {}),
      })
      attrs = { ...(segno ? { segno } : {}), ...(coda ? { coda } : {}) }
      events = []
      source = null
    } else if (repeats && measures.length) measures[measures.length - 1] = { ...measures[measures.length - 1], repeatEnd: 2 }
    if (bar?.endEnding || repeats) ending = undefined
    if (bar?.startEnding) ending = endingPasses(bar.startEnding)
    if (type === 'bar_left_repeat' || type === 'bar_dbl_repeat') attrs = { ...attrs, repeatStart: true }
    signs = atBarline
  }

  const up = octaves[index] ?? 0
  const sounding = (p: Pitch): Pitch => (up ? byOctaves(p, up) : p)
  const pitchOf = (p: { pitch: number; accidental?: string; endTie?: boolean }, startChar: number): Pitch => {
    const steps = 28 + p.pitch // abcjs counts letters from middle C
    const plain = pitchAt(steps, 0)
    if (p.accidental !== undefined) {
      const alter = SIGN[p.accidental]
      if (alter === undefined)
        throw new SourceError({ ...place(startChar), text: `the sign ${p.accidental} is not known; use sharps and flats` })
      if (p.accidental.startsWith('quarter')) leave('quarter tone (played at the nearest half step)')
      if (spread === 'pitch')
        signs = new Map([...signs, ...Array.from({ length: 11 }, (_, o): [number, number] => [(steps % 7) + 7 * (o - 1), alter])])
      else if (spread !== 'not') signs = new Map(signs).set(steps, alter)
      return { ...plain, alter }
    }
    const held = p.endTie ? tied.get(steps) : undefined
    return { ...plain, alter: held ?? signs.get(steps) ?? own.get(plain.letter) ?? alterIn(key, plain.letter) }
  }

  for (const e of v.elements) {
    switch (e.el_type) {
      case 'bar':
        close(e)
        break
      case 'key':
      case 'keySignature':
        ;({ key, own } = readKey(e))
        if (own.size) leave('signs of a key that no signature has (written at the notes)')
        attrs = { ...attrs, key }
        break
      case 'meter':
      case 'timeSignature':
        meter = readMeter(e) ?? meter
        attrs = { ...attrs, meter }
        break
      case 'note': {
        if (e.rest?.type === 'spacer') break
        source ??= place(e.startChar)
        const marks = readMarks(e.decoration, leave)
        attrs = { ...attrs, ...marks.frame }
        for (const c of e.chord ?? [])
          if (c.position === 'default') leave('chord symbol')
          else for (const said of c.name.split('\n')) if (!readJumpWords(said, attrs)) words = words ? `${words} ${said}` : said
        if (e.rest?.type === 'multimeasure') {
          for (let n = 0; n < Number(e.rest.text ?? 1); n++) {
            source ??= place(e.startChar)
            events.push({ kind: 'rest', id: id(), value: { base: 'whole', dots: 0 }, wholeMeasure: true })
            if (n < Number(e.rest.text ?? 1) - 1) close(null)
          }
          break
        }
        if (e.startTriplet) tuplet = { actual: e.startTriplet, normal: Math.round(e.startTriplet * (e.tripletMultiplier ?? 2 / 3)) }
        const values = writtenValues(e, tuplet, place(e.startChar), leave)
        const mark: { tuplet?: 'start' | 'stop' } = e.startTriplet ? { tuplet: 'start' } : e.endTriplet ? { tuplet: 'stop' } : {}
        if (e.rest) {
          if (Math.round(e.duration * WHOLE) === measureTicks(meter))
            events.push({ kind: 'rest', id: id(), value: { base: 'whole', dots: 0 }, wholeMeasure: true })
          else for (const value of values) events.push({ kind: 'rest', id: id(), value, ...mark })
          if (marks.dynamic || words) events.push(withWritten(events.pop()!, { dynamic: marks.dynamic, words }))
          words = ''
        } else if (e.pitches) {
          // The stroke stands once for the group.
          const slash = e.gracenotes?.some((g) => g.acciaccatura)
          const graces = (e.gracenotes ?? []).slice(0, 16).map((g): Grace => ({
            heads: [{ pitch: sounding(pitchOf(g, e.startChar)) }],
            base: valueOf(Math.round(g.duration * WHOLE))?.base ?? 'eighth',
            ...(slash ? { slash } : {}),
          }))
          const lyric = e.lyric?.[0]
          const text = lyric?.syllable
            .replace(/\u00a0/g, ' ')
            .trim()
            .slice(0, 80)
          if ((e.lyric?.length ?? 0) > 1) leave('syllable of another verse')
          const bearing: Partial<NoteEvent> = {
            ...(marks.bow ? { bow: marks.bow } : {}),
            ...(marks.marks.length ? { marks: marks.marks.slice(0, 8) } : {}),
            ...(graces.length ? { graces } : {}),
            ...(text ? { lyric: { text, ...(lyric?.divider === '-' ? { joined: true } : {}) } } : {}),
          }
          const pitches = e.pitches.map((p) => sounding(pitchOf(p, e.startChar)))
          const made = notesOf(e, values, mark, pitches, marks.fingers, bearing, id)
          made[0] = withWritten(made[0], { dynamic: marks.dynamic, words })
          words = ''
          for (const label of e.pitches.flatMap((p) => p.endSlur ?? []).concat(e.endSlur ?? [])) {
            const from = openSlurs.get(label)
            if (from) slurs.push({ from, to: made[made.length - 1].id })
            openSlurs.delete(label)
          }
          for (const s of e.pitches.flatMap((p) => p.startSlur ?? []).concat(e.startSlur ?? [])) openSlurs.set(s.label, made[0].id)
          events.push(...made)
          const heads = made[made.length - 1].heads
          tied = new Map(heads.filter((h) => h.tie).map((h) => [stepsOf(h.pitch) - 7 * up, h.pitch.alter]))
        }
        if (e.endTriplet) tuplet = undefined
        break
      }
      case 'tempo': {
        const tempo = tempoOf(e)
        if (tempo) attrs = { ...attrs, tempo }
        break
      }
      case 'part':
        if (e.title) {
          words = e.title
          parts.push({ label: e.title.trim(), from: measures.length })
        }
        break
      default:
        break // clefs, text and spacing change no note here
    }
  }
  close(null)
  if (openSlurs.size) leftOut.add('slur that does not end', `${measures.length}`, openSlurs.size)
  return { line: { name: v.name, clef: clefName(v.staff.clef), measures, slurs }, parts }
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
    throw new SourceError({ ...source, text: 'this length cannot be written as a note; use a multiple or fraction such as 2, 3 or /2' })
  leave('length that no note has (the nearest is written)')
  return near
}

function notesOf(
  e: AbcElement,
  values: readonly Value[],
  mark: { tuplet?: 'start' | 'stop' },
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

function withWritten<E extends PieceEvent>(e: E, { dynamic, words }: { dynamic?: E['dynamic']; words: string }): E {
  return { ...e, ...(dynamic ? { dynamic } : {}), ...(words.trim() ? { words: words.trim().slice(0, 120) } : {}) }
}
