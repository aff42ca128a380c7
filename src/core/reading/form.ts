import { alterIn, type Key } from '../music/key'
import { QUARTER } from '../music/time'
import { triadNamed } from '../music/chord'
import { LETTERS, midiOf, stepsOf, type Pitch } from '../music/pitch'
import { capital } from '../names'
import { printedLines, sayMeasures } from '../piece/address'
import { onceIn } from '../once'
import type { Line, Piece } from '../piece/piece'
import { placeEvents, type PlacedEvent } from '../piece/walk'
import { sayInterval } from '../words/en/hands'

/** How a stretch of measures is like an earlier one. Steps are letter steps, up positive. */
export type Likeness =
  | { readonly kind: 'same' }
  /** Every note moved by the same interval: the hand does the same elsewhere. */
  | { readonly kind: 'moved'; readonly steps: number; readonly semitones: number }
  /** Moved by steps inside the key: the shape is the same, half steps lie elsewhere. */
  | { readonly kind: 'stepped'; readonly steps: number }
  | { readonly kind: 'rhythm' }

/** A measure, a pair or a line of the piece, by index. `like`: which earlier one it returns, and how. */
export type Unit = {
  readonly from: number
  readonly to: number
  /** "A", "B", "A′" for one that is moved; "–" for rests only. */
  readonly name: string
  readonly like: { readonly unit: number; readonly how: Likeness } | null
}

/** Notes in a row that are just a scale, or a chord one after another. */
export type ScaleOrChord = {
  readonly from: PlacedEvent
  readonly to: PlacedEvent
  readonly notes: number
  readonly up: boolean
} & (
  | { readonly kind: 'scale'; readonly key: Key; readonly ends: readonly [Pitch, Pitch] }
  | { readonly kind: 'arpeggio'; readonly root: Pick<Pitch, 'letter' | 'alter'>; readonly quality: string }
)

type Form = {
  readonly measures: readonly Unit[]
  readonly pairs: readonly Unit[]
  readonly lines: readonly Unit[]
  readonly runs: readonly ScaleOrChord[]
  /** Measures that have to be learned; the others return them note for note. */
  readonly toLearn: readonly number[]
}

/** What returns in a line, what is a scale and what a chord. Made once for a line. */
export const formOf = onceIn((piece: Piece, line: Line): Form => {
  const events = placeEvents(piece, line)
  const cells = line.measures.map((): FormCell[] => [])
  for (const e of events) cells[e.at.index].push(cellOf(e))
  const first = line.measures[0].pickup ? 1 : 0
  const measures = unitsOf(cells, stretchesOf(cells.length, first, 1))
  return {
    measures,
    pairs: unitsOf(cells, stretchesOf(cells.length, first, 2)),
    lines: unitsOf(cells, printed(line, first) ?? stretchesOf(cells.length, first, LINE)),
    runs: runsOf(events),
    toLearn: measures.filter((u) => u.name !== '–' && u.like?.how.kind !== 'same').map((u) => u.from),
  }
})

/** An event for comparing: how long, and its heads low first; none for a rest. */
export type FormCell = {
  readonly ticks: number
  readonly steps: readonly number[]
  readonly midi: readonly number[]
  readonly struck?: true
}

export function cellOf({ event, ticks }: PlacedEvent): FormCell {
  if (event.kind === 'rest') return { ticks, steps: [], midi: [], ...(event.struck ? { struck: true } : {}) }
  const heads = [...event.heads].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch))
  return { ticks, steps: heads.map((h) => stepsOf(h.pitch)), midi: heads.map((h) => midiOf(h.pitch)) }
}

/** Measures on a line where nobody has said how it is printed. */
const LINE = 4

type Stretch = { readonly from: number; readonly to: number }

/** Whole stretches of `size` measures from the first full one; what is left over at the end is a shorter one. */
const stretchesOf = (measures: number, first: number, size: number): Stretch[] =>
  Array.from({ length: Math.max(0, Math.ceil((measures - first) / size)) }, (_, i) => ({
    from: first + i * size,
    to: Math.min(measures, first + (i + 1) * size) - 1,
  }))

/** The printed lines, without the pickup. */
const printed = (line: Line, first: number): Stretch[] | null =>
  printedLines(line)?.map(({ from, to }) => ({ from: Math.max(from, first), to })) ?? null

function unitsOf(cells: readonly (readonly FormCell[])[], stretches: readonly Stretch[]): Unit[] {
  const units: (Unit & { cells: readonly FormCell[] })[] = []
  const known = catalogue()
  let letters = 0
  for (const { from, to } of stretches) {
    // A barline inside counts: the same notes over another barline are another measure.
    const own = cells.slice(from, to + 1).flatMap((m, i) => [...(i ? [BARLINE] : []), ...m])
    const silent = own.every((c) => c.steps.length === 0)
    const like = silent ? null : known.likest(own, (unit) => units[unit].cells)
    const returns = like && like.how.kind !== 'rhythm' ? units[like.unit].name.replace(/′/g, '') : null
    const name = silent
      ? '–'
      : returns
        ? returns + (like!.how.kind === 'same' ? primes(units[like!.unit].name) : '′')
        : letterFor(letters++)
    if (!silent) known.add(own, units.length)
    units.push({ from, to, name, like, cells: own })
  }
  return units.map(({ from, to, name, like }) => ({ from, to, name, like }))
}

const BARLINE: FormCell = { ticks: -1, steps: [], midi: [] }
const primes = (name: string) => name.replace(/[^′]/g, '')
const letterFor = (n: number): string => String.fromCharCode(65 + (n % 26)).repeat(1 + Math.floor(n / 26))

/** What a stretch is found again by: its notes, its shape in half steps and in steps, its rhythm; and how high it begins. */
type Marks = { readonly same: string; readonly moved: string; readonly stepped: string; readonly rhythm: string; readonly height: number }

function marksOf(cells: readonly FormCell[]): Marks {
  const first = cells.find((c) => c.steps.length)!
  const rhythm = cells.map((c) => `${c.ticks}${c.steps.length ? '' : c.struck ? 'x' : 'r'}`).join(' ')
  const by = (heads: (c: FormCell) => readonly number[], from: number) =>
    cells
      .map((c) =>
        heads(c)
          .map((h) => h - from)
          .join('.'),
      )
      .join(' ')
  const steps = by((c) => c.steps, first.steps[0])
  const half = by((c) => c.midi, first.midi[0])
  return {
    rhythm,
    stepped: `${rhythm}|${steps}`,
    moved: `${rhythm}|${steps}|${half}`,
    same: `${rhythm}|${steps}|${half}|${first.steps[0]} ${first.midi[0]}`,
    height: first.steps[0],
  }
}

/** The stretches so far, found by what they are like: a piece of a thousand measures is not compared each with each. */
function catalogue() {
  const first = { same: new Map<string, number>(), moved: new Map<string, number>(), rhythm: new Map<string, number>() }
  const stepped = new Map<string, Map<number, number>>()
  const note = <K>(map: Map<K, number>, key: K, unit: number) => {
    if (!map.has(key)) map.set(key, unit)
  }
  return {
    add: (cells: readonly FormCell[], unit: number): void => {
      const m = marksOf(cells)
      note(first.same, m.same, unit)
      note(first.moved, m.moved, unit)
      note(first.rhythm, m.rhythm, unit)
      const heights = stepped.get(m.stepped) ?? new Map<number, number>()
      note(heights, m.height, unit)
      stepped.set(m.stepped, heights)
    },
    /** The earlier stretch that is most like this one; of equals the first. */
    likest: (own: readonly FormCell[], cellsOf: (unit: number) => readonly FormCell[]): Unit['like'] => {
      const m = marksOf(own)
      // At its own height the steps are those of the same notes with other signs: no likeness by steps.
      const others = [...(stepped.get(m.stepped) ?? [])].flatMap(([height, unit]) => (height === m.height ? [] : [unit]))
      const tries: [Likeness['kind'], number | undefined][] = [
        ['same', first.same.get(m.same)],
        ['moved', first.moved.get(m.moved)],
        ['stepped', others.length ? Math.min(...others) : undefined],
        ['rhythm', first.rhythm.get(m.rhythm)],
      ]
      for (const [kind, unit] of tries) {
        const how = unit === undefined ? null : likeness(cellsOf(unit), own)
        if (unit !== undefined && how?.kind === kind) return { unit, how }
      }
      return null
    },
  }
}

/** What of a rhythm has to be worked out: a rest, a dot, whatever is shorter than a quarter. */
const isWorked = (c: FormCell): boolean => c.ticks > 0 && (c.steps.length === 0 || c.ticks % QUARTER !== 0 || c.ticks === 3 * QUARTER)

/** How two stretches are alike; null when they are not. */
export function likeness(a: readonly FormCell[], b: readonly FormCell[]): Likeness | null {
  if (
    a.length !== b.length ||
    a.some((c, i) => c.ticks !== b[i].ticks || (c.steps.length === 0) !== (b[i].steps.length === 0) || c.struck !== b[i].struck)
  )
    return null
  const sounding = a.flatMap((c, i) => (c.steps.length ? [{ x: c, y: b[i] }] : []))
  if (sounding.length === 0) return null
  // The same rhythm of one or two notes is no likeness; nor does it help to know of one that beats by itself.
  const rhythm: Likeness | null = sounding.length > 2 && a.some(isWorked) ? { kind: 'rhythm' } : null
  if (sounding.some(({ x, y }) => x.steps.length !== y.steps.length)) return rhythm
  const steps = sounding[0].y.steps[0] - sounding[0].x.steps[0]
  const semitones = sounding[0].y.midi[0] - sounding[0].x.midi[0]
  const bySteps = sounding.every(({ x, y }) => x.steps.every((s, i) => y.steps[i] - s === steps))
  const byHalfSteps = sounding.every(({ x, y }) => x.midi.every((m, i) => y.midi[i] - m === semitones))
  if (bySteps && byHalfSteps)
    return steps === 0 && semitones === 0 ? { kind: 'same' } : sounding.length > 1 ? { kind: 'moved', steps, semitones } : null
  return bySteps && sounding.length > 2 && steps !== 0 ? { kind: 'stepped', steps } : rhythm
}

/** What a stretch is to the earlier one, both as printed: "16 is the same as 8, note for note", "15 is 7, a fourth lower", "6 has the rhythm of 1". */
export function sayLikeness(own: string, other: string, how: Likeness): string {
  switch (how.kind) {
    case 'same':
      return `${own} is the same as ${other}, note for note`
    case 'moved':
    case 'stepped': {
      const far = how.steps === 0 ? 'a half step' : sayInterval(how.steps)
      const up = how.steps > 0 || (how.kind === 'moved' && how.steps === 0 && how.semitones > 0)
      return `${own} is ${other}, ${far} ${up ? 'higher' : 'lower'}${how.kind === 'stepped' ? ', inside the key' : ''}`
    }
    case 'rhythm':
      return `${own} has the rhythm of ${other}`
  }
}

/** Fewest notes in a row that are called a scale or an arpeggio. */
const SCALE = 4
const ARPEGGIO = 3

type Sung = { readonly placed: PlacedEvent; readonly pitch: Pitch }

function runsOf(events: readonly PlacedEvent[]): ScaleOrChord[] {
  const runs: ScaleOrChord[] = []
  for (const phrase of phrasesOf(events)) {
    stretches(
      phrase,
      (a, b) => Math.abs(b) === 1 && (a === 0 || a === b),
      SCALE,
      (notes) => {
        const key = scaleOf(notes)
        if (key) runs.push({ kind: 'scale', ...placesIn(notes), key, ends: [notes[0].pitch, notes[notes.length - 1].pitch] })
      },
    )
    // A chord's notes are thirds apart, or a fourth from its fifth to its root.
    stretches(
      phrase,
      (a, b) => [2, 3].includes(Math.abs(b)) && (a === 0 || Math.sign(a) === Math.sign(b)),
      ARPEGGIO,
      (notes) => {
        const chord = chordOf(notes)
        if (chord) runs.push({ kind: 'arpeggio', ...placesIn(notes), ...chord })
      },
    )
  }
  return runs.sort((a, b) => a.from.onset - b.from.onset)
}

/** Single notes that follow each other without a rest; what is tied on counts once. */
function phrasesOf(events: readonly PlacedEvent[]): Sung[][] {
  const phrases: Sung[][] = [[]]
  let tied = false
  for (const placed of events) {
    const { event } = placed
    if (event.kind === 'rest' || event.heads.length > 1) phrases.push([])
    else if (!tied) phrases[phrases.length - 1].push({ placed, pitch: event.heads[0].pitch })
    tied = event.kind === 'note' && event.heads.every((h) => h.tie)
  }
  return phrases
}

/** Longest stretches of which each motion goes on from the one before (0 for the first). */
function stretches(
  phrase: readonly Sung[],
  goesOn: (before: number, motion: number) => boolean,
  least: number,
  found: (notes: readonly Sung[]) => void,
): void {
  let start = 0
  let last = 0
  for (let i = 1; i <= phrase.length; i++) {
    const motion = i < phrase.length ? stepsOf(phrase[i].pitch) - stepsOf(phrase[i - 1].pitch) : 0
    if (i < phrase.length && goesOn(last, motion)) {
      last = motion
      continue
    }
    if (i - start >= least) found(phrase.slice(start, i))
    // The note where it turns belongs to both.
    start = i < phrase.length && goesOn(0, motion) ? i - 1 : i
    last = start === i ? 0 : motion
  }
}

const placesIn = (notes: readonly Sung[]) => ({
  from: notes[0].placed,
  to: notes[notes.length - 1].placed,
  notes: notes.length,
  up: midiOf(notes[1].pitch) > midiOf(notes[0].pitch),
})

/** The scale that all notes belong to: of the key in force if it does, in minor also with raised sixth and seventh. */
function scaleOf(notes: readonly Sung[]): Key | null {
  const { key } = notes[0].placed.at
  const fits = (k: Key) =>
    notes.every(({ pitch }) => {
      const scale = alterIn(k, pitch.letter)
      if (pitch.alter === scale) return true
      const place = (LETTERS.indexOf(pitch.letter) - LETTERS.indexOf(minorTonic(k)) + 7) % 7
      return k.mode === 'minor' && place >= 5 && pitch.alter === scale + 1
    })
  if (fits(key)) return key
  const other = [1, -1, 2, -2].map((d): Key => ({ fifths: key.fifths + d, mode: 'major' })).find((k) => Math.abs(k.fifths) <= 7 && fits(k))
  return other ?? null
}

const minorTonic = (k: Key) => LETTERS[(LETTERS.indexOf('A') + 4 * k.fifths + 700) % 7]

/** The triad that all notes belong to, or null. */
function chordOf(notes: readonly Sung[]) {
  const letters = [...new Set(notes.map((n) => n.pitch.letter))]
  if (letters.length !== 3) return null
  const alterOf = (letter: string) => notes.filter((n) => n.pitch.letter === letter).map((n) => n.pitch.alter)
  if (letters.some((l) => new Set(alterOf(l)).size > 1)) return null
  return triadNamed(letters.map((letter) => ({ letter, alter: alterOf(letter)[0] })))
}

/** "Learn measures 1–8. The other 8 repeat one of these note for note."; where few come back, which those are. */
export function sayLearning(form: Form, line: Line): string {
  const sounding = form.measures.filter((u) => u.name !== '–')
  const known = sounding.length
  if (form.toLearn.length === known)
    return known === 1 ? 'Learn the one measure.' : `No measure comes back note for note. Learn all ${known}.`
  const back = sounding.filter((u) => !form.toLearn.includes(u.from)).map((u) => u.from)
  if (back.length < form.toLearn.length)
    return back.length === 1
      ? `${capital(sayMeasures(line, back))} repeats an earlier one note for note. Learn the other ${known - 1}.`
      : `${capital(sayMeasures(line, back))} repeat earlier ones note for note. Learn the other ${form.toLearn.length}.`
  return `Learn ${sayMeasures(line, form.toLearn)}. The other ${back.length} repeat ${form.toLearn.length === 1 ? 'it' : 'one of these'} note for note.`
}
