import { chosenAt } from './solve'
import { FIRST, positionKey } from '../instruments/instrument'
import type { Hold } from '../hands/hold'
import type { SeatMap } from './map'
import type { Pin } from './pins'

/** What a teacher tells the hand at a note: stay where it was before, go back to first position, be already where it goes next. */
export const HAND_COMMANDS = ['stay', 'home', 'enter'] as const
export type HandCommand = (typeof HAND_COMMANDS)[number]

/** How many notes ahead the place is looked for that a hand goes to next. */
const LOOK = 24

/** The pin that a command is at a column, with the position that it asks for; null where it asks for nothing that can be. */
export function handPin(map: SeatMap, column: number, command: HandCommand): { readonly pin: Pin; readonly position: string } | null {
  const { columns } = map.solution
  const here = columns[column]
  const holdAt = (i: number): Hold => chosenAt(map.solution, i)
  if (here === undefined) return null
  const wanted = positionFor(command, column, columns.length, holdAt)
  const fits = wanted !== null && here.all.some((h) => !h.open && h.position === wanted)
  // An open string needs no place of the hand; whoever asks for one means a finger.
  if (!fits || (!holdAt(column).open && holdAt(column).position === wanted)) return null
  const { positions } = map.instrument
  return { pin: { position: positions[wanted].name, base: positions[wanted].base }, position: positionKey(positions[wanted]) }
}

/** Index of the position that is meant; null when there is none. */
function positionFor(command: HandCommand, column: number, count: number, holdAt: (i: number) => Hold): number | null {
  const here = holdAt(column)
  switch (command) {
    case 'home':
      return here.open || here.position === FIRST ? null : FIRST
    case 'stay':
      for (let i = column - 1; i >= 0; i--) if (!holdAt(i).open) return holdAt(i).position === FIRST ? null : holdAt(i).position
      return null
    case 'enter':
      for (let i = column + 1; i < Math.min(count, column + LOOK); i++) {
        const h = holdAt(i)
        if (!h.open && h.position !== FIRST && (here.open || h.position !== here.position)) return h.position
      }
      return null
  }
}
