import type { Metadata } from 'next'
import { connection } from 'next/server'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { LineWriter } from '@/ui/lines/LineWriter'

export const metadata: Metadata = { title: 'A line to read' }

/** A line of reading written to order, out of what the class has learned. */
export default async function LinePage() {
  await connection()
  const { name, settings } = await theClass(await database())
  return <LineWriter name={name} klass={settings} />
}
