import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mapSeat } from '../fingering/map'
import { offersAt } from '../fingering/offers'
import { PLAIN_TONGUE } from '../words/en/hands'
import { DEFAULT_POLICY, FOURTH } from '../fingering/policy'
import { fifthsOf } from '../music/interval'
import { alterIn } from '../music/key'
import { letterName, midiOf } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { pieceSchema } from '../piece/piece.schema'
import { inSignature, intervalTo } from '../piece/transpose'
import { SPOT_KINDS } from '../plan/spotKinds'
import { spotsOf } from '../reading/spots'
import { pieceFrom } from '../testing/piece'
import { pieces } from '../testing/arbitrary'
import { DEFAULT_CLASS, settingsFor } from '../plan/class'
import { ensembleMapper, octavesFor, seatMap } from './ensemble'
import { evennessOf } from './evenness'
import { inKey } from './inKey'
import { loadOf, paceOf } from './load'
import { seatsOf } from '../seats/seat'
import { emptyPlan, withPin, withSubstitute, type Plan } from '../plan/plan'
import { profileOf, sayProfileChanges } from './profile'
import { rescuesFor, withRescue } from './rescue'
import { byRank, search, searcher, USUAL_SPACE, WHOLE_SPACE, type Scored } from './search'
import { withSetting } from './setting'
import { FIRST_POSITION, SEATS, type TestSeat, SEAT } from '../testing/seats'
import { SCHOOLS } from '../instruments/instrument'

const CLASS_SEATS = seatsOf(DEFAULT_CLASS)
const major = (fifths: number) => ({ fifths, mode: 'major' }) as const
const map = (text: string, seat: TestSeat = 'violin', tempo?: number) => {
  const piece = { ...pieceFrom(text), ...(tempo ? { tempo } : {}) }
  const own = mapSeat(piece, piece.lines[0], SEAT[seat], {
    octave: seat === 'bass' ? -1 : 0,
    policy: DEFAULT_POLICY,
    learned: FIRST_POSITION[seat],
  })
  return { piece, map: own }
}
const load = (text: string, seat: TestSeat = 'violin', tempo?: number) => {
  const { piece, map: own } = map(text, seat, tempo)
  return loadOf(piece, own)
}

describe('load', () => {
  it('is the sum of what it is made of, measure by measure', () => {
    const l = load('D4 E4 F#4 C5 G3 B4 (A4 E4) C5 C#5 D5:h')
    for (const [index, sum] of l.byMeasure.entries())
      expect(l.items.filter((i) => i.index === index).reduce((n, i) => n + i.points, 0)).toBeCloseTo(sum)
    expect(l.byMeasure.reduce((a, b) => a + b, 0)).toBeCloseTo(l.total)
  })
  it('open strings weigh next to nothing; a shift weighs more than a crossing', () => {
    expect(load('D4 D4 D4 D4').total).toBe(0)
    expect(load('B3 C4', 'bass').total).toBeGreaterThan(load('G4 A4').total)
  })
  it('the same moves in less time weigh more', () => {
    expect(load('G4 B4 G4 B4', 'violin', 160).total).toBeGreaterThan(load('G4 B4 G4 B4', 'violin', 80).total)
    expect([paceOf(0.5), paceOf(0.25), paceOf(0.01), paceOf(10)]).toEqual([1, 2, 3, 0.5])
  })
  it('counts what the class has not learned by its spots, not by the price that the solver takes', () => {
    const { piece, map: own } = map('D4 A5 C6')
    const l = loadOf(piece, own)
    expect(l.items.every((i) => i.what !== 'notLearned' && i.what !== 'shiftNotLearned')).toBe(true)
    expect(l.total).toBeLessThan(100)
  })
})

describe('evenness', () => {
  const even = (violin: number[], viola: number[], cello: number[], bass: number[]) => evennessOf({ violin, viola, cello, bass })
  it('is whole when all seats do alike in every measure, a quarter when one does it all', () => {
    expect(even([3, 5], [3, 5], [3, 5], [3, 5]).figure).toBe(1)
    expect(even([4, 4], [0, 0], [0, 0], [0, 0]).figure).toBe(0.25)
    expect(even([0], [0], [0], [0]).figure).toBe(1)
    // Of two seats a half, of one always all.
    expect(evennessOf({ violin: [4, 4], cello: [0, 0] }).figure).toBe(0.5)
    expect(evennessOf({ bass: [4, 1] }).figure).toBe(1)
  })
  it('sees seats that stumble by turns, though their sums are equal', () => {
    const turns = even([8, 0, 0, 0], [0, 8, 0, 0], [0, 0, 8, 0], [0, 0, 0, 8])
    expect(turns.figure).toBe(0.25)
    expect(new Set(Object.values(turns.bySeat))).toEqual(new Set([8]))
  })
  it('names the heaviest and the lightest seat, and the measures that make it so', () => {
    const e = even([1, 1, 1], [2, 2, 2], [3, 3, 3], [4, 9, 2])
    expect([e.heaviest, e.lightest]).toEqual(['bass', 'violin'])
    expect(e.measures[0]).toEqual({ index: 1, heaviest: 'bass', excess: 9 - 15 / 4 })
    expect(e.wait).toBe(4 + 9 + 3)
    expect(e.figure).toBeCloseTo((1 + 2 + 3 + 4 + 1 + 2 + 3 + 9 + 1 + 2 + 3 + 2) / 4 / 16)
  })
  it('lies between a quarter and one, whatever the loads', () => {
    const loads = fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 1, maxLength: 8 })
    fc.assert(
      fc.property(loads, loads, loads, loads, (a, b, c, d) => {
        const { figure } = even(a, b, c, d)
        expect(figure).toBeGreaterThanOrEqual(0.25)
        expect(figure).toBeLessThanOrEqual(1)
      }),
    )
  })
})

describe('another key', () => {
  it('goes the nearest way, and the interval gains the signs that are asked for', () => {
    for (let from = -7; from <= 7; from++)
      for (let to = -7; to <= 7; to++) {
        const i = intervalTo(from, to)
        expect(fifthsOf(i)).toBe(to - from)
        expect(Number.isInteger(i.steps)).toBe(true)
        expect(Math.abs(i.semitones)).toBeLessThanOrEqual(6)
      }
    expect(intervalTo(0, 1)).toEqual({ semitones: -5, steps: -3 })
    expect(intervalTo(2, 1)).toEqual({ semitones: 5, steps: 3 })
  })
  it('keeps what is plain plain and moves accidentals with their letters', () => {
    const piece = pieceFrom('D4 F#4 G#4 A4 C5 Bb4 A4 D4', major(2))
    const letters = (p: Piece) =>
      p.lines[0].measures.flatMap((m) => m.events.flatMap((e) => (e.kind === 'note' ? [letterName(e.heads[0].pitch)] : [])))
    // From D down a whole step to C: the raised fourth stays raised, the lowered seventh and sixth lowered.
    expect(letters(inSignature(piece, 0)!.piece)).toEqual(['C', 'E', 'F♯', 'G', 'B♭', 'A♭', 'G', 'C'])
    expect(letters(inSignature(piece, -3)!.piece)).toEqual(['E♭', 'G', 'A', 'B♭', 'D♭', 'C♭', 'B♭', 'E♭'])
  })
  it('drops given fingers, moves key changes along, and says so', () => {
    const plain = pieceFrom('D4 E4 F#4 G4 A4 B4 A4 G4', major(6))
    const [first, second] = plain.lines[0].measures
    const given = {
      ...first,
      events: first.events.map((e) => (e.kind === 'note' ? { ...e, heads: [{ ...e.heads[0], givenFinger: 1 }] } : e)),
    }
    const piece: Piece = { ...plain, lines: [{ ...plain.lines[0], measures: [given, { ...second, key: major(7) }] }] }
    const moved = inSignature(piece, 7)!
    expect(moved.dropped).toBe(4)
    // One sharp more than seven: written with flats, and its notes with it.
    expect(moved.piece.lines[0].measures[1].key).toEqual(major(-4))
    expect(moved.piece.lines[0].measures[1].events.every((e) => e.kind === 'note' && e.heads[0].pitch.alter <= 0)).toBe(true)
  })
  it('there and back is the same sound, in any piece, and the schema admits it', () => {
    fc.assert(
      fc.property(pieces, fc.integer({ min: -7, max: 7 }), (piece, fifths) => {
        const there = inSignature(piece, fifths)
        if (!there) return
        expect(pieceSchema.safeParse(there.piece).success).toBe(true)
        const sounds = (p: Piece) =>
          p.lines.flatMap((l) =>
            l.measures.flatMap((m) => m.events.flatMap((e) => (e.kind === 'note' ? e.heads.map((h) => midiOf(h.pitch)) : []))),
          )
        const by = intervalTo(piece.key.fifths, fifths).semitones
        expect(sounds(there.piece)).toEqual(sounds(piece).map((m) => m + by))
      }),
      { numRuns: 150 },
    )
  })
  it('a scale of one key is a scale of the other', () => {
    for (let fifths = -7; fifths <= 7; fifths++) {
      const { piece } = inSignature(pieceFrom('C4 D4 E4 F4 G4 A4 B4 C5'), fifths)!
      for (const e of piece.lines[0].measures[0].events)
        if (e.kind === 'note') expect(e.heads[0].pitch.alter).toBe(alterIn({ fifths }, e.heads[0].pitch.letter))
    }
  })
  it('lifts pins and moves substitutes', () => {
    const piece = pieceFrom('D4 E4 F#4 G4', major(2))
    const pinned = withPin(emptyPlan(), 'viola', 'e1', { fingers: [1] })
    const plan = withSubstitute(pinned, 'bass', { e0: { kind: 'tone', pitch: { letter: 'A', alter: 0, octave: 3 } }, e2: { kind: 'rest' } })
    const moved = inKey(piece, plan, 1)!
    expect(moved.lifted).toBe(1)
    expect(moved.plan.pins.viola ?? {}).toEqual({})
    expect(moved.plan.substitutes.bass).toEqual({ e0: { kind: 'tone', pitch: { letter: 'D', alter: 0, octave: 4 } }, e2: { kind: 'rest' } })
    expect(inKey(piece, plan, 2)).toEqual({ piece, plan, dropped: 0, lifted: 0 })
  })
})

const TUNE = 'G4 A4 B4 D5 C5 B4 A4:h D5 E5 D5 B4 A4 G4 F#4:h G4 E4 F#4 D4 C4 E4 D4:h'
const tune = () => pieceFrom(TUNE, major(1))

describe('the search', () => {
  /** Every setting of a space, each seat mapped afresh for each: no pruning, nothing shared. */
  function everySetting(piece: Piece, plan: Plan, octaves: readonly number[], signatures: readonly number[]): Scored[] {
    const out: Scored[] = []
    for (const fifths of signatures) {
      const there = inKey(piece, plan, fifths)!
      const home = octavesFor(there.piece, there.plan, DEFAULT_CLASS)
      for (const school of SCHOOLS)
        for (const a of octaves)
          for (const b of octaves)
            for (const c of octaves)
              for (const d of octaves) {
                const { fourth } = DEFAULT_POLICY
                const setting = {
                  fifths,
                  octaves: { violin: home.violin + a, viola: home.viola + b, cello: home.cello + c, bass: home.bass + d },
                  school,
                  fourth,
                }
                const own = withSetting(there.plan, CLASS_SEATS, setting)
                const e = ensembleMapper()(there.piece, own, DEFAULT_CLASS)
                const loads = Object.fromEntries(SEATS.map((s) => [s, loadOf(there.piece, e[s]).byMeasure])) as Record<
                  TestSeat,
                  readonly number[]
                >
                const { figure, total, wait, bySeat } = evennessOf(loads)
                const profiles = Object.fromEntries(SEATS.map((s) => [s, profileOf(there.piece, e[s])])) as Scored['profiles']
                const sum = (f: 'out' | 'fresh') => SEATS.reduce((n, s) => n + profiles[s][f], 0)
                out.push({
                  setting: { ...setting, substitutes: {} },
                  evenness: figure,
                  total,
                  wait,
                  fresh: sum('fresh'),
                  news: SEATS.reduce((n, s) => n + profiles[s].news.length, 0),
                  strange: SEATS.filter((s) => profiles[s].strange).length,
                  replaced: 0,
                  foreign: fifths >= -2 && fifths <= 3 ? 0 : Math.abs(fifths),
                  moved: [a, b, c, d].filter((by) => by !== 0).length,
                  out: sum('out'),
                  bySeat,
                  profiles,
                })
              }
    }
    return out.sort(byRank)
  }
  it('keeps three settings of a key, those that everyone can reach first', () => {
    const found = searcher(pieceFrom('G4 A4 B4 D5', major(1)), emptyPlan(), DEFAULT_CLASS, WHOLE_SPACE)(1)
    expect(found).toHaveLength(3)
    expect([...found].sort(byRank)).toEqual(found)
    // A class's own key that all can play; then out of reach, signs of other keys, different new things, seats to whom the
    // key is strange, notes replaced, seats in another octave, waiting, all: the first that differs decides.
    const ranks = [
      [0, 0, 0, 0, 0, 0, 1, 9],
      [0, 0, 0, 0, 0, 0, 2, 4],
      [0, 0, 0, 0, 0, 0, 2, 5],
      [0, 0, 0, 0, 0, 1, 1, 1],
      [0, 0, 0, 0, 2, 0, 1, 1],
      [0, 0, 0, 4, 0, 0, 0, 0],
      [0, 0, 1, 0, 0, 0, 0, 0],
      [0, 3, 0, 0, 0, 0, 0, 0],
      [0, 4, 0, 0, 0, 0, 0, 0],
      [1, 0, 0, 0, 0, 0, 0, 0],
    ].map(([out, foreign, news, strange, replaced, moved, wait, total]) => ({ out, foreign, news, strange, replaced, moved, wait, total }))
    expect([...ranks].reverse().sort(byRank)).toEqual(ranks)
  })
  it('finds the best that the plain loop over everything finds, with the same figures', () => {
    const piece = pieceFrom('G4 A4 B4 D5 C5 B4 F#4:h', major(1))
    const [octaves, signatures] = [
      [0, -1],
      [1, 0, -3],
    ]
    const plain = everySetting(piece, emptyPlan(), octaves, signatures)
    const space = { signatures, octaves, schools: true, fourths: false }
    const found = [...search(piece, emptyPlan(), DEFAULT_CLASS, space)]
    expect(found).toHaveLength(signatures.length)
    const asWritten = found.map((list) => list.filter((f) => f.replaced === 0))
    const best = asWritten.flat().sort(byRank)[0]
    expect(best).toEqual(plain[0])
    for (const [first] of asWritten) {
      const same = plain.find((p) => p.setting.fifths === first.setting.fifths)!
      expect([first.out, first.wait, first.total]).toEqual([same.out, same.wait, same.total])
    }
  })
  it('tries every key, the nearest first, and keeps the best of each', () => {
    const found = [...search(tune(), emptyPlan(), DEFAULT_CLASS)]
    expect(found).toHaveLength(9)
    expect(found[0][0].setting.fifths).toBe(1)
    expect(new Set(found.map(([f]) => f.setting.fifths))).toEqual(new Set(USUAL_SPACE.signatures))
    for (const list of found) expect([...list].sort(byRank)).toEqual(list)
  })
  it('what it promises is what the class has when the setting is taken', () => {
    const piece = tune()
    for (const fifths of [1, 2, -2]) {
      const [best] = searcher(piece, emptyPlan(), DEFAULT_CLASS)(fifths)
      const there = inKey(piece, emptyPlan(), fifths)!
      const plan = withSetting(there.plan, CLASS_SEATS, best.setting, { school: '1-2-4', fourth: DEFAULT_POLICY.fourth })
      const e = ensembleMapper()(there.piece, plan, DEFAULT_CLASS)
      for (const s of SEATS) expect(loadOf(there.piece, e[s]).total).toBeCloseTo(best.bySeat[s])
      // Nothing is said that the class has already.
      expect(plan.seatPolicy).toEqual(emptyPlan().seatPolicy)
    }
  })
  it('tries the rules for 4 or open and both schools when it is asked to', () => {
    const piece = pieceFrom('B4 (A4 G4) A4', major(1))
    const space = { signatures: [1], octaves: [0], schools: true, fourths: true }
    const [best] = searcher(piece, emptyPlan(), DEFAULT_CLASS, space)(1)
    const all = SCHOOLS.flatMap((school) =>
      FOURTH.flatMap((fourth) => {
        const plan = withSetting(emptyPlan(), CLASS_SEATS, { ...best.setting, school, fourth })
        const loads = SEATS.map((s) => loadOf(piece, seatMap(piece, plan, DEFAULT_CLASS, SEAT[s])).byMeasure)
        return [loads[0].reduce((n, _, m) => n + Math.max(...loads.map((l) => l[m])), 0)]
      }),
    )
    expect(best.wait).toBeCloseTo(Math.min(...all))
  })
  it('says what changes for whom, dearest first', () => {
    const piece = tune()
    const e = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
    const now = profileOf(piece, e.bass)
    expect(now.counts.shift).toBeGreaterThan(0)
    const said = sayProfileChanges(now, { ...now, fresh: now.fresh + 1, counts: { ...now.counts, shift: 0 }, altered: {} })
    expect(said[0]).toBe(`${now.fresh + 1} ${now.fresh === 0 ? 'place' : 'places'} with something new instead of ${now.fresh}`)
    expect(said[1]).toBe(`no shifts instead of ${now.counts.shift}`)
    expect(said.join()).toContain('no F♯ on D, where there were 2')
    expect(sayProfileChanges(now, now)).toEqual([])
  })
})

describe('rescue', () => {
  const piece: Piece = { ...tune(), lines: [...tune().lines, pieceFrom('D4:w D4:w E4:w D4:w', major(1)).lines[0]] }
  const withIds: Piece = {
    ...piece,
    lines: [
      piece.lines[0],
      {
        ...piece.lines[1],
        name: 'Lower',
        measures: [0, 1, 2, 3, 4, 5].map((i) => ({
          number: `${i + 1}`,
          events: [
            {
              kind: 'note' as const,
              id: `b${i}`,
              value: { base: 'whole' as const, dots: 0 },
              heads: [{ pitch: { letter: 'D' as const, alter: 0, octave: 4 } }],
            },
          ],
        })),
      },
    ],
  }
  const plan = emptyPlan()
  const e = ensembleMapper()(withIds, plan, DEFAULT_CLASS)
  const found = rescuesFor(withIds, plan, DEFAULT_CLASS, e, 'bass', 2)
  it('offers octaves, one note in the same rhythm, a rest, another line, each with what it does', () => {
    const names = found.map((r) => r.name)
    expect(names).toContain('Rest here')
    expect(names).toContain('Read Lower')
    expect(names.some((n) => n.startsWith('Only '))).toBe(true)
    expect(names.some((n) => /octave lower/.test(n))).toBe(true)
    for (const r of found) expect(r.load.after < r.load.before || r.troubles === 0).toBe(true)
    // Silence is what is left when nothing else will do.
    expect(names.at(-1)).toBe('Rest here')
    expect(found.some((r) => r.why.includes('from rest to rest'))).toBe(false)
  })
  it('offers first, and in the same order, what the inspector offers for the one note: the open string under a chord note', () => {
    // D, A, D, A with the bass an octave too low: D2 lies below its E string, D3 is its open string.
    const low = pieceFrom('D4:h A4:h F#4:h A4:h', major(2))
    const fixed = { ...plan, octaves: { bass: -3 } }
    const all = ensembleMapper()(low, fixed, DEFAULT_CLASS)
    const [first] = all.bass.moments
    const offered = offersAt(low, all.bass, 0, PLAIN_TONGUE).filter((o) => o.rank !== 'more')
    expect(first.pitches.map((p) => p.letter)).toEqual(['D'])
    const rescues = rescuesFor(low, fixed, DEFAULT_CLASS, all, 'bass', 0)
    expect(offered[0]).toMatchObject({ name: 'One octave higher' })
    expect(rescues[0]).toMatchObject({ name: 'One octave higher', why: offered[0].why })
    const names = new Set(rescues.map((r) => r.name))
    const both = offered.map((o) => o.name).filter((n) => names.has(n))
    expect(
      rescues
        .map((r) => r.name)
        .filter((n) => both.includes(n))
        .slice(0, both.length),
    ).toEqual(both)
  })
  it('weighs each by the whole class, as it then stands', () => {
    for (const r of found) {
      const then = withRescue(withIds, plan, 'bass', r.change)
      const after = ensembleMapper()(withIds, then, DEFAULT_CLASS)
      const fixed = r.change.kind === 'line' ? after.bass : seatMap(withIds, then, DEFAULT_CLASS, SEAT.bass, e.bass.octave)
      expect(loadOf(withIds, fixed).total).toBeCloseTo(r.load.after)
      for (const s of ['violin', 'viola', 'cello'] as const) expect(after[s].line).toBe(e[s].line)
    }
  })
  it('changes only that seat, only that measure, and keeps the rhythm', () => {
    const rest = found.find((r) => r.name === 'Rest here')!
    const then = withRescue(withIds, plan, 'bass', rest.change)
    const bass = seatMap(withIds, then, DEFAULT_CLASS, SEAT.bass, e.bass.octave)
    bass.line.measures.forEach((m, i) => {
      const before = e.bass.line.measures[i]
      expect(m.events.map((x) => x.value)).toEqual(before.events.map((x) => x.value))
      expect(m.events.every((x) => x.kind === 'rest')).toBe(i === 2)
    })
    expect(bass.line.measures[2].events[0].words).toBe('ossia')
    expect(bass.line.measures[2].events[1].words).toBeUndefined()
    const root = found.find((r) => r.name.startsWith('Only '))!
    expect(root.why).toContain('same rhythm')
  })
  it('finds nothing for a measure of rests', () => {
    const silent = pieceFrom('G4:w z:w')
    const all = ensembleMapper()(silent, plan, DEFAULT_CLASS)
    expect(rescuesFor(silent, plan, DEFAULT_CLASS, all, 'violin', 1)).toEqual([])
  })
})

it('any piece that the schema admits is read, loaded and weighed', () => {
  fc.assert(
    fc.property(pieces, fc.constantFrom(...SEATS), (piece, seat) => {
      const own = mapSeat(piece, piece.lines[0], SEAT[seat], { octave: 0, ...settingsFor(DEFAULT_CLASS, emptyPlan(), SEAT[seat]) })
      for (const s of spotsOf(piece, own)) {
        expect(SPOT_KINDS).toContain(s.kind)
        expect(own.line.measures[s.index].events.some((x) => x.id === s.event)).toBe(true)
      }
      expect(loadOf(piece, own).total).toBeGreaterThanOrEqual(0)
      profileOf(piece, own)
    }),
    { numRuns: 150 },
  )
})
