import type { ClefName } from '@/core/music/clef'
import type { Interval } from '@/core/music/interval'
import { valuesFor, valuesNear, type Meter } from '@/core/music/time'
import type { Grace, PieceEvent, RestEvent, Slur } from '@/core/piece/piece'
import type { LeftOut } from '../leftOut'
import { textOf, type XmlNode } from './tree'

export const WHOLE_REST = { base: 'whole', dots: 0 } as const

/** One voice of a part while it is read: its events by measure. */
export type XmlVoice = {
  readonly staff: number
  readonly name: string
  readonly measures: Map<number, PieceEvent[]>
  /** Ticks of this measure that its events fill. */
  filled: number
  graces: Grace[]
  readonly openSlurs: Map<string, string>
  readonly slurs: Slur[]
}

/** What carries over from measure to measure while a part is read. */
export type XmlState = {
  readonly prefix: string
  readonly leftOut: LeftOut
  divisions: number
  meter: Meter
  key: { fifths: number }
  readonly clefs: Map<number, ClefName>
  transpose: Interval
  readonly voices: Map<string, XmlVoice>
  ending: number[] | undefined
  next: number
}

/** The voice that a note belongs to, by its staff and name. */
export function voiceIn(state: XmlState, n: XmlNode): XmlVoice {
  const staff = Number(textOf(n, 'staff') ?? 1) || 1
  const name = textOf(n, 'voice') ?? '1'
  const key = `${staff} ${name}`
  const known = state.voices.get(key)
  if (known) return known
  const made: XmlVoice = { staff, name, measures: new Map(), filled: 0, graces: [], openSlurs: new Map(), slurs: [] }
  state.voices.set(key, made)
  return made
}

export const newEventId = (state: XmlState) => `${state.prefix}${state.next++}`

/** Rests for a stretch in which a voice is silent without saying so. */
export function rests(state: XmlState, ticks: number, number: string): RestEvent[] {
  let values = valuesFor(ticks)
  if (!values) {
    state.leftOut.add('gap of a length that no rest has (the nearest is written)', number)
    values = valuesNear(ticks) ?? []
  }
  return values.map((value) => ({ kind: 'rest', id: newEventId(state), value }))
}
