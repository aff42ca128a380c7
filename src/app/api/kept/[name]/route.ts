import { type NextRequest } from 'next/server'
import { keptBackups, sideFile } from '@/jobs/errands'
import { answering } from '../../answer'
import { fileAttachment } from '../../attachment'

/** A library that was saved before everything was replaced. */
export const GET = answering(async (_: NextRequest, context: { params: Promise<{ name: string }> }) => {
  const { name } = await context.params
  // Only a name that is in the list: no path is made of what is asked for.
  const known = keptBackups().find((b) => b.name === name)
  const file = known ? fileAttachment(sideFile('backups', known.name), `Even Seat ${known.name}`, 'application/zip') : null
  return file ?? new Response('That file doesn’t exist.', { status: 404 })
})
