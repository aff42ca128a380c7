import { bowingOf } from '@/core/bowing/bow'
import { handSpans } from '@/core/fingering/hands'
import type { SeatMap } from '@/core/fingering/map'
import { INSTRUMENTS } from '@/core/instruments/all'
import type { ClefName } from '@/core/music/clef'
import type { Pitch } from '@/core/music/pitch'
import type { Line, NoteEvent, Piece } from '@/core/piece/piece'

/** What a part says at a head besides its pitch. String 1 is the highest. */
export type Fingered = { readonly finger?: number; readonly string?: number; readonly open?: boolean }

/** A part as it is written out: a line of the piece as it stands, or a seat's with all that its hand does. */
export type Part = {
  readonly name: string
  /** General MIDI program (MIDI 1.0). */
  readonly midiProgram: number
  readonly clef: ClefName
  readonly line: Line
  /** Octaves from the pitch of the piece to the written one, and from the written to the sounding. */
  readonly written: number
  readonly sounding: number
  fingered(e: NoteEvent, head: number): Fingered
  /** The position that begins at an event, where the hand comes to it. */
  positionAt(id: string): string | undefined
  bowAt(e: NoteEvent): NoteEvent['bow']
}

/** A pitch as a part writes it; what would lie beyond the octaves that every format can say stays in the nearest of them. */
export function writtenPitch({ written }: Pick<Part, 'written'>, p: Pitch): Pitch {
  const octave = Math.max(0, Math.min(9, p.octave + written))
  return octave === p.octave ? p : { ...p, octave }
}

/** The program of the instrument that a part is named after; of others the first instrument's. */
const programNamed = (name: string): number => (INSTRUMENTS.find((i) => i.named.test(name)) ?? INSTRUMENTS[0]).midiProgram

/** The lines of a piece, with the fingers and strings that it was given. */
export const partsOfPiece = (piece: Piece): Part[] =>
  piece.lines.map((line) => ({
    name: line.name,
    midiProgram: programNamed(line.name),
    clef: line.clef,
    line,
    written: 0,
    sounding: 0,
    fingered: (e, head) => {
      const { givenFinger, givenString } = e.heads[head]
      return {
        ...(givenFinger !== undefined ? { finger: givenFinger } : {}),
        ...(givenString !== undefined ? { string: givenString } : {}),
      }
    },
    positionAt: () => undefined,
    bowAt: (e) => e.bow,
  }))

/** A seat's part: its octave and clef, its fingers, strings, positions, and with `bows` the bow of every stroke. */
export function partOfSeat(piece: Piece, map: SeatMap, bows: boolean): Part {
  const { instrument, line } = map
  const bowing = bowingOf(piece, line)
  const positions = new Map<string, string>()
  handSpans(map).forEach((s, i) => {
    // First position is what a part says nothing about, until the hand comes back to it.
    if (s.position !== 'I' || i > 0) positions.set(s.from.placed.event.id, s.position)
  })
  return {
    name: map.seat.name,
    midiProgram: instrument.midiProgram,
    clef: instrument.clef,
    line,
    written: map.written,
    sounding: map.octave - map.written,
    fingered: (e, head) => {
      const note = map.byEvent.get(e.id)?.find((n) => n.head === head)
      if (!note || note.held) return {}
      const { finger, string } = note.stop
      return { finger, string: instrument.strings.length - string, ...(finger === 0 ? { open: true } : {}) }
    },
    positionAt: (id) => positions.get(id),
    bowAt: (e) => {
      if (!bows) return e.bow
      const stroke = bowing.byEvent.get(e.id)
      return stroke?.events[0] === e.id ? stroke.bow : undefined
    },
  }
}
