import { bowingOf } from '../bowing/bow'
import { staysOf, type Stay } from '../fingering/down'
import { handSpans } from '../fingering/hands'
import type { MappedNote, SeatMap } from '../fingering/map'
import { INSTRUMENTS } from '../instruments/all'
import { atBarline, readHead, type BarSigns } from '../music/accidentals'
import type { ClefName } from '../music/clef'
import { midiOf, stepsOf, type Pitch } from '../music/pitch'
import type { Grace, Head, Line, NoteEvent, Piece, PieceEvent } from '../piece/piece'
import { placeEvents, placeMeasures, type PlacedEvent, type PlacedMeasure } from '../piece/walk'

/** A head of a part as it is written. */
export type PartHead = {
  /** Its index in the event, and what the event says of it. */
  readonly head: number
  readonly of: Head
  /** As the part writes it, and whether its sign is printed before it. */
  readonly pitch: Pitch
  readonly sign: boolean
  /** It only holds on what was struck before. */
  readonly held: boolean
  /** What the hand does for it; null in a part that is not mapped, and for what is out of reach. */
  readonly note: MappedNote | null
  /** What is written at it: of a mapped part what the hand does, else what the file gave. Strings count from 1, the highest. */
  readonly finger?: number
  readonly string?: number
  /** An open string that the hand plays. */
  readonly open?: true
}

/** An event of a part in its place. */
export type PartEvent = {
  readonly placed: PlacedEvent
  readonly event: PieceEvent
  /** In the order in which the event lists them; none for a rest. */
  readonly heads: readonly PartHead[]
  /** Grace notes before it, at the pitches that the part writes. */
  readonly graces: readonly Grace[]
  /** The bow that is written at it. */
  readonly bow?: 'down' | 'up'
  /** The position that is said here, and the event up to which the hand keeps it. */
  readonly position?: string
  readonly keeps?: string
  /** The frame of the hand, where it is another than at the note before. */
  readonly frame?: string
  /** Fingers that play here and stay down to be played again, and the event at which they are. */
  readonly stays?: readonly Stay[]
}

/**
 * A seat's page: what is written for it, mapped or not. The engraver, every writer and every printed page read this.
 */
export type Part = {
  /** The seat's id, or {@link TUNE} of a line as it stands in the piece. */
  readonly id: string
  readonly name: string
  readonly clef: ClefName
  /** General MIDI program (MIDI 1.0). */
  readonly midiProgram: number
  readonly line: Line
  /** Octaves from the pitch of the piece to the written one, and from the written to the sounding. */
  readonly written: number
  readonly sounding: number
  readonly map: SeatMap | null
  readonly measures: readonly { readonly placed: PlacedMeasure; readonly events: readonly PartEvent[] }[]
}

/** What stands in place of a seat's id in a line of the piece as it is written. */
export const TUNE = 'tune'

/** A pitch as a part writes it; what would lie beyond the octaves that every format can say stays in the nearest of them. */
export function writtenPitch({ written }: Pick<Part, 'written'>, p: Pitch): Pitch {
  const octave = Math.max(0, Math.min(9, p.octave + written))
  return octave === p.octave ? p : { ...p, octave }
}

/** Octaves from the pitch of the piece to the sounding one. */
export const soundingOctave = ({ written, sounding }: Pick<Part, 'written' | 'sounding'>): number => written + sounding

/** What is written at heads, and at events, of a part. */
type Writing = {
  readonly headOf: (e: NoteEvent, head: number) => Pick<PartHead, 'note' | 'finger' | 'string' | 'open'>
  readonly atEvent: (e: PieceEvent) => Pick<PartEvent, 'bow' | 'position' | 'keeps' | 'frame' | 'stays'>
}

type Frame = Omit<Part, 'measures'>

/** The measures of a part: which heads show their sign and which hold on is found once, for all who write it. */
function withMeasures(piece: Piece, frame: Frame, { headOf, atEvent }: Writing): Part {
  const events: PartEvent[][] = frame.line.measures.map(() => [])
  let tied = new Set<number>()
  let signs: BarSigns = atBarline
  let measure = -1
  for (const placed of placeEvents(piece, frame.line)) {
    const { event, at } = placed
    if (at.index !== measure) {
      signs = atBarline
      measure = at.index
    }
    if (event.kind === 'rest') {
      tied = new Set()
      events[at.index].push({ placed, event, heads: [], graces: [], ...atEvent(event) })
      continue
    }
    const heads = event.heads.map((of, head): PartHead => {
      const pitch = writtenPitch(frame, of.pitch)
      const held = tied.has(stepsOf(pitch))
      const shown = readHead(signs, at.key, pitch, held)
      signs = shown.signs
      return { head, of, pitch, sign: shown.sign, held, ...headOf(event, head) }
    })
    tied = new Set(heads.filter((h) => h.of.tie).map((h) => stepsOf(h.pitch)))
    const graces = (event.graces ?? []).map((g) => ({ ...g, heads: g.heads.map((h) => ({ ...h, pitch: writtenPitch(frame, h.pitch) })) }))
    events[at.index].push({ placed, event, heads, graces, ...atEvent(event) })
  }
  const measures = placeMeasures(piece, frame.line).map((placed, i) => ({ placed, events: events[i] }))
  return { ...frame, measures }
}

const defined = <T extends object>(values: T): T => Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as T

/** The program of the instrument that a part is named after; of others the first instrument's. */
const programNamed = (name: string): number => (INSTRUMENTS.find((i) => i.named.test(name)) ?? INSTRUMENTS[0]).midiProgram

/** The lines of a piece as they are written, with the fingers and strings that it was given. */
export const partsOfPiece = (piece: Piece): Part[] =>
  piece.lines.map((line) =>
    withMeasures(
      piece,
      { id: TUNE, name: line.name, clef: line.clef, midiProgram: programNamed(line.name), line, written: 0, sounding: 0, map: null },
      {
        headOf: (e, head) => ({ note: null, ...defined({ finger: e.heads[head].givenFinger, string: e.heads[head].givenString }) }),
        atEvent: (e) => (e.kind === 'note' ? defined({ bow: e.bow }) : {}),
      },
    ),
  )

/** A seat's part: its octave and clef, its fingers, strings and positions, and with `bows` the bow of every stroke. */
export function partOfSeat(piece: Piece, map: SeatMap, bows: boolean): Part {
  const { instrument, line, seat } = map
  const bowing = bowingOf(piece, line)
  const positions = new Map<string, Pick<PartEvent, 'position' | 'keeps'>>()
  handSpans(map).forEach((s, i) => {
    // First position is what a part says nothing about, until the hand comes back to it.
    if (s.position !== 'I' || i > 0) positions.set(s.from.placed.event.id, { position: s.position, keeps: s.to.placed.event.id })
  })
  const frames = framesOf(map)
  const stays = staysOf(map)
  const bowAt = (e: NoteEvent): NoteEvent['bow'] => {
    if (!bows) return e.bow
    const stroke = bowing.byEvent.get(e.id)
    return stroke?.events[0] === e.id ? stroke.bow : undefined
  }
  return withMeasures(
    piece,
    {
      id: seat.id,
      name: seat.name,
      clef: instrument.clef,
      midiProgram: instrument.midiProgram,
      line,
      written: map.written,
      sounding: map.octave - map.written,
      map,
    },
    {
      headOf: (e, head) => {
        const note = map.byEvent.get(e.id)?.find((n) => n.head === head) ?? null
        if (!note || note.held) return { note }
        const { finger, string } = note.stop
        return { note, finger, string: instrument.strings.length - string, ...(finger === 0 ? { open: true } : {}) }
      },
      atEvent: (e) => ({
        ...positions.get(e.id),
        ...defined({ frame: frames.get(e.id), stays: stays.get(e.id) }),
        ...(e.kind === 'note' ? defined({ bow: bowAt(e) }) : {}),
      }),
    },
  )
}

/** Where the frame of the hand is another than at the stopped note before, by event. */
function framesOf(map: SeatMap): ReadonlyMap<string, string> {
  const found = new Map<string, string>()
  let last: string | null = null
  for (const n of map.notes) {
    if (n.held || n.stop.finger === 0 || !n.frame) continue
    if (n.frame.name !== last) found.set(n.placed.event.id, n.frame.name)
    last = n.frame.name
  }
  return found
}

/** The heads of an event from low to high. */
export const lowFirst = (heads: readonly PartHead[]): PartHead[] => [...heads].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch))
