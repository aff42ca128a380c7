/** What is to be broken into systems: the natural widths of the measures, and what stands before the first note of a system. */
export type ToBreak = {
  readonly widths: readonly number[]
  /** Clef and signature, which come again in every system. */
  readonly head: number
  /** Width of a system, in the unit of the widths. */
  readonly width: number
  /** Measures at which a printed line begins: a system never goes over one. */
  readonly starts: readonly number[]
}

/** How much fuller than its natural width a system may be: beyond it notes stand too close to be read from a stand. A line that the class knows is kept whole a little longer. */
const FULLEST = { free: 1.08, printed: 1.25 } as const

/** The fewest systems that hold the measures without crowding, each filled as evenly as can be; indices of their first measures. */
export function fewestSystems(b: ToBreak): number[] {
  const n = b.widths.length
  const filled = filling(b)
  const fullest = b.starts.length > 1 ? FULLEST.printed : FULLEST.free
  for (let count = Math.max(1, b.starts.length); count < n; count++) {
    const starts = inSystems(b, count)
    if (starts && starts.every((from, i) => filled(from, starts[i + 1] ?? n) <= fullest || (starts[i + 1] ?? n) - from === 1)) return starts
  }
  return b.widths.map((_, i) => i)
}

/**
 * The measures in so many systems, filled as evenly as can be (the least sum of squares); null where the printed lines do
 * not allow so many or so few.
 */
export function inSystems(b: ToBreak, count: number): number[] | null {
  const n = b.widths.length
  const filled = filling(b)
  const isStart = new Set(b.starts)
  // best[k][i]: least cost of the first i measures in k systems, and where the last of them begins.
  let best: { cost: number; at: number[] }[] = Array.from({ length: n + 1 }, (_, i) => ({ cost: i === 0 ? 0 : Infinity, at: [] }))
  for (let k = 1; k <= count; k++) {
    const next = best.map(() => ({ cost: Infinity, at: [] as number[] }))
    for (let end = k; end <= n; end++)
      for (let from = end - 1; from >= k - 1; from--) {
        const before = best[from]
        if (before.cost < Infinity) {
          const cost = before.cost + filled(from, end) ** 2
          if (cost < next[end].cost) next[end] = { cost, at: [...before.at, from] }
        }
        // A printed line begins at this measure: nothing from before it may stand in the same system.
        if (isStart.has(from)) break
      }
    best = next
  }
  return best[n].cost < Infinity ? best[n].at : null
}

function filling({ widths, head, width }: ToBreak): (from: number, to: number) => number {
  const sums = widths.reduce<number[]>((all, w) => [...all, all.at(-1)! + w], [0])
  return (from, to) => (sums[to] - sums[from] + (from > 0 ? head : 0)) / width
}

/** What stands beside each system: "line 2" where a printed line begins, when lines had to be broken; else nothing. */
export function lineNames(starts: readonly number[], systems: readonly number[]): readonly string[] {
  if (starts.length < 2 || systems.length === starts.length) return systems.map(() => '')
  return systems.map((from) => (starts.includes(from) ? `line ${starts.indexOf(from) + 1}` : ''))
}
