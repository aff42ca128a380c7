import { describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '../plan/class'
import { emptyPlan } from '../plan/plan'
import { practisedBy } from '../testing/drills'
import { pieceFrom } from '../testing/piece'
import { daysBetween } from '../plan/calendar'
import { easierKeys, easierPlan, type PlannedEasier } from './easier'
import { learningsOf } from './prepares'
import { planDays } from './schedule'

// In A flat every finger is beside its usual place; in G most are open or in the first frame.
const FLAT = { fifths: -4, mode: 'major' } as const
const piece = pieceFrom('Ab4 Bb4 C5 Eb5 Db5:e C5:e Bb4 C5:h Eb5 F5 Eb5:e C5:e Ab4 Bb4:h. z G4 Ab4 Bb4 G4 F4 Gb4 F4 Eb4 Ab4:h. z', FLAT)
const c = practisedBy(piece)
const others = easierKeys(piece, emptyPlan(), DEFAULT_CLASS, c)
const planned: PlannedEasier = { id: 'tune', c, others: () => others }
const days = daysBetween('2026-03-02', '2026-03-27', ['Mon', 'Wed', 'Fri'])
const left = (of: typeof c, minutes: number) => planDays({ learnings: learningsOf([{ id: 'tune', c: of }]), days, minutes }).left.length

describe('an easier key for a plan that does not fit', () => {
  it('names keys with less to do, the least first, every note in reach', () => {
    const load = (x: typeof c) => x.players.reduce((n, p) => n + p.load.total, 0)
    expect(others.length).toBeGreaterThan(0)
    expect(others.map((o) => o.key)).not.toContain('A♭ major')
    for (const o of others) {
      expect(load(o.c)).toBeLessThan(load(c))
      for (const p of o.c.players) expect(p.map.problems, o.key).toEqual([])
    }
  })

  it('says that a key would make it fit only where the plan in that key does', () => {
    const said = new Set<string>()
    for (let minutes = 1; minutes <= 12; minutes += 0.5) {
      const { text, where } = easierPlan([planned], { days, minutes })
      const now = left(c, minutes)
      const fits = others.filter((o) => left(o.c, minutes) === 0)
      if (now === 0) expect(text).toBe('All of it fits already.')
      else if (fits.length > 0) {
        expect(text).toMatch(new RegExp(`^It would fit with ${piece.title} in ${fits[0].key}, which is (much|a little) easier\\.$`))
        expect(where).toBe('tune')
      } else {
        const least = Math.min(...others.map((o) => left(o.c, minutes)))
        expect(text).toMatch(/^It doesn’t fit in any of the easiest keys/)
        if (least < now) expect(text).toContain(`gets closest: ${least} of ${now} parts still to do.`)
        else expect(text).toContain('none gets further')
      }
      said.add(text.slice(0, 8))
    }
    // Every one of the three is met.
    expect([...said].sort()).toEqual(['All of i', 'It doesn', 'It would'])
  })

  it('says so where no key has less to do', () => {
    const none: PlannedEasier = { ...planned, others: () => [] }
    expect(easierPlan([none], { days, minutes: 1 })).toEqual({
      text: `No other key is easier for ${piece.title}.`,
      where: null,
    })
  })
})
