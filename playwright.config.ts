import { defineConfig } from '@playwright/test'

const port = Number(process.env.EVEN_SEAT_TEST_PORT ?? 3210)

export default defineConfig({
  testDir: 'e2e',
  // Pictures are taken by `npm run screenshots`.
  testIgnore: process.env.EVEN_SEAT_SCREENSHOTS ? [] : ['**/screenshots.spec.ts'],
  testMatch: process.env.EVEN_SEAT_SCREENSHOTS ? ['**/screenshots.spec.ts'] : ['**/*.spec.ts'],
  fullyParallel: false,
  workers: 1,
  timeout: 60_000,
  expect: { timeout: 8_000 },
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'node e2e/server.mjs',
    url: `http://127.0.0.1:${port}/about`,
    env: { PORT: String(port) },
    reuseExistingServer: false,
    timeout: 60_000,
  },
})
