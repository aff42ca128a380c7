import type { DrillKind } from '../drills/drill'
import type { Eased } from './eases'

/** What a drill is in the arc of a warm-up: the key, its chord, one thing at a time, a measure with all that is in it, or the hard passage itself. */
export type ArcPart = 'scale' | 'arpeggio' | 'single' | 'whole' | 'passage'

export const partOf = (kind: DrillKind): ArcPart => {
  switch (kind) {
    case 'scale':
    case 'arpeggio':
    case 'passage':
      return kind
    case 'one string':
    case 'bow only':
    case 'echo':
      return 'whole'
    default:
      return 'single'
  }
}

/** What may stand in a warm-up. */
export type ArcItem = { readonly part: ArcPart; readonly kind: DrillKind; readonly minutes: number; readonly eased: Eased }

/** What loads a seat (by index) at a note (by number). */
export type ArcBurden = { readonly points: number; readonly seat: number; readonly note: number }

/** How many items a warm-up has, up to so many minutes; beyond the last, one more for every two minutes. Common practice. */
const ITEMS: readonly (readonly [minutes: number, items: number])[] = [
  [3, 2],
  [5, 3],
  [8, 4],
  [10, 5],
  [12, 6],
]
/** From this many minutes on there is time for the scale of the key, and from this many items on for its chord. Common practice. */
export const SCALE_FROM = 5
const CHORD_FROM = 6

/** How many items a warm-up of so many minutes has. */
export function itemsIn(minutes: number): number {
  const known = ITEMS.filter(([upTo]) => upTo <= minutes).at(-1)
  const [last, most] = ITEMS[ITEMS.length - 1]
  return minutes > last ? most + Math.floor((minutes - last) / 2) : (known?.[1] ?? 1)
}

/** Minutes are told in tenths; sums of them are compared with this much slack. */
const SLACK = 1e-9

/** A set of items, as it is filled: what is left of every burden, what has been taken off each seat. */
type Filled = { readonly left: Float64Array; readonly off: Float64Array }

/**
 * What a set of items is worth: the root of what is taken off each seat, all seats together, so that the next item goes to
 * another seat where one has had much already. What one takes off, the next finds no more of.
 */
export function worthOf(items: readonly Pick<ArcItem, 'eased'>[], burdens: readonly ArcBurden[]): number {
  const filled = emptyOf(burdens)
  for (const item of items) take(filled, burdens, item.eased)
  return valueOf(filled)
}

const emptyOf = (burdens: readonly ArcBurden[]): Filled => ({
  left: Float64Array.from(burdens, (b) => b.points),
  off: new Float64Array(1 + Math.max(-1, ...burdens.map((b) => b.seat))),
})

function take({ left, off }: Filled, burdens: readonly ArcBurden[], { burdens: own, part }: Eased): void {
  for (const i of own) {
    const taken = left[i] * part
    left[i] -= taken
    off[burdens[i].seat] += taken
  }
}

const valueOf = ({ off }: Filled): number => off.reduce((sum, x) => sum + Math.sqrt(x), 0)

/** What one more item would be worth now. */
function gainOf({ left, off }: Filled, burdens: readonly ArcBurden[], { burdens: own, part }: Eased): number {
  const more = new Map<number, number>()
  for (const i of own) more.set(burdens[i].seat, (more.get(burdens[i].seat) ?? 0) + left[i] * part)
  let gain = 0
  for (const [seat, x] of more) gain += Math.sqrt(off[seat] + x) - Math.sqrt(off[seat])
  return gain
}

/**
 * The items of a warm-up, by index: those that are `set`, the scale and the chord where there is time for them, one passage,
 * and as many single things, no two of one kind or for the same places, as the minutes have room for; what takes whole measures only where single
 * things leave a place open. Exact: of all such sets that fit the one
 * that is worth most, of equals the first. What one more item adds never grows by what was taken before, so what the best of
 * the others would add now is never too low a bound.
 */
export function fillArc(all: readonly ArcItem[], burdens: readonly ArcBurden[], minutes: number, set: readonly number[] = []): number[] {
  const most = itemsIn(minutes)
  const chosen = [...set]
  let room = minutes - set.reduce((sum, i) => sum + all[i].minutes, 0)
  const free = (part: ArcPart): number[] => all.flatMap((x, i) => (x.part === part && !set.includes(i) ? [i] : []))
  const has = (part: ArcPart): boolean => chosen.some((i) => all[i].part === part)
  const put = (part: ArcPart, when: boolean): void => {
    const [first] = free(part)
    if (!when || has(part) || first === undefined || chosen.length >= most || all[first].minutes > room + SLACK) return
    chosen.push(first)
    room -= all[first].minutes
  }
  put('scale', minutes >= SCALE_FROM)
  put('arpeggio', most >= CHORD_FROM)

  const passages = has('passage') || chosen.length >= most ? [] : free('passage').filter((i) => all[i].minutes <= room + SLACK)
  // The passage ends the arc wherever one fits: each is tried as the one.
  const ways = (passages.length ? passages : [null]).map((p) => {
    const with_ = p === null ? chosen : [...chosen, p]
    const picked = mostWorth(all, burdens, with_, free('single'), room - (p === null ? 0 : all[p].minutes), most - with_.length)
    const items = [...with_, ...picked]
    return {
      items,
      worth: worthOf(
        items.map((i) => all[i]),
        burdens,
      ),
    }
  })
  const { items } = ways.reduce((a, b) => (b.worth > a.worth + SLACK ? b : a))
  const left = minutes - items.reduce((sum, i) => sum + all[i].minutes, 0)
  return [...items, ...mostWorth(all, burdens, items, free('whole'), left, most - items.length)]
}

/** Of what two items take something off, this part is common where they are for the same place. */
const COMMON = 0.5

/** Whether one item does for another: of one kind, or for mostly the same notes. */
function isLike(a: ArcItem, b: ArcItem, burdens: readonly ArcBurden[]): boolean {
  if (a.kind === b.kind) return true
  const notesOf = ({ eased }: ArcItem) => new Set(eased.burdens.map((i) => burdens[i].note))
  const [x, y] = [notesOf(a), notesOf(b)]
  const [few, many] = x.size < y.size ? [x, y] : [y, x]
  return [...few].filter((n) => many.has(n)).length > few.size * COMMON
}

/** Of some items, no two of one kind or for the same places, those that are worth most beside `chosen`, in so many minutes and so many at the most. */
function mostWorth(
  all: readonly ArcItem[],
  burdens: readonly ArcBurden[],
  chosen: readonly number[],
  some: readonly number[],
  room: number,
  places: number,
): readonly number[] {
  const filled = emptyOf(burdens)
  for (const i of chosen) take(filled, burdens, all[i].eased)
  const singles = chosen.filter((i) => all[i].part === 'single' || all[i].part === 'whole')
  const open = some.filter((i) => !singles.some((s) => isLike(all[s], all[i], burdens)) && gainOf(filled, burdens, all[i].eased) > SLACK)
  let best: readonly number[] = []
  let highest = -1
  /** Tries every way on from `picked`, which leaves `space` minutes and `left` places. */
  const go = (now: Filled, from: number, picked: readonly number[], space: number, left: number): void => {
    const value = valueOf(now)
    if (value > highest + SLACK) [best, highest] = [picked, value]
    if (left <= 0) return
    const gains = open.slice(from).flatMap((i) => {
      if (all[i].minutes > space + SLACK || picked.some((p) => isLike(all[p], all[i], burdens))) return []
      return [{ i, gain: gainOf(now, burdens, all[i].eased) }]
    })
    const bound = [...gains].sort((a, b) => b.gain - a.gain).slice(0, left)
    if (value + bound.reduce((sum, g) => sum + g.gain, 0) <= highest + SLACK) return
    for (const { i } of gains) {
      const next: Filled = { left: now.left.slice(), off: now.off.slice() }
      take(next, burdens, all[i].eased)
      go(next, open.indexOf(i) + 1, [...picked, i], space - all[i].minutes, left - 1)
    }
  }
  go(filled, 0, [], room, places)
  return best
}
