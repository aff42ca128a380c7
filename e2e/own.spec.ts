import { expect, test } from './test'
import { ownServer } from './ownServer'

// A class that takes the place of the demonstration would take it from every other test.
const HERE = ownServer(3294)

test('a class of one’s own takes the place of the demonstration, and loses nothing of it', async ({ page }) => {
  await page.goto(HERE)
  await expect(page.getByRole('region', { name: 'Demonstration' })).toBeVisible()
  const cards = page.getByRole('link', { name: /Two Barges/ })
  await expect(cards.first()).toBeVisible()
  await page.getByRole('button', { name: 'Start my own class' }).click()
  const ask = page.getByRole('dialog', { name: 'Start my own class' })
  await expect(ask.getByLabel('What is it called?')).toBeFocused()
  await page.keyboard.type('Thursday strings')
  await page.keyboard.press('Enter')

  await expect(page).toHaveURL(/\/people/)
  await expect(page.getByText('Thursday strings').first()).toBeVisible()
  await page.goto(HERE)
  await expect(page.getByRole('region', { name: 'Demonstration' })).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Start my own class' })).toHaveCount(0)
  await expect(cards).toHaveCount(0)
  await page.goto(`${HERE}/library`)
  const kept = page.getByRole('listitem').filter({ hasText: 'Two Barges' })
  await kept.getByRole('button', { name: /^Restore / }).click()
  await page.goto(HERE)
  await expect(cards.first()).toBeVisible()
})
