import { pieceAt, pieceIn } from './origin'
import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from './test'
import { awake, open } from './open'

/** The bench, which is looked at where it is all that there is: two thousand marks, the same on each step of the desk. */
const BENCH = '[aria-label="Bench"]'

/**
 * What axe finds. The engraving is one picture to the reader of a screen, its inside is left out for the sake of time;
 * so are the places of what passed, and the second page that only merges frames, of which there are none here.
 */
async function found(page: Page, within?: string, only?: string, bench = false): Promise<string[]> {
  const axe = new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'], preload: false, ...(only && { runOnly: [only] }) })
    .exclude('.score svg')
  if (!bench) axe.exclude(BENCH)
  const { violations } = await (within ? axe.include(within) : axe).analyze()
  return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`)
}

/** Goes to the other theme and back, as the button does; a colour that fades would be measured on its way. */
const dark = (page: Page, on: boolean) =>
  page.evaluate((is) => {
    document.documentElement.classList.toggle('dark', is)
    return Promise.all(document.getAnimations().flatMap((a) => (a instanceof CSSTransition ? [a.finished.catch(() => null)] : [])))
  }, on)

/** Nothing is found, in either theme: what has a name in the light has it in the dark, where the colours alone are otherwise. */
async function clean(page: Page, where: string, within?: string, bench = false): Promise<void> {
  expect(await found(page, within, undefined, bench), where).toEqual([])
  await dark(page, true)
  expect(await found(page, within, 'color-contrast', bench), `${where}, in the dark`).toEqual([])
  await dark(page, false)
}

test('what would bar somebody is found', async ({ page }) => {
  await page.goto('/about')
  await awake(page)
  await page.evaluate(() => {
    const bad = document.createElement('div')
    bad.innerHTML = '<button></button><p style="color:#999;background:#fff">hard to read</p>'
    document.querySelector('main')?.append(bad)
  })
  expect((await found(page)).map((x) => x.split(':')[0]).sort()).toEqual(['button-name', 'color-contrast'])
})

test(`no page, panel or dialog of the desk has a barrier that axe finds`, async ({ page }) => {
  test.setTimeout(300_000)
  await page.goto('/')
  await awake(page)
  await open(page, 'The Ferry at Low Water')
  const piece = pieceAt(page.url())
  await expect(page.locator(BENCH)).toBeVisible()
  await clean(page, 'map', undefined, true)
  await page.getByRole('button', { name: 'Take away', exact: true }).click()
  await expect(page.getByRole('menuitem', { name: /^MIDI/ })).toBeVisible()
  await clean(page, 'take away')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Choices', exact: true }).click()
  await expect(page.getByRole('checkbox', { name: 'bows' })).toBeVisible()
  await clean(page, 'choices')
  await page.getByRole('button', { name: 'Choices', exact: true }).click()
  await page.getByRole('button', { name: /^Bass reads/ }).click()
  await expect(page.getByRole('menuitemradio').first()).toBeVisible()
  await clean(page, 'octave')
  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toBeVisible()
  await clean(page, 'keys')
  await page.keyboard.press('Escape')
  await page.getByRole('radio', { name: 'Score' }).click()
  await expect(page.locator('.score .system').first()).toBeVisible({ timeout: 20_000 })
  await clean(page, 'score')
  await page.goto(`${piece}/read`)
  await awake(page)
  for (const tab of ['First', 'Spots', 'Form', 'Calls', 'Spacing', 'Counts', 'Key']) {
    await page.getByRole('tab', { name: tab }).click()
    // The whole page once, then what the tab brings.
    await clean(page, `read, ${tab}`, tab === 'First' ? undefined : '[aria-label="Read"]')
  }
  await page.getByRole('tab', { name: 'Calls' }).click()
  await page.getByRole('button', { name: 'Big' }).click()
  await expect(page.getByRole('dialog')).toBeVisible()
  await clean(page, 'big calls')
  await page.goto(`${piece}/balance`)
  await awake(page)
  await page.getByRole('button', { name: /^Search/ }).click()
  await expect(page.getByText('9 keys tried.')).toBeVisible({ timeout: 30_000 })
  for (const summary of ['What the figures mean', 'The same as a table', 'What is tried', 'The keys in a picture'])
    await page.getByText(summary).click()
  await page.getByRole('button', { name: 'What would be easier?' }).click()
  await expect(page.getByText('Easier, for this seat')).toBeVisible({ timeout: 15_000 })
  await clean(page, 'level')
  await page.goto(`${piece}/rehearse`)
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible({ timeout: 20_000 })
  await page.getByLabel('Ladder of tempo').check()
  await clean(page, 'rehearse')
  await page.getByRole('tab', { name: 'True strings' }).click()
  await page.getByText('What the made-up student is like').click()
  await clean(page, 'true strings', '[aria-label="Rehearsal"]')
  await page.getByRole('tab', { name: 'Lesson' }).click()
  await page.getByRole('group', { name: 'Put into the lesson' }).getByRole('button', { name: 'All of the piece' }).click()
  await page.getByRole('button', { name: 'Change All of it' }).last().click()
  await page.getByLabel('who plays').last().selectOption('only these')
  await clean(page, 'lesson', '[aria-label="Rehearsal"]')
  await page.goto(`${piece}/warm-up`)
  await expect(page.getByRole('group', { name: 'Notes of the drill' })).toBeVisible({ timeout: 20_000 })
  await clean(page, 'practise', undefined, true)
  await page.getByRole('button', { name: 'Add a drill' }).click()
  await expect(page.getByRole('dialog')).toBeVisible()
  await clean(page, 'add a drill')
})

test(`no page beside the desk has a barrier that axe finds`, async ({ page }) => {
  test.setTimeout(240_000)
  await page.goto('/')
  await awake(page)
  await clean(page, 'shelf')
  const start = page.getByRole('button', { name: 'Start my own class' })
  if (await start.isVisible()) {
    await start.click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await clean(page, 'own class')
    await page.keyboard.press('Escape')
  }
  await page.getByRole('textbox', { name: 'Search the shelf' }).fill('nothing of this name')
  await expect(page.getByText(/^Nothing on the shelf has/)).toBeVisible()
  await clean(page, 'nothing found')
  await open(page, 'Lanterns on the Weir')
  const piece = pieceAt(page.url())
  await page.goto('/tapes')
  await expect(page.getByRole('heading', { name: 'The strip' })).toBeVisible()
  await clean(page, 'tapes')
  await page.goto(`${piece}/print?score=all`)
  await expect(page.getByRole('button', { name: 'Print 5 pages' })).toBeEnabled({ timeout: 20_000 })
  await clean(page, 'hand out')
  await page.goto(`${piece}/stand?seat=bass`)
  await expect(page.locator('.system').first()).toBeVisible()
  await clean(page, 'stand')
  await page.goto(`${piece}/wall`)
  await expect(page.getByText(/^Waiting for the window/)).toBeVisible()
  await clean(page, 'wall', undefined, true)
  await page.goto(`${piece}/write`)
  await expect(page.getByText('Reads well.')).toBeVisible()
  await page.getByLabel('Key', { exact: true }).selectOption('G major')
  await expect(page.getByRole('form', { name: 'Change to G major' })).toBeVisible()
  await clean(page, 'write')
  await page.goto(`${piece}/history`)
  await clean(page, 'history')
  await page.goto(`${piece}/warm-up/print`)
  await expect(page.locator('.system').first()).toBeVisible({ timeout: 20_000 })
  await clean(page, 'warm-up on paper')
  await page.goto('/plan')
  await expect(page.getByText('How it goes')).toBeVisible({ timeout: 15_000 })
  await page.getByText('What it is made from').click()
  await page.getByText('The same as a table').first().click()
  await clean(page, 'plan')
  await page.goto('/plan/print')
  await expect(page.getByText('Name: _').first()).toBeVisible({ timeout: 15_000 })
  await clean(page, 'practice sheets')
  await page.goto('/term')
  await expect(page.getByText('Every order was weighed.')).toBeVisible({ timeout: 20_000 })
  await clean(page, 'what next')
  for (const tab of ['Begun so far', 'To pass']) {
    await page.getByRole('tab', { name: tab }).click()
    await clean(page, tab, 'main')
  }
  await page.goto(`/train?piece=${pieceIn(piece)}`)
  await awake(page)
  for (const kind of ['finger', 'staff places', 'count']) {
    await page.getByRole('combobox', { name: 'Ask' }).selectOption(kind)
    await page.getByRole('button', { name: 'Show the answers' }).click()
    await page.keyboard.press('1')
    await clean(page, `reading: ${kind}`)
  }
  await page.getByText('How it stands').click()
  await expect(page.getByRole('heading', { name: 'Teach again' }).first()).toBeVisible()
  await clean(page, 'reading: how it stands')
  for (const path of ['/new', '/class', '/library', '/about', '/line']) {
    await page.goto(path)
    await expect(page.locator('main')).toBeVisible()
    await clean(page, path)
  }
})
