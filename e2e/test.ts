import { test as base } from '@playwright/test'
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

/** A test that is tried again begins with fresh data: what the first try has left would be found by the second. */
export const test = base.extend<{ fresh: void }>({
  fresh: [
    async ({}, use, info) => {
      if (info.retry > 0) await freshData()
      await use()
    },
    { auto: true, timeout: 60_000 },
  ],
})
