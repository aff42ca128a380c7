import { randomUUID } from 'node:crypto'
import { NextResponse } from 'next/server'
import { beginErrand, sideFile, sweep } from '@/jobs/errands'
import { now } from '@/store/clock'
import { answering } from '../answer'

/** Begins to write everything as one file; how it goes is asked under /api/jobs, the file fetched under its id here. */
export const POST = answering(async () => {
  sweep()
  const id = randomUUID()
  const begun = beginErrand({ kind: 'backup', to: sideFile('outgoing', `${id}.zip`), now: now() }, id)
  return begun
    ? NextResponse.json({ ok: true, id })
    : NextResponse.json({ ok: false, problem: 'a backup is already running. Wait until it is done' }, { status: 409 })
})
