import type { Metadata } from 'next'
import { deckQuery } from '@/api/training'
import { packed } from '@/app/packed'
import { seatsOf } from '@/core/seats/seat'
import { standingOf } from '@/core/trainer/standing'
import { answersOf } from '@/store/answers'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getPiece, listShelf } from '@/store/pieces'
import { WallTrainer } from '@/ui/train/WallTrainer'
import { classNamed } from '../named'

export const metadata: Metadata = { title: 'Note reading' }

type Query = { params: Promise<{ klass: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }

/** Reading with the whole class, of all that is learned or of one piece; and how every seat stands. */
export default async function TrainPage({ params, searchParams }: Query) {
  const db = await database()
  const { piece } = deckQuery.parse(await searchParams)
  const { id, name, school, settings, version } = await classNamed(params)
  const { heads } = await listShelf(db, id)
  const stored = piece !== null ? await getPiece(db, id, piece).catch(() => null) : null
  return (
    <WallTrainer
      key={id}
      start={{ id, name, school, settings, version }}
      pieces={heads.map((h) => ({ id: h.id, title: h.title }))}
      of={stored && piece ? { id: piece, packed: packed({ piece: stored.piece, plan: stored.plan }) } : null}
      seed={now()}
      standing={standingOf(seatsOf(settings), await answersOf(db, id))}
    />
  )
}
