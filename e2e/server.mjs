// Serves the built application with fresh demonstration data in a folder of its own, for the browser tests.
// SIGHUP: the same once more, for a test that is tried again. The file `markOf(port)` has the process and how many times.
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, renameSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'

const root = path.resolve(import.meta.dirname, '..')
const port = process.env.PORT ?? '3210'
let times = 0
let server

function serve() {
  const env = { ...process.env, EVEN_SEAT_DATA: mkdtempSync(path.join(os.tmpdir(), 'even-seat-e2e-')), NEXT_TELEMETRY_DISABLED: '1' }
  const made = spawnSync(process.execPath, ['.next/even-seat/prepare.mjs'], { cwd: root, env, stdio: 'inherit' })
  if (made.status !== 0) process.exit(1)
  server = spawn(process.execPath, ['.next/even-seat/server.mjs'], {
    cwd: root,
    env: { ...env, HOST: '127.0.0.1', EVEN_SEAT_HOSTS: 'music-room.test', PORT: port, NODE_ENV: 'production' },
    stdio: 'inherit',
  })
  server.on('exit', (code) => process.exit(code ?? 0))
  // Put there whole: a test that is tried again looks at it every moment, and half of it is no mark.
  const mark = path.join(os.tmpdir(), `even-seat-e2e-${port}.json`)
  writeFileSync(`${mark}.new`, JSON.stringify({ pid: process.pid, times: ++times }))
  renameSync(`${mark}.new`, mark)
}

serve()
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
process.on('SIGHUP', () => {
  server.removeAllListeners('exit')
  server.on('exit', serve)
  server.kill('SIGTERM')
})
