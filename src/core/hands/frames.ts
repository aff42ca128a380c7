/** Semitones between neighbouring fingers: 1-2, 2-3, 3-4. */
export type Spacing = readonly [number, number, number]

/**
 * Our name for a letter frame: which fingers touch. "touch 2-3" is the major start on an open string, "touch 1-2" the
 * minor start, "touch none" all whole steps. A step and a half between 2 and 3 is said as well.
 */
export function frameName(spacing: Spacing): string {
  const key = (spacing[0] * 16 + spacing[1]) * 16 + spacing[2]
  const known = NAMES.get(key)
  if (known) return known
  const name = named(spacing)
  NAMES.set(key, name)
  return name
}

const NAMES = new Map<number, string>()

function named(spacing: Spacing): string {
  const touching = spacing.flatMap((s, i) => (s === 1 ? [`${i + 1}-${i + 2}`] : []))
  const wide = spacing.findIndex((s) => s === 3)
  const name = `touch ${touching.join(' & ') || 'none'}`
  return wide < 0 ? name : `${name}, step-and-a-half between`
}
