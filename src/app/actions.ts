'use server'

import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import * as z from 'zod/mini'
import { classPage, piecePage } from '@/api/address'
import { versionNumber } from '@/core/bounds.schema'
import { classesWith, newClass, setRemoved, startOwn } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getVersion, nameVersion } from '@/store/versions'
import { duplicatePiece, getHead, purge, putOnShelf, savePiece, takeOffShelf } from '@/store/pieces'

const idSchema = z.uuid()
const classId = z.string().check(z.minLength(1), z.maxLength(60))
const formVersion = z.pipe(z.coerce.number(), versionNumber)

/** Brings a saved version back as the newest one; nothing is lost by it. Leads to the desk. */
export async function bringBack(of: string, form: FormData): Promise<void> {
  const { id, version } = z.object({ id: idSchema, version: formVersion }).parse(Object.fromEntries(form))
  const db = await database()
  const klass = classId.parse(of)
  const [head, old] = [await getHead(db, klass, id), await getVersion(db, id, version)]
  if (head && old)
    await savePiece(
      db,
      klass,
      id,
      head.version,
      { piece: old.piece, plan: old.plan, source: { name: head.sourceName, text: old.text }, said: `Version ${version} restored` },
      now(),
    )
  redirect(piecePage(klass, id))
}

/** Gives a saved version a name, by which it is kept for good; an empty one takes it away. */
export async function rename(of: string, form: FormData): Promise<void> {
  const { id, version, name } = z
    .object({ id: idSchema, version: formVersion, name: z.string().check(z.trim(), z.maxLength(80)) })
    .parse(Object.fromEntries(form))
  const db = await database()
  const klass = classId.parse(of)
  if (await getHead(db, klass, id)) await nameVersion(db, id, version, name || null)
  revalidatePath(piecePage(klass, id, 'history'))
}

/** Puts a second copy on the shelf. */
export async function duplicate(of: string, id: string): Promise<void> {
  const db = await database()
  await duplicatePiece(db, classId.parse(of), idSchema.parse(id), now())
  revalidatePath('/', 'layout')
}

/** Takes a piece off the shelf; {@link putBack} undoes it. Says whether another class keeps it. */
export async function takeOff(of: string, id: string): Promise<boolean> {
  const db = await database()
  const elsewhere = await takeOffShelf(db, classId.parse(of), idSchema.parse(id), now())
  revalidatePath('/', 'layout')
  return elsewhere
}

export async function putBack(of: string, id: string): Promise<void> {
  const db = await database()
  await putOnShelf(db, classId.parse(of), idSchema.parse(id))
  revalidatePath('/', 'layout')
}

/** Deletes for good what was taken off the shelf: one piece, or all. */
export async function deleteForGood(of: string, id: string): Promise<void> {
  const db = await database()
  await purge(db, classId.parse(of), z.union([idSchema, z.literal('all')]).parse(id))
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

/** Makes a class; leads to it, to say who plays and what they have learned. */
export async function makeClass(form: FormData): Promise<void> {
  const id = await newClass(await database(), newClassSchema.parse(Object.fromEntries(form)), now())
  redirect(classPage(id, 'people'))
}

/** Takes a class away, or puts it back; nothing is lost by it. False: it is the last one. */
export async function removeClass(id: string): Promise<boolean> {
  // Its own pages are not there any more: whoever asks goes on to another class.
  return setRemoved(await database(), classId.parse(id), now())
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
  revalidatePath('/', 'layout')
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
export async function startOwnClass(of: string, form: FormData): Promise<void> {
  const [klass, own] = [classId.parse(of), ownSchema.parse(Object.fromEntries(form))]
  await startOwn(await database(), klass, own, now())
  redirect(classPage(klass, 'people'))
}
