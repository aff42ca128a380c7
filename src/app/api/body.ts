import type { NextRequest } from 'next/server'

/** The largest save that is taken, in bytes: the longest piece with all its decisions has a tenth of it. */
const MOST = 8_000_000

/** The JSON of a request, or null when there is none, it is broken or larger than any save is. */
export async function jsonOf(request: NextRequest): Promise<unknown> {
  const weight = Number(request.headers.get('content-length') ?? NaN)
  if (!(weight <= MOST)) return null
  return (await request.json().catch(() => null)) as unknown
}
