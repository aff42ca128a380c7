import type { Companion } from '@/core/plan/companion'
import { COMPANION_NAMES } from '@/core/plan/companion'
import { withChoice, withDropped, withLocked, withOrder, withSilentStep, withVariant, type WarmupSettled } from '@/core/plan/settled'
import { withWarmup } from '@/core/plan/plan'
import type { Seat } from '@/core/seats/seat'
import { ofPlan, type Edit } from '@/ui/session/edits'

const settled = (said: string, change: (w: WarmupSettled) => WarmupSettled): Edit =>
  ofPlan(`Warm-up: ${said}`, (plan) => withWarmup(plan, change))

export const lasting = (minutes: number): Edit => settled(`${minutes} minutes`, (w) => ({ ...w, minutes }))
export const keptIn = (id: string, title: string, on: boolean): Edit =>
  settled(on ? `${title} kept in` : `${title} not kept in`, (w) => withLocked(w, id, on))
export const drillLeftOut = (id: string, title: string): Edit => settled(`without ${title}`, (w) => withDropped(w, id))
export const put = (id: string, title: string): Edit => settled(`with ${title}`, (w) => withLocked(w, id, true))
export const stepPut = (id: string, title: string): Edit => settled(`with ${title}`, (w) => withSilentStep(w, id))
export const instead = (from: string, to: string, variant: string): Edit => settled(variant, (w) => withVariant(w, from, to))
export const ordered = (ids: readonly string[]): Edit => settled('new order', (w) => withOrder(w, ids))
export const times = (id: string, n: number): Edit => settled(`${n} times`, (w) => withChoice(w, id, { times: n }))
/** The tempo of a drill, in quarters a minute; `says` as it was typed: "♩. = 56". */
export const tempo = (id: string, n: number, says: string): Edit => settled(says, (w) => withChoice(w, id, { tempo: n }))
export const does = (id: string, seat: Seat, companion: Companion | null): Edit =>
  settled(`${seat.name}: ${companion ? COMPANION_NAMES[companion] : 'our choice again'}`, (w) => {
    const { [seat.id]: _, ...others } = w.choices[id]?.companions ?? {}
    const next = companion ? { ...others, [seat.id]: companion } : others
    return withChoice(w, id, { companions: Object.keys(next).length ? next : undefined })
  })
export const asBefore = (said = 'chosen again'): Edit => settled(said, (w) => ({ ...w, locked: [], dropped: [], order: [], steps: [] }))
