import { beaten, ofLine, sung, type Reading, type ReadNote } from '../reading'
import type { Detector } from './spot'

/** Two measures that begin alike, and the note where they part, from 0. */
type Alike = { readonly index: number; readonly like: number; readonly at: number }

/** A bar that begins like an earlier one and goes on otherwise. */
export const lookAlike = {
  kind: 'look-alike',
  name: 'Looks like an earlier measure, but is not',
  mark: 'differs',
  concern: 'eye',
  load: 2,
  again: 0.9,
  matters: [1.1, 1, 0.8],
  find: (r) =>
    alike(r).map(({ index, like, at }) => ({
      note: r.byMeasure[index][at],
      hard: 0.6,
      text: `Begins like measure ${r.map.line.measures[like].number}; note ${at + 1} is another.`,
      advice: 'Play the two measures one after the other and circle the note that differs.',
      about: `${index}`,
    })),
} as const satisfies Detector

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
