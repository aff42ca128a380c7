import { formOf } from '../reading/form'
import { stageOf, STAGES, type Stage } from '../reading/stage'
import { sayMeasure, sayStretch, printedLines } from '../piece/address'
import { capital } from '../names'
import type { Practised } from '../drills/practised'
import type { SeatId } from '../seats/seat'

/** A stretch that is practised by itself: cut out of the piece, joined of two neighbours, a line, or the whole. */
export type Chunk = {
  /** The same for the same stretch of the same piece: "3-4", "3-6 join". */
  readonly id: string
  readonly kind: 'chunk' | 'join' | 'line' | 'part' | 'whole'
  /** Measures by index, both included. */
  readonly from: number
  readonly to: number
  /** Points of whoever has most to do in each measure. */
  readonly load: number
  /** What must be known before: ids. */
  readonly after: readonly string[]
  /** "Line 1, measures 3 and 4". */
  readonly says: string
  /** Of several measures the one with most to do, as it is said: what is taken by itself where the whole slips; null: there is but one. */
  readonly hardest: string | null
}

/** The measures of a chunk by its id, both included; null: it is no chunk's. */
export function stretchOf(id: string): { readonly from: number; readonly to: number } | null {
  if (id === 'whole') return { from: 0, to: Infinity }
  const found = /^(\d+)-(\d+)( join| line| part)?$/.exec(id)
  return found && { from: Number(found[1]), to: Number(found[2]) }
}

/** What a class of a stage can hold at a time: points of load and struck notes. From memory. */
const HOLDS: Readonly<Record<Stage, { readonly load: number; readonly notes: number }>> = {
  beginning: { load: 10, notes: 8 },
  'first position': { load: 24, notes: 14 },
  beyond: { load: 40, notes: 24 },
}
/** Measures of a chunk at the most: two at a time. Common practice. */
const LONGEST = 2
/** How bad it is to cut where a slur or a tie goes on, inside a printed line, and where nothing rests. A chunk more costs one. */
const [CUTS_SLUR, CUTS_LINE, NO_REST] = [50, 0.25, 0.1]
/** How bad a point beyond what a class can hold is. */
const BEYOND = 0.2

/** What of a piece is cut: whose load counts, all seats or one. */
export type Cut = { readonly seat?: SeatId }

/** Points of each measure: of the seat, or of whoever has most to do there. */
export const loadsOf = (c: Practised, { seat }: Cut = {}): number[] =>
  c.measures.map((m) => Math.max(0, ...c.players.filter((p) => !seat || p.seat.id === seat).map((p) => p.load.byMeasure[m.index] ?? 0)))

/** The stage of the seat that stands least far, as the class goes with it. */
function stageIn(c: Practised, { seat }: Cut): Stage {
  const stages = c.players
    .filter((p) => !seat || p.seat.id === seat)
    .map((p) => STAGES.indexOf(stageOf(p.map.instrument, p.map.setup.learned)))
  return STAGES[Math.min(...stages)]
}

/** How bad it is to cut after a measure. */
function badCuts(c: Practised): number[] {
  const [{ map }] = c.players
  const { line } = map
  const lines = new Set((printedLines(line) ?? []).map((l) => l.to))
  const order = new Map(line.measures.flatMap((m, i) => m.events.map((e) => [e.id, i] as const)))
  const slurred = new Set<number>()
  for (const s of line.slurs) {
    const [a, b] = [order.get(s.from) ?? 0, order.get(s.to) ?? 0]
    for (let i = a; i < b; i++) slurred.add(i)
  }
  return line.measures.map((m, i) => {
    const last = m.events.at(-1)
    const tied = last?.kind === 'note' && last.heads.some((h) => h.tie)
    const rests = last?.kind === 'rest' || m.repeatEnd !== undefined || m.barline !== undefined
    return (slurred.has(i) || tied ? CUTS_SLUR : 0) + (lines.size && !lines.has(i) ? CUTS_LINE : 0) + (rests ? 0 : NO_REST)
  })
}

/**
 * The piece cut small: chunks that a class of this level can hold, cut at rests, slurs and ends of lines; what returns note
 * for note is learned once. Then the joins across the borders, the lines, and the whole. Cut so that fewest chunks come out,
 * none larger than the class can hold where that is possible; equal cuts go to the earlier border.
 */
export function chunksOf(c: Practised, cut: Cut = {}): Chunk[] {
  const loads = loadsOf(c, cut)
  const holds = HOLDS[stageIn(c, cut)]
  const [leader] = c.players
  const notes = leader.reading.byMeasure.map((m) => m.length)
  const bad = badCuts(c)
  const n = loads.length
  const pickup = leader.map.line.measures[0].pickup === true
  const sum = (xs: readonly number[], from: number, to: number) => xs.slice(from, to + 1).reduce((a, b) => a + b, 0)
  const cost = (from: number, to: number): number =>
    1 +
    BEYOND * Math.max(0, sum(loads, from, to) - holds.load) +
    BEYOND * Math.max(0, sum(notes, from, to) - holds.notes) +
    (to < n - 1 ? bad[to] : 0)
  const best: { cost: number; from: number }[] = []
  for (let to = 0; to < n; to++) {
    let here = { cost: Infinity, from: to }
    for (let from = to; from >= 0; from--) {
      // A pickup belongs to the measure that it leads into.
      const length = to - from + 1 - (pickup && from === 0 ? 1 : 0)
      if (length > LONGEST && bad[from] < CUTS_SLUR) break
      if (length > 2 * LONGEST) break
      if (pickup && from === 1 && to >= 1) continue
      const total = cost(from, to) + (from > 0 ? best[from - 1].cost : 0)
      if (total < here.cost - 1e-9) here = { cost: total, from }
    }
    best[to] = here
  }
  const pieces: { from: number; to: number }[] = []
  for (let to = n - 1; to >= 0; to = best[to].from - 1) pieces.unshift({ from: best[to].from, to })
  return withJoins(c, pieces, loads)
}

/** The chunks with what is made of them. */
function withJoins(c: Practised, pieces: readonly { from: number; to: number }[], loads: readonly number[]): Chunk[] {
  const [{ map }] = c.players
  const { line } = map
  const form = formOf(c.piece, line)
  const learned = new Set(form.toLearn)
  const says = (from: number, to: number) => capital(from === to ? sayMeasure(line, from) : sayStretch(line, from, to))
  const hardest = (from: number, to: number) => {
    const own = loads.slice(from, to + 1)
    return from === to ? null : sayMeasure(line, from + own.indexOf(Math.max(...own)))
  }
  const load = (from: number, to: number) => loads.slice(from, to + 1).reduce((a, b) => a + b, 0)
  const idOf = (from: number, to: number) => `${from}-${to}`
  // A chunk of which every measure has come before is known already.
  const isNew = ({ from, to }: { from: number; to: number }) =>
    Array.from({ length: to - from + 1 }, (_, i) => from + i).some((i) => learned.has(i))
  const chunks = pieces.filter(isNew).map(({ from, to }): Chunk => ({
    id: idOf(from, to),
    kind: 'chunk',
    from,
    to,
    load: load(from, to),
    after: [],
    says: says(from, to),
    hardest: hardest(from, to),
  }))
  const heldBy = chunkOf(chunks, form)
  /** The chunks in which measures are met first, where they stand or where they stand before. */
  const metIn = (from: number, to: number): string[] => [
    ...new Set(Array.from({ length: to - from + 1 }, (_, i) => heldBy(from + i)).flatMap((x) => x ?? [])),
  ]
  const joins = pieces.slice(1).flatMap((right, i): Chunk[] => {
    const left = pieces[i]
    if (!isNew(left) && !isNew(right)) return []
    return [
      {
        id: `${idOf(left.from, right.to)} join`,
        kind: 'join',
        from: left.from,
        to: right.to,
        load: load(left.from, right.to),
        after: metIn(left.from, right.to),
        says: says(left.from, right.to),
        hardest: hardest(left.from, right.to),
      },
    ]
  })
  const lines = form.lines
    .filter((u) => u.like?.how.kind !== 'same' && u.name !== '–')
    .flatMap((u): Chunk[] => {
      // The pickup goes with the first line.
      const from = u.from === 1 && line.measures[0].pickup ? 0 : u.from
      const inside = [...chunks, ...joins].filter((x) => x.from >= from && x.to <= u.to)
      if (inside.length < 2 || inside.some((x) => x.from === from && x.to === u.to) || (from === 0 && u.to === line.measures.length - 1))
        return []
      return [
        {
          id: `${idOf(from, u.to)} line`,
          kind: 'line',
          from,
          to: u.to,
          load: load(from, u.to),
          after: [...new Set([...inside.map((x) => x.id), ...metIn(from, u.to)])],
          says: says(from, u.to),
          hardest: hardest(from, u.to),
        },
      ]
    })
  const last = line.measures.length - 1
  const whole: Chunk = {
    id: 'whole',
    kind: 'whole',
    from: 0,
    to: last,
    load: load(0, last),
    after: [...chunks, ...joins, ...lines].map((x) => x.id),
    says: says(0, last),
    hardest: hardest(0, last),
  }
  return [...chunks, ...joins, ...lines, whole]
}

/** In which chunk a measure is met: its own, or that of the measure which it returns note for note; null: nothing is played in it. */
function chunkOf(chunks: readonly Chunk[], { measures }: ReturnType<typeof formOf>): (index: number) => string | null {
  const first = new Map(measures.map((u) => [u.from, u.like?.how.kind === 'same' ? measures[u.like.unit].from : u.from]))
  const holds = (index: number) => chunks.find((x) => x.from <= index && x.to >= index)
  return (index) => (holds(index) ?? holds(first.get(index) ?? index))?.id ?? null
}

/** A piece that is too long to be run through at once, in so many parts of about one length: each ends where a line does. */
export function runPartsOf(c: Practised, chunks: readonly Chunk[], seconds: readonly number[], count: number): Chunk[] {
  const { line } = c.players[0].map
  const whole = chunks.find((x) => x.kind === 'whole')
  if (!whole) return []
  const total = seconds.reduce((a, b) => a + b, 0)
  const ends = formOf(c.piece, line).lines.flatMap((u) => (u.to < whole.to ? [u.to] : []))
  const until = (to: number) => seconds.slice(0, to + 1).reduce((a, b) => a + b, 0)
  const cuts = Array.from({ length: count - 1 }, (_, i) => {
    const goal = (total * (i + 1)) / count
    const far = (to: number) => Math.abs(until(to) - goal)
    return ends.reduce<number | null>((best, to) => (best === null || far(to) < far(best) ? to : best), null)
  })
  const borders = [...new Set(cuts.flatMap((x) => x ?? []))].sort((a, b) => a - b)
  const starts = [whole.from, ...borders.map((x) => x + 1)]
  return starts.map((from, i): Chunk => {
    const to = borders[i] ?? whole.to
    return { ...whole, id: `${from}-${to} part`, kind: 'part', from, to, says: capital(sayStretch(line, from, to)) }
  })
}
