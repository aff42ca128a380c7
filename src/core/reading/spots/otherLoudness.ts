import { dynamicAt, loudnessOf } from '../../piece/loudness'
import { beaten, ofLine, sung, type Reading } from '../reading'
import type { Detector } from './spot'

/** A passage that returns louder or softer than it was. */
export const otherLoudness = {
  kind: 'other-loudness',
  concern: 'bow',
  load: 1,
  again: 0.6,
  matters: [1, 1, 0.9],
  find: (r) =>
    returns(r).map(({ index, like, now, was, softer }) => ({
      note: r.byMeasure[index][0],
      hard: 0.4,
      about: softer ? 'softer' : 'louder',
      facts: { softer, like, now, was },
    })),
} as const satisfies Detector<'other-loudness'>

type Return = { readonly index: number; readonly like: number; readonly now: string; readonly was: string; readonly softer: boolean }

/** The first measure of each run of measures that returns at another loudness. */
const returns = ofLine((r: Reading): Return[] => {
  const { line } = r.map
  const loud = loudnessOf(line)
  if ([...loud.values()].every((x) => x === 0)) return []
  const told = r.byMeasure.map((notes, i) => (notes.length ? `${beaten(r, i)} ${sung(notes).join(' ')}` : null))
  const found: Return[] = []
  let run = -1
  told.forEach((t, index) => {
    const like = t === null ? -1 : run >= 0 && told[run + 1] === t && run + 1 < index ? run + 1 : told.indexOf(t)
    if (like < 0 || like >= index) {
      run = -1
      return
    }
    const begins = run < 0 || like !== run + 1
    run = like
    const [here, there] = [r.byMeasure[index][0], r.byMeasure[like][0]].map((n) => n.placed.event.id)
    const [now, was] = [dynamicAt(line, here), dynamicAt(line, there)]
    if (begins && now && was && now !== was && loud.get(here) !== loud.get(there))
      found.push({ index, like, now, was, softer: loud.get(here)! < loud.get(there)! })
  })
  return found
})
