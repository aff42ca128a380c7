import { describe, expect, it } from 'vitest'
import { DRILL_KINDS } from '../drills/drill'
import { drillsOf } from '../drills/all'
import { practisedBy } from '../testing/drills'
import { pieceFrom } from '../testing/piece'
import { burdensOf, easedBy } from './eases'
import { easedPlaces, stockOf } from './today'
import { drillFamilyOf, representatives, sayPrepared, sumOf, warmupOf } from './warmup'

const G = { fifths: 1, mode: 'major' } as const
const c = practisedBy(pieceFrom('G4 A4 B4 D5 C5:e B4:e A4 B4:h D5 E5 D5:e B4:e G4 F#4 G4 A4 F#4 F4 E4 F4 D4', G))
const drills = drillsOf(c)

describe('a warm-up', () => {
  it('begins with the key and ends with the passage, in the time there is', () => {
    const w = warmupOf(c, drills, { minutes: 8 })
    expect(w.minutes).toBeLessThanOrEqual(8)
    expect(w.minutes).toBe(sumOf(w.drills))
    expect(w.drills[0].kind).toBe('scale')
    const places = w.drills.map((d) => DRILL_KINDS.indexOf(d.kind))
    expect(places).toEqual([...places].sort((a, b) => a - b))
    expect(w.covered).toBeLessThan(w.total)
    // One of each family: the others are its variants.
    expect(new Set(w.drills.map(drillFamilyOf)).size).toBe(w.drills.length)
  })

  it('takes more off the more time there is', () => {
    const covered = [3, 5, 8, 12].map((minutes) => warmupOf(c, drills, { minutes }).covered)
    expect(covered).toEqual([...covered].sort((a, b) => a - b))
  })

  it('keeps what is locked, leaves out what is dropped, and fills the rest up anew', () => {
    const first = warmupOf(c, drills, { minutes: 5 })
    const dropped = first.drills.at(-1)!
    const locked = drills.find((d) => d.kind === 'arpeggio' && d.variant === 'doubles')!
    const second = warmupOf(c, drills, { minutes: 5, locked: [locked.id], dropped: [dropped.id] })
    expect(second.drills.map((d) => d.id)).toContain(locked.id)
    expect(second.drills.map(drillFamilyOf)).not.toContain(drillFamilyOf(dropped))
    expect(second.drills.filter((d) => d.kind === 'arpeggio')).toHaveLength(1)
  })

  it('says what it prepares and what it leaves, and both are so', () => {
    const w = warmupOf(c, drills, { minutes: 3 })
    const burdens = burdensOf(c)
    const eased = easedBy(w.drills, burdens)
    const done = new Set(eased.flatMap((e) => e.burdens))
    for (const p of w.places) {
      const here = burdens.flatMap((b, i) => (b.seat === p.seat && b.event === p.event ? [{ ...b, done: done.has(i) }] : []))
      const sum = (xs: typeof here) => xs.reduce((n, b) => n + b.points, 0)
      expect(p.points).toBeCloseTo(sum(here))
      expect(p.prepared).toBe(sum(here.filter((b) => b.done)) * 2 > sum(here))
    }
    const said = sayPrepared(c, w)
    const open = w.places.filter((p) => !p.prepared)
    expect(
      said.startsWith(
        open.length
          ? `Covers ${w.places.length - open.length || 'none'} of the ${w.places.length} hardest places.`
          : `Covers all ${w.places.length} of the hardest places.`,
      ),
    ).toBe(true)
    if (open.length) expect(said).toContain(` in measure ${c.measures[open[0].index].measure.number}`)
  })

  it('takes something off at as many notes as it says: those whose load a warm-up with it alone covers', () => {
    const stock = stockOf(c)
    easedPlaces(stock, stock.drills).forEach((places, i) => {
      const [{ burdens }] = easedBy([stock.drills[i]], stock.burdens)
      const notes = new Set(burdens.map((x) => `${stock.burdens[x].seat} ${stock.burdens[x].event}`))
      expect([...places.values()].reduce((a, b) => a + b, 0)).toBe(notes.size)
      // Every one is a note that the drill is made for.
      for (const key of notes) expect(stock.drills[i].serves.map((x) => `${x.seat} ${x.event}`)).toContain(key)
    })
    // F natural in measures 5 and 6, F sharp beside it: a note counts once, whatever is hard about it.
    const slide = stock.drills.findIndex((d) => d.kind === 'slide')
    const said = easedPlaces(stock, [stock.drills[slide]])[0].get('violin')!
    expect(said).toBeGreaterThan(0)
    expect(said).toBeLessThanOrEqual(4)
  })

  it('says so where nothing is hard', () => {
    const easy = practisedBy(pieceFrom('D4:w D4:w', { fifths: 2, mode: 'major' }))
    const none = { ...warmupOf(easy, drillsOf(easy), { minutes: 3 }), places: [] }
    expect(sayPrepared(easy, none)).toBe('Nothing in this piece is hard for this class.')
  })

  it('has one drill for each family, with the variants beside it', () => {
    const all = representatives(drills)
    expect(all.filter((d) => d.kind === 'scale').map((d) => d.variant)).toEqual(['half notes'])
    expect(all.filter((d) => d.kind === 'slide')).toHaveLength(1)
  })
})
