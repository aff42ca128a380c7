import { measureTicks } from '../../music/time'
import type { Bow, Stroke } from '../../bowing/bow'
import { ofLine } from '../reading'
import type { Detector } from './spot'

/** How many times longer one stroke of the pair is. */
const TIMES = 2

/** A measure of two strokes, the one twice as long as the other, as half and quarter in 3/4: much bow one way, little time back. */
export const unevenBow = {
  kind: 'uneven-bow',
  concern: 'bow',
  load: 1,
  again: 0.6,
  matters: [1.2, 1, 0.5],
  find: (r) =>
    uneven(r).map(({ index, first, second }) => ({
      note: r.byMeasure[index][0],
      hard: 0.4,
      facts: { long: first.bow, short: second.bow },
      about: `${first.ticks} ${second.ticks}`,
    })),
} as const satisfies Detector<'uneven-bow'>

type Part = { readonly bow: Bow; readonly ticks: number }
type Uneven = { readonly index: number; readonly first: Part; readonly second: Part }

/** Measures filled by two strokes, a long one and a short one back; what is tied or slurred in from before begins no such measure. */
const uneven = ofLine((r): Uneven[] => {
  const parts = r.map.line.measures.map((): (Part & { stroke: Stroke | undefined; begins: boolean })[] => [])
  for (const { event, at, ticks } of r.events) {
    const stroke = r.bowing.byEvent.get(event.id)
    const here = parts[at.index]
    const last = here.at(-1)
    if (last && last.stroke === stroke) here[here.length - 1] = { ...last, ticks: last.ticks + ticks }
    else here.push({ stroke, begins: stroke?.events[0] === event.id, bow: stroke?.bow ?? 'down', ticks })
  }
  return parts.flatMap((list, index): Uneven[] => {
    const [first, second] = list
    if (list.length !== 2 || list.some((p) => !p.stroke || !p.begins)) return []
    const { meter } = r.byMeasure[index][0].placed.at
    const fits = first.ticks + second.ticks === measureTicks(meter) && first.ticks >= TIMES * second.ticks && first.bow !== second.bow
    return fits ? [{ index, first, second }] : []
  })
})
