import { expect, test, type Page } from './test'
import { awake, open, settled } from './open'

const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
const violin = (page: Page) => page.getByRole('region', { name: 'Violin', exact: true })
const SAVES = '**/api/class/*/piece/*'

/** What waits in this browser to be sent. */
const unsent = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const asked = indexedDB.open('even-seat')
        asked.onerror = () => resolve(-1)
        asked.onsuccess = () => {
          const db = asked.result
          if (!db.objectStoreNames.contains('outbox')) return resolve(0)
          const count = db.transaction('outbox').objectStore('outbox').count()
          count.onsuccess = () => {
            db.close()
            resolve(count.result)
          }
        }
      }),
  )

/** Pins a finger at the picked note. */
async function pin(page: Page, fingers = ['3', '1', '2', '0', '4']): Promise<void> {
  await expect(violin(page)).toBeVisible()
  for (const finger of fingers) {
    await page.keyboard.press(finger)
    if (await violin(page).getByText('pinned').first().isVisible()) return
  }
  throw new Error('no finger could be pinned')
}
/** The pin is seen, and the page hears keys. */
async function isPinned(page: Page): Promise<void> {
  await expect(violin(page)).toContainText('pinned')
  await awake(page)
}

test('a change survives a window that is closed while its save is under way', async ({ page, context }) => {
  await open(page, 'Copper Kettle March')
  const address = page.url()
  // The server never hears of it.
  await context.route(SAVES, () => undefined)
  await pin(page)
  await expect.poll(() => unsent(page)).toBe(1)
  await page.close({ runBeforeUnload: false })
  await context.unroute(SAVES)
  const again = await context.newPage()
  await again.goto(address)
  await isPinned(again)
  await expect(again.getByText('Restored: what wasn’t saved last time')).toBeVisible()
  await saved(again)
  await expect.poll(() => unsent(again)).toBe(0)
  // It is on the server now: a browser that knows nothing of it sees it too.
  const other = await (await context.browser()!.newContext()).newPage()
  await other.goto(address)
  await isPinned(other)
  await other.context().close()
  await again.keyboard.press('Control+z')
  await saved(again)
})

test('offline is said, kept and made up for, and the browser asks before it leaves', async ({ page, context }) => {
  await open(page, 'Two Barges')
  await context.setOffline(true)
  await pin(page)
  await expect(
    page.getByRole('status').filter({ hasText: /^not saved yet: No answer from the server\. We keep it in this browser/ }),
  ).toBeVisible()
  let asked = 0
  page.on('dialog', (d) => {
    asked++
    void d.dismiss()
  })
  await page.close({ runBeforeUnload: true })
  await expect.poll(() => asked).toBe(1)
  await context.setOffline(false)
  await saved(page)
  await page.keyboard.press('Control+z')
  await saved(page)
  // Nothing is unsent any more: it does not ask.
  await page.close({ runBeforeUnload: true })
  await expect.poll(() => page.isClosed()).toBe(true)
  expect(asked).toBe(1)
})

test('what another window has changed meanwhile is asked, as always', async ({ page, context }) => {
  await open(page, 'Snow on the Signal Box')
  const address = page.url()
  await context.route(SAVES, () => undefined)
  await pin(page)
  await expect.poll(() => unsent(page)).toBe(1)
  await page.close()
  await context.unroute(SAVES)
  const elsewhere = await context.browser()!.newContext()
  const other = await elsewhere.newPage()
  await other.goto(address)
  await pin(other, ['4', '0', '2', '1'])
  await saved(other)
  // What else could be done at the note follows a moment after it.
  const theirs = await settled(() => violin(other).textContent())
  await elsewhere.close()
  const again = await context.newPage()
  await again.goto(address)
  const alert = again.getByRole('alert').filter({ hasText: 'in another window too' })
  await expect(alert).toBeVisible()
  await again.getByRole('button', { name: 'Keep the other one' }).click()
  await expect(alert).toBeHidden()
  await expect.poll(() => violin(again).textContent()).toBe(theirs)
  expect(await unsent(again)).toBe(0)
})

test('what a closed window has left is sent from whatever page is open', async ({ page, context }) => {
  await open(page, 'Lanterns on the Weir')
  const address = page.url()
  await context.route(SAVES, () => undefined)
  await pin(page)
  await expect.poll(() => unsent(page)).toBe(1)
  await page.close()
  await context.unroute(SAVES)
  const shelf = await context.newPage()
  await shelf.goto('/about')
  await expect.poll(() => unsent(shelf)).toBe(0)
  const other = await (await context.browser()!.newContext()).newPage()
  await other.goto(address)
  await isPinned(other)
  await other.keyboard.press('Delete')
  await saved(other)
  await other.context().close()
})

test('leaving within the half second before a save loses nothing', async ({ page }) => {
  await open(page, 'Two Bells and a Gate')
  const address = page.url()
  await pin(page)
  // At once: neither the wait nor an answer has been.
  await page.goto('/about')
  await page.goto(address)
  await isPinned(page)
  await page.keyboard.press('Delete')
  await saved(page)
})

test('an answer that was lost is no conflict', async ({ page, context }) => {
  await open(page, 'Kite over the Allotments')
  // It is saved, but the window does not hear of it.
  await context.route(SAVES, async (route) => {
    await route.fetch()
    await route.abort()
  })
  await pin(page)
  await expect(page.getByRole('status').filter({ hasText: /^not saved yet/ })).toBeVisible()
  await context.unroute(SAVES)
  await saved(page)
  await expect(page.getByRole('alert').filter({ hasText: 'in another window too' })).toBeHidden()
  await page.keyboard.press('Control+z')
  await saved(page)
})

test('trouble with the disk is said in its own words', async ({ page, context }) => {
  await open(page, 'The Ferry at Low Water')
  await context.route(SAVES, (route) =>
    route.fulfill({ status: 507, json: { ok: false, reason: 'trouble', problem: 'The disk is full: there is no room left.' } }),
  )
  await pin(page)
  await expect(page.getByRole('status').filter({ hasText: /^not saved yet: The disk is full/ })).toBeVisible()
  await context.unroute(SAVES)
  await saved(page)
  await page.keyboard.press('Control+z')
  await saved(page)
})
