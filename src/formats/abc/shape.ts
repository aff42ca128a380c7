import type { ClefName } from '@/core/music/clef'
import { alterIn, SHARP_ORDER, type Key } from '@/core/music/key'
import { LETTERS, type Letter } from '@/core/music/pitch'
import type { Meter } from '@/core/music/time'
import { meterSchema } from '@/core/music/time.schema'

/** What of abcjs's parse result is read here; its own types lag behind what it returns. */
export type AbcElement = {
  el_type: string
  startChar: number
  /** How the heads look, where it is said. */
  style?: string
  type?: string
  /** In whole notes; a list in tempo elements. */
  duration: number
  pitches?: {
    pitch: number
    style?: string
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

export type AbcKey = { accidentals?: { acc: string; note: string }[]; root?: string; acc?: string; mode?: string }
export type AbcMeter = { type?: string; value?: { num: string; den?: string }[] }
export type AbcStaff = { voices: AbcElement[][]; title?: string[]; clef?: { type: string }; key?: AbcKey; meter?: AbcMeter }
export type AbcTune = {
  warnings?: string[]
  metaText: { title?: string; composer?: string; tempo?: { bpm?: number; duration?: number[] } }
  lines: { staff?: AbcStaff[] }[]
}

const ALTER: Record<string, number> = { flat: -1, natural: 0, sharp: 1, dblsharp: 2, dblflat: -2 }
/** What a church mode adds to the signature of its keynote in major, in fifths. */
const MODES: Record<string, number> = { '': 0, Mix: -1, Dor: -2, m: -3, Phr: -4, Loc: -5, Lyd: 1 }
/** The Highland pipes' keys say no or other signs on paper; F and C are sharp in both (abc 2.1, 3.1.14). */
const PIPES: AbcKey['accidentals'] = [
  { acc: 'sharp', note: 'f' },
  { acc: 'sharp', note: 'c' },
]

/** A key as it is read: a signature, and the letters that the file has otherwise than that signature. */
export type AbcSignature = { readonly key: Key; readonly own: ReadonlyMap<Letter, number> }

/**
 * The signature of a key field. One that no key has (abc lets a key name its own signs) becomes the nearest that one has, of
 * equals the keynote's; what it has otherwise is in `own`, to be written at the notes. Church modes keep their signature and
 * lean major or minor by their third.
 */
export function readKey(key: AbcKey | undefined): AbcSignature {
  const pipes = key?.root === 'HP' || key?.root === 'Hp'
  const said = new Map<Letter, number>(LETTERS.map((l) => [l, 0]))
  for (const { acc, note } of (pipes ? PIPES : key?.accidentals) ?? []) {
    const letter = note.toUpperCase() as Letter
    if (LETTERS.includes(letter) && ALTER[acc] !== undefined) said.set(letter, ALTER[acc])
  }
  const mode = ['m', 'Dor', 'Phr', 'Loc'].includes(key?.mode ?? '') ? 'minor' : 'major'
  const place = SHARP_ORDER.indexOf(key?.root as Letter)
  const named = place < 0 ? 0 : place - 1 + 7 * (ROOT_SIGN[key?.acc ?? ''] ?? 0) + (MODES[key?.mode ?? ''] ?? 0)
  const otherwise = (fifths: number) => LETTERS.filter((l) => alterIn({ fifths }, l) !== said.get(l))
  const fifths = Array.from({ length: 15 }, (_, i) => i - 7).reduce((best, f) => {
    const [mine, theirs] = [otherwise(f).length, otherwise(best).length]
    return mine < theirs || (mine === theirs && Math.abs(f - named) < Math.abs(best - named)) ? f : best
  })
  return { key: { fifths, mode }, own: new Map(otherwise(fifths).map((l) => [l, said.get(l)!])) }
}

const ROOT_SIGN: Record<string, number> = { sharp: 1, flat: -1, '#': 1, b: -1 }

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
