import { defineConfig } from '@playwright/test'

import { CHROMIUM } from './e2e/chromium'
import { ORIGIN, portOf } from './e2e/origin'

/**
 * Browser tests go side by side: each worker has a server and data of its own. One more than there are cores, for tests wait
 * now and then: with two, a quarter of the processors stood idle.
 */
const alone = process.env.EVEN_SEAT_SCREENSHOTS ? '**/screenshots.spec.ts' : process.env.EVEN_SEAT_SPEED ? '**/speed.spec.ts' : null
const WORKERS = alone ? 1 : 3

export default defineConfig({
  testDir: 'e2e',
  // Pictures are taken by `npm run screenshots`, the page's speed is said by `npm run bench-page`: neither finds a fault.
  testIgnore: alone ? [] : ['**/screenshots.spec.ts', '**/speed.spec.ts'],
  testMatch: [alone ?? '**/*.spec.ts'],
  fullyParallel: false,
  workers: WORKERS,
  // For machines that are slow or busy: what is broken is found all the same, later.
  timeout: 180_000,
  expect: { timeout: 45_000 },
  // A machine that stands still for some seconds is no fault of the product; what needed another try is listed as flaky.
  retries: 2,
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
  webServer: {
    command: 'node e2e/servers.mjs',
    url: `http://127.0.0.1:${portOf(-1)}`,
    env: { PORT: String(portOf(-1)), PORTS: Array.from({ length: WORKERS }, (_, worker) => portOf(worker)).join() },
    reuseExistingServer: false,
    timeout: 120_000,
  },
})
