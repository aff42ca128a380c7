import { struckIn } from '@/core/piece/struck'
import { headBeat } from '@/core/piece/address'
import type { Line } from '@/core/piece/piece'
import { spokenNote } from '@/core/music/noteName'
import { sayHold } from '@/core/words/en/hands'
import type { SaidSpot } from '@/core/words/en/spots/said'
import { beatOf } from '@/core/music/time'
import { inSentence } from '@/core/names'
import { type SeatId } from '@/core/seats/seat'
import { answerAt, type Beat } from '@/core/balance/timeline'
import type { Desk } from './deskStore'

/** "Measure 5, beat 4", as a seat has it printed. */
export const sayWhere = (line: Line, b: Beat): string => headBeat(line, b.first.at.index, beatOf(b.first.into, b.first.at.meter))

/** "Measure 5, beat 4, viola: F sharp, 2 on D". */
export function sayMoment(d: Pick<Desk, 'piece' | 'ensemble' | 'timeline' | 'klass'>, moment: number, seat: SeatId): string {
  const beat = d.timeline[moment]
  if (!beat) return ''
  const map = d.ensemble[seat]
  const answer = answerAt(d.piece, map, beat.onset)
  const what = !answer
    ? 'nothing'
    : answer.placed.event.kind === 'rest'
      ? (struckIn(map.line).get(answer.placed.event.id) ?? 'rest')
      : answer.notes.length === 0
        ? 'out of reach'
        : `${answer.notes.map((n) => spokenNote(d.klass.talk.names, n.pitch)).join(' and ')}, ${sayHold(d.klass.talk, map.instrument, answer.notes[0].hold)}`
  return `${sayWhere(map.line, beat)}, ${inSentence(map.seat.name)}: ${what}`
}

/** The same with what trips the seat there, in words: "Measure 5, beat 4, viola: F sharp, 2 on D · A skip to another string." */
export function sayAll(
  d: Pick<Desk, 'piece' | 'ensemble' | 'timeline' | 'klass'>,
  spots: readonly Pick<SaidSpot, 'onset' | 'text'>[],
  moment: number,
  seat: SeatId,
): string {
  const onset = d.timeline[moment]?.onset
  const here = spots.filter((s) => s.onset === onset).map((s) => s.text)
  return [sayMoment(d, moment, seat), ...(here.length ? [here.join(' ')] : [])].join(' · ')
}
