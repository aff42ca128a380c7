import type { SaidSpot } from './spots/said'

/** What trips several seats at one moment for one reason, in the same words: said once to all of them. */
export type Together = {
  readonly spots: readonly [SaidSpot, ...SaidSpot[]]
  /** As hard as for the seat that finds it hardest. */
  readonly hard: number
  /** It has come before for every one of them. */
  readonly again: boolean
}

/** Spots with those of other seats that say the same at the same time, in the order in which each is first listed. */
export function together(spots: readonly SaidSpot[]): Together[] {
  const groups = new Map<string, [SaidSpot, ...SaidSpot[]]>()
  for (const s of spots) {
    const key = `${s.onset} ${s.kind} ${s.text} ${s.advice}`
    const group = groups.get(key)
    if (group) group.push(s)
    else groups.set(key, [s])
  }
  return [...groups.values()].map((all) => ({
    spots: all,
    hard: Math.max(...all.map((s) => s.hard)),
    again: all.every((s) => s.before > 0),
  }))
}
