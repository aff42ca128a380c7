import type { Knex } from 'knex'
import type { DeckReply } from '@/api/training'
import { chanceFrom } from '@/core/composing/chance'
import { ownClass } from '@/core/roster/own'
import { seatsOf } from '@/core/seats/seat'
import { itemsOf, questionOf } from '@/core/trainer/all'
import { ENGRAVED } from '@/core/trainer/question'
import { traineeOf } from '@/core/trainer/trainee'
import { serverToolkit } from '@/engrave/server'
import { engraveSystems } from '@/engrave/toolkit'
import { tuneMei } from '@/engrave/tune'
import { answersOf } from '@/store/answers'
import { ownSource } from './student'

/** How measures are drawn for a phone: pixels wide, and percent. */
const DRAWN = { width: 340, scale: 62 } as const

/** What a student's phone asks from: their answers so far, and the measures of its questions as they are engraved. */
export async function deckFor(db: Knex, who: { of: string; student: string }, piece: string | null): Promise<DeckReply> {
  const found = await ownSource(db, who, piece)
  if (!found) return { ok: false, problem: 'There is nothing here to be asked of.' }
  const { klass, student, music } = found
  const own = music ? music.klass : ownClass(klass.settings, student)
  const seat = own && seatsOf(own)[0]
  if (!own || !seat) return { ok: false, problem: 'The class has no such seat any more.' }
  const trainee = traineeOf(own, seat, music && piece ? { id: piece, ...music } : null)
  const toolkit = await serverToolkit()
  const drawings: Record<string, string> = {}
  for (const item of itemsOf(trainee, ENGRAVED)) {
    const question = questionOf(trainee, item, chanceFrom(1))
    if (question?.shows.kind === 'measure')
      drawings[question.item] = engraveSystems(toolkit, tuneMei(question.shows.piece), DRAWN.width, DRAWN.scale)[0]
  }
  return { ok: true, answers: await answersOf(db, who.of, who.student), drawings }
}
