// npm run demo: everything from a fresh machine to a running application with the demonstration class.
// PORT, HOST and EVEN_SEAT_DATA (the data folder) may be set.
import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import path from 'node:path'
import { build, install, root, runTool, stop } from './setup.mjs'

const host = process.env.HOST ?? '127.0.0.1'
const port = Number(process.env.PORT ?? 3000)
if (!Number.isInteger(port) || port < 1 || port > 65535) stop(`PORT is “${process.env.PORT}”; give a number from 1 to 65535.`)

/** Whether the port can be listened on; says why not. */
const portTrouble = () =>
  new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', (e) => resolve(e.code))
    probe.listen(port, host, () => probe.close(() => resolve(null)))
  })

const trouble = await portTrouble()
if (trouble === 'EADDRINUSE')
  stop(
    `Port ${port} on ${host} is in use. Perhaps Even Seat is running already: open http://${host}:${port}, or start on another port with PORT=${port === 65535 ? 3000 : port + 1} npm run demo.`,
  )
if (trouble === 'EACCES') stop(`Port ${port} is not allowed for this user. Choose one above 1023 with PORT.`)
if (trouble) stop(`${host} cannot be listened on (${trouble}). Set HOST to an address of this machine, such as 127.0.0.1.`)

install()
build()
runTool('../.next/even-seat/prepare.mjs', [], 'Even Seat was not started.')

const server = spawn(process.execPath, [path.join(root, '.next/even-seat/server.mjs')], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, HOST: host, PORT: String(port), NODE_ENV: 'production' },
})
server.stdout.on('data', (chunk) => {
  if (String(chunk).includes('Ready'))
    console.log(`\nEven Seat is at http://${host.includes(':') ? `[${host}]` : host}:${port}   (Ctrl C ends it)`)
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
