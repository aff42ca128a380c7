import { bySemitones } from '../piece/transpose'
import type { Key } from '../music/key'
import { alterIn } from '../music/key'
import type { Letter, Pitch } from '../music/pitch'
import { byOctaves, midiOf, pitchAt, stepsOf } from '../music/pitch'
import { pitchSchema } from '../music/pitch.schema'
import { spelled } from '../music/spell'
import type { Base } from '../music/time'
import { MOST_LINES, type Head, type Line, type Measure, type NoteEvent, type PieceEvent } from '../piece/piece'
import { placeMeasures } from '../piece/walk'
import {
  changeMeant,
  changeNotes,
  emptyMeasure,
  insert,
  draftLine,
  meant,
  onward,
  pitchAbove,
  pitchNear,
  renumbered,
  span,
  valueAt,
  withMeasureAt,
  withMeasures,
  type Draft,
  type CaretPlace,
} from './draft'

/** Types a note: the letter nearest to the last one, as long as the next note is to be. */
export function typeNote(before: Draft, letter: Letter): Draft {
  // A full measure is left first: its signs hold no longer.
  const d = onward(before)
  return typed(d, { kind: 'note', id: '', value: valueAt(d), heads: [{ pitch: pitchNear(d, letter) }] })
}

export const typeRest = (d: Draft): Draft => typed(d, { kind: 'rest', id: '', value: valueAt(d) })

/** Types something that is struck without a pitch: a clap. */
export const typeStruck = (d: Draft): Draft => typed(d, { kind: 'rest', id: '', value: valueAt(d), struck: true })

function typed(d: Draft, event: PieceEvent): Draft {
  const mark = d.triplet === 3 ? ({ tuplet: 'start' } as const) : d.triplet === 1 ? ({ tuplet: 'stop' } as const) : {}
  const after = insert(d, { ...event, ...mark })
  return { ...after, triplet: Math.max(0, d.triplet - 1) }
}

/** Puts another head on the last note: the letter above its top one. */
export function addHead(d: Draft, letter: Letter): Draft {
  return changeNotes({ ...d, from: null }, (e) => {
    const top = Math.max(...e.heads.map((h) => stepsOf(h.pitch)))
    return e.heads.length >= 8 ? e : { ...e, heads: [...e.heads, { pitch: pitchAbove(d, letter, top) }] }
  })
}

/** Sets the length of the next notes, and of what is selected. */
export function setBase(d: Draft, base: Base): Draft {
  const next = { ...d, base, dots: 0 }
  return d.from
    ? changeMeant(
        next,
        (e) => ({ ...e, value: { ...e.value, base, dots: 0 }, ...(e.kind === 'rest' ? { wholeMeasure: undefined } : {}) }) as PieceEvent,
      )
    : next
}

/** Puts a dot to the selected notes or to the next ones, or takes it away. */
export function toggleDot(d: Draft): Draft {
  const dots = d.dots ? 0 : 1
  const next = { ...d, dots }
  return d.from ? changeMeant(next, (e) => (e.value.tuplet ? e : { ...e, value: { ...e.value, dots } })) : next
}

/** The next three notes are a triplet, or no more. */
export const toggleTriplet = (d: Draft): Draft => ({ ...d, triplet: d.triplet ? 0 : 3 })

const moved = (d: Draft, move: (p: Pitch, key: Key) => Pitch): Draft => {
  const s = span(d)
  if (!s) return d
  const keys = placeMeasures(d.piece, draftLine(d)).map((m) => m.key)
  const where = new Map(draftLine(d).measures.flatMap((m, i) => m.events.map((e) => [e.id, i] as const)))
  return changeNotes(d, (e) => {
    const heads = e.heads.map((h): Head => ({ ...h, pitch: move(h.pitch, keys[where.get(e.id)!]) }))
    return heads.every((h) => pitchSchema.safeParse(h.pitch).success) ? { ...e, heads } : e
  })
}

/** Raises, lowers or makes natural what is meant; the same sign again gives the note of the signature back. */
export const setAlter = (d: Draft, alter: number): Draft =>
  moved(d, (p, key) => ({ ...p, alter: p.alter === alter ? alterIn(key, p.letter) : alter }))

/** Moves what is meant by letters, each as the signature has it. */
export const moveSteps = (d: Draft, by: number): Draft =>
  moved(d, (p, key) => {
    const to = pitchAt(stepsOf(p) + by, 0)
    return { ...to, alter: alterIn(key, to.letter) }
  })

export const moveOctaves = (d: Draft, by: number): Draft => moved(d, (p) => byOctaves(p, by))

/** Moves what is meant by half steps: to the notes of the signature, else raised on the way up and lowered on the way down. */
export const moveSemitones = (d: Draft, by: number): Draft =>
  moved(d, (p, key) => {
    const to = midiOf(p) + by
    return spelled([to, to + Math.sign(by)], key)[0]
  })

/** Ties what is meant to the next note, or unties it. */
export const toggleTie = (d: Draft): Draft =>
  changeNotes(d, (e) => {
    const on = e.heads.some((h) => h.tie)
    return { ...e, heads: e.heads.map(({ tie: _, ...h }): Head => (on ? h : { ...h, tie: true })) }
  })

/** A slur over the selection; without one it begins at the last note and, pressed again, ends there. A slur that is there goes. */
export function toggleSlur(d: Draft): Draft {
  const notes = meant(d).filter((e) => e.kind === 'note')
  const last = notes.at(-1)
  if (!last) return d
  const line = draftLine(d)
  const put = (slurs: Line['slurs']): Draft => ({
    ...d,
    slurFrom: null,
    piece: { ...d.piece, lines: d.piece.lines.map((l, i) => (i === d.at.line ? { ...l, slurs } : l)) },
  })
  const [from, to] = d.from ? [notes[0].id, last.id] : [d.slurFrom, last.id]
  if (d.from || (from && from !== to)) {
    const there = line.slurs.some((s) => s.from === from && s.to === to)
    if (there) return put(line.slurs.filter((s) => s.from !== from || s.to !== to))
    return from && from !== to ? put([...line.slurs, { from, to }]) : { ...d, slurFrom: null }
  }
  const ending = line.slurs.find((s) => s.to === last.id)
  if (ending && !d.slurFrom) return put(line.slurs.filter((s) => s !== ending))
  return { ...d, slurFrom: d.slurFrom === last.id ? null : last.id }
}

/** Marks the bow of what is meant, or takes the mark away. */
export const setBow = (d: Draft, bow: NonNullable<NoteEvent['bow']>): Draft =>
  changeNotes(d, (e) => {
    const { bow: now, ...plain } = e
    return now === bow ? plain : { ...e, bow }
  })

/** The cursor an event to the left or right; `extend` keeps the other end of the selection. */
export function move(d: Draft, by: -1 | 1, extend = false): Draft {
  const { measures } = draftLine(d)
  const { measure, index } = d.at
  const here = measures[measure].events.length
  const at: CaretPlace | null =
    by > 0
      ? index < here
        ? { ...d.at, index: index + 1 }
        : measure + 1 < measures.length
          ? { ...d.at, measure: measure + 1, index: Math.min(1, measures[measure + 1].events.length) }
          : null
      : index > 1 || (index === 1 && measure === 0)
        ? { ...d.at, index: index - 1 }
        : measure > 0
          ? { ...d.at, measure: measure - 1, index: measures[measure - 1].events.length }
          : null
  return { ...d, from: extend ? (d.from ?? d.at) : null, at: at ?? d.at }
}

/** The cursor at the start or end of its measure, or of the whole line. */
export function cursorTo(d: Draft, where: 'measure start' | 'measure end' | 'start' | 'end', extend = false): Draft {
  const { measures } = draftLine(d)
  const last = measures.length - 1
  const at: Record<typeof where, CaretPlace> = {
    'measure start': { ...d.at, index: 0 },
    'measure end': { ...d.at, index: measures[d.at.measure].events.length },
    start: { ...d.at, measure: 0, index: 0 },
    end: { ...d.at, measure: last, index: measures[last].events.length },
  }
  return { ...d, from: extend ? (d.from ?? d.at) : null, at: at[where] }
}

/** The cursor behind an event; with `extend` the selection reaches to it. */
export function pickEvent(d: Draft, id: string, extend = false): Draft {
  for (const [line, l] of d.piece.lines.entries())
    for (const [measure, m] of l.measures.entries()) {
      const i = m.events.findIndex((e) => e.id === id)
      if (i < 0) continue
      const anchor = extend && line === d.at.line ? (d.from ?? d.at) : null
      return { ...d, at: { line, measure, index: i + 1 }, from: anchor, slurFrom: null }
    }
  return d
}

/** Takes away what is meant. The measure is short until it is filled, and says so; an empty one rests. */
export function remove(d: Draft): Draft {
  const s = span(d)
  if (!s) return d
  let next = d.next
  const gone = changeMeant(d, () => null)
  const filled = withMeasures(gone, (all) =>
    all.map((m) => (m.events.length ? m : { ...m, events: emptyMeasure(m.number, `w${next++}`).events })),
  )
  return { ...filled, next, at: s.first, from: null, triplet: 0 }
}

/** A new measure behind the one of the cursor. */
export const addMeasure = (d: Draft): Draft => ({
  ...withMeasureAt(d, d.at.measure + 1),
  at: { ...d.at, measure: d.at.measure + 1, index: 0 },
  from: null,
})

/** Takes the measure of the cursor out of every line; the last one is only emptied. */
export function dropMeasure(d: Draft): Draft {
  const { measure } = d.at
  if (draftLine(d).measures.length === 1)
    return {
      ...withMeasures(d, ([m]) => [{ ...m, events: emptyMeasure(m.number, `w${d.next}`).events }]),
      next: d.next + 1,
      at: { ...d.at, index: 0 },
      from: null,
    }
  const lines = d.piece.lines.map((l) => {
    const left = renumbered(
      l.measures.filter((_, i) => i !== measure),
      d.piece.meter,
    )
    const ids = new Set(left.flatMap((m) => m.events.map((e) => e.id)))
    return { ...l, measures: left, slurs: l.slurs.filter((s) => ids.has(s.from) && ids.has(s.to)) }
  })
  const at = Math.min(measure, lines[0].measures.length - 1)
  return { ...d, piece: { ...d.piece, lines }, at: { ...d.at, measure: at, index: 0 }, from: null }
}

/** Changes what the cursor's measure says, in every line alike. */
function changeFrame(d: Draft, change: (m: Measure) => Measure): Draft {
  const lines = d.piece.lines.map((l) => ({ ...l, measures: l.measures.map((m, i) => (i === d.at.measure ? change(m) : m)) }))
  return { ...d, piece: { ...d.piece, lines } }
}

export const toggleRepeatStart = (d: Draft): Draft =>
  changeFrame(d, ({ repeatStart, ...m }) => (repeatStart ? m : { ...m, repeatStart: true }))
export const toggleRepeatEnd = (d: Draft): Draft => changeFrame(d, ({ repeatEnd, ...m }) => (repeatEnd ? m : { ...m, repeatEnd: 2 }))
/** No ending, the first, the second, and none again. */
export const cycleEnding = (d: Draft): Draft =>
  changeFrame(d, ({ ending, ...m }) => (!ending ? { ...m, ending: [1] } : ending[0] === 1 ? { ...m, ending: [2] } : m))
export const togglePickup = (d: Draft): Draft => {
  const changed = changeFrame({ ...d, at: { ...d.at, measure: 0 } }, ({ pickup, ...m }) => (pickup ? m : { ...m, pickup: true }))
  return {
    ...changed,
    at: d.at,
    piece: { ...changed.piece, lines: changed.piece.lines.map((l) => ({ ...l, measures: renumbered(l.measures, d.piece.meter) })) },
  }
}

/** Everything of the line selected; nothing where it has no events. */
export function selectAll(d: Draft): Draft {
  const { at } = cursorTo(d, 'end')
  return { ...d, at, from: { line: d.at.line, measure: 0, index: 0 }, slurFrom: null }
}

/** Everything moved by half steps, key and all; as it was when a note would leave the range of pitches. */
export function transposePiece(d: Draft, semitones: number): Draft {
  const there = bySemitones(d.piece, semitones)
  return there && there.piece !== d.piece ? { ...d, piece: there.piece } : d
}

/** What was cut or copied: events one after the other. */
export type Clip = readonly PieceEvent[]
export const copy = (d: Draft): Clip => meant(d)
export const paste = (d: Draft, clip: Clip): Draft => {
  const after = clip.reduce(
    (so, e) => insert(so, e.kind === 'rest' && e.wholeMeasure ? { kind: 'rest', id: '', value: e.value } : e),
    d.from ? remove(d) : d,
  )
  return { ...after, from: null }
}

/** The other line, at the same measure; a second line is made where there is only one. */
export function otherLine(d: Draft): Draft {
  const { lines } = d.piece
  const line = (d.at.line + 1) % Math.max(2, Math.min(MOST_LINES, lines.length))
  const made: Draft =
    line < lines.length
      ? d
      : (() => {
          let { next } = d
          const measures = lines[0].measures.map((m) => ({ ...m, events: emptyMeasure(m.number, `w${next++}`).events }))
          return { ...d, next, piece: { ...d.piece, lines: [...lines, { name: 'B', clef: lines[0].clef, measures, slurs: [] }] } }
        })()
  return { ...made, at: { line, measure: d.at.measure, index: 0 }, from: null, slurFrom: null }
}
