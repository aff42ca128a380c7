import type { Metadata } from 'next'
import { connection } from 'next/server'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { NewTune } from '@/ui/steps/write/NewTune'

export const metadata: Metadata = { title: 'Write a tune' }

export default async function NewPage() {
  await connection()
  return <NewTune klass={(await theClass(await database())).settings} />
}
