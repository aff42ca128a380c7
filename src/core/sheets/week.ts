import { sayBeatTempo, type FeltBeat } from '../piece/headline'
import type { Spoken } from '../language'
import { pupilWords } from '../words/pupil'
import { inSentence } from '../names'
import type { Block } from './blocks'

/** A day of practice as it is told: what it is called, how long it takes, and what is done. */
export type PracticeDay = {
  readonly name: string
  readonly minutes: number
  readonly items: readonly {
    readonly title: string
    readonly says: string
    readonly text: string
    readonly times: number
    readonly tempo: number
    readonly beat: FeltBeat
  }[]
}

/** The days with something to practise, a box for each clean time. Without any, what to do about it. */
export function weekBlocks(days: readonly PracticeDay[], to: Spoken = {}): Block[] {
  const w = pupilWords(to)
  const full = days.filter((d) => d.items.length > 0)
  if (full.length === 0) return [{ kind: 'text', text: w.nothingPlanned }]
  return full.flatMap((d): Block[] => [
    { kind: 'head', text: `${d.name}: ${w.minutes(d.minutes)}` },
    {
      kind: 'rows',
      widths: [2.4, 3, 0.7, 1.3],
      head: [w.what, w.why, w.tempo, w.clean],
      rows: d.items.map((x) => [
        [x.title, inSentence(x.says)].filter(Boolean).join(', '),
        x.text,
        x.tempo > 0 ? sayBeatTempo(x.beat, x.tempo) : '',
        '☐ '.repeat(x.times).trim(),
      ]),
    },
  ])
}
