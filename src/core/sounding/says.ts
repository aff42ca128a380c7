import { capital } from '../names'
import type { Stretch } from '../piece/stretch'
import { sayMeasure, sayStretch } from '../piece/address'
import type { Line } from '../piece/piece'

/** What is being played: a stretch of measures by index, or (null) everything. */
export const sayPlays = (line: Line, over: Stretch | null): string =>
  over ? `Plays ${sayStretch(line, over.from, over.to)}.` : 'Plays all of it.'

/** What would be played: the passage that is picked, else from the measure that is picked to the end. Measures by index. */
export function sayWouldPlay(line: Line, passage: Stretch | null, from: number): string {
  if (passage) return `${capital(sayStretch(line, passage.from, passage.to))}: the picked passage.`
  if (from === 0) return 'From the beginning. Pick a passage below to play just that.'
  const last = line.measures.length - 1
  return `From ${sayMeasure(line, from)} ${from < last ? 'to the end' : 'only, as it is the last'}.`
}
