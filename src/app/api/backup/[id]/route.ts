import { type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { sideFile } from '@/jobs/errands'
import { answering } from '../../answer'
import { fileAttachment } from '../../attachment'

/** A library that was written, as a file to keep. */
export const GET = answering(async (_: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  const file = id.success ? fileAttachment(sideFile('outgoing', `${id.data}.zip`), 'Even Seat library.zip', 'application/zip') : null
  return file ?? new Response('This file is gone. Make the backup again.', { status: 404 })
})
