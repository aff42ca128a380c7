import { redirect } from 'next/navigation'
import { connection } from 'next/server'
import { classPage } from '@/api/address'
import { lastOpened } from '@/store/classes'
import { database } from '@/store/database'

/** The way in: to the class that was opened last. */
export default async function HomePage() {
  await connection()
  redirect(classPage((await lastOpened(await database())).id, 'pieces'))
}
