import { now } from '@/store/clock'
import { database } from '@/store/database'
import { touchPiece } from '@/store/pieces'
import { DataError } from '@/store/trouble'
import { Desk } from '@/ui/desk/Desk'
import { packed } from '@/app/packed'
import { loadPiece, type PieceParams } from '../stored'

/** The desk of a piece; its address says which step it shows. */
export async function DeskPage({ params }: { params: PieceParams }) {
  const { of, ...stored } = await loadPiece(params)
  // That it was opened is worth noting, but not worth refusing to open it.
  await touchPiece(await database(), of.id, stored.id, now()).catch((e: unknown) => {
    if (!(e instanceof DataError)) throw e
  })
  return (
    <Desk
      id={stored.id}
      packed={packed({ piece: stored.piece, plan: stored.plan })}
      klass={of.settings}
      version={stored.version}
      original={stored.originalId !== null}
    />
  )
}
