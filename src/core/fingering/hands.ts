import type { Frame } from './frame'
import type { MappedNote, SeatMap } from './map'

/** The hand in one position over a stretch of notes. It may play on several strings and change its frame within. */
type HandSpan = {
  readonly position: string
  /** First and last note it holds (open strings between count, open strings at the ends do not). */
  readonly from: MappedNote
  readonly to: MappedNote
  /** Where the frame on a string is first set or changes. */
  readonly frames: readonly { readonly at: MappedNote; readonly frame: Frame }[]
}

/** The hand brackets of a seat: a shift begins a new one. */
export function handSpans(map: SeatMap): HandSpan[] {
  const spans: HandSpan[] = []
  let current: {
    position: string
    index: number
    from: MappedNote
    to: MappedNote
    frames: { at: MappedNote; frame: Frame }[]
    onString: Map<number, string>
  } | null = null
  for (const n of map.notes) {
    if (n.stop.finger === 0 || n.held) {
      if (n.held && n.stop.finger > 0 && current) current.to = n
      continue
    }
    if (!current || current.index !== n.hold.position) {
      current = { position: n.position!, index: n.hold.position, from: n, to: n, frames: [], onString: new Map() }
      spans.push(current)
    }
    current.to = n
    const frame = n.frame!
    if (current.onString.get(n.stop.string) !== frame.name) {
      current.onString.set(n.stop.string, frame.name)
      current.frames.push({ at: n, frame })
    }
  }
  return spans
}
