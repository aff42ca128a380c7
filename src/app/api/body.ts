import type { NextRequest } from 'next/server'
import { MOST_REQUEST } from '@/formats/brought'

/** The largest save that is taken, in bytes: the longest piece with all its decisions has a tenth of it. */
const MOST_BODY = 8_000_000

const weightOf = (request: NextRequest): number => Number(request.headers.get('content-length') ?? NaN)

/** Bodies that are being read, by their requests. */
const early = new WeakMap<NextRequest, Promise<string | null>>()

/**
 * Begins to read the body of a request that is to be looked into first: one that is not read at once may never come (about
 * one save in four that was the first of a fresh start, from a browser).
 */
export function readAhead(request: NextRequest, most = MOST_REQUEST): void {
  if (request.body && weightOf(request) <= most)
    early.set(
      request,
      request.text().catch(() => null),
    )
}

/** The text of a request, or null when there is none or it is larger than `most`, in bytes. */
export const bodyText = async (request: NextRequest, most = MOST_BODY): Promise<string | null> =>
  weightOf(request) <= most ? (early.get(request) ?? request.text().catch(() => null)) : null

/** The JSON of a request, or null when there is none, it is broken or larger than `most`, in bytes. */
export async function jsonOf(request: NextRequest, most = MOST_BODY): Promise<unknown> {
  const text = await bodyText(request, most)
  try {
    return text === null ? null : (JSON.parse(text) as unknown)
  } catch {
    return null
  }
}

/** The bytes of a request, or null when there are none or more than `most`. */
export async function bytesOf(request: NextRequest, most: number): Promise<Uint8Array | null> {
  const weight = weightOf(request)
  if (!(weight > 0 && weight <= most)) return null
  const bytes = await request.arrayBuffer().catch(() => null)
  return bytes && bytes.byteLength === weight ? new Uint8Array(bytes) : null
}
