import * as z from 'zod/mini'
import { begunReply, PIECE_OF_FILE, pieceReply } from '@/api/library'
import { answer, Trouble } from '@/ui/kit/answer'

/** How far something is, from 0 to 1, and what is being done. */
type Progress = { readonly part: number; readonly what: string }

const AGAIN = 400
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

const json = (body: unknown): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
})

/** Begins a long task and says its id. Throws a {@link Trouble}. */
export async function beginAtServer(url: string, body: unknown = {}): Promise<string> {
  const begun = await answer(begunReply, url, json(body))
  if (!begun.ok) throw new Trouble(begun.problem)
  return begun.id
}

type States<R> =
  { state: 'running'; done: number; total: number; what: string } | { state: 'failed'; problem: string } | { state: 'done'; result: R }

/** Follows a long task until it is done. Throws a {@link Trouble}. */
export async function follow<R>(id: string, schema: z.ZodMiniType<States<R>>, say: (p: Progress) => void): Promise<R> {
  for (;;) {
    const now = await answer(schema, `/api/jobs/${id}`)
    if (now.state === 'done') return now.result
    if (now.state === 'failed') throw new Trouble(now.problem)
    say({ part: now.total ? now.done / now.total : 0, what: now.what })
    await wait(AGAIN)
  }
}

/** Sends a file in pieces, so that neither side ever holds more of it, and says the id under which it is kept. */
export async function send(file: File, say: (p: Progress) => void): Promise<string> {
  const id = await beginAtServer('/api/restore')
  for (let at = 0; at < file.size;) {
    const piece = await answer(pieceReply, `/api/restore/${id}?at=${at}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/octet-stream' },
      body: file.slice(at, at + PIECE_OF_FILE),
    })
    if (!piece.ok) throw new Trouble(piece.problem)
    if (piece.size <= at) throw new Trouble('We couldn’t send the file. Choose it again.')
    at = piece.size
    say({ part: at / file.size, what: '' })
  }
  return id
}

/** Forgets a file that was sent. */
export const forget = (id: string): void => void fetch(`/api/restore/${id}`, { method: 'DELETE' }).catch(() => undefined)
