import { notFound } from 'next/navigation'
import { connection } from 'next/server'
import { classById, lastOpened, openClass, type StoredClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { DataError } from '@/store/trouble'

/** The class that stands in the address of a page; one that is not there is not found. Looking at it opens it: "/" leads there next time. */
export async function classNamed(params: Promise<{ klass: string }>): Promise<StoredClass> {
  await connection()
  const db = await database()
  const klass = await classById(db, decodeURIComponent((await params).klass))
  if (!klass) notFound()
  // That it was opened is worth noting, but not worth refusing to show it.
  if ((await lastOpened(db)).id !== klass.id)
    await openClass(db, klass.id, now()).catch((e: unknown) => {
      if (!(e instanceof DataError)) throw e
    })
  return klass
}
