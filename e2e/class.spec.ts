import { expect, test, type Page } from './test'
import { open, reload } from './open'

const answer = (page: Page, seat: string) => page.getByRole('region', { name: seat, exact: true })
const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
/** The cells of a piece in the table of effects: violin, viola, cello, bass. */
const effect = (page: Page, title: string) => page.getByRole('row', { name: new RegExp(`^${title}`) }).getByRole('cell')

test('what the class has learned is set, seen on the shelf at once, kept, and felt on the desk', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'The class' }).click()
  await expect(page.getByRole('radio', { name: /First position/ })).toBeChecked()
  await expect(effect(page, 'Copper Kettle March').first()).toHaveText('fits')
  await page.getByRole('radio', { name: /Open strings and first finger/ }).click()
  await expect(effect(page, 'Copper Kettle March').first()).toContainText('new')
  await saved(page)
  await reload(page)
  await expect(page.getByRole('radio', { name: /Open strings and first finger/ })).toBeChecked()
  await open(page, 'Copper Kettle March')
  await page.getByRole('button', { name: /meets? .* at \d+ places?\.$/ }).click()
  await answer(page, 'Violin').getByRole('button').first().click()
  await expect(answer(page, 'Violin')).toContainText(/New for this class: the [A-G] string and finger \d/)
  await page.goto('/class')
  // By keyboard: the sixth step of the ladder, then 4 taken from the violins and given back.
  await page.getByRole('radio', { name: /Open strings and first finger/ }).focus()
  for (const step of ['2', '3', '4', '5', '6']) {
    await page.keyboard.press('ArrowDown', { delay: 60 })
    await expect(page.getByRole('radio', { name: new RegExp(`^${step} · `) })).toBeFocused()
  }
  await page.keyboard.press('Space')
  await expect(page.getByRole('radio', { name: /6 · First position/ })).toBeChecked()
  const four = page.getByRole('button', { name: 'Violin: finger 4', exact: true })
  await four.focus()
  await page.keyboard.press('Space')
  await expect(four).toHaveAttribute('aria-pressed', 'false')
  await expect(page.getByText('Set by hand for each seat')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(four).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('radio', { name: /6 · First position/ })).toBeChecked()
  await saved(page)
})

test('the class decides, a piece decides otherwise, and one seat otherwise again', async ({ page }) => {
  await page.goto('/class')
  await page.getByLabel('Open string or 4').selectOption({ label: '4 whenever possible' })
  await saved(page)
  await open(page, 'The Ferry at Low Water')
  await page.keyboard.press('ArrowRight')
  await expect(answer(page, 'Violin')).toContainText('4 on D')
  await page.getByRole('button', { name: 'Choices', exact: true }).click()
  // What has a frame differs from the class: nothing yet, then what is chosen here.
  await expect(page.getByText('An orange frame marks what differs from the class.')).toBeVisible()
  await expect(page.locator('[data-own]')).toHaveCount(0)
  await page.getByLabel('Open string or 4').selectOption({ label: 'open whenever there is one' })
  await expect(page.locator('[data-own]')).toHaveCount(1)
  await expect(page.getByLabel('Open string or 4')).toHaveAttribute('data-own')
  // What it changes is said for each seat at once.
  const choices = page.getByRole('complementary', { name: 'Choices for this piece' })
  await expect(choices.getByRole('status')).toContainText(/Violin.*: .*with another fingering/)
  await expect(page.locator('.changed').first()).toBeAttached()
  await page.keyboard.press('Escape')
  await expect(answer(page, 'Violin')).toContainText('Open A')
  await expect(answer(page, 'Viola')).toContainText('Open A')
  await page.getByRole('button', { name: 'Choices', exact: true }).click()
  await page.getByRole('radiogroup', { name: 'For whom' }).getByRole('radio', { name: 'Viola' }).click()
  await page.getByLabel('Open string or 4').selectOption({ label: '4 whenever possible' })
  await page.keyboard.press('Escape')
  await expect(answer(page, 'Violin')).toContainText('Open A')
  await expect(answer(page, 'Viola')).toContainText('4 on D')
  await saved(page)
  await reload(page)
  await expect(answer(page, 'Viola')).toContainText('4 on D')
  for (const seat of ['All seats', 'Viola']) {
    await page.getByRole('button', { name: 'Choices', exact: true }).click()
    await page.getByRole('radiogroup', { name: 'For whom' }).getByRole('radio', { name: seat }).click()
    await page.getByLabel('Open string or 4').selectOption('-1')
    await page.keyboard.press('Escape')
  }
  await saved(page)
  await page.goto('/class')
  await page.getByLabel('Open string or 4').selectOption({ label: '4 where a crossing would break a slur' })
  await saved(page)
})

test('another window’s class is never overwritten unseen', async ({ page, context }) => {
  await page.goto('/class')
  const other = await context.newPage()
  await other.goto('/class')
  await other.getByLabel('School').fill('Quillbrook Lower School')
  await saved(other)
  await page.getByLabel('School').fill('Quillbrook Upper School')
  const alert = page.getByRole('alert').filter({ hasText: 'in another window too' })
  await expect(alert).toBeVisible()
  await page.getByRole('button', { name: 'Keep this one' }).click()
  await expect(alert).toBeHidden()
  await page.getByLabel('School').fill('Quillbrook School')
  await saved(page)
})

test('the pins of all pieces say which way of the class would have made them needless, and it is taken when asked for', async ({
  page,
}) => {
  /** Goes on by so many measures, and presses a key. */
  const at = async (steps: readonly number[], key: string) => {
    for (const measures of steps) {
      for (let i = 0; i < measures; i++) await page.keyboard.press('Control+ArrowRight')
      await page.keyboard.press(key)
    }
  }
  await page.goto('/class')
  await page.getByRole('button', { name: 'What do my pins say?' }).click()
  await expect(page.getByText('You haven’t pinned anything in this class’s pieces.')).toBeVisible()
  await open(page, "The Lamplighter's Shortcut")
  const status = page.getByRole('status').filter({ hasText: /^saved$/ })
  // The A of two measures with 4 on D, where the class takes the open string.
  await at([3, 10], '4')
  await expect(status).toBeVisible()
  await page.goto('/class')
  await page.getByRole('button', { name: 'What do my pins say?' }).click()
  await expect(
    page.getByText(/^With “4 whenever possible” \(open string or 4\), 2 of your 2 pins in 1 piece wouldn’t be needed\. /),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Do this for the class' }).click()
  await expect(page.getByLabel('Open string or 4')).toHaveValue('3')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Open string or 4')).toHaveValue('1')
  await expect(status).toBeVisible()
  // And the pins are lifted again for whoever comes after.
  await open(page, "The Lamplighter's Shortcut")
  await at([3, 10], 'Delete')
  await expect(status).toBeVisible()
})
