import { z } from 'zod'
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
