import { expect, test, type Page } from '@playwright/test'
import { open } from './open'

const shot = (page: Page, name: string) => page.screenshot({ path: `docs/screenshots/${name}.png` })
const right = async (page: Page, times: number) => {
  for (let i = 0; i < times; i++) await page.keyboard.press('ArrowRight')
}

test('pictures for the README', async ({ page }) => {
  await open(page, 'The Ferry at Low Water')
  await right(page, 19)
  await shot(page, 'desk-bench')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('4')
  await expect(page.getByRole('region', { name: 'Violin', exact: true })).toContainText('pinned')
  await shot(page, 'inspector')
  await page.keyboard.press('Delete')
  await page.getByRole('button', { name: 'Score' }).click()
  await expect(page.locator('.score svg').first()).toBeVisible()
  await page.waitForTimeout(1500)
  await shot(page, 'desk-score')
  await page.getByRole('button', { name: 'Bench', exact: true }).click()
  await page.getByRole('button', { name: 'Light or dark' }).click()
  await page.mouse.move(640, 20)
  await shot(page, 'desk-dark')
  await page.getByRole('button', { name: 'Light or dark' }).click()
  await open(page, 'Lanterns on the Weir')
  await page.goto(`${page.url()}/print?seat=cello&letters=1&fingers=1`)
  await shot(page, 'part')
  await page.goto('/new')
  await page.getByRole('textbox', { name: 'Tune as abc text' }).click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('d c B A | F G A B c | d4 |]')
  await expect(page.getByText('5 quarters')).toBeVisible()
  await expect(page.locator('.score svg').first()).toBeVisible()
  await shot(page, 'write')
  await page.goto('/')
  await shot(page, 'shelf')
})
