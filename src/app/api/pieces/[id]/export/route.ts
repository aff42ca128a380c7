import { type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { EXPORTS } from '@/formats/kinds'
import { exportQuery } from '@/api/protocol'
import { inWorker, TaskError } from '@/jobs/pool'
import { answering } from '../../../answer'
import { attachment } from '../../../attachment'

/** A piece as a file to take away. */
export const GET = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  const wanted = exportQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  if (!wanted.success) return new Response(`There is no such kind of file; ask for one of ${EXPORTS.join(', ')}.`, { status: 400 })
  if (!id.success) return new Response('There is no such piece.', { status: 404 })
  try {
    const file = await inWorker({ kind: 'export', id: id.data, bow: false, ...wanted.data })
    return file
      ? attachment(file.name, file.bytes, file.type)
      : new Response('There is no such piece, or no such seat in the class.', { status: 404 })
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return new Response(`The file could not be made. ${e.message}`, { status: 503 })
  }
})
