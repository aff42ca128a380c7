import { NextResponse, type NextRequest } from 'next/server'
import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { BusyError, TaskError } from '@/jobs/pool'
import { classById, type StoredClass } from '@/store/classes'
import { database } from '@/store/database'
import { getHead, type PieceHead } from '@/store/pieces'
import { DataError } from '@/store/trouble'
import { readAhead } from './body'

/** How an answer says what is wrong: to a page that reads it, or to whoever opened a file. */
type Form = 'json' | 'text'

/** The status that says what is wrong with the data file: 507 when there is no room, else 503: try again when it is put right. */
const statusOf = (e: DataError): number => (e.trouble === 'full' ? 507 : e.trouble === 'gone' ? 404 : 503)

/** After how many seconds whoever was turned away should ask again. */
const AGAIN = '5'

function refusal(problem: string, status: number, form: Form, headers: Record<string, string> = {}): Response {
  const all = { ...headers, 'cache-control': 'no-store' }
  return form === 'text'
    ? new Response(problem, { status, headers: all })
    : NextResponse.json({ ok: false, reason: 'trouble', problem }, { status, headers: all })
}

/** What is not there (any more), in words; a save learns by the same answer that there is nothing to save over. */
export const gone = (problem: string, form: Form = 'json'): Response =>
  form === 'text'
    ? new Response(problem, { status: 404 })
    : NextResponse.json({ ok: false, reason: 'gone', version: 0, problem }, { status: 404, headers: { 'cache-control': 'no-store' } })

/**
 * A handler whose trouble is answered in words: with the data file, or because what was asked for could not be made. Nothing
 * was written then. Anything else that goes wrong is a fault of ours, and goes to the window in which Even Seat was started.
 */
export const answering =
  <A extends unknown[]>(handler: (...args: A) => Promise<Response>, form: Form = 'json') =>
  async (...args: A): Promise<Response> => {
    try {
      return await handler(...args)
    } catch (e) {
      if (e instanceof DataError) return refusal(e.message, statusOf(e), form)
      if (!(e instanceof TaskError)) throw e
      const problem = form === 'text' ? `We couldn’t make the file. ${e.message}` : e.message
      return refusal(problem, 503, form, e instanceof BusyError ? { 'retry-after': AGAIN } : {})
    }
  }

type Asked = { readonly db: Knex; readonly request: NextRequest; readonly klass: StoredClass }
type InClass<P> = { readonly params: Promise<P & { klass: string }> }

/** A handler for the class that stands in the address. */
export const inClass = <P extends Record<string, string> = Record<never, string>>(
  handler: (asked: Asked & { readonly params: P }) => Promise<Response>,
  form: Form = 'json',
) =>
  answering(async (request: NextRequest, context: InClass<P>) => {
    readAhead(request)
    const params = await context.params
    const db = await database()
    const klass = await classById(db, params.klass)
    return klass ? handler({ db, request, klass, params }) : gone('This class doesn’t exist any more.', form)
  }, form)

/** A handler for a row of that class, by its id. */
export const ofRow = (handler: (asked: Asked & { readonly id: string }) => Promise<Response>, what: string, form: Form = 'json') =>
  inClass<{ id: string }>(async ({ params, ...asked }) => {
    const id = z.uuid().safeParse(params.id)
    return id.success ? handler({ ...asked, id: id.data }) : gone(what, form)
  }, form)

export const NO_PIECE = 'This class doesn’t have that piece.'
export const NO_SEAT = 'This class doesn’t have that piece, or that seat.'

/** A handler for a piece that stands on the shelf of that class. */
export const ofPiece = (handler: (asked: Asked & { readonly head: PieceHead }) => Promise<Response>, form: Form = 'json') =>
  ofRow(
    async ({ id, ...asked }) => {
      const head = await getHead(asked.db, asked.klass.id, id)
      return head ? handler({ ...asked, head }) : gone(NO_PIECE, form)
    },
    NO_PIECE,
    form,
  )

/** JSON that nobody keeps. */
export const fresh = <T>(body: T, status = 200): Response => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** The query of a request, as it is parsed. */
export const searchOf = (request: NextRequest): Record<string, string> => Object.fromEntries(request.nextUrl.searchParams)
