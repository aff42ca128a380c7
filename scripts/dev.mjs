// npm run dev: serves the sources as they are edited, behind the same front door.
import { spawn, spawnSync } from 'node:child_process'
import path from 'node:path'

const root = path.resolve(import.meta.dirname, '..')
for (const script of ['vendor.mjs', 'bundle.mjs']) {
  const made = spawnSync(process.execPath, [path.join(root, 'scripts', script)], { cwd: root, stdio: 'inherit' })
  if (made.status !== 0) process.exit(made.status ?? 1)
}
const server = spawn(process.execPath, [path.join(root, '.next/even-seat/server.mjs')], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, NODE_ENV: 'development', NEXT_TELEMETRY_DISABLED: '1' },
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
