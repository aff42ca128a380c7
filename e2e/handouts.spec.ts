import { pieceAt } from './origin'
import { readFileSync } from 'node:fs'
import { open } from './open'
import { expect, test, type Page } from './test'

/** The bytes that a link saves. */
async function fetched(page: Page, name: RegExp): Promise<Buffer> {
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()])
  return readFileSync(await download.path())
}

test('what was printed is kept: it comes out again byte for byte when the fingers have changed, and says what is otherwise', async ({
  page,
}) => {
  await open(page, 'The Ferry at Low Water')
  const piece = pieceAt(page.url())
  await page.goto(`${piece}/print?seats=violin,cello`)
  // A touch away: it is not what one comes here for.
  await expect(page.getByLabel('Name of this print')).toBeHidden()
  await page.getByRole('heading', { name: 'Saved prints' }).click()
  await page.getByLabel('Name of this print').fill('March')
  await page.getByRole('button', { name: 'Save it' }).click()
  const again = /^Print again: March, /
  await expect(page.getByRole('link', { name: again })).toBeVisible()
  const march = await fetched(page, again)
  expect(march.subarray(0, 5).toString()).toBe('%PDF-')
  await page.getByText('What’s different today').click()
  await expect(page.getByText('Nothing. Today’s fingering is the same as on this sheet.')).toBeVisible()

  // Another finger for the violin; the sheet of March stays what it was.
  await open(page, 'The Ferry at Low Water')
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('heading', { name: 'Measure 1, beat 2' })).toBeVisible()
  await page.keyboard.press('4')
  await expect(page.getByRole('region', { name: 'Violin', exact: true })).toContainText('4 on D')
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  await page.goto(`${piece}/print`)
  await page.getByRole('heading', { name: 'Saved prints' }).click()
  expect(await fetched(page, again)).toEqual(march)
  await page.getByText('What’s different today').click()
  await expect(page.getByText('Violin: 1 pin different (0 then, 1 now).')).toBeVisible()
  await expect(page.getByText('Violin: Line 1, measure 1, beat 2: was A4 open A, is A4 4 on D.')).toBeVisible()
  await page.getByRole('button', { name: /^Delete: March/ }).click()
  await expect(page.getByRole('link', { name: again })).toHaveCount(0)
  // The piece is left as it was found: other tests read it too.
  await page.goto(`${piece}?m=1&n=2`)
  await page.getByRole('button', { name: 'Take the pin away' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
})
