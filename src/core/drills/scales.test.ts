import { beatsIn } from './cells'
import { TOLD } from '../testing/saidFirst'
import { RANKED } from '../testing/ranked'
import { placeEvents } from '../piece/walk'
import { describe, expect, it } from 'vitest'
import { pitchName, stepsOf } from '../music/pitch'
import { STEP_IDS } from '../instruments/instrument'
import { classAt, DEFAULT_CLASS } from '../plan/class'
import { emptyPlan } from '../plan/plan'
import { drill, drillMap, fingersIn, practisedBy } from '../testing/drills'
import { pieceFrom } from '../testing/piece'
import { drillsOf } from './all'
import { degreesIn } from './kinds/scales'

const D = { fifths: 2, mode: 'major' } as const
const G = { fifths: 1, mode: 'major' } as const
const DMinor = { fifths: -1, mode: 'minor' } as const
const dScale = practisedBy(pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5', D))

describe('the scale of the key', () => {
  it('is fingered as every method has it: D major over an octave (handbook table, rows 1 to 3, common practice)', () => {
    const scale = drill(dScale, 'scale', 'half notes')
    const up = (seat: string) =>
      fingersIn(scale, seat)
        .split(' ')
        .slice(0, seat === 'bass' ? 9 : 8)
        .join(' ')
    expect(up('violin')).toBe('0 1 2 3 0 1 2 3')
    expect(up('viola')).toBe('0 1 2 3 0 1 2 3')
    expect(up('cello')).toBe('0 1 3 4 0 1 3 4')
    expect(up('bass')).toBe('0 1 4 0 1 4 III 2 4')
    expect(scale.title).toBe('D major scale, half notes')
  })

  it('goes from the keynote up to the top of the piece, down to its lowest note and home', () => {
    // G major between D4 and E5: steps above C0, D4 is 29, G4 32, E5 37.
    expect(degreesIn({ fifths: 1, mode: 'major' }, 29, 37)).toEqual([32, 33, 34, 35, 36, 37, 36, 35, 34, 33, 32, 31, 30, 29, 30, 31, 32])
    expect(degreesIn(D, 29, 36)).toEqual([29, 30, 31, 32, 33, 34, 35, 36, 35, 34, 33, 32, 31, 30, 29])
    // Of three notes a scale of five.
    expect(degreesIn(D, 29, 31)).toEqual([29, 30, 31, 32, 33, 32, 31, 30, 29])
  })

  it('has a measure, two beats, two strokes to each note, its top repeated, and stops before new strings', () => {
    const notes = (variant: string) =>
      drill(dScale, 'scale', variant).piece.lines[0].measures.map((m) =>
        m.events.map((e) => `${e.kind === 'note' ? e.value.base : 'rest'}`).join(' '),
      )
    expect(notes('long notes').slice(0, 2)).toEqual(['whole', 'whole'])
    expect(notes('half notes')[0]).toBe('half half')
    expect(notes('doubles')[0]).toBe('quarter quarter quarter quarter')
    // D E F♯ G A B C♯, then D four times in a measure of its own.
    expect(notes('top repeated')[2]).toBe('quarter quarter quarter quarter')
    // The bass goes to G at the fourth note, the others to A at the fifth: all wait.
    const stops = drill(dScale, 'scale', 'stops').piece.lines[0].measures.flatMap((m) => m.events)
    const places = stops.flatMap((e, i) => (e.kind === 'rest' ? [i] : []))
    expect(places.slice(0, 2)).toEqual([3, 5])
  })

  it('shows the two ways of a seat, up the string and across, where they differ, and names whose they are', () => {
    const c = practisedBy(pieceFrom('G4 A4 B4 C5 D5 E5 D5 C5', G))
    const up = drill(c, 'scale', 'up the string')
    expect(fingersIn(up, 'violin')).toBe('3 0 1 low 2 3 4 3 low 2 1 0 3')
    expect(fingersIn(drill(c, 'scale', 'half notes'), 'violin')).toBe('3 0 1 low 2 3 0 3 low 2 1 0 3')
    expect(up.purpose).toContain('violin up the string')
    const across = practisedBy(pieceFrom('G4 A4 B4 C5 D5 E5 D5 C5', G), {
      ...DEFAULT_CLASS,
      policy: { ...DEFAULT_CLASS.policy, stay: 'string' },
    })
    expect(drillsOf(across, ['scale']).map((d) => d.variant)).toContain('across the strings')
  })

  it('has three forms in minor, the one that the piece uses first', () => {
    const forms = (text: string) => [
      ...new Set(drillsOf(practisedBy(pieceFrom(text, DMinor)), ['scale']).map((d) => d.variant.split(',')[0])),
    ]
    expect(forms('D4 E4 F4 G4 A4 G4 F4 E4')).toEqual(['natural', 'harmonic', 'melodic'])
    expect(forms('D4 E4 F4 G4 A4 C#5 D5 A4')[0]).toBe('harmonic')
    expect(forms('A4 B4 C#5 D5 D5 C5 Bb4 A4')[0]).toBe('melodic')
    // D minor reading down (row 16): 3 low 2 low 1 0 on A, 3 low 2 1 0 on D.
    const natural = drill(practisedBy(pieceFrom('D5 C5 Bb4 A4 G4 F4 E4 D4', DMinor)), 'scale', 'natural, half notes')
    expect(fingersIn(natural, 'violin').split(' ').slice(-13).join(' ')).toContain('low 2 low 1 0 3 low 2 1 0')
  })

  it('goes to another octave where a note is not learned, and says so', () => {
    const piece = pieceFrom('G4 A4 B4 C5 D5 E5 D5 C5', G)
    const all = drill(practisedBy(piece), 'scale', 'half notes')
    expect(all.purpose).not.toContain('another octave')
    // An octave under the violin the bass would have E4 on its G string, beyond III.
    const high = drill(practisedBy(piece, DEFAULT_CLASS, { ...emptyPlan(), octaves: { bass: -2 } }), 'scale', 'half notes')
    expect(high.purpose).toContain(
      'Get the key into the hand before the tune: two beats to each note. Bass changes octave where a note is not learned yet.',
    )
    const pitches = drillMap(high, 'bass').notes.map((n) => pitchName(n.pitch))
    expect(pitches.slice(3, 7)).toEqual(['C4', 'D4', 'E3', 'D4'])
    expect(high.companions.bass).toBeNull()
  })

  it('sounds one letter in all seats at every note, in the meter of the piece, no two ways with the same music', () => {
    let seen = 0
    for (const { name, piece, step } of [...TOLD, ...RANKED]) {
      const c = practisedBy(piece, classAt(step))
      const music = new Set<string>()
      for (const d of drillsOf(c, ['scale', 'arpeggio'])) {
        const lines = c.players.flatMap(({ seat }, i) => (d.companions[seat.id] === null ? [d.piece.lines[i]] : []))
        const letters = lines.map((line) =>
          placeEvents(d.piece, line).map(({ event }) => (event.kind === 'note' ? event.heads.map((h) => h.pitch.letter).join() : null)),
        )
        letters[0].forEach((_, i) => {
          const here = new Set(letters.map((l) => l[i]).filter((x) => x !== null))
          expect(here.size, `${name}, ${d.id}: note ${i}`).toBeLessThanOrEqual(1)
          seen += here.size
        })
        for (const line of lines)
          for (const m of line.measures)
            for (const e of m.events)
              if (e.kind === 'note')
                expect(
                  e.heads.some((h) => h.tie),
                  `${name}, ${d.id}`,
                ).toBe(false)
        if (d.purpose.includes('two beats to each note')) expect(beatsIn(d.meter) % 2, `${name}, ${d.id}`).toBe(0)
        const key = JSON.stringify([
          d.kind,
          d.piece.lines.map((l) => l.measures.map((m) => m.events.map((e) => (e.kind === 'note' ? [e.value, e.heads] : [e.value])))),
          Object.values(d.plan.pins).map((x) => Object.values(x ?? {})),
        ])
        expect(music.has(key), `${name}, ${d.id}`).toBe(false)
        music.add(key)
      }
    }
    expect(seen).toBeGreaterThan(1000)
  })

  it('44: in three a measure to each note, never half notes over a barline', () => {
    const three = practisedBy(pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5:h', D, { beats: 3, unit: 4 }))
    const scales = drillsOf(three, ['scale'])
    expect(scales.map((d) => d.variant)).not.toContain('half notes')
    const [long] = scales
    expect(long.piece.lines[0].measures.every((m) => m.events.length === 1)).toBe(true)
  })

  it('has the arpeggio over the same range', () => {
    expect(fingersIn(drill(dScale, 'arpeggio', 'half notes'), 'violin')).toBe('0 2 0 3 0 2 0')
    expect(fingersIn(drill(dScale, 'arpeggio', 'half notes'), 'cello')).toBe('0 3 0 4 0 3 0')
  })
})

describe('what a scale says of its seats', () => {
  it('names just those that play in another octave, and those that rest, recounted from what they play', () => {
    let [moving, resting] = [0, 0]
    for (const { piece } of [...TOLD, ...RANKED])
      for (const step of ['two-strings', 'four-strings', 'third-position'] as const) {
        const klass = classAt(STEP_IDS.find((s) => s === step) ?? STEP_IDS[1])
        for (const d of drillsOf(practisedBy(piece, klass), ['scale']).filter((x) => ['half notes', 'long notes'].includes(x.variant))) {
          const lines = klass.seats.map((s) => ({ name: s.name, map: drillMap(d, s.id, klass) }))
          const line = lines.filter(({ name }) => d.companions[klass.seats.find((s) => s.name === name)!.id] === null)
          const steps = line.map(({ name, map }) => ({ name, at: map.notes.filter((n) => !n.held).map((n) => n.pitch) }))
          // Leaps of a scale that goes by step: where a note was taken an octave away.
          const moved = steps.filter((x) => x.at.slice(1).some((q, i) => Math.abs(stepsOf(q) - stepsOf(x.at[i])) > 4)).map((x) => x.name)
          // A rest that is not only what fills the last measure.
          const rests = line
            .filter(({ map }) => /rest.*note/.test(map.line.measures.flatMap((m) => m.events.map((e) => e.kind)).join(' ')))
            .map((x) => x.name)
          const said = (words: RegExp) => words.exec(d.purpose)?.[1].toLowerCase() ?? ''
          for (const n of moved)
            expect(said(/(?:^|\. )([^.]*?) changes? octave/), `${piece.title} ${step}: ${d.purpose}`).toContain(n.toLowerCase())
          for (const n of rests)
            expect(said(/(?:^|\. )([^.]*?) rests? where/), `${piece.title} ${step}: ${d.purpose}`).toContain(n.toLowerCase())
          if (rests.length === 0) expect(d.purpose, `${piece.title} ${step}`).not.toMatch(/ rests? where/)
          moving += moved.length
          resting += rests.length
        }
      }
    expect(moving + resting).toBeGreaterThan(5)
  })
})
