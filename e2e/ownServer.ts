import { spawn, type ChildProcess } from 'node:child_process'
import { test } from '@playwright/test'

/**
 * Gives the tests of a file a server with fresh data of its own, for what would change the class of every other test.
 * Returns where it is served; `port` is one that no other file uses.
 */
export function ownServer(port: number): string {
  let server: ChildProcess
  test.beforeAll(async () => {
    server = spawn(process.execPath, ['e2e/server.mjs'], { env: { ...process.env, PORT: `${port}` } })
    await new Promise<void>((resolve, reject) => {
      server.stdout?.on('data', (d: Buffer) => String(d).includes('Ready at') && resolve())
      server.on('exit', () => reject(new Error('the server ended')))
    })
  })
  test.afterAll(
    () =>
      new Promise<void>((resolve) => {
        server.on('exit', () => resolve())
        server.kill('SIGTERM')
      }),
  )
  return `http://127.0.0.1:${port}`
}
