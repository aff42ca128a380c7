import type { Piece } from '@/core/piece/piece'
import type { RunRow } from '@/core/plan/run'
import { sayComing, sayNext, sayRow, sayWhoPlays, turnsOf } from '@/core/practice/runSheet'
import type { Seat } from '@/core/seats/seat'
import { ABOUT_MODE } from '@/core/plan/modes'
import type { Lesson } from './lesson'

/** What a lesson says in large type while nothing is played. */
export type Sign = { readonly head: string; readonly tells: string }

/** What a lesson is about. */
type Given = { readonly piece: Piece; readonly rows: readonly RunRow[]; readonly seats: readonly Seat[] }
type Standing = Pick<Lesson, 'phase' | 'row' | 'again'>

const namesOf = (seats: readonly Seat[]) => new Map(seats.map((s) => [s.id, s.name]))
const idsOf = (seats: readonly Seat[]) => seats.map((s) => s.id)

/** The row that a lesson is at, and the one after it. */
function rowsAt({ row }: Standing, { rows }: Given): { here: RunRow | null; next: RunRow | null } {
  const at = rows.findIndex((r) => r.id === row)
  return { here: rows[at] ?? null, next: at >= 0 ? (rows[at + 1] ?? null) : null }
}

const tellsOf = (row: RunRow): string => (row.kind === 'step' ? '' : ABOUT_MODE[row.mode].tells)

/** What stands there in place of the measure: a step, or what comes; null: music is played, or no lesson runs. */
export function signOf(lesson: Standing, given: Given): Sign | null {
  const { piece, seats } = given
  const [line] = piece.lines
  const { here, next } = rowsAt(lesson, given)
  const coming = (row: RunRow): string => sayComing(row, line, idsOf(seats), namesOf(seats))
  switch (lesson.phase) {
    case 'off':
    case 'playing':
      return null
    case 'step':
      return { head: here ? sayRow(here, line) : '', tells: next ? `${coming(next)}.` : 'Last one.' }
    case 'rest':
    case 'waiting': {
      if (lesson.again && here && here.kind !== 'step') {
        const who = sayWhoPlays(turnsOf(here, idsOf(seats))[0].seats, namesOf(seats))
        return { head: `Again: ${who}, ${sayRow(here, line)}`, tells: tellsOf(here) }
      }
      return next ? { head: coming(next), tells: tellsOf(next) } : { head: 'That was all of it', tells: '' }
    }
    case 'over':
      return { head: 'That was all of it', tells: '' }
  }
}

/** What comes after the turn that is played, the first being 1: other seats with the same, or the next row; null: nothing is to be told. */
export function comingAfter(lesson: Standing, given: Given, turn: number): string | null {
  const { piece, seats } = given
  const { here, next } = rowsAt(lesson, given)
  if (lesson.phase !== 'playing' || !here || here.kind === 'step') return null
  const turns = turnsOf(here, idsOf(seats))
  const [now, then] = [turns[turn - 1], turns[turn]]
  if (then) return now && then.seats.join() === now.seats.join() ? null : sayNext(then, namesOf(seats), 'the same')
  return next ? sayComing(next, piece.lines[0], idsOf(seats), namesOf(seats)) : null
}
