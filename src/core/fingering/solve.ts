import type { Hold } from '../hands/hold'
import type { ColumnJump, Table } from './layout'

/**
 * What the search keeps after a column: its hold, and with it the holds of earlier columns that a jump will still ask
 * about (`kept`, in written order). A state is hold × combination of kept holds; `size` is the number of combinations.
 */
type Layer = { readonly kept: readonly number[]; readonly size: number }

/** The least-cost way: a hold index for each column; and for every state the least cost so far and the state it came from. */
export type Solution = Table & {
  readonly chosen: readonly number[]
  /** State of each column on the chosen way. */
  readonly states: readonly number[]
  readonly total: number
  readonly layers: readonly Layer[]
  readonly before: readonly Float64Array[]
  readonly from: readonly Int32Array[]
}

/** Combinations that are kept at most; jumps beyond that (several endings over each other, wide chords) go unpriced. */
const MOST_KEPT = 2048

/** The hold on the chosen way at a column of a solved line, from 0. */
export const chosenAt = ({ columns, chosen }: Pick<Solution, 'columns' | 'chosen'>, column: number): Hold =>
  columns[column].holds[chosen[column]]

/** The exact least-cost way through the columns and jumps (shortest path in one pass; ties go to the hold listed first). */
export function solve(full: Table): Solution {
  const { table, layers } = layersFor(full)
  const { columns } = table
  const endings = endingsOf(table.jumps)
  const before: Float64Array[] = []
  const from: Int32Array[] = []
  columns.forEach((c, i) => {
    const cost = new Float64Array(c.holds.length * layers[i].size).fill(Infinity)
    const back = new Int32Array(cost.length).fill(-1)
    if (i === 0) cost.set(c.own)
    else {
      relax(stepInto(table, layers, i, endings), before[i - 1], cost, back)
      const { size } = layers[i]
      for (let s = 0; s < cost.length; s++) cost[s] += c.own[size === 1 ? s : Math.floor(s / size)]
    }
    before.push(cost)
    from.push(back)
  })
  const states = new Array<number>(columns.length)
  let at = columns.length ? leastOf(before[columns.length - 1]) : -1
  const total = columns.length ? before[columns.length - 1][at] : 0
  for (let i = columns.length - 1; i >= 0; i--) {
    states[i] = at
    at = from[i][at]
  }
  return { ...table, chosen: states.map((s, i) => Math.floor(s / layers[i].size)), states, total, layers, before, from }
}

/** One step forward: what every state of a column costs at the least, and where from. Own costs are not in it. */
function relax({ width, moves, size, row, combination, ending }: Step, last: Float64Array, cost: Float64Array, back: Int32Array): void {
  for (let p = 0; p < last.length; p++) {
    const from = row ? row[p] : p * width
    const kept = combination ? combination[p] : 0
    for (let b = 0; b < width; b++) {
      let here = last[p]
      if (moves) here += moves[from + b]
      if (ending) here += ending[p * width + b]
      const next = b * size + kept
      if (here < cost[next]) {
        cost[next] = here
        back[next] = p
      }
    }
  }
}

/**
 * The step into column `i`, ready for loops: from state p of the column before to hold b (of `width`) of this one. The
 * state that it leads to is b × `size` + `combination[p]`, its cost `moves[row[p] + b]` and `ending[p × width + b]`, the
 * jumps that end here. Null arrays stand for the plain step without jumps: p × width, 0, and nothing.
 */
type Step = {
  readonly width: number
  readonly moves: Float64Array | null
  readonly size: number
  readonly row: Int32Array | null
  readonly combination: Int32Array | null
  readonly ending: Float64Array | null
}

/** The jumps that end at each column. */
type Endings = ReadonlyMap<number, readonly ColumnJump[]>
export function endingsOf(jumps: readonly ColumnJump[]): Endings {
  const at = new Map<number, ColumnJump[]>()
  for (const j of jumps) {
    const known = at.get(j.high)
    if (known) known.push(j)
    else at.set(j.high, [j])
  }
  return at
}

export function stepInto({ columns }: Pick<Table, 'columns'>, layers: readonly Layer[], i: number, endingsAt: Endings): Step {
  const width = columns[i].holds.length
  const { moves } = columns[i]
  const [before, here] = [layers[i - 1], layers[i]]
  const plain: Step = { width, moves, size: 1, row: null, combination: null, ending: null }
  const found = endingsAt.size ? endingsAt.get(i) : undefined
  if (before.size === 1 && here.size === 1 && !found) return plain
  const endings = found ?? []
  const states = columns[i - 1].holds.length * before.size
  const row = new Int32Array(states)
  const combination = new Int32Array(states)
  const ending = endings.length ? new Float64Array(states * width) : null
  for (let p = 0; p < states; p++) {
    const a = Math.floor(p / before.size)
    row[p] = a * width
    const hold = (column: number): number => (column === i - 1 ? a : keptHold(columns, before, p % before.size, column))
    for (const k of here.kept) combination[p] = combination[p] * columns[k].holds.length + hold(k)
    if (ending)
      for (const j of endings) {
        const from = hold(j.low) * width
        for (let b = 0; b < width; b++) ending[p * width + b] += j.moves[from + b]
      }
  }
  return { width, moves, size: here.size, row, combination, ending }
}

/** The hold of a kept column in combination `r`. */
export function keptHold(columns: Table['columns'], layer: Layer, r: number, column: number): number {
  let rest = r
  for (let i = layer.kept.length - 1; i >= 0; i--) {
    const width = columns[layer.kept[i]].holds.length
    if (layer.kept[i] === column) return rest % width
    rest = Math.floor(rest / width)
  }
  return 0
}

const NOTHING_KEPT: Layer = { kept: [], size: 1 }

/** What has to be kept after each column; a jump that would keep too much is left out of the table. */
function layersFor(full: Table): { table: Table; layers: Layer[] } {
  if (full.jumps.length === 0) return { table: full, layers: full.columns.map(() => NOTHING_KEPT) }
  const left = new Set<ColumnJump>()
  const layers: Layer[] = []
  const opening = new Map<number, ColumnJump[]>()
  for (const j of full.jumps) opening.set(j.low, [...(opening.get(j.low) ?? []), j])
  let open = new Set<ColumnJump>()
  for (let i = 0; i < full.columns.length; i++) {
    const opened = opening.get(i - 1)
    if (opened) for (const j of opened) if (!left.has(j)) open.add(j)
    if (open.size) for (const j of open) if (j.high <= i) open.delete(j)
    if (open.size === 0) {
      layers.push(NOTHING_KEPT)
      continue
    }
    const kept = [...new Set([...open].map((j) => j.low))].sort((a, b) => a - b)
    const size = kept.reduce((n, k) => n * full.columns[k].holds.length, 1)
    if (size <= MOST_KEPT) {
      layers.push({ kept, size })
      continue
    }
    // The longest one goes unpriced; what was kept for it since it opened is laid out anew.
    const longest = full.jumps.filter((j) => open.has(j)).reduce((a, b) => (b.high - b.low > a.high - a.low ? b : a))
    left.add(longest)
    layers.length = longest.low + 1
    i = longest.low
    open = new Set(full.jumps.filter((j) => !left.has(j) && j.low < i && j.high > i))
  }
  return { table: { ...full, jumps: full.jumps.filter((j) => !left.has(j)) }, layers }
}

/** Index of the smallest number, the first of equals. */
function leastOf(costs: ArrayLike<number>): number {
  let least = 0
  for (let i = 1; i < costs.length; i++) if (costs[i] < costs[least]) least = i
  return least
}
