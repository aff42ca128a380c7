import type { IncomingHttpHeaders } from 'node:http'

/** What of a request decides whether it is let in. */
type Asked = { readonly method: string; readonly url: string; readonly headers: IncomingHttpHeaders }
/** Why a request is not let in: the status of HTTP and a plain sentence. */
type Refusal = { readonly status: 400 | 403 | 405 | 415 | 421; readonly text: string }

const READING = ['GET', 'HEAD']
export const METHODS = [...READING, 'POST', 'PUT', 'DELETE'] as const

/**
 * What the handlers take: JSON, and plain bytes in pieces. A page elsewhere cannot send either without asking first, and
 * nothing here answers when it asks.
 */
const BODIES = ['application/json', 'application/octet-stream']

/**
 * Whether a request is let in, by its head alone; null when it is. Every request of the application passes here before
 * anything else sees it: pages, server actions, handlers, files. A page that somebody else has made can neither read nor
 * change anything: its Host is wrong when a foreign name points to this machine, and its Sec-Fetch-Site or Origin says where
 * it comes from (Fetch Metadata, W3C; Origin, RFC 6454). What says neither is no page of ours and changes nothing.
 */
export function refusalOf({ method, url, headers }: Asked, hosts: ReadonlySet<string>): Refusal | null {
  if (!(METHODS as readonly string[]).includes(method)) return { status: 405, text: `${method} is not answered here.` }
  const path = pathOf(url)
  if (path === null) return { status: 400, text: 'We can’t read that address.' }
  const host = headers.host?.toLowerCase() ?? ''
  if (!hosts.has(host))
    return { status: 421, text: 'Even Seat doesn’t answer to this name. Open it at the address its window shows at the start.' }
  const api = path === '/api' || path.startsWith('/api/')
  const from = headers['sec-fetch-site']
  if (READING.includes(method)) {
    // Another site may lead here by a link, but not read in the background, and not fetch files.
    const led = headers['sec-fetch-mode'] === 'navigate' && headers['sec-fetch-dest'] === 'document' && !api
    return (from === 'cross-site' || from === 'same-site') && !led ? FOREIGN : null
  }
  if (from !== undefined ? from !== 'same-origin' : !isOwn(headers.origin, host)) return FOREIGN
  // An origin that disagrees is refused whatever else the request says.
  if (headers.origin !== undefined && !isOwn(headers.origin, host)) return FOREIGN
  const type = headers['content-type']?.split(';')[0].trim().toLowerCase()
  if (api && method !== 'DELETE' && !BODIES.includes(type ?? ''))
    return { status: 415, text: 'This address takes JSON (content-type: application/json).' }
  return null
}

const FOREIGN: Refusal = { status: 403, text: 'This request didn’t come from Even Seat’s own pages, so we refused it.' }

const isOwn = (origin: string | undefined, host: string): boolean =>
  origin !== undefined && (origin.toLowerCase() === `http://${host}` || origin.toLowerCase() === `https://${host}`)

/**
 * The path of a request's target, read; null when it is none, its percent signs are broken, or it goes up or about: what
 * stands behind this door would make another path of "/_next/static/../../class" than the one that was let in.
 */
export function pathOf(url: string): string | null {
  if (!url.startsWith('/')) return null
  try {
    const path = decodeURIComponent(url.split(/[?#]/, 1)[0])
    return /[\u0000\\]|\/\/|\/\.{1,2}(?:\/|$)/.test(path) ? null : path
  } catch {
    return null
  }
}
