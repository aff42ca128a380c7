import { awake } from './open'
import { ownServer } from './ownServer'
import { expect, test, type Page } from './test'

const HERE = ownServer(3292)

const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
const titles = (page: Page) => page.getByRole('tabpanel', { name: 'What next' }).getByRole('heading', { level: 2 })

test('pieces stand in the order in which least is new; a place and a day are kept, and what is begun sets the level', async ({ page }) => {
  await page.goto(HERE)
  await awake(page)
  await page.getByRole('link', { name: 'The term' }).click()
  await expect(page.getByText(/^This order brings the fewest new things/)).toBeVisible()
  // Nine pieces, two of them begun.
  await expect(titles(page)).toHaveCount(7)
  await expect(titles(page).first()).toHaveText(/Shortcut/)
  await page.getByLabel('Place of Two Bells and a Gate').selectOption('stays at 1')
  await expect(titles(page).first()).toHaveText('Two Bells and a Gate')
  await page.getByLabel('begins on: Two Bells and a Gate').fill('2027-02-01')
  await expect(page.getByText('Monday 1 February 2027')).toBeVisible()
  await page.getByLabel('Place of Kite over the Allotments').selectOption('stays at 1')
  await expect(page.getByText(/don’t go together/)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/^This order brings the fewest new things/)).toBeVisible()
  await page.getByRole('button', { name: 'Any order for all' }).click()
  await expect(titles(page).first()).toHaveText(/Shortcut/)

  // What is new in a piece, and what leads to it.
  const ferry = page.getByRole('listitem').filter({ hasText: 'The Ferry at Low Water' })
  await expect(ferry.getByText('Cello: position IV', { exact: true })).toBeVisible()
  await ferry.getByText('Drills that lead up to it').click()
  await expect(ferry.getByText(/in all\. They help at/)).toBeVisible()
  await ferry.getByRole('button', { name: 'Begin today' }).click()
  await expect(titles(page)).toHaveCount(6)
  // In the Lanterns IV is no longer new for the cello, which has met it there.
  await expect(page.getByRole('listitem').filter({ hasText: 'Lanterns on the Weir' })).not.toContainText('Cello')
  await page.getByRole('tab', { name: 'Begun so far' }).click()
  const begun = page.getByRole('listitem').filter({ hasText: 'The Ferry at Low Water' })
  await expect(begun).toContainText('Cello position IV')
  await saved(page)

  await page.goto(`${HERE}/class`)
  await awake(page)
  await expect(page.getByRole('button', { name: 'Cello: position IV', exact: true })).toHaveAttribute('aria-pressed', 'true')

  // Taken out, it takes back what it alone brought.
  await page.goto(`${HERE}/term`)
  await awake(page)
  await page.getByRole('tab', { name: 'Begun so far' }).click()
  await begun.getByRole('button', { name: 'Take back “begun”' }).click()
  await expect(begun).toHaveCount(0)
  await saved(page)
  await page.goto(`${HERE}/class`)
  await expect(page.getByRole('button', { name: 'Cello: position IV', exact: true })).toHaveAttribute('aria-pressed', 'false')
})

test('tasks of a level are ticked by student, with the day, and stay', async ({ page }) => {
  await page.goto(`${HERE}/term`)
  await awake(page)
  await page.getByRole('tab', { name: 'To pass' }).click()
  await page.getByLabel('A task to pass').fill('Scale of D by heart')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  const tick = page.getByRole('checkbox', { name: /^Ada: Scale of D by heart/ })
  await tick.check()
  await expect(tick).toHaveAccessibleName(/passed on \w+ \d+ \w+ \d{4}$/)
  await page.getByLabel('A piece to pass').selectOption('Two Barges')
  await expect(page.getByRole('rowheader', { name: 'Two Barges' })).toBeVisible()
  await saved(page)
  await page.reload()
  await awake(page)
  await page.getByRole('tab', { name: 'To pass' }).click()
  await expect(tick).toBeChecked()
  await page.getByRole('button', { name: 'Remove: Scale of D by heart' }).click()
  await expect(page.getByText('Scale of D by heart')).toHaveCount(0)
})
