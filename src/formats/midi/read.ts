import type { ClefName } from '@/core/music/clef'
import type { Key } from '@/core/music/key'
import { likelyKey, spelled } from '@/core/music/spell'
import { measureTicks, QUARTER, valueOf, valuesFor, type Meter, type Value } from '@/core/music/time'
import { meterSchema } from '@/core/music/time.schema'
import { MOST_LINES, type NoteEvent, type PieceEvent } from '@/core/piece/piece'
import { assemble, type FoundLine, type FoundMeasure } from '../assemble'
import { wholeFile, type FileReading } from '../outcome'
import { midiChunksOf } from './chunks'
import { DEFAULT_GRID, quantised, type Grid, type Played, type MidiNote } from './quantise'
import { count } from '@/core/count'
import { DRUMS, tuneOf, type MidiTune, type TuneTrack } from './tune'

/** How a MIDI file is written down; the teacher can change each. `key` null: the one that explains most notes. */
export type MidiChoices = { readonly grid: Grid; readonly key: Key | null }
export const DEFAULT_CHOICES: MidiChoices = { grid: DEFAULT_GRID, key: null }

const MOST_NOTES = 40_000
/** Heads of one chord. */
const MOST_HEADS = 8

/** Reads a standard MIDI file: every track with notes a line, put on the grid and spelled in the key. */
export function readMidi(name: string, bytes: Uint8Array, choices: MidiChoices = DEFAULT_CHOICES): FileReading {
  const chunks = midiChunksOf(bytes)
  if (!chunks.ok) return wholeFile(chunks.problem)
  const file = tuneOf(chunks.bytes)
  if (!file) return wholeFile('this MIDI file is damaged. Export it again')
  const tracks = file.tracks.filter((t) => t.notes.length > 0 && t.channel !== DRUMS)
  const drums = file.tracks.filter((t) => t.notes.length > 0 && t.channel === DRUMS).length
  if (tracks.length === 0) return wholeFile('there are no pitched notes in this MIDI file. Export the tracks with the tune')
  if (tracks.reduce((n, t) => n + t.notes.length, 0) > MOST_NOTES)
    return wholeFile(`there are more than ${MOST_NOTES} notes. Bring one piece at a time`)
  const tick = QUARTER / file.ppq
  const all = tracks.map((t) => playedOf(file, t))
  const key = choices.key ?? writtenKey(file) ?? likelyKey(all[0])
  const meters = metersOf(file, tick)
  const struck = all.map((notes) => quantised(notes, choices.grid))
  const end = Math.max(...struck.map((s) => s[s.length - 1].at + s[s.length - 1].length))
  const bars = barsOf(meters, end)
  const crowded = struck.flat().reduce((n, s) => n + Math.max(0, s.midis.length - MOST_HEADS), 0)
  const written = struck.flat().reduce((n, s) => n + Math.min(MOST_HEADS, s.midis.length), 0)
  const lost = file.begun - written - crowded
  const lines = tracks.slice(0, MOST_LINES).map((t, i) => lineOf(t.name.trim() || `track ${i + 1}`, struck[i], key, bars, i))
  const notices = [
    ...(drums ? ['left out: drums'] : []),
    ...(chunks.skipped ? [`left out: ${count(chunks.skipped, 'part')} of the file that hold no track`] : []),
    ...(lost > 0 ? [`left out: ${count(lost, 'note')} that never end, or overlap one of the same pitch`] : []),
    ...(crowded ? [`left out: ${count(crowded, 'note')} beyond ${MOST_HEADS} at once`] : []),
    ...(tracks.length > MOST_LINES ? [`left out: ${tracks.length - MOST_LINES} tracks beyond ${MOST_LINES}`] : []),
    ...(tracks.length > 1 ? [`${tracks.length} tracks: each is a line of its own`] : []),
    'note lengths were put on a grid and pitches spelled by the key; both can be chosen anew',
  ]
  const { tempo } = file
  const title = file.title.trim() || name.replace(/\.[a-z]+$/i, '')
  return assemble(
    {
      title: title.slice(0, 200) || 'Untitled',
      key,
      meter: bars[0].meter,
      ...(tempo ? { tempo: Math.min(400, Math.max(20, Math.round(tempo * 100) / 100)) } : {}),
    },
    lines,
    notices,
  )
}

/** The tune of a file, or null when it is none. */
export function parseMidi(bytes: Uint8Array): MidiTune | null {
  const chunks = midiChunksOf(bytes)
  return chunks.ok ? tuneOf(chunks.bytes) : null
}

/** A track's notes on the clock of the piece. */
export function playedOf({ ppq }: MidiTune, { notes }: TuneTrack): Played[] {
  const tick = QUARTER / ppq
  return notes.map((n) => ({ at: n.ticks * tick, length: n.length * tick, midi: n.midi }))
}

function writtenKey({ key }: MidiTune): Key | null {
  if (!key || Math.abs(key.fifths) > 7) return null
  // Many programs write C major when nothing was said.
  if (key.fifths === 0 && !key.minor) return null
  return { fifths: key.fifths, mode: key.minor ? 'minor' : 'major' }
}

type MeterFrom = { readonly at: number; readonly meter: Meter }

function metersOf(file: MidiTune, tick: number): MeterFrom[] {
  const found = file.meters.flatMap((t): MeterFrom[] => {
    const meter = meterSchema.safeParse({ beats: t.beats, unit: t.unit })
    return meter.success ? [{ at: t.ticks * tick, meter: meter.data }] : []
  })
  return found[0]?.at === 0 ? found : [{ at: 0, meter: { beats: 4, unit: 4 } }, ...found]
}

type Bar = { readonly start: number; readonly meter: Meter; readonly changed: boolean }

/** Bars up to the end of the music; a change of meter takes effect at the next barline. */
function barsOf(meters: readonly MeterFrom[], end: number): Bar[] {
  const bars: Bar[] = []
  let start = 0
  while (start < end && bars.length < 2000) {
    const { meter } = [...meters].reverse().find((m) => m.at <= start) ?? meters[0]
    const before = bars.at(-1)?.meter
    bars.push({ start, meter, changed: before !== undefined && (before.beats !== meter.beats || before.unit !== meter.unit) })
    start += measureTicks(meter)
  }
  return bars
}

function lineOf(name: string, all: readonly MidiNote[], key: Key, bars: readonly Bar[], index: number): FoundLine {
  let next = 0
  const id = () => `${index < 26 ? String.fromCharCode(97 + index) : `t${index}n`}${next++}`
  // Of a crowd the highest are kept: the tune is at the top.
  const struck = all.map((s) => ({ ...s, midis: s.midis.slice(-MOST_HEADS) }))
  const tops = spelled(
    struck.map((s) => s.midis[s.midis.length - 1]),
    key,
  )
  const measures = bars.map((bar): FoundMeasure => {
    const end = bar.start + measureTicks(bar.meter)
    const events: PieceEvent[] = []
    let at = bar.start
    const silent = (to: number) => {
      for (const piece of pieces(at, to, bar)) events.push({ kind: 'rest', id: id(), value: piece.value })
      at = to
    }
    struck.forEach((s, i) => {
      const from = Math.max(s.at, bar.start)
      const to = Math.min(s.at + s.length, end)
      if (from >= to) return
      if (from > at) silent(from)
      const low = spelled(s.midis.slice(0, -1), key)
      const parts = pieces(from, to, bar)
      parts.forEach(({ value }, n) => {
        const on = n < parts.length - 1 || s.at + s.length > to
        const heads = [...low, tops[i]].map((pitch) => ({ pitch, ...(on ? { tie: true } : {}) }))
        events.push({ kind: 'note', id: id(), value, heads } satisfies NoteEvent)
      })
      at = to
    })
    if (events.length === 0) events.push({ kind: 'rest', id: id(), value: { base: 'whole', dots: 0 }, wholeMeasure: true })
    else if (at < end) silent(end)
    return { events, source: { line: 0, column: 0 }, ...(bar.changed ? { meter: bar.meter } : {}) }
  })
  const middle = struck.flatMap((s) => s.midis).sort((a, b) => a - b)[Math.floor(struck.length / 2)] ?? 60
  const clef: ClefName = middle < 53 ? 'bass' : middle < 58 ? 'alto' : 'treble'
  return { name: name.slice(0, 80), clef, measures, slurs: [] }
}

/** A stretch inside a bar as written values: whole where one value is that long, else cut at the beats. */
function pieces(from: number, to: number, bar: Bar): { value: Value }[] {
  const length = to - from
  const onBeat = (x: number) => (x - bar.start) % QUARTER === 0
  const one = valueOf(length)
  if (one && one.dots < 2 && (onBeat(from) || length <= QUARTER)) return [{ value: one }]
  const nextBeat = bar.start + (Math.floor((from - bar.start) / QUARTER + 1e-9) + 1) * QUARTER
  if (to > nextBeat && !onBeat(from)) return [...pieces(from, nextBeat, bar), ...pieces(nextBeat, to, bar)]
  const lastBeat = bar.start + Math.floor((to - bar.start) / QUARTER + 1e-9) * QUARTER
  if (lastBeat > from && !onBeat(to)) return [...pieces(from, lastBeat, bar), ...pieces(lastBeat, to, bar)]
  const triplet = valueOf(length, { actual: 3, normal: 2 })
  if (one) return [{ value: one }]
  if (triplet) return [{ value: triplet }]
  const several = valuesFor(length)
  return several ? several.map((value) => ({ value })) : [{ value: { base: 'quarter', dots: 0 } }]
}
