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

/** What holds for all that strains. Common practice. */
const ALL =
  'Short goes: a minute at most, then rest and shake out the arm. Straight wrist, an instrument of the right size. Stop when it hurts; pain that stays goes to the teacher and a health professional.'

/** The caution of a drill, said once where it is set; null where nothing strains. */
export const sayCare = (strains: readonly Strain[] = []): string | null =>
  strains.length === 0 ? null : [...new Set(strains)].map((s) => OWN[s]).join(' ') + ` ${ALL}`
