import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { touchPiece } from '@/store/pieces'
import { DataError } from '@/store/trouble'
import { Desk } from '@/ui/desk/Desk'
import { packed } from '@/app/packed'
import { loadPiece } from '../stored'

/** The desk of a piece; its address says which step it shows. */
export async function DeskPage({ params }: { params: Promise<{ id: string }> }) {
  const stored = await loadPiece(params)
  const db = await database()
  // That it was opened is worth noting, but not worth refusing to open it.
  await touchPiece(db, stored.id, now()).catch((e: unknown) => {
    if (!(e instanceof DataError)) throw e
  })
  const { settings } = await theClass(db)
  return (
    <Desk
      id={stored.id}
      packed={packed({ piece: stored.piece, plan: stored.plan })}
      klass={settings}
      version={stored.version}
      originalId={stored.originalId}
    />
  )
}
