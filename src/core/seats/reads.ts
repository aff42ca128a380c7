import type { Pitch } from '../music/pitch'
import { pitchName } from '../music/pitch'
import type { Reads } from './reads.schema'

export type { Reads } from './reads.schema'

/** More notes than any seat reads: an end to what is taken. */
export const MOST_READ = 200
export const NOTHING_READ: Reads = { sure: [], unsure: [] }

/** Whether a seat reads a note surely. */
export const readsSurely = ({ sure }: Reads, pitch: Pitch): boolean => sure.includes(pitchName(pitch))
