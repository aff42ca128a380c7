import type { Knex } from 'knex'
import { chanceFrom } from '@/core/composing/chance'
import { ownClass } from '@/core/roster/own'
import { seatsOf } from '@/core/seats/seat'
import { itemsOf, questionOf } from '@/core/trainer/all'
import { ENGRAVED } from '@/core/trainer/question'
import { traineeOf } from '@/core/trainer/trainee'
import { serverToolkit } from '@/engrave/server'
import { engraveSystems } from '@/engrave/toolkit'
import { tuneMei } from '@/engrave/tune'
import { ownSource } from './student'

/** How measures are drawn for a phone: pixels wide, and percent. */
const DRAWN = { width: 340, scale: 62 } as const

/** Measures as they are engraved, by the item of their question. */
export type Drawings = Readonly<Record<string, string>>

/** The measures of the questions that a student's phone asks; null: there is nothing here to be asked of. */
export async function drawingsFor(db: Knex, who: { of: string; student: string }, piece: string | null): Promise<Drawings | null> {
  const found = await ownSource(db, who, piece)
  if (!found) return null
  const { klass, student, music } = found
  const own = music ? music.klass : ownClass(klass.settings, student)
  const seat = own && seatsOf(own)[0]
  if (!own || !seat) return null
  const trainee = traineeOf(own, seat, music && piece ? { id: piece, ...music } : null)
  const toolkit = await serverToolkit()
  const drawings: Record<string, string> = {}
  for (const item of itemsOf(trainee, ENGRAVED)) {
    const question = questionOf(trainee, item, chanceFrom(1))
    if (question?.shows.kind === 'measure')
      drawings[question.item] = engraveSystems(toolkit, tuneMei(question.shows.piece), DRAWN.width, DRAWN.scale)[0]
  }
  return drawings
}
