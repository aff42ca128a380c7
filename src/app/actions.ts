'use server'

import { revalidatePath } from 'next/cache'
import { z } from 'zod'
import { carryPins } from '@/core/seats/carry'
import { readFile } from '@/formats/read'
import { sayProblem } from '@/formats/reading'
import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import type { BringFile, Retype } from '@/ui/parts/actions'
import { addPiece, duplicatePiece, getPiece, savePiece, setDeleted } from '@/store/pieces'

const fileSchema = z.object({ name: z.string().min(1).max(260), text: z.string().max(10_000_000) })
const idSchema = z.uuid()

/** Reads a file and puts the piece on the shelf. */
export const bringFile: BringFile = async (input) => {
  const file = fileSchema.safeParse(input)
  if (!file.success) return { ok: false, problems: ['the file is too large; split it by piece'] }
  const reading = readFile(file.data.name, file.data.text)
  if (!reading.ok) return { ok: false, problems: reading.problems.slice(0, 5).map(sayProblem) }
  const db = await database()
  const id = await addPiece(db, (await theClass(db)).id, reading.piece, file.data, now())
  revalidatePath('/')
  return { ok: true, id, title: reading.piece.title, notices: [...reading.notices] }
}

/** Saves retyped abc over a piece, on the version that it was made on; pins stay where their notes stay. */
export const retype: Retype = async (input) => {
  const { id, base, text } = z.object({ id: idSchema, base: z.int(), text: z.string().max(10_000_000) }).parse(input)
  const reading = readFile('typed.abc', text)
  if (!reading.ok) return { ok: false, problem: sayProblem(reading.problems[0]) }
  const db = await database()
  const before = await getPiece(db, id)
  const gone = 'the piece has been taken off the shelf; copy your text before you leave'
  if (!before) return { ok: false, problem: gone }
  const { plan, lifted } = carryPins(before.piece, reading.piece, before.plan)
  const saved = await savePiece(db, id, base, { piece: reading.piece, plan, source: { name: before.source.name, text } }, now())
  if (saved.ok) return { ok: true, version: saved.version, lifted }
  return {
    ok: false,
    problem: saved.reason === 'gone' ? gone : 'the piece was changed in another window meanwhile; copy your text, then load the page again',
  }
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
