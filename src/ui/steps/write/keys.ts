import type { Letter } from '@/core/music/pitch'
import type { Base } from '@/core/music/time'
import {
  addHead,
  addMeasure,
  cycleEnding,
  dropMeasure,
  move,
  moveOctaves,
  moveSemitones,
  moveSteps,
  cursorTo,
  otherLine,
  remove,
  selectAll,
  setAlter,
  setBase,
  setBow,
  toggleDot,
  toggleRepeatEnd,
  toggleRepeatStart,
  toggleSlur,
  toggleTie,
  toggleTriplet,
  typeNote,
  typeRest,
  typeStruck,
} from '@/core/writing/commands'
import type { Draft } from '@/core/writing/draft'
import { each, type KeyRow } from '@/ui/kit/keys'
import type { WriteActions } from './writeStore'

/** What the keys of the note editor act on: the tune, and what is outside of it. */
type AtTune = { readonly tune: WriteActions; readonly help: () => void }

type Command = (d: Draft) => Draft
const notes =
  (command: Command) =>
  ({ tune }: AtTune): void =>
    tune.run(command)
/** Commands by chord. */
const commands = (by: Record<string, Command>): Record<string, (at: AtTune) => void> =>
  Object.fromEntries(Object.entries(by).map(([chord, command]) => [chord, notes(command)]))

/** Values by the digit that stands for them: how many of them a whole note has, but for the two smallest. */
const BASE_KEYS: Readonly<Record<string, Base>> = {
  '1': 'whole',
  '2': 'half',
  '4': 'quarter',
  '8': 'eighth',
  '6': '16th',
  '5': '32nd',
}

const letterOf = (chord: string): Letter => chord.slice(-1).toUpperCase() as Letter
const LETTERS = [...'abcdefg']

/** The keys of the note editor, as the list under `?` shows them. */
export const WRITE_KEYS: readonly KeyRow<AtTune>[] = [
  {
    keys: 'a – g',
    words: 'a note, as close as possible to the last one',
    run: each(LETTERS, (c) => notes((d) => typeNote(d, letterOf(c)))),
  },
  {
    keys: 'Shift a – g',
    words: 'add to the last note: a double stop',
    run: each(
      LETTERS.map((l) => `Shift+${l.toUpperCase()}`),
      (c) => notes((d) => addHead(d, letterOf(c))),
    ),
  },
  { keys: 'r', words: 'a rest', run: commands({ r: typeRest }) },
  { keys: 'x', words: 'a clap: something struck without a pitch', run: commands({ x: typeStruck }) },
  {
    keys: '1 2 4 8 6 5',
    words: 'whole, half, quarter, eighth, 16th, 32nd',
    run: each(Object.keys(BASE_KEYS), (c) => notes((d) => setBase(d, BASE_KEYS[c]))),
  },
  { keys: '.', words: 'dotted or not', run: commands({ '.': toggleDot }) },
  { keys: '3', words: 'the next three are a triplet', run: commands({ '3': toggleTriplet }) },
  {
    keys: '+ − =',
    words: 'sharp, flat, natural',
    run: commands({ '+': (d) => setAlter(d, 1), '#': (d) => setAlter(d, 1), '-': (d) => setAlter(d, -1), '=': (d) => setAlter(d, 0) }),
  },
  {
    keys: '↑ ↓',
    words: 'a step higher, lower',
    run: commands({ ArrowUp: (d) => moveSteps(d, 1), ArrowDown: (d) => moveSteps(d, -1) }),
  },
  { keys: "' ,", words: 'an octave higher, lower', run: commands({ "'": (d) => moveOctaves(d, 1), ',': (d) => moveOctaves(d, -1) }) },
  {
    keys: 'Alt ↑ ↓',
    words: 'a half step higher, lower',
    run: commands({ 'Alt+ArrowUp': (d) => moveSemitones(d, 1), 'Alt+ArrowDown': (d) => moveSemitones(d, -1) }),
  },
  { keys: 't', words: 'tie to the next note', run: commands({ t: toggleTie }) },
  { keys: 'l', words: 'slur: starts here, ends here. With a selection: over all of it', run: commands({ l: toggleSlur }) },
  { keys: 'v n', words: 'up-bow, down-bow', run: commands({ v: (d) => setBow(d, 'up'), n: (d) => setBow(d, 'down') }) },
  {
    keys: '← →',
    words: 'to the note before, after; Shift selects',
    run: commands({
      ArrowLeft: (d) => move(d, -1, false),
      ArrowRight: (d) => move(d, 1, false),
      'Shift+ArrowLeft': (d) => move(d, -1, true),
      'Shift+ArrowRight': (d) => move(d, 1, true),
    }),
  },
  {
    keys: 'Home End',
    words: 'to the start or end of the measure. With Ctrl: of the tune',
    run: commands({
      Home: (d) => cursorTo(d, 'measure start', false),
      End: (d) => cursorTo(d, 'measure end', false),
      'Shift+Home': (d) => cursorTo(d, 'measure start', true),
      'Shift+End': (d) => cursorTo(d, 'measure end', true),
      'Control+Home': (d) => cursorTo(d, 'start', false),
      'Control+End': (d) => cursorTo(d, 'end', false),
      'Control+Shift+Home': (d) => cursorTo(d, 'start', true),
      'Control+Shift+End': (d) => cursorTo(d, 'end', true),
    }),
  },
  { keys: 'Ctrl A', words: 'select all of the line', run: commands({ 'Control+a': selectAll }) },
  { keys: 'Backspace', words: 'delete the note or the selection', run: commands({ Backspace: remove, Delete: remove }) },
  {
    keys: 'Enter',
    words: 'a new measure after this one. With Shift: delete this one',
    run: commands({ Enter: addMeasure, 'Shift+Enter': dropMeasure }),
  },
  { keys: '; :', words: 'a repeat starts or ends at this measure', run: commands({ ';': toggleRepeatStart, ':': toggleRepeatEnd }) },
  { keys: '[', words: 'first ending, second ending, none', run: commands({ '[': cycleEnding }) },
  { keys: 'o', words: 'the other line, A or B', run: commands({ o: otherLine }) },
  {
    keys: 'Ctrl X C V',
    words: 'cut, copy, paste',
    run: {
      'Control+x': ({ tune }) => tune.cut(),
      'Control+c': ({ tune }) => tune.copy(),
      'Control+v': ({ tune }) => tune.paste(),
    },
  },
  {
    keys: 'Ctrl Z',
    words: 'undo. With Shift: redo',
    run: {
      'Control+z': ({ tune }) => tune.undo(),
      'Control+Shift+z': ({ tune }) => tune.redo(),
      'Control+y': ({ tune }) => tune.redo(),
    },
  },
  {
    keys: 'Esc',
    words: 'select nothing',
    run: commands({ Escape: (d) => (d.from || d.slurFrom || d.triplet ? { ...d, from: null, slurFrom: null, triplet: 0 } : d) }),
  },
  { keys: '?', words: 'this list', run: { '?': ({ help }) => help() } },
]
