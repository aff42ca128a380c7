import { beaten, ofLine, sung, type Reading, type ReadNote } from '../reading'
import type { Detector } from './spot'

/** Two measures that begin alike, and the note where they part, from 0. */
type Alike = { readonly index: number; readonly like: number; readonly at: number }

/** A bar that begins like an earlier one and goes on otherwise. */
export const lookAlike = {
  kind: 'look-alike',
  concern: 'eye',
  load: 2,
  again: 0.9,
  matters: [1.1, 1, 0.7],
  find: (r) => [
    ...alike(r).map(({ index, like, at }) => ({
      note: r.byMeasure[index][at],
      hard: 0.6,
      facts: { like, note: at },
      about: `${index}`,
    })),
    ...goingOn(r).map(({ index, like, same }) => ({
      note: r.byMeasure[index][0],
      hard: 0.5,
      facts: { like, same },
      about: `on ${index}`,
    })),
  ],
} as const satisfies Detector<'look-alike'>

/** A measure that leaves the way that at least two measures before it went along, having come so far before. */
type GoesOn = { readonly index: number; readonly like: number; readonly same: number }

const goingOn = ofLine((r: Reading): GoesOn[] => {
  const found: GoesOn[] = []
  const { byMeasure } = r
  const told = byMeasure.map((notes, i) => `${beaten(r, i)} ${sung(notes).join(' ')}`)
  let like = -1
  let same = 0
  for (let i = 1; i < told.length; i++) {
    if (like >= 0 && told[i] === told[like]) {
      same++
      like++
      continue
    }
    // A measure that looks like the other is found by its notes.
    if (same >= 2 && byMeasure[i].length && byMeasure[i].length < 3 && byMeasure[like]?.length) found.push({ index: i, like, same })
    like = byMeasure[i].length < 2 ? -1 : told.findIndex((t, k) => k < i && t === told[i]) + 1
    if (like <= 0) like = -1
    same = like > 0 ? 1 : 0
  }
  return found
})

const alike = ofLine((r: Reading): Alike[] => {
  const found: Alike[] = []
  /** Earlier measures of each rhythm, every tune of them once. */
  const earlier = new Map<string, { index: number; sung: readonly (string | number)[] }[]>()
  r.byMeasure.forEach((notes: readonly ReadNote[], index) => {
    if (notes.length < 3) return
    const own = sung(notes)
    const rhythm = beaten(r, index)
    const tunes = earlier.get(rhythm) ?? []
    let [least, likest] = [Math.floor(own.length / 3) + 1, -1]
    let known = false
    tunes.forEach((e, i) => {
      const n = differing(e.sung, own)
      known ||= n === 0
      if (n > 0 && n < least && e.sung[0] === own[0]) [least, likest] = [n, i]
    })
    if (known) return
    earlier.set(rhythm, [...tunes, { index, sung: own }])
    if (likest < 0) return
    const { index: like, sung: theirs } = tunes[likest]
    found.push({ index, like, at: own.findIndex((p, k) => p !== theirs[k]) })
  })
  return found
})

/** How many notes of two measures of one rhythm differ. */
function differing(a: readonly (string | number)[], b: readonly (string | number)[]): number {
  let n = 0
  for (let i = 0; i < b.length; i++) if (a[i] !== b[i]) n++
  return n
}
