import { CLASS_API } from './origin'
import { found } from './barriers'
import Database from 'better-sqlite3'
import jsQR from 'jsqr'
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { request as httpRequest } from 'node:http'
import os from 'node:os'
import path from 'node:path'
import { PNG } from 'pngjs'
import { expect, test, type BrowserContext, type Page } from './test'

/*
 * Even Seat as it is served to a room: a passphrase is set, the teacher is signed in, and pupils' phones have their links.
 */
const PORT = 3291
const HERE = `http://127.0.0.1:${PORT}`
const WORDS = 'nine slow ferries'

let env: NodeJS.ProcessEnv
let server: ChildProcess
let teacher: BrowserContext

test.describe.configure({ mode: 'serial' })
test.beforeAll(async ({ browser }) => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-room-'))
  env = {
    ...process.env,
    EVEN_SEAT_DATA: folder,
    NODE_ENV: 'production',
    PORT: `${PORT}`,
    HOST: '0.0.0.0',
    EVEN_SEAT_HOSTS: 'music-room.test',
  }
  const tsx = (script: string, input = '') =>
    spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', script], { env, input, encoding: 'utf8' }).status
  expect(tsx('scripts/prepare.ts')).toBe(0)
  expect(tsx('scripts/passphrase.ts', `${WORDS}\n`)).toBe(0)
  server = spawn(process.execPath, ['.next/even-seat/server.mjs'], { env })
  await new Promise<void>((resolve, reject) => {
    server.stdout?.on('data', (d) => String(d).includes('Ready at') && resolve())
    server.on('exit', () => reject(new Error('the server ended')))
  })
  teacher = await browser.newContext({ baseURL: HERE })
  const done = await teacher.request.post('/api/session', { data: { passphrase: WORDS }, headers: { origin: HERE } })
  expect(done.status()).toBe(200)
})
test.afterAll(async () => {
  await teacher.close()
  await new Promise<void>((resolve) => {
    server.removeAllListeners('exit')
    server.on('exit', () => resolve())
    server.kill('SIGTERM')
  })
})

/** A request as it stands, its path as it is written. */
const ask = (
  at: string,
  { method = 'GET', ...headers }: Record<string, string> = {},
): Promise<{ status: number; text: string; headers: Record<string, unknown> }> =>
  new Promise((resolve, reject) => {
    const sent = httpRequest({ host: '127.0.0.1', port: PORT, method, path: at, headers }, (r) => {
      let text = ''
      r.on('data', (d) => (text += String(d)))
      r.on('end', () => resolve({ status: r.statusCode ?? 0, text, headers: r.headers }))
    })
    sent.on('error', reject)
    sent.end(method === 'POST' ? '[]' : undefined)
  })

/** What a QR code in a picture says. */
function readCode(png: Buffer): string | null {
  const { data, width, height } = PNG.sync.read(png)
  return jsQR(new Uint8ClampedArray(data), width, height)?.data ?? null
}
const card = (page: Page, name: string) => page.getByRole('listitem').filter({ has: page.getByRole('heading', { name, exact: true }) })
const tokenOf = async (page: Page, name: string) => /\/s\/([\w-]{22})/.exec((await card(page, name).textContent()) ?? '')![1]

const tokens: Record<string, string> = {}

test('the teacher gives each student a link, as a card whose code leads to it', async () => {
  const page = await teacher.newPage()
  await page.goto('/class')
  await page.getByRole('link', { name: 'Links for phones' }).click()
  await page.getByRole('button', { name: 'A link for everyone' }).click()
  await expect(page.getByRole('button', { name: 'Everyone has a link' })).toBeDisabled()
  for (const name of ['Ada', 'Kofi']) {
    tokens[name] = await tokenOf(page, name)
    const address = `http://music-room.test:${PORT}/s/${tokens[name]}`
    await expect(card(page, name)).toContainText(address)
    const code = await card(page, name).getByRole('img').screenshot({ scale: 'css' })
    expect(readCode(code)).toBe(address)
  }
  expect(tokens.Ada).not.toBe(tokens.Kofi)
  expect(await found(page)).toEqual([])
  await page.close()
})

test('the code on a student’s printed sheet leads there too', async () => {
  const shelf = (await (await teacher.request.get(`${CLASS_API}/shelf`)).json()) as { cards: { id: string; title: string }[] }
  const ferry = shelf.cards.find((h) => h.title === 'The Ferry at Low Water')!
  const pdf = await teacher.request.get(`${CLASS_API}/piece/${ferry.id}/pdf?students=1&seats=violin`)
  const file = path.join(env.EVEN_SEAT_DATA!, 'sheets.pdf')
  writeFileSync(file, await pdf.body())
  const drawn = spawnSync('pdftoppm', ['-png', '-r', '200', '-f', '1', '-l', '1', file, path.join(env.EVEN_SEAT_DATA!, 'sheet')])
  expect(drawn.status).toBe(0)
  const picture = readdirSync(env.EVEN_SEAT_DATA!).find((f) => f.startsWith('sheet-'))!
  expect(readCode(readFileSync(path.join(env.EVEN_SEAT_DATA!, picture)))).toBe(`http://music-room.test:${PORT}/s/${tokens.Ada}`)
})

test('a phone reads the own part, fingers, calls and warm-up by its link, plays along, and ticks the week', async ({ browser }) => {
  const phone = await browser.newContext({ baseURL: HERE, viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true })
  const page = await phone.newPage()
  const complaints: string[] = []
  page.on('console', (m) => m.type() === 'error' && complaints.push(m.text()))
  const asked: string[] = []
  page.on('request', (r) => asked.push(new URL(r.url()).pathname))
  const clean = async (where: string) => expect(await found(page), where).toEqual([])
  await page.goto(`/s/${tokens.Ada}`)
  await expect(page.getByRole('heading', { name: 'Ada' })).toBeVisible()
  const box = page.getByRole('checkbox').first()
  await expect(box).toBeVisible()
  await box.check()
  await clean('home')
  await page.reload()
  await expect(page.getByRole('checkbox').first()).toBeChecked()
  await page.getByRole('link', { name: 'The Ferry at Low Water' }).click()
  await expect(page.locator('.system').first()).toBeVisible()
  const wide = await page.locator('.system svg').first().boundingBox()
  expect(wide!.width).toBeLessThanOrEqual(390)
  await page.getByRole('button', { name: 'Larger notes' }).click()
  await clean('part')
  await page.getByRole('tab', { name: 'Fingers' }).click()
  await expect(page.getByRole('group', { name: 'Fingers of The Ferry at Low Water' })).toBeVisible()
  // Nothing of another seat, and nothing to change.
  await expect(page.getByRole('button', { name: 'Cello' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Play along' }).click()
  await expect(page.getByText('Line 1, measure 1')).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await clean('fingers')
  await page.getByRole('tab', { name: 'Say it' }).click()
  await expect(page.getByText('G three on D, A open, B one, high D three')).toBeVisible()
  await page.getByRole('tab', { name: 'Warm-up' }).click()
  await expect(page.getByText('1. G major scale, half notes')).toBeVisible()
  await clean('warm-up')
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  expect(complaints).toEqual([])
  // Its own pages and what they are made of: nothing else was asked for.
  for (const at of asked) expect(at).toMatch(new RegExp(`^(/_next/static/.*|/icon.svg|(/api)?/s/${tokens.Ada}.*)$`))
  // What was sent has no other name and no plan of the teacher in it.
  const html = await (await phone.request.get(page.url())).text()
  for (const word of ['Kofi', 'Bilal', 'Quillbrook', 'Tuesday']) expect(html, word).not.toContain(word)
  await phone.close()
})

/** English words that Spanish has not, as a pupil's page would have them. */
const ENGLISH =
  /\b(the|and|of|with|your|you|each|then|from|bow|finger|fingers|string|strings|open|measure|measures|bar|rest|play|hold|half|whole|times|time|minute|minutes|note|notes|low|high|sharp|flat|part|warm-up|pieces|reading|week|violin|cello|step|scale|back|larger|smaller)\b/i

test('a student who is spoken to in Spanish has every page in Spanish, with fixed do-re-mi', async ({ browser }) => {
  const page = await teacher.newPage()
  await page.goto('/class')
  await page.getByLabel('Language of Hana').selectOption('Español')
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  await page.goto('/class/links')
  await expect(card(page, 'Hana')).toContainText('Apunta la cámara del teléfono al cuadro.')
  await expect(card(page, 'Hana')).toContainText(/hasta el \d+ de \p{L}+ de \d{4}/u)
  await expect(card(page, 'Ada')).toContainText('Point your phone’s camera at the square.')
  const token = await tokenOf(page, 'Hana')
  await page.close()
  const phone = await browser.newContext({ baseURL: HERE, viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true })
  const own = await phone.newPage()
  /** No word of English and no letter for a note is left, seen or read out; titles and first names are as they are. */
  const spanish = async (where: string) => {
    const text = await own.evaluate(() => {
      const root = document.querySelector('[lang=es]')!
      const labels = [...root.querySelectorAll('[aria-label], [title]')].map((e) => e.getAttribute('aria-label') ?? e.getAttribute('title'))
      return [(root as HTMLElement).innerText, ...labels].join('\n')
    })
    const rest = text.replace(
      /The Ferry at Low Water|Two Barges|Copper Kettle March|Tuesday Strings|[\w ’']*(Quay|Weir|Gate|Box|Shortcut|Allotments)/g,
      '',
    )
    expect(ENGLISH.exec(rest)?.[0], where).toBeUndefined()
    expect(/(?<![\p{L}♯♭])[B-G](?:[♯♭]|(?![\p{L}.]))/u.exec(rest)?.[0], where).toBeUndefined()
    expect(await found(own), where).toEqual([])
  }
  await own.goto(`/s/${token}`)
  await expect(own.getByRole('heading', { name: 'Mis piezas' })).toBeVisible()
  await expect(own.getByRole('checkbox').first()).toBeVisible()
  await expect(own).toHaveTitle(/^Mi parte/)
  await spanish('home')
  await own.getByRole('link', { name: 'The Ferry at Low Water' }).click()
  await expect(own.locator('.system').first()).toBeVisible()
  await spanish('part')
  await own.getByRole('tab', { name: 'Dedos' }).click()
  await own.getByRole('button', { name: 'Toca con esto' }).click()
  await expect(own.getByText('Línea 1, compás 1')).toBeVisible()
  await spanish('fingers')
  await own.getByRole('button', { name: 'Parar' }).click()
  await own.getByRole('tab', { name: 'Dilo' }).click()
  await expect(own.getByText(/re agudo/).first()).toBeVisible()
  await spanish('calls')
  await own.getByRole('tab', { name: 'Calentar' }).click()
  await expect(own.getByText('1. Escala de sol mayor, blancas')).toBeVisible()
  await spanish('warm-up')
  await own.getByRole('link', { name: 'Léela' }).click()
  await own.getByRole('button', { name: 'Empezar' }).click()
  await expect(own.getByRole('status').last()).toBeAttached()
  await spanish('note reading')
  await phone.close()
})

/** Every handler and page there is, from the files. */
function* files(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const inside = path.join(folder, entry.name)
    if (entry.isDirectory()) yield* files(inside)
    else yield inside
  }
}
const addresses = [...files('src/app')].flatMap((f) =>
  /^(page\.tsx|route\.ts)$/.test(path.basename(f))
    ? [`/${path.relative('src/app', path.dirname(f))}`.replace(/\[[^\]]+\]/g, '00000000-0000-4000-8000-000000000000')]
    : [],
)

test('a link opens nothing of the teacher’s, whatever is asked for, and nothing can be changed by it', async () => {
  const own = `/s/${tokens.Ada}`
  expect(addresses.length).toBeGreaterThan(30)
  for (const at of addresses) {
    if (at === '/sign-in' || at === '/api/session') continue
    const { status } = await ask(at, { referer: `${HERE}${own}` })
    expect([303, 401, 404, 405], `${at}: ${status}`).toContain(status)
  }
  // About and up from what is let in, as it is written and in percent signs.
  for (const at of [
    '/../class',
    '/..%2f..%2fclass',
    '/%2e%2e/class',
    '\\..\\class',
    '/x',
    '//class',
    '/../../api/shelf',
    '?x=/../class',
  ].map((x) => own + x)) {
    const { status, text } = await ask(at)
    if (at.includes('?')) expect(status).toBe(200)
    else expect([400, 404], `${at}: ${status}`).toContain(status)
    expect(text, at).not.toContain('Has learned')
  }
  for (const at of ['/_next/static/../../class', '/_next/static/%2e%2e/%2e%2e/class', '/sign-in/../class'])
    expect((await ask(at)).status, at).toBe(400)
  for (const method of ['POST', 'PUT', 'DELETE']) {
    const sent = {
      method,
      origin: HERE,
      'content-type': 'text/plain;charset=UTF-8',
      'content-length': method === 'POST' ? '2' : '0',
      'next-action': '7f'.padEnd(42, '0'),
    }
    expect((await ask(own, sent)).status, method).toBe(403)
    expect((await ask(`/api${own}/week`, { ...sent, 'content-type': 'application/json' })).status, method).toBe(403)
  }
  // The name under which it is asked for holds here as everywhere.
  expect((await ask(own, { host: `even-seat.example:${PORT}` })).status).toBe(421)
  expect((await ask(own, { host: `music-room.test:${PORT}` })).status).toBe(200)
})

test('a piece that is not theirs is not there, on the page or by its answers', async () => {
  const page = await teacher.newPage()
  await page.goto('/class')
  const { cards } = (await (await teacher.request.get(`${CLASS_API}/shelf`)).json()) as { cards: { id: string; title: string }[] }
  const barges = cards.find((c) => c.title === 'Two Barges')!.id
  expect((await ask(`/s/${tokens.Ada}/${barges}`)).status).toBe(200)
  await page.getByRole('button', { name: /^Pieces of Ada/ }).click()
  await page.getByRole('menuitemcheckbox', { name: 'Two Barges' }).click()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Pieces of Ada: 8 of 9' })).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  for (const at of [`/s/${tokens.Ada}/${barges}`, `/api/s/${tokens.Ada}/${barges}/part`, `/api/s/${tokens.Ada}/${barges}/warmup`])
    expect((await ask(at)).status, at).toBe(404)
  expect((await ask(`/s/${tokens.Ada}`)).text).not.toContain('Two Barges')
  // It is Kofi's all the same, by Kofi's link.
  expect((await ask(`/s/${tokens.Kofi}/${barges}`)).status).toBe(200)
  await page.close()
})

test('a saved version with a name is a student’s own variation: on their page, and for nobody else', async () => {
  const page = await teacher.newPage()
  const { cards } = (await (await teacher.request.get(`${CLASS_API}/shelf`)).json()) as { cards: { id: string; title: string }[] }
  const kettle = cards.find((c) => c.title === 'Copper Kettle March')!.id
  await page.goto(`/pieces/${kettle}/history`)
  await page.getByPlaceholder('such as: spring concert').fill('Dunja’s own')
  await page.getByPlaceholder('such as: spring concert').press('Enter')
  await expect(page.getByRole('navigation', { name: 'Saved versions' })).toContainText('Dunja’s own')
  await page.goto('/class')
  await page.getByRole('button', { name: /^Pieces of Dunja/ }).click()
  await page.getByRole('menuitemcheckbox', { name: 'their own: “Dunja’s own”' }).click()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  // The class's piece goes on; what Dunja plays stays the version that is theirs.
  const db = new Database(path.join(env.EVEN_SEAT_DATA!, 'even-seat.sqlite'))
  const now = JSON.parse((db.prepare('SELECT piece FROM notes WHERE piece_id = ?').get(kettle) as { piece: string }).piece) as {
    title: string
  }
  db.prepare('UPDATE notes SET piece = ? WHERE piece_id = ?').run(JSON.stringify({ ...now, title: 'Another Kettle' }), kettle)
  db.close()
  await page.goto('/class/links')
  await expect(card(page, 'Emre')).toContainText('/s/')
  const [dunja, emre] = [await tokenOf(page, 'Dunja'), await tokenOf(page, 'Emre')]
  expect((await ask(`/s/${dunja}/${kettle}`)).text).toContain('Copper Kettle March')
  expect((await ask(`/s/${emre}/${kettle}`)).text).toContain('Another Kettle')
  await page.close()
})

test('its answers say what all answers say: no guessing of types, no address passed on, nothing kept on the way', async () => {
  for (const at of [`/s/${tokens.Ada}`, `/api/s/${tokens.Ada}/week?today=2026-11-02`, '/s/nothing']) {
    const { headers } = await ask(at)
    expect(headers['x-content-type-options'], at).toBe('nosniff')
    expect(headers['referrer-policy'], at).toBe('no-referrer')
    expect(String(headers['content-security-policy']), at).toContain("default-src 'self'")
    if (at !== '/s/nothing') expect(String(headers['cache-control']), at).toContain('no-store')
  }
})

test('withdrawn or past its day a link is dead at once; guessing ends, and those who read go on reading', async () => {
  const page = await teacher.newPage()
  await page.goto('/class/links')
  await card(page, 'Kofi').getByRole('button', { name: 'Take back' }).click()
  await expect(card(page, 'Kofi').getByRole('button', { name: 'Give a link' })).toBeVisible()
  const gone = await ask(`/s/${tokens.Kofi}`)
  expect([gone.status, gone.text]).toEqual([404, expect.stringContaining('Ask your teacher for a new one')])
  expect((await ask(`/api/s/${tokens.Kofi}/week?today=2026-11-02`)).status).toBe(404)

  await expect(card(page, 'Bilal')).toContainText('/s/')
  const bilal = await tokenOf(page, 'Bilal')
  expect((await ask(`/s/${bilal}`)).status).toBe(200)
  const db = new Database(path.join(env.EVEN_SEAT_DATA!, 'even-seat.sqlite'))
  db.prepare('UPDATE links SET expires_at = ? WHERE token = ?').run(Date.now() - 1, bilal)
  db.close()
  expect((await ask(`/s/${bilal}`)).status).toBe(404)

  let status = 404
  for (let n = 0; n < 40 && status === 404; n++) ({ status } = await ask(`/s/${`${n}`.padStart(22, 'x')}`))
  expect(status).toBe(429)
  const cleo = await tokenOf(page, 'Cleo')
  // A good link behind the same address is never blocked, whether it was used before or not.
  expect((await ask(`/s/${cleo}`)).status).toBe(200)
  expect((await ask(`/s/${tokens.Ada}`)).status).toBe(200)
  await page.reload()
  await expect(card(page, 'Cleo')).toBeVisible()
  await page.close()
})
