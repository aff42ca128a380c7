import { randomBytes } from 'node:crypto'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { hostname, networkInterfaces } from 'node:os'
import nodePath from 'node:path'
import sirv from 'sirv'
import next from 'next'
import { sweep } from '@/jobs/errands'
import { DRAIN, drain } from '@/jobs/pool'
import { hasPassphrase, isSession } from '@/store/access'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { followLink } from '@/store/links'
import { DataError } from '@/store/trouble'
import { FROM_DOOR, SESSION_COOKIE } from './address'
import { linkFrom } from './limits'
import { METHODS, pathOf, refusalOf } from './guard'
import { COMMON_HEADERS, contentPolicy } from './headers'
import { inUrl, isLoopback, namesOf } from './hosts'

/**
 * The front door: the one place that every request passes before Next sees it. Next's own layer for this would not do: it
 * holds every body in memory, sees neither broken addresses nor unknown methods, and a matcher can forget a path. Here
 * nothing can be forgotten, since there is no other way in; instrumentation.ts refuses to serve without this door.
 */
const host = process.env.HOST ?? '127.0.0.1'
const port = Number(process.env.PORT ?? 3000)
const dev = process.env.NODE_ENV === 'development'
/** Further names under which this machine may be asked, such as a name in the school's network. */
const named = (process.env.EVEN_SEAT_HOSTS ?? '')
  .split(',')
  .map((n) => n.trim())
  .filter(Boolean)

const beyond = !isLoopback(host)

/** The names under which a request may come, and where phones reach this machine. */
const names = namesOf(
  { host, port },
  named,
  () => ({ addresses: Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map((i) => i.address)), name: hostname() }),
  () => performance.now(),
)

function end(response: ServerResponse, status: number, text: string, json: boolean): void {
  response.statusCode = status
  response.setHeader('content-type', json ? 'application/json' : 'text/plain; charset=utf-8')
  if (status === 405) response.setHeader('allow', METHODS.join(', '))
  // The rest of what is being sent is not waited for.
  response.setHeader('connection', 'close')
  response.end(json ? JSON.stringify({ ok: false, reason: 'trouble', problem: text, error: text }) : `${text}\n`)
}

/** What is served to anybody who may ask at all: the sign-in page and what it is made of. */
const isOpen = (path: string): boolean =>
  path === '/sign-in' || path === '/api/session' || path === '/icon.svg' || path.startsWith('/_next/static/')

function cookie(request: IncomingMessage, name: string): string | null {
  const found = (request.headers.cookie ?? '').split(';').find((c) => c.trim().startsWith(`${name}=`))
  return found ? found.trim().slice(name.length + 1) : null
}

/** Whether a path is a student's: nothing below it is ever served but by a link that is good. */
const OF_STUDENT = /^(?:\/api)?\/s(?:\/|$)/
/** The pages and answers of a student's link, to the letter: all that a pupil's phone is served. */
const LINK = /^(?:\/s\/([\w-]{22})(?:\/train|\/[0-9a-f-]{36})?|\/api\/s\/([\w-]{22})\/(?:week|train|[0-9a-f-]{36}\/(?:part|warmup)))$/

/** The one address that takes something from a student's link: answers to questions of reading. */
const ANSWERS = /^\/api\/s\/[\w-]{22}\/train$/

/** Lets a student's link in where it is good; else answers why not. */
async function followed(request: IncomingMessage, response: ServerResponse, path: string, token: string): Promise<boolean> {
  const json = path.startsWith('/api/')
  if (request.method !== 'GET' && request.method !== 'HEAD' && !(request.method === 'POST' && ANSWERS.test(path))) {
    end(response, 403, 'A student’s link is only for reading and for answering questions.', json)
    return false
  }
  const db = await database()
  const address = request.socket.remoteAddress ?? 'unknown'
  const good = await linkFrom(address, async () => (await followLink(db, token, now())) !== null)
  if (good === null) end(response, 429, 'Too many wrong links came from here. Wait 15 minutes, then try again.', json)
  else if (!good)
    end(response, 404, 'This link doesn’t work. It ended, or it wasn’t copied completely. Ask your teacher for a new one.', json)
  return good === true
}

/** Whether somebody may go in; else answers why not, or leads to the sign-in page. */
async function admitted(request: IncomingMessage, response: ServerResponse, path: string): Promise<boolean> {
  if (path.startsWith('/_next/static/')) return true
  if (OF_STUDENT.test(path) && (!beyond || (await hasPassphrase(await database())))) {
    const link = LINK.exec(path)
    return followed(request, response, path, link?.[1] ?? link?.[2] ?? '')
  }
  const db = await database()
  if (!(await hasPassphrase(db))) {
    // It may have been taken away while running.
    if (beyond)
      end(response, 403, 'Even Seat answers other devices only after you set a passphrase: npm run passphrase', path.startsWith('/api/'))
    return !beyond
  }
  if (isOpen(path)) return true
  const token = cookie(request, SESSION_COOKIE)
  if (token && (await isSession(db, token, now()))) return true
  if (request.method === 'GET' && !path.startsWith('/api/') && request.headers['rsc'] === undefined) {
    response.writeHead(303, { location: `/sign-in?to=${encodeURIComponent(request.url ?? '/')}` }).end()
    return false
  }
  end(
    response,
    401,
    'You’re signed out. Open Even Seat in another window and sign in. What you changed here is kept.',
    path.startsWith('/api/'),
  )
  return false
}

async function serve(): Promise<void> {
  // The data is the teacher's alone: files 0600, folders 0700.
  process.umask(0o077)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new DataError('unwritable', `PORT is “${process.env.PORT ?? ''}”. Give a number from 1 to 65535.`)
  const db = await database()
  if (beyond && !(await hasPassphrase(db))) {
    process.stderr.write(
      `HOST=${host} would let everybody in the network read and change everything, so Even Seat was not started.\nSet a passphrase first: npm run passphrase — or leave HOST out to serve this machine alone.\n`,
    )
    process.exit(1)
  }
  sweep(true)
  ;(globalThis as { evenSeatDoor?: boolean }).evenSeatDoor = true
  const app = next({ dev, dir: process.cwd(), hostname: host, port })
  await app.prepare()
  const handle = app.getRequestHandler()

  let stopping = false
  const vendor = sirv(nodePath.join(process.cwd(), 'public'), { brotli: true, gzip: true, etag: true, immutable: true, maxAge: 31_536_000 })
  const server = createServer((request, response) => {
    void answer(request, response).catch((e: unknown) => {
      if (!(e instanceof DataError)) console.error(e)
      const text = e instanceof DataError ? e.message : 'Something went wrong. The window where Even Seat was started says what.'
      if (!response.headersSent) end(response, e instanceof DataError ? 503 : 500, text, (request.url ?? '').startsWith('/api/'))
      else response.destroy()
    })
  })

  async function answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    for (const [name, value] of Object.entries(COMMON_HEADERS)) response.setHeader(name, value)
    const { method = '', url = '', headers } = request
    const { hosts, reach } = names()
    const refused = refusalOf({ method, url, headers }, hosts)
    const path = pathOf(url) ?? ''
    if (stopping) {
      response.setHeader('retry-after', '10')
      return end(
        response,
        503,
        'Even Seat is stopping. Your changes are kept in this browser and saved when it runs again.',
        path.startsWith('/api/'),
      )
    }
    if (refused) return end(response, refused.status, refused.text, path.startsWith('/api/'))
    const nonce = randomBytes(16).toString('base64')
    const policy = contentPolicy(nonce, dev)
    response.setHeader('Content-Security-Policy', policy)
    // Next puts the nonce of this header on the scripts that it writes.
    headers['content-security-policy'] = policy
    headers[FROM_DOOR.nonce] = nonce
    headers[FROM_DOOR.address] = request.socket.remoteAddress ?? 'unknown'
    headers[FROM_DOOR.secure] = '0'
    headers[FROM_DOOR.reach] = reach
    if (!(await admitted(request, response, path))) return
    // What carries its version in its name is sent packed, and kept for good.
    if (path.startsWith('/vendor/')) vendor(request, response, () => end(response, 404, 'That file doesn’t exist.', false))
    else await handle(request, response)
  }

  if (dev) server.on('upgrade', (request, socket, head) => void app.getUpgradeHandler()(request, socket, head))
  server.listen(port, host, () => process.stdout.write(`Ready at http://${inUrl(host)}:${port}\n`))
  /** What is under way ends, for so long at the most; what is new is refused. */
  async function stop(): Promise<void> {
    if (stopping) process.exit(0)
    stopping = true
    const closed = new Promise<void>((resolve) => server.close(() => resolve()))
    server.closeIdleConnections()
    await Promise.race([Promise.all([drain(), closed]), new Promise((resolve) => setTimeout(resolve, DRAIN))])
    server.closeAllConnections()
    await (await database()).destroy()
  }
  // A second signal does not wait.
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop().finally(() => process.exit(0)))
}

// Whoever started it may have gone, and the window with it: what is said then is heard by nobody. Without a listener that is
// an error, which would be said, which would be an error: it went on for ever, on a core of its own.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined)

serve().catch((e: unknown) => {
  process.stderr.write(`${e instanceof DataError ? e.message : `Even Seat couldn’t start: ${(e as Error).stack ?? String(e)}`}\n`)
  process.exit(1)
})
