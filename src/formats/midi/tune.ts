import { parseMidi as parseEvents, type MidiEvent } from 'midi-file'

/** A note of a track: when it is struck and how long it is held, in ticks of the file, and its key number. */
export type MidiTuneNote = { readonly ticks: number; readonly length: number; readonly midi: number }
/** What one instrument plays: a track of the file, or of a track with several channels or programs each of them. */
export type TuneTrack = { readonly name: string; readonly channel: number; readonly notes: readonly MidiTuneNote[] }
/** What a standard MIDI file says of a tune (Standard MIDI Files 1.0), its times in ticks of the file. */
export type MidiTune = {
  readonly title: string
  /** Ticks in a quarter note. */
  readonly ppq: number
  /** Quarter notes in a minute, where the first tempo says so. */
  readonly tempo: number | null
  readonly meters: readonly { readonly ticks: number; readonly beats: number; readonly unit: number }[]
  /** The first signature: sharps, or flats below 0. */
  readonly key: { readonly fifths: number; readonly minor: boolean } | null
  readonly tracks: readonly TuneTrack[]
  /** Notes that begin, drums left aside: what is written down is counted against it. */
  readonly begun: number
}

/** Ticks in a quarter where the file counts in frames of film instead: no tune is written so. */
const USUAL_PPQ = 480
/** The channel of drums (General MIDI 1: channel 10). */
export const DRUMS = 9

type At = MidiEvent & { readonly ticks: number }

/** The tune of a file; null when it is none. */
export function tuneOf(bytes: Uint8Array): MidiTune | null {
  try {
    const { header, tracks } = parseEvents(bytes)
    const timed = tracks.map((track) => {
      let ticks = 0
      return track.map((e): At => ({ ...e, ticks: (ticks += e.deltaTime) }))
    })
    const all = timed.flat().sort((a, b) => a.ticks - b.ticks)
    const tempo = all.find((e) => e.type === 'setTempo')
    const key = all.find((e) => e.type === 'keySignature')
    return {
      title: nameOf(timed[0] ?? []),
      ppq: header.ticksPerBeat ?? USUAL_PPQ,
      tempo: tempo ? 60_000_000 / tempo.microsecondsPerBeat : null,
      meters: all.flatMap((e) => (e.type === 'timeSignature' ? [{ ticks: e.ticks, beats: e.numerator, unit: e.denominator }] : [])),
      key: key ? { fifths: key.key, minor: key.scale === 1 } : null,
      tracks: timed.flatMap(instrumentsOf),
      begun: all.filter((e) => e.type === 'noteOn' && e.channel !== DRUMS).length,
    }
  } catch {
    return null
  }
}

const nameOf = (track: readonly At[]): string => {
  const named = track.find((e) => e.type === 'trackName')
  return named?.type === 'trackName' ? named.text : ''
}

/** A track by what plays in it, in the order in which it is heard: each channel and program is an instrument. */
function instrumentsOf(track: readonly At[]): TuneTrack[] {
  const program = new Map<number, number>()
  const found = new Map<string, { channel: number; notes: { ticks: number; length: number; midi: number }[] }>()
  // A note ends with the first end of its key after it; of two that begin on one key, the first ends first.
  const open = new Map<string, { ticks: number; length: number; midi: number }[]>()
  for (const e of track) {
    if (e.type === 'programChange') program.set(e.channel, e.programNumber)
    if (e.type !== 'noteOn' && e.type !== 'noteOff') continue
    const by = `${program.get(e.channel) ?? 0} ${e.channel}`
    const own = found.get(by) ?? { channel: e.channel, notes: [] }
    found.set(by, own)
    const key = `${by} ${e.noteNumber}`
    const waiting = open.get(key) ?? []
    open.set(key, waiting)
    if (e.type === 'noteOn') waiting.push({ ticks: e.ticks, length: 0, midi: e.noteNumber })
    else {
      const begun = waiting.shift()
      if (begun) own.notes.push({ ...begun, length: e.ticks - begun.ticks })
    }
  }
  const name = nameOf(track)
  // The name is that of the first: of two lines of one name nobody could say which is whose.
  return [...found.values()].map(({ channel, notes }, i) => ({
    name: i === 0 ? name : '',
    channel,
    notes: notes.sort((a, b) => a.ticks - b.ticks),
  }))
}
