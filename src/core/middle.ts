/** The middle of some numbers, of an even count the mean of the two in the middle; NaN for none. */
export function middle(xs: readonly number[]): number {
  const sorted = [...xs].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2
}
