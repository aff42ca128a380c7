import abcjs from 'abcjs'
import { assemble, type FoundLine } from '../assemble'
import { keyName } from '@/core/music/key'
import { letterName, type Letter } from '@/core/music/pitch'
import { LeftOut } from '../leftOut'
import { LIMITS, megabytes } from '../limits'
import { placesIn, refused, SourceError, type FileReading, type SourceProblem, type TextPlace } from '../outcome'
import { readKey, readMeter, type AbcElement, type AbcTune } from './shape'
import { inOrder, playedOrder } from './order'
import { readVoice, tempoOf, type TuneContext, type AbcVoice } from './voice'

/** A tune of a collection: how it is listed, its own text with the fields that stand before all tunes, and what it reads as. */
type TuneReading = { readonly label: string; readonly text: string; readonly reading: FileReading }

type Tune = { readonly text: string; readonly offset: number }

/** The tunes of a text, each with where it starts. What stands before the first X: is the heading of them all. */
function tunesOf(text: string): { heading: string; tunes: Tune[] } {
  const starts = [...text.matchAll(/^X:/gm)].map((m) => m.index)
  if (starts.length === 0) return { heading: '', tunes: [{ text, offset: 0 }] }
  return {
    heading: text.slice(0, starts[0]),
    tunes: starts.map((start, i) => ({ text: text.slice(start, starts[i + 1] ?? text.length), offset: start })),
  }
}

/** Fields before the first tune that hold in every tune which does not say otherwise. */
const inherited = (heading: string): string[] => heading.split('\n').filter((l) => /^([LMQIRm]:|%%)/.test(l))

const unixed = (source: string): string => source.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n')

/** Reads every tune of an abc text, as many as the limits allow. */
export function readAbcTunes(source: string): TuneReading[] {
  const all = unixed(source)
  const { heading, tunes } = tunesOf(all)
  const where = placesIn(all)
  return tunes.slice(0, LIMITS.entries).map((t, i) => {
    const title = /^T:\s*(.*)$/m.exec(t.text)?.[1].trim()
    return { label: title || `tune ${i + 1}`, text: withHeading(heading, t.text), reading: readTune(where, heading, t) }
  })
}

/** The tune with the inherited fields put under its X: line, so that it stands by itself. */
function withHeading(heading: string, tune: string): string {
  const fields = inherited(heading)
  return fields.length ? tune.replace(/^X:.*\n?/, (x) => `${x.trimEnd()}\n${fields.join('\n')}\n`) : tune
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
const HARMLESS = /decoration|Unknown directive|Unknown instruction|Unknown command|Unknown parameter|not a sign of abc \(“[$*;?@#`\\\\]”\)/i

/**
 * Reads the first tune of an abc 2.1 text. A sign holds for its letter in its own octave to the barline; with
 * `%%propagate-accidentals pitch` in all octaves, with `not` nowhere.
 */
export function readAbc(source: string): FileReading {
  const all = unixed(source)
  const { heading, tunes } = tunesOf(all)
  const reading = readTune(placesIn(all), heading, tunes[0])
  const more = tunes.length - 1
  return reading.ok && more
    ? { ...reading, notices: [...reading.notices, `we read only the first tune. There are ${more} more in the text`] }
    : reading
}

function readTune(where: (offset: number) => TextPlace, heading: string, { text: own, offset }: Tune): FileReading {
  if (own.length > LIMITS.tune)
    return refused({
      ...where(offset),
      text: `this tune is too long (${megabytes(own.length)} of text, the limit is ${megabytes(LIMITS.tune)}). Split it`,
    })
  const text = plainer(withHeading(heading, own))
  // Inherited fields stand between X: and the rest: places in the tune are counted without them.
  const added = text.length - own.length
  const afterX = own.indexOf('\n') + 1
  const addedLines = text.split('\n').length - own.split('\n').length
  const lineOffset = where(offset).line - 1 - addedLines
  // abcjs counts the space before an element as part of it.
  const place = (char: number) => {
    const at = char + (/^\s*/.exec(text.slice(char))?.[0].length ?? 0)
    return where(offset + (at >= afterX + added ? at - added : Math.min(at, afterX)))
  }
  if (!/^K:/m.test(text))
    return refused({ ...where(offset + own.length), text: 'the key is missing. End the heading with a line like K:D' })
  try {
    const tune = abcjs.parseOnly(text)[0] as unknown as AbcTune | undefined
    if (!tune) return refused({ line: 1, column: 1, text: 'there’s no tune here. Start with X:1' })
    // A length that no single note has is written as several, tied.
    const said = (tune.warnings ?? []).filter((w) => !w.includes('Duration not representable')).map((w) => warningOf(w, lineOffset))
    const grave = said.filter((w) => !HARMLESS.test(w.text))
    if (grave.length) return { ok: false, problems: grave }
    const notices = said.map((w) => `line ${w.line}: ${w.text}, left out`)
    const voices = collect(tune, linesCount(text))
    if (voices.length === 0) return refused({ ...place(text.length), text: 'there are no notes after the key. Type some' })
    const leftOut = new LeftOut()
    const signature = readKey(voices[0].staff.key)
    if (signature.own.size)
      notices.push(
        `the key has signs of its own (${sayOwn(signature.own)}): they are written at the notes, on top of ${keyName(signature.key)}`,
      )
    const context: TuneContext = {
      signature,
      octaves: soundingOctaves(text, voices.length, notices),
      meter: readMeter(voices[0].staff.meter) ?? { beats: 4, unit: 4 },
      spread: /^%%propagate-accidentals\s+(\w+)/m.exec(text)?.[1] ?? 'octave',
      place,
      leftOut,
    }
    const read = voices.map((v, i) => readVoice(v, i, context))
    const field = /^P:\s*(\S.*)$/m.exec(text.slice(0, text.search(/^K:/m)))?.[1].trim()
    const lines = field ? ordered(read, field, notices) : read.map((r) => r.line)
    const tempo = tempoOf(tune.metaText.tempo)
    return assemble(
      {
        title: (tune.metaText.title?.trim() || 'Untitled').slice(0, 200),
        key: signature.key,
        meter: context.meter,
        ...(tune.metaText.composer ? { composer: tune.metaText.composer.slice(0, 200) } : {}),
        ...(tempo ? { tempo } : {}),
      },
      lines,
      [...notices, ...leftOut.sentences()],
    )
  } catch (e) {
    if (e instanceof SourceError) return refused(e.problem)
    return refused({
      line: Math.max(1, 1 + lineOffset),
      column: 1,
      text: 'we can’t read this abc. Check the heading (X:, T:, M:, L:, K:) and the first line',
    })
  }
}

/** "G♯, C": the letters that a key has otherwise. */
const sayOwn = (own: ReadonlyMap<Letter, number>): string =>
  [...own].map(([letter, alter]) => letterName({ letter, alter }) + (alter === 0 ? ' natural' : '')).join(', ')

/**
 * The text with what the parser does not know written otherwise, sign for sign, so that places stay: tabs as spaces, a key
 * that says all its signs itself (abc 2.1: "exp"), and quarter tones in figures at the nearest half step.
 */
const plainer = (text: string): string =>
  text
    .replace(/\t/g, ' ')
    .replace(/^(K:\s*|.*\[K:\s*)([A-G][#b]?\S*\s+exp)\b/gm, (_, field: string, key: string) => field + 'none'.padEnd(key.length))
    .replace(/^(?![A-Za-z]:|%).*$/gm, (line) =>
      line.replace(/([\^_])(\d)\/(\d)(?=[A-Ga-g])/g, (whole, sign: string, n: string, d: string) => {
        const half = Math.min(2, Math.round(Number(n) / Math.max(1, Number(d))))
        return (half === 0 ? '=' : sign.repeat(half)).padStart(whole.length)
      }),
    )

/** Octaves that each voice sounds from what is written, by its transpose= (V: or K:); other transpositions are said. */
function soundingOctaves(text: string, voices: number, notices: string[]): number[] {
  const named = new Map<string, number>()
  const of = (attributes: string): number => Number(/\btranspose=\s*(-?\d+)/.exec(attributes)?.[1] ?? 0)
  for (const [, id, rest] of text.matchAll(/^V:\s*(\S+)(.*)$/gm)) if (!named.has(id) || of(rest)) named.set(id, of(rest))
  const field = /^K:(.*)$/m.exec(text)?.[1] ?? ''
  const all = named.size ? [...named.values()] : [of(field)]
  if (all.some((n) => n % 12 !== 0)) notices.push('we don’t follow the transposition for playing. The notes are as written')
  return Array.from({ length: voices }, (_, i) => {
    const semitones = all[i] ?? 0
    return semitones % 12 === 0 && Math.abs(semitones) <= 36 ? semitones / 12 : 0
  })
}

/** The lines with their parts in the order of the heading's P: field; as they stand, and said, when that cannot be followed. */
function ordered(read: readonly ReturnType<typeof readVoice>[], field: string, notices: string[]): FoundLine[] {
  const order = playedOrder(field)
  // Parts are marked in the first voice; what follows them is the same measure in all.
  const lines = order && read.map((r) => inOrder(r.line, read[0].parts, order))
  if (lines?.every((l) => l !== null)) {
    if (order!.length > read[0].parts.length) notices.push(`written out in the order of its parts, ${field}`)
    return lines
  }
  notices.push(`the order of the parts, ${field}, can’t be followed. Mark each part with a line like P:A`)
  return read.map((r) => r.line)
}

const NEW_LINE: AbcElement = { el_type: 'newLine', startChar: 0, duration: 0 }

/** Whether an end of a line of text is one on the page: so it is, unless the tune says otherwise (abc 2.1, 6.1.1). */
const linesCount = (text: string): boolean => !/^(I:|%%)\s*linebreak\b(?!.*<EOL>)/m.test(text)

/** abcjs breaks voices into printed lines; here each becomes one run again, with a mark where a line begins. */
function collect(tune: AbcTune, printed: boolean): AbcVoice[] {
  const voices: AbcVoice[] = []
  for (const line of tune.lines) {
    let index = 0
    for (const staff of line.staff ?? [])
      for (const elements of staff.voices) {
        const known = voices[index]
        if (known) known.elements.push(...(printed ? [NEW_LINE] : []), ...elements)
        else voices.push({ staff, name: staff.title?.[0] ?? String.fromCharCode(65 + voices.length), elements: [...elements] })
        index++
      }
  }
  return voices.filter((v) => v.elements.some((e) => e.el_type === 'note'))
}
