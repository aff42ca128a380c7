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
  moveTo,
  otherLine,
  remove,
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
} from '@/core/writing/commands'
import type { Draft } from '@/core/writing/draft'

/** The keys of the note editor, as the list under `?` shows them. */
export const WRITE_KEYS: readonly (readonly [string, string])[] = [
  ['a – g', 'a note, nearest to the last one'],
  ['Shift a – g', 'one more head on the last note'],
  ['r', 'a rest'],
  ['1 2 4 8 6 5', 'whole, half, quarter, eighth, 16th, 32nd'],
  ['.', 'dotted, or not'],
  ['3', 'the next three are a triplet'],
  ['+ − =', 'sharp, flat, natural'],
  ['↑ ↓', 'a step higher, lower'],
  ["' ,", 'an octave higher, lower'],
  ['Alt ↑ ↓', 'a half step higher, lower'],
  ['t', 'tie to the next note'],
  ['l', 'slur: begins here, ends here; over a selection at once'],
  ['v n', 'up-bow, down-bow'],
  ['← →', 'to the note before, after; Shift selects'],
  ['Home End', 'to the start, end of the measure; with Ctrl of the tune'],
  ['Backspace', 'take away the note or the selection'],
  ['Enter', 'a new measure after this one; with Shift: drop this one'],
  ['; :', 'a repeat begins, ends at this measure'],
  ['[', 'first ending, second ending, none'],
  ['o', 'the other line, A or B'],
  ['Ctrl X C V', 'cut, copy, paste'],
  ['Ctrl Z', 'undo; with Shift: do again'],
  ['Esc', 'select nothing'],
  ['?', 'this list'],
]

export const BASE_KEYS: Readonly<Record<string, Base>> = {
  '1': 'whole',
  '2': 'half',
  '4': 'quarter',
  '8': 'eighth',
  '6': '16th',
  '5': '32nd',
}

type Command = (d: Draft) => Draft
const PLAIN: Readonly<Record<string, Command>> = {
  r: typeRest,
  '.': toggleDot,
  '3': toggleTriplet,
  '+': (d) => setAlter(d, 1),
  '#': (d) => setAlter(d, 1),
  '-': (d) => setAlter(d, -1),
  '=': (d) => setAlter(d, 0),
  ArrowUp: (d) => moveSteps(d, 1),
  ArrowDown: (d) => moveSteps(d, -1),
  "'": (d) => moveOctaves(d, 1),
  ',': (d) => moveOctaves(d, -1),
  t: toggleTie,
  l: toggleSlur,
  v: (d) => setBow(d, 'up'),
  n: (d) => setBow(d, 'down'),
  Backspace: remove,
  Delete: remove,
  Enter: addMeasure,
  ';': toggleRepeatStart,
  ':': toggleRepeatEnd,
  '[': cycleEnding,
  o: otherLine,
  Escape: (d) => (d.from || d.slurFrom || d.triplet ? { ...d, from: null, slurFrom: null, triplet: 0 } : d),
}

type Pressed = { readonly key: string; readonly shiftKey: boolean; readonly altKey: boolean; readonly control: boolean }

/** The command of a key on the notes, or null when it has none here. */
export function commandOf({ key, shiftKey, altKey, control }: Pressed): Command | null {
  if (key === 'Home') return (d) => moveTo(d, control ? 'start' : 'measure start', shiftKey)
  if (key === 'End') return (d) => moveTo(d, control ? 'end' : 'measure end', shiftKey)
  if (control) return null
  if (altKey) return key === 'ArrowUp' ? (d) => moveSemitones(d, 1) : key === 'ArrowDown' ? (d) => moveSemitones(d, -1) : null
  if (key === 'ArrowLeft') return (d) => move(d, -1, shiftKey)
  if (key === 'ArrowRight') return (d) => move(d, 1, shiftKey)
  if (key === 'Enter' && shiftKey) return dropMeasure
  if (/^[a-g]$/.test(key)) return (d) => typeNote(d, key.toUpperCase() as Letter)
  if (/^[A-G]$/.test(key) && shiftKey) return (d) => addHead(d, key as Letter)
  const base = BASE_KEYS[key]
  return base ? (d) => setBase(d, base) : (PLAIN[key] ?? null)
}
