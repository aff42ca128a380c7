import type { Metadata } from 'next'
import { connection } from 'next/server'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { listPieces } from '@/store/pieces'
import { ClassView } from '@/ui/class/ClassView'

export const metadata: Metadata = { title: 'The class' }

/** How many pieces show the effect of a change: those that were opened last. */
const SHOWN = 12

export default async function ClassPage() {
  await connection()
  const db = await database()
  const { id, name, school, settings, version } = await theClass(db)
  const pieces = (await listPieces(db, id)).slice(0, SHOWN)
  return (
    <ClassView
      name={name}
      school={school}
      settings={settings}
      version={version}
      pieces={pieces.map(({ id: piece, ...p }) => ({ id: piece, piece: p.piece, plan: p.plan }))}
    />
  )
}
