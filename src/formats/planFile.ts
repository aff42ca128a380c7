import type { FeltBeat } from '@/core/piece/headline'
import { strToU8 } from 'fflate'
import { csvRow } from './csv'

/** A day of a plan as files have it. */
export type PlannedDay = {
  readonly date: string
  readonly minutes: number
  readonly items: readonly {
    readonly id: string
    readonly kind: string
    readonly title: string
    readonly says: string
    readonly minutes: number
    readonly times: number
    readonly tempo: number
    readonly beat: FeltBeat
    readonly text: string
  }[]
}

const COLUMNS = ['date', 'kind', 'piece', 'measures', 'minutes', 'times', 'tempo', 'what'] as const

/** A plan as a table (RFC 4180, UTF-8 with its mark so that a spreadsheet reads it): a row for each task. */
export function planCsv(days: readonly PlannedDay[]): Uint8Array {
  const rows = days.flatMap((d) => d.items.map((x) => [d.date, x.kind, x.title, x.says, x.minutes, x.times, x.tempo, x.text]))
  return strToU8(`\uFEFF${[COLUMNS, ...rows].map(csvRow).join('')}`)
}
