import { appendFileSync, existsSync, rmSync, statSync } from 'node:fs'
import { revalidatePath } from 'next/cache'
import { NextResponse, type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { beginErrand, nextBackup, sideFile } from '@/jobs/errands'
import { now } from '@/store/clock'
import { explained } from '@/store/trouble'
import { PIECE_OF_FILE, restoreRequest } from '@/api/library'
import { answering } from '../../answer'
import { bytesOf, jsonOf } from '../../body'

type Context = { params: Promise<{ id: string }> }

/** The largest library file that is taken, in bytes. */
const MOST_UPLOAD = 20_000_000_000

const refuse = (problem: string, status: number) => NextResponse.json({ ok: false, problem }, { status })
const gone = () => refuse('This file is gone. Choose it again.', 404)

async function incoming(context: Context): Promise<{ file: string; staged: string } | null> {
  const id = z.uuid().safeParse((await context.params).id)
  if (!id.success) return null
  return { file: sideFile('incoming', `${id.data}.zip`), staged: sideFile('incoming', `${id.data}.sqlite`) }
}

/** The next piece of the file, to stand at `at`; the answer says how much of it is here. */
export const PUT = answering(async (request: NextRequest, context: Context) => {
  const to = await incoming(context)
  if (!to || !existsSync(to.file)) return gone()
  const { size } = statSync(to.file)
  const at = z.coerce.number().check(z.int()).safeParse(request.nextUrl.searchParams.get('at'))
  // A piece that was sent twice, or out of turn: the sender goes on from what is here.
  if (!at.success || at.data !== size) return NextResponse.json({ ok: true, size })
  const bytes = await bytesOf(request, PIECE_OF_FILE)
  if (!bytes) return refuse('That part is empty, cut off or too big.', 400)
  if (size + bytes.length > MOST_UPLOAD) return refuse('The file is too big.', 413)
  try {
    appendFileSync(to.file, bytes)
  } catch (e) {
    throw explained(e, to.file)
  }
  return NextResponse.json({ ok: true, size: size + bytes.length })
})

/** Begins to look at the file, or to bring in what was found in it. */
export const POST = answering(async (request: NextRequest, context: Context) => {
  const to = await incoming(context)
  const wanted = restoreRequest.safeParse(await jsonOf(request))
  if (!wanted.success) return refuse('Say what to do with the file.', 400)
  if (!to || !existsSync(wanted.data.do === 'look' ? to.file : to.staged)) return gone()
  const id =
    wanted.data.do === 'look'
      ? beginErrand({ kind: 'look', ...to })
      : beginErrand({
          kind: 'bring',
          staged: to.staged,
          how: wanted.data.how,
          safe: sideFile('backups', nextBackup(new Date(now()))),
          now: now(),
        })
  revalidatePath('/')
  return id ? NextResponse.json({ ok: true, id }) : refuse('Another backup is being restored. Wait until it is done.', 409)
})

/** Forgets the file. */
export const DELETE = answering(async (_: NextRequest, context: Context) => {
  const to = await incoming(context)
  if (to) for (const file of [to.file, ...['', '-wal', '-shm'].map((end) => to.staged + end)]) rmSync(file, { force: true })
  return NextResponse.json({ ok: true })
})
