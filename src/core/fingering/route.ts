import type { Line } from '../piece/piece'
import { unfold } from '../piece/unfold'
import type { Moment } from './moments'

/** One moment follows another as the line is played. `rest`: a rest lies between. */
export type RouteStep = { readonly from: number; readonly to: number; readonly rest: boolean }

/**
 * Which moment follows which when the line is played, each pair once, repeats and endings followed: what a hand has to
 * learn. `skip` leaves out moments that no hand plays; what they leave is as good as a rest. Moments that are never
 * played (an ending of a pass that does not come) follow the one written before them.
 */
export function stepsOf(line: Line, moments: readonly Moment[], skip: (moment: number) => boolean): RouteStep[] {
  const inMeasure: ({ moment: number } | 'rest')[][] = line.measures.map(() => [])
  const struck = new Map(moments.map((m, i) => [m.events[0].event.id, i]))
  line.measures.forEach((m, i) => {
    for (const e of m.events) {
      const moment = struck.get(e.id)
      if (e.kind === 'rest') inMeasure[i].push('rest')
      else if (moment !== undefined) inMeasure[i].push(skip(moment) ? 'rest' : { moment })
    }
  })
  const steps = new Map<number, RouteStep>()
  const reached = new Uint8Array(moments.length)
  let last = -1
  let rest = false
  for (const measure of unfold(line))
    for (const e of inMeasure[measure]) {
      if (e === 'rest') {
        rest = true
        continue
      }
      if (last >= 0) {
        const key = last * moments.length + e.moment
        if (!steps.has(key)) steps.set(key, { from: last, to: e.moment, rest })
      }
      reached[e.moment] = 1
      last = e.moment
      rest = false
    }
  let before = -1
  for (let i = 0; i < moments.length; i++) {
    if (skip(i)) continue
    if (!reached[i] && before >= 0) steps.set(before * moments.length + i, { from: before, to: i, rest: moments[i].gap.rest })
    before = i
  }
  return [...steps.values()]
}
