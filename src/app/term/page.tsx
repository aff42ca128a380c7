import type { Metadata } from 'next'
import { connection } from 'next/server'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { TermView } from '@/ui/term/TermView'

export const metadata: Metadata = { title: 'The term' }

export default async function TermPage() {
  await connection()
  const { id, name, school, settings, version } = await theClass(await database())
  return <TermView key={id} id={id} name={name} school={school} settings={settings} version={version} />
}
