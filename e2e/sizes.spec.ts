import { CLASS_PAGE } from './origin'
import { expect, test, type Page } from './test'
import { awake } from './open'

test('under 900 pixels what stands beside the music is a drawer below it, and one seat’s row can stand alone', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 })
  await openNarrow(page)
  const why = page.getByRole('button', { name: 'The fingering here, and why' })
  await expect(why).toHaveAttribute('aria-expanded', 'false')
  await expect(page.getByRole('complementary', { name: 'Picked note' })).toBeHidden()
  await why.click()
  await expect(page.getByRole('complementary', { name: 'Picked note' })).toBeVisible()
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
  await expect(page.getByRole('button', { name: 'Print 4 pages' })).toBeEnabled()
  await page.evaluate(() => {
    ;(window as unknown as { printed: number }).printed = 0
    window.print = () => ((window as unknown as { printed: number }).printed += 1)
  })
  let reached = false
  while (!reached && keys < 25) {
    await press('Tab')
    reached = await page.evaluate(() => /^Print \d/.test(document.activeElement?.textContent?.trim() ?? ''))
  }
  await press('Enter')
  expect(await page.evaluate(() => (window as unknown as { printed: number }).printed)).toBe(1)
  console.log(`from the shelf to the print of all parts: ${keys} keys`)
  expect(keys).toBeLessThan(25)
  // Back comes to the desk, where it was left.
  await page.goBack()
  await expect(page.getByRole('region', { name: 'Bench' })).toBeVisible()
})
