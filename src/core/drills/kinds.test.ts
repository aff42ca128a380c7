import { describe, expect, it } from 'vitest'
import { pitchName } from '../music/pitch'
import { partOfSeat } from '../part/part'
import { pieceFrom } from '../testing/piece'
import { SEATS } from '../testing/seats'
import { drill, drillMap, fingersIn, practisedBy, stringsIn } from '../testing/drills'
import { drillsOf } from './all'
import { classAt } from '../plan/class'
import { emptyPlan } from '../plan/plan'

const D = { fifths: 2, mode: 'major' } as const
const G = { fifths: 1, mode: 'major' } as const
const C = { fifths: 0, mode: 'major' } as const
const beaten = (d: ReturnType<typeof drill>, line = 0) =>
  d.piece.lines[line].measures.map((m) => m.events.map((e) => `${e.kind === 'rest' ? 'z' : 'n'}${e.value.base[0]}`).join(' ')).join(' | ')

describe('drills of the left hand, as a teacher writes them (common practice)', () => {
  it('a slide of F♯ and F is 2–low 2, 2–low 2, 3–2, 4–2 (handbook row 25)', () => {
    const c = practisedBy(pieceFrom('D4 E4 F#4 G4 F4 E4 D4 F#4', D))
    const alternating = drill(c, 'slide', 'alternating')
    expect(fingersIn(alternating, 'violin')).toMatch(/^2 low 2 2 low 2/)
    expect(fingersIn(alternating, 'viola')).toMatch(/^2 low 2 2 low 2/)
    expect(fingersIn(alternating, 'cello')).toMatch(/^3 2 3 2/)
    expect(fingersIn(alternating, 'bass')).toMatch(/^4 2 4 2/)
    expect(alternating.title).toBe('F♯ and F, in turn')
    expect(beaten(drill(c, 'slide', 'shrinking rests'))).toBe('nq zh nq | nq zq nq zq | nq ze ne nq zq | nq nq nq nq')
    const start = drill(c, 'slide', 'same start')
    expect(fingersIn(start, 'violin')).toBe('0 1 2 1 0 1 low 2 1')
    expect(fingersIn(start, 'cello')).toBe('0 1 3 1 0 1 2 1')
    expect(start.strains).toContain('low 2')
  })

  it('growing runs and broken thirds on each string of the cello', () => {
    const c = practisedBy(pieceFrom('C3 D3 E3 F3 G3 A3 B3 C4 D4 E4 F4 G4 A4 B4 C5 D5', C))
    const on = (letter: string, variant: string) => fingersIn(drill(c, 'one string', variant, `The ${letter} string`), 'cello')
    // C and G strings 0 1 3 4, D and A strings 0 1 2 4 (row 26).
    expect(on('G', 'growing runs')).toBe('0 1 0 0 1 3 1 0 0 1 3 4 3 1 0')
    expect(on('D', 'growing runs')).toBe('0 1 0 0 1 2 1 0 0 1 2 4 2 1 0')
    expect(on('A', 'growing runs')).toBe('0 1 0 0 1 2 1 0 0 1 2 4 2 1 0')
    expect(on('G', 'broken thirds')).toBe('0 3 1 4 4 1 3 0')
    expect(on('D', 'broken thirds')).toBe('0 2 1 4 4 1 2 0')
    expect(stringsIn(drill(c, 'one string', 'steps', 'The D string'), 'cello')).toBe('D D D D D D D D')
    // The bass has no fourth note on the string in first position: it is the next open string.
    expect(fingersIn(drill(c, 'one string', 'steps', 'The D string'), 'bass')).toBe('0 1 2 0 0 2 1 0')
    expect(stringsIn(drill(c, 'one string', 'steps', 'The D string'), 'bass')).toBe('D D D G G D D D')
    expect(drill(c, 'one string', 'steps', 'The D string').times).toBeGreaterThanOrEqual(4)
  })

  it('a string that a seat does not have is another seat’s: the same notes in its octave', () => {
    const c = practisedBy(pieceFrom('E5 F#5 G5 E5 D5 C#5 B4 A4', D))
    const e = drill(c, 'one string', 'steps', 'The E string')
    expect(e.companions.violin).toBeNull()
    expect(e.companions.viola).toBe('octave')
    expect(fingersIn(e, 'viola')).not.toBe('')
  })

  it('the wide gap goes up, down, with the lower finger kept, and against high 2', () => {
    const c = practisedBy(pieceFrom('A4 B4 C5 D5 C5 D5 C5 B4', G))
    const names = drillsOf(c, ['reach']).map((d) => d.variant)
    expect(names).toEqual(['upwards', 'downwards', 'lower stays', 'against high'])
    expect(fingersIn(drill(c, 'reach', 'upwards'), 'violin')).toBe('low 2 3 low 2 3')
    expect(fingersIn(drill(c, 'reach', 'downwards'), 'violin')).toBe('3 low 2 3 low 2')
    expect(fingersIn(drill(c, 'reach', 'against high'), 'violin')).toBe('low 2 3 2 3')
    // The cello has no gap there: the same notes are its companion.
    expect(drill(c, 'reach', 'upwards').companions).toEqual({ violin: null, viola: null, cello: 'octave', bass: 'octave' })
    expect(drill(c, 'reach', 'upwards').title).toBe('C to D: wide gap, upwards')
  })

  it('the opened hand of the cello is a reach too', () => {
    // F♯ and G♯ on the C string: 1 reached back is no way, so the hand opens.
    const c = practisedBy(pieceFrom('E4 F#4 E4 F#4 G#4 F#4 E4 F#4', { fifths: 4, mode: 'major' }), classAt('third-extended'))
    const reach = drillsOf(c, ['reach']).filter((d) => d.serves.some((s) => s.seat === 'cello'))
    for (const d of reach) expect(d.strains).toContain('extension')
  })

  it('half steps are pairs of touching fingers', () => {
    const c = practisedBy(pieceFrom('D4 E4 F4 E4 F4 E4 D4 D4', C))
    const touch = drill(c, 'touch', 'alternating')
    expect(touch.title).toBe('E and F: a half step, in turn')
    expect(fingersIn(touch, 'violin')).toBe('1 low 2 1 low 2 low 2 1 low 2 1')
    expect(fingersIn(touch, 'cello')).toBe('1 2 1 2 2 1 2 1')
  })

  it('4 is reached from 3, 2 and 1, held, and checked against the open string', () => {
    const plan = { fourth: 'always' } as const
    const klass = { ...classAt('first-position'), policy: { ...classAt('first-position').policy, ...plan } }
    const c = practisedBy(pieceFrom('D4 E4 F#4 G4 A4 G4 F#4 A4', D), klass)
    expect(fingersIn(drill(c, 'reach 4', 'upwards', '4 on D'), 'violin', klass)).toBe('3 4 3 4 2 4 2 4 1 4 1 4')
    expect(fingersIn(drill(c, 'reach 4', 'downwards', '4 on D'), 'viola', klass)).toBe('4 3 4 3 4 2 4 2 4 1 4 1')
    const checked = drill(c, 'reach 4', 'against open', '4 on D')
    expect(fingersIn(checked, 'violin', klass)).toBe('4 0 4 0')
    expect(stringsIn(checked, 'violin')).toBe('D A D A')
    expect(drill(c, 'reach 4', 'held').strains).toEqual(['fourth'])
  })

  it('a lone finger is added over 1, which stays', () => {
    const c = practisedBy(pieceFrom('A4 A4 G4 A4 A4 B4 G4 B4', G))
    expect(fingersIn(drill(c, 'keep', 'slow', 'add 3'), 'violin')).toBe('1 3 1 3')
    expect(stringsIn(drill(c, 'keep', 'slow', 'add 3'), 'violin')).toBe('D D D D')
  })

  it('the next finger is set in a rest that is halved until it is gone', () => {
    const c = practisedBy(pieceFrom('B4 G4 B4 G4 B4 G4 B4 G4', G))
    const set = drill(c, 'set', 'shrinking rest')
    expect(beaten(set)).toBe('nq zh nq | nq zq nq zq | nq ze nq zq | nq nq zh')
    expect(fingersIn(set, 'violin')).toBe('1 3 1 3 1 3 1 3')
  })

  it('a crossing is practised as its spacing on one string, then across (row 10)', () => {
    const c = practisedBy(pieceFrom('A4 B4 C#5 B4 F#4 B4 A4 A4', D))
    const transfer = drill(c, 'cross', 'transfer', 'B to F♯')
    expect(transfer.title).toBe('B to F♯ across, as B to C♯ on A')
    expect(fingersIn(transfer, 'violin')).toBe('1 2 1 2 1 2 1 2')
    expect(stringsIn(transfer, 'violin')).toBe('A A A A A D A D')
    expect(fingersIn(transfer, 'cello')).toBe('1 3 1 3 1 3 1 3')
  })

  it('one finger on two strings is a drill of its own', () => {
    const c = practisedBy(pieceFrom('E4 B4 E4 B4 E4 B4 E4 B4', G))
    expect(fingersIn(drill(c, 'cross', 'one finger'), 'violin')).toMatch(/^1 1 1 1/)
  })

  it('the bow’s way over the strings comes before the finger’s', () => {
    const c = practisedBy(pieceFrom('G4 A4 G4 A4 B4 G4 B4 G4', G))
    const bow = drill(c, 'alternate', 'bow alone', 'G to A')
    expect(fingersIn(bow, 'violin')).toBe('0 0 0 0 3 0 3 0')
    expect(stringsIn(bow, 'violin')).toBe('D A D A D A D A')
    expect(drill(c, 'alternate', 'bow, then hand').purpose).toContain('Violin: bow the open strings in turn, then add the fingers.')
  })

  it('over a string the arm goes first without the fingers', () => {
    const c = practisedBy(pieceFrom('G3 A4 G3 A4 B4 G3 B4 G3', G))
    const skip = drillsOf(c, ['skip'])
    expect(skip.map((d) => d.variant)).toContain('open strings')
    expect(fingersIn(skip[0], 'violin')).toMatch(/^0 0 0 0/)
  })

  it('a stopped note is set against the open string of its letter, and found by singing', () => {
    const c = practisedBy(pieceFrom('D4 D5 D4 D5 C#5 B4 A4 D4', D))
    const turns = drill(c, 'open and high', 'by turns', 'Stopped D')
    expect(fingersIn(turns, 'violin')).toBe('0 3 0 3 0 3')
    expect(fingersIn(turns, 'cello')).toBe('0 4 0 4 0 4')
    expect(turns.purpose).toContain('Violin, viola, cello and bass: stopped D against open D, one octave apart.')
    expect(beaten(drill(c, 'open and high', 'sing and find'))).toBe('nh zh | zh zh | nh zh | nh zh')
  })

  it('two strings at once: each alone, both, and with the drone', () => {
    const c = practisedBy(pieceFrom('[D4,B4]:h [D4,B4]:h D4 B4 D4 B4', G), classAt('seventh-position'))
    const stops = drillsOf(c, ['double stop'])
    expect(stops.map((d) => d.variant)).toEqual(['each alone', 'both', 'with the drone'])
    expect(fingersIn(stops[1], 'violin', classAt('seventh-position'))).toMatch(/^0 1 0 1 0 1 0 1/)
  })
})

describe('drills of the bow', () => {
  const c = practisedBy(pieceFrom('D4 (E4:e F#4:e) G4 z A4:q. B4:e C#5 D5', D))

  it('on open strings every note becomes the string that it is fingered on, in the same rhythm, slurs and rests (row 17)', () => {
    const bow = drill(c, 'bow only', 'as written')
    for (const seat of SEATS) {
      const there = c.bySeat[seat].map
      expect(stringsIn(bow, seat)).toBe(there.notes.map((n) => there.instrument.strings[n.stop.string].letter).join(' '))
      expect(fingersIn(bow, seat)).toBe('0 0 0 0 0 0 0 0')
    }
    expect(beaten(bow)).toBe('nq ne ne nq zq | nq ne nq nq')
    expect(bow.piece.lines[0].slurs).toHaveLength(1)
  })

  it('the rhythm lies on the open string of the key', () => {
    const rhythm = drill(c, 'rhythm', 'one string')
    for (const seat of SEATS) expect(new Set(stringsIn(rhythm, seat).split(' '))).toEqual(new Set(['D']))
    expect(beaten(rhythm)).toBe('nq ne ne nq zq | nq ne nq nq')
  })

  it('an echo is a measure and a measure of rest', () => {
    const echo = drill(c, 'echo', 'measure')
    expect(beaten(echo)).toMatch(/ \| zw$/)
    expect(echo.piece.lines[0].measures).toHaveLength(2)
    expect(drill(c, 'echo', 'chain').piece.lines[0].measures).toHaveLength(4)
  })

  it('a passage is as it stands, pins and all', () => {
    const passage = drill(c, 'passage', 'slow')
    for (const seat of SEATS)
      expect(drillMap(passage, seat).notes.map((n) => [n.stop.string, n.stop.finger, n.position])).toEqual(
        c.bySeat[seat].map.notes.map((n) => [n.stop.string, n.stop.finger, n.position]),
      )
  })
})

describe('the shifting ladder', () => {
  const klass = classAt('third-extended')
  const c = practisedBy(pieceFrom('D5 G5 D5 G5 D5 C#5 B4 A4', D), klass, {
    ...emptyPlan(),
    octaves: { viola: 0 },
    pins: { viola: { e1: { strings: [3], fingers: [4], position: 'III' }, e3: { strings: [3], fingers: [4], position: 'III' } } },
  })

  it('has every rung, finger 1 to 1 first and then the finger that lands, for the seat that shifts', () => {
    const rungs = drillsOf(c, ['ladder']).filter((d) => d.serves.some((s) => s.seat === 'viola'))
    expect(rungs.map((d) => d.variant)).toEqual([
      'find the place',
      'hand alone',
      'plucked',
      'slide heard',
      'finger light',
      'stop one beat',
      'stop half a beat',
      'stop a quarter of a beat',
      'no stop',
      'in its measure',
      'eyes shut',
    ])
    const [find, , plucked] = rungs
    // Third position: finger 1 where 3 was.
    expect(fingersIn(find, 'viola', klass)).toBe('3 III 1 I 3 III 1')
    // The pair is C♯ with 2 in I and D with 1 in III.
    expect(fingersIn(plucked, 'viola', klass)).toBe('1 III 1 1 I 1 2 III 1 1 I 2')
    const stops = rungs.filter((d) => /stop/.test(d.variant)).map((d) => beaten(d, 1).split(' | ')[0])
    // A beat, half of one (an eighth), a quarter of one (a sixteenth), none.
    expect(stops).toEqual(['nq zq nq nq', 'nq ze nq nq', 'nq n1 z1 nq nq', 'nh nq nq'])
    expect(partOfSeat(plucked.piece, drillMap(plucked, 'viola', klass), true).measures[0].events[0].event).toMatchObject({
      marks: ['pizz'],
    })
  })

  it('gives the seats that stay the same notes in their octave', () => {
    const [find] = drillsOf(c, ['ladder']).filter((d) => d.serves.every((s) => s.seat === 'viola'))
    expect(find.companions.viola).toBeNull()
    expect(find.companions.violin).toBe('octave')
    const notes = (seat: 'violin' | 'viola') => drillMap(find, seat, klass).notes.map((n) => pitchName(n.pitch))
    expect(notes('violin')).toEqual(notes('viola'))
  })
})
