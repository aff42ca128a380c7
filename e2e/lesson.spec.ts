import { CLASS_API, pieceIn } from './origin'
import { expect, test, type Page } from './test'
import { moveDown, open } from './open'

const now = (page: Page) => page.getByRole('group', { name: 'Now' })
const lesson = (page: Page) => page.getByRole('tabpanel', { name: 'Lesson' })
const rows = (page: Page) => lesson(page).getByRole('listitem')

async function atLesson(page: Page, title: string): Promise<void> {
  await open(page, title)
  await page.keyboard.press('y')
  await page.getByRole('tab', { name: 'Lesson' }).click()
  await expect(lesson(page)).toBeVisible()
}

test('a lesson is made of the warm-up, changed, moved with the keys, and undone', async ({ page }) => {
  await atLesson(page, 'Copper Kettle March')
  await expect(lesson(page).getByText(/^Nothing here yet/)).toBeVisible()
  await lesson(page).getByRole('button', { name: 'From the warm-up and the plan' }).click()
  await expect(rows(page).first()).toContainText('Tune')
  await expect(rows(page).last()).toContainText('The whole piece')
  await expect(lesson(page).getByText(/^\d+ of 30 minutes\.$/)).toBeVisible()
  // A step that takes ten minutes more is ten minutes more.
  const minutes = async () =>
    Number(
      /^(\d+) of/.exec(
        (await lesson(page)
          .getByText(/^\d+ of 30 minutes\.$/)
          .textContent()) ?? '',
      )?.[1],
    )
  const before = await minutes()
  await lesson(page).getByRole('button', { name: 'Change Tune' }).click()
  await lesson(page).getByLabel('How long, in seconds').fill('690')
  await expect.poll(minutes).toBe(before + 10)
  await lesson(page).getByLabel('Lesson length in minutes').fill(`${before}`)
  await expect(lesson(page).getByText(`${before + 10} minutes, 10 minutes too long.`)).toBeVisible()
  // Moved with the keys: below the row after it.
  const second = (await rows(page).nth(1).getByRole('button', { name: /^Move/ }).getAttribute('aria-label'))!
  await lesson(page).getByRole('button', { name: 'Move Tune' }).focus()
  await moveDown(page)
  await expect(rows(page).first().getByRole('button', { name: /^Move/ })).toHaveAttribute('aria-label', second)
  const many = await rows(page).count()
  await lesson(page).getByRole('button', { name: 'Take Tune out' }).click()
  await expect(rows(page)).toHaveCount(many - 1)
  await page.keyboard.press('Control+z')
  await expect(rows(page)).toHaveCount(many)
  // It is kept with the piece.
  await expect(page.getByText('saved', { exact: false }).first()).toBeVisible()
  await page.reload()
  await page.getByRole('tab', { name: 'Lesson' }).click()
  await expect(rows(page)).toHaveCount(many)
})

test('it runs by itself: a step, a passage that seats take in turn, what comes next on the wall, and what was done is recorded', async ({
  page,
}) => {
  await atLesson(page, 'Two Barges')
  await page.keyboard.press('Shift+ArrowRight')
  const put = lesson(page).getByRole('group', { name: 'Add to the lesson' })
  await put.getByLabel('Add a step without notes').selectOption('Find the first note, without a sound')
  await put.getByRole('button', { name: /^Measure/ }).click()
  await lesson(page)
    .getByRole('button', { name: /^Change Measure/ })
    .click()
  const about = lesson(page).getByRole('group', { name: /^About Measure/ })
  await about.getByLabel('Tempo, in percent').fill('150')
  await about.getByLabel('Rest afterwards').fill('2')
  await about.getByLabel('who plays').selectOption('only these')
  await about.getByRole('checkbox', { name: 'Viola' }).check()
  await about.getByRole('checkbox', { name: 'Violin' }).uncheck()
  await about.getByLabel('the class').selectOption('Pluck')
  await about.getByRole('button', { name: 'Once more' }).click()
  await expect(rows(page)).toHaveCount(3)
  await expect(rows(page).nth(2)).toContainText('pluck, ♩ = ')
  await expect(rows(page).nth(2)).toContainText('viola')
  const wall = await page.context().newPage()
  await wall.goto(page.url().replace(/rehearse.*/, 'wall'))
  await expect(wall.getByText('Following the Rehearse window.')).toBeVisible()
  await page.bringToFront()

  const began = Date.now()
  await lesson(page).getByRole('button', { name: 'Run it' }).click()
  await expect(now(page).getByText('Find the first note, without a sound')).toBeVisible()
  await expect(now(page).getByText('Next: viola, measures 1 and 2.', { exact: false })).toBeVisible()
  await expect(wall.getByText('30 minutes left')).toBeVisible()
  await expect(wall.getByText('Find the first note, without a sound')).toBeVisible()
  await page.mouse.move(4, 4)
  await page.getByRole('group', { name: /^Notes of each seat/ }).focus()
  await page.keyboard.press('Space')
  await expect(now(page).getByText('Bows ready')).toBeVisible()
  await expect(now(page).getByText(/^Viola, ♩ = /)).toBeVisible()
  await expect(now(page).getByText('Next: viola, measures 1 and 2')).toBeVisible()
  await expect(wall.getByText('Viola.', { exact: false }).first()).toBeVisible()
  await page.keyboard.press('c')
  await expect(lesson(page).getByText('This row: 1 clean.')).toBeVisible()
  // It rests, and says what comes; then goes on by itself.
  await expect(now(page).getByText('Next: viola, measures 1 and 2', { exact: true })).toBeVisible()
  await expect(wall.getByText('Next: viola, measures 1 and 2', { exact: true })).toBeVisible()
  await expect(now(page).getByText('Bows ready')).toBeVisible()
  // Stopped in the middle, it waits and comes again.
  await page.keyboard.press('PageDown')
  await expect(now(page).getByText('Again: viola, measures 1 and 2')).toBeVisible()
  await page.keyboard.press('PageDown')
  await expect(now(page).getByText('That was all of it')).toBeVisible()
  await expect(rows(page).nth(1)).toContainText('done')
  await expect(lesson(page).getByRole('alert')).toHaveCount(0)

  const id = pieceIn(page.url())
  const today = await page.evaluate(() => new Date().toLocaleDateString('sv'))
  // What was played is sent while the page goes on: it may arrive a moment later.
  const own = async () => {
    const kept = await page.request.get(`${CLASS_API}/plan?today=${today}`)
    const { records } = (await kept.json()) as {
      records: { piece: string; target: string; clean: number; minutes: number; at: number }[]
    }
    return records.filter((r) => r.piece === id && r.target === '0-1' && r.at >= began)
  }
  await expect.poll(async () => (await own()).map((r) => r.clean).sort()).toEqual([0, 0, 1])
  expect((await own()).filter((r) => r.minutes > 0).length).toBeGreaterThan(0)
})

test('a warm-up goes into the lesson and plays as a whole: its drill stands on the bench, row by row by hand', async ({ page }) => {
  await open(page, 'Two Bells and a Gate')
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'Add to the lesson' }).click()
  await expect(page).toHaveURL(/\/rehearse/)
  await expect(rows(page).first()).toContainText('♩ = ')
  await lesson(page).getByLabel('One after the other').check()
  await lesson(page).getByRole('button', { name: 'Run it' }).click()
  await expect(page.getByRole('group', { name: /^Notes of the drill/ })).toBeVisible()
  await expect(now(page).getByText('Bows ready')).toBeVisible()
  await page.keyboard.press('Control+ArrowRight')
  await expect(rows(page).nth(1)).toContainText('now')
  await page.getByRole('button', { name: 'End' }).click()
  await expect(page.getByRole('group', { name: /^Notes of each seat/ })).toBeVisible()
})
