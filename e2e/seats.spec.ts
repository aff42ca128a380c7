import { pieceAt } from './origin'
import { expect, test, type Page } from './test'
import { awake, open, reload } from './open'

const TITLE = 'The Ferry at Low Water'
const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
const seats = (page: Page) => page.getByRole('table', { name: /^Seats, in score order/ })
const add = (page: Page, instrument: string) => page.getByRole('group', { name: 'Add a seat' }).getByRole('button', { name: instrument })

test('a second group of violins and a bass tuned otherwise are made, read on the bench, printed, and let go', async ({ page }) => {
  await page.goto('/class')
  await awake(page)
  await expect(seats(page).getByRole('row')).toHaveCount(5)
  await add(page, 'Violin').click()
  const name = page.getByLabel('Name of the seat Violin 2')
  await name.fill('Late starters')
  await name.press('Enter')
  await page.getByLabel('Late starters: players').fill('3')
  // What cannot be read is said where it stands and changes nothing.
  const strings = page.getByLabel('Bass: open strings')
  await strings.fill('E1 nonsense')
  await strings.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'nonsense' })).toBeVisible()
  await strings.fill('D2 A2 D3 G3')
  await strings.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'nonsense' })).toHaveCount(0)
  await saved(page)
  await reload(page)
  await expect(page.getByLabel('Name of the seat Late starters')).toBeVisible()
  await expect(page.getByLabel('Late starters: players')).toHaveValue('3')
  await expect(page.getByLabel('Bass: open strings')).toHaveValue('D2 A2 D3 G3')

  await open(page, TITLE)
  const moment = page.getByRole('complementary', { name: 'Picked note' })
  await page.keyboard.press('ArrowRight')
  await expect(moment.getByRole('region')).toHaveCount(5)
  await expect(moment.getByRole('region', { name: 'Late starters', exact: true })).toBeVisible()
  // The late starters read the part of the violins, note for note: both stand as lines beside the picked violas.
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  const said = (seat: string) =>
    moment
      .getByRole('region', { name: seat, exact: true })
      .getByText(/\bon [GDAE]\b|^Open [GDAE]\b/)
      .first()
      .innerText()
  expect(await said('Late starters')).toBe(await said('Violin'))
  await page.goto(`${pieceAt(page.url())}/print?seats=violin-2`)
  await expect(page.locator('.page').first()).toContainText('Late starters')
  await expect(page.locator('.page').first()).toContainText(TITLE)

  await page.goto('/class')
  await awake(page)
  await page.getByRole('button', { name: 'Take Late starters out of the class' }).click()
  await expect(seats(page).getByRole('row')).toHaveCount(5)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(seats(page).getByRole('row')).toHaveCount(6)
  await page.getByRole('button', { name: 'Take Late starters out of the class' }).click()
  await page.getByLabel('Bass: open strings').fill('E2 A2 D3 G3')
  await page.getByLabel('Bass: open strings').press('Enter')
  await saved(page)
  await open(page, TITLE)
  await page.keyboard.press('ArrowRight')
  await expect(moment.getByRole('region')).toHaveCount(4)
})

test('a class has room for eight seats, and says so when it is full', async ({ page }) => {
  await page.goto('/class')
  await awake(page)
  for (const instrument of ['Violin', 'Viola', 'Cello', 'Bass']) await add(page, instrument).click()
  await expect(seats(page).getByRole('row')).toHaveCount(9)
  await expect(page.getByText('A class has 8 seats at most.')).toBeVisible()
  await expect(page.getByRole('group', { name: 'Add a seat' }).getByRole('button')).toHaveCount(0)
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(seats(page).getByRole('row')).toHaveCount(5)
  await saved(page)
})
