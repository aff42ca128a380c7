import { PLAIN_TONGUE } from '@/core/words/en/hands'
import { classAt, DEFAULT_CLASS, type ClassSettings } from '@/core/plan/class'
import { describe, expect, it } from 'vitest'
import type { MappedNote } from '@/core/fingering/map'
import { QUARTER } from '@/core/music/time'
import { ensembleMapper } from '@/core/balance/ensemble'
import { together } from '@/core/words/en/together'
import { emptyPlan, withOctave } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { frameWidth, framesAlong } from '@/ui/bench/frames'
import { fitting, layOutBench, stringY, USUAL_ROOM, xAt } from '@/ui/bench/grid'
import { headline } from '@/core/piece/headline'
import { createDesk } from './deskStore'
import { decided, learnedHere } from './decisions'
import { kindShown, muted, octaveChosen, restored, substituted } from './edits'
import { settingTaken } from './taken'
import { offersFor, pickedNotes, shownSpots } from './selectors'
import { sayMoment } from './say'
import { SEAT, SEATS, TEST_STEPS } from '@/core/testing/seats'

const desk = (klass = DEFAULT_CLASS) =>
  createDesk({
    id: 'x',
    piece: pieceFrom('F#4 G4 A4 G4 E5 F#5:h z', { fifths: 2, mode: 'major' }),
    plan: emptyPlan(),
    klass,
    version: 1,
  })
/** A class whose violas have no III yet: F sharp is out of their reach. */
const VIOLA_IN_FIRST: ClassSettings = {
  ...DEFAULT_CLASS,
  seats: DEFAULT_CLASS.seats.map((s) => (s.id === 'viola' ? { ...s, learned: { ...s.learned, positions: ['I'] } } : s)),
}
const finger = (d: ReturnType<typeof desk>, seat: 'violin' | 'viola' = 'violin') => pickedNotes(d.getState(), seat)[0]?.stop.finger

describe('the desk', () => {
  it('moves by moments and seats and stays inside', () => {
    const d = desk()
    d.getState().step(-1)
    expect(d.getState().moment).toBe(0)
    d.getState().step(99)
    expect(d.getState().moment).toBe(6)
    d.getState().stepSeat(5)
    expect(d.getState().seat).toBe('bass')
    expect(d.getState().toMeasure('2')).toBe(true)
    expect(d.getState().moment).toBe(4)
    expect(d.getState().toMeasure('77')).toBe(false)
  })
  it('a digit pins that finger, undo lifts it, redo pins it again', () => {
    const d = desk()
    d.getState().pick(2, 'violin')
    expect(finger(d)).toBe(0)
    const { timeline } = d.getState()
    d.getState().pinFinger(4)
    expect(finger(d)).toBe(4)
    expect(d.getState().timeline).toBe(timeline)
    expect(d.getState()).toMatchObject({ save: 'waiting', said: 'Violin, measure 1: 4 on D pinned' })
    d.getState().undo()
    expect(finger(d)).toBe(0)
    d.getState().redo()
    expect(finger(d)).toBe(4)
    d.getState().lift('violin', pickedNotes(d.getState(), 'violin')[0])
    expect(finger(d)).toBe(0)
    expect(d.getState().future).toEqual([])
  })
  it('a letter pins the string; what cannot be says so and changes nothing', () => {
    const d = desk()
    d.getState().pick(4, 'violin')
    d.getState().pinString('A')
    expect(pickedNotes(d.getState(), 'violin')[0].stop).toMatchObject({ string: 2, finger: 4 })
    d.getState().pinString('C')
    expect(d.getState().said).toBe('Violin: this note has no place on C')
    d.getState().pick(6)
    d.getState().pinFinger(2)
    expect(d.getState().said).toBe('Violin: no note here to pin')
    expect(d.getState().past).toHaveLength(1)
  })
  it('goes from spot to spot, forward and back and round again', () => {
    const d = desk(VIOLA_IN_FIRST)
    d.getState().edit(octaveChosen(SEAT.viola, 0))
    const spots = shownSpots(d.getState())
    expect(spots.some((s) => s.kind === 'new-for-class')).toBe(true)
    // What several seats are told together is stepped to once, and everything at one note in turn.
    const groups = together(spots).map((g) => g.spots)
    expect(groups.length).toBeLessThan(spots.length)
    const forward = groups.map(() => {
      d.getState().nextSpot()
      const { timeline, moment, seat, said, spot } = d.getState()
      const [first] = groups.find((g) => g[0].id === spot)!
      expect([timeline[moment].onset, seat]).toEqual([first.onset, first.seat])
      expect(said).toContain(first.text)
      return spot
    })
    expect(new Set(forward)).toEqual(new Set(groups.map(([s]) => s.id)))
    const back = groups.map(() => {
      d.getState().nextSpot(-1)
      return d.getState().spot
    })
    expect([...back.slice(-1), ...back.slice(0, -1)]).toEqual([...forward].reverse())
    // Whatever is picked by hand is gone on from there.
    d.getState().pick(99, 'bass')
    expect(d.getState().spot).toBeNull()
    const last = d.getState().timeline.at(-1)!.onset
    d.getState().nextSpot(-1)
    expect(groups.find((g) => g[0].id === d.getState().spot)![0].onset).toBeLessThanOrEqual(last)
    d.getState().toMeasure('1')
    expect(d.getState().spot).toBeNull()
  })
  it('mutes a spot and hides a kind, and takes both back', () => {
    const d = desk()
    const [first] = shownSpots(d.getState())
    d.getState().edit(muted(d.getState().seats, d.getState().ensemble.violin.line, [first], true))
    expect(shownSpots(d.getState())).not.toContainEqual(first)
    d.getState().undo()
    expect(shownSpots(d.getState())).toContainEqual(first)
    d.getState().edit(kindShown(first.kind, 'hide'))
    expect(shownSpots(d.getState()).filter((s) => s.kind === first.kind)).toEqual([])
    d.getState().edit(kindShown(first.kind, null))
    expect(shownSpots(d.getState())).toContainEqual(first)
    d.getState().edit(kindShown('bow-crossing', 'show'))
    expect(shownSpots(d.getState()).some((s) => s.kind === 'bow-crossing' && s.hard < 0.3)).toBe(true)
  })
  it('moves the class to another key in one step, and says what is lost', () => {
    const d = desk()
    d.getState().pick(0)
    d.getState().pinFinger(d.getState().ensemble.violin.notes[0].stop.finger)
    const { piece, plan } = d.getState()
    const setting = {
      fifths: piece.key.fifths + 1,
      octaves: { violin: 0, viola: 0, cello: -1, bass: -2 },
      school: '1-2-3-4',
      fourth: 'always',
    } as const
    const { klass, seats, edit } = d.getState()
    edit(settingTaken({ piece, plan }, klass, seats, setting))
    const moved = d.getState()
    expect(moved.piece.key.fifths).toBe(setting.fifths)
    expect(moved.said).toContain('1 pin lifted')
    expect(moved.plan).toMatchObject({
      octaves: setting.octaves,
      seatPolicy: { bass: { school: '1-2-3-4' }, viola: { fourth: 'always' } },
      pins: {},
    })
    expect(moved.moved).toBe(true)
    moved.undo()
    expect(d.getState()).toMatchObject({ piece, plan, moved: true })
  })
  it('decides otherwise than the class for the piece or a seat, and goes back', () => {
    const d = desk()
    d.getState().edit(octaveChosen(SEAT.viola, 0))
    d.getState().step(2)
    expect(finger(d)).toBe(0)
    d.getState().edit(decided(d.getState().seats, SEAT.violin, 'fourth', 'always'))
    expect([finger(d), finger(d, 'viola')]).toEqual([4, 0])
    d.getState().edit(decided(d.getState().seats, null, 'fourth', 'always'))
    expect(finger(d, 'viola')).toBe(4)
    d.getState().edit(decided(d.getState().seats, null, 'fourth', undefined))
    expect([finger(d), finger(d, 'viola')]).toEqual([4, 0])
    d.getState().undo()
    expect(finger(d, 'viola')).toBe(4)
  })
  it('takes another level for this piece, marks what is new, and puts a substitute and back', () => {
    const d = desk(VIOLA_IN_FIRST)
    d.getState().edit(learnedHere(d.getState().seats, TEST_STEPS[1].id))
    expect(d.getState().ensemble.violin.problems.length).toBeGreaterThan(0)
    d.getState().edit(learnedHere(d.getState().seats, null))
    expect(d.getState().ensemble.violin.problems).toEqual([])
    d.getState().edit(octaveChosen(SEAT.viola, 0))
    const { ensemble, piece } = d.getState()
    const trouble = ensemble.viola.problems[0].placed.event.id
    const [best] = offersFor(piece, ensemble.viola, trouble, d.getState().klass.talk)
    d.getState().edit(substituted(ensemble.viola, trouble, best))
    expect(d.getState().ensemble.viola.problems).toHaveLength(best.left)
    expect(Object.keys(d.getState().plan.substitutes.viola ?? {})).toEqual(Object.keys(best.changes))
    d.getState().edit(restored(d.getState().ensemble.viola, trouble))
    expect(d.getState().plan.substitutes.viola).toEqual({})
    expect(d.getState().said).toBe('Viola, measure 2: as written')
  })
  it('tells the hand where to be by a pin of its position, and says so where there is nothing to tell', () => {
    const piece = pieceFrom('E4 F#4 B4 D5 G5 F#5 B4 F#4 z', { fifths: 2, mode: 'major' })
    const plan = withOctave(emptyPlan(), 'viola', 0)
    const d = createDesk({ id: 'x', piece, plan, klass: classAt('third-position'), version: 1 })
    const position = (moment: number) => {
      d.getState().pick(moment, 'viola')
      return pickedNotes(d.getState(), 'viola')[0].position
    }
    expect(position(3)).toBe('III')
    d.getState().tellHand('home')
    expect([position(3), d.getState().plan.pins.viola]).toEqual(['I', { e3: { position: 'I', base: 2 } }])
    d.getState().tellHand('enter')
    expect(d.getState().said).toBe('Viola, measure 1: go to III here, pinned')
    d.getState().undo()
    d.getState().pick(0)
    d.getState().tellHand('stay')
    expect(d.getState().said).toBe('Viola: no other position before it to stay in')
  })
  it('what one choice moved goes back together, from wherever in it that is asked', () => {
    const d = desk()
    const { seats } = d.getState()
    const ids = d.getState().ensemble.viola.line.measures.flatMap((m) => m.events.map((e) => e.id))
    const moved = Object.fromEntries(ids.slice(0, 4).map((id) => [id, { kind: 'octave' as const, by: -1 }]))
    d.getState().edit(substituted(d.getState().ensemble.viola, ids[0], { name: 'One octave lower', changes: moved }))
    expect(d.getState().said).toBe('Viola, measure 1: one octave lower')
    for (const at of [0, 1, 3]) {
      d.getState().edit(restored(d.getState().ensemble.viola, ids[at]))
      expect(d.getState().plan.substitutes.viola).toEqual({})
      d.getState().undo()
    }
    d.getState().edit(muted(seats, d.getState().ensemble.violin.line, [shownSpots(d.getState())[0]], true))
    expect(d.getState().said).toMatch(/ muted$/)
  })
  it('lifts only what is pinned, and pins what the file gave only where nothing is pinned yet', () => {
    const start = pieceFrom('D4 E4 F#4 G4', { fifths: 2, mode: 'major' })
    const measures = start.lines[0].measures.map((m) => ({
      ...m,
      events: m.events.map((e, i) =>
        e.kind === 'note' ? { ...e, heads: e.heads.map((h) => ({ ...h, givenFinger: [0, 1, 2, 3][i] })) } : e,
      ),
    }))
    const piece = { ...start, lines: [{ ...start.lines[0], measures }] }
    const d = createDesk({ id: 'x', piece, plan: emptyPlan(), klass: DEFAULT_CLASS, version: 1 })
    d.getState().lift('violin', d.getState().ensemble.violin.notes[0])
    expect(d.getState().past).toEqual([])
    d.getState().pick(3, 'violin')
    d.getState().pinFinger(3)
    const own = d.getState().plan.pins.violin!.e3
    d.getState().pinGiven('violin')
    expect(d.getState().said).toBe('Violin: 3 fingers from the file pinned')
    expect(d.getState().plan.pins.violin!.e3).toEqual(own)
    d.getState().pinGiven('violin')
    expect(d.getState().said).toBe('Violin: no more fingers in the file')
    expect(d.getState().past).toHaveLength(2)
  })
  it('is renamed, and not to nothing', () => {
    const d = desk()
    d.getState().rename('  Low Tide ')
    expect(d.getState().piece.title).toBe('Low Tide')
    d.getState().rename('   ')
    expect(d.getState().past).toHaveLength(1)
    d.getState().undo()
    expect(d.getState().piece.title).toBe('Test')
  })
  it('saves nothing over another window’s version until the teacher has chosen', () => {
    const d = desk()
    d.getState().marked({ save: 'newer', version: 7 })
    d.getState().pick(2, 'violin')
    d.getState().pinFinger(4)
    expect(d.getState()).toMatchObject({ save: 'newer', version: 7 })
    d.getState().undo()
    expect(d.getState().save).toBe('newer')
    d.getState().keepMine()
    expect(d.getState().save).toBe('waiting')
  })
  it('says a moment in words', () => {
    const d = desk()
    expect(sayMoment(d.getState(), 0, 'violin')).toBe('Measure 1, beat 1, violin: F sharp, 2 on D')
    expect(sayMoment(d.getState(), 6, 'violin')).toBe('Measure 2, beat 4, violin: rest')
  })
})

describe('the bench', () => {
  it('gives every moment a chip’s width and keeps time in order', () => {
    const { timeline } = desk().getState()
    const { metrics } = fitting([4, 4, 4, 4], USUAL_ROOM, 1)
    const [layout] = layOutBench(timeline, metrics)
    layout.moments.forEach((m, i) => {
      expect(m.width).toBeGreaterThanOrEqual(metrics.pill)
      if (i) expect(m.x).toBeGreaterThanOrEqual(layout.moments[i - 1].x + layout.moments[i - 1].width)
    })
    expect(layout.bars.map((b) => b.index)).toEqual([0, 1])
    expect(xAt(layout, timeline, timeline[5].onset + timeline[5].ticks / 2)).toBeCloseTo(layout.moments[5].x + layout.moments[5].width / 2)
  })
  it('draws the low string at the bottom', () => {
    const { metrics } = fitting([4], USUAL_ROOM, 1)
    expect(stringY(0, 4, metrics)).toBeGreaterThan(stringY(3, 4, metrics))
  })
})

describe('frames along the bench', () => {
  const piece = pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5 D5 C5 B4 A4 G4 F4 E4 D4 D4 E4 F#4 G4 D4 E4 F#4 G4 D4 E4 F#4 G4 D4 E4 F#4 G4', {
    fifths: 2,
    mode: 'major',
  })
  const map = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
  const x = (n: MappedNote) => 40 * (n.placed.onset / QUARTER)
  it.each(SEATS)('%s: none stands on another, none far from its note', (seat) => {
    const glyphs = framesAlong(PLAIN_TONGUE, map[seat], map[seat].notes, 0, x, [])
    expect(glyphs.length).toBeGreaterThan(0)
    glyphs.forEach((g, i) => {
      if (i) expect(g.x).toBeGreaterThanOrEqual(glyphs[i - 1].x + frameWidth(glyphs[i - 1].frame, glyphs[i - 1].string))
      expect(g.x - x(map[seat].notes[g.key])).toBeLessThanOrEqual(40)
    })
  })
  it('the violin says each string and each change, and again after a while', () => {
    const said = framesAlong(PLAIN_TONGUE, map.violin, map.violin.notes, 0, x, []).map((g) => `${g.string} ${g.frame.name}`)
    expect(said.slice(0, 4)).toEqual(['D touch 2-3', 'A touch 2-3', 'A touch 1-2', 'D touch 1-2'])
    expect(said.at(-1)).toBe('D touch 2-3')
    expect(framesAlong(PLAIN_TONGUE, map.violin, map.violin.notes, 0, x, []).some((g) => g.position === 'I')).toBe(true)
  })
  it('leaves a position’s numeral free', () => {
    const at = map.violin.notes[2]
    const wall = { at, left: x(at) - 9, right: x(at) + 6 }
    for (const g of framesAlong(PLAIN_TONGUE, map.violin, map.violin.notes, 0, x, [wall])) {
      const end = g.x + frameWidth(g.frame, g.string)
      expect(end <= wall.left || g.x >= wall.right).toBe(true)
    }
  })
  it('the bass says its hand once and then only as a reminder', () => {
    const [first, ...later] = framesAlong(PLAIN_TONGUE, map.bass, map.bass.notes, 0, x, [])
    expect(first).toMatchObject({ position: null, string: '' })
    for (const g of later) expect(g.position).not.toBeNull()
  })
})

describe('headings', () => {
  it('say key, signature, time and the felt beat', () => {
    const common = { beats: 4, unit: 4 } as const
    expect(headline({ fifths: 2, mode: 'major' }, common, 84, true)).toBe('D major (F♯ C♯) · 4/4 · ♩ = 84')
    expect(headline({ fifths: 0, mode: 'minor' }, common, undefined, true)).toBe('A minor · 4/4')
    expect(headline({ fifths: -1, mode: 'major' }, { beats: 6, unit: 8 }, 84)).toBe('F major · 6/8 · ♩. = 56')
  })
})
