import { defineConfig } from '@playwright/test'

import { CHROMIUM } from './e2e/chromium'
import { ORIGIN, portOf } from './e2e/origin'

/**
 * Browser tests go side by side: each worker has a server and data of its own. One more than there are cores, for tests wait
 * now and then: with two, a quarter of the processors stood idle.
 */
const WORKERS = process.env.EVEN_SEAT_SCREENSHOTS ? 1 : 3

export default defineConfig({
  testDir: 'e2e',
  // Pictures are taken by `npm run screenshots`.
  testIgnore: process.env.EVEN_SEAT_SCREENSHOTS ? [] : ['**/screenshots.spec.ts'],
  testMatch: process.env.EVEN_SEAT_SCREENSHOTS ? ['**/screenshots.spec.ts'] : ['**/*.spec.ts'],
  fullyParallel: false,
  workers: WORKERS,
  timeout: 60_000,
  expect: { timeout: 20_000 },
  // A machine that stands still for some seconds is no fault of the product; what needed a second try is listed as flaky.
  retries: 1,
  reporter: [['list']],
  use: {
    baseURL: ORIGIN,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
  },
  webServer: Array.from({ length: WORKERS }, (_, worker) => ({
    command: 'node e2e/server.mjs',
    url: `http://127.0.0.1:${portOf(worker)}/about`,
    env: { PORT: String(portOf(worker)) },
    reuseExistingServer: false,
    timeout: 120_000,
  })),
})
