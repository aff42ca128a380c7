import { CLASS_API } from './origin'
import { expect, test } from './test'
import { ownServer } from './ownServer'

test.describe.configure({ mode: 'serial' })
// There is one plan a class, and what is recorded stays.
const HERE = ownServer(3293)

test('what is tapped is counted, can be undone, and the demonstration says what is sure', async ({ page }) => {
  await page.goto(`${HERE}/plan`)
  const today = page.getByRole('region', { name: /day, \d+ / }).first()
  await expect(today.getByRole('button', { name: /^Clean:/ }).first()).toBeVisible()
  await expect(page.getByText(/it slipped \d+ days? ago|it slipped the day before/).first()).toBeVisible()
  await expect(page.getByText(/^Sure, of 16 measures: violin \d+, viola \d+, cello \d+, bass \d+\.$/)).toBeVisible()
  await today
    .getByRole('button', { name: /^Clean:/ })
    .first()
    .click()
  await expect(today.getByText('1 clean')).toBeVisible()
  await today
    .getByRole('button', { name: /^Clean:/ })
    .first()
    .click()
  await expect(today.getByText('2 clean')).toBeVisible()
  await today
    .getByRole('button', { name: /^A slip:/ })
    .first()
    .click()
  await expect(today.getByText('2 clean, 1 slip')).toBeVisible()
  await page.getByRole('button', { name: /^Undo: .*: a slip$/ }).click()
  await expect(today.getByText('2 clean', { exact: true })).toBeVisible()
  await page.reload()
  await expect(page.getByText('2 clean', { exact: true })).toBeVisible()
  // For a seat and a student it is another tally.
  await page.getByLabel('Recorded for').selectOption('Viola')
  await page.getByLabel('student').first().fill('Nele')
  await today
    .getByRole('button', { name: /^Clean:/ })
    .first()
    .click()
  await expect(page.getByText('Nele: 1 clean, 0 slips on 1 day.')).toBeVisible()
  // A student has a row of the picture too, and the tempo that was reached is what is typed.
  await page.getByText('As a table').first().click()
  await page.getByText('As a table').last().click()
  await expect(page.getByRole('rowheader', { name: 'Nele (viola)' })).toBeVisible()
  const tempo = today.getByLabel(/^Tempo reached:/).first()
  await tempo.fill('47')
  await today
    .getByRole('button', { name: /^Clean:/ })
    .first()
    .click()
  await expect(page.getByText('Nele: 2 clean, 0 slips on 1 day.')).toBeVisible()
  const day = await page.evaluate(() => new Intl.DateTimeFormat('sv').format(new Date()))
  const kept = (await (await page.request.get(`${HERE}${CLASS_API}/plan?today=${day}`)).json()) as {
    records: { tempo: number; student: string }[]
  }
  expect(kept.records[0]).toMatchObject({ student: 'Nele', tempo: 47 })
})

test('a task is moved to another day, by list and by dragging, and the rest is planned around it', async ({ page }) => {
  await page.goto(`${HERE}/plan`)
  const days = page.getByRole('region', { name: /day, \d+ / })
  await expect(days.nth(2)).toBeVisible()
  const from = days.nth(1)
  const select = from.getByRole('combobox').first()
  const name = (await select.getAttribute('aria-label'))!
  const there = (await days.nth(2).getAttribute('aria-label'))!
  const value = await select.locator('option').nth(2).getAttribute('value')
  await select.selectOption(value)
  await expect(page.getByRole('region', { name: there }).getByRole('combobox', { name, exact: true })).toBeVisible()

  const task = days.nth(1).getByRole('listitem').first()
  const text = (await task.innerText()).split('\n').find((t) => t.includes(' of '))!
  const grip = (await task.locator('span[aria-hidden]').first().boundingBox())!
  const target = page.getByRole('region', { name: there })
  await target.scrollIntoViewIfNeeded()
  const grip2 = (await task.locator('span[aria-hidden]').first().boundingBox()) ?? grip
  const box = (await target.boundingBox())!
  await page.mouse.move(grip2.x + 6, grip2.y + 6)
  await page.mouse.down()
  await page.mouse.move(grip2.x + 10, grip2.y + 30, { steps: 4 })
  await page.mouse.move(box.x + 60, Math.min(box.y + 40, 780), { steps: 12 })
  await page.mouse.up()
  const short = text.replace(/ again on .*/, '').replace(/, (new|joined).*/, '')
  await expect(target.getByText(short).first()).toBeVisible()
})

test('tries at a shift are logged, and a tendency is said only when there is one', async ({ page }) => {
  await page.goto(`${HERE}/plan`)
  const log = page.getByRole('region', { name: 'How shifts land' })
  await expect(log.getByText('Up to IV on A: sharp, about +18 cents, after 10 tries. Aim lower.')).toBeVisible()
  await log.getByLabel('student').fill('Nele')
  for (let i = 0; i < 2; i++) {
    await log.getByRole('button', { name: 'Flat' }).click()
    await expect(log.getByText(`Nele: Up to IV on A: too early to tell after ${i + 1} ${i ? 'tries' : 'try'}. We need 9.`)).toBeVisible()
  }
})

test('a plan is made for other pieces, says what does not fit, and is taken away as a table, a calendar and on paper', async ({ page }) => {
  await page.goto(`${HERE}/plan`)
  await page.getByText('What goes in').click()
  const form = page.getByRole('region', { name: 'What goes into the plan' })
  await form.getByLabel('The Ferry at Low Water').uncheck()
  await form.getByLabel('Two Barges').uncheck()
  await form.getByRole('button', { name: 'Make a new plan' }).click()
  await expect(form.getByRole('alert')).toHaveText('Choose at least one piece.')
  await form.getByLabel('Snow on the Signal Box').check()
  await form.getByLabel('minutes a day').fill('1')
  await form.getByRole('button', { name: 'Make a new plan' }).click()
  await expect(page.getByText(/This would fit: .*minutes a day/)).toBeVisible()
  await page.getByRole('button', { name: 'Would an easier key fit?' }).click()
  await expect(page.getByText(/^(It would fit with|It doesn’t fit in any|No other key)/)).toBeVisible()
  await form.getByLabel('minutes a day').fill('15')
  await form.getByRole('button', { name: 'Make a new plan' }).click()
  await expect(page.getByText(/This would fit/)).toHaveCount(0)
  for (const [name, file] of [
    ['CSV', 'practice-plan.csv'],
    ['Calendar', 'practice-plan.ics'],
  ] as const) {
    const download = page.waitForEvent('download')
    await page.getByRole('link', { name }).click()
    expect((await download).suggestedFilename()).toBe(file)
  }
  await page.getByRole('link', { name: 'Practice sheets' }).click()
  await expect(page.getByText('Name: _').first()).toBeVisible()
  await expect(page.getByText('☐ ☐ ☐').first()).toBeVisible()
  // A stack for every seat, each week with its name.
  const weeks = page.locator('.plan-week')
  const one = await weeks.count()
  await page.getByLabel('Whose sheets').selectOption('one for each seat')
  for (const seat of ['Violin', 'Viola', 'Cello', 'Bass']) await expect(weeks.filter({ hasText: `${seat} · Name: _` })).toHaveCount(one)
  await expect(page.getByRole('button', { name: `Print ${await weeks.count()} sheets` })).toBeVisible()
  await page.getByLabel('Whose sheets').selectOption('Cello')
  await expect(weeks.filter({ hasText: 'Cello · Name: _' })).toHaveCount(one)
  await expect(weeks).toHaveCount(one)
})

test('what was changed in another window is not overwritten unseen', async ({ page, request }) => {
  await page.goto(`${HERE}/plan`)
  await page.getByText('What goes in').click()
  const now = (await (await request.get(`${HERE}${CLASS_API}/plan?today=2026-03-02`)).json()) as { version: number; settings: object }
  const other = await request.put(`${HERE}${CLASS_API}/plan`, {
    data: { base: now.version, settings: { ...now.settings, minutes: 33 } },
    headers: { origin: HERE },
  })
  expect(other.status()).toBe(200)
  await page.getByLabel('minutes a day').fill('7')
  await page.getByRole('button', { name: 'Make a new plan' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'changed in another window' })).toBeVisible()
  const stands = (await (await request.get(`${HERE}${CLASS_API}/plan?today=2026-03-02`)).json()) as { settings: { minutes: number } }
  expect(stands.settings.minutes).toBe(33)
})
