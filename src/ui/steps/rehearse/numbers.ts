/** A share as it is written in a field: 80 of 0.8. */
export const ratePercent = (x: number): number => Math.round(x * 100)
export const rateField = 'rounded border border-rule bg-paper px-1.5 py-1 text-right tabular-nums'
