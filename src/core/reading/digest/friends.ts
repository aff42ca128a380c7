import { alterIn, tonic, type Key } from '../../music/key'
import { LETTERS, type Pitch } from '../../music/pitch'
import { formOf, type ScaleOrChord } from '../form'
import type { Reading } from '../reading'
import { measuresOf, type KnownRun, type Reader, type Thing } from './thing'

/** How many scales and chords are named: the longest. */
const MOST_RUNS = 2

/** The measures of which every note belongs to a run: "measure 5 is a D scale". */
const filledBy = ({ from, to }: ScaleOrChord, { byMeasure, map }: Reading): number[] =>
  Array.from({ length: to.at.index - from.at.index + 1 }, (_, i) => from.at.index + i).filter(
    (index) =>
      !map.line.measures[index].pickup &&
      byMeasure[index].length > 1 &&
      byMeasure[index].every(({ placed }) => placed.onset >= from.onset && placed.onset <= to.onset),
  )

/** Whether a chord stands on the first, fourth or fifth note of its key: those are practised with its scale. Common practice. */
const isMainChord = (root: Pick<Pitch, 'letter' | 'alter'>, key: Key): boolean => {
  const { letter } = tonic(key)
  const steps = (LETTERS.indexOf(root.letter) - LETTERS.indexOf(letter) + 7) % 7
  return [0, 3, 4].includes(steps) && root.alter === alterIn(key, root.letter)
}

/**
 * Old friends: what comes again note for note, so that nobody learns it twice, and the measures that are a scale or a chord
 * of a key that everybody has learned. Null when there is neither, or where seats read lines of their own.
 */
export function friendsOf(readers: readonly Reader[]): Thing | null {
  const [{ reading }] = readers
  const { line } = reading.map
  if (readers.some((r) => r.reading.map.line !== line)) return null
  const { measures, runs } = formOf(reading.piece, line)
  const again = measures.filter((u) => u.like?.how.kind === 'same')
  const back = new Set(again.map((u) => u.from))
  const known = (r: ScaleOrChord) =>
    readers.every(({ reading: own }) => own.map.setup.learned.keys.includes(r.from.at.key.fifths)) &&
    (r.kind === 'scale' ? r.key.fifths === r.from.at.key.fifths : isMainChord(r.root, r.from.at.key))
  const named = runs
    .filter(known)
    .map((run): KnownRun => ({ run, at: filledBy(run, reading).filter((i) => !back.has(i)) }))
    .filter(({ at }) => at.length > 0)
    .sort((a, b) => b.run.notes - a.run.notes)
    .slice(0, MOST_RUNS)
    .sort((a, b) => a.at[0] - b.at[0])
  if (again.length + named.length === 0) return null
  return {
    id: 'returns',
    order: 'friend',
    facts: { kind: 'returns', again: again.map((u) => ({ at: u.from, is: measures[u.like!.unit].from })), runs: named },
    seats: readers.map((r) => r.reading.map.seat.id),
    measures: measuresOf([
      ...again.map((u) => ({ index: u.from, measure: line.measures[u.from].number })),
      ...named.flatMap(({ at }) => at.map((index) => ({ index, measure: line.measures[index].number }))),
    ]),
    kinds: [],
    spots: [],
    weight: 0,
  }
}
