import { CLASS_API } from './origin'
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { expect, test, type Page } from './test'

const PORT = 3298
const HERE = `http://127.0.0.1:${PORT}`
const WORDS = 'seven quiet bridges'
const tsx = (args: string[], env: NodeJS.ProcessEnv, input?: string) =>
  spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', ...args], { env, input, encoding: 'utf8' })

let env: NodeJS.ProcessEnv
let server: ChildProcess | null = null

/** Starts the server for every address of the machine and says what it printed when it was ready or had ended. */
function start(host: string): Promise<{ code: number | null; text: string }> {
  return new Promise((resolve) => {
    let text = ''
    const child = spawn(process.execPath, ['.next/even-seat/server.mjs'], { env: { ...env, HOST: host } })
    server = child
    const take = (d: unknown) => {
      text += String(d)
      if (text.includes('Ready at')) resolve({ code: null, text })
    }
    child.stdout.on('data', take)
    child.stderr.on('data', take)
    child.on('exit', (code) => resolve({ code, text }))
  })
}
const stop = () =>
  new Promise<void>((resolve) => {
    if (!server || server.exitCode !== null) return resolve()
    server.on('exit', () => resolve())
    server.kill('SIGTERM')
  })
const signIn = async (page: Page, words: string) => {
  await page.getByLabel('Teacher’s passphrase').fill(words)
  await page.getByRole('button', { name: 'Open' }).click()
}

test.describe.configure({ mode: 'serial' })
test.beforeAll(() => {
  env = {
    ...process.env,
    EVEN_SEAT_DATA: mkdtempSync(path.join(os.tmpdir(), 'even-seat-access-')),
    NODE_ENV: 'production',
    PORT: `${PORT}`,
    EVEN_SEAT_HOSTS: 'music-room.test',
  }
  expect(tsx(['scripts/prepare.ts'], env).status).toBe(0)
})
test.afterAll(stop)

test('listening beyond this machine is refused until a passphrase is set', async () => {
  for (const host of ['0.0.0.0', '::']) {
    const refused = await start(host)
    expect(refused.code).toBe(1)
    expect(refused.text).toContain('was not started')
    expect(refused.text).toContain('npm run passphrase')
  }
  const short = tsx(['scripts/passphrase.ts'], env, 'short\n')
  expect([short.status, short.stderr]).toEqual([1, expect.stringContaining('at least 10 characters')])
  expect(tsx(['scripts/passphrase.ts'], env, `${WORDS}\n`).stdout).toContain('The passphrase is set.')
  expect((await start('0.0.0.0')).code).toBeNull()
})

/** What a browser that has signed in is known by. */
let known = ''

test('then the teacher’s pages ask for it, and nothing is served without', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: HERE })
  const page = await context.newPage()
  const { request } = context
  const origin = { origin: HERE }
  for (const at of [`${CLASS_API}/shelf`, '/api/jobs/x', '/api/kept/x']) expect((await request.get(at)).status(), at).toBe(401)
  expect((await request.post('/api/backup', { data: {}, headers: origin })).status()).toBe(401)
  expect((await request.put(CLASS_API, { data: {}, headers: { ...origin, cookie: 'even-seat-session=made-up' } })).status()).toBe(401)
  await page.goto('/class')
  await expect(page.getByRole('heading', { name: 'Even Seat is locked' })).toBeVisible()
  await signIn(page, 'not the passphrase')
  await expect(page.getByText('That’s not the passphrase.')).toBeVisible()
  await signIn(page, WORDS)
  // To where one wanted.
  await expect(page.getByRole('heading', { name: 'On your shelf' })).toBeVisible()
  const cookie = (await context.cookies()).find((c) => c.name === 'even-seat-session')
  known = (await context.cookies()).find((c) => c.name === 'even-seat-device')?.value ?? ''
  expect(cookie).toMatchObject({ name: 'even-seat-session', httpOnly: true, sameSite: 'Lax', path: '/' })
  // A second browser; then everybody is signed out from the first.
  const other = await browser.newContext({ baseURL: HERE })
  const second = await other.newPage()
  await second.goto('/')
  await signIn(second, WORDS)
  await expect(second.getByRole('heading', { name: 'Tuesday Strings' })).toBeVisible()
  await page.goto('/library')
  await page.getByRole('button', { name: 'Sign out everywhere' }).click()
  await expect(page.getByRole('heading', { name: 'Even Seat is locked' })).toBeVisible()
  await second.reload()
  await expect(second.getByRole('heading', { name: 'Even Seat is locked' })).toBeVisible()
  await context.close()
  await other.close()
})

test('a change made while signed out is kept, and saved after signing in', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: HERE })
  const page = await context.newPage()
  await page.goto('/class')
  await signIn(page, WORDS)
  await expect(page.getByRole('heading', { name: 'On your shelf' })).toBeVisible()
  const second = await context.newPage()
  await second.goto('/library')
  await second.getByRole('button', { name: 'Sign out here' }).click()
  await expect(second.getByRole('heading', { name: 'Even Seat is locked' })).toBeVisible()
  await page.getByRole('textbox', { name: 'School' }).fill('Another school')
  await expect(page.getByRole('status').filter({ hasText: 'You’re signed out' })).toBeVisible()
  await signIn(second, WORDS)
  await expect(second.getByRole('heading', { name: 'Tuesday Strings' })).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  await context.close()
})

test('five wrong tries from an address are enough for a while; the address cannot be made up', async ({ request }) => {
  const attempt = (n: number) =>
    request.post(`${HERE}/api/session`, {
      data: { passphrase: `guess ${n}` },
      headers: { origin: HERE, 'x-forwarded-for': `10.0.0.${n}`, 'x-even-seat-address': `10.0.1.${n}` },
    })
  const answers = []
  for (let n = 0; n < 6; n++) answers.push(await attempt(n))
  expect(answers.map((a) => a.status())).toEqual([401, 401, 401, 401, 401, 429])
  expect(Number(answers[5].headers()['retry-after'])).toBeGreaterThan(10)
  const right = (cookie?: string) =>
    request.post(`${HERE}/api/session`, { data: { passphrase: WORDS }, headers: { origin: HERE, ...(cookie ? { cookie } : {}) } })
  // Also with the right one, until the time is over; but not from the browser that has signed in before, behind the same address.
  expect((await right()).status()).toBe(429)
  expect((await right('even-seat-device=made.up')).status()).toBe(429)
  expect(known).not.toBe('')
  for (let n = 0; n < 12; n++) expect((await right(`even-seat-device=${known}`)).status(), `sign-in ${n}`).toBe(200)
})

test('names that were given are served, others are not; without a passphrase nothing is served beyond', async ({ request }) => {
  const host = (name: string) => request.get(`${HERE}/sign-in`, { headers: { host: name } }).then((r) => r.status())
  expect(await host(`music-room.test:${PORT}`)).toBe(200)
  expect(await host(`other-room.test:${PORT}`)).toBe(421)
  expect(tsx(['scripts/passphrase.ts', '--remove'], env).stdout).toContain('only this machine is served')
  expect((await request.get(`${HERE}/`)).status()).toBe(403)
})
