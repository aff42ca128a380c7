import * as z from 'zod/mini'
import { LETTERS, WRITTEN } from './pitch'

/** A spelled pitch in scientific pitch notation: C4 is middle C. `alter` in semitones, −2 (double flat) to 2. */
export const pitchSchema = z.object({
  letter: z.enum(LETTERS),
  alter: z.int().check(z.minimum(WRITTEN.alter[0]), z.maximum(WRITTEN.alter[1])),
  octave: z.int().check(z.minimum(WRITTEN.octave[0]), z.maximum(WRITTEN.octave[1])),
})
export type Pitch = Readonly<z.infer<typeof pitchSchema>>
