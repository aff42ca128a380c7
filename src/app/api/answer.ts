import { NextResponse } from 'next/server'
import { DataError } from '@/store/trouble'

/** The status that says what is wrong with the data file: 507 when there is no room, else 503: try again when it is put right. */
const statusOf = (e: DataError): number => (e.trouble === 'full' ? 507 : 503)

/**
 * A handler whose trouble with the data file is answered in words: nothing was written, and what to do. Anything else that
 * goes wrong is a fault of ours, and goes to the window in which Even Seat was started.
 */
export const answering =
  <A extends unknown[]>(handler: (...args: A) => Promise<Response>) =>
  async (...args: A): Promise<Response> => {
    try {
      return await handler(...args)
    } catch (e) {
      if (!(e instanceof DataError)) throw e
      return NextResponse.json({ ok: false, reason: 'trouble', problem: e.message }, { status: statusOf(e) })
    }
  }
