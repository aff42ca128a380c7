'use server'

import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import * as z from 'zod/mini'
import { versionNumber } from '@/core/bounds'
import { classesWith, newClass, openClass, setRemoved, startOwn, theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getVersion, nameVersion } from '@/store/versions'
import { duplicatePiece, getHead, purge, putOnShelf, savePiece, takeOffShelf } from '@/store/pieces'

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
  const db = await database()
  await duplicatePiece(db, (await theClass(db)).id, idSchema.parse(id), now())
  revalidatePath('/')
}

/** Takes a piece off the shelf; {@link putBack} undoes it. Says whether another class keeps it. */
export async function takeOff(id: string): Promise<boolean> {
  const db = await database()
  const elsewhere = await takeOffShelf(db, (await theClass(db)).id, idSchema.parse(id), now())
  revalidatePath('/')
  return elsewhere
}

export async function putBack(id: string): Promise<void> {
  const db = await database()
  await putOnShelf(db, (await theClass(db)).id, idSchema.parse(id))
  revalidatePath('/')
}

/** Deletes for good what was taken off the shelf: one piece, or all. */
export async function deleteForGood(id: string): Promise<void> {
  const db = await database()
  await purge(db, (await theClass(db)).id, z.union([idSchema, z.literal('all')]).parse(id))
  revalidatePath('/library')
}

const classId = z.string().check(z.minLength(1), z.maxLength(60))

/** Opens a class: from now on its shelf, seats, students and plan are what is shown. */
export async function chooseClass(id: string): Promise<void> {
  await openClass(await database(), classId.parse(id), now())
  revalidatePath('/', 'layout')
}

const newClassSchema = z.object({
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(80)),
  school: z.catch(z.string().check(z.trim(), z.maxLength(120)), ''),
  like: z.pipe(
    z.optional(z.string().check(z.maxLength(60))),
    z.transform((id) => id || null),
  ),
  pieces: z.pipe(
    z.optional(z.literal('on')),
    z.transform((v) => v === 'on'),
  ),
})

/** Makes a class and opens it; leads to it, to say who plays and what they have learned. */
export async function makeClass(form: FormData): Promise<void> {
  await newClass(await database(), newClassSchema.parse(Object.fromEntries(form)), now())
  redirect('/class')
}

/** Takes a class away, or puts it back; nothing is lost by it. False: it is the last one. */
export async function removeClass(id: string): Promise<boolean> {
  const done = await setRemoved(await database(), classId.parse(id), now())
  revalidatePath('/', 'layout')
  return done
}

export async function putBackClass(id: string): Promise<void> {
  await setRemoved(await database(), classId.parse(id), null)
  revalidatePath('/', 'layout')
}

/** The classes on whose shelves a piece stands. */
export async function shelvesOf(id: string): Promise<string[]> {
  return classesWith(await database(), idSchema.parse(id))
}

/** Puts a piece on the shelf of a class, or takes it from there. */
export async function setShelf(id: string, of: string, on: boolean): Promise<void> {
  const db = await database()
  if (on) await putOnShelf(db, classId.parse(of), idSchema.parse(id))
  else await takeOffShelf(db, classId.parse(of), idSchema.parse(id), now())
  revalidatePath('/')
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
