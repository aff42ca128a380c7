import type { Frame } from '@/core/fingering/frame'
import { stringName, type Tongue } from '@/core/words/en/hands'
import type { MappedNote, SeatMap } from '@/core/fingering/map'

/** Pixels to a semitone in the small frame: touching fingers stand side by side. */
export const SEMITONE = 6.4

/** Room for the name of a string before its fingers: a letter, or a syllable. */
export const nameRoom = (string: string): number => 13 + 6 * Math.max(0, string.length - 1)

/** How wide a frame is drawn, with the name of its string. */
export const frameWidth = (frame: Frame, string: string): number => {
  const places = frame.places.filter((p) => p !== null)
  return nameRoom(string) + (Math.max(...places) - Math.min(...places)) * SEMITONE + 8
}

/** Room for a position's numeral before what follows it; none when none is said. */
export const indentFor = (position: string | null): number => (position ? position.length * 7 + 8 : 0)

/** A frame in its place; `position` is said before it when it is only a reminder. */
type Placed = { x: number; y: number; position: string | null; string: string; frame: Frame; key: number }

/** A frame that would stand farther than this from its note says nothing there; the inspector still does. */
const DRIFT = 40
/** After so many pixels the frame and position are said again, so that wherever one scrolls they are in sight. */
const AGAIN = 430

/** The numeral of a position, where its bracket begins: nothing else is drawn from `left` to `right`. */
type Numeral = { readonly at: MappedNote; readonly left: number; readonly right: number }

/** Frames along the line: where one is set or changes on its string, and again after a while. */
export function framesAlong(
  talk: Pick<Tongue, 'names'>,
  map: SeatMap,
  notes: readonly MappedNote[],
  y: number,
  xOf: (n: MappedNote) => number,
  numerals: readonly Numeral[],
): Placed[] {
  const { byLetter } = map.instrument
  const glyphs: Placed[] = []
  const said = new Map<number, { name: string; x: number }>()
  let free = -Infinity
  let ahead = 0
  notes.forEach((n, i) => {
    while (ahead < numerals.length && numerals[ahead].left <= xOf(n)) ahead++
    const numeral = ahead > 0 && numerals[ahead - 1].at === n ? numerals[ahead - 1] : null
    if (numeral) free = Math.max(free, numeral.right)
    if (!n.frame || n.held) return
    // Where half steps choose the fingers, the frame is the same on every string.
    const track = byLetter ? n.stop.string : 0
    const last = said.get(track)
    const changed = last?.name !== n.frame.name
    if (!changed && xOf(n) - last.x < AGAIN) return
    const position = !numeral && last && !changed ? n.position : null
    const x = Math.max(xOf(n) - 8, free)
    const string = byLetter ? stringName(talk, map.instrument, n.stop.string) : ''
    const end = x + indentFor(position) + frameWidth(n.frame, string)
    const next = numerals[ahead]
    if (x - xOf(n) > DRIFT || (next && end > next.left)) return
    said.set(track, { name: n.frame.name, x })
    glyphs.push({ x, y, position, string, frame: n.frame, key: i })
    free = end + 6
  })
  return glyphs
}
