import { describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan, withWarmup } from '@/core/plan/plan'
import { seatsOf } from '@/core/seats/seat'
import { pieceFrom } from '@/core/testing/piece'
import { careAlways } from '@/core/drills/care'
import type { Block } from '@/core/sheets/blocks'
import { warmupSheet } from './blockSheets'
import { USUAL_TEMPO } from '@/core/performance/tempo'
import type { Done } from '@/core/practice/dayPlan'
import { warmupItems } from './warmup'

/** A tune with a crossing inside a slur and an arpeggio, for which there is something to warm up with. */
const PIECE = pieceFrom('D4 A4 F#4 D5 C#5 A4 G4 E4 D4 F#4 A4 D5 B4 G4 E4 C#4', { fifths: 2, mode: 'major' })
const source = { piece: PIECE, plan: emptyPlan(), klass: DEFAULT_CLASS }
const SEATS = seatsOf(DEFAULT_CLASS)
const ALONE = { done: [] }

describe('the warm-up of a piece, as it is told', () => {
  it('is one for the class and one for each seat, of the same drills in the same order', () => {
    const all = warmupItems(source, null)
    expect(all.items.length).toBeGreaterThan(1)
    for (const { id } of SEATS) {
      const own = warmupItems(source, id)
      expect(own.items.map((x) => x.id)).toEqual(all.items.map((x) => x.id))
      expect(own.minutes).toBe(all.minutes)
    }
  })
  it('says to a seat what it plays along, and to the class who does', () => {
    const all = warmupItems(source, null).items
    for (const seat of SEATS)
      warmupItems(source, seat.id).items.forEach((x, i) => {
        const along = /^You play along: (.+?)\. ♩/.exec(x.says)?.[1]
        const named = new RegExp(`[.;] ${seat.name}: `, 'i').test(all[i].says)
        expect(along !== undefined, `${seat.name}: ${x.says} | ${all[i].says}`).toBe(named)
        if (along) expect(all[i].says.toLowerCase()).toContain(`${seat.name.toLowerCase()}: ${along.toLowerCase()}`)
      })
  })
  it('is no longer than is settled, but for what was kept in, and has its tempo and times', () => {
    for (const minutes of [2, 4, 8]) {
      const plan = withWarmup(source.plan, (w) => ({ ...w, minutes }))
      const { items, minutes: sum } = warmupItems({ ...source, plan }, null)
      expect(sum).toBeLessThanOrEqual(minutes)
      expect(sum).toBeCloseTo(items.reduce((n, x) => n + x.minutes, 0))
      for (const x of items) if (x.music) expect(x.says).toMatch(/♩ = \d+, (once|\d+ times)\.$/)
    }
  })
  it('has drills as music for every seat of the class', () => {
    for (const { music } of warmupItems(source, null).items.filter((x) => x.music))
      expect(Object.keys(music!.plan.lines).sort()).toEqual(SEATS.map((s) => s.id).sort())
  })
  it('says what the hand has to mind at each thing that strains, and once what holds for all of them', () => {
    // The bass goes to III, the cello opens its hand.
    const away = { ...source, piece: pieceFrom('D4 C#5 D5 B4 C#5 D5 G#4 A4 C#5 D5 G#4 A4', { fifths: 2, mode: 'major' }) }
    const { items } = warmupItems(away, null)
    const said = items.filter((x) => x.care !== null)
    expect(said.length).toBeGreaterThan(0)
    for (const x of items) expect(x.care ?? '').not.toContain(careAlways())
    const blocks = blocksOf(warmupSheet(away, null))
    expect(blocks.filter((text) => text === careAlways())).toHaveLength(1)
    for (const x of said) expect(blocks).toContain(x.care)
    const easy = { ...source, piece: pieceFrom('D4:w D4:w', { fifths: 2, mode: 'major' }) }
    expect(blocksOf(warmupSheet(easy, null))).not.toContain(careAlways())
  })
  it('of who practises alone is their own: nothing in which they play along, and what is hard for them', () => {
    const away = { ...source, piece: pieceFrom('D4 C#5 D5 B4 C#5 D5 G#4 A4 C#5 D5 G#4 A4', { fifths: 2, mode: 'major' }) }
    for (const { id } of SEATS) {
      const { items } = warmupItems(away, id, ALONE)
      expect(items.length).toBeGreaterThan(1)
      for (const x of items) expect(x.says, `${id}: ${x.title}`).not.toContain('You play along')
    }
    const shifts = (id: string) => warmupItems(away, id, ALONE).items.filter((x) => /, to III/.test(x.title))
    expect(shifts('bass').length).toBeGreaterThan(0)
    expect(shifts('violin')).toEqual([])
  })
  it('of who practises alone has the passage at their tempo, where something of it was recorded', () => {
    const passage = (done: readonly Done[]) => warmupItems(source, 'violin', { done }).items.at(-1)!
    const usual = passage([])
    expect(usual.title).toMatch(/slow$/)
    const own = passage([{ day: '2026-03-02', piece: 'p', chunk: 'whole', clean: 3, slips: 0, tempo: 90 }])
    // The piece says no tempo: 96; sure at 90, so at 96 next.
    expect([/♩ = (\d+)/.exec(usual.says)![1], /♩ = (\d+)/.exec(own.says)![1]].map(Number)).toEqual([
      Math.round(USUAL_TEMPO * 0.6),
      USUAL_TEMPO,
    ])
    // What the teacher has settled stands.
    const settled = withWarmup(source.plan, (w) => ({ ...w, choices: { [own.id]: { tempo: 50 } } }))
    const kept = warmupItems({ ...source, plan: settled }, 'violin', {
      done: [{ day: '2026-03-02', piece: 'p', chunk: 'whole', clean: 3, slips: 0, tempo: 90 }],
    })
    expect(kept.items.find((x) => x.id === own.id)!.says).toContain('♩ = 50')
  })
})

const blocksOf = (blocks: readonly Block[]): string[] => blocks.flatMap((b) => (b.kind === 'text' ? [b.text] : []))
