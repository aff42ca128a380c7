/** What of a drill strains a small hand. */
export const STRAINS = ['reach', 'extension', 'fourth', 'shift', 'low 2', 'double stop'] as const
export type Strain = (typeof STRAINS)[number]

const OWN: Record<Strain, string> = {
  reach: 'Open the hand from the base knuckles, thumb upright.',
  extension: 'The thumb goes along with the hand; nothing is squeezed.',
  fourth: 'Elbow under the instrument, 4 curved up and down alike.',
  shift: 'Hand, thumb and arm move as one, the finger light on the string.',
  'low 2': '1 and 2 set together, then lift only what is not needed.',
  'double stop': 'The finger stands arched, without pressing harder.',
}

/** What holds for all that strains, once a page or a screen. Common practice. */
export const CARE_ALWAYS =
  'Short goes: a minute at most, then rest and shake out the arm. Straight wrist, an instrument of the right size. Stop when it hurts; pain that stays goes to the teacher and a health professional.'

/** The caution of one drill, in a line; null where nothing strains. */
export const careOf = (strains: readonly Strain[] = []): string | null =>
  strains.length === 0 ? null : [...new Set(strains)].map((s) => OWN[s]).join(' ')

/** The caution of a drill that stands alone, with what holds for all that strains; null where nothing does. */
export const sayCare = (strains: readonly Strain[] = []): string | null => {
  const own = careOf(strains)
  return own && `${own} ${CARE_ALWAYS}`
}
