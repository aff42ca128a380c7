import type { Metadata } from 'next'
import { connection } from 'next/server'
import { readAbc } from '@/formats/abc/read'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { NewTune } from '@/ui/steps/write/NewTune'

export const metadata: Metadata = { title: 'Write a tune' }

/** What a new tune begins with: a heading to fill in, and a bar to show how it goes. */
const BEGIN = `X:1
T:New tune
M:4/4
L:1/4
Q:1/4=90
K:D
D E F G | A2 A2 |]
`

export default async function NewPage() {
  await connection()
  const reading = readAbc(BEGIN)
  if (!reading.ok) throw new Error('the beginning of a new tune cannot be read')
  return <NewTune klass={(await theClass(await database())).settings} piece={reading.piece} text={BEGIN} />
}
