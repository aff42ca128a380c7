import { harmonise } from './harmonise'
import { TOLD } from '../testing/saidFirst'
import { RANKED } from '../testing/ranked'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { casesOf } from '../testing/depth'
import { demoPieces } from '@/formats/testing/demo'
import { isLearned } from '../hands/hold'
import { FIRST, STEP_IDS } from '../instruments/instrument'
import { midiOf, pitchName, stepsOf } from '../music/pitch'
import { QUARTER } from '../music/time'
import { eventTicks, type Piece } from '../piece/piece'
import { pieceSchema } from '../piece/piece.schema'
import { placeMeasures } from '../piece/walk'
import { classAt, settingsFor } from '../plan/class'
import { emptyPlan } from '../plan/plan'
import { seatsOf } from '../seats/seat'
import { pieces } from '../testing/arbitrary'
import { pieceFrom } from '../testing/piece'
import { cheapest } from './cheapest'
import { chordName, toneIn } from './chord'
import { consonance, isParallel } from './counterpoint'
import { SECOND_KINDS, secondLine, secondLines, type Second, type SecondKind } from './second'
import { beatsOf, notesOf, soundingAt } from './tune'

const whom = (step: (typeof STEP_IDS)[number]) => {
  const klass = classAt(step)
  return seatsOf(klass).map((seat) => ({ seat, ...settingsFor(klass, emptyPlan(), seat) }))
}
const key = { fifths: 2, mode: 'major' } as const
const P = (text: string) => pieceFrom(text, key).lines[0].measures[0].events.flatMap((e) => (e.kind === 'note' ? [e.heads[0].pitch] : []))

describe('two voices', () => {
  it('consonances are told by sound and spelling; a fourth is mild', () => {
    const said = (text: string) => {
      const [a, b] = P(text)
      return consonance(a, b)
    }
    expect(['D4 D5', 'D4 F#4', 'D4 F4', 'D4 A4', 'D4 B4', 'D4 Bb4', 'B4 D4'].map(said)).toEqual(Array(7).fill('consonant'))
    expect(said('D4 G4')).toBe('mild')
    // F to G sharp sounds as a minor third does, and is none.
    expect(['D4 E4', 'D4 C5', 'D4 C#5', 'D4 G#4', 'F4 G#4'].map(said)).toEqual(Array(5).fill('dissonant'))
  })
  it('fifths and octaves in a row in one direction are parallel; by contrary motion, or with a voice at rest, not', () => {
    const at = (text: string) => {
      const [a, b, c, d] = P(text)
      return isParallel([a, b], [c, d])
    }
    expect([at('A4 D4 B4 E4'), at('D5 D4 E5 E4')]).toEqual([true, true])
    expect([at('A4 D4 A4 D4'), at('A4 D4 D5 G3'), at('F#4 D4 G4 E4'), at('A4 D4 B4 B3'), at('D5 D4 E5 E3')]).toEqual([
      false,
      false,
      false,
      false,
      false,
    ])
  })
})

describe('the cheapest way through choices', () => {
  it('equals trying every way', () => {
    const costs = fc.array(fc.array(fc.nat(9), { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 5 })
    fc.assert(
      fc.property(costs, fc.nat(5), (columns, far) => {
        const indexed = columns.map((c) => c.map((cost, i) => ({ cost, i })))
        const between = (a: { i: number }, b: { i: number }) => (Math.abs(a.i - b.i) > 2 ? Infinity : far * Math.abs(a.i - b.i))
        const total = (way: readonly { cost: number; i: number }[]) =>
          way.reduce((sum, w, n) => sum + w.cost + (n > 0 ? between(way[n - 1], w) : 0), 0)
        const every = indexed.reduce<{ cost: number; i: number }[][]>((ways, c) => ways.flatMap((w) => c.map((x) => [...w, x])), [[]])
        const best = Math.min(...every.map(total))
        const found = cheapest(indexed, (x) => x.cost, between)
        expect(found === null ? Infinity : total(found)).toBe(best)
      }),
    )
  })
  it('says that there is none', () => {
    expect(
      cheapest(
        [[1], []],
        () => 0,
        () => 0,
      ),
    ).toBeNull()
    expect(
      cheapest(
        [[1], [2]],
        () => 0,
        () => Infinity,
      ),
    ).toBeNull()
  })
})

/** What holds for every line, counted from what stands in it. */
function holds(piece: Piece, made: Second): void {
  const { line, notes, map, kind } = made
  const whole = { ...piece, lines: [line] }
  expect(pieceSchema.safeParse(whole).success).toBe(true)
  // Measure by measure as long as the tune.
  const [own, tune] = [placeMeasures(whole, line), placeMeasures(piece, piece.lines[0])]
  expect(own.map((m) => m.length)).toEqual(tune.map((m) => m.length))
  expect(line.measures.map((m) => m.number)).toEqual(piece.lines[0].measures.map((m) => m.number))
  // Every note learned, none out of reach, no shift.
  expect(map.problems.map((p) => p.facts)).toEqual([])
  for (const n of map.notes) expect(isLearned(n.hold) && !n.hold.stops.some((s) => s.stretch)).toBe(true)
  for (const n of map.notes) if (!n.hold.open) expect(n.hold.position).toBe(FIRST)
  // What is written sounds as it was chosen.
  const sounding = line.measures.reduce(
    (sum, m) => sum + m.events.reduce((s, e) => s + (e.kind === 'note' ? eventTicks(e, piece.meter) : 0), 0),
    0,
  )
  expect(sounding).toBe(notes.reduce((sum, n) => sum + n.to - n.from, 0))
  // No fifths or octaves in parallel with the tune: but for its own notes held, which double it.
  const sung = notesOf(piece, piece.lines[0])
  if (kind === 'skeleton' || kind === 'round') return
  // Nor from one strong beat to the next.
  const strong = beatsOf(piece, piece.lines[0]).filter((b) => b.strength !== 'weak')
  const lineAt = (tick: number) => notes.find((n) => n.from <= tick && tick < n.to)?.pitches[0]
  for (let k = 1; k < strong.length; k++) {
    const [a, b] = [strong[k - 1].from, strong[k].from]
    const [x, y, u, v] = [soundingAt(sung, a)?.pitch, soundingAt(sung, b)?.pitch, lineAt(a), lineAt(b)]
    if (x && y && u && v) expect(isParallel([x, u], [y, v]), `${kind} ${map.seat.name} from ${a / QUARTER} to ${b / QUARTER}`).toBe(false)
  }
  // No letter in two forms in one measure.
  for (const n of notes) {
    const m = tune.find((t) => t.start <= n.from && n.from < t.start + t.length)!
    for (const t of sung.filter((x) => x.from < m.start + m.length && x.to > m.start))
      if (t.pitch.letter === n.pitches[0].letter)
        expect(t.pitch.alter, `${kind} ${map.seat.name} at ${n.from / QUARTER}`).toBe(n.pitches[0].alter)
  }
  for (let i = 1; i < notes.length; i++) {
    const [before, now] = [soundingAt(sung, notes[i].from - 1), soundingAt(sung, notes[i].from)]
    if (before && now && notes[i - 1].to === notes[i].from)
      expect(
        isParallel([before.pitch, notes[i - 1].pitches[0]], [now.pitch, notes[i].pitches[0]]),
        `${kind} ${map.seat.name} at ${notes[i].from / QUARTER}`,
      ).toBe(false)
  }
}

/** The measure of a time. */
const placeOf = (piece: Piece, tick: number) => placeMeasures(piece, piece.lines[0]).findLast((m) => m.start <= tick)

/** What holds for a kind alone. */
const OF_KIND: Readonly<Record<SecondKind, (piece: Piece, made: Second) => void>> = {
  drone: (_, { map }) => expect(map.notes.every((n) => n.stop.finger === 0)).toBe(true),
  roots: (_, { notes, beats }) => {
    for (const n of notes) {
      const { chord } = beats.findLast((b) => b.from <= n.from)!
      expect([0, 1, 2]).toContain(toneIn(chord, n.pitches[0]))
    }
  },
  thirds: (piece, { notes, beats }) => {
    const sung = notesOf(piece, piece.lines[0])
    expect(notes.map((n) => [n.from, n.to])).toEqual(sung.map((n) => [n.from, n.to]))
    notes.forEach((n, i) => expect(consonance(n.pitches[0], sung[i].pitch)).not.toBe('dissonant'))
    const apart = notes.map((n, i) => (((stepsOf(n.pitches[0]) - stepsOf(sung[i].pitch)) % 7) + 7) % 7)
    expect(apart.filter((x) => x === 2 || x === 5).length).toBeGreaterThanOrEqual(0.75 * notes.length)
    for (const n of [notes[0], notes.at(-1)!])
      expect(toneIn(beats.findLast((b) => b.from <= n.from)!.chord, n.pitches[0])).toBeGreaterThanOrEqual(0)
  },
  rhythm: (piece, { notes, beats, says }) => {
    const sung = notesOf(piece, piece.lines[0])
    expect(notes.map((n) => [n.from, n.to])).toEqual(sung.map((n) => [n.from, n.to]))
    // In the chord, whatever it is; it changes with the chord and not inside it.
    for (const n of notes) expect(toneIn(beats.findLast((b) => b.from <= n.from)!.chord, n.pitches[0])).toBeGreaterThanOrEqual(0)
    const nameAt = (tick: number) => chordName(beats.findLast((b) => b.from <= tick)!.chord)
    notes.slice(1).forEach((n, i) => {
      if (nameAt(n.from) === nameAt(notes[i].from) && placeOf(piece, n.from) === placeOf(piece, notes[i].from))
        expect(midiOf(n.pitches[0])).toBe(midiOf(notes[i].pitches[0]))
    })
    expect(says.includes('on one note')).toBe(new Set(notes.map((n) => midiOf(n.pitches[0]))).size === 1)
  },
  skeleton: (piece, { notes, beats }) => {
    const sung = notesOf(piece, piece.lines[0])
    for (const n of notes) {
      const at = soundingAt(sung, n.from)
      // The tune's own note, in an octave; where the seat has it in none, one that sounds well with it.
      if (at) expect(midiOf(at.pitch) % 12 === midiOf(n.pitches[0]) % 12 || consonance(at.pitch, n.pitches[0]) === 'consonant').toBe(true)
      expect(beats.find((b) => b.from === n.from)!.strength).not.toBe('weak')
    }
  },
  round: (piece, { notes }) => {
    const sung = notesOf(piece, piece.lines[0])
    const later = notes[0].from
    expect(later).toBeGreaterThan(0)
    notes.forEach((n, i) => {
      expect(n.from).toBe(sung[i].from + later)
      expect(Math.abs(midiOf(n.pitches[0]) - midiOf(sung[i].pitch)) % 12).toBe(0)
      const against = soundingAt(sung, n.from)
      if (against && (n.from - later) % (4 * QUARTER) === 0) expect(consonance(against.pitch, n.pitches[0])).not.toBe('dissonant')
    })
  },
}

describe('a second line', () => {
  const PIECES = demoPieces()
  const ROUNDS = [pieceFrom('D4 E4 F#4 D4 F#4 G4 A4:h A4:e B4:e A4:e G4:e F#4 D4 D4 A4 D4:h', key)]
  it.each(SECOND_KINDS)('%s: all that is promised, for every demo piece, seat and step', (kind) => {
    let made = 0
    for (const step of [STEP_IDS[1], STEP_IDS[4]])
      for (const piece of kind === 'round' ? [...PIECES, ...ROUNDS] : PIECES)
        for (const w of whom(step)) {
          const line = secondLine(piece, piece.lines[0], kind, w)
          if (!line) continue
          made++
          holds(piece, line)
          OF_KIND[kind](piece, line)
        }
    // Few tunes go with themselves: of ours made for it each seat has one at both steps, but for the bass where it has not learned all of it.
    expect(made).toBeGreaterThan(kind === 'round' ? 5 : 50)
  })
  it('keeps its promises for any tune', () => {
    const [violin, , , bass] = whom('first-position')
    fc.assert(
      fc.property(pieces, fc.constantFrom(...SECOND_KINDS), (piece, kind) => {
        for (const w of [violin, bass]) {
          const line = secondLine(piece, piece.lines[0], kind, w)
          if (line) holds(piece, line)
        }
      }),
      { numRuns: casesOf(30) },
    )
  })
  it('says what it is, from its own notes', () => {
    const piece = pieceFrom('D4 F#4 A4 F#4 | A4 C#5 E5:h | D4 F#4 C#5 E5 | D5:w', key)
    const [violin, , cello] = whom('first-position')
    const drone = secondLine(piece, piece.lines[0], 'drone', cello)!
    expect(drone.says).toBe('Long D and A on open strings, no shifts. It changes on beats 1 and 3.')
    expect(drone.notes.map((n) => pitchName(n.pitches[0]))).toEqual(['D3', 'A3', 'D3', 'A3', 'D3'])
    const rhythm = secondLine(piece, piece.lines[0], 'rhythm', violin)!
    expect(rhythm.says).toMatch(/^The rhythm of the tune on one note, open strings only, no shifts\.$/)
    const roots = secondLine(piece, piece.lines[0], 'roots', cello)!
    expect(pitchName(roots.notes.at(-1)!.pitches[0])).toMatch(/^D/)
  })
  it('is ranked by what its seat has to do, the least first; a tune of rests has none', () => {
    const piece = PIECES.find((p) => p.title === 'Two Barges')!
    const ranked = secondLines(piece, piece.lines[0], 'roots', whom('first-position'))
    expect(ranked).toHaveLength(4)
    expect(ranked.map((s) => s.load)).toEqual(ranked.map((s) => s.load).sort((a, b) => a - b))
    const silent = pieceFrom('z z z z', key)
    expect(secondLine(silent, silent.lines[0], 'roots', whom('first-position')[0])).toBeNull()
  })
})

describe('check values of second lines (common practice)', () => {
  const of = (kind: SecondKind, piece: Piece, seat: string) =>
    secondLine(
      piece,
      piece.lines[0],
      kind,
      whom('first-position').find((w) => w.seat.id === seat)!,
    )
  it('42: at a close V–I the bass goes root to root; and roots are what it has, but where a parallel forbids', () => {
    let [roots, all, closes] = [0, 0, 0]
    for (const { piece } of [...TOLD, ...RANKED].filter(({ piece: p }) => p.key.mode === 'major')) {
      const made = of('roots', piece, 'bass')
      if (!made) continue
      const chordAt = (tick: number) => made.beats.findLast((b) => b.from <= tick)!.chord
      for (const n of made.notes) {
        all++
        if (toneIn(chordAt(n.from), n.pitches[0]) === 0) roots++
      }
      const [last, end] = made.notes.slice(-2)
      if (!end || chordAt(last.from).degree !== 4 || chordAt(end.from).degree !== 0) continue
      closes++
      const tones = [last, end].map((n) => toneIn(chordAt(n.from), n.pitches[0]))
      const tune = notesOf(piece, piece.lines[0])
      const tuneAt = (tick: number) => soundingAt(tune, tick)?.pitch ?? null
      const [a, b] = [tuneAt(end.from - 1), tuneAt(end.from)]
      // Root to root, unless that makes a parallel with the tune.
      if (tones[0] !== 0 || tones[1] !== 0) expect(a && b, piece.title).toBeTruthy()
      else expect(tones).toEqual([0, 0])
    }
    expect(closes).toBeGreaterThan(3)
    expect(roots / all).toBeGreaterThan(0.9)
    const d = of('roots', pieceFrom('D4 F#4 A4 F#4 E4 G4 F#4 E4 D4 F#4 A4 F#4 E4:h C#4:h D4:w', key), 'bass')!
    expect(d.notes.slice(-2).map((n) => n.pitches[0].letter)).toEqual(['A', 'D'])
  })
  it('43: no drone on open strings for a cello in B flat: neither keynote nor fifth is open; in D it is D or A', () => {
    const flat = pieceFrom('Bb3 C4 D4 Eb4 F4:h D4:h C4 A3 C4 Eb4 D4:h Bb3:h', { fifths: -2, mode: 'major' })
    expect(of('drone', flat, 'cello')).toBeNull()
    const made = of('drone', pieceFrom('D4 E4 F#4 G4 A4:h F#4:h E4 G4 C#4 E4 D4:w', key), 'cello')!
    for (const n of made.notes) expect(['D', 'A']).toContain(n.pitches[0].letter)
  })
  it('six times the same note is a drone and called so', () => {
    const still = pieceFrom('D4 F#4 A4 F#4 D4 A4 F#4 D4 F#4 A4 D4 F#4 A4 F#4 D4 A4 D4 F#4 A4 D4 F#4 D4 F#4 A4 D4:w', key)
    const made = of('roots', still, 'cello')!
    expect(new Set(made.notes.map((n) => midiOf(n.pitches[0]))).size).toBe(1)
    expect(made.notes.length).toBeGreaterThanOrEqual(6)
    expect([made.line.name, made.says]).toEqual(['Cello, drone', expect.stringMatching(/^Long D/)])
  })
  it('46: in six eighths chords change on the two big beats', () => {
    const six = { beats: 6, unit: 8 } as const
    const tune = pieceFrom('D4:e F#4:e A4:e C#5:e A4:e E4:e D4:q. F#4:q. G4:e B4:e G4:e A4:e C#5:e E4:e D4:h.', key, six)
    const beats = beatsOf(tune, tune.lines[0])
    expect(beats.slice(0, 2).map((b) => [b.beat, b.strength])).toEqual([
      [1, 'first'],
      [2, 'strong'],
    ])
    const chords = harmonise(tune, tune.lines[0]).map((b) => b.chord.degree)
    expect(chords.slice(0, 2)).toEqual([0, 4])
  })
})
