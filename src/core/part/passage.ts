import type { Stretch } from '../piece/stretch'
import type { Line, Measure, Piece } from '../piece/piece'
import { placeMeasures } from '../piece/walk'
import type { Part, PartEvent } from './part'

/** A stretch of a piece as a piece of its own: in the key and time that hold there, slurs that lie in it; what it leads out of is left out. */
export function passageOfPiece(piece: Piece, { from, to }: Stretch): Piece {
  const { key, meter } = placeMeasures(piece, piece.lines[0])[from]
  return { ...piece, key, meter, lines: piece.lines.map((l) => passageOfLine(l, { from, to })) }
}

function passageOfLine(line: Line, { from, to }: Stretch): Line {
  const measures = line.measures.slice(from, to + 1).map((m, i): Measure => {
    if (i > 0) return m
    const { key: _k, meter: _m, newLine: _n, ...first } = m
    return first
  })
  const ids = new Set(measures.flatMap((m) => m.events.map((e) => e.id)))
  return { ...line, measures, slurs: line.slurs.filter((s) => ids.has(s.from) && ids.has(s.to)) }
}

/** The same of a part, fingered as it is in the whole piece; a position that the hand has brought along is said at its beginning. */
export function passageOfPart(part: Part, { from, to }: Stretch): Part {
  const line = passageOfLine(part.line, { from, to })
  const inside = part.measures.slice(from, to + 1)
  const notes = inside.flatMap((m) => m.events.filter((e) => e.event.kind === 'note'))
  const last = notes.at(-1)?.event.id
  const ids = new Set(notes.map((e) => e.event.id))
  const brought = positionAt(part, from)
  const first = notes[0]?.event.id
  // The frame that the hand has brought along is said where a finger first plays.
  const stopped = notes.find((e) => e.heads.some((h) => h.note?.frame && !h.note.held && h.note.stop.finger > 0))
  const event = (e: PartEvent): PartEvent => {
    const said = e.event.id === first && !e.position && brought ? { ...e, position: brought.position, keeps: brought.keeps } : e
    const kept = said.keeps && !ids.has(said.keeps) ? { ...said, keeps: last } : said
    const framed =
      e === stopped ? { ...kept, frame: e.heads.find((h) => h.note?.frame && h.note.stop.finger > 0)!.note!.frame!.name } : kept
    return framed.stays ? { ...framed, stays: framed.stays.filter((s) => ids.has(s.to)) } : framed
  }
  const measures = inside.map((m, i) => ({ placed: { ...m.placed, measure: line.measures[i] }, events: m.events.map(event) }))
  return { ...part, line, measures }
}

/** The position that the hand has come to before a measure and still keeps in it; null for first position or none. */
function positionAt(part: Part, from: number): { readonly position: string; readonly keeps: string } | null {
  const before = part.measures.slice(0, from).flatMap((m) => m.events)
  const said = before.findLast((e) => e.position)
  if (!said?.position || !said.keeps || said.position === 'I') return null
  const kept = before.some((e) => e.event.id === said.keeps)
  return kept ? null : { position: said.position, keeps: said.keeps }
}
