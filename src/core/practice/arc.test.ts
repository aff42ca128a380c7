import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DRILL_KINDS } from '../drills/drill'
import { drillsOf } from '../drills/all'
import { classAt } from '../plan/class'
import { practisedBy } from '../testing/drills'
import { RANKED } from '../testing/ranked'
import { TOLD, TOLD_AFTER } from '../testing/saidFirst'
import { fillArc, itemsIn, partOf, worthOf, type ArcBurden, type ArcItem } from './arc'
import { warmupOf } from './warmup'

const cases = fc
  .record({
    burdens: fc.array(fc.record({ points: fc.integer({ min: 0, max: 20 }), seat: fc.nat({ max: 3 }), note: fc.nat({ max: 5 }) }), {
      minLength: 1,
      maxLength: 8,
    }),
    minutes: fc.constantFrom(3, 5, 8, 12),
    items: fc.array(
      fc.record({
        kind: fc.constantFrom('scale', 'slide', 'ladder', 'skip', 'set', 'passage' as const),
        minutes: fc.integer({ min: 8, max: 24 }).map((n) => n / 10),
        part: fc.constantFrom(0.2, 0.25, 0.5),
        burdens: fc.array(fc.nat({ max: 7 }), { maxLength: 4 }),
      }),
      { maxLength: 8 },
    ),
  })
  .map(({ burdens, minutes, items }) => ({
    burdens: burdens as readonly ArcBurden[],
    minutes,
    all: items.map(({ kind, part, burdens: own, ...x }): ArcItem => ({
      kind: DRILL_KINDS.find((k) => k === kind)!,
      part: partOf(DRILL_KINDS.find((k) => k === kind)!),
      minutes: x.minutes,
      eased: { part, burdens: [...new Set(own.filter((b) => b < burdens.length))] },
    })),
  }))

/** Whether one does for the other, told from the other side: of one kind, or more than half of the notes of the one that has fewer among those of the other. */
const alike = (a: ArcItem, b: ArcItem, burdens: readonly ArcBurden[]): boolean => {
  const all = [a, b].map((x) => [...new Set(x.eased.burdens.map((i) => burdens[i].note))])
  const common = all[0].filter((n) => all[1].includes(n)).length
  return a.kind === b.kind || common > Math.min(all[0].length, all[1].length) / 2
}

/** The worth of the best set that keeps the rules, of every set there is. */
function bruteForce(all: readonly ArcItem[], burdens: readonly ArcBurden[], minutes: number): number {
  const scale = minutes >= 5 ? all.findIndex((x) => x.part === 'scale' && x.minutes <= minutes + 1e-9) : -1
  const first = all.findIndex((x) => x.part === 'scale')
  let best = 0
  for (let bits = 0; bits < 1 << all.length; bits++) {
    const set = all.filter((_, i) => bits & (1 << i))
    const time = set.reduce((sum, x) => sum + x.minutes, 0)
    const singles = set.filter((x) => x.part === 'single')
    const passages = set.filter((x) => x.part === 'passage')
    const scales = set.filter((x) => x.part === 'scale')
    if (time > minutes + 1e-9 || set.length > itemsIn(minutes) || passages.length > 1) continue
    if (scales.length !== (scale === first && scale >= 0 ? 1 : 0) || (scales[0] && scales[0] !== all[first])) continue
    if (singles.some((a, i) => singles.slice(i + 1).some((b) => alike(a, b, burdens)))) continue
    // A passage ends it wherever one fits beside the scale.
    const room = minutes - (scales[0]?.minutes ?? 0)
    if (passages.length === 0 && all.some((x) => x.part === 'passage' && x.minutes <= room + 1e-9) && scales.length < itemsIn(minutes))
      continue
    best = Math.max(best, worthOf(set, burdens))
  }
  return best
}

describe('the arc of a warm-up', () => {
  it('is as good as trying every set that keeps its rules', () => {
    fc.assert(
      fc.property(cases, ({ all, burdens, minutes }) => {
        const found = fillArc(all, burdens, minutes).map((i) => all[i])
        expect(worthOf(found, burdens)).toBeCloseTo(bruteForce(all, burdens, minutes), 9)
        expect(found.reduce((sum, x) => sum + x.minutes, 0)).toBeLessThanOrEqual(minutes + 1e-9)
        expect(found.length).toBeLessThanOrEqual(itemsIn(minutes))
      }),
      { numRuns: 400 },
    )
  })

  // Common practice: three minutes two things, five three, eight four, twelve five or six.
  it.each([
    [3, ['single', 'passage']],
    [5, ['scale', 'single', 'passage']],
    [8, ['scale', 'single', 'single', 'passage']],
  ] as const)('of %i minutes: of 16 tunes outside the demonstration', (minutes, arc) => {
    for (const { name, piece, step } of [...TOLD, ...RANKED]) {
      const c = practisedBy(piece, classAt(step))
      const w = warmupOf(c, drillsOf(c), { minutes })
      expect(
        w.drills.map((d) => partOf(d.kind)).map((p) => (p === 'whole' ? 'single' : p)),
        name,
      ).toEqual(arc)
      for (const d of w.drills) {
        expect(d.times, `${name}: ${d.title}`).toBeGreaterThanOrEqual(3)
        expect(d.minutes, `${name}: ${d.title}`).toBeGreaterThanOrEqual(1)
      }
      expect(new Set(w.drills.map((d) => d.kind)).size, name).toBe(w.drills.length)
    }
  })

  it('has no two drills for one note, and nothing of the bow where all is plucked: 24 tunes, eight and twelve minutes', () => {
    for (const { name, piece, step } of [...TOLD, ...TOLD_AFTER, ...RANKED])
      for (const minutes of [8, 12]) {
        const c = practisedBy(piece, classAt(step))
        const { drills } = warmupOf(c, drillsOf(c), { minutes })
        const singles = drills.filter((d) => ['single', 'whole'].includes(partOf(d.kind)))
        for (const [i, a] of singles.entries())
          for (const b of singles.slice(i + 1)) {
            const [x, y] = [a, b].map(
              (d) =>
                new Set(
                  d.title
                    .split(/[,:]| across/)[0]
                    .split(' to ')
                    .sort(),
                ),
            )
            expect(
              [...x].join() === [...y].join() && a.serves.some((s) => b.serves.some((t) => t.event === s.event)),
              `${name}: ${a.title}, ${b.title}`,
            ).toBe(false)
          }
        if (!name.includes('plucked')) continue
        expect(
          drills.filter((d) => /\bbows?\b/i.test(`${d.title} ${d.purpose}`)).map((d) => d.title),
          name,
        ).toEqual([])
      }
  })

  it('has one thing for the hands that have most to do, each for its own', () => {
    const kindsFor = (name: string) => {
      const { piece, step } = [...TOLD, ...RANKED].find((t) => t.name === name)!
      const c = practisedBy(piece, classAt(step))
      return warmupOf(c, drillsOf(c), { minutes: 8 }).drills.map((d) => d.kind)
    }
    // Judged from the fingerings: the bass goes to III where the others have two forms of a letter, a rhythm or open strings to cross.
    expect(kindsFor('low twos')).toEqual(expect.arrayContaining(['slide', 'ladder']))
    expect(kindsFor('down the scale')).toContain('ladder')
    expect(kindsFor('two strings')).toEqual(expect.arrayContaining(['rhythm', 'ladder']))
    expect(kindsFor('two forms of E')).toContain('slide')
    expect(kindsFor('short long short')).toContain('rhythm')
    expect(kindsFor('over the bar')).toEqual(expect.arrayContaining(['rhythm', 'ladder']))
  })
})
