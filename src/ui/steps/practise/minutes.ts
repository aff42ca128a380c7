/** A time in minutes as a list says it: "1.5 min", "2 min". */
export const sayMinutes = (n: number): string => `${Number.isInteger(n) ? n : n.toFixed(1)} min`
