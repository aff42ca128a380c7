import { test as base, type BrowserContext } from '@playwright/test'
import { readFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { z } from 'zod'
import { ORIGIN } from './origin'

export { expect, type APIRequestContext, type BrowserContext, type Locator, type Page } from '@playwright/test'

const mark = z.object({ pid: z.number(), times: z.number() })
const marked = () => mark.parse(JSON.parse(readFileSync(path.join(os.tmpdir(), `even-seat-e2e-${new URL(ORIGIN).port}.json`), 'utf8')))

/** Whether somebody answers at an address. */
const answers = (url: string): Promise<boolean> =>
  fetch(url).then(
    (r) => r.ok,
    () => false,
  )

/** Gives the server of this worker the demonstration data anew. */
async function freshData(): Promise<void> {
  const { pid, times } = marked()
  process.kill(pid, 'SIGHUP')
  while (marked().times === times || !(await answers(`${ORIGIN}/about`))) await new Promise((r) => setTimeout(r, 200))
}

/** Files whose tests change the context itself (routes, offline): each of their tests has one of its own. */
const ALONE = /unsaved\.spec/

/**
 * A test that is tried again begins with fresh data: what the first try has left would be found by the second. The tests of a
 * worker share one browser context, emptied of all that the application keeps in it, so that its script is read and compiled
 * once and not for each of them; what a first visit costs is measured by `npm run sizes`.
 */
export const test = base.extend<{ fresh: void }, { house: BrowserContext }>({
  fresh: [
    async ({}, use, info) => {
      if (info.retry > 0) await freshData()
      await use()
    },
    { auto: true, timeout: 120_000 },
  ],
  house: [
    async ({ browser }, use) => {
      const house = await browser.newContext({ baseURL: ORIGIN, viewport: { width: 1280, height: 800 }, acceptDownloads: true })
      // A context without a page lets what it has compiled go.
      await house.newPage()
      await use(house)
      await house.close()
    },
    { scope: 'worker' },
  ],
  context: async ({ browser, house, baseURL }, use, info) => {
    if (ALONE.test(info.file)) {
      const own = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } })
      await use(own)
      return own.close()
    }
    const [keeper] = house.pages()
    const session = await house.newCDPSession(keeper)
    await session.send('Storage.clearDataForOrigin', { origin: ORIGIN, storageTypes: 'all' })
    await session.detach()
    await house.clearCookies()
    await use(house)
    await house.clearPermissions()
    await Promise.all(house.pages().map((p) => p !== keeper && p.close()))
  },
})
