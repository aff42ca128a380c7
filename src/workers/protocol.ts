import { z } from 'zod'
import type { Seat } from '@/core/hands/instruments'
import { pieceSchema } from '@/core/piece/piece'
import { classSettingsSchema } from '@/core/seats/class'
import { planSchema } from '@/core/seats/plan'
import type { Rescue } from '@/core/seats/rescue'
import type { Scored, SearchSpace } from '@/core/seats/search'
import type { Comparison } from '@/formats/midi/compare'
import type { MidiChoices } from '@/formats/midi/read'
import type { Item } from '@/formats/read'

/** What crosses to the engraving worker: the score, the width of the column in pixels, the scale in percent. */
export const systemsRequest = z.object({
  mei: z.string().max(20_000_000),
  width: z.number().min(200).max(6000),
  scale: z.number().min(10).max(100),
})
export type SystemsRequest = z.infer<typeof systemsRequest>

/** The worker's face. */
export type Engraver = { systems(request: SystemsRequest): Promise<string[]> }

/** A file to be read, and for MIDI how it is to be written down. */
export type ReadRequest = { readonly name: string; readonly bytes: Uint8Array; readonly midi?: MidiChoices }

/** The reading worker's face. */
export type FileReader = {
  read(request: ReadRequest): Item[]
  /** What putting a MIDI file on the grid does to its first beats. */
  compare(request: ReadRequest): Comparison | null
}

/** A piece, what has been decided about it, and its class: what is to be weighed. */
export const weighRequest = z.object({ piece: pieceSchema, plan: planSchema, klass: classSettingsSchema })
export type WeighRequest = z.infer<typeof weighRequest>

/** Called after each key with what it came to; keys done and in all. */
export type OnKey = (found: Scored[], done: number, of: number) => void

/** The weighing worker's face. A search is stopped by ending the worker. */
export type Weigher = {
  search(request: WeighRequest, space: SearchSpace, onKey: OnKey): Promise<void>
  rescues(request: WeighRequest, seat: Seat, index: number): Rescue[]
}
