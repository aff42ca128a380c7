import * as z from 'zod/mini'
import type { Pitch } from '../music/pitch'
import { pitchName } from '../music/pitch'

/** More notes than any seat reads: an end to what is taken. */
export const MOST_READ = 200
const notes = z.array(z.string().check(z.maxLength(6))).check(z.maxLength(MOST_READ))

/**
 * What a seat reads surely and what it does not, by the names of its notes as its part writes them ("F#4"). Hand-outs that
 * fade, the first things that are said, and the steps before a piece go by it. A note that is in neither is not known yet.
 */
export const readsSchema = z.object({ sure: notes, unsure: notes })
export type Reads = Readonly<z.infer<typeof readsSchema>>
export const NOTHING_READ: Reads = { sure: [], unsure: [] }

/** Whether a seat reads a note surely. */
export const readsSurely = ({ sure }: Reads, pitch: Pitch): boolean => sure.includes(pitchName(pitch))
