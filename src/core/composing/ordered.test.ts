import { emptyPlan } from '../plan/plan'
import { commonNotes } from './commonNotes'
import { describe, expect, it } from 'vitest'
import { someOf } from '../testing/depth'
import { isLearned } from '../hands/hold'
import { FIRST, STEP_IDS } from '../instruments/instrument'
import { type Key, keyName, keyNamed, tonic } from '../music/key'
import { LETTERS, midiOf, pitchName, stepsOf } from '../music/pitch'
import { measureTicks } from '../music/time'
import { eventTicks } from '../piece/piece'
import { pieceSchema } from '../piece/piece.schema'
import { rhythmsAt } from '../reading/rhythms'
import { readingOf } from '../reading/reading'
import { classAt, DEFAULT_CLASS, settingsFor } from '../plan/class'
import { mapsOf } from '../balance/ensemble'
import { evennessOf } from '../balance/evenness'
import { loadOf } from '../balance/load'
import { seatsOf } from '../seats/seat'
import { chanceFrom, oneOf } from './chance'
import { EVEN, LINE_LENGTHS, orderedLine, sayShort, writeLine, type LineOrder } from './ordered'
import { hardest, TRAINS } from './trains'

const D: Key = { fifths: 2, mode: 'major' }
const FOUR = { beats: 4, unit: 4 } as const
const order = (change: Partial<LineOrder> = {}): LineOrder => ({ key: D, meter: FOUR, measures: 8, train: 'plain', seed: 1, ...change })
const notes = (made: NonNullable<ReturnType<typeof writeLine>>) =>
  made.piece.lines[0].measures.flatMap((m) => m.events.flatMap((e) => (e.kind === 'note' ? [e.heads[0].pitch] : [])))

describe('chance', () => {
  it('is the same for the same seed, another for another, and takes every one of several', () => {
    const from = (seed: number) =>
      Array.from(
        { length: 5 },
        (
          (c) => () =>
            c()
        )(chanceFrom(seed)),
      )
    expect(from(7)).toEqual(from(7))
    expect(from(7)).not.toEqual(from(8))
    const chance = chanceFrom(3)
    const often = new Map<string, number>()
    for (let i = 0; i < 3000; i++) {
      const x = oneOf(chance, ['a', 'b', 'c'])
      often.set(x, (often.get(x) ?? 0) + 1)
    }
    for (const n of ['a', 'b', 'c']) expect(Math.abs(often.get(n)! - 1000)).toBeLessThan(120)
  })
})

describe('a key by its name', () => {
  it('is read with its signs and mode, or refused', () => {
    expect(['D', 'Bb', 'F#m', 'C', 'Am', 'Cb', 'C#'].map((n) => keyName(keyNamed(n)!))).toEqual([
      'D major',
      'B♭ major',
      'F♯ minor',
      'C major',
      'A minor',
      'C♭ major',
      'C♯ major',
    ])
    expect(['H', 'd', 'D#', 'Fbm', '', 'D major'].map(keyNamed)).toEqual([null, null, null, null, null, null])
  })
})

describe('a line to order', () => {
  it('is what was asked: whole measures, every note learned by every seat in first position, sung, on the keynote at the end', () => {
    const orders = TRAINS.flatMap((train) => LINE_LENGTHS.map((measures) => ({ train, measures })))
    for (const [i, step] of [STEP_IDS[0], STEP_IDS[3]].entries())
      for (const { train, measures } of someOf(orders, i)) {
        const made = writeLine(classAt(step), order({ train, measures, seed: measures }))!
        const said = `${step}, ${train}, ${measures}`
        expect(pieceSchema.safeParse(made.piece).success, said).toBe(true)
        expect(made.piece.lines[0].measures, said).toHaveLength(measures)
        for (const m of made.piece.lines[0].measures)
          expect(
            m.events.reduce((n, e) => n + eventTicks(e, FOUR), 0),
            said,
          ).toBe(measureTicks(FOUR))
        for (const map of mapsOf(made.ensemble)) {
          expect(map.problems, said).toEqual([])
          for (const n of map.notes) expect(isLearned(n.hold), said).toBe(true)
          // No rhythm that the seat has not learned.
          const { rhythms } = map.setup.learned
          for (const n of readingOf(made.piece, map).notes) for (const r of rhythmsAt(n)) expect(rhythms, said).toContain(r)
        }
        // The evenness that is said is that of the map.
        const loads = Object.fromEntries(mapsOf(made.ensemble).map((m) => [m.seat.id, loadOf(made.piece, m).byMeasure]))
        expect(made.evenness.figure, said).toBe(evennessOf(loads).figure)
        expect(made.holds, said).toBe(made.sound && made.evenness.figure >= EVEN)
        if (!made.sound) continue
        for (const map of mapsOf(made.ensemble))
          for (const n of map.notes) expect(n.hold.open || n.hold.position === FIRST, said).toBe(true)
        const sung = notes(made)
        expect(sung.at(-1)!.letter, said).toBe('D')
        sung.slice(1).forEach((p, i) => expect(Math.abs(stepsOf(p) - stepsOf(sung[i])), said).toBeLessThanOrEqual(4))
      }
  })
  it('is the same for the same seed, and another for nearly every other; no measure stands twice in a phrase', () => {
    const text = (seed: number) =>
      notes(writeLine(DEFAULT_CLASS, order({ seed }))!)
        .map(midiOf)
        .join(' ')
    expect(text(5)).toBe(text(5))
    expect(new Set(Array.from({ length: 12 }, (_, i) => text(i + 1))).size).toBe(12)
    const { measures } = writeLine(DEFAULT_CLASS, order({ measures: 16, seed: 4 }))!.piece.lines[0]
    const said = measures.map((m) =>
      m.events.map((e) => (e.kind === 'note' ? `${midiOf(e.heads[0].pitch)}:${e.value.base}` : '')).join(' '),
    )
    // Nor does one phrase take the measures of another.
    expect(new Set(said).size).toBeGreaterThanOrEqual(13)
    for (let from = 0; from < 16; from += 4) expect(new Set(said.slice(from, from + 4)).size).toBe(4)
  })
  it('trains what was asked, counted from the map', () => {
    const made = (train: LineOrder['train']) => writeLine(DEFAULT_CLASS, order({ train, seed: 3 }))!
    for (const m of mapsOf(made('one string').ensemble)) expect(new Set(m.notes.map((n) => n.stop.string)).size).toBe(1)
    const skips = notes(made('skips'))
    expect(skips.filter((p, i) => i > 0 && Math.abs(stepsOf(p) - stepsOf(skips[i - 1])) >= 2).length).toBeGreaterThanOrEqual(4)
    const crossing = made('crossing')
    expect(mapsOf(crossing.ensemble).some((m) => new Set(m.notes.map((n) => n.stop.string)).size > 1)).toBe(true)
    expect(made('rhythm').piece.lines[0].measures.some((m) => m.events.some((e) => e.value.base === 'eighth' || e.value.dots > 0))).toBe(
      true,
    )
    // A class that has learned quarters and halves alone cannot be trained in anything else, and it is said so.
    expect(writeLine(classAt('first-finger'), order({ train: 'rhythm' }))!.sound).toBe(false)
  })
  it('is even as a rule, for a whole class and for part of it; what is not is told', () => {
    const sets = [seatsOf(DEFAULT_CLASS).map((s) => s.id), ['violin', 'viola'], ['cello', 'bass'], ['violin', 'bass']]
    let [even, all] = [0, 0]
    for (const ids of sets) {
      const klass = { ...DEFAULT_CLASS, seats: DEFAULT_CLASS.seats.filter((s) => ids.includes(s.id)) }
      for (let seed = 1; seed <= 6; seed++) {
        const made = writeLine(klass, order({ seed }))!
        all++
        if (made.holds) even++
      }
    }
    // Of 24 one is 83 % even at the most, and says so.
    expect(even / all).toBeGreaterThanOrEqual(0.95)
  })
  it('keeps every order at every step of the way but for a few numbers in a hundred, in D and in G', () => {
    let [kept, all] = [0, 0]
    for (const step of STEP_IDS.slice(0, 5))
      for (const fifths of [2, 1])
        for (const seed of someOf([21, 22, 23, 24, 25, 26, 27, 28])) {
          const made = writeLine(classAt(step), order({ key: { fifths, mode: 'major' }, seed }))
          // Two strings and the first finger have no G in common.
          if (step === 'first-finger' && fifths === 1) expect(made).toBeNull()
          if (!made) continue
          all++
          if (made.holds) kept++
        }
    // Since a line is heard in its key six of 72 are 83 % even at the most, and say so; of a fourth of them more may be.
    expect(kept / all).toBeGreaterThanOrEqual(0.8)
  })
  it('is easier and harder as it is wished: what the seats have to do goes up with it', () => {
    const mean = (wish: 0 | 1 | 2) => {
      const loads = [1, 2, 3, 4, 5, 6].map((seed) => {
        const { bySeat } = writeLine(DEFAULT_CLASS, order({ seed, wish }))!.evenness
        return Object.values(bySeat).reduce((a, b) => a + b, 0) / 4
      })
      return loads.reduce((a, b) => a + b, 0) / loads.length
    }
    // Never the other way round, whichever number is asked for.
    for (const measures of [4, 8] as const)
      for (const seed of someOf([2, 3, 4, 5, 6, 7, 8, 9]))
        for (const fifths of [2, 1]) {
          const [e, m, h] = ([0, 1, 2] as const).map((wish) =>
            writeLine(DEFAULT_CLASS, order({ key: { fifths, mode: 'major' }, measures, seed, wish }))!,
          )
          // What was not found is said; what was found is really so.
          for (const [line, wish, said] of [
            [e, 0, 'There’s no easier line'],
            [h, 2, 'There’s no harder line'],
          ] as const) {
            const points = (x: typeof m) => Object.values(x.evenness.bySeat).reduce((a, b) => a + b, 0)
            if (line.asUsual) expect(points(line)).toBe(points(m))
            else if (m.holds && line.holds) expect(Math.sign(points(line) - points(m))).toBe(wish - 1)
            const short = sayShort({ ...line, asUsual: line.asUsual ?? false }, { train: 'plain', wish })
            expect(short?.startsWith(said) ?? false).toBe(line.asUsual === true && line.holds)
          }
          if (![e, m, h].every((x) => x.holds)) continue
          const all = [e, m, h].map((x) => Object.values(x.evenness.bySeat).reduce((a, b) => a + b, 0))
          expect(all, `${measures}, ${seed}, ${fifths}`).toEqual([...all].sort((a, b) => a - b))
        }
    const [easy, middle, hard] = [mean(0), mean(1), mean(2)]
    expect(easy).toBeLessThan(middle)
    expect(middle).toBeLessThan(hard)
    expect(hard).toBeGreaterThan(1.5 * easy)
  })
  it('has one letter, two forms where that is trained, and its hardest place at the end where a trap is', () => {
    const two = [2, 3, 4].map((seed) => writeLine(DEFAULT_CLASS, order({ train: 'two forms', seed }))!).find((x) => x.holds)!
    const forms = new Map<string, Set<number>>()
    for (const p of notes(two)) forms.set(p.letter, (forms.get(p.letter) ?? new Set()).add(p.alter))
    expect([...forms.values()].some((f) => f.size === 2)).toBe(true)
    const trap = [2, 3, 4].map((seed) => writeLine(DEFAULT_CLASS, order({ train: 'trap', seed }))!).find((x) => x.sound)!
    const by = hardest(trap.piece, mapsOf(trap.ensemble))
    expect(Math.max(...by.slice(0, -2))).toBeLessThan(Math.max(...by.slice(-2)))
  })
  it('is offered as plain values, with what its map says', () => {
    const [made, offered] = [writeLine(DEFAULT_CLASS, order())!, orderedLine(DEFAULT_CLASS, order())!]
    expect(structuredClone(offered)).toEqual(offered)
    expect([offered.piece, offered.evenness, offered.bySeat, offered.holds]).toEqual([
      made.piece,
      made.evenness.figure,
      made.evenness.bySeat,
      made.holds,
    ])
    expect(offered.things[0]).toMatch(/F sharp/)
    expect(orderedLine(classAt('first-finger'), order({ key: { fifths: -6, mode: 'major' } }))).toBeNull()
  })
  it('says what of its order it does not keep, and nothing where it keeps all', () => {
    for (const train of TRAINS)
      for (const seed of someOf([1, 2, 3, 4])) {
        const line = orderedLine(classAt('first-finger'), order({ train, seed, measures: 8 }))!
        const said = sayShort(line, { train })
        if (line.holds) expect(said).toBeNull()
        else
          expect(said).toMatch(
            line.sound ? /^Some seats have more to do/ : /^We found no line that .*can be sung and stays in first position/,
          )
      }
    const none = orderedLine(classAt('first-finger'), order({ train: 'rhythm' }))!
    expect(sayShort(none, { train: 'rhythm' })).toContain('has more than quarters, halves and whole notes, can be sung')
  })
  it('is heard in its key: the keynote early and at the end, come to by step or from the fifth, notes of the signature, a fifth of range, an answer', () => {
    let [sound, all, none] = [0, 0, 0]
    const orders = [2, 1, 0, 3, -1, -2].flatMap((fifths) =>
      [FOUR, { beats: 3, unit: 4 } as const].flatMap((meter) => ([4, 8] as const).map((measures) => ({ fifths, meter, measures }))),
    )
    for (const [i, step] of STEP_IDS.slice(1, 6).entries())
      for (const { fifths, meter, measures } of someOf(orders, i)) {
        const key = { fifths, mode: 'major' } as const
        const line = writeLine(classAt(step), order({ key, meter, measures, seed: 5 + measures }))
        if (!line) none++
        all++
        if (!line?.sound) continue
        sound++
        const said = `${step}, ${keyName(key)}, ${meter.beats}/4, ${measures}`
        const bars = line.piece.lines[0].measures
        const inBar = (i: number) => bars[i].events.flatMap((e) => (e.kind === 'note' ? [e.heads[0].pitch] : []))
        const sung = notes(line)
        const home = tonic(key).letter
        // On beat 1, or on beat 3 of four, or on the first beat of the second measure of three.
        const third = (): string | undefined => {
          if (meter.beats === 3) return inBar(1)[0].letter
          let at = 0
          for (const e of bars[0].events) {
            if (at === measureTicks(meter) / 2 && e.kind === 'note') return e.heads[0].pitch.letter
            at += eventTicks(e, meter)
          }
        }
        expect([sung[0].letter, third()], said).toContain(home)
        const end = sung.at(-1)!
        // A last note that is struck twice is come to once.
        const last = sung.findLast((p) => midiOf(p) !== midiOf(end))!
        expect(end.letter, said).toBe(home)
        const fifth = LETTERS[(LETTERS.indexOf(home) + 4) % 7]
        expect(Math.abs(stepsOf(end) - stepsOf(last)) === 1 || last.letter === fifth, said).toBe(true)
        const steps = sung.map(stepsOf)
        const common = commonNotes(
          seatsOf(classAt(step)).map((seat) => ({ seat, ...settingsFor(classAt(step), emptyPlan(), seat) })),
          key,
        )!
        if (common.notes.length >= 5) expect(Math.max(...steps) - Math.min(...steps), said).toBeGreaterThanOrEqual(4)
        const rhythm = (i: number) => bars[i].events.map((e) => `${e.value.base} ${e.value.dots}`).join()
        if (measures > 4) expect(rhythm(measures / 2), said).toBe(rhythm(0))
        if (measures > 4) expect(inBar(measures / 2).map(midiOf), said).not.toEqual(inBar(0).map(midiOf))
        // From the third step on the signature's notes are learned wherever the key is.
        if (fifths > 0 && fifths <= 2)
          expect(
            sung.some((p) => p.alter !== 0),
            said,
          ).toBe(true)
      }
    console.log(`lines to order: ${sound} of ${all} heard in their key, ${none} told that the class has too few notes for it`)
    expect(sound / (all - none)).toBeGreaterThan(0.9)
  })
  it('has no note strange to its key as the other form of a letter', () => {
    for (const step of STEP_IDS.slice(4, 8))
      for (const fifths of [2, 1, 0, -1]) {
        const key = { fifths, mode: 'major' } as const
        const line = writeLine(classAt(step), order({ key, train: 'two forms', seed: 3 }))
        const strange = line ? notes(line).filter((p) => ['C-1', 'F-1', 'E1', 'B1'].includes(`${p.letter}${p.alter}`)) : []
        expect(strange.map(pitchName), `${step}, ${keyName(key)}`).toEqual([])
      }
  })
  it('is not made where the seats have too few notes of a key in common', () => {
    expect(writeLine(classAt('first-finger'), order({ key: { fifths: -6, mode: 'major' } }))).toBeNull()
  })
})
