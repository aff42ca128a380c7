import type { Instrument } from './instrument'

/** Who plays a line on what: all that the mapping of a line has to know of a seat. */
export type Player = { readonly id: string; readonly name: string; readonly instrument: Instrument }
