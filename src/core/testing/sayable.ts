import fc from 'fast-check'
import { LETTERS, midiOf, stepsOf } from '../music/pitch'
import { measureTicks, ticksOf, valuesFor, type Meter, type Value } from '../music/time'
import {
  DYNAMICS,
  PIECE_VERSION,
  type Grace,
  type Measure,
  type NoteEvent,
  type NoteMark,
  type Piece,
  type PieceEvent,
} from '../piece/piece'
import { MOST_STROKES, ORNAMENTS } from '../piece/ornament'
import { pieceSchema, type Ornament } from '../piece/piece.schema'

/** What a format can say: pieces for its round trip hold nothing else. */
type Sayable = {
  readonly marks: readonly NoteMark[]
  readonly dynamics: readonly (typeof DYNAMICS)[number][]
  readonly strings: boolean
  readonly chordFingers: boolean
  readonly graceChords: boolean
  /** Small signs over an ornament. */
  readonly ornamentSigns: boolean
}

type Bare = Omit<NoteEvent, 'id'> | Omit<Extract<PieceEvent, { kind: 'rest' }>, 'id'>

const METERS: readonly Meter[] = [
  { beats: 4, unit: 4 },
  { beats: 4, unit: 4, sign: 'common' },
  { beats: 2, unit: 2, sign: 'cut' },
  { beats: 3, unit: 4 },
  { beats: 6, unit: 8 },
  { beats: 5, unit: 8, groups: [3, 2] },
]
const VALUES: readonly Value[] = [
  { base: 'half', dots: 0 },
  { base: 'half', dots: 1 },
  { base: 'quarter', dots: 0 },
  { base: 'quarter', dots: 1 },
  { base: 'eighth', dots: 0 },
  { base: 'eighth', dots: 1 },
  { base: '16th', dots: 0 },
  { base: '32nd', dots: 0 },
]
const TRIPLET = { actual: 3, normal: 2 }

const pitch = fc.record({
  letter: fc.constantFrom(...LETTERS),
  alter: fc.integer({ min: -2, max: 2 }),
  octave: fc.integer({ min: 2, max: 6 }),
})
/** Words as a score holds them: no blanks at the ends or doubled, none that are a sign of their own (pizz., Fine). */
const words = fc.stringMatching(/^[KLMNklmnouvwxyzäéß&<'.]{1,8}( [klmn&]{1,6})?$/)
const rarely = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined, freq: 4 })
const defined = <T extends object>(o: T): T => Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined && v !== false)) as T

/** Grace notes of one note: with a stroke all or none. */
const graces = (can: Sayable): fc.Arbitrary<Grace[]> =>
  fc
    .record({
      groups: fc.array(
        fc.uniqueArray(fc.record({ pitch }), { minLength: 1, maxLength: can.graceChords ? 2 : 1, selector: (h) => stepsOf(h.pitch) }),
        {
          minLength: 1,
          maxLength: 2,
        },
      ),
      slash: fc.boolean(),
    })
    .map((g) => g.groups.map((heads): Grace => ({ heads, base: 'eighth', ...(g.slash ? { slash: true } : {}) })))

/** An ornament; a small sign only for a neighbour that it has. */
const ornament = (can: Sayable): fc.Arbitrary<Ornament> =>
  fc.record({ kind: fc.constantFrom(...ORNAMENTS), alter: rarely(fc.integer({ min: -2, max: 2 })) }).map(({ kind, alter }): Ornament => ({
    kind,
    ...(alter === undefined || !can.ornamentSigns ? {} : kind === 'mordent' ? { lower: alter } : { upper: alter }),
  }))

const noteOf = (can: Sayable, value: fc.Arbitrary<Value>): fc.Arbitrary<Bare> =>
  fc
    .record({
      value,
      heads: fc.uniqueArray(
        fc.record({ pitch, finger: rarely(fc.integer({ min: 0, max: 5 })), string: rarely(fc.integer({ min: 1, max: 4 })) }),
        {
          minLength: 1,
          maxLength: 3,
          selector: (h) => stepsOf(h.pitch),
        },
      ),
      bow: rarely(fc.constantFrom('down' as const, 'up' as const)),
      marks: rarely(fc.uniqueArray(fc.constantFrom(...can.marks), { minLength: 1, maxLength: 3 })),
      ornament: rarely(ornament(can)),
      tremolo: rarely(fc.integer({ min: 1, max: MOST_STROKES })),
      graces: rarely(graces(can)),
      lyric: rarely(fc.record({ text: fc.stringMatching(/^[a-zé]{1,6}$/), joined: fc.boolean() })),
      dynamic: rarely(fc.constantFrom(...can.dynamics)),
      words: rarely(words),
    })
    .map(({ heads, marks, lyric, value: v, ...rest }): Bare => {
      const sorted = [...heads].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch))
      const allFingered = sorted.every((h) => h.finger !== undefined)
      return defined({
        kind: 'note' as const,
        value: v,
        heads: sorted.map((h) =>
          defined({
            pitch: h.pitch,
            givenFinger: can.chordFingers || sorted.length === 1 || allFingered ? h.finger : undefined,
            givenString: can.strings ? h.string : undefined,
          }),
        ),
        // In the order in which the piece lists them.
        marks: marks && can.marks.filter((m) => marks.includes(m)),
        lyric: lyric && defined({ text: lyric.text, joined: lyric.joined }),
        ...rest,
      })
    })

/** A rest, or something struck without a pitch. */
const restOf = (value: fc.Arbitrary<Value>): fc.Arbitrary<Bare> =>
  fc.record({ value, struck: rarely(fc.constant(true)) }).map((r): Bare => ({ kind: 'rest', ...defined(r) }))

/** A note or rest, or three of them in a triplet. */
const groups = (can: Sayable): fc.Arbitrary<Bare[]> => {
  const value = fc.constantFrom(...VALUES)
  const eighth = fc.constant<Value>({ base: 'eighth', dots: 0, tuplet: TRIPLET })
  const three = fc
    .tuple(noteOf(can, eighth), fc.oneof(noteOf(can, eighth), restOf(eighth)), noteOf(can, eighth))
    .map(([a, b, c]): Bare[] => [{ ...a, tuplet: 'start' }, b, { ...c, tuplet: 'stop' }])
  return fc.oneof(
    { weight: 6, arbitrary: noteOf(can, value).map((e) => [e]) },
    { weight: 1, arbitrary: restOf(value).map((e) => [e]) },
    { weight: 1, arbitrary: three },
  )
}

const ticksIn = (events: readonly Bare[]): number => events.reduce((n, e) => n + ticksOf(e.value), 0)

/** Groups up to the length of the measure, the rest of it filled with rests. */
function filled(all: readonly Bare[][], length: number): Bare[] {
  const out: Bare[] = []
  for (const g of all) if (ticksIn(out) + ticksIn(g) <= length) out.push(...g)
  for (const value of valuesFor(length - ticksIn(out)) ?? []) out.push({ kind: 'rest', value })
  // A lone rest is a measure's rest, whatever it is called.
  return out.every((e) => e.kind === 'rest' && !e.struck) ? [{ kind: 'rest', value: { base: 'whole', dots: 0 }, wholeMeasure: true }] : out
}

const frames: fc.Arbitrary<Partial<Measure>[]> = fc.constantFrom<Partial<Measure>[]>(
  [{}, {}, { barline: 'double', newLine: true }, { barline: 'final' }],
  [
    { repeatStart: true },
    { ending: [1], repeatEnd: 2 },
    { ending: [2], barline: 'double', newLine: true },
    { barline: 'final', newLine: true },
  ],
  [{}, { segno: true }, { fine: true }, { jump: { to: 'segno', then: 'fine' }, barline: 'double' }],
  [{}, { toCoda: true }, { jump: { to: 'start', then: 'coda' }, barline: 'double' }, { coda: true, barline: 'final' }],
  [{ repeatStart: true }, { repeatEnd: 2, tempo: 72 }, { key: { fifths: -3, mode: 'major' } }, { tempo: 132 }],
)

/** Pieces whose measures add up, as a format can say them; ids are those that a reader gives. */
export const sayable = (can: Sayable): fc.Arbitrary<Piece> =>
  fc
    .record({
      title: words,
      composer: rarely(words),
      fifths: fc.integer({ min: -7, max: 7 }),
      mode: fc.constantFrom('major' as const, 'minor' as const),
      meter: fc.constantFrom(...METERS),
      tempo: rarely(fc.integer({ min: 40, max: 200 })),
      frames,
      pickup: fc.boolean(),
      lines: fc.array(fc.array(fc.array(groups(can), { minLength: 2, maxLength: 5 }), { minLength: 4, maxLength: 4 }), {
        minLength: 1,
        maxLength: 2,
      }),
      slur: fc.boolean(),
      hairpin: fc.boolean(),
    })
    .map(({ lines, frames: marks, pickup, slur, hairpin, title, composer, tempo, fifths, mode, meter }) => {
      const made = lines.map((measures, l) => {
        let next = 0
        const prefix = 'ab'[l]
        const full = measureTicks(meter)
        const start: Measure[] = pickup
          ? [{ number: '0', pickup: true, events: [{ kind: 'rest', id: `${prefix}${next++}`, value: { base: 'eighth', dots: 0 } }] }]
          : []
        const all = measures.map((g, i): Measure => ({
          ...marks[i],
          number: `${i + 1}`,
          events: filled(g, full).map((e): PieceEvent => ({ ...e, id: `${prefix}${next++}` }) as PieceEvent),
        }))
        const events = all.flatMap((m) => m.events)
        // A tie needs the same pitch in the next note.
        events.forEach((e, i) => {
          const after = events[i + 1]
          if (i % 3 || e.kind !== 'note' || after?.kind !== 'note') return
          const tied = e.heads.map((h) =>
            after.heads.some((x) => midiOf(x.pitch) === midiOf(h.pitch) && stepsOf(x.pitch) === stepsOf(h.pitch)) ? { ...h, tie: true } : h,
          )
          Object.assign(e, { heads: tied })
        })
        const notes = events.filter((e) => e.kind === 'note')
        // Two hairpins, one after the other, where there is room.
        if (hairpin && notes.length > 3) {
          Object.assign(notes[0], { hairpin: 'crescendo' })
          Object.assign(notes[1], { hairpinEnd: true })
          Object.assign(notes[2], { hairpin: 'diminuendo' })
          Object.assign(notes[notes.length - 1], { hairpinEnd: true })
        }
        const slurs = slur && notes.length > 2 ? [{ from: notes[0].id, to: notes[notes.length - 1].id }] : []
        return { name: ['Upper', 'Lower'][l], clef: (['treble', 'bass'] as const)[l], slurs, measures: [...start, ...all] }
      })
      return pieceSchema.parse(defined({ version: PIECE_VERSION, title, composer, key: { fifths, mode }, meter, tempo, lines: made }))
    })
