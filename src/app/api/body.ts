import type { NextRequest } from 'next/server'

/** The largest save that is taken, in bytes: the longest piece with all its decisions has a tenth of it. */
const MOST = 8_000_000

const weightOf = (request: NextRequest): number => Number(request.headers.get('content-length') ?? NaN)

/** The JSON of a request, or null when there is none, it is broken or larger than `most`, in bytes. */
export async function jsonOf(request: NextRequest, most = MOST): Promise<unknown> {
  if (!(weightOf(request) <= most)) return null
  return (await request.json().catch(() => null)) as unknown
}

/** The bytes of a request, or null when there are none or more than `most`. */
export async function bytesOf(request: NextRequest, most: number): Promise<Uint8Array | null> {
  const weight = weightOf(request)
  if (!(weight > 0 && weight <= most)) return null
  const bytes = await request.arrayBuffer().catch(() => null)
  return bytes && bytes.byteLength === weight ? new Uint8Array(bytes) : null
}
