import { describe, expect, it } from 'vitest'
import type { StepId } from '../instruments/instrument'
import type { Piece } from '../piece/piece'
import { classAt, DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan, type Plan } from '../plan/plan'
import { CIRCLED } from '../testing/circled'
import { firstBeatsDown, RANKED } from '../testing/ranked'
import { SEATS } from '../testing/seats'
import { isShown } from './choice'
import { familyOf } from './family'
import type { SpotKind } from '../plan/spotKinds'
import { spotsOf } from './spots'

type Circle = { readonly for: string; readonly event: string; readonly kind: string }
type Tune = { readonly name: string; readonly piece: Piece; readonly step?: StepId; readonly circles: readonly Circle[] }

/** "violin e5 sign": a place with what is said of it. One note is circled once for one thing, whatever it is called. */
const placed = (seat: string, event: string, kind: string) => `${seat} ${event} ${familyOf(kind as SpotKind)}`

/** Seats for which a tune was circled where they read beside the violin, which they now leave: their parts are lighter below. */
const CIRCLED_AT: Readonly<Record<string, Plan['octaves']>> = { 'three in a bar': { viola: 0 }, 'flat side': { viola: 0, cello: -1 } }

function compare({ name, piece, circles, step }: Tune, plan: Plan) {
  const octaves = { ...plan.octaves, ...CIRCLED_AT[name] }
  const ensemble = ensembleMapper()(piece, { ...plan, octaves }, firstBeatsDown(step ? classAt(step) : DEFAULT_CLASS))
  const shown = new Map<string, string>()
  for (const seat of SEATS)
    for (const s of spotsOf(piece, ensemble[seat]))
      if (isShown(s, { kinds: {}, muted: [] }, {})) shown.set(placed(seat, s.event, s.kind), `${seat} ${s.event} ${s.kind}`)
  const circled = new Map<string, string>()
  for (const c of circles)
    for (const seat of c.for === 'all' ? SEATS : [c.for]) circled.set(placed(seat, c.event, c.kind), `${seat} ${c.event} ${c.kind}`)
  return { shown, circled }
}

/** Compares a set, prints what it comes to, and with CIRCLED=1 what was missed and what nobody circled. */
function measured(name: string, tunes: readonly Tune[], plan: Plan): { recall: number; precision: number } {
  let [hits, all, asked] = [0, 0, 0]
  for (const t of tunes) {
    const { shown, circled } = compare(t, plan)
    const pick = (from: Map<string, string>, not: Map<string, string>) =>
      [...from].flatMap(([key, text]) => (not.has(key) ? [] : [text])).join(' · ') || 'none'
    if (process.env.CIRCLED) console.log(`${t.name}: missed ${pick(circled, shown)}\n   not circled ${pick(shown, circled)}`)
    hits += [...circled.keys()].filter((k) => shown.has(k)).length
    all += shown.size
    asked += circled.size
  }
  const [recall, precision] = [hits / asked, hits / all]
  console.log(
    `${name}: circled ${asked}, found ${hits} (recall ${(100 * recall).toFixed(1)} %); shown ${all}, of them circled ${(100 * precision).toFixed(0)} % (precision)`,
  )
  return { recall, precision }
}

/** In unison by octaves, as they were circled. */
const AS_CIRCLED: Plan = { ...emptyPlan(), octaves: { violin: 0, viola: 0, cello: -1, bass: -2 } }

describe('what a teacher would circle (common practice and judgement, written down before it was looked for)', () => {
  it('first set: is found, and not much else', () => {
    const { recall, precision } = measured('first set', CIRCLED, AS_CIRCLED)
    expect(recall).toBeGreaterThan(0.97)
    // The bow lifted in a rest is told since: nobody had circled it.
    expect(precision).toBeGreaterThan(0.8)
  })

  it('second set: is found, and not much else', () => {
    const { recall, precision } = measured('second set', RANKED, emptyPlan())
    expect(recall).toBeGreaterThan(0.97)
    expect(precision).toBeGreaterThan(0.88)
  })
})
