import { expect, test } from '@playwright/test'
import { open } from './open'

const GOOD = 'X:1\nT:Paper Boat\nM:3/4\nL:1/4\nK:G\nG A B | d2 c | B A F | G3 |]\n'
const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })

test('the shelf is searched as one types', async ({ page }) => {
  await page.goto('/')
  const all = await page.getByRole('listitem').count()
  expect(all).toBeGreaterThanOrEqual(8)
  await page.keyboard.press('/')
  await page.keyboard.type('d minor')
  await expect(page.getByRole('listitem')).toHaveCount(1)
  await expect(page.getByRole('listitem')).toContainText('The Lamplighter')
  await page.getByRole('searchbox').or(page.getByPlaceholder(/Title/)).fill('harpsichord')
  await page.getByRole('button', { name: /Show all/ }).click()
  await expect(page.getByRole('listitem')).toHaveCount(all)
})

test('a file is brought and opens; a bad one says where and what, and nothing else is lost', async ({ page }) => {
  await page.goto('/')
  const before = await page.getByRole('listitem').filter({ hasText: 'measures' }).count()
  const input = page.getByLabel('Files to add')
  await input.setInputFiles([file('bad.abc', GOOD.replace('G A B |', 'G A B c |')), file('broken.musicxml', '<score-partwise>\n<part>')])
  const alerts = page.getByRole('alert').filter({ hasText: 'was not added' })
  await expect(alerts).toHaveCount(2)
  await expect(alerts.first()).toContainText('bad.abc')
  await expect(alerts.first()).toContainText('line 6, column 1: measure 1 of 3/4 holds 4 quarters')
  await expect(page.getByRole('listitem').filter({ hasText: 'measures' })).toHaveCount(before)
  await input.setInputFiles(file('paper-boat.abc', GOOD))
  await expect(page.getByRole('heading', { name: 'Paper Boat' })).toBeVisible()
  await expect(page.getByText('G major · 3/4').first()).toBeVisible()
})

test('duplicate, delete and put back', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Duplicate Two Barges' }).click()
  await expect(page.getByText('Two Barges (copy)')).toBeVisible()
  await page.getByRole('button', { name: 'Delete Two Barges (copy)' }).click()
  await expect(page.getByRole('link', { name: 'Two Barges (copy)' })).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: 'Two Barges (copy)' })).toBeVisible()
  await page.getByRole('button', { name: 'Delete Two Barges (copy)' }).click()
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Two Barges (copy)' })).toBeHidden()
})

test('a tune is typed, its error stands at its line and column, and it goes on the shelf', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Type a tune' }).click()
  await expect(page.getByText('Reads well.')).toBeVisible()
  await expect(page.locator('#violin-a0-finger')).toHaveText('0')
  await page.getByRole('textbox', { name: 'Tune as abc text' }).click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('d c B A q')
  await expect(page.getByText('Line 8, column 9:')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Put it on the shelf and map it' })).toBeDisabled()
  await page.keyboard.press('Backspace')
  await page.keyboard.type('|]')
  await expect(page.getByText('3 measures')).toBeVisible()
  // The new notes are engraved: D5 is 3 on A.
  await expect(page.locator('#violin-a6-finger')).toHaveText('3')
  // A draft outlives the page.
  await page.reload()
  await expect(page.getByText('3 measures')).toBeVisible()
  await page.getByRole('button', { name: 'Put it on the shelf and map it' }).click()
  await expect(page.getByRole('heading', { name: 'New tune' })).toBeVisible()
})

test('a piece of the shelf is typed on, saves by itself, and its pins stay on their notes', async ({ page }) => {
  await open(page, "The Lamplighter's Shortcut")
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('4')
  await expect(page.getByRole('region', { name: 'Violin', exact: true })).toContainText('4 on D')
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  await page.getByRole('link', { name: 'Write' }).click()
  await expect(page.getByText('Reads well.')).toBeVisible()
  const toFirstNote = async () => {
    await page.getByRole('textbox', { name: 'Tune as abc text' }).click()
    await page.keyboard.press('Control+Home')
    for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowDown')
  }
  await toFirstNote()
  await page.keyboard.type('D3 | ')
  await expect(page.getByText('17 measures')).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /saved; 1 pin lifted/ })).toBeVisible()
  await toFirstNote()
  for (let i = 0; i < 5; i++) await page.keyboard.press('Delete')
  await expect(page.getByText('16 measures')).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
})
