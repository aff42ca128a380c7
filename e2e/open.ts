import { expect, type Page } from '@playwright/test'

/** Where the application under test is served. */
export const ORIGIN = `http://127.0.0.1:${process.env.EVEN_SEAT_TEST_PORT ?? 3210}`

/** Opens a piece of the shelf by its title. */
export async function open(page: Page, title: string): Promise<void> {
  await page.goto('/')
  // The shelf shows what was opened last; the rest is found.
  await page.getByPlaceholder(/Title/).fill(title)
  await expect(page.getByText(/^\d+ of \d+ pieces?$/)).toBeVisible()
  await page.getByRole('link', { name: title }).first().click()
  await expect(page.getByRole('heading', { name: title })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Picked moment' })).toBeVisible()
}
