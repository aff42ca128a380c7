import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { casesOf } from '../testing/depth'
import { isLearned } from '../hands/hold'
import { PIECE_VERSION, type Measure, type Piece } from '../piece/piece'
import { pieceSchema } from '../piece/piece.schema'
import { misfits } from '../piece/walk'
import { classAt } from '../plan/class'
import { planSchema } from '../plan/plan.schema'
import { STEP_IDS } from '../instruments/instrument'
import { pitchAt } from '../music/pitch'
import { alterIn } from '../music/key'
import { drillMap, practisedBy } from '../testing/drills'
import { drillsOf } from './all'
import { minutesOf } from './build'
import { DRILL_KINDS, type Drill } from './drill'
import { freshIn, type SeatAtWork } from './practised'

/** Tunes as classes have them: steps and skips around the staff, now and then a sign, a rest, a slur; three meters. */
const tunes: fc.Arbitrary<Piece> = fc
  .record({
    fifths: fc.integer({ min: -2, max: 3 }),
    meter: fc.constantFrom({ beats: 4, unit: 4 }, { beats: 3, unit: 4 }, { beats: 2, unit: 4 }, { beats: 6, unit: 8 }),
    minor: fc.boolean(),
    from: fc.integer({ min: 29, max: 34 }),
    moves: fc.array(
      fc.record({
        by: fc.integer({ min: -4, max: 4 }),
        sign: fc.constantFrom(0, 0, 0, 0, 0, 1, -1),
        rest: fc.constantFrom(false, false, false, false, true),
      }),
      { minLength: 12, maxLength: 24 },
    ),
    slur: fc.boolean(),
  })
  .map(({ fifths, meter, minor, from, moves, slur }): Piece => {
    let steps = from
    const perMeasure = meter.unit === 8 ? 6 : meter.beats
    const measures: Measure[] = []
    for (let i = 0; i + perMeasure <= moves.length; i += perMeasure)
      measures.push({
        number: `${measures.length + 1}`,
        events: moves.slice(i, i + perMeasure).map(({ by, sign, rest }, n) => {
          steps = Math.max(29, Math.min(38, steps + by))
          const natural = pitchAt(steps, 0)
          const alter = Math.max(-1, Math.min(1, alterIn({ fifths }, natural.letter) + sign))
          const id = `e${i + n}`
          const value = { base: meter.unit === 8 ? ('eighth' as const) : ('quarter' as const), dots: 0 }
          return rest
            ? { kind: 'rest' as const, id, value }
            : { kind: 'note' as const, id, value, heads: [{ pitch: { ...natural, alter } }] }
        }),
      })
    const notes = measures.flatMap((m) => m.events).filter((e) => e.kind === 'note')
    return pieceSchema.parse({
      version: PIECE_VERSION,
      title: 'Any',
      key: { fifths, mode: minor ? 'minor' : 'major' },
      meter,
      lines: [{ name: 'A', clef: 'treble', measures, slurs: slur && notes.length > 2 ? [{ from: notes[0].id, to: notes[1].id }] : [] }],
    })
  })
  .filter((p) => p.lines[0].measures.some((m) => m.events.some((e) => e.kind === 'note')))

const steps = fc.constantFrom(...STEP_IDS)

/** What is new at the spots that a drill serves for a seat. */
const servedNews = (p: SeatAtWork, d: Drill): Set<string> =>
  new Set(
    d.serves
      .filter((s) => s.seat === p.seat.id)
      .flatMap((s) => {
        const note = p.reading.byEvent.get(s.event)!
        return [note, p.reading.notes[note.index - 1]].flatMap((n) => (n?.hold ? freshIn(p, n.hold) : []))
      }),
  )

describe('every drill', () => {
  it('adds up measure by measure, has all seats, and stores', () => {
    fc.assert(
      fc.property(tunes, steps, (piece, step) => {
        const klass = classAt(step)
        for (const d of drillsOf(practisedBy(piece, klass))) {
          expect(pieceSchema.safeParse(d.piece).success, d.id).toBe(true)
          expect(planSchema.safeParse(d.plan).success, d.id).toBe(true)
          expect(misfits(d.piece), d.id).toEqual([])
          expect(d.piece.lines.map((l) => l.name)).toEqual(klass.seats.map((s) => s.name))
          for (const [seat, companion] of Object.entries(d.companions)) if (companion) expect(d.choices[seat], d.id).toContain(companion)
          expect(Object.values(d.companions), d.id).toContain(null)
          expect(d.minutes).toBeGreaterThan(0)
          // Told before it is laid out, and so when it is.
          const quarters = (d.meter.beats * 4) / d.meter.unit
          expect(d.minutes, d.id).toBe(
            minutesOf(d.piece.lines[0].measures.length, quarters, d.tempo, d.times, (d.strains?.length ?? 0) > 0),
          )
        }
      }),
      { numRuns: 12, seed: 7 },
    )
  })

  it('asks for nothing that a seat has not learned, but for the one new thing that it is for', () => {
    fc.assert(
      fc.property(tunes, steps, (piece, step) => {
        const klass = classAt(step)
        const c = practisedBy(piece, klass)
        for (const kind of DRILL_KINDS)
          for (const d of drillsOf(c, [kind]).slice(0, 4))
            for (const p of c.players) {
              const map = drillMap(d, p.seat.id, klass)
              const news = new Set(map.notes.flatMap((n) => (isLearned(n.hold) ? [] : freshIn({ ...p, map }, n.hold))))
              expect(
                map.problems.filter((x) => x.mark === 'out'),
                `${d.id} ${p.seat.id}`,
              ).toEqual([])
              if (d.companions[p.seat.id] !== null) expect([...news], `${d.id} ${p.seat.id}`).toEqual([])
              else {
                expect(news.size, `${d.id} ${p.seat.id} ${[...news].join()}`).toBeLessThanOrEqual(1)
                const served = servedNews(p, d)
                for (const n of news) expect([...served], `${d.id} ${p.seat.id}`).toContain(n)
              }
            }
      }),
      { numRuns: casesOf(40), seed: 11 },
    )
  })

  it('keeps the fingers of the place that it comes from: a pinned note is pinned in its drills', () => {
    fc.assert(
      fc.property(tunes, (piece) => {
        const c = practisedBy(piece)
        for (const d of drillsOf(c, ['passage', 'echo']).slice(0, 3))
          for (const p of c.players) {
            if (d.companions[p.seat.id] !== null) continue
            const there = new Set(
              p.map.notes.map((n) => `${n.pitch.letter}${n.pitch.alter}${n.pitch.octave} ${n.stop.string} ${n.stop.finger}`),
            )
            for (const n of drillMap(d, p.seat.id).notes)
              expect(there).toContain(`${n.pitch.letter}${n.pitch.alter}${n.pitch.octave} ${n.stop.string} ${n.stop.finger}`)
          }
      }),
      { numRuns: 8, seed: 3 },
    )
  })

  it('slides from one stopped note to another on one string, and takes the bow back from something that was played', () => {
    let slurs = 0
    fc.assert(
      fc.property(tunes, steps, (piece, step) => {
        const klass = classAt(step)
        const c = practisedBy(piece, klass)
        for (const d of drillsOf(c, ['rhythm']).filter(
          (x) => x.variant === 'take back and set' && x.serves.some((s) => s.kind === 'wrong-bow'),
        ))
          expect(Math.max(...d.measures), d.id).toBeGreaterThan(0)
        for (const d of drillsOf(c, ['ladder'])
          .filter((x) => ['slide heard', 'finger light'].includes(x.variant))
          .slice(0, 6))
          for (const { seat } of c.players.filter((p) => d.serves.some((s) => s.seat === p.seat.id))) {
            const map = drillMap(d, seat.id, klass)
            for (const { from, to } of map.line.slurs) {
              const [a, b] = [from, to].map((id) => map.byEvent.get(id)?.[0])
              if (!a || !b) continue
              slurs++
              expect([a.stop.finger > 0, b.stop.finger > 0, a.stop.string === b.stop.string], `${d.id} ${seat.id}`).toEqual([
                true,
                true,
                true,
              ])
            }
          }
      }),
      { numRuns: casesOf(60), seed: 5 },
    )
    expect(slurs).toBeGreaterThan(20)
  })
})
