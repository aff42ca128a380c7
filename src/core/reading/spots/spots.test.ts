import { describe, expect, it } from 'vitest'
import { DEFAULT_POLICY, type Policy } from '../../fingering/policy'
import { mapSeat } from '../../fingering/map'
import type { Key } from '../../music/key'
import type { Meter } from '../../music/time'
import { pieceFrom } from '../../testing/piece'
import { isShown, SHOWN_FROM } from '../choice'
import { stageOf } from '../stage'
import { saidSpots } from '../../testing/said'
import { kindMark, type SaidSpot } from '../../words/en/spots/said'
import { spotsOf } from '../spots'
import { aboutKind, DETECTORS } from './detectors'
import { SPOT_KINDS, type SpotKind } from '../../plan/spotKinds'
import { FIRST_POSITION, TEST_INSTRUMENTS, type LearnedBySeat, TEST_STEPS, type TestSeat, SEAT } from '../../testing/seats'

type How = {
  readonly seat?: TestSeat
  readonly fifths?: number
  readonly mode?: Key['mode']
  readonly meter?: Meter
  readonly policy?: Partial<Policy>
  readonly learned?: LearnedBySeat
  /** Octaves that the bass sounds below the line. */
  readonly octave?: number
  readonly tempo?: number
}

const learned = (id: string): LearnedBySeat => TEST_STEPS.find((p) => p.id === id)!.learned

/** The spots of one kind of a line in test words, as the seat reads it: events where they stand. */
function find(kind: SpotKind, text: string, how: How = {}): SaidSpot[] {
  const { seat = 'violin', fifths = 0, mode = 'major', octave = TEST_INSTRUMENTS[how.seat ?? 'violin'].sounds } = how
  const piece = { ...pieceFrom(text, { fifths, mode }, how.meter), ...(how.tempo ? { tempo: how.tempo } : {}) }
  const map = mapSeat(piece, piece.lines[0], SEAT[seat], {
    octave,
    policy: { ...DEFAULT_POLICY, ...how.policy },
    learned: (how.learned ?? FIRST_POSITION)[seat],
  })
  return saidSpots(piece, map).filter((s) => s.kind === kind)
}
const events = (kind: SpotKind, text: string, how?: How): string[] => find(kind, text, how).map((s) => s.event)

type Row = readonly [text: string, expected: readonly string[], how?: How]

/**
 * For every kind: lines in which it is there (a hit), lines without it, and lines that come near to it. Common practice;
 * each follows from the fingering, the clef and the meaning of signs.
 */
const ROWS: Record<SpotKind, { readonly hit: Row; readonly miss: Row; readonly near: Row }> = {
  'out-of-reach': {
    hit: ['D4 F#3', ['e1']],
    miss: ['D4 G3', []],
    // The open string itself is the last that can be played.
    near: ['G3 G#3', []],
  },
  'new-for-class': {
    hit: ['D4 F4', ['e1'], { learned: learned('three-fingers') }],
    miss: ['D4 E4', [], { learned: learned('three-fingers') }],
    near: ['D4 F#4', [], { learned: learned('three-fingers') }],
  },
  'two-new': {
    // The letter changes its form and the finger slides for it.
    hit: ['C5 C#5', ['e1']],
    miss: ['D4 E4 D4 E4', []],
    // With another finger between them the letter alone is new.
    near: ['C5 D5 C#5', []],
  },
  'new-rhythm': {
    hit: ['D4:q. E4:e F#4:h', ['e0'], { learned: learned('three-fingers') }],
    miss: ['D4:q. E4:e F#4:h', []],
    // In 6/8 a dotted quarter is one beat: the meter itself is what is new, at each of its notes.
    near: ['D4:q. E4:q.', ['e0', 'e1'], { meter: { beats: 6, unit: 8 } }],
  },
  'new-combination': {
    // Slurs are learned, and crossing; not a slur over two strings.
    hit: ['(G4 A4) B4:h', ['e1'], { learned: learned('four-strings') }],
    miss: ['(G4 A4) B4:h', []],
    // Where slurs are not learned they are what is new, and nothing is known but new together.
    near: ['(G4 A4) B4:h', [], { learned: learned('three-fingers') }],
  },
  'arch-kept': {
    hit: ['G4 A4 G4 A4', ['e1']],
    miss: ['G4 A4 B4 A4', []],
    // Once there and back is daily bread.
    near: ['G4 A4 G4 F#4', []],
  },
  dotted: {
    hit: ['D4:q. E4:e F#4:e. G4:s A4', ['e0', 'e2']],
    miss: ['D4 E4 F#4 G4', []],
    // Nothing is to be placed between the beats when the next note comes on one; nor is a dot a dot in 6/8.
    near: ['D4:h. E4', []],
  },
  triplet: {
    hit: ['D4:t E4:t F#4:t G4 A4:h', ['e0']],
    miss: ['D4:e E4:e F#4 G4 A4', []],
    // Three eighths to a beat are plain in 6/8.
    near: ['D4:e E4:e F#4:e G4:q.', [], { meter: { beats: 6, unit: 8 } }],
  },
  syncopation: {
    hit: ['D4:e E4 F#4:e G4:h~ G4 A4 B4:h', ['e1', 'e3']],
    miss: ['D4:e E4:e F#4 G4:h', []],
    // Tied within the measure, and begun on the beat.
    near: ['D4 E4:h~ E4', []],
  },
  'counted-rest': {
    hit: ['D4 z z E4 z:e F#4:e G4 A4:h', ['e3', 'e5']],
    miss: ['D4 E4 F#4 G4', []],
    // After a rest on the first beat it begins as every measure does.
    near: ['D4:h. z E4:w', []],
  },
  'first-slur': {
    hit: ['D4 (E4 F#4) G4', ['e1']],
    miss: ['D4 E4 F#4 G4', []],
    near: ['D4 E4:h~ E4', []],
  },
  'first-sign': {
    hit: ['G4 A4 Bb4 A4', ['e2']],
    miss: ['G4 A4 B4 A4', []],
    // What takes a sign away again is no sign of its own.
    near: ['F#4 F4 G4:h', ['e0']],
  },
  'two-forms': {
    hit: ['F4 G4 F#4 G4', ['e2']],
    miss: ['F4 G4 F4 G4', []],
    // Another letter for the same sound is another thing to read, but not two forms of one letter.
    near: ['G#4 A4 Ab4 G4', ['e2', 'e3']],
  },
  'by-key': {
    hit: ['D4 E4 F#4 G4', ['e2'], { fifths: 1 }],
    miss: ['D4 E4 F#4 G4', []],
    near: ['D4 E4 F4 G4', [], { fifths: 1 }],
  },
  'carried-sign': {
    hit: ['F#4 G4 F#4 G4', ['e2']],
    miss: ['F#4 G4 A4 G4', []],
    // Over the barline the sign has to be written again.
    near: ['G4 A4 G4 F#4 F#4', []],
  },
  'cancelled-sign': {
    hit: ['F#4 G4 A4 G4 F4', ['e4']],
    miss: ['F4 G4 A4 G4 F4', []],
    // Two measures later nobody still thinks of it.
    near: ['F#4 G4 A4 G4 A4 B4 A4 G4 F4', []],
  },
  'shared-letter': {
    hit: ['D4 E4 D5 E4', ['e2']],
    miss: ['E4 F#4 D5 E4', []],
    near: ['D4 E4 D#5 E4', []],
  },
  'letter-two-strings': {
    // A4 open, then with 4 under the slur.
    hit: ['A4 G4 (G4 A4) G4', ['e3'], { policy: { fourth: 'slurs' } }],
    miss: ['A4 G4 G4 A4', []],
    near: ['B3 D4 D4 B4', ['e3']],
  },
  'ledger-lines': {
    hit: ['C4 D4', ['e0']],
    // D below the staff hangs from its first line.
    miss: ['D4 E4', []],
    near: ['G5 A5', ['e1']],
  },
  'look-alike': {
    hit: ['D4 E4 F4 G4 D4 E4 F4 A4', ['e7']],
    miss: ['D4 E4 F4 G4 D4 E4 F4 G4', []],
    near: ['D4 E4 F4 G4 D4 F4 A4 C5', []],
  },
  'changed-rhythm': {
    hit: ['D4 E4 F4:h D4:h E4 F4', ['e3']],
    miss: ['D4 E4 F4:h D4 E4 F4:h', []],
    near: ['D4 E4 F4:h D4:h E4 G4', []],
  },
  'repeat-way': {
    hit: ['D4 E4 F4 G4 [1 A4 B4 A4 G4 :| [2 F4 E4 D4:h', ['e4']],
    miss: ['D4 E4 F4 G4 A4 B4 A4 G4', []],
    near: ['D4 E4 F4 G4 A4 B4 A4 G4 :|', ['e7']],
  },
  pickup: {
    hit: ['A4 | D4 E4 F4 G4', ['e0']],
    miss: ['D4 E4 F4 G4', []],
    near: ['D4 E4 F4 G4 | A4', []],
  },
  'long-after-short': {
    hit: ['D4:e E4:e F4:e G4:e A4:h', ['e4']],
    miss: ['D4:e E4:e F4:e G4:e A4 B4', []],
    near: ['D4:e E4:e F4:e z:e A4:h', []],
  },
  'two-places': {
    // 2 low on A, 2 on D.
    hit: ['C5 B4 F#4 G4', ['e2']],
    miss: ['C#5 B4 F#4 G4', []],
    near: ['C5 B4 F4 G4', []],
  },
  slide: {
    hit: ['C5 C#5 D5', ['e1']],
    miss: ['C5 D5 C5', []],
    near: ['C5 B4 C#5', []],
  },
  'wide-gap': {
    hit: ['F4 G#4 A4', ['e1']],
    miss: ['F#4 G4 A4', []],
    // On the cello the hand lies in half steps: there the gap is an extension.
    near: ['F3 G#3', [], { seat: 'cello' }],
  },
  'fourth-finger': {
    hit: ['G4 A4 G4', ['e1'], { policy: { fourth: 'always' } }],
    miss: ['G4 A4 G4', []],
    near: ['D3 E3 F#3 G3', [], { seat: 'cello' }],
  },
  'four-or-open': {
    hit: ['G4 A4 G4', ['e1']],
    miss: ['B4 A4 B4', []],
    // Before the fourth finger is learned there is no choice.
    near: ['G4 A4 G4', [], { learned: learned('four-strings') }],
  },
  extension: {
    hit: ['D3 E3 F3 G#3', ['e3'], { seat: 'cello' }],
    miss: ['D3 E3 F3 G3', [], { seat: 'cello' }],
    near: ['D4 E4 F4 G#4', []],
  },
  'half-position': {
    hit: ['F2 E2', ['e0'], { seat: 'bass' }],
    miss: ['A2 B2', [], { seat: 'bass' }],
    near: ['A4 Bb4', []],
  },
  shift: {
    hit: ['B3 C4', ['e1'], { seat: 'bass' }],
    miss: ['A3 B3', [], { seat: 'bass' }],
    near: ['B3 C4', [], { seat: 'cello' }],
  },
  'lowest-string': {
    hit: ['D4 A3 B3 D4', ['e1']],
    miss: ['D4 G3 D4', []],
    near: ['D4 A3 D4 A3', ['e1', 'e3']],
  },
  'lands-alone': {
    hit: ['A4 F#4 A4', ['e1']],
    miss: ['A4 E4 A4', []],
    near: ['A4 F#4 G4', []],
  },
  fifth: {
    hit: ['E4 B4', ['e1']],
    miss: ['E4 A4', []],
    near: ['E4 C5', []],
  },
  'skip-crossing': {
    hit: ['G4 B4', ['e1']],
    miss: ['G4 A4', []],
    // A step that crosses is no skip.
    near: ['A4 B4 G#4', ['e2']],
  },
  'skip-string': {
    hit: ['G3 B4', ['e1']],
    miss: ['G3 D4', []],
    near: ['D4 A4', []],
  },
  'hand-crossing': {
    hit: ['G#4 A#4', ['e1']],
    miss: ['G4 A4', []],
    near: ['D4 E4', []],
  },
  'bow-crossing': {
    hit: ['G4 A4', ['e1']],
    miss: ['G4 F#4', []],
    near: ['G4 B4', []],
  },
  'double-stop': {
    hit: ['[D4,A4] D4', ['e0']],
    miss: ['D4 A4', []],
    near: ['D4 [E4,A4]', ['e1']],
  },
  'wrong-bow': {
    // Three strokes and a rest: lifted in it. As it comes is the rule: without a rest nobody asks.
    hit: ['D4 E4 F4 z A4:w', ['e4']],
    miss: ['D4 E4 F4:h G4:w', []],
    near: ['D4:h E4 z A4:w', []],
  },
  'other-loudness': {
    hit: ['f:D4 E4 F4 G4 A4:w p:D4 E4 F4 G4', ['e5']],
    miss: ['f:D4 E4 F4 G4 A4:w D4 E4 F4 G4', []],
    // Another measure, softer: nothing returns.
    near: ['f:D4 E4 F4 G4 A4:w p:D4 E4 F4 A4', []],
  },
  'pluck-change': {
    hit: ['D4 E4 pizz:F#4 G4 arco:A4 z z B4', ['e2', 'e4']],
    miss: ['D4 E4 F#4 G4', []],
    // Plucked all through: nothing changes.
    near: ['pizz:D4 E4 F#4 G4', []],
  },
  'uneven-bow': {
    hit: ['D4:h E4 F4:h G4', ['e0', 'e2'], { meter: { beats: 3, unit: 4 } }],
    miss: ['D4 E4 F4', [], { meter: { beats: 3, unit: 4 } }],
    // One bow to the whole measure.
    near: ['(D4:h E4) F4 G4 A4', [], { meter: { beats: 3, unit: 4 } }],
  },
  'no-rest': {
    hit: ['D4:w E4:w D4:w E4:w D4:w E4:w D4:w E4:w D4:w E4:w D4:w E4:w', ['e0'], { learned: learned('four-strings') }],
    // Twelve measures are long at the beginning only.
    miss: ['D4:w E4:w D4:w E4:w D4:w E4:w D4:w E4:w D4:w E4:w D4:w E4:w', []],
    near: ['D4:w E4:w D4:w E4:w D4:w E4:w D4:w z:w D4:w E4:w D4:w E4:w', [], { learned: learned('four-strings') }],
  },
}

describe.each(SPOT_KINDS)('%s', (kind) => {
  it.each(Object.entries(ROWS[kind]))('%s', (_, [text, expected, how]) => {
    expect(events(kind, text, how)).toEqual(expected)
  })
})

const SHOW_ALL = { kinds: {}, muted: [] }

describe('what is shown', () => {
  const text = 'F4 G4 F#4 G4 A4 F#4 F4 G4'
  it('is what is hard, until the teacher says otherwise', () => {
    const [first] = find('two-forms', text)
    expect(first.hard).toBeGreaterThan(SHOWN_FROM)
    expect(isShown(first, SHOW_ALL, {})).toBe(true)
    expect(isShown(first, { kinds: {}, muted: [first.id] }, {})).toBe(false)
    expect(isShown(first, SHOW_ALL, { 'two-forms': 'hide' })).toBe(false)
    // The piece goes before the class.
    expect(isShown(first, { kinds: { 'two-forms': 'show' }, muted: [] }, { 'two-forms': 'hide' })).toBe(true)
    const [bow] = find('bow-crossing', 'G4 A4 G4 A4')
    expect(isShown(bow, SHOW_ALL, {})).toBe(false)
    expect(isShown(bow, SHOW_ALL, { 'bow-crossing': 'show' })).toBe(true)
  })
  it('gets easier each time the same comes again', () => {
    const keys = find('by-key', 'F#4 G4 F#4 G4 F#4 G4 F#4 G4', { fifths: 1 })
    expect(keys.map((s) => s.before)).toEqual([0, 1, 2, 3])
    keys.slice(1).forEach((s, i) => expect(s.hard).toBeLessThan(keys[i].hard))
  })
  it('matters less to a class that is further on', () => {
    const hard = (id: string) => find('fourth-finger', 'G4 A4 G4', { learned: learned(id), policy: { fourth: 'always' } })[0].hard
    expect(hard('seventh-position')).toBeLessThan(hard('first-position'))
    expect(stageOf(TEST_INSTRUMENTS.violin, learned('first-finger').violin)).toBe('beginning')
    expect(stageOf(TEST_INSTRUMENTS.violin, FIRST_POSITION.violin)).toBe('first position')
    expect(stageOf(TEST_INSTRUMENTS.cello, learned('fifth-position').cello)).toBe('beyond')
    for (const kind of SPOT_KINDS) {
      const [beginning, , beyond] = aboutKind(kind).matters
      expect(beyond).toBeLessThanOrEqual(beginning)
    }
  })
  it('has a name, a mark and a detector for every kind, each kind once', () => {
    // In the same order: the lists that a teacher sees follow it.
    expect(SPOT_KINDS.filter((k) => k !== 'two-new')).toEqual(DETECTORS.map((d) => d.kind))
    expect(DETECTORS).toHaveLength(SPOT_KINDS.length - 1)
    expect(new Set(SPOT_KINDS.map((k) => kindMark(k))).size).toBe(SPOT_KINDS.length)
  })
})

describe('what is said', () => {
  const said: readonly (readonly [SpotKind, string, string, How?])[] = [
    ['two-forms', 'F4 G4 F#4 G4', 'F earlier in this measure, F sharp here: low 2, then 2.'],
    ['two-forms', 'F#4 G4 A4 F#4 A4 B4 C5 F4', 'F sharp in measure 1, F here: 2, then low 2.'],
    ['carried-sign', 'F#4 G4 F#4 G4', 'Still F sharp: the sign earlier in the measure lasts to the barline.'],
    ['cancelled-sign', 'F#4 G4 A4 G4 F4', 'Back to F natural: the barline cancelled the sign.'],
    ['by-key', 'Bb4 A4', 'B flat is only in the key signature.', { fifths: -1 }],
    ['slide', 'C5 C#5 D5', 'Slide finger 2 from low to its usual place.'],
    ['wide-gap', 'F4 G#4 A4', 'Low 2 to high 3 is a step and a half: a wide gap.'],
    ['shift', 'B3 C4', 'Shift up to III, a step and a half, with no time in between.', { seat: 'bass' }],
    ['extension', 'D3 E3 F3 G#3', '4 reached forward on D: open the hand.', { seat: 'cello' }],
    ['fifth', 'E4 B4', 'Finger 1 plays the same spot on two strings, D to A: a fifth.'],
    ['fifth', 'E3 A3', 'Finger 1 plays the same spot on two strings, D to G: a fourth.', { seat: 'bass' }],
    ['double-stop', '[E4,A4] D4', 'D and A sound together: arch finger 1 clear of open A.'],
    ['four-or-open', 'G4 A4 G4', 'Open A. 4 would stay on D.'],
    ['shared-letter', 'D4 E4 D5 E4', 'High D, not the open D. This piece has both.'],
    ['look-alike', 'D4 E4 F4 G4 D4 E4 F4 A4', 'Starts like measure 1, but note 4 is different.'],
    ['repeat-way', 'D4 E4 F4 G4 A4 B4 A4 G4 :|', 'Repeat: after this measure, go back to the beginning.'],
    ['repeat-way', 'D4 E4 F4 G4 [1 A4 B4 A4 G4 :| [2 F4 E4 D4:h', 'First ending: go back to the beginning. Next time, jump to measure 3.'],
    ['pickup', 'A4 | D4 E4 F4 G4', 'Starts with a pickup on beat 4, up-bow.'],
    ['ledger-lines', 'D5 C4', 'C4 has a ledger line.'],
    ['skip-crossing', 'G4 (B4 G4)', 'Skip from A to D, a third, one finger on each, inside the slur.'],
  ]
  it.each(said.map(([kind, text, sentence, how]) => ({ kind, text, sentence, how })))(
    '$kind in "$text": $sentence',
    ({ kind, text, sentence, how }) => {
      expect(find(kind, text, how).map((s) => s.text)).toContain(sentence)
    },
  )
  it('gives every spot advice, whole sentences, and a place', () => {
    const texts = ['C5 C#5 F#4 [E4,A4] (G4 B4) D5 D4 A3 B5 G3:e A3:e B3:e C4:e D4:h', 'A4 | F4 G#4 F4 z F#4 :| Bb4 B4 A4 G4']
    for (const seat of ['violin', 'viola', 'cello', 'bass'] as const)
      for (const text of texts)
        for (const kind of SPOT_KINDS)
          for (const s of find(kind, text, { seat, octave: { violin: 0, viola: 0, cello: -1, bass: -2 }[seat] })) {
            expect(s.text).toMatch(/[.!]$/)
            expect(s.advice).toMatch(/[.]$/)
            expect(s.text).not.toMatch(/undefined|null|NaN/)
            expect(s.hard).toBeGreaterThan(0)
            expect(s.hard).toBeLessThanOrEqual(1)
            expect(s.id).toBe(`${kind} ${seat} ${s.event}`)
          }
  })
})

describe('heard, why, do (common practice)', () => {
  const wrong = (kind: SpotKind, text: string, how?: How) => find(kind, text, how).map((s) => s.wrong?.heard ?? null)
  it('goes with what it belongs to, and with nothing else', () => {
    expect(wrong('shift', 'B3 D4 B3', { seat: 'bass', learned: learned('third-position') })).toEqual([
      'everything after the shift is flat',
      'everything after the shift back is sharp',
    ])
    expect(wrong('two-forms', 'F#4 G4 F4 G4')).toEqual(['low 2 sounds sour: it is too high'])
    expect(wrong('two-forms', 'F4 G4 F#4 G4')).toEqual([null])
    expect(wrong('two-forms', 'F#3 G3 F3 G3', { seat: 'cello' })).toEqual([null])
    expect(wrong('wide-gap', 'F4 G4')).toEqual(['3 after low 2 is flat'])
    expect(wrong('fourth-finger', '(G4 A4) G4')).toEqual(['4 is flat'])
    expect(wrong('double-stop', '[E4,A4] D4')).toEqual(['the open string next to it doesn’t ring'])
    expect(wrong('double-stop', '[D4,A4] D4')).toEqual([null])
  })
  it('says how a finger lands as the class keeps its fingers down', () => {
    const advice = (fingersDown: Policy['fingersDown']) => find('lands-alone', 'B4 G4 B4 B4', { policy: { fingersDown } })[0]?.advice
    expect(advice('blocks')).toMatch(/^Set 1, 2 and 3 together/)
    expect(advice('visits')).toMatch(/^Place it alone/)
    expect(advice('independent')).toBe(advice('visits'))
  })
})

describe('a chord', () => {
  it('of which two heads are found for one thing is one spot, and no spot has the name of another', () => {
    // Both heads are altered by the key alone.
    expect(find('by-key', '[F#4,C#5] D4 A4 D4', { fifths: 2 }).map((s) => s.event)).toHaveLength(1)
    const piece = pieceFrom('[F#4,C#5] [F4,C5] [F#4,C#5] D4', { fifths: 2, mode: 'major' })
    const options = { octave: 0, policy: DEFAULT_POLICY, learned: FIRST_POSITION.violin }
    const ids = spotsOf(piece, mapSeat(piece, piece.lines[0], SEAT.violin, options)).map((s) => s.id)
    expect(new Set(ids).size).toBe(ids.length)
  })
})
