import type { Key } from '../music/key'
import { intervalFor, transposed, transposedKey, type Interval } from '../music/interval'
import { pitchAt, stepsOf, type Pitch } from '../music/pitch'
import type { Head, Line, NoteEvent, Piece, PieceEvent } from './piece'
import type { Ornament } from './piece.schema'

/** Half steps that a piece is moved at the most, to come into another key: up to a tritone, upwards. */
const FARTHEST = 6

/** The interval that brings a signature to another, by the nearest way up or down (a tritone: up). */
export function intervalTo(from: number, to: number): Interval {
  const change = to - from
  let semitones = (((7 * change) % 12) + 12) % 12
  if (semitones > FARTHEST) semitones -= 12
  return { semitones, steps: (7 * semitones - change) / 12 }
}

/** A signature inside seven signs that sounds the same. */
function wrapped(fifths: number): number {
  return fifths > 7 ? fifths - 12 : fifths < -7 ? fifths + 12 : fifths
}

/** A piece moved, and how many fingers and strings that a file gave were dropped: they belong to the old notes. */
type Moved = { readonly piece: Piece; readonly dropped: number }

/**
 * The piece in another signature, every key change moved along and spelled by its own key. Null when a note would leave the
 * range of pitches.
 */
export function inSignature(piece: Piece, fifths: number): Moved | null {
  if (fifths === piece.key.fifths) return { piece, dropped: 0 }
  return transposedPiece(piece, intervalTo(piece.key.fifths, fifths).semitones, fifths - piece.key.fifths)
}

/** The piece moved by half steps, into the nearest signature for it. Null when a note would leave the range of pitches. */
export function bySemitones(piece: Piece, semitones: number): Moved | null {
  return semitones === 0 ? { piece, dropped: 0 } : transposedPiece(piece, semitones, fifthsFor(piece, semitones))
}

/** The same as it is read on strings that lie so many half steps elsewhere: fingers and strings that a file gave stay, for they lie there too. */
export function onOtherStrings(piece: Piece, semitones: number): Piece | null {
  return semitones === 0 ? piece : (transposedPiece(piece, semitones, fifthsFor(piece, semitones), true)?.piece ?? null)
}

const fifthsFor = ({ key }: Piece, semitones: number): number => transposedKey(key, intervalFor(semitones, key)).fifths - key.fifths

/**
 * Everything that has a pitch moved by half steps, heads and grace notes, and every signature by so many fifths (which must
 * fit the half steps); each note is spelled by the key in force. `keeps`: also the fingers and strings that a file gave.
 */
function transposedPiece(piece: Piece, semitones: number, fifths: number, keeps = false): Moved | null {
  let dropped = 0
  let inRange = true
  const movedKey = (key: Key): Key => ({ ...key, fifths: wrapped(key.fifths + fifths) })
  const by = (key: Key): Interval => ({ semitones, steps: (7 * semitones - (movedKey(key).fifths - key.fifths)) / 12 })
  const moved = (p: Pitch, interval: Interval): Pitch => {
    const there = transposed(p, interval)
    if (there.octave < -1 || there.octave > 9) inRange = false
    return there
  }
  const head = (whole: Head, interval: Interval): Head => {
    if (keeps) return { ...whole, pitch: moved(whole.pitch, interval) }
    const { givenFinger, givenString, ...h } = whole
    if (givenFinger !== undefined || givenString !== undefined) dropped++
    return { ...h, pitch: moved(h.pitch, interval) }
  }
  /** A small sign over an ornament is that of a neighbour, which moves as the note does. */
  const ornament = (e: NoteEvent, interval: Interval): Ornament => {
    const { kind, ...signs } = e.ornament!
    const top = Math.max(...e.heads.map((h) => stepsOf(h.pitch)))
    const sign = (side: 'upper' | 'lower', by: number): Partial<Ornament> =>
      signs[side] === undefined ? {} : { [side]: transposed(pitchAt(top + by, signs[side]), interval).alter }
    return { kind, ...sign('upper', 1), ...sign('lower', -1) }
  }
  const event = (e: PieceEvent, interval: Interval): PieceEvent =>
    e.kind === 'rest'
      ? e
      : {
          ...e,
          heads: e.heads.map((h) => head(h, interval)),
          ...(e.ornament ? { ornament: ornament(e, interval) } : {}),
          ...(e.graces
            ? { graces: e.graces.map((g) => ({ ...g, heads: g.heads.map((h) => ({ pitch: moved(h.pitch, interval) })) })) }
            : {}),
        }
  const line = (l: Line): Line => {
    let { key } = piece
    const measures = l.measures.map((m) => {
      key = m.key ?? key
      const interval = by(key)
      return { ...m, ...(m.key ? { key: movedKey(m.key) } : {}), events: m.events.map((e) => event(e, interval)) }
    })
    return { ...l, measures }
  }
  const next: Piece = { ...piece, key: movedKey(piece.key), lines: piece.lines.map(line) }
  return inRange ? { piece: next, dropped } : null
}
