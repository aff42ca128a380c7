import { sayBeatTempo, type FeltBeat } from '../piece/headline'
import { count } from '../count'
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
export function weekBlocks(days: readonly PracticeDay[]): Block[] {
  const full = days.filter((d) => d.items.length > 0)
  if (full.length === 0)
    return [{ kind: 'text', text: 'Nothing planned for these days. The teacher sets the plan on the practice plan page.' }]
  return full.flatMap((d): Block[] => [
    { kind: 'head', text: `${d.name}: ${count(Math.round(d.minutes), 'minute')}` },
    {
      kind: 'rows',
      widths: [2.4, 3, 0.7, 1.3],
      head: ['What', 'Why', 'Tempo', 'Clean times'],
      rows: d.items.map((x) => [
        [x.title, inSentence(x.says)].filter(Boolean).join(', '),
        x.text,
        x.tempo > 0 ? sayBeatTempo(x.beat, x.tempo) : '',
        '☐ '.repeat(x.times).trim(),
      ]),
    },
  ])
}
