import { expect, type Page } from '@playwright/test'

/** Opens a piece of the shelf by its title. */
export async function open(page: Page, title: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('link', { name: title }).click()
  await expect(page.getByRole('heading', { name: title })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Picked moment' })).toBeVisible()
}
