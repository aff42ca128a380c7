import { expect, test, type Page } from './test'
import { awake, moveDown, open, reload } from './open'

/** The warm-up of a piece, ready. */
async function warmUp(page: Page, title: string): Promise<void> {
  await open(page, title)
  await page.keyboard.press('t')
  await expect(page).toHaveURL(/\/warm-up/)
  await expect(page.getByRole('group', { name: 'Notes of the drill' })).toBeVisible()
}
const list = (page: Page) => page.getByRole('region', { name: 'Warm-up', exact: true })
const titles = (page: Page) => list(page).getByRole('listitem').allInnerTexts()
const minutesIn = async (page: Page) => Number(/About (\d+) minutes?/.exec(await list(page).innerText())?.[1])

test('a warm-up of eight minutes is chosen, kept, dropped, put in another order, and stays so', async ({ page }) => {
  await warmUp(page, 'The Ferry at Low Water')
  await expect(list(page).getByRole('button', { name: '8', exact: true })).toHaveAttribute('aria-pressed', 'true')
  expect(await minutesIn(page)).toBeLessThanOrEqual(8)
  await expect(list(page).getByText(/Covers .* hardest places/)).toBeVisible()
  const before = await titles(page)
  expect(before[0]).toContain('G major scale')
  expect(before.at(-1)).toMatch(/slow/)

  // Kept in and left out.
  await list(page)
    .getByRole('button', { name: /^Keep G major scale.* in$/ })
    .click()
  const dropped = before[1].split('\n')[0].replace(/ [\d.]+ min.*/, '')
  await list(page)
    .getByRole('button', { name: `Leave ${dropped} out` })
    .click()
  await expect(list(page).getByRole('listitem').filter({ hasText: dropped })).toHaveCount(0)
  await list(page).getByRole('button', { name: '3', exact: true }).click()
  await expect.poll(() => minutesIn(page)).toBeLessThanOrEqual(3)
  await expect(list(page).getByRole('button', { name: /^Keep G major scale.* in$/ })).toHaveAttribute('aria-pressed', 'true')

  // By keyboard: space takes it up, arrows move it, space lays it down.
  const handle = list(page).getByRole('button', { name: /^Move G major scale/ })
  await handle.focus()
  await moveDown(page)
  await expect.poll(async () => (await titles(page))[1]).toContain('G major scale')

  // Undone and done again; kept with the piece.
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(async () => (await titles(page))[0]).toContain('G major scale')
  await page.getByRole('button', { name: /^Redo/ }).click()
  await expect.poll(async () => (await titles(page))[1]).toContain('G major scale')
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  await reload(page)
  await expect.poll(async () => (await titles(page))[1]).toContain('G major scale')
})

test('a drill has its variants, something to do for every seat, and a piece of its own on the shelf', async ({ page }) => {
  await warmUp(page, 'The Ferry at Low Water')
  await page.getByRole('button', { name: 'Add a drill' }).click()
  await page.getByRole('searchbox', { name: 'Find a drill' }).fill('two forms')
  await page.getByRole('button', { name: 'Add F♯ and F, shorter rests' }).click()
  const drill = page.getByRole('region', { name: 'The drill' })
  await expect(drill.getByRole('heading', { name: 'F♯ and F, shorter rests' })).toBeVisible()
  await expect(list(page).getByRole('button', { name: /^Keep F♯ and F/ })).toHaveAttribute('aria-pressed', 'true')
  const ways = drill.getByRole('group', { name: 'Ways to practise it' })
  await ways.getByRole('button', { name: 'same start' }).click()
  await expect(drill.getByRole('heading', { name: 'F♯ and F, same start' })).toBeVisible()
  await expect(list(page).getByText('F♯ and F, same start')).toBeVisible()

  // The violin's hand says both forms: 2 and low 2.
  const panel = page.getByRole('complementary', { name: 'The drill' })
  const cello = panel.getByRole('combobox', { name: 'Cello in this drill' })
  await expect(cello).toHaveValue('drill')
  await cello.selectOption('just the bow, on open strings')
  await expect(cello).toHaveValue('bow only')
  await panel.getByLabel('times').fill('5')
  await panel.getByLabel('times').press('Enter')
  await expect(drill.getByText('5 times.')).toBeVisible()

  // Played, by itself.
  const play = drill.getByRole('group', { name: 'Play the drill' })
  await play.getByRole('button', { name: 'Play' }).click()
  await expect(play.getByRole('status')).toHaveText('2')
  await play.getByRole('button', { name: 'Stop' }).click()
  await expect(play.getByRole('status')).toBeHidden()

  // At how many places it helps each seat.
  const why = await panel.getByText(/ Helps (at \d+ places?|the )/).innerText()
  expect(why).toMatch(/Helps (at \d+ places? in every seat|the \w+ at \d+ places?(, the \w+ at \d+)*( and the \w+ at \d+)?)\.$/)
  const went = panel.getByRole('region', { name: 'How it goes' })
  await went.getByLabel(/^Tempo reached/).fill('66')
  await went.getByRole('button', { name: 'Clean' }).click()
  await expect(went.getByText('Now 1 clean, recorded for the class.')).toBeVisible()
  await went.getByRole('button', { name: 'Slip' }).click()
  await expect(went.getByText('Now 1 clean, 1 slip, recorded for the class.')).toBeVisible()
  await went.getByRole('button', { name: 'Undo the last tap' }).click()
  await expect(went.getByText('Now 1 clean, recorded for the class.')).toBeVisible()

  await panel.getByRole('button', { name: 'Add it to your pieces' }).click()
  await panel.getByRole('link', { name: 'F♯ and F, same start' }).click()
  await expect(page.getByRole('heading', { name: 'F♯ and F, same start' })).toBeVisible()
  await awake(page)
  await page.getByRole('radio', { name: 'Score' }).click()
  await expect(page.locator('.score .system').first()).toBeVisible()
  for (const seat of ['Violin', 'Viola', 'Cello', 'Bass'])
    await expect(page.locator('.score').getByText(seat, { exact: true }).first()).toBeVisible()
})

test('all of it is played, item after item, each by the one key or by itself', async ({ page }) => {
  await warmUp(page, 'The Ferry at Low Water')
  const items = await titles(page)
  // Another test may have put them in another order.
  const first = items[0].split('\n')[0].replace(/ [\d.]+ min.*/, '')
  const here = list(page).locator('[aria-current]')
  const now = page.getByRole('group', { name: 'Now' })
  await list(page).getByRole('button', { name: 'Play all of it' }).click()
  await expect(here).toContainText(first)
  // Counted in, in the measure's beats.
  await expect(now).toContainText(/[1-4]/)
  await expect(now).toContainText('Everyone')
  // The next one at once; stopped in its middle it comes again, from its beginning.
  await page.keyboard.press('Control+ArrowRight')
  await expect(here).toContainText('F♯ and F')
  await page.keyboard.press('PageDown')
  await expect(now).toContainText(/Again: everyone, F♯ and F/)
  // From the list it goes on where it is pointed.
  await list(page).getByRole('listitem').first().getByText(first, { exact: true }).click()
  await expect(here).toContainText(first)
  await expect(now).toContainText('Everyone')
  await page.keyboard.press('Control+ArrowRight')
  // The last: said to be the last, and then that it was all of it.
  for (let i = 2; i < items.length; i++) await page.keyboard.press('Control+ArrowRight')
  await page.keyboard.press('Control+ArrowRight')
  await expect(now).toContainText('That was all of it')
  await list(page).getByRole('button', { name: 'From the beginning again' }).click()
  await expect(now).toContainText('Everyone')
  // Ended, what is pointed at is looked at, and not played.
  await list(page).getByRole('button', { name: 'End' }).click()
  await list(page).getByRole('listitem').nth(1).getByRole('button').nth(1).click()
  await expect(page.getByRole('group', { name: 'Play the drill' })).toBeVisible()
  await list(page).getByRole('button', { name: 'Play all of it' }).click()
  await expect(now).toContainText('Everyone')
  // Whoever leaves, leaves silence.
  await page.keyboard.press('r')
  await expect(page.getByRole('group', { name: 'Now' })).toBeHidden()
})

test('steps without notes stand in a warm-up too, with their answer', async ({ page }) => {
  await warmUp(page, 'Lanterns on the Weir')
  await page.getByRole('button', { name: 'Add a drill' }).click()
  await page.getByRole('button', { name: 'Add Count every first finger on A' }).click()
  const drill = page.getByRole('region', { name: 'The drill' })
  await drill.getByText('The answer').click()
  await expect(drill.getByText(/^Violin \d+, viola \d+, cello \d+ and bass \d+\.$/)).toBeVisible()
})

test('the warm-up prints with all seats or one', async ({ page }) => {
  await warmUp(page, 'Two Barges')
  await list(page).getByRole('link', { name: 'Print' }).click()
  await expect(page.getByRole('heading', { name: 'Warm-up for Two Barges' }).first()).toBeVisible()
  await expect(page.locator('.warmup-item .system').first()).toBeVisible()
  await expect(page.locator('.warmup-item').first().getByText('Cello', { exact: true }).first()).toBeVisible()
  await page.getByRole('radio', { name: 'Cello' }).click()
  await expect(page.locator('.warmup-sheet').getByText(/^Cello\. \d+ min in all\.$/)).toBeVisible()
  await expect(page.locator('.warmup-item').first().getByText('Violin', { exact: true })).toHaveCount(0)
})
