import * as z from 'zod/mini'
import type { SeatId } from '@/core/seats/seat'
import { pieceSchema } from '@/core/piece/piece'
import { classSettingsSchema } from '@/core/seats/class'
import { planSchema } from '@/core/seats/plan'
import type { Rescue } from '@/core/seats/rescue'
import { searchSpaceSchema, type Scored } from '@/core/seats/search'
import type { Comparison } from '@/formats/midi/compare'
import type { MidiChoices } from '@/formats/midi/read'
import type { Item } from '@/formats/read'

/** What crosses to the engraving worker: the score, the width of the column in pixels, the scale in percent. */
export const systemsRequest = z.object({
  mei: z.string().check(z.maxLength(20_000_000)),
  width: z.number().check(z.minimum(200), z.maximum(6000)),
  scale: z.number().check(z.minimum(10), z.maximum(100)),
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

/** The same with what is to be tried. */
export const searchRequest = z.extend(weighRequest, { space: searchSpaceSchema })
export type SearchRequest = z.infer<typeof searchRequest>

/** The weighing worker's face. */
export type Weigher = {
  /** Gets ready for a search: every signature found after it is of this request. */
  prepare(request: SearchRequest): void
  /** The best settings of one signature, best first. */
  find(fifths: number): Scored[]
  rescues(request: WeighRequest, seat: SeatId, index: number): Rescue[]
}
