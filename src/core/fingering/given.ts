import type { Instrument } from '../instruments/instrument'
import { midiOf } from '../music/pitch'
import type { Line, NoteEvent } from '../piece/piece'
import type { Pin } from './pins'

/** What a file gave at a note as a pin: fingers and strings where every head has one, low note first; null where it gave neither. */
function givenAt(e: NoteEvent, instrument: Instrument): Pin | null {
  const heads = [...e.heads].sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch))
  const open = heads.length === 1 && e.marks?.includes('open') ? 0 : undefined
  const fingers = heads.flatMap((h) => h.givenFinger ?? open ?? [])
  const strings = heads.flatMap((h) => (h.givenString === undefined ? [] : instrument.strings.length - h.givenString))
  const pin = {
    ...(fingers.length === heads.length ? { fingers } : {}),
    ...(strings.length === heads.length && strings.every((s) => s >= 0) ? { strings } : {}),
  }
  return Object.keys(pin).length ? pin : null
}

/** The fingers and strings that a file gave in a line, as pins by event id. They decide nothing until the teacher takes them over. */
export function givenPins(line: Line, instrument: Instrument): Record<string, Pin> {
  const pins: Record<string, Pin> = {}
  for (const m of line.measures)
    for (const e of m.events) {
      const pin = e.kind === 'note' ? givenAt(e, instrument) : null
      if (pin) pins[e.id] = pin
    }
  return pins
}
