import { pieceAt } from './origin'
import { expect, test } from './test'
import { found } from './barriers'
import { open, reload } from './open'

test('what was taken off the shelf has a place: it is put back, or deleted for good on purpose', async ({ page }) => {
  await page.goto('/')
  for (const copy of ['Two Barges', 'Copper Kettle March']) {
    await page.getByPlaceholder(/Title/).fill(copy)
    await page.getByRole('button', { name: `Duplicate ${copy}`, exact: true }).click()
    await page.getByRole('button', { name: `Delete ${copy} (copy)` }).click()
    await expect(page.getByRole('link', { name: `${copy} (copy)` })).toBeHidden()
  }
  await page.goto('/library')
  const off = page.getByRole('region', { name: 'Deleted pieces' })
  await expect(off).toContainText('Two Barges (copy)')
  await off.getByRole('button', { name: 'Restore Two Barges (copy)' }).click()
  await expect(off).not.toContainText('Two Barges (copy)')
  await off.getByRole('button', { name: 'Delete Copper Kettle March (copy) for good' }).click()
  const sure = page.getByRole('alertdialog', { name: /Delete “Copper Kettle March \(copy\)” for good\?/ })
  await sure.getByRole('button', { name: 'Keep' }).click()
  await expect(off).toContainText('Copper Kettle March (copy)')
  await off.getByRole('button', { name: 'Delete all for good' }).click()
  await page.getByRole('button', { name: 'Delete them for good' }).click()
  await expect(off).toContainText('Nothing deleted.')
  for (const theme of ['light', 'dark']) {
    await page.evaluate((t) => localStorage.setItem('theme', t), theme)
    await reload(page)
    expect(await found(page)).toEqual([])
  }
})

test('everything is made as in the file, and what stood before is kept', async ({ page }, info) => {
  await page.goto('/library')
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Back up everything' }).click()])
  const kept = info.outputPath('library.zip')
  await download.saveAs(kept)
  await page.goto('/')
  await page.getByPlaceholder(/Title/).fill('Two Barges (copy)')
  await page.getByRole('button', { name: 'Delete Two Barges (copy)' }).click()
  await expect(page.getByText('Two Barges (copy) is deleted.')).toBeVisible()
  await page.goto('/class')
  await page.getByRole('textbox', { name: 'Name of the class' }).fill('Another name')
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  await page.goto('/library')
  await page.getByLabel('Backup to restore').setInputFiles(kept)
  await page.getByRole('button', { name: 'Replace everything with the backup' }).click()
  await expect(page.getByText(/^Everything is now as in the backup: \d+ pieces\. What you had before is saved below\.$/)).toBeVisible()
  const before = page.getByRole('region', { name: 'Saved before you replaced everything' }).getByRole('link').first()
  const [safe] = await Promise.all([page.waitForEvent('download'), before.click()])
  expect(safe.suggestedFilename()).toMatch(/^Even Seat before-/)
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Tuesday Strings' })).toBeVisible()
  await page.getByPlaceholder(/Title/).fill('Two Barges (copy)')
  await expect(page.getByRole('link', { name: 'Two Barges (copy)' })).toBeVisible()
})

test('a version is kept under a name', async ({ page }) => {
  await open(page, 'Copper Kettle March')
  await page.goto(`${pieceAt(page.url())}/history?version=1`)
  await page.getByLabel('Name').fill('as it came')
  await page.getByRole('button', { name: 'Name it' }).click()
  await expect(page.getByRole('navigation', { name: 'Saved versions' })).toContainText('as it came')
})
