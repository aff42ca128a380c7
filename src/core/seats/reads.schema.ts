import * as z from 'zod/mini'
import { MOST_READ } from './reads'

const notes = z.array(z.string().check(z.maxLength(6))).check(z.maxLength(MOST_READ))

/**
 * What a seat reads surely and what it does not, by the names of its notes as its part writes them ("F#4"). Hand-outs that
 * fade, the first things that are said, and the steps before a piece go by it. A note that is in neither is not known yet.
 */
export const readsSchema = z.object({ sure: notes, unsure: notes })
export type Reads = Readonly<z.infer<typeof readsSchema>>
