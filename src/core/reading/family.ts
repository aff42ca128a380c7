import { aboutKind } from './spots/detectors'
import type { SpotKind } from '../plan/spotKinds'
import type { Spot } from './spots/spot'

/** Kinds that say the same thing of one note: a sign, a rhythm, a way to the next string, the shape of the hand. */
export type Family = 'class' | 'sign' | 'name' | 'rhythm' | 'form' | 'place' | 'four' | 'move' | 'string' | 'crossing' | 'chord' | 'bow'

const FAMILY: Record<SpotKind, Family> = {
  'out-of-reach': 'class',
  'new-for-class': 'class',
  'two-new': 'class',
  'new-combination': 'class',
  'two-forms': 'sign',
  'first-sign': 'sign',
  'by-key': 'sign',
  'carried-sign': 'sign',
  'cancelled-sign': 'sign',
  'shared-letter': 'name',
  'letter-two-strings': 'name',
  'ledger-lines': 'name',
  'new-rhythm': 'rhythm',
  dotted: 'rhythm',
  triplet: 'rhythm',
  syncopation: 'rhythm',
  'counted-rest': 'rhythm',
  'changed-rhythm': 'rhythm',
  'long-after-short': 'rhythm',
  'look-alike': 'form',
  'repeat-way': 'form',
  pickup: 'form',
  'two-places': 'place',
  slide: 'place',
  'wide-gap': 'place',
  extension: 'place',
  'fourth-finger': 'four',
  'four-or-open': 'four',
  shift: 'move',
  'half-position': 'move',
  'lowest-string': 'string',
  'lands-alone': 'crossing',
  fifth: 'crossing',
  'skip-crossing': 'crossing',
  'skip-string': 'crossing',
  'hand-crossing': 'crossing',
  'bow-crossing': 'crossing',
  'double-stop': 'chord',
  'arch-kept': 'chord',
  'first-slur': 'bow',
  'wrong-bow': 'bow',
  'uneven-bow': 'bow',
  'pluck-change': 'bow',
  'other-loudness': 'bow',
  'no-rest': 'bow',
}

export const familyOf = (kind: SpotKind): Family => FAMILY[kind]

/** As hard as the first time, whatever came before. */
export const atFirst = (s: Pick<Spot, 'kind' | 'hard' | 'before'>): number => s.hard / aboutKind(s.kind).again ** s.before
