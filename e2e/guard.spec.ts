import { readdirSync, readFileSync } from 'node:fs'
import { request as httpRequest } from 'node:http'
import { createServer, type Server } from 'node:http'
import path from 'node:path'
import { expect, test } from './test'
import { CLASS_PAGE, ORIGIN } from './origin'

const { hostname, port } = new URL(ORIGIN)

/** Every handler and page there is, from the files: a new one is asked here without anybody thinking of it. */
function* files(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const inside = path.join(folder, entry.name)
    if (entry.isDirectory()) yield* files(inside)
    else yield inside
  }
}
const address = (file: string) =>
  `/${path.relative('src/app', path.dirname(file)).replace(/\[[^\]]+\]/g, '00000000-0000-4000-8000-000000000000')}`.replace(/\/$/, '') ||
  '/'
const handlers = [...files('src/app')].flatMap((f) =>
  path.basename(f) === 'route.ts'
    ? [...readFileSync(f, 'utf8').matchAll(/^export (?:const|async function) (GET|POST|PUT|DELETE|PATCH)\b/gm)].map((m) => ({
        method: m[1],
        at: address(f),
      }))
    : [],
)
const pages = [...files('src/app')].flatMap((f) => (path.basename(f) === 'page.tsx' ? [address(f)] : []))

type Answer = { status: number; text: string; headers: Record<string, unknown> }
/** A request as it stands, head and all: nothing is added that a browser would add. */
const ask = (method: string, at: string, headers: Record<string, string | undefined>, body = ''): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const sent = httpRequest(
      {
        host: hostname,
        port,
        method,
        path: at,
        headers: Object.fromEntries(Object.entries(headers).filter(([, v]) => v !== undefined)),
        setHost: false,
      },
      (r) => {
        let text = ''
        r.on('data', (d) => (text += String(d)))
        r.on('end', () => resolve({ status: r.statusCode ?? 0, text, headers: r.headers }))
      },
    )
    sent.on('error', reject)
    sent.end(body)
  })
const own = { host: `${hostname}:${port}` }
const json = { 'content-type': 'application/json', 'content-length': '2' }

test('every handler refuses a foreign name, and every changing one a foreign or nameless page', async () => {
  expect(handlers.length).toBeGreaterThan(12)
  for (const { method, at } of handlers) {
    const where = `${method} ${at}`
    const body = method === 'GET' ? '' : '{}'
    const type: Record<string, string> = method === 'GET' ? {} : json
    expect(
      (await ask(method, at, { host: `even-seat.example:${port}`, origin: `http://even-seat.example:${port}`, ...type }, body)).status,
      where,
    ).toBe(421)
    expect((await ask(method, at, { host: `${hostname}:1`, ...type }, body)).status, where).toBe(421)
    if (method === 'GET') {
      const read = await ask(method, at, {
        ...own,
        'sec-fetch-site': 'cross-site',
        'sec-fetch-mode': 'no-cors',
        'sec-fetch-dest': 'script',
      })
      expect(read.status, where).toBe(403)
      continue
    }
    for (const foreign of [
      { 'sec-fetch-site': 'cross-site', origin: 'http://elsewhere.example' },
      { 'sec-fetch-site': 'same-site', origin: `http://${hostname}:1` },
      { 'sec-fetch-site': 'none' },
      { 'sec-fetch-site': 'same-origin', origin: 'http://elsewhere.example' },
      { origin: 'http://elsewhere.example' },
      { origin: 'null' },
      {},
    ])
      expect((await ask(method, at, { ...own, ...json, ...foreign }, '{}')).status, where).toBe(403)
    if (method !== 'DELETE')
      for (const simple of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x'])
        expect((await ask(method, at, { ...own, origin: ORIGIN, 'content-type': simple, 'content-length': '2' }, '{}')).status, where).toBe(
          415,
        )
  }
})

test('every page refuses a foreign name, and a server action or form from elsewhere', async () => {
  expect(pages.length).toBeGreaterThan(8)
  for (const at of pages) {
    expect((await ask('GET', at, { host: 'even-seat.example' })).status, at).toBe(421)
    const action = {
      'next-action': '7f00000000000000000000000000000000000000',
      'content-type': 'text/plain;charset=UTF-8',
      'content-length': '2',
    }
    // Host and Origin that agree, but are not ours: this is what a name that points to this machine looks like.
    expect(
      (await ask('POST', at, { host: `even-seat.example:${port}`, origin: `http://even-seat.example:${port}`, ...action }, '[]')).status,
      at,
    ).toBe(421)
    for (const foreign of [{ origin: 'http://elsewhere.example' }, {}, { 'sec-fetch-site': 'cross-site' }])
      expect((await ask('POST', at, { ...own, ...action, ...foreign }, '[]')).status, at).toBe(403)
  }
})

test('broken addresses and unknown methods are answered plainly', async () => {
  for (const at of ['/%zz', '/pieces/%E0%A4%A', '/api/%', '/%00']) expect((await ask('GET', at, own)).status, at).toBe(400)
  for (const method of ['TRACE', 'OPTIONS', 'PATCH', 'PROPFIND']) {
    const answer = await ask(method, '/', own)
    expect([answer.status, answer.headers.allow], method).toEqual([405, 'GET, HEAD, POST, PUT, DELETE'])
  }
  expect((await ask('GET', '/', {})).status).toBe(400)
  expect((await ask('GET', '/about', own)).status).toBe(200)
})

test('scripts carry the nonce of one answer, and no script runs that does not', async ({ page }) => {
  const first = await ask('GET', `${CLASS_PAGE}/pieces`, own)
  const policy = String(first.headers['content-security-policy'])
  const nonce = /'nonce-([^']+)'/.exec(policy)![1]
  expect(policy).toContain("form-action 'self'")
  expect(/script-src [^;]*'unsafe-inline'/.test(policy)).toBe(false)
  expect(first.headers['cross-origin-opener-policy']).toBe('same-origin')
  const scripts = [...first.text.matchAll(/<script\b[^>]*>/g)]
  expect(scripts.length).toBeGreaterThan(2)
  for (const [tag] of scripts) expect(tag).toContain(`nonce="${nonce}"`)
  const second = await ask('GET', `${CLASS_PAGE}/pieces`, own)
  expect(String(second.headers['content-security-policy'])).not.toContain(nonce)
  const complaints: string[] = []
  page.on('console', (m) => {
    if (m.type() === 'error') complaints.push(m.text())
  })
  await page.goto('/')
  await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'window.wasRun = true'
    document.body.append(script)
  })
  expect(await page.evaluate(() => 'wasRun' in window)).toBe(false)
  expect(complaints.join()).toContain('Content Security Policy')
})

test.describe('a page of somebody else', () => {
  let server: Server
  let elsewhere: string
  test.beforeAll(async () => {
    server = createServer((_, r) => r.writeHead(200, { 'content-type': 'text/html' }).end('<h1>Elsewhere</h1>')).listen(0, '127.0.0.1')
    await new Promise((resolve) => server.once('listening', resolve))
    const at = server.address()
    elsewhere = `http://127.0.0.1:${typeof at === 'object' && at ? at.port : 0}`
  })
  test.afterAll(() => void server.close())

  test('can neither read nor change anything, by fetch or by form', async ({ page }) => {
    await page.goto(elsewhere)
    const tried = await page.evaluate(async (target) => {
      const quiet = (init: RequestInit, at = '/api/class/tuesday-strings/shelf') =>
        fetch(target + at, init).then(
          (r) => `${r.type} ${r.status}`,
          () => 'refused',
        )
      return Promise.all([
        quiet({ method: 'POST', body: '{}', mode: 'no-cors' }),
        quiet({ method: 'POST', body: new FormData(), mode: 'no-cors' }),
        quiet({ method: 'POST', body: '{}', headers: { 'content-type': 'application/json' } }),
        quiet({ method: 'PUT', body: '{}', headers: { 'content-type': 'application/json' } }, '/api/class/tuesday-strings'),
        quiet({}, '/api/class/tuesday-strings/shelf'),
      ])
    }, ORIGIN)
    // An opaque answer says nothing to the page; what the server answered is tested above.
    for (const t of tried) expect(['refused', 'opaque 0']).toContain(t)
    const posted = page.waitForResponse((r) => r.url().startsWith(ORIGIN))
    await page.evaluate((target) => {
      const form = document.createElement('form')
      Object.assign(form, { method: 'post', action: `${target}/`, enctype: 'multipart/form-data' })
      document.body.append(form)
      form.submit()
    }, ORIGIN)
    expect((await posted).status()).toBe(403)
  })
  test('can lead here by a link', async ({ page }) => {
    await page.goto(elsewhere)
    await page.evaluate((target) => {
      const a = document.createElement('a')
      a.href = target
      a.textContent = 'go'
      document.body.append(a)
    }, ORIGIN)
    await page.getByText('go').click()
    await expect(page.getByRole('heading', { name: 'Tuesday Strings' })).toBeVisible()
  })
})
