import { format } from 'date-fns'
import * as z from 'zod/mini'
import { fileName } from '@/formats/fileName'
import { database } from '@/store/database'
import { getHandout } from '@/store/handouts'
import { answering } from '../../../answer'
import { attachment } from '../../../attachment'

/** A hand-out as it was printed, byte for byte. */
export const GET = answering(async (_request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await params).id)
  const kept = id.success ? await getHandout(await database(), id.data) : null
  if (!kept) return new Response('There is no such hand-out any more.', { status: 404 })
  return attachment(`${fileName(kept.title)}, ${format(kept.made_at, 'yyyy-MM-dd')}.pdf`, kept.bytes, 'application/pdf')
})
