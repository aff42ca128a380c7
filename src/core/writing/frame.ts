import { alterIn, type Key } from '../music/key'
import { measureTicks, meterName, ticksOf, valuesFor, type Meter } from '../music/time'
import { eventTicks, type Head, type Line, type Measure, type NoteEvent, type PieceEvent } from '../piece/piece'
import { placeMeasures } from '../piece/walk'
import { emptyMeasure, draftLine, renumbered, type Draft } from './draft'

/** What a change of key or time holds for: the whole tune, or from the cursor's measure on. */
export type KeyReach = 'whole' | 'here'

/** Whether anything has been written yet: before that there is nothing to ask about. */
export const hasNotes = (d: Draft): boolean => d.piece.lines.some((l) => l.measures.some((m) => m.events.some((e) => e.kind === 'note')))

/** The first measure that a change reaches, and the one before which the next such change ends it. */
function stretch(d: Draft, reach: KeyReach, what: 'key' | 'meter'): { from: number; to: number } {
  const { measures } = draftLine(d)
  const from = reach === 'whole' ? 0 : d.at.measure
  const next = reach === 'whole' ? -1 : measures.findIndex((m, i) => i > from && m[what] !== undefined)
  return { from, to: next < 0 ? measures.length : next }
}

const everyLine = (d: Draft, change: (line: Line) => Line): Draft => ({ ...d, piece: { ...d.piece, lines: d.piece.lines.map(change) } })

/**
 * Another signature. With `letters` the notes keep their letters and are read in the new key: what the old signature did to
 * a letter the new one does now, a sign of its own stays. Without it every note sounds as before, with signs where they are needed.
 */
export function changeKey(d: Draft, key: Key, reach: KeyReach, letters: boolean): Draft {
  const { from, to } = stretch(d, reach, 'key')
  const changed = everyLine(d, (line) => {
    const before = placeMeasures(d.piece, line).map((m) => m.key)
    const read = (e: PieceEvent, old: Key): PieceEvent =>
      e.kind === 'note' && letters
        ? {
            ...e,
            heads: e.heads.map((h): Head =>
              h.pitch.alter === alterIn(old, h.pitch.letter) ? { ...h, pitch: { ...h.pitch, alter: alterIn(key, h.pitch.letter) } } : h,
            ),
          }
        : e
    const measures = line.measures.map((m, i): Measure => {
      const { key: own, ...rest } = m
      const bare = reach === 'whole' ? rest : own ? { ...rest, key: own } : rest
      if (i < from || i >= to) return bare
      const here = { ...bare, events: m.events.map((e) => read(e, before[i])) }
      return i === from && from > 0 ? { ...here, key } : here
    })
    return { ...line, measures }
  })
  return from === 0 ? { ...changed, piece: { ...changed.piece, key } } : changed
}

/** Why a time cannot be set. */
export type Refused = { readonly refused: string }

/**
 * Another time. The barlines are set anew from there on, a note that lies over one is tied; what repeats, endings and signs
 * divide stays divided. Refused where a triplet would lie over a barline.
 */
export function changeMeter(d: Draft, meter: Meter, reach: KeyReach): Draft | Refused {
  const { from, to } = stretch(d, reach, 'meter')
  const hold: Hold = { next: d.next, trouble: null }
  const lines = d.piece.lines.map((line) => {
    const old = placeMeasures(d.piece, line).map((m) => m.meter)
    const before = line.measures.slice(0, from)
    const after = line.measures.slice(to)
    const inside = line.measures.slice(from, to).map((m, i) => ({ measure: plain(m), meter: old[from + i] }))
    const made = divided(inside).flatMap((part) => rebarred(part, meter, hold))
    const first = from > 0 && made[0] ? [{ ...made[0], meter }, ...made.slice(1)] : made
    return { ...line, measures: [...before, ...first, ...after] }
  })
  if (hold.trouble) return { refused: hold.trouble }
  // Lines that were cut otherwise (a rest for the whole measure) are filled up with rests.
  const most = Math.max(...lines.map((l) => l.measures.length))
  const filled = lines.map((l) => ({
    ...l,
    measures: renumbered(
      [...l.measures, ...Array.from({ length: most - l.measures.length }, () => emptyMeasure('1', `w${hold.next++}`))],
      from === 0 ? meter : d.piece.meter,
    ),
  }))
  const measure = Math.min(d.at.measure, most - 1)
  const events = filled[d.at.line].measures[measure].events.length
  return {
    ...d,
    next: hold.next,
    from: null,
    at: { ...d.at, measure, index: Math.min(d.at.index, events) },
    piece: { ...d.piece, ...(from === 0 ? { meter } : {}), lines: filled },
  }
}

type Hold = { next: number; trouble: string | null }
type Barred = { readonly measure: Measure; readonly meter: Meter }

/** A measure without what belongs to its old barlines. */
const plain = ({ meter: _m, newLine: _n, ...m }: Measure): Measure => m

const endsPart = (m: Measure): boolean => Boolean(m.repeatEnd ?? m.barline ?? m.fine ?? m.toCoda ?? m.jump)
const beginsPart = (m: Measure): boolean => Boolean(m.repeatStart ?? m.key ?? m.tempo ?? m.segno ?? m.coda)

/** The measures in parts over whose ends nothing may be moved. */
function divided(measures: readonly Barred[]): Barred[][] {
  const parts: Barred[][] = []
  measures.forEach((m, i) => {
    const last = measures[i - 1]?.measure
    const otherEnding = (last?.ending?.join() ?? '') !== (m.measure.ending?.join() ?? '')
    if (i === 0 || last.pickup || endsPart(last) || beginsPart(m.measure) || otherEnding) parts.push([])
    parts.at(-1)!.push(m)
  })
  return parts
}

/** The events of a part in new measures; its first keeps what begins there, its last what ends there. */
function rebarred(part: readonly Barred[], meter: Meter, hold: Hold): Measure[] {
  const [{ measure: head }] = part
  // A pickup is as long as it was.
  if (head.pickup) {
    if (part.some(({ measure: m, meter: old }) => m.events.reduce((n, e) => n + eventTicks(e, old), 0) > measureTicks(meter)))
      hold.trouble ??= `the pickup, measure ${head.number}, is longer than a measure of ${meterName(meter)}. Change it first`
    return part.map((b) => b.measure)
  }
  const full = measureTicks(meter)
  const tail = part.at(-1)!.measure
  const out: PieceEvent[][] = [[]]
  let room = full
  const put = (e: PieceEvent, ticks: number): void => {
    if (room === 0) {
      out.push([])
      room = full
    }
    out.at(-1)!.push(e)
    room -= ticks
  }
  // How much of a tuplet group has been set: a barline may not stand inside of it.
  let group = 0
  for (const { measure, meter: old } of part)
    for (const e of measure.events) {
      const ticks = eventTicks(e, old)
      // A rest for the whole measure is as many rests as it fills.
      const whole = e.kind === 'rest' && e.wholeMeasure
      const { tuplet } = e.value
      if (tuplet && !whole) {
        if ((group > 0 && room === 0) || ticks > (room || full)) {
          hold.trouble ??= `a tuplet in measure ${measure.number} would cross a barline. Change it first`
          return []
        }
        group = (group + ticks) % (tuplet.normal * ticksOf({ ...e.value, tuplet: undefined }))
        put(e, ticks)
        continue
      }
      if (!whole && ticks <= (room || full)) {
        put(e, ticks)
        continue
      }
      let left = ticks
      let first = true
      while (left > 0) {
        const values = valuesFor(Math.min(left, room || full))
        if (!values?.length) {
          hold.trouble ??= `a length in measure ${measure.number} can’t be split at a barline. Change it first`
          return []
        }
        for (const value of values) {
          const long = ticksOf(value)
          left -= long
          put(partOf(e, value, first ? e.id : `w${hold.next++}`, left > 0), long)
          first = false
        }
      }
    }
  const wholeRests = out.map((events): PieceEvent[] =>
    isEmpty(events) && events.reduce((n, e) => n + eventTicks(e, meter), 0) === full
      ? [{ kind: 'rest', id: events[0].id, value: { base: 'whole', dots: 0 }, wholeMeasure: true }]
      : events,
  )
  return wholeRests.map((events, i): Measure => {
    const base: Measure = { number: '1', events, ...(head.ending ? { ending: head.ending } : {}) }
    return {
      ...base,
      ...(i === 0 ? pickOf(head, BEGINNINGS) : {}),
      ...(i === wholeRests.length - 1 ? pickOf(tail, ENDINGS) : {}),
    }
  })
}

/** Rests that say nothing else. */
const isEmpty = (events: readonly PieceEvent[]): boolean =>
  events.length > 0 && events.every((e) => e.kind === 'rest' && !e.struck && !e.words && !e.dynamic)

const BEGINNINGS = ['repeatStart', 'key', 'tempo', 'segno', 'coda'] as const
const ENDINGS = ['repeatEnd', 'barline', 'fine', 'toCoda', 'jump'] as const
const pickOf = <K extends keyof Measure>(m: Measure, keys: readonly K[]): Partial<Measure> =>
  Object.fromEntries(keys.flatMap((k) => (m[k] === undefined ? [] : [[k, m[k]]])))

/** One of the values that an event is cut into: the first has its marks, each but the last is tied on. */
function partOf(e: PieceEvent, value: NoteEvent['value'], id: string, goesOn: boolean): PieceEvent {
  if (e.kind === 'rest') {
    const { wholeMeasure: _, ...rest } = e
    return { ...rest, id, value }
  }
  const { bow: _b, graces: _g, lyric: _l, marks: _m, words: _w, dynamic: _d, ...bare } = e
  const heads = goesOn ? e.heads.map((h): Head => ({ ...h, tie: true })) : e.heads
  return { ...(id === e.id ? e : bare), id, value, heads }
}
