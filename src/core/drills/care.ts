import type { Spoken } from '../language'
import { drillWords } from '../words/drills'

/** What of a drill strains a small hand. */
export const STRAINS = ['reach', 'extension', 'fourth', 'shift', 'low 2', 'double stop'] as const
export type Strain = (typeof STRAINS)[number]

/** What holds for all that strains, once a page or a screen. Common practice. */
export const careAlways = (to: Spoken = {}): string => drillWords(to).CARE.always

/** The caution of one drill, in a line; null where nothing strains. */
export const careOf = (strains: readonly Strain[] = [], to: Spoken = {}): string | null =>
  strains.length === 0 ? null : [...new Set(strains)].map((s) => drillWords(to).CARE[s]).join(' ')

/** The caution of a drill that stands alone, with what holds for all that strains; null where nothing does. */
export const sayCare = (strains: readonly Strain[] = [], to: Spoken = {}): string | null => {
  const own = careOf(strains, to)
  return own && `${own} ${careAlways(to)}`
}
