import { pitchName } from '../music/pitch'
import type { Moment } from './moments'
import type { Pin } from './pins'

/** A pin at a moment: its own, or one that holds on from a moment before. */
type Asked = { readonly pin: Pin; readonly own: boolean }

/**
 * The pin of each moment. What is decided for a note holds for the same note struck again right after it; a place of the
 * hand that is decided holds under the slur, and up to a note if one is named (`until`). A pin of its own leads.
 */
export function pinsHeldAt(moments: readonly Moment[], pins: ReadonlyMap<string, Pin>): (Asked | undefined)[] {
  if (pins.size === 0) return []
  const at: (Asked | undefined)[] = moments.map((m) => {
    const pin = pins.get(m.events[0].event.id)
    return pin && { pin, own: true }
  })
  const endAt = (id: string): number => moments.findIndex((m) => m.events.some((e) => e.event.id === id))
  moments.forEach((m, i) => {
    const own = pins.get(m.events[0].event.id)
    if (own?.position === undefined) return
    const end = Math.max(i, own.until === undefined ? i : endAt(own.until))
    const place: Asked = { pin: { position: own.position, ...(own.base === undefined ? {} : { base: own.base }) }, own: false }
    for (let j = i + 1; j < moments.length && !at[j]?.own && (j <= end || moments[j].gap.slurred); j++) at[j] = place
  })
  for (let i = 1; i < moments.length; i++) {
    const last = at[i - 1]
    if (!at[i] && last && samePitches(moments[i - 1], moments[i])) at[i] = { pin: last.pin, own: false }
  }
  return at
}

const samePitches = (a: Moment, b: Moment): boolean =>
  a.pitches.length === b.pitches.length && a.pitches.every((p, i) => pitchName(p) === pitchName(b.pitches[i]))
