import type { Stretch } from '../piece/stretch'
import { sayMeasure, sayStretch } from '../piece/address'
import type { Spot } from '../reading/spots/spot'
import { once } from '../once'
import { allSpots, type Practised } from './practised'

/** How many passages of a piece are drilled: the hardest. */
const MOST_STRETCHES = 4

/** Measures by index, hardest first: the class waits for the seat with most to do. */
export function hardestStretch(c: Practised): number[] {
  const load = (i: number): number => Math.max(...c.players.map((p) => p.load.byMeasure[i] ?? 0))
  return c.measures
    .map((m) => m.index)
    .filter((i) => load(i) > 0)
    .sort((a, b) => load(b) - load(a) || a - b)
}

/** The passages that are worth a drill: what was asked for, else the hardest measures each with the one it leads on to. None lies in another. */
export function passagesOf(c: Practised, long: number): Stretch[] {
  if (c.stretch) return [c.stretch]
  const found: Stretch[] = []
  const last = c.measures.length - 1
  for (const i of hardestStretch(c)) {
    if (found.length === MOST_STRETCHES) break
    const from = Math.min(i, Math.max(0, last - long + 1))
    if (!found.some((s) => i >= s.from && i <= s.to)) found.push({ from, to: Math.min(last, from + long - 1) })
  }
  return found
}

/** Measures of a stretch by index. */
export const indicesOf = ({ from, to }: Stretch): number[] => Array.from({ length: to - from + 1 }, (_, i) => from + i)

const spotsByMeasure = once((c: Practised): readonly (readonly Spot[])[] => {
  const found: Spot[][] = c.measures.map(() => [])
  for (const { spot } of allSpots(c)) found[spot.index]?.push(spot)
  return found
})

/** All spots of a stretch, measure by measure. */
export const spotsOfStretch = (c: Practised, { from, to }: Stretch): Spot[] =>
  spotsByMeasure(c)
    .slice(from, to + 1)
    .flat()

/** "measure 3", "measures 3 to 5", as the leading seat's page has it. */
export const sayPassage = (c: Practised, { from, to }: Stretch): string => {
  const { line } = c.players[0].map
  return from === to ? sayMeasure(line, from) : sayStretch(line, from, to)
}
