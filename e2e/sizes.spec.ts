import { CLASS_PAGE, pieceAt } from './origin'
import { expect, test, type Page } from './test'
import { awake, still } from './open'

/** The sizes that the screens are made for: a desk, a small laptop, a tablet upright, a phone, a page at twice its size. */
const BY_MOUSE = [
  { width: 1920, height: 1080 },
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 640, height: 400 },
]
const BY_TOUCH = [
  { width: 820, height: 1180 },
  { width: 390, height: 844 },
]

const STEPS = [
  '/fingering',
  '/read',
  '/balance',
  '/warm-up',
  '/warm-up/print',
  '/rehearse',
  '/wall',
  '/print',
  '/stand?seat=cello',
  '/write',
  '/history',
] as const

const DESK = new Set<string>(['/fingering', '/read', '/balance', '/warm-up', '/rehearse', '/wall'])

/** What is pressed by a finger and smaller than 44 px in a direction (WCAG 2.2, 2.5.5); links in a line of text are exempt there too. */
const small = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('button, select, summary, a, [role=radio], [role=tab]')].flatMap((el) => {
      const r = el.getBoundingClientRect()
      const style = getComputedStyle(el)
      const inText = el.tagName === 'A' && style.display === 'inline'
      const inNotes = el.closest('[aria-label="Bench"], .page, .system') !== null
      if (r.width === 0 || r.height === 0 || style.visibility === 'hidden' || inText || inNotes) return []
      return r.height < 43.5 || r.width < 26
        ? [`${el.textContent?.trim().slice(0, 30) || el.getAttribute('aria-label')}: ${Math.round(r.width)}×${Math.round(r.height)}`]
        : []
    }),
  )

for (const [by, sizes] of [
  ['mouse', BY_MOUSE],
  ['touch', BY_TOUCH],
] as const)
  test(`by ${by}: nothing but the music goes sideways, the bar is whole${by === 'touch' ? ', a finger hits everything' : ''}`, async ({
    browser,
    baseURL,
  }) => {
    test.setTimeout(240_000)
    const touch = by === 'touch'
    const context = await browser.newContext({ viewport: sizes[0], baseURL, hasTouch: touch, isMobile: touch })
    const page = await context.newPage()
    /** Looks at the page that stands in each of the sizes, one after the other. */
    const atEach = async (look: (size: { width: number; height: number }, where: string) => Promise<void>, path: string) => {
      for (const size of sizes) {
        await page.setViewportSize(size)
        await still(page)
        const where = `${path} at ${size.width}`
        expect(await page.evaluate(() => document.documentElement.scrollWidth), where).toBeLessThanOrEqual(size.width)
        await look(size, where)
      }
    }
    await page.goto('/')
    await awake(page)
    for (const path of [
      '/',
      '/class',
      '/library',
      '/new',
      '/about',
      '/plan',
      '/plan/print',
      '/tapes',
      '/term',
      '/class/links',
      '/train',
      '/line',
    ]) {
      await page.goto(path)
      await expect(page.locator('main').first()).toBeVisible()
      await awake(page)
      if (path === '/plan') await expect(page.getByText('How it goes')).toBeVisible({ timeout: 15_000 })
      await atEach(async (_, where) => {
        if (['/plan', '/train'].includes(path) && touch) expect(await small(page), where).toEqual([])
      }, path)
    }
    await page.goto('/')
    await awake(page)
    await page.getByPlaceholder(/Title/).fill('Lanterns on the Weir')
    await expect(page.getByText(/Enter opens it/)).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: 'Lanterns on the Weir' })).toBeVisible()
    await page.waitForURL(/\/piece\//)
    const piece = pieceAt(page.url())
    for (const step of STEPS) {
      await page.goto(piece + step)
      await expect(page.locator('main').first()).toBeVisible()
      await awake(page)
      await atEach(async ({ width, height }, where) => {
        if (touch) expect(await small(page), where).toEqual([])
        // Beside the music there is room: the desk stands still, what is longer scrolls in its place.
        if (width >= 1024 && DESK.has(step))
          expect(await page.evaluate(() => document.documentElement.scrollHeight), where).toBeLessThanOrEqual(height)
        if (width >= 1024 && !step.startsWith('/stand') && step !== '/wall') {
          const bar = await page.locator('.bar').first().boundingBox()
          expect(bar!.height, `the bar of ${where} is one row`).toBeLessThan(62)
        }
      }, step)
    }
    await context.close()
  })

test('under 900 pixels what stands beside the music is a drawer below it, and one seat’s row can stand alone', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 })
  await openNarrow(page)
  const why = page.getByRole('button', { name: 'What to play here, and why' })
  await expect(why).toHaveAttribute('aria-expanded', 'false')
  await expect(page.getByRole('complementary', { name: 'Picked moment' })).toBeHidden()
  await why.click()
  await expect(page.getByRole('complementary', { name: 'Picked moment' })).toBeVisible()
  await why.click()
  await page.getByRole('button', { name: 'violin alone ( o )' }).click()
  await expect(page.getByRole('button', { name: 'Viola', exact: true })).toHaveCount(0)
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('button', { name: 'Viola', exact: true }).first()).toBeVisible()
  await page.keyboard.press('o')
  await expect(page.getByRole('button', { name: 'Violin', exact: true }).first()).toBeVisible()
})

/** Opens a piece where the panel is a drawer, which `open` does not wait for. */
async function openNarrow(page: Page): Promise<void> {
  await page.goto(`${CLASS_PAGE}/pieces`)
  await awake(page)
  await page.getByPlaceholder(/Title/).fill('The Ferry at Low Water')
  await expect(page.getByText(/of \d+ pieces/)).toBeVisible()
  await page.getByRole('link', { name: 'The Ferry at Low Water' }).first().click()
  await expect(page.getByRole('region', { name: 'Bench' })).toBeVisible()
  await awake(page)
}

test('from the shelf to a printed part with the keyboard alone, in fewer than 25 keys', async ({ page }) => {
  await page.goto('/')
  await awake(page)
  let keys = 0
  const press = async (list: string) => {
    for (const key of list.split(' ')) {
      keys += key.split('+').length
      await page.keyboard.press(key)
    }
  }
  await press('/ k i t e Enter')
  await expect(page.getByRole('heading', { name: 'Kite over the Allotments' })).toBeVisible()
  await page.waitForURL(/piece\/[^/]+\/fingering/)
  await awake(page)
  // The music is the first thing that the Tab key comes to.
  await press('Tab')
  expect(await page.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true)
  await press('p')
  await expect(page.getByRole('button', { name: 'Print 4 pages' })).toBeEnabled({ timeout: 20_000 })
  await page.evaluate(() => {
    ;(window as unknown as { printed: number }).printed = 0
    window.print = () => ((window as unknown as { printed: number }).printed += 1)
  })
  let reached = false
  while (!reached && keys < 25) {
    await press('Tab')
    reached = await page.evaluate(() => document.activeElement?.textContent?.trim().startsWith('Print') ?? false)
  }
  await press('Enter')
  expect(await page.evaluate(() => (window as unknown as { printed: number }).printed)).toBe(1)
  console.log(`from the shelf to the print of all parts: ${keys} keys`)
  expect(keys).toBeLessThan(25)
  // Back comes to the desk, where it was left.
  await page.goBack()
  await expect(page.getByRole('region', { name: 'Bench' })).toBeVisible()
})
