import type { Pin } from '../fingering/pins'
import { midiOf } from '../music/pitch'
import type { Stretch } from '../piece/stretch'
import type { Measure, PieceEvent } from '../piece/piece'
import { measureTicks, valuesFor } from '../music/time'
import type { Touch, DrillVoice } from './drill'
import { openTouch, touchAt, touchFor, writtenFor, type SeatAtWork, type Practised } from './practised'

/** What becomes of each note of a passage: what is played there, null for a rest in its place. */
export type Change = (touch: Touch | null, event: string) => Touch | null

/** Whether a measure can stand in a drill: as long as its meter says. A pickup or a short ending is filled up before. */
const fills = ({ measures }: Practised, index: number): boolean => measures[index].length <= measureTicks(measures[index].meter)

/**
 * A stretch of the piece as one seat plays it, held as it is there; `change` says what becomes of each note. Repeats, jumps
 * and endings are left out, since a drill goes straight on; a short measure is filled with rests before it. Null when the
 * seat reads another line, or a measure is too long.
 */
export function passageVoice(c: Practised, p: SeatAtWork, { from, to }: Stretch, change: Change = (t) => t): DrillVoice | null {
  const { line } = p.map
  const measures: Measure[] = []
  const ids = new Map<string, string>()
  const pins: Record<string, Pin> = {}
  const fresh = new Set<string>()
  const touches = new Map<string, Touch>()
  const key = c.measures[from]?.key
  const meter = c.measures[from]?.meter
  let count = 0
  for (let i = from; i <= to; i++) {
    const at = c.measures[i]
    const measure = line.measures[i]
    // A drill has one key and one meter, as everything in it has to fit under one heading.
    if (!measure || !fills(c, i) || at.key.fifths !== key.fifths || at.meter.beats !== meter.beats || at.meter.unit !== meter.unit)
      return null
    const events: PieceEvent[] = []
    const short = measureTicks(at.meter) - at.length
    if (short > 0) {
      const filled = restsOf(short, () => `n${count++}`)
      if (!filled) return null
      events.push(...filled)
    }
    for (const e of measure.events) {
      const id = `n${count++}`
      ids.set(e.id, id)
      const tuplet = e.tuplet ? { tuplet: e.tuplet } : {}
      if (e.kind === 'rest') {
        events.push({ kind: 'rest', id, value: e.value, ...(e.wholeMeasure ? { wholeMeasure: true } : {}), ...tuplet })
        continue
      }
      const own = touchAt(p, e.id) ?? heldAt(p, e.id)
      const touch = change(own, e.id)
      if (!touch) {
        events.push({ kind: 'rest', id, value: e.value, ...tuplet })
        if (!own) fresh.add('a note out of reach')
        continue
      }
      const tied = e.heads.every((h) => h.tie) ? { tie: true } : {}
      events.push({
        kind: 'note',
        id,
        value: e.value,
        heads: touch.pitches.map((pitch) => ({ pitch, ...tied })),
        ...(e.bow ? { bow: e.bow } : {}),
        ...(e.dynamic ? { dynamic: e.dynamic } : {}),
        ...tuplet,
      })
      if (touch.pin) pins[id] = touch.pin
      for (const f of touch.fresh) fresh.add(f)
      touches.set(id, touch)
    }
    measures.push({ number: `${measures.length + 1}`, events })
  }
  const slurs = line.slurs.flatMap((s) => {
    const [a, b] = [ids.get(s.from), ids.get(s.to)]
    return a && b && touches.has(a) && touches.has(b) ? [{ from: a, to: b }] : []
  })
  return { measures: untied(measures), length: measures.length, slurs, pins, fresh, touches }
}

/** What a tied-on note plays: as the note that was struck. */
function heldAt(p: SeatAtWork, event: string): Touch | null {
  const struck = p.map.byEvent.get(event)?.[0]
  if (!struck) return null
  const moment = p.map.moments.find((m) => m.events.some((e) => e.event.id === event))
  return moment ? touchAt(p, moment.events[0].event.id) : null
}

/** Ties only where the same notes follow: what a change or the end of the stretch has cut is no tie any more. */
function untied(measures: readonly Measure[]): Measure[] {
  const all = measures.flatMap((m) => m.events)
  const next = new Map(all.map((e, i) => [e.id, all[i + 1]]))
  const event = (e: PieceEvent): PieceEvent => {
    if (e.kind === 'rest' || !e.heads.some((h) => h.tie)) return e
    const after = next.get(e.id)
    const goesOn =
      after?.kind === 'note' &&
      e.heads.every((h) => after.heads.some((n) => midiOf(n.pitch) === midiOf(h.pitch))) &&
      after.heads.length === e.heads.length
    return goesOn ? e : { ...e, heads: e.heads.map(({ tie: _, ...h }) => h) }
  }
  return measures.map((m) => ({ ...m, events: m.events.map(event) }))
}

/** Rests that fill some ticks; null where none do. */
export function restsOf(ticks: number, id: () => string): PieceEvent[] | null {
  return valuesFor(ticks)?.map((value): PieceEvent => ({ kind: 'rest', id: id(), value })) ?? null
}

/** Every note becomes the open string that it is fingered on, in the same rhythm, slurs and rests. Common practice. */
export const bowOnly =
  (p: SeatAtWork): Change =>
  (touch) =>
    touch && openTouch(p, touch.string)

/** The open string of a seat that fits a key best: the keynote, then the fifth and third above it, then any of the key that it has learned; null: none. */
export function openOfKey(p: SeatAtWork, key: { readonly fifths: number; readonly mode: 'major' | 'minor' }): Touch | null {
  const keynote = pitchClass(7 * (key.mode === 'major' ? key.fifths : key.fifths + 3))
  const third = keynote + (key.mode === 'major' ? 4 : 3)
  const wanted = [keynote, keynote + 7, third].map(pitchClass)
  const scale = [0, 2, 4, 5, 7, 9, 11].map((n) => pitchClass(7 * key.fifths + n))
  const open = p.map.instrument.strings.map((_, i) => openTouch(p, i)).filter((t) => t.fresh.length === 0)
  const classOf = (t: Touch): number => pitchClass(midiOf(t.pitches[0]))
  for (const w of wanted) {
    const found = open.find((t) => classOf(t) === w)
    if (found) return found
  }
  return open.find((t) => scale.includes(classOf(t))) ?? null
}

const pitchClass = (n: number): number => ((n % 12) + 12) % 12

/** The same rhythm on one open string. */
export const onOne =
  (open: Touch): Change =>
  (touch) =>
    touch && open

/** A voice with something else at each of its notes: the companions of a drill. Ties fall away where they would join what is not the same. */
export function withTouches(voice: DrillVoice, change: (touch: Touch, event: string) => Touch | null): DrillVoice {
  const pins: Record<string, Pin> = {}
  const fresh = new Set<string>()
  const touches = new Map<string, Touch>()
  const measures = voice.measures.map((m) => ({
    ...m,
    events: m.events.map((e): PieceEvent => {
      if (e.kind === 'rest') return e
      const was = voice.touches.get(e.id)
      const touch = was ? change(was, e.id) : null
      if (!touch) return { kind: 'rest', id: e.id, value: e.value, ...(e.tuplet ? { tuplet: e.tuplet } : {}) }
      const tied = e.heads.every((h) => h.tie) ? { tie: true } : {}
      if (touch.pin) pins[e.id] = touch.pin
      for (const f of touch.fresh) fresh.add(f)
      touches.set(e.id, touch)
      return { ...e, heads: touch.pitches.map((pitch) => ({ pitch, ...tied })) }
    }),
  }))
  const slurs = voice.slurs.filter((s) => touches.has(s.from) && touches.has(s.to))
  return { measures: untied(measures), length: measures.length, slurs, pins, fresh, touches }
}

/** A pitch of the line as a seat takes it; null where no hand does. */
export const lineTouch = (p: SeatAtWork, pitch: Parameters<typeof writtenFor>[1], string?: number): Touch | null =>
  touchFor(p, writtenFor(p, pitch), string)
