/**
 * The cheapest way through columns of choices (dynamic programming): one of each column, by what it costs by itself and after
 * the one before. Infinity is forbidden. Null where no way is left, or a column has none.
 */
export function cheapest<T>(
  columns: readonly (readonly T[])[],
  own: (choice: T, i: number) => number,
  between: (a: T, b: T, i: number) => number,
): T[] | null {
  type Way = { readonly choice: T; readonly cost: number; readonly from: number }
  const ways: Way[][] = []
  columns.forEach((column, i) => {
    const last = ways.at(-1)
    ways.push(
      column.map((choice): Way => {
        const alone = own(choice, i)
        if (!last) return { choice, cost: alone, from: -1 }
        let [best, from] = [Infinity, -1]
        last.forEach((w, k) => {
          const cost = w.cost + between(w.choice, choice, i)
          if (cost < best) [best, from] = [cost, k]
        })
        return { choice, cost: best + alone, from }
      }),
    )
  })
  const end = ways.at(-1) ?? []
  let at = end.reduce((b, w, k) => (w.cost < (end[b]?.cost ?? Infinity) ? k : b), 0)
  if (!end[at] || end[at].cost === Infinity) return null
  const out: T[] = []
  for (let i = ways.length - 1; i >= 0; i--) {
    out.unshift(ways[i][at].choice)
    at = ways[i][at].from
  }
  return out
}
