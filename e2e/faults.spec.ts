import { CLASS_API } from './origin'
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, renameSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { expect, test } from './test'
import { emptyPlan, withPin } from '../src/core/plan/plan'

// Two hundred by hand: npm run faults -- --kills 200. See docs/reliability.md.
test('ended with kill -9 at random moments, nothing acknowledged is lost and nothing is kept by half', () => {
  test.setTimeout(180_000)
  const run = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/faults.ts', '--kills', '6', '--seed', '3'], { encoding: 'utf8' })
  console.log(run.stdout.trim() || run.stderr)
  expect(run.status).toBe(0)
  expect(run.stdout).toContain('none lost')
})

test('two servers on one folder: every save waits for its turn, none fails', async () => {
  test.setTimeout(120_000)
  const env = {
    ...process.env,
    EVEN_SEAT_DATA: mkdtempSync(path.join(os.tmpdir(), 'even-seat-two-')),
    HOST: '127.0.0.1',
    NODE_ENV: 'production' as const,
  }
  expect(spawnSync(process.execPath, ['.next/even-seat/prepare.mjs'], { env }).status).toBe(0)
  const ports = [3295, 3296]
  const servers = await Promise.all(
    ports.map(
      (port) =>
        new Promise<ChildProcess>((resolve) => {
          const child = spawn(process.execPath, ['.next/even-seat/server.mjs'], { env: { ...env, PORT: `${port}` } })
          child.stdout.on('data', (d) => String(d).includes('Ready at') && resolve(child))
        }),
    ),
  )
  type Shelf = { cards: { id: string; title: string }[] }
  const { cards } = (await (await fetch(`http://127.0.0.1:${ports[0]}${CLASS_API}/shelf`)).json()) as Shelf
  const failed: string[] = []
  const saves = async (port: number, { id, title }: Shelf['cards'][number]) => {
    const origin = `http://127.0.0.1:${port}`
    for (let version = 1; version <= 60; version++) {
      const body = JSON.stringify({ base: version, title, plan: withPin(emptyPlan(), 'bass', 'a0', { fingers: [1 + (version % 4)] }) })
      const reply = await fetch(`${origin}${CLASS_API}/piece/${id}`, {
        method: 'PUT',
        headers: { origin, 'content-type': 'application/json' },
        body,
      })
      if (!reply.ok) failed.push(`${port} ${version}: ${reply.status} ${await reply.text()}`)
    }
  }
  await Promise.all(ports.map((port, i) => saves(port, cards[i])))
  for (const s of servers) s.kill('SIGTERM')
  expect(failed).toEqual([])
})

test('a data folder that is moved away is noticed by the next save, which is not acknowledged', async () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-moved-'))
  const env = { ...process.env, EVEN_SEAT_DATA: folder, HOST: '127.0.0.1', PORT: '3295', NODE_ENV: 'production' as const }
  expect(spawnSync(process.execPath, ['.next/even-seat/prepare.mjs'], { env }).status).toBe(0)
  const server = spawn(process.execPath, ['.next/even-seat/server.mjs'], { env })
  await new Promise<void>((resolve) => server.stdout.on('data', (d) => String(d).includes('Ready at') && resolve()))
  const origin = 'http://127.0.0.1:3295'
  const { cards } = (await (await fetch(`${origin}${CLASS_API}/shelf`)).json()) as { cards: { id: string; title: string }[] }
  const save = async (base: number) => {
    const body = JSON.stringify({ base, title: cards[0].title, plan: withPin(emptyPlan(), 'bass', 'a0', { fingers: [base] }) })
    const reply = await fetch(`${origin}${CLASS_API}/piece/${cards[0].id}`, {
      method: 'PUT',
      headers: { origin, 'content-type': 'application/json' },
      body,
    })
    return { status: reply.status, said: JSON.stringify(await reply.json()) }
  }
  expect((await save(1)).status).toBe(200)
  renameSync(folder, `${folder}-away`)
  const refused = await save(2)
  expect([refused.status, refused.said]).toEqual([503, expect.stringContaining('was moved, deleted or replaced')])
  renameSync(`${folder}-away`, folder)
  expect((await save(2)).status).toBe(200)
  server.kill('SIGTERM')
})
