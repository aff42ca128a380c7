import { once } from '../once'
import type { Line, PieceEvent } from './piece'

/** Words over the staff that say what is struck. */
const SAID = /\b(clap|tap|slap|stamp|knock|snap|click)/i

/** What is done at each event without a pitch, by id: what the words over it or over one before it say, else a clap. */
export const struckIn = once((line: Line): ReadonlyMap<string, string> => {
  const found = new Map<string, string>()
  let word = 'clap'
  for (const m of line.measures)
    for (const e of m.events) {
      if (!isStruck(e)) continue
      word = SAID.exec(e.words ?? '')?.[1].toLowerCase() ?? word
      found.set(e.id, word)
    }
  return found
})

/** Whether an event sounds without a pitch. */
export const isStruck = (e: PieceEvent): boolean => e.kind === 'rest' && e.struck === true

/** Whether nothing at all sounds. */
export const isSilent = (e: PieceEvent): boolean => e.kind === 'rest' && !e.struck
