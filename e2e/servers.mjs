// Starts a server a worker, all at once, and answers at PORT when the last of them is ready. PORTS: where they serve.
import { spawn } from 'node:child_process'
import { createServer } from 'node:http'
import path from 'node:path'

const answers = (port) =>
  fetch(`http://127.0.0.1:${port}/about`).then(
    (r) => r.ok,
    () => false,
  )
const ready = (port) => answers(port).then((yes) => yes || new Promise((r) => setTimeout(r, 200)).then(() => ready(port)))

const ports = process.env.PORTS.split(',')
const servers = ports.map((port) => {
  const env = { ...process.env, PORT: port }
  const server = spawn(process.execPath, [path.join(import.meta.dirname, 'server.mjs')], { env, stdio: 'inherit' })
  return server.on('exit', (code) => process.exit(code ?? 0))
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => servers.forEach((s) => s.kill(signal)))

await Promise.all(ports.map(ready))
createServer((_, response) => response.end('ready\n')).listen(Number(process.env.PORT), '127.0.0.1')
