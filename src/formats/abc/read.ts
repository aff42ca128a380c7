import abcjs from 'abcjs'
import { clefName, readKey, readMeter, type AbcElement, type AbcStaff, type AbcTune } from './shape'
import { atBarline, inForce, type BarSigns } from '@/core/music/accidentals'
import type { Key } from '@/core/music/key'
import { pitchAt, stepsOf, type Pitch } from '@/core/music/pitch'
import { measureTicks, QUARTER, valueOf, valuesFor, type Meter, type Value } from '@/core/music/time'
import type { Head, Measure, NoteEvent, PieceEvent, Slur } from '@/core/piece/piece'
import { assemble, type FoundLine, type FoundMeasure } from '../assemble'
import { placeInText, refused, SourceError, type Reading, type SourceProblem } from '../reading'

const WHOLE = 4 * QUARTER
const SIGN: Record<string, number> = { flat: -1, natural: 0, sharp: 1, dblsharp: 2, dblflat: -2 }

/** Where the first tune starts, and whether there are more. */
function firstTune(text: string): { text: string; offset: number; more: number } {
  const starts = [...text.matchAll(/^X:/gm)].map((m) => m.index)
  if (starts.length === 0) return { text, offset: 0, more: 0 }
  return { text: text.slice(starts[0], starts[1] ?? text.length), offset: starts[0], more: starts.length - 1 }
}

/** abcjs says "Music Line:7:78: Unknown character ignored: …" with markup; line and column are the tune's. */
function warningOf(raw: string, lineOffset: number): SourceProblem {
  const m = /^Music Line:(\d+):(\d+):\s*([^:]*(?:: [^: ]+)?)/.exec(raw)
  if (!m) return { line: 1 + lineOffset, column: 1, text: raw.replace(/<[^>]*>/g, '') }
  const mark = /<span[^>]*>(.*?)<\/span>/.exec(raw)?.[1]
  return {
    line: Number(m[1]) + lineOffset,
    column: Number(m[2]),
    text: `${m[3].trim().replace(/^Unknown character ignored$/, 'not a sign of abc')}${mark ? ` (“${mark}”)` : ''}`,
  }
}

/** Words for what abc says that a reader may pass over: they change no note. */
const HARMLESS = /decoration|Unknown directive|Unknown instruction|Unknown command/i

/**
 * Reads the first tune of an abc 2.1 text. A sign holds for its letter in its own octave to the barline; with
 * `%%propagate-accidentals pitch` in all octaves, with `not` nowhere.
 */
export function readAbc(source: string): Reading {
  const all = source.replace(/\r\n?/g, '\n')
  const { text, offset, more } = firstTune(all)
  const lineOffset = placeInText(all, offset).line - 1
  // abcjs counts the space before an element as part of it.
  const place = (char: number) => placeInText(all, offset + char + (/^\s*/.exec(text.slice(char))?.[0].length ?? 0))
  if (!/^K:/m.test(text)) return refused({ ...place(text.length), text: 'there is no key; end the heading with a line such as K:D' })
  try {
    const tune = abcjs.parseOnly(text)[0] as unknown as AbcTune | undefined
    if (!tune) return refused({ line: 1, column: 1, text: 'there is no tune here; begin with X:1' })
    const said = (tune.warnings ?? []).map((w) => warningOf(w, lineOffset))
    const grave = said.filter((w) => !HARMLESS.test(w.text))
    if (grave.length) return { ok: false, problems: grave }
    const notices = said.map((w) => `line ${w.line}: ${w.text}, left out`)
    if (more) notices.push(`only the first tune was read; ${more} more in the file`)
    const spread = /^%%propagate-accidentals\s+(\w+)/m.exec(text)?.[1] ?? 'octave'
    const voices = collect(tune)
    if (voices.length === 0) return refused({ ...place(text.length), text: 'there are no notes after the key; type some' })
    const key = readKey(voices[0].staff.key)
    const meter = readMeter(voices[0].staff.meter) ?? { beats: 4, unit: 4 }
    const lines = voices.map((v, i) => readVoice(v, key, meter, spread, i, place, notices))
    const tempo = tune.metaText.tempo
    const quartersPerMinute = tempo?.bpm && tempo.duration?.[0] ? tempo.bpm * tempo.duration[0] * 4 : undefined
    const title = tune.metaText.title?.trim() || 'Untitled'
    return assemble(
      {
        title,
        key,
        meter,
        ...(tune.metaText.composer ? { composer: tune.metaText.composer } : {}),
        ...(quartersPerMinute ? { tempo: Math.min(400, Math.max(20, quartersPerMinute)) } : {}),
      },
      lines,
      notices,
    )
  } catch (e) {
    if (e instanceof SourceError) return refused(e.problem)
    return refused({
      line: 1 + lineOffset,
      column: 1,
      text: 'this abc could not be made out; check the heading (X:, T:, M:, L:, K:) and the first line',
    })
  }
}

type Voice = { staff: AbcStaff; name: string; elements: AbcElement[] }

/** abcjs breaks voices into printed lines; here each becomes one run again. */
function collect(tune: AbcTune): Voice[] {
  const voices: Voice[] = []
  for (const line of tune.lines) {
    let index = 0
    for (const staff of line.staff ?? [])
      for (const elements of staff.voices) {
        const known = voices[index]
        if (known) known.elements.push(...elements)
        else voices.push({ staff, name: staff.title?.[0] ?? String.fromCharCode(65 + voices.length), elements: [...elements] })
        index++
      }
  }
  return voices.filter((v) => v.elements.some((e) => e.el_type === 'note'))
}

function readVoice(
  v: Voice,
  firstKey: Key,
  firstMeter: Meter,
  spread: string,
  index: number,
  place: (char: number) => { line: number; column: number },
  notices: string[],
): FoundLine {
  let [key, meter] = [firstKey, firstMeter]
  let signs: BarSigns = atBarline
  let tuplet: Value['tuplet']
  let next = 0
  let tied = new Map<number, number>()
  let graces = 0
  const id = () => `${String.fromCharCode(97 + index)}${next++}`
  const slurs: Slur[] = []
  const openSlurs = new Map<number, string>()
  const measures: FoundMeasure[] = []
  let ending: number[] | undefined
  let attrs: Partial<Measure> = {}
  let events: PieceEvent[] = []
  let source: { line: number; column: number } | null = null

  const close = (bar: AbcElement | null) => {
    const type = bar?.type ?? ''
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
      attrs = {}
      events = []
      source = null
    } else if (repeats && measures.length) measures[measures.length - 1] = { ...measures[measures.length - 1], repeatEnd: 2 }
    if (bar?.endEnding || repeats) ending = undefined
    if (bar?.startEnding) ending = endingPasses(bar.startEnding)
    if (type === 'bar_left_repeat' || type === 'bar_dbl_repeat') attrs = { ...attrs, repeatStart: true }
    signs = atBarline
  }

  const pitchOf = (p: NonNullable<AbcElement['pitches']>[number], startChar: number): Pitch => {
    const steps = 28 + p.pitch // abcjs counts letters from middle C
    const plain = pitchAt(steps, 0)
    if (p.accidental !== undefined) {
      const alter = SIGN[p.accidental]
      if (alter === undefined)
        throw new SourceError({ ...place(startChar), text: `quarter tones have no place under a finger here; use sharps and flats` })
      if (spread === 'pitch')
        signs = new Map([...signs, ...Array.from({ length: 11 }, (_, o): [number, number] => [(steps % 7) + 7 * (o - 1), alter])])
      else if (spread !== 'not') signs = new Map(signs).set(steps, alter)
      return { ...plain, alter }
    }
    const held = p.endTie ? tied.get(steps) : undefined
    return { ...plain, alter: held ?? inForce(signs, key, plain) }
  }

  for (const e of v.elements) {
    switch (e.el_type) {
      case 'bar':
        close(e)
        break
      case 'key':
      case 'keySignature':
        key = readKey(e)
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
        graces += e.gracenotes?.length ?? 0
        if (e.rest?.type === 'multimeasure') {
          for (let n = 0; n < Number(e.rest.text ?? 1); n++) {
            source ??= place(e.startChar)
            events.push({ kind: 'rest', id: id(), value: { base: 'whole', dots: 0 }, wholeMeasure: true })
            if (n < Number(e.rest.text ?? 1) - 1) close(null)
          }
          break
        }
        if (e.startTriplet) tuplet = { actual: e.startTriplet, normal: Math.round(e.startTriplet * (e.tripletMultiplier ?? 2 / 3)) }
        const values = writtenValues(e, tuplet, place(e.startChar))
        const mark: { tuplet?: 'start' | 'stop' } = e.startTriplet ? { tuplet: 'start' } : e.endTriplet ? { tuplet: 'stop' } : {}
        if (e.rest) {
          if (Math.round(e.duration * WHOLE) === measureTicks(meter))
            events.push({ kind: 'rest', id: id(), value: { base: 'whole', dots: 0 }, wholeMeasure: true })
          else for (const value of values) events.push({ kind: 'rest', id: id(), value, ...mark })
        } else if (e.pitches) {
          const made = notesOf(
            e,
            values,
            mark,
            e.pitches.map((p) => pitchOf(p, e.startChar)),
            id,
          )
          for (const label of e.pitches.flatMap((p) => p.endSlur ?? []).concat(e.endSlur ?? [])) {
            const from = openSlurs.get(label)
            if (from) slurs.push({ from, to: made[made.length - 1].id })
            openSlurs.delete(label)
          }
          for (const s of e.pitches.flatMap((p) => p.startSlur ?? []).concat(e.startSlur ?? [])) openSlurs.set(s.label, made[0].id)
          events.push(...made)
          const heads = made[made.length - 1].heads
          tied = new Map(heads.filter((h) => h.tie).map((h) => [stepsOf(h.pitch), h.pitch.alter]))
        }
        if (e.endTriplet) tuplet = undefined
        break
      }
      default:
        break // clefs, text and spacing change no note here
    }
  }
  close(null)
  if (graces) notices.push(`left out: ${graces} grace note${graces === 1 ? '' : 's'}${index ? ` in line ${v.name}` : ''}`)
  if (openSlurs.size) notices.push(`left out: ${openSlurs.size} slur${openSlurs.size === 1 ? '' : 's'} that did not end`)
  return { name: v.name, clef: clefName(v.staff.clef), measures, slurs }
}

/** "1", "1,3", "1-3" as passes. */
function endingPasses(text: string): number[] {
  const passes = text.split(',').flatMap((part) => {
    const [a, b] = part.split('-').map((n) => Number.parseInt(n, 10))
    return Number.isNaN(a) ? [] : Array.from({ length: (b || a) - a + 1 }, (_, i) => a + i)
  })
  return passes.length ? passes : [1]
}

/** The written values of an element: one, or several to be tied when no single value is that long. */
function writtenValues(e: AbcElement, tuplet: Value['tuplet'], source: { line: number; column: number }): Value[] {
  const ticks = Math.round(e.duration * WHOLE)
  const one = tuplet ? valueOf((ticks * tuplet.normal) / tuplet.actual, tuplet) : valueOf(ticks)
  const values = one ? [one] : tuplet ? null : valuesFor(ticks)
  if (!values || values.length === 0 || values.length > 4)
    throw new SourceError({ ...source, text: 'this length cannot be written as a note; use a multiple or fraction such as 2, 3 or /2' })
  return values
}

function notesOf(
  e: AbcElement,
  values: readonly Value[],
  mark: { tuplet?: 'start' | 'stop' },
  pitches: readonly Pitch[],
  id: () => string,
): NoteEvent[] {
  const bow = e.decoration?.includes('upbow') ? { bow: 'up' as const } : e.decoration?.includes('downbow') ? { bow: 'down' as const } : {}
  const digit = e.decoration?.find((d) => /^[0-4]$/.test(d))
  const ties = e.pitches!.map((p) => p.startTie !== undefined || e.startTie !== undefined)
  return values.map((value, n) => {
    const last = n === values.length - 1
    const heads = pitches.map((pitch, i): Head => ({
      pitch,
      ...(last ? (ties[i] ? { tie: true } : {}) : { tie: true }),
      ...(n === 0 && digit && i === pitches.length - 1 ? { givenFinger: Number(digit) } : {}),
    }))
    return { kind: 'note', id: id(), value, heads, ...(n === 0 ? bow : {}), ...mark }
  })
}
