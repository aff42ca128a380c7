import { sayList } from '../names'
import { count } from '../count'
import type { MappedNote, SeatMap } from './map'

/** What changes in the hand where a string's frame becomes another: fingers that move, with half steps up positive, and those that stay. */
export type FrameChange = {
  readonly moves: readonly { readonly finger: number; readonly by: number }[]
  readonly stay: readonly number[]
  /** Neighbouring fingers that now lie a half step apart, and the two that have come further apart. */
  readonly touch: readonly string[]
  readonly gap: string | null
}

/**
 * How the frame of a note differs from the one in which the hand last stood on this string, in the same position; null where
 * it is the same, or the hand has not been there. Common practice: the finger that did not move is the one to check.
 */
export function frameChangeAt(map: SeatMap, note: MappedNote): FrameChange | null {
  if (!note.frame || note.chord) return null
  const at = map.notes.indexOf(note)
  for (let i = at - 1; i >= 0; i--) {
    const before = map.notes[i]
    if (!before.frame) continue
    if (before.hold.position !== note.hold.position) return null
    if (before.stop.string !== note.stop.string) continue
    return changeBetween(before.frame.places, note.frame.places)
  }
  return null
}

type Places = readonly (number | null)[]

function changeBetween(from: Places, to: Places): FrameChange | null {
  const fingers = [1, 2, 3, 4].filter((f) => from[f - 1] !== null && to[f - 1] !== null)
  const by = (f: number) => to[f - 1]! - from[f - 1]!
  const moves = fingers.filter((f) => by(f) !== 0).map((finger) => ({ finger, by: by(finger) }))
  if (moves.length === 0) return null
  const pairs = fingers.slice(1).map((f, i) => {
    const lower = fingers[i]
    const apart = (of: Places) => of[f - 1]! - of[lower - 1]!
    return { name: `${lower} and ${f}`, apart: apart(to), wider: apart(to) - apart(from) }
  })
  const opened = pairs.filter((p) => p.wider > 0)
  return {
    moves,
    stay: fingers.filter((f) => by(f) === 0),
    touch: pairs.filter((p) => p.apart === 1).map((p) => p.name),
    gap: opened.length ? opened.reduce((a, b) => (b.apart > a.apart ? b : a)).name : null,
  }
}

/** "2 goes up a half step. 1, 3 and 4 stay put. Now 2 and 3 touch. The gap is between 1 and 2." */
export function sayFrameChange({ moves, stay, touch, gap }: FrameChange): string {
  const [first] = moves
  const together = moves.every((m) => m.by === first.by)
  const step = (by: number) => `${by > 0 ? 'up' : 'down'} ${Math.abs(by) === 1 ? 'a half step' : count(Math.abs(by), 'half step')}`
  const gone = together
    ? `${sayList(moves.map((m) => `${m.finger}`))} ${moves.length > 1 ? 'go' : 'goes'} ${step(first.by)}`
    : sayList(moves.map((m) => `${m.finger} goes ${step(m.by)}`))
  const stays = stay.length ? `. ${sayList(stay.map(String))} ${stay.length > 1 ? 'stay' : 'stays'} put` : ''
  const now = [touch.length ? `now ${touch.join(', ')} touch` : '', gap ? `the gap is between ${gap}` : ''].filter(Boolean)
  const tail = now.join('. ').replace(/\. (.)/, (_, c: string) => `. ${c.toUpperCase()}`)
  return `${gone}${stays}.${tail ? ` ${tail[0].toUpperCase()}${tail.slice(1)}.` : ''}`
}
