import type { SeatId } from '../seats/seat'
import { stretchOf } from './chunks'
import type { PracticeRecord } from '../plan/record'
import type { Done } from './dayPlan'
import { wasSure } from './standing'
import type { Day } from '../plan/calendar'

/** How a measure stands for a seat: not met, met and not sure yet, sure. */
export const SURENESS = ['not started', 'not sure', 'sure'] as const
export type Sureness = (typeof SURENESS)[number]

/** The class (null) or a seat; of it a student by name, or nobody (empty). */
export type Whose = Pick<PracticeRecord, 'seat' | 'student'>

/**
 * Records of one chunk on one day put together: every tap is one. Of a seat those of the class count too; of the class
 * (null) only its own. What a student did by name is the student's own and says nothing of the others.
 */
export function doneFrom(records: readonly PracticeRecord[], seat: SeatId | null, student = ''): Done[] {
  const counts = (r: PracticeRecord) => r.student === student && (student ? r.seat === seat : r.seat === null || r.seat === seat)
  const days = new Map<string, { -readonly [K in keyof Done]: Done[K] }>()
  for (const r of records) {
    // Played, and nobody said how it went: it counts its minutes, and says nothing of how sure it is.
    if (r.what !== 'chunk' || !counts(r) || r.clean + r.slips === 0) continue
    const key = `${r.day} ${r.piece} ${r.target}`
    const known = days.get(key)
    if (!known) days.set(key, { day: r.day, piece: r.piece, chunk: r.target, clean: r.clean, slips: r.slips, tempo: r.tempo })
    else {
      known.clean += r.clean
      known.slips += r.slips
      known.tempo = Math.max(known.tempo ?? 0, r.tempo ?? 0) || null
    }
  }
  return [...days.values()]
}

/** How each measure of a piece stands for a seat by the last day on which something of it was done; a line or the whole counts for all its measures. */
export function surenessOf(piece: string, measures: number, done: readonly Done[]): Sureness[] {
  const last = new Array<Day>(measures).fill('')
  const stands = new Array<Sureness>(measures).fill('not started')
  for (const d of [...done].sort((a, b) => a.day.localeCompare(b.day))) {
    const chunk = d.piece === piece ? stretchOf(d.chunk) : null
    if (!chunk) continue
    for (let i = chunk.from; i <= chunk.to && i < measures; i++) {
      if (d.day >= last[i]) {
        last[i] = d.day
        stands[i] = wasSure(d) ? 'sure' : 'not sure'
      }
    }
  }
  return stands
}

/** How many measures were sure at the end of each day on which something was done. */
export function sureOver(piece: string, measures: number, done: readonly Done[]): { readonly day: Day; readonly sure: number }[] {
  const days = [...new Set(done.filter((d) => d.piece === piece).map((d) => d.day))].sort()
  return days.map((day) => ({
    day,
    sure: surenessOf(
      piece,
      measures,
      done.filter((d) => d.day <= day),
    ).filter((x) => x === 'sure').length,
  }))
}

/** Minutes recorded on each day, in order. */
export function minutesByDay(records: readonly PracticeRecord[]): { readonly day: Day; readonly minutes: number }[] {
  const days = new Map<Day, number>()
  for (const r of records) days.set(r.day, (days.get(r.day) ?? 0) + r.minutes)
  return [...days].sort((a, b) => a[0].localeCompare(b[0])).map(([day, minutes]) => ({ day, minutes: Math.round(minutes * 10) / 10 }))
}

/** Students of whom something is recorded, each with the seat under which it was; by name. */
export function studentsOf(records: readonly PracticeRecord[]): Whose[] {
  const found = new Map(records.filter((r) => r.student !== '').map(({ seat, student }) => [`${seat} ${student}`, { seat, student }]))
  return [...found.values()].sort((a, b) => a.student.localeCompare(b.student))
}

/** What students did by name: how often clean and with a slip, and on how many days. */
export function byStudent(
  records: readonly PracticeRecord[],
): { readonly student: string; readonly clean: number; readonly slips: number; readonly days: number }[] {
  const names = [...new Set(records.map((r) => r.student))].filter((n) => n !== '').sort((a, b) => a.localeCompare(b))
  return names.map((student) => {
    const own = records.filter((r) => r.student === student)
    const sum = (of: (r: PracticeRecord) => number) => own.reduce((n, r) => n + of(r), 0)
    return { student, clean: sum((r) => r.clean), slips: sum((r) => r.slips), days: new Set(own.map((r) => r.day)).size }
  })
}
