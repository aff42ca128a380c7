import { type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { database } from '@/store/database'
import { getOriginal } from '@/store/originals'
import { attachment } from '../../attachment'

/** The file that a piece came in, as it came. */
export async function GET(_: NextRequest, context: { params: Promise<{ id: string }> }) {
  const id = z.uuid().safeParse((await context.params).id)
  const original = id.success ? await getOriginal(await database(), id.data) : null
  return original ? attachment(original.name, original.bytes) : new Response('There is no such file.', { status: 404 })
}
