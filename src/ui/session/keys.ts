import { THUMB } from '@/core/instruments/instrument'
import { lineStartAt } from './edits'
import { each, type KeyRow } from '@/ui/kit/keys'
import type { Desk } from './deskStore'
import { pickedNotes } from './selectors'

/** What the keys of the desk act on: the desk, and what is outside of it. */
type AtDesk = { readonly desk: Desk; readonly find: () => void; readonly help: () => void }

/** To the measure so many before or after the picked one. */
function toMeasure({ timeline, moment, pick }: Desk, by: number): void {
  const at = timeline[moment]?.first.at.index ?? 0
  const there = timeline.findIndex((b) => b.first.at.index === at + by)
  if (there >= 0) pick(there)
}

function lift(desk: Desk): void {
  const note = pickedNotes(desk, desk.seat)[0]
  if (note) desk.lift(desk.seat, note)
}

function toggleLine({ timeline, moment, ensemble, seat, edit }: Desk): void {
  const at = timeline[moment]?.first.at.index
  if (at !== undefined) edit(lineStartAt(ensemble[seat].line, at), 'The first measure starts a line anyway')
}

const LETTERS = [...'abcdefg']

/** The keys of the desk, as the list under `?` shows them. */
export const DESK_KEYS: readonly KeyRow<AtDesk>[] = [
  {
    keys: '← →',
    words: 'note before, after',
    run: { ArrowLeft: ({ desk }) => desk.step(-1), ArrowRight: ({ desk }) => desk.step(1) },
  },
  {
    keys: 'Ctrl ← →',
    words: 'measure before, after',
    run: { 'Control+ArrowLeft': ({ desk }) => toMeasure(desk, -1), 'Control+ArrowRight': ({ desk }) => toMeasure(desk, 1) },
  },
  {
    keys: 'Shift ← →',
    words: 'pick a passage, measure by measure. Esc: the whole piece, or close the choices',
    run: {
      'Shift+ArrowLeft': ({ desk }) => desk.stretchPassage(-1),
      'Shift+ArrowRight': ({ desk }) => desk.stretchPassage(1),
      Escape: ({ desk }) => (desk.choices ? desk.toggleChoices() : desk.setPassage(null)),
    },
  },
  {
    keys: '↑ ↓',
    words: 'seat above, below',
    run: { ArrowUp: ({ desk }) => desk.stepSeat(-1), ArrowDown: ({ desk }) => desk.stepSeat(1) },
  },
  {
    keys: '0 – 4',
    words: 'pin this finger at the picked note',
    run: each(
      [...'01234'],
      (c) =>
        ({ desk }) =>
          desk.pinFinger(Number(c)),
    ),
  },
  {
    keys: 'Shift T',
    words: 'pin the thumb at the picked note, where the hand has it',
    run: { 'Shift+T': ({ desk }) => desk.pinFinger(THUMB) },
  },
  {
    keys: 'letter of a string',
    words: 'pin the note to that string',
    run: each(
      [...LETTERS, ...LETTERS.map((l) => `Shift+${l.toUpperCase()}`)],
      (c) =>
        ({ desk }) =>
          desk.pinString(c.slice(-1).toUpperCase()),
    ),
  },
  { keys: 's', words: 'stay here in the position before', run: { s: ({ desk }) => desk.tellHand('stay') } },
  { keys: 'h', words: 'back to first position here', run: { h: ({ desk }) => desk.tellHand('home') } },
  { keys: 'n', words: 'be in the next position already here', run: { n: ({ desk }) => desk.tellHand('enter') } },
  {
    keys: 'i',
    words: 'the next position from here on, until there’s a reason to shift',
    run: { i: ({ desk }) => desk.tellHand('next') },
  },
  {
    keys: '+ −',
    words: 'hold the pinned position one note longer, one note shorter',
    run: { '+': ({ desk }) => desk.holdPlace(1), 'Shift++': ({ desk }) => desk.holdPlace(1), '-': ({ desk }) => desk.holdPlace(-1) },
  },
  { keys: 'Delete', words: 'take the pin away', run: { Delete: ({ desk }) => lift(desk), Backspace: ({ desk }) => lift(desk) } },
  {
    keys: '. ,',
    words: 'next place to watch, the one before',
    run: { '.': ({ desk }) => desk.nextSpot(), ',': ({ desk }) => desk.nextSpot(-1) },
  },
  { keys: 'l', words: 'a printed line starts at this measure, or not', run: { l: ({ desk }) => toggleLine(desk) } },
  { keys: 'o', words: 'only this seat’s row, or all', run: { o: ({ desk }) => desk.toggleAlone() } },
  { keys: '/', words: 'go to a measure', run: { '/': ({ find }) => find() } },
  { keys: 'Ctrl Z', words: 'undo', run: { 'Control+z': ({ desk }) => desk.undo() } },
  {
    keys: 'Ctrl Shift Z',
    words: 'redo',
    run: { 'Control+Shift+z': ({ desk }) => desk.redo(), 'Control+y': ({ desk }) => desk.redo() },
  },
  { keys: '?', words: 'this list', run: { '?': ({ help }) => help() } },
]
