import { CLASS_PAGE } from './origin'
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import os from 'node:os'
import path from 'node:path'
import { expect, test } from './test'

const PORT = 3299
const folder = () => mkdtempSync(path.join(os.tmpdir(), 'even-seat-start-'))

type Started = { child: ChildProcess; output: () => string; ended: Promise<number | null> }

/** Starts the demonstration as `npm run demo` does. */
function demo(env: Record<string, string>): Started {
  let text = ''
  const child = spawn(process.execPath, ['scripts/demo.mjs'], { env: { ...process.env, PORT: String(PORT), ...env } })
  running.add(child)
  child.stdout.on('data', (d) => (text += String(d)))
  child.stderr.on('data', (d) => (text += String(d)))
  return { child, output: () => text, ended: new Promise((resolve) => child.on('exit', resolve)) }
}

async function stopped({ child, ended }: Started): Promise<void> {
  child.kill('SIGTERM')
  await ended
}

/** What a test that failed has left running keeps the port from the next one. */
const running = new Set<ChildProcess>()
test.afterEach(async () => {
  for (const child of running) if (child.exitCode === null && child.kill('SIGTERM')) await new Promise((r) => child.once('exit', r))
  running.clear()
})
test.describe.configure({ timeout: 300_000 })

/** No line of a stack trace. */
const plain = (text: string) => expect(text).not.toMatch(/^\s+at .+:\d+/m)

test('the first start makes the class and its pieces, the second keeps them and takes seconds', async ({ request }) => {
  const env = { EVEN_SEAT_DATA: path.join(folder(), 'new', 'data') }
  const first = demo(env)
  await expect.poll(first.output, { timeout: 120_000 }).toContain(`http://127.0.0.1:${PORT}`)
  expect(first.output()).toContain('Tuesday Strings and 9 pieces')
  const ids = [...(await (await request.get(`http://127.0.0.1:${PORT}/`)).text()).matchAll(/\/piece\/([0-9a-f-]{36})/g)].map((m) => m[1])
  expect(new Set(ids).size).toBe(9)
  await stopped(first)
  const second = demo(env)
  await expect.poll(second.output, { timeout: 120_000 }).toContain(`http://127.0.0.1:${PORT}`)
  expect(second.output()).not.toContain('Made ')
  const page = await (await request.get(`http://127.0.0.1:${PORT}/`)).text()
  for (const id of ids) expect(page).toContain(id)
  await stopped(second)
})

test('whoever started it goes, and the window with it: it answers on, and does not talk to itself', async ({ request }) => {
  const env = { ...process.env, EVEN_SEAT_DATA: folder(), PORT: `${PORT}`, HOST: '127.0.0.1', NODE_ENV: 'production' as const }
  expect(spawnSync(process.execPath, ['.next/even-seat/prepare.mjs'], { env }).status).toBe(0)
  // Somebody starts it, reads what it says, and is ended in the middle.
  const starts = `const c = require('node:child_process').spawn(process.execPath, ['.next/even-seat/server.mjs'])
    c.stdout.on('data', (d) => String(d).includes('Ready at') && process.stdout.write('pid ' + c.pid))`
  const starter = spawn(process.execPath, ['-e', starts], { env })
  const pid = await new Promise<number>((resolve) => starter.stdout.on('data', (d) => resolve(Number(String(d).split(' ')[1]))))
  expect(pid).toBeGreaterThan(1)
  starter.kill('SIGKILL')
  const at = `http://127.0.0.1:${PORT}`
  // What the server has to say something about: a form of a version that is not there any more.
  const unknown = { origin: at, 'next-action': '0'.repeat(42), 'content-type': 'text/plain;charset=UTF-8' }
  for (let i = 0; i < 3; i++) await request.post(`${at}${CLASS_PAGE}/pieces`, { headers: unknown, data: '[]' })
  const seconds = () => {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ')
    return (Number(stat[11]) + Number(stat[12])) / 100
  }
  try {
    await new Promise((r) => setTimeout(r, 500))
    const before = seconds()
    await new Promise((r) => setTimeout(r, 2000))
    expect(seconds() - before).toBeLessThan(0.5)
    expect((await request.get(`${at}/about`)).ok()).toBe(true)
  } finally {
    process.kill(pid, 'SIGKILL')
  }
})

test('a port in use is said, with what to do', async () => {
  // Whoever was ended a moment ago may still hold it.
  let other = createServer()
  const listens = () =>
    new Promise<boolean>((resolve) => {
      other = createServer()
      other.once('error', () => resolve(false)).listen(PORT, '127.0.0.1', () => resolve(true))
    })
  await expect.poll(listens).toBe(true)
  const started = demo({ EVEN_SEAT_DATA: folder() })
  expect(await started.ended).toBe(1)
  other.close()
  expect(started.output()).toContain(`Port ${PORT} on 127.0.0.1 is in use`)
  expect(started.output()).toContain(`PORT=${PORT + 1}`)
  plain(started.output())
})

test('a port or host that cannot be is said', async () => {
  const port = demo({ PORT: 'seven' })
  expect(await port.ended).toBe(1)
  expect(port.output()).toContain('“seven”; give a number')
  const host = demo({ HOST: '203.0.113.9' })
  expect(await host.ended).toBe(1)
  expect(host.output()).toContain('Set HOST to an address of this machine')
})

test('a damaged data file is named and left as it is', async () => {
  const data = folder()
  const file = path.join(data, 'even-seat.sqlite')
  writeFileSync(file, 'not a data file at all '.repeat(100))
  const started = demo({ EVEN_SEAT_DATA: data })
  expect(await started.ended).toBe(1)
  expect(started.output()).toContain(`The data file ${file} is damaged`)
  plain(started.output())
  expect(readFileSync(file, 'utf8')).toContain('not a data file at all')
})
