import type { ClefName } from '@/core/music/clef'
import type { Key } from '@/core/music/key'
import { meterSchema, type Meter } from '@/core/music/time'

/** What of abcjs's parse result is read here; its own types lag behind what it returns. */
export type AbcElement = {
  el_type: string
  startChar: number
  type?: string
  /** In whole notes; a list in tempo elements. */
  duration: number
  pitches?: {
    pitch: number
    accidental?: string
    startTie?: unknown
    endTie?: boolean
    startSlur?: { label: number }[]
    endSlur?: number[]
  }[]
  startTie?: unknown
  startSlur?: { label: number }[]
  endSlur?: number[]
  rest?: { type: string; text?: number | string }
  decoration?: string[]
  gracenotes?: { pitch: number; accidental?: string; duration: number; acciaccatura?: boolean }[]
  chord?: { name: string; position: string }[]
  lyric?: { syllable: string; divider: string }[]
  title?: string
  bpm?: number
  startTriplet?: number
  tripletMultiplier?: number
  endTriplet?: boolean
  startEnding?: string
  endEnding?: boolean
} & AbcKey &
  AbcMeter

export type AbcKey = { accidentals?: { acc: string; note: string }[]; root?: string; mode?: string }
export type AbcMeter = { type?: string; value?: { num: string; den?: string }[] }
export type AbcStaff = { voices: AbcElement[][]; title?: string[]; clef?: { type: string }; key?: AbcKey; meter?: AbcMeter }
export type AbcTune = {
  warnings?: string[]
  metaText: { title?: string; composer?: string; tempo?: { bpm?: number; duration?: number[] } }
  lines: { staff?: AbcStaff[] }[]
}

/** Signature by counting its signs; church modes keep their signature and lean major or minor by their third. */
export function readKey(key: AbcKey | undefined): Key {
  const signs = key?.accidentals ?? []
  const count = (acc: string) => signs.filter((a) => a.acc === acc).length
  const mode = ['m', 'Dor', 'Phr', 'Loc'].includes(key?.mode ?? '') ? 'minor' : 'major'
  return { fifths: Math.max(-7, Math.min(7, count('sharp') - count('flat'))), mode }
}

/** The meter, or null when none is given. */
export function readMeter(m: AbcMeter | undefined): Meter | null {
  switch (m?.type) {
    case 'common_time':
      return { beats: 4, unit: 4, sign: 'common' }
    case 'cut_time':
      return { beats: 2, unit: 2, sign: 'cut' }
    case 'specified': {
      const first = m.value?.[0]
      const groups = (first?.num ?? '').replace(/[()]/g, '').split('+').map(Number)
      const parsed = meterSchema.safeParse({
        beats: groups.reduce((a, b) => a + b, 0),
        unit: Number(first?.den ?? 4),
        ...(groups.length > 1 ? { groups } : {}),
      })
      return parsed.success ? parsed.data : null
    }
    default:
      return null
  }
}

/** The clef, octave signs set aside: abcjs already counts them into the pitch. */
export function clefName(clef: { type: string } | undefined): ClefName {
  const name = (clef?.type ?? 'treble').replace(/[+-]8$/, '')
  return name === 'alto' || name === 'tenor' || name === 'bass' ? name : 'treble'
}
