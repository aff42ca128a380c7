import { randomUUID } from 'node:crypto'
import { writeFileSync } from 'node:fs'
import { NextResponse } from 'next/server'
import { sideFile, sweep } from '@/jobs/errands'
import { answering } from '../answer'

/** Begins to take a library file in: it is sent in pieces to the id that this answers with. */
export const POST = answering(async () => {
  sweep()
  const id = randomUUID()
  writeFileSync(sideFile('incoming', `${id}.zip`), '')
  return NextResponse.json({ ok: true, id })
})
