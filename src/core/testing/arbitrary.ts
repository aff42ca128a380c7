import fc from 'fast-check'
import { LETTERS } from '../music/pitch'
import { BASE_NAMES, type Value } from '../music/time'
import { valueSchema } from '../music/time.schema'
import { PIECE_VERSION, type Measure, type Piece, type PieceEvent } from '../piece/piece'
import { pieceSchema } from '../piece/piece.schema'

const pitch = fc.record({
  letter: fc.constantFrom(...LETTERS),
  alter: fc.integer({ min: -2, max: 2 }),
  octave: fc.integer({ min: -1, max: 9 }),
})

const value: fc.Arbitrary<Value> = fc
  .record({
    base: fc.constantFrom(...BASE_NAMES),
    dots: fc.integer({ min: 0, max: 2 }),
    tuplet: fc.option(fc.constantFrom({ actual: 3, normal: 2 }, { actual: 5, normal: 4 }), { nil: undefined, freq: 6 }),
  })
  .filter((v) => valueSchema.safeParse(v).success)

const event = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant('note' as const),
      value,
      heads: fc.array(fc.record({ pitch, tie: fc.boolean() }), { minLength: 1, maxLength: 7 }),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('rest' as const), value, wholeMeasure: fc.boolean(), struck: fc.boolean() }) },
)

const measure = fc.record(
  {
    events: fc.array(event, { maxLength: 6 }),
    pickup: fc.boolean(),
    key: fc.record({ fifths: fc.integer({ min: -7, max: 7 }), mode: fc.constantFrom('major' as const, 'minor' as const) }),
    newLine: fc.boolean(),
    repeatStart: fc.boolean(),
    repeatEnd: fc.integer({ min: 2, max: 3 }),
    ending: fc.constantFrom<number[][]>([1], [2], [1, 2]),
  },
  { requiredKeys: ['events'] },
)

/** Any piece the schema admits, however odd: empty measures, seven-note chords, double flats, one 128th. */
export const pieces: fc.Arbitrary<Piece> = fc
  .record({ measures: fc.array(measure, { minLength: 1, maxLength: 5 }), fifths: fc.integer({ min: -7, max: 7 }), slurred: fc.boolean() })
  .map(({ measures, fifths, slurred }): Piece => {
    let id = 0
    const numbered = measures.map((m, i): Measure => ({
      ...m,
      number: `${i + 1}`,
      events: m.events.map((e): PieceEvent => ({ ...e, id: `e${id++}` })),
    }))
    const slurs = slurred && id > 1 ? [{ from: 'e0', to: `e${id - 1}` }] : []
    return pieceSchema.parse({
      version: PIECE_VERSION,
      title: 'Any',
      key: { fifths, mode: 'major' },
      meter: { beats: 4, unit: 4 },
      lines: [{ name: 'A', clef: 'treble', measures: numbered, slurs }],
    })
  })
