import { createEmptyCard, fsrs, generatorParameters, Rating, type Card, type Grade } from 'ts-fsrs'
import type { Item } from './all'
import type { Answer } from './answer'
import { QUESTION_KINDS, type QuestionKind } from './question'

/* When what is asked again: spaced by FSRS (the library ts-fsrs), graded by time and rightness. The clock is handed in. */

const scheduler = fsrs(generatorParameters({ request_retention: 0.9, enable_fuzz: false, maximum_interval: 180 }))

/** Up to so many milliseconds an answer is quick, from so many on it is slow: a choice is read and touched, a place is looked for. */
const PACE: Readonly<Record<QuestionKind, readonly [quick: number, slow: number]>> = {
  letter: [3000, 9000],
  finger: [4000, 11000],
  draw: [6000, 16000],
  'staff places': [8000, 20000],
  'string places': [8000, 20000],
  form: [6000, 15000],
  step: [5000, 12000],
  count: [7000, 18000],
  shift: [6000, 15000],
  trap: [10000, 25000],
}

/** The grade of an answer: wrong is to be learned again; right and slow hard, right good, right and quick easy. */
export function gradeOf({ kind, right, ms }: Pick<Answer, 'kind' | 'right' | 'ms'>): Grade {
  const [quick, slow] = PACE[kind]
  if (!right) return Rating.Again
  return ms <= quick ? Rating.Easy : ms >= slow ? Rating.Hard : Rating.Good
}

/** Not the same again at once: as many others come between, where there are. */
const BETWEEN = 2

/** How far somebody has come: how each item stands, when it was met first, how often it was right running, and what was asked last. */
export type Progress = {
  readonly cards: ReadonlyMap<string, Card>
  readonly first: ReadonlyMap<string, number>
  /** How often each was right running. */
  readonly row: ReadonlyMap<string, number>
  readonly last: readonly string[]
}

/** Progress with one answer more, later than all before. */
export function withAnswer({ cards, first, row, last }: Progress, a: Answer): Progress {
  const { card } = scheduler.next(cards.get(a.item) ?? createEmptyCard(a.at), a.at, gradeOf(a))
  return {
    cards: new Map(cards).set(a.item, card),
    first: first.has(a.item) ? first : new Map(first).set(a.item, a.at),
    row: new Map(row).set(a.item, a.right ? (row.get(a.item) ?? 0) + 1 : 0),
    last: [...last, a.item].slice(-BETWEEN),
  }
}

/** Progress after some answers, told again from the first: the order in which they arrive does not matter. */
export function progressOf(answers: readonly Answer[]): Progress {
  const [cards, first, row] = [new Map<string, Card>(), new Map<string, number>(), new Map<string, number>()]
  const told = [...answers].sort((x, y) => x.at - y.at || (x.id < y.id ? -1 : 1))
  for (const a of told) {
    cards.set(a.item, scheduler.next(cards.get(a.item) ?? createEmptyCard(a.at), a.at, gradeOf(a)).card)
    row.set(a.item, a.right ? (row.get(a.item) ?? 0) + 1 : 0)
    if (!first.has(a.item)) first.set(a.item, a.at)
  }
  return { cards, first, row, last: told.slice(-BETWEEN).map((a) => a.item) }
}

/** New items that are open at a time: the next comes when one of them was right twice running; and new ones in one session at the most. Common practice: a few new ones among many known. */
export const [NEW_AT_ONCE, NEW_IN_ALL, SETTLED] = [4, 12, 2] as const

/** Items in the order in which they are met for the first time: notes in the order of teaching, each kind a little after the one before. */
export function dueInOrder(items: readonly Item[]): Item[] {
  const seen = new Map<QuestionKind, number>()
  return items
    .map((item, i) => {
      const n = seen.get(item.kind) ?? 0
      seen.set(item.kind, n + 1)
      return { item, i, rank: n + 3 * QUESTION_KINDS.indexOf(item.kind) }
    })
    .sort((a, b) => a.rank - b.rank || a.i - b.i)
    .map((x) => x.item)
}

/**
 * What is asked next: what is due and most likely forgotten, then something new (as many as a session takes, counted from
 * `since`), then what is least sure. Null when there is nothing to ask. `now` and `since` in milliseconds since 1970.
 */
export function nextItem(items: readonly Item[], { cards, first, row, last }: Progress, since: number, now: number): Item | null {
  const all = dueInOrder(items)
  const waiting = all.filter((i) => !last.includes(i.id))
  const open = waiting.length > 0 ? waiting : all
  const recall = (i: Item): number => scheduler.get_retrievability(cards.get(i.id)!, now, false)
  const met = open.filter((i) => cards.has(i.id)).sort((a, b) => recall(a) - recall(b))
  const due = met.find((i) => cards.get(i.id)!.due.getTime() <= now)
  if (due) return due
  const begun = [...first].filter(([, at]) => at >= since)
  const unsettled = begun.filter(([item]) => (row.get(item) ?? 0) < SETTLED).length
  const fresh = unsettled < NEW_AT_ONCE && begun.length < NEW_IN_ALL ? open.find((i) => !cards.has(i.id)) : undefined
  return fresh ?? met[0] ?? open[0] ?? null
}
