'use server'

import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import * as z from 'zod/mini'
import { versionNumber } from '@/core/bounds'
import { startOwn, theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getVersion, nameVersion } from '@/store/versions'
import { duplicatePiece, getHead, purge, savePiece, setDeleted } from '@/store/pieces'

const idSchema = z.uuid()
const formVersion = z.pipe(z.coerce.number(), versionNumber)

/** Brings a saved version back as the newest one; nothing is lost by it. Leads to the desk. */
export async function bringBack(form: FormData): Promise<void> {
  const { id, version } = z.object({ id: idSchema, version: formVersion }).parse(Object.fromEntries(form))
  const db = await database()
  const [head, old] = [await getHead(db, id), await getVersion(db, id, version)]
  if (head && old)
    await savePiece(
      db,
      id,
      head.version,
      { piece: old.piece, plan: old.plan, source: { name: head.sourceName, text: old.text }, said: `Version ${version} brought back` },
      now(),
    )
  redirect(`/pieces/${id}`)
}

/** Gives a saved version a name, by which it is kept for good; an empty one takes it away. */
export async function rename(form: FormData): Promise<void> {
  const { id, version, name } = z
    .object({ id: idSchema, version: formVersion, name: z.string().check(z.trim(), z.maxLength(80)) })
    .parse(Object.fromEntries(form))
  await nameVersion(await database(), id, version, name || null)
  revalidatePath(`/pieces/${id}/history`)
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

/** Deletes for good what was taken off the shelf: one piece, or all. */
export async function deleteForGood(id: string): Promise<void> {
  const db = await database()
  await purge(db, (await theClass(db)).id, z.union([idSchema, z.literal('all')]).parse(id))
  revalidatePath('/library')
}

const ownSchema = z.object({
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(80)),
  school: z.catch(z.string().check(z.trim(), z.maxLength(80)), ''),
  clear: z.pipe(
    z.optional(z.literal('on')),
    z.transform((v) => v === 'on'),
  ),
})

/** Starts a class of one's own in place of the demonstration; leads to the class, to say what it has learned. */
export async function startOwnClass(form: FormData): Promise<void> {
  const own = ownSchema.parse(Object.fromEntries(form))
  const db = await database()
  await startOwn(db, (await theClass(db)).id, own, now())
  redirect('/class')
}
