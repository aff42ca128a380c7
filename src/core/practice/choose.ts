/** What may be chosen: how long it takes, what it is worth to each burden: a part of what is left of it. */
export type Choosable = { readonly minutes: number; readonly eased: { readonly burdens: readonly number[]; readonly part: number } }

/** What is taken off burdens by some of them together: what one takes off, the next finds no more of. */
export function takenOff(chosen: readonly Choosable[], points: readonly number[]): number {
  const left = [...points]
  for (const { eased } of chosen) for (const i of eased.burdens) left[i] *= 1 - eased.part
  return points.reduce((sum, p, i) => sum + p - left[i], 0)
}

/** Minutes are told in tenths; sums of them are compared with this much slack. */
const SLACK = 1e-9

/** How many ways are looked at before the best so far is taken: far beyond what a warm-up of a class needs. */
const MOST_LOOKED_AT = 400_000

/** Which were chosen, by index, what they take off, and whether every way was looked at or ruled out. */
export type Chosen = { readonly indices: readonly number[]; readonly points: number; readonly proven: boolean }

/**
 * The choice that takes most off in so many minutes, with some of them set. Branch and bound: what one more takes off never
 * grows by choosing others first, so the best of what is left, filled into the time by worth per minute, is never too low
 * a bound. Of equal choices the one that comes first is taken, so the same is always chosen.
 */
export function choose(all: readonly Choosable[], points: readonly number[], minutes: number, set: readonly number[] = []): Chosen {
  const left = Float64Array.from(points)
  let time = minutes
  for (const i of set) {
    time -= all[i].minutes
    for (const b of all[i].eased.burdens) left[b] *= 1 - all[i].eased.part
  }
  const worthNow = (i: number): number => {
    let sum = 0
    for (const b of all[i].eased.burdens) sum += left[b]
    return sum * all[i].eased.part
  }
  const free = all
    .map((_, i) => i)
    .filter((i) => !set.includes(i) && all[i].minutes <= time + SLACK && worthNow(i) > 0)
    .sort((a, b) => worthNow(b) / all[b].minutes - worthNow(a) / all[a].minutes || a - b)

  let best: number[] = []
  let most = -1
  let looked = 0
  const picked: number[] = []

  /** What can still be taken off at the most, by those from `from` on, in the time that is left. */
  const bound = (from: number, room: number): number => {
    const rates: { worth: number; minutes: number }[] = []
    for (let n = from; n < free.length; n++) {
      const i = free[n]
      if (all[i].minutes > room + SLACK) continue
      rates.push({ worth: worthNow(i), minutes: all[i].minutes })
    }
    rates.sort((a, b) => b.worth / b.minutes - a.worth / a.minutes)
    let sum = 0
    for (const r of rates) {
      if (r.minutes <= room) {
        sum += r.worth
        room -= r.minutes
      } else {
        sum += (r.worth * room) / r.minutes
        break
      }
    }
    return sum
  }

  const go = (from: number, room: number, sum: number): void => {
    if (sum > most + SLACK) {
      most = sum
      best = [...picked]
    }
    if (from >= free.length || looked >= MOST_LOOKED_AT) return
    looked++
    if (sum + bound(from, room) <= most + SLACK) return
    // The likeliest next: what takes most off for its time now.
    let at = -1
    let rate = 0
    for (let n = from; n < free.length; n++) {
      const i = free[n]
      if (all[i].minutes > room + SLACK) continue
      const r = worthNow(i) / all[i].minutes
      if (r > rate + SLACK) [at, rate] = [n, r]
    }
    if (at < 0) return
    ;[free[from], free[at]] = [free[at], free[from]]
    const i = free[from]
    const { burdens, part } = all[i].eased
    const worth = worthNow(i)
    const before = burdens.map((b) => left[b])
    for (const b of burdens) left[b] *= 1 - part
    picked.push(i)
    go(from + 1, room - all[i].minutes, sum + worth)
    picked.pop()
    burdens.forEach((b, n) => (left[b] = before[n]))
    go(from + 1, room, sum)
    ;[free[from], free[at]] = [free[at], free[from]]
  }
  go(0, time, 0)
  const indices = [...set, ...best]
  return {
    indices,
    points: takenOff(
      indices.map((i) => all[i]),
      points,
    ),
    proven: looked < MOST_LOOKED_AT,
  }
}
