import { expect, test, type Page } from '@playwright/test'

/** Waits until the page hears keys: what is sent ahead by the server is seen before that. */
export async function awake(page: Page): Promise<void> {
  await page.waitForFunction(() => Object.keys(document.querySelector('main') ?? {}).some((key) => key.startsWith('__reactFiber')))
  // What listens for keys is attached a moment later, when the page has nothing else to do.
  await page.evaluate(() => new Promise<void>((resolve) => requestIdleCallback(() => setTimeout(resolve, 30), { timeout: 1000 })))
}

/** Reads the page anew. */
export async function reload(page: Page): Promise<void> {
  await page.reload()
  await awake(page)
}

/** Where the pieces lie that were opened from the shelf before, by server and title. */
const ADDRESSES = new Map<string, string>()

/** Opens a piece by its title: the first time from the shelf, as a teacher does, later by its address. */
export async function open(page: Page, title: string): Promise<void> {
  const { baseURL } = test.info().project.use
  const known = ADDRESSES.get(`${baseURL} ${title}`)
  if (known) await page.goto(known)
  else {
    await page.goto('/')
    await awake(page)
    // The shelf shows what was opened last; the rest is found. Until it is, the list moves under the mouse.
    await page.getByPlaceholder(/Title/).fill(title)
    await expect(page.getByText(/^\d+ of \d+ pieces?( · Enter opens it)?$/)).toBeVisible()
    await page.getByRole('link', { name: title }).first().click()
  }
  await expect(page.getByRole('heading', { name: title })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Picked moment' })).toBeVisible()
  await awake(page)
  ADDRESSES.set(`${baseURL} ${title}`, new URL(page.url()).pathname)
}
