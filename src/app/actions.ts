'use server'

import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getVersion } from '@/store/history'
import { duplicatePiece, getPiece, savePiece, setDeleted } from '@/store/pieces'

const idSchema = z.uuid()

/** Brings a saved version back as the newest one; nothing is lost by it. Leads to the desk. */
export async function bringBack(form: FormData): Promise<void> {
  const { id, version } = z.object({ id: idSchema, version: z.coerce.number().int() }).parse(Object.fromEntries(form))
  const db = await database()
  const [stored, old] = [await getPiece(db, id), await getVersion(db, id, version)]
  if (stored && old)
    await savePiece(
      db,
      id,
      stored.version,
      { piece: old.piece, plan: old.plan, source: { name: stored.source.name, text: old.text } },
      now(),
    )
  redirect(`/pieces/${id}`)
}

/** Puts a second copy on the shelf. */
export async function duplicate(id: string): Promise<void> {
  await duplicatePiece(await database(), idSchema.parse(id), now())
  revalidatePath('/')
}

/** Takes a piece off the shelf; {@link putBack} undoes it. */
export async function takeOff(id: string): Promise<void> {
  await setDeleted(await database(), idSchema.parse(id), now())
  revalidatePath('/')
}

export async function putBack(id: string): Promise<void> {
  await setDeleted(await database(), idSchema.parse(id), null)
  revalidatePath('/')
}
