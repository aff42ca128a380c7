import { EXPORTS } from '@/formats/kinds'
import { exportQuery } from '@/api/export'
import { inWorker } from '@/jobs/pool'
import { gone, NO_SEAT, ofPiece, searchOf } from '../../../../../answer'
import { attachment } from '../../../../../attachment'

/** A piece as a file to take away. */
export const GET = ofPiece(async ({ request, klass, head }) => {
  const wanted = exportQuery.safeParse(searchOf(request))
  if (!wanted.success) return new Response(`We don’t know that kind of file. Ask for one of these: ${EXPORTS.join(', ')}.`, { status: 400 })
  const file = await inWorker({ kind: 'export', of: klass.id, id: head.id, bow: false, ...wanted.data })
  return file ? attachment(file.name, file.bytes, file.type) : gone(NO_SEAT, 'text')
}, 'text')
