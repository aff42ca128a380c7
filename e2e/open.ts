import { expect, test, type Page } from '@playwright/test'
import { CLASS_PAGE } from './origin'

/** Waits until the page hears keys: what is sent ahead by the server is seen before that. */
export async function awake(page: Page): Promise<void> {
  await page.waitForFunction(() => Object.keys(document.querySelector('main') ?? {}).some((key) => key.startsWith('__reactFiber')))
  // What listens for keys is attached a moment later, when the page has nothing else to do.
  await page.evaluate(() => new Promise<void>((resolve) => requestIdleCallback(() => setTimeout(resolve, 30), { timeout: 1000 })))
}

/** Waits until nothing moves any more: what a page has laid out stands where it stood two frames ago. */
export async function still(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const frame = () => new Promise((resolve) => requestAnimationFrame(resolve))
    const laidOut = () =>
      [...document.querySelectorAll('main, .bar, aside, svg, .system')].map((el) => JSON.stringify(el.getBoundingClientRect())).join()
    let before = ''
    for (let same = 0, tries = 0; same < 3 && tries < 120; tries++) {
      await frame()
      const now = laidOut()
      same = now === before ? same + 1 : 0
      before = now
    }
  })
}

/** Moves what has the focus down by the keys, one place: taken up, moved, laid down, each once the last was heard. */
export async function moveDown(page: Page): Promise<void> {
  const said = () =>
    page
      .locator('[id^="DndLiveRegion"]')
      .allTextContents()
      .then((all) => all.join())
  let before = await said()
  for (const key of ['Space', 'ArrowDown', 'Space']) {
    await page.keyboard.press(key)
    await expect.poll(said).not.toBe(before)
    before = await said()
  }
}

/** What a text is once it changes no more. */
export async function settled(text: () => Promise<string | null>): Promise<string | null> {
  let before = await text()
  for (let same = 0, tries = 0; same < 5 && tries < 100; tries++) {
    await new Promise((resolve) => setTimeout(resolve, 40))
    const now = await text()
    same = now === before ? same + 1 : 0
    before = now
  }
  return before
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
    // By its class: another test may have opened another one last.
    await page.goto(`${CLASS_PAGE}/pieces`)
    await awake(page)
    // The shelf shows what was opened last; the rest is found. Until it is, the list moves under the mouse.
    await page.getByPlaceholder(/Title/).fill(title)
    await expect(page.getByText(/^\d+ of \d+ pieces?( · Enter opens it)?$/)).toBeVisible()
    await page.getByRole('link', { name: title }).first().click()
  }
  await expect(page.getByRole('heading', { name: title })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Picked note' })).toBeVisible()
  await awake(page)
  ADDRESSES.set(`${baseURL} ${title}`, new URL(page.url()).pathname)
}
