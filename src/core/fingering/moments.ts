import { midiOf, type Pitch } from '../music/pitch'
import { onceIn } from '../once'
import { neighboursOf, slides } from '../piece/ornament'
import type { Line, NoteEvent, Piece } from '../piece/piece'
import { placeEvents, type PlacedEvent } from '../piece/walk'
import { ANYWHERE, type Gap } from './costs'

/** One thing the hand does: a note or chord with all that is tied on to it. */
export type Moment = {
  /** The event that is struck, then those that only hold it on. */
  readonly events: readonly [PlacedEvent, ...PlacedEvent[]]
  /** As the line writes them, low first; `order` gives the head in the event that each one is. */
  readonly pitches: readonly Pitch[]
  readonly order: readonly number[]
  /** The other notes of an ornament, as the line writes them. */
  readonly around: readonly Pitch[]
  /** It is printed as a harmonic: touched, not pressed. */
  readonly touched: boolean
  /** What lies between the moment before and this one. */
  readonly gap: Gap
}

const isNote = (p: PlacedEvent): p is PlacedEvent & { event: NoteEvent } => p.event.kind === 'note'

const samePitch = (a: Pitch, b: Pitch) => a.letter === b.letter && a.alter === b.alter && a.octave === b.octave

/** Whether every head of `next` only holds on what `last` struck. */
function holdsOn(last: NoteEvent, next: NoteEvent): boolean {
  return (
    last.heads.length === next.heads.length &&
    last.heads.every((h) => h.tie === true && next.heads.some((n) => samePitch(n.pitch, h.pitch)))
  )
}

/** The moments of a line, in written order. Made once for a line: all seats read the same. */
export const momentsOf = onceIn((piece: Piece, line: Line): readonly Moment[] => {
  const placed = placeEvents(piece, line)
  const order = new Map(placed.map((p, i) => [p.event.id, i]))
  // How many slurs cover the step from event i to event i + 1.
  const covered = new Int16Array(placed.length + 1)
  for (const s of line.slurs) {
    covered[order.get(s.from)!]++
    covered[order.get(s.to)!]--
  }
  for (let i = 1; i < covered.length; i++) covered[i] += covered[i - 1]

  type Open = { -readonly [K in keyof Moment]: Moment[K] } & { events: [PlacedEvent, ...PlacedEvent[]] }
  const slidTo = new Set(slides(line).values())
  const moments: Open[] = []
  let rest = false
  let slurred = false
  let last: NoteEvent | null = null
  placed.forEach((p, i) => {
    if (!isNote(p)) {
      rest = true
      last = null
      return
    }
    if (last && holdsOn(last, p.event)) moments[moments.length - 1].events.push(p)
    else {
      const heads = p.event.heads.map((h, n) => ({ pitch: h.pitch, n })).sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch))
      moments.push({
        events: [p],
        pitches: heads.map((h) => h.pitch),
        order: heads.map((h) => h.n),
        around: neighboursOf(p.event, p.at.key),
        touched: p.event.marks?.includes('harmonic') ?? false,
        gap: { slurred: slurred && !rest, rest, wait: ANYWHERE, ...(slidTo.has(p.event.id) ? { slid: true } : {}) },
      })
    }
    last = p.event
    rest = false
    slurred = covered[i] > 0
  })
  return moments
})
