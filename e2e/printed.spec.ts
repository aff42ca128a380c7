import { expect, test } from './test'
import { found } from './barriers'
import { open, reload } from './open'

test('where it stands on the printed page: told once, then said everywhere', async ({ page }) => {
  await open(page, 'Sixteen Steps to the Quay')
  // The file says nothing of printed lines: places are numbers.
  await expect(page.getByRole('heading', { name: 'Measure 1, beat 1' })).toBeVisible()
  await page.getByRole('button', { name: 'Choices', exact: true }).click()
  const choices = page.getByRole('complementary', { name: 'Choices for this piece' })
  await choices.getByRole('textbox', { name: 'page' }).fill('14')
  await choices.getByRole('textbox', { name: 'no.' }).fill('47')
  // One click a line; then the cello’s own book.
  await choices.getByRole('button', { name: 'Measure 5' }).click()
  await choices.getByRole('button', { name: 'Measure 9' }).click()
  await expect(choices).toContainText('3 lines')
  await choices.getByRole('radio', { name: 'Cello' }).last().click()
  await choices.getByLabel('Lines', { exact: true }).selectOption('8 measures each')
  expect(await found(page, { within: '[aria-label="Choices for this piece"]' })).toEqual([])
  // Typed and closed at once: it is kept.
  await choices.getByRole('textbox', { name: 'page' }).fill('12')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('heading', { name: 'Line 1, measure 1, beat 1' })).toBeVisible()
  // Found by line and measure, as well as by number.
  const find = page.getByRole('textbox', { name: 'Go to measure' })
  await find.fill('2.3')
  await find.press('Enter')
  await expect(page.getByRole('heading', { name: 'Line 2, measure 3, beat 1' })).toBeVisible()
  // In the cello’s book the same measure stands on its first line.
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('heading', { name: 'Line 1, measure 7, beat 1' })).toBeVisible()
  await page.keyboard.press('ArrowUp')
  // A key marks where a line begins, and takes it back.
  await page.keyboard.press('l')
  await expect(page.getByRole('heading', { name: 'Line 3, measure 1, beat 1' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('heading', { name: 'Line 2, measure 3, beat 1' })).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  await reload(page)
  await expect(page.getByRole('heading', { name: 'Line 2, measure 3, beat 1' })).toBeVisible()
  await page.keyboard.press('ArrowUp')
  // What is said before playing, and the printed part.
  await page.getByRole('link', { name: 'Read', exact: true }).click()
  await page.getByRole('tab', { name: 'Calls' }).click()
  // Of books that differ all are told the number; one seat by itself is told its line.
  await page.getByRole('radio', { name: 'This seat' }).click()
  await page.getByRole('button', { name: 'Big' }).click()
  await expect(page.getByRole('dialog')).toContainText('Line 2, measure 3')
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Print & share' }).click()
  await expect(page.getByRole('region', { name: 'Violin, page 1 of 1' })).toContainText('Page 14, no. 47')
  const cello = page.getByRole('region', { name: 'Cello, page 1 of 1' })
  await expect(cello).toContainText('Page 12, no. 47')
  // Sixteen measures on two lines, as in the cello’s book.
  await expect(cello.locator('g.system')).toHaveCount(2)
})

test('a class that counts measures says them by number', async ({ page }) => {
  await open(page, "The Lamplighter's Shortcut")
  await expect(page.getByRole('heading', { name: 'Line 1, measure 1, beat 1' })).toBeVisible()
  await page.goto('/class')
  await page.getByRole('radio', { name: 'measure 7' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  await open(page, "The Lamplighter's Shortcut")
  await expect(page.getByRole('heading', { name: 'Measure 1, beat 1' })).toBeVisible()
  await page.goto('/class')
  await page.getByRole('radio', { name: 'line 2, measure 3' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
})
