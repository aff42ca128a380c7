import { expect, test, type Page } from './test'
import { open, reload } from './open'

const notes = (page: Page) => page.getByRole('application')
const text = (page: Page) => page.getByRole('textbox', { name: 'Tune as abc text' })
const keys = async (page: Page, list: string) => {
  for (const k of list.split(' ')) await page.keyboard.press(k)
}
/** A new tune with two measures: what it begins with is asked first, then the notes are typed. */
async function begin(page: Page): Promise<void> {
  await page.goto('/new')
  await expect(page.getByRole('textbox', { name: 'Title' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(notes(page)).toBeVisible()
  await keys(page, 'd e f g 2 a a 4')
  await expect(text(page)).toContainText('D2 E2 F2 G2 | A4 A4')
  await expect(page.locator('g.note').first()).toBeVisible()
}
const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible()

test('notes are typed by keyboard, the text follows; the text is typed, the notes follow; one undo for both', async ({ page }) => {
  await begin(page)
  await notes(page).focus()
  await keys(page, 'Control+End d e f g 8 a b a g t g 4 d')
  await expect(text(page)).toContainText('A4 A4 | d2 e2 f2 g2 | abag- g d2')
  await keys(page, 'l 8 e l v')
  await expect(text(page)).toContainText('(d2')
  await expect(text(page)).toContainText('!upbow!e)')
  await keys(page, 'Backspace ArrowUp + ,')
  await expect(text(page)).toContainText('^E2')
  for (let i = 0; i < 8; i++) await page.keyboard.press('Control+z')
  await expect(text(page)).toContainText('abag- g')
  await keys(page, 'Control+Shift+z')
  await text(page).click()
  await page.keyboard.press('Control+Home')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('End')
  await page.keyboard.type(' of the Mill')
  await expect(page.getByText('New tune of the Mill: D major')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(text(page)).not.toContainText('of the Mill')
})

test('a measure that does not add up is shown and explained, and kept while one works', async ({ page }) => {
  await open(page, 'Kite over the Allotments')
  await page.getByRole('link', { name: 'Write' }).click()
  await expect(page.getByText('Reads well.')).toBeVisible()
  await notes(page).focus()
  await keys(page, 'Control+Home ArrowRight')
  await page.keyboard.press('g')
  await expect(page.getByText(/measure 1 of 2\/4 holds .* too many/)).toBeVisible()
  await saved(page)
  await reload(page)
  await expect(page.getByText(/measure 1 of 2\/4 holds .* too many/)).toBeVisible()
  await page.getByRole('link', { name: 'Fingering' }).click()
  await page.getByRole('link', { name: 'history' }).click()
  await page.getByRole('navigation', { name: 'Saved versions' }).getByText('brought').click()
  await page.getByRole('button', { name: 'Restore this version' }).click()
  await page.getByRole('link', { name: 'Write' }).click()
  await expect(page.getByText('Reads well.')).toBeVisible()
})

test('a note is picked and dragged by steps, a selection copied, measures and a second line made; keys are listed', async ({ page }) => {
  await begin(page)
  const head = notes(page).locator('.notehead').first()
  const box = (await head.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 12, { steps: 4 })
  await expect(page.getByText(/steps? higher/)).toBeVisible()
  await page.mouse.up()
  await expect(text(page)).not.toContainText('D2 E2 F2 G2')
  await page.keyboard.press('Control+z')
  await expect(text(page)).toContainText('D2 E2 F2 G2')
  await keys(page, 'Control+Home Shift+ArrowRight Shift+ArrowRight Control+c Control+End Control+v')
  await expect(text(page)).toContainText('A4 A4 | D2 E2')
  await page.getByRole('button', { name: 'New measure' }).click()
  await expect(page.getByText('4 measures')).toBeVisible()
  await page.getByLabel('Key', { exact: true }).selectOption('G major')
  const change = page.getByRole('form', { name: 'Change to G major' })
  await change.getByRole('radio', { name: 'from measure 4 on' }).click()
  await change.getByRole('button', { name: 'Change' }).click()
  await expect(text(page)).toContainText('[K:G]')
  await page.getByRole('button', { name: 'The other line' }).click()
  await notes(page).focus()
  await keys(page, 'e')
  await expect(text(page)).toContainText('V:2')
  await keys(page, '?')
  await expect(page.getByRole('dialog', { name: 'Keys for writing' })).toContainText('a note, as close as possible to the last one')
  await page.keyboard.press('Escape')
})

test('a signature that was forgotten is set for the whole tune, its letters read in the new key; another time sets the barlines anew', async ({
  page,
}) => {
  await page.goto('/new')
  await page.keyboard.type('Hill Path')
  await page.getByRole('form', { name: 'Start a tune' }).getByLabel('Key').selectOption('C major')
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(notes(page)).toBeVisible()
  await keys(page, 'd e f g a b c d')
  await expect(text(page)).toContainText('K:C')
  await page.getByLabel('Key', { exact: true }).selectOption('D major')
  // Nothing has changed before it is told for what.
  await expect(text(page)).toContainText('K:C')
  await page.getByRole('button', { name: 'Change' }).click()
  await expect(text(page)).toContainText('K:D')
  await expect(text(page)).toContainText('D2 E2 F2 G2 | A2 B2 c2 d2')
  await page.getByLabel('Time', { exact: true }).selectOption('3/4')
  await page.getByRole('button', { name: 'Change' }).click()
  await expect(text(page)).toContainText('M:3/4')
  await expect(text(page)).toContainText('D2 E2 F2 | G2 A2 B2 | c2 d2')
  await expect(page.getByRole('status', { name: 'Note editor' })).toContainText('last')
  await keys(page, 'Control+a')
  await expect(page.getByRole('status', { name: 'Note editor' })).toContainText('8 selected')
  await keys(page, 'Control+z')
  await expect(text(page)).toContainText('D2 E2 F2 G2 | A2 B2 c2 d2')
  await keys(page, 'Control+z')
  await expect(text(page)).toContainText('K:C')
})

test('sixteen measures are typed in at most 1.3 keys a note, with title, key and time', async ({ page }) => {
  let pressed = 0
  const press = async (list: string) => {
    for (const k of list.split(' ')) {
      // A chord is as many keys as it has.
      pressed += k.split('+').length
      await page.keyboard.press(k)
    }
  }
  await page.goto('/new')
  await expect(page.getByRole('textbox', { name: 'Title' })).toBeFocused()
  await press('Shift+H i l l Space Shift+P a t h')
  // Key and time by their first signs, then begin.
  await press('Tab g Tab 3 Enter')
  await expect(notes(page)).toBeVisible()
  // Four measures, again; four others; and the first once more.
  await press('g b d 8 d c 4 b a 8 g a b c 4 d 2 a 4 r')
  await press('Control+a Control+c Control+End Control+v')
  await press('d d e d b g 8 a b c b 4 a 2 b 4 r')
  await press('Control+v')
  await expect(page.getByText('Hill Path: G major · 3/4 · ♩ = 90, 16 measures.')).toBeVisible()
  const said = await text(page).innerText()
  expect(said).toContain('T:Hill Path')
  expect(said).toContain('K:G')
  expect(said).toContain('M:3/4')
  const written = said.slice(said.indexOf('K:G') + 3).match(/[A-Ga-g]/g)!.length
  console.log(`${written} notes with ${pressed} keys: ${(pressed / written).toFixed(2)} keys a note`)
  expect(pressed / written).toBeLessThanOrEqual(1.3)
})

test('a piece that came as MusicXML is written on here, and its pins stay on their notes', async ({ page }) => {
  await open(page, 'Sixteen Steps to the Quay')
  await page.keyboard.press('4')
  await saved(page)
  await page.getByRole('link', { name: 'Write' }).click()
  await expect(text(page)).toContainText('T:Sixteen Steps to the Quay')
  await notes(page).focus()
  await keys(page, 'Control+Home Enter')
  await expect(page.getByText('17 measures')).toBeVisible()
  await saved(page)
  await expect(page.getByText(/lifted/)).toBeHidden()
  await page.getByRole('link', { name: 'Fingering' }).click()
  await expect(page.getByRole('region', { name: 'Violin', exact: true })).toContainText('pinned')
})
