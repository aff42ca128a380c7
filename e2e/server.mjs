// Serves the built application with fresh demonstration data in a folder of its own, for the browser tests.
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'

const root = path.resolve(import.meta.dirname, '..')
const env = { ...process.env, EVEN_SEAT_DATA: mkdtempSync(path.join(os.tmpdir(), 'even-seat-e2e-')), NEXT_TELEMETRY_DISABLED: '1' }
const made = spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'scripts/prepare.ts'], { cwd: root, env, stdio: 'inherit' })
if (made.status !== 0) process.exit(1)
const server = spawn(process.execPath, ['.next/even-seat/server.mjs'], {
  cwd: root,
  env: { ...env, HOST: '127.0.0.1', EVEN_SEAT_HOSTS: 'music-room.test', PORT: process.env.PORT ?? '3210', NODE_ENV: 'production' },
  stdio: 'inherit',
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
