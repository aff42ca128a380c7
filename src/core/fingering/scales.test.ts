import { afterAll, describe, expect, it } from 'vitest'
import { alterIn, keyName, tonic, type Key } from '../music/key'
import { midiOf, parsePitch, pitchAt, pitchName, stepsOf, type Pitch } from '../music/pitch'
import { pieceFrom } from '../testing/piece'
import { FIRST_POSITION_CHART, LOW_SCALES, SHIFT_SCALES, type ScaleRow } from '../testing/scaleTables'
import { mapSeat } from './map'
import { DEFAULT_POLICY } from './policy'
import { FIRST_POSITION, TEST_INSTRUMENTS, type LearnedBySeat, TEST_STEPS, type TestSeat, SEAT } from '../testing/seats'

const MARK = { low: '↓', normal: '', high: '↑' }
const THIRD = TEST_STEPS.find((p) => p.id === 'third-position')!.learned
const WITH_EXTENSIONS: LearnedBySeat = { ...THIRD, cello: { ...THIRD.cello, extensions: ['back', 'forward'] } }

/** Notes placed by the tables, and those where the map agrees. */
let placed = 0
let agreed = 0

type Form = ScaleRow[3] | 'harmonic minor'
const MODE: Record<Form, Key['mode']> = { major: 'major', 'natural minor': 'minor', 'melodic minor': 'minor', 'harmonic minor': 'minor' }

/** So many notes of a scale upwards; minor raises 6 and 7 as its form says. */
function scale(from: string, fifths: number, form: Form, notes: number): Pitch[] {
  const first = stepsOf(parsePitch(from)!)
  return Array.from({ length: notes }, (_, i) => {
    const natural = pitchAt(first + i, 0)
    const degree = i % 7
    const raised = (form === 'melodic minor' && degree >= 5) || (form === 'harmonic minor' && degree === 6) ? 1 : 0
    return { ...natural, alter: alterIn({ fifths }, natural.letter) + raised }
  })
}

function fingered(seat: TestSeat, pitches: readonly Pitch[], key: Key, learned: LearnedBySeat): string[] {
  const piece = pieceFrom(pitches.map(pitchName).join(' '), key)
  const { notes, instrument } = mapSeat(piece, piece.lines[0], SEAT[seat], {
    octave: TEST_INSTRUMENTS[seat].sounds,
    policy: DEFAULT_POLICY,
    learned: learned[seat],
  })
  return notes.map((n) => `${instrument.strings[n.stop.string].letter}${MARK[n.stop.place]}${n.stop.finger}`)
}

/** Compares note by note and counts. */
function agree(seat: TestSeat, pitches: readonly Pitch[], key: Key, expected: readonly string[], learned: LearnedBySeat): void {
  const found = fingered(seat, pitches, key, learned)
  placed += expected.length
  agreed += expected.filter((w, i) => w === found[i]).length
  expect(found.join(' ')).toBe(expected.join(' '))
}

const chart = (seat: 'violin' | 'viola'): Map<string, string> =>
  new Map(
    FIRST_POSITION_CHART[seat]
      .trim()
      .split(/\s+/)
      .map((w) => w.split(':') as [string, string]),
  )

const SIGNATURES = [0, 1, 2, 3, 4, -1, -2, -3, -4]

describe.each(['violin', 'viola'] as const)(
  'every key to four sharps or flats in first position: %s (common practice, from memory)',
  (seat) => {
    const where = chart(seat)
    const lowest = stepsOf(TEST_INSTRUMENTS[seat].strings[0])
    const within = (pitches: readonly Pitch[]) => pitches.every((p) => where.has(pitchName(p)))
    /** First notes of the key that leave room for so many octaves. */
    const firsts = (key: Key, form: Form, octaves: number): string[] => {
      const t = tonic(key)
      return [2, 3, 4, 5]
        .map((octave) => pitchName({ ...t, octave }))
        .filter((name) => stepsOf(parsePitch(name)!) >= lowest && within(scale(name, key.fifths, form, 7 * octaves + 1)))
    }
    const forms = (['major', 'natural minor', 'melodic minor', 'harmonic minor'] as const).flatMap((form) =>
      SIGNATURES.map((fifths) => [keyName({ fifths, mode: MODE[form] }), form, fifths] as const),
    )
    it.each(forms)('%s, %s', (_, form, fifths) => {
      const key: Key = { fifths, mode: MODE[form] }
      for (const octaves of [1, 2])
        for (const from of firsts(key, form, octaves)) {
          const up = scale(from, fifths, form, 7 * octaves + 1)
          const words = up.map((p) => where.get(pitchName(p))!)
          agree(seat, up, key, words, FIRST_POSITION)
          // Melodic minor comes down as natural minor, which has its own row.
          if (form !== 'melodic minor') agree(seat, [...up].reverse(), key, [...words].reverse(), FIRST_POSITION)
          if (form === 'melodic minor') continue
          const chord = up.filter((_, i) => [0, 2, 4].includes(i % 7))
          agree(
            seat,
            chord,
            key,
            chord.map((p) => where.get(pitchName(p))!),
            FIRST_POSITION,
          )
        }
    })
  },
)

describe('cello and bass in first position (common practice, from memory)', () => {
  it.each(LOW_SCALES)('%s from %s, signature %i, %s', (seat, from, fifths, form, expected) => {
    const words = expected.split(' ')
    const key: Key = { fifths, mode: MODE[form] }
    const up = scale(from, fifths, form, words.length)
    agree(seat, up, key, words, FIRST_POSITION)
    // Down the same hand is used; only the bass's shift to III may come at another note.
    if (seat === 'cello' && form !== 'melodic minor') agree(seat, [...up].reverse(), key, [...words].reverse(), FIRST_POSITION)
  })
})

describe('two octaves with the usual shift (common practice, from memory)', () => {
  it.each(SHIFT_SCALES)('%s from %s, signature %i, %s', (seat, from, fifths, form, expected) => {
    const words = expected.split(' ')
    const key: Key = { fifths, mode: MODE[form] }
    const up = scale(from, fifths, form, words.length)
    agree(seat, up, key, words, WITH_EXTENSIONS)
    agree(seat, [...up].reverse(), key, [...words].reverse(), WITH_EXTENSIONS)
  })
})

it('the tables themselves stand on pitch: each word sounds its note', () => {
  for (const seat of ['violin', 'viola'] as const)
    for (const [name, word] of chart(seat)) {
      const open = TEST_INSTRUMENTS[seat].strings.find((s) => s.letter === word[0])!
      const k = midiOf(parsePitch(name)!) - midiOf(open)
      const finger = Number(word.at(-1))
      const usual = [0, 2, 4, 5, 7][finger]
      expect([name, k - usual]).toEqual([name, word.includes('↓') ? -1 : word.includes('↑') ? 1 : 0])
    }
})

afterAll(() => {
  process.stdout.write(`scale tables: ${placed} placed notes, ${agreed} agree (${((100 * agreed) / placed).toFixed(1)} %)\n`)
  expect(placed).toBeGreaterThanOrEqual(1500)
})
