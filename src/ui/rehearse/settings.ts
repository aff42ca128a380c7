import * as z from 'zod/mini'
import { TUNING } from '@/core/sounding/sounding'

const part = z.number().check(z.minimum(0), z.maximum(1))

/** How this browser sounds and counts: kept in it, for every piece. */
export const soundSchema = z.object({
  /** Volume of everything: moderate until it is changed. */
  level: part,
  a4: z.number().check(z.minimum(TUNING.lowest), z.maximum(TUNING.highest)),
  click: z.boolean(),
  /** Eighths are counted and struck. */
  parts: z.boolean(),
  /** Measures played before the class enters. */
  introduction: z.int().check(z.minimum(0), z.maximum(8)),
  /** Beats between one time and the next. */
  breath: z.int().check(z.minimum(0), z.maximum(8)),
})
export type SoundSettings = Readonly<z.infer<typeof soundSchema>>

export const USUAL_SOUND: SoundSettings = { level: 0.5, a4: TUNING.usual, click: true, parts: false, introduction: 0, breath: 2 }

const KEPT = 'even-seat sound'

/** What this browser kept; what cannot be read counts as nothing kept. */
export function keptSound(): SoundSettings {
  try {
    return soundSchema.parse(JSON.parse(localStorage.getItem(KEPT) ?? ''))
  } catch {
    return USUAL_SOUND
  }
}

/** Keeps them; where the browser keeps nothing they hold for this page. */
export function keepSound(s: SoundSettings): void {
  try {
    localStorage.setItem(KEPT, JSON.stringify(s))
  } catch {
    // Nothing is lost but the choice.
  }
}
