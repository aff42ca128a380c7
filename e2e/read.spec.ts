import { expect, test, type Page } from './test'
import { awake, open, reload } from './open'

const panel = (page: Page) => page.getByRole('complementary', { name: 'Read' })
const spots = (page: Page) => page.getByRole('list', { name: 'Places to watch' })
const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()

async function read(page: Page, title = 'The Ferry at Low Water'): Promise<void> {
  await open(page, title)
  await page.getByRole('link', { name: 'Read', exact: true }).click()
  await expect(panel(page)).toBeVisible()
}

/** Everything that trips somebody, behind the first things. */
async function readSpots(page: Page): Promise<void> {
  await read(page)
  await page.getByRole('tab', { name: 'Watch' }).click()
}

test('the spots are listed, stepped through, drawn on bench, score and ribbon, muted and brought back', async ({ page }) => {
  await readSpots(page)
  await expect(page).toHaveURL(/\/read\?tab=spots$/)
  await page.keyboard.press('.')
  const open1 = spots(page).locator('[aria-expanded=true]')
  await expect(open1).toHaveCount(1)
  const first = (await open1.textContent()) ?? ''
  await page.keyboard.press('.')
  await expect(open1).not.toHaveText(first)
  await page.keyboard.press(',')
  await expect(open1).toHaveText(first)
  // Drawn as a wedge on the bench, with a word where it is picked or said first.
  await expect(
    page
      .getByRole('region', { name: 'Bench' })
      .getByText(/^(skip|fourth|shift|bow turns|two forms|new)$/)
      .first(),
  ).toBeVisible()
  await expect(page.getByRole('region', { name: 'Bench' }).locator('title').first()).toBeAttached()
  await expect(page.getByRole('list', { name: 'Measures' }).locator('svg').first()).toBeAttached()
  await page.getByRole('radio', { name: 'Score', exact: true }).click()
  await expect(page.locator('.score > svg title').first()).toBeAttached()
  await page.getByRole('radio', { name: 'Bench', exact: true }).click()
  // What several seats are told together is one row, and muted for all of them.
  await expect(spots(page)).toContainText('All seats')
  const count = await spots(page).getByRole('listitem').count()
  await page.getByRole('button', { name: /^Hide (this one|for these seats)$/ }).click()
  await expect(spots(page).getByRole('listitem')).toHaveCount(count - 1)
  await saved(page)
  await reload(page)
  await page.getByRole('tab', { name: 'Watch' }).click()
  await expect(spots(page).getByRole('listitem')).toHaveCount(count - 1)
  await page.getByRole('radio', { name: 'By kind' }).click()
  await page.getByRole('button', { name: 'Show', exact: true }).first().click()
  await page.getByLabel('Sharp or flat from the key signature').selectOption('never')
  await page.getByRole('radio', { name: 'By measure' }).click()
  await expect(spots(page)).not.toContainText('Sharp or flat from the key signature')
  await page.keyboard.press('Control+z')
  await expect(spots(page)).toContainText('Sharp or flat from the key signature')
  await page.getByRole('combobox', { name: 'Seat', exact: true }).selectOption('bass')
  await expect(spots(page)).not.toContainText('Violin')
})

test('calls are copied as text, and said big, measure by measure; what each seat has is drawn', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await read(page)
  await page.getByRole('tab', { name: 'Calls' }).click()
  await expect(panel(page)).toContainText('Violin and viola: G three on D, A open, B one, high D three')
  await page.getByRole('radio', { name: 'This seat' }).click()
  await expect(panel(page)).toContainText('G three on D, A open, B one, high D three')
  await page.getByRole('radio', { name: 'Cello', exact: true }).click()
  await expect(panel(page)).toContainText('G four on D, A open, B one, high D four')
  await page.getByRole('radio', { name: 'Letters', exact: true }).click()
  await page.getByRole('button', { name: 'Copy' }).click()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain(
    'The Ferry at Low Water, Cello\nLine 1, measure 1: G, A, B, high D',
  )
  await page.getByRole('button', { name: 'Big' }).click()
  const big = page.getByRole('dialog')
  await expect(big).toContainText('Line 1, measure 1')
  await page.keyboard.press('ArrowRight')
  await expect(big).toContainText('Line 1, measure 2')
  await page.keyboard.press('Escape')
  await expect(big).toBeHidden()
  await page.getByRole('tab', { name: 'How many' }).click()
  await expect(page.getByRole('table', { name: 'Notes by string and finger' })).toBeVisible()
  await expect(panel(page).locator('svg text').first()).toBeVisible()
})

test('how the class talks is said once, on its page, and its calls follow', async ({ page }) => {
  await page.goto('/class')
  await awake(page)
  const talk = page.getByRole('region', { name: 'How you say it' })
  await talk.getByLabel('Fingers').selectOption('figures')
  await talk.getByLabel('Note names').selectOption('do re mi')
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
  await read(page)
  await page.getByRole('tab', { name: 'Calls' }).click()
  await expect(panel(page)).toContainText('Violin and viola: sol 3 on re, la 0, ti 1, high re 3')
  await page.getByRole('link', { name: 'Choose the words on the class page' }).click()
  await expect(page).toHaveURL(/\/people#talk$/)
  await awake(page)
  await talk.getByLabel('Fingers').selectOption('one, two')
  await talk.getByLabel('Note names').selectOption('C D E')
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
})

test('the steps share what is picked and what can be undone', async ({ page }) => {
  await read(page)
  await page.keyboard.press('Control+ArrowRight')
  await page.getByRole('link', { name: 'Fingering', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Line 1, measure 2, beat 1' })).toBeVisible()
  await page.keyboard.press('3')
  await page.getByRole('link', { name: 'Balance', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Line 1, measure 2', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.goBack()
  await expect(page.getByRole('complementary', { name: 'Picked note' })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Picked note' }).getByText('pinned')).toBeHidden()
})
