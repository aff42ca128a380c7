import { CLASS_API, pieceIn } from './origin'
import { expect, test, type Page } from './test'
import { found } from './barriers'
import { open, reload } from './open'

const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
const settings = (page: Page) => page.getByRole('table', { name: 'Settings found, best first' })
const evenness = async (page: Page) =>
  Number(
    /Evenness (\d+) %/.exec(
      (await page
        .getByText(/Evenness \d+ %\./)
        .first()
        .textContent()) ?? '',
    )?.[1],
  )

async function level(page: Page, title: string): Promise<void> {
  await open(page, title)
  await page.getByRole('link', { name: 'Level', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Level' })).toBeVisible()
}
async function search(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Search/ }).click()
  await expect(page.getByText('9 keys tried.')).toBeVisible({ timeout: 30_000 })
}

test('load by measure and seat, opened down to the note, with a table beside the drawing', async ({ page }) => {
  await level(page, 'The Ferry at Low Water')
  await expect(page.getByRole('heading', { name: /^Everyone waits for the bass in .*1\.3/ })).toBeVisible()
  await expect(page.getByText(/^Bass has most to do, \d+ points; violin least, \d+\./)).toBeVisible()
  await page.getByRole('button', { name: '1.3 (bass)', exact: true }).click()
  const bass = page.getByRole('region', { name: 'Bass', exact: true })
  await expect(page.getByRole('heading', { name: 'Line 1, measure 3', exact: true })).toBeVisible()
  await expect(bass).toContainText('E4')
  await expect(bass).toContainText('new for this class')
  await page.getByText('The same as a table').click()
  const table = page.getByRole('table', { name: 'Load by measure and seat, in points' })
  await expect(table.getByRole('row')).toHaveCount(17)
  // The drawing says what the table says; a cell of it is picked by a click.
  const cells = page.getByRole('img', { name: /^Load by measure and seat/ }).locator('svg text')
  const inTable = (await table.getByRole('row').nth(3).getByRole('cell').allTextContents()).filter((t) => t !== '0')
  const drawn = await cells.allTextContents()
  for (const n of inTable) expect(drawn).toContain(n)
  await cells.getByText(inTable[0], { exact: true }).first().click()
  await expect(page.getByRole('complementary', { name: 'Load of the measure' })).toBeVisible()
})

test('another key is found in a worker, taken with one touch, undone, and saved', async ({ page }) => {
  // A copy: other tests go on with the tune as it was.
  const copy = 'The Ferry at Low Water (copy)'
  await page.goto('/')
  await page.getByRole('button', { name: 'Duplicate The Ferry at Low Water', exact: true }).click()
  await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('link', { name: copy })).toBeVisible()
  await level(page, copy)
  const before = await evenness(page)
  await search(page)
  await expect(settings(page).getByRole('row').nth(2)).toContainText('C major')
  // Six keys and more are seen at once, each with what is to be taught, how even and how much it is.
  for (let row = 2; row < 8; row++) {
    await expect(settings(page).getByRole('row').nth(row)).toBeInViewport()
    await expect(settings(page).getByRole('row').nth(row)).toContainText(/(nothing new|new things?|out of reach).*\d+ % even.*\d+ points?/)
  }
  await page.getByRole('button', { name: 'C major', exact: true }).click()
  await expect(settings(page)).toContainText(/\d+ shifts instead of \d+/)
  await page.getByText('The keys in a picture').click()
  await expect(
    page
      .getByRole('img', { name: /^Keys by load/ })
      .locator('svg text')
      .first(),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Take D major' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'D major is taken.' })).toContainText(
    /Evenness \d+ % → \d+ %, points \d+ → \d+\./,
  )
  await expect(page.getByText('D major (F♯ C♯)').first()).toBeVisible()
  expect(await evenness(page)).toBeGreaterThan(before)
  await expect(page.getByText('The piece has been changed since this search')).toBeVisible()
  await saved(page)
  await reload(page)
  await expect(page.getByText('D major (F♯ C♯)').first()).toBeVisible()
  // The notes are written anew in the new key.
  await page.getByRole('link', { name: 'Write' }).click()
  await expect(page.getByRole('textbox', { name: /abc/i })).toContainText('K:D')
  await page.getByRole('link', { name: 'Level' }).click()
  await search(page)
  await page.getByRole('button', { name: 'Take G major' }).click()
  await expect(page.getByText('G major (F♯)').first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('D major (F♯ C♯)').first()).toBeVisible()
  await page.getByRole('button', { name: 'Redo' }).click()
  await saved(page)
  await page.getByRole('link', { name: 'Map', exact: true }).click()
  for (const seat of ['Violin', 'Viola', 'Cello', 'Bass']) await expect(page.getByRole('region', { name: seat, exact: true })).toBeVisible()
  await page.goto('/')
  await page.getByRole('button', { name: `Delete ${copy}` }).click()
  await expect(page.getByRole('button', { name: `Delete ${copy}` })).toBeHidden()
})

/** Milliseconds in the page from the next click to the status that says the search is done. */
const timed = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        let from = 0
        document.addEventListener('click', () => (from = performance.now()), { once: true, capture: true })
        const observer = new MutationObserver(() => {
          const done = [...document.querySelectorAll('[role=status]')].some((e) => e.textContent === '9 keys tried.')
          if (from === 0 || !done) return
          observer.disconnect()
          resolve(performance.now() - from)
        })
        observer.observe(document.body, { subtree: true, childList: true, characterData: true })
      }),
  )

test('a long search leaves the page free, and ends when it is cancelled', async ({ page }) => {
  // Sixty-four measures, then with every rule and both schools.
  const measure = (i: number) => ['G A B c', 'd B G2', 'e d c B', 'A F D2', 'G/A/B/c/ d B', 'c e d2'][i % 6]
  const body = Array.from({ length: 64 }, (_, i) => measure(i * 5 + (i >> 3))).join(' | ')
  await page.goto('/')
  await page.getByLabel('Files to add').setInputFiles({
    name: 'long.abc',
    mimeType: 'text/plain',
    buffer: Buffer.from(`X:1\nT:The Long Jetty\nM:4/4\nL:1/4\nK:G\n${body} |]\n`),
  })
  // A file brought alone opens on its desk.
  await expect(page.getByRole('heading', { name: 'The Long Jetty' })).toBeVisible()
  await page.getByRole('link', { name: 'Level', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Level' })).toBeVisible()
  // Right after the page is opened, and once more after a change, when nothing is known ahead.
  for (const which of ['right after opening', 'after a change']) {
    const took = timed(page)
    await search(page)
    console.log(`9 keys of 64 measures, ${which}, from the click to the last key shown: ${Math.round(await took)} ms`)
    if (which === 'after a change') continue
    await page.getByRole('button', { name: 'What would be easier?' }).click()
    await page.getByRole('button', { name: 'Rest here' }).click()
    await expect(page.getByText('The piece has been changed since this search')).toBeVisible()
  }
  await page.getByText('What is tried').click()
  await page.getByLabel('both bass schools').check()
  await page.getByLabel('every rule for 4 or open').check()
  await page.evaluate(() => {
    const w = window as unknown as { longest: number }
    w.longest = 0
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) w.longest = Math.max(w.longest, e.duration)
    }).observe({ entryTypes: ['longtask'] })
  })
  await page.getByRole('button', { name: /^Search/ }).click()
  await expect(page.getByRole('progressbar', { name: 'Keys tried' })).toBeVisible()
  await expect(page.getByText(/^[2-8] of 9 keys tried/)).toBeVisible({ timeout: 30_000 })
  expect(page.workers().length).toBeGreaterThan(0)
  const longest = await page.evaluate(() => (window as unknown as { longest: number }).longest)
  console.log(`longest main-thread task while searching: ${longest === 0 ? 'none above 50' : Math.round(longest)} ms`)
  // The page answers while the search runs.
  await page.keyboard.press('Control+ArrowRight')
  await expect(page.getByRole('heading', { name: 'Measure 2', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText(/^Cancelled after/)).toBeVisible()
  await expect(settings(page).getByRole('row').nth(2)).toBeVisible()
  // The overview is wider than the page, and goes along to where one is.
  const cell = page.getByRole('button', { name: /^Measure 60: load/ })
  await expect(cell).not.toBeInViewport()
  await page.keyboard.press('/')
  await page.getByRole('textbox', { name: 'Go to measure' }).fill('60')
  await page.keyboard.press('Enter')
  await expect(cell).toBeInViewport()
  await page.goto('/')
  await page.getByRole('button', { name: 'Delete The Long Jetty' }).click()
  await expect(page.getByRole('link', { name: 'The Long Jetty' })).toBeHidden()
})

test('what would be easier is weighed for the class, taken, and given back', async ({ page }) => {
  await level(page, 'The Ferry at Low Water')
  await page.getByRole('button', { name: '2.3 (bass)', exact: true }).click()
  const bass = page.getByRole('region', { name: 'Bass', exact: true })
  await bass.getByRole('button', { name: 'What would be easier?' }).click()
  await expect(bass.getByText('Easier, for this seat')).toBeVisible({ timeout: 15_000 })
  await expect(bass).toContainText(/Seat \d+ → \d+ points, class \d+ % → \d+ % even/)
  const before = await evenness(page)
  await bass.getByRole('button', { name: 'Rest here' }).click()
  await expect(bass).toContainText('0 points')
  expect(await evenness(page)).not.toBe(before)
  await page.getByRole('link', { name: 'Map', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Bass', exact: true })).toContainText('In place of what is written: a rest')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('region', { name: 'Bass', exact: true })).not.toContainText('In place of')
  await saved(page)
})

test('a second line is made for a seat, taken into the piece, read by it alone, printed, and given back', async ({ page }) => {
  await open(page, 'Two Barges')
  await page.getByRole('link', { name: 'Level', exact: true }).click()
  const second = page.getByRole('region', { name: 'A second line' })
  await second.getByLabel('Second line for').selectOption('Bass')
  await second.getByRole('button', { name: 'Make lines' }).click()
  await expect(second.getByRole('listitem').first()).toBeVisible()
  const now = Number(/has ([\d.]+) points? to do/.exec((await second.textContent())!)![1])
  await expect(second.getByRole('button', { name: /^Take / })).toHaveCount(5)
  await second.getByText('The chords of the tune').click()
  await expect(second.getByRole('listitem').filter({ hasText: /^1 G$/ })).toBeVisible()
  const rhythm = second.getByRole('listitem').filter({ hasText: 'Rhythm on one note' })
  await expect(rhythm).toContainText('The rhythm of the tune on one note, open strings only, 0 shifts.')
  const load = Number(/(\d+) points?$/.exec((await rhythm.textContent())!)![1])
  expect(load).toBeLessThan(now)
  expect(await found(page, { within: '[aria-labelledby="second-line"]' })).toEqual([])
  await rhythm.getByRole('button', { name: 'Take rhythm on one note for the bass' }).click()
  // The lines were made for what stood before: they are asked for anew.
  await expect(second.getByRole('button', { name: /^Take / })).toHaveCount(0)
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
  // The bass plays open strings; the others what they did.
  await second.getByRole('button', { name: 'Make lines' }).click()
  await expect(second).toContainText(`As it stands the bass has ${load === 1 ? '1 point' : `${load} points`} to do.`)
  const id = pieceIn(page.url())
  const fingers = async (seat: string) => {
    const reply = (await (await page.request.get(`${CLASS_API}/piece/${id}/part?seat=${seat}&marks=fingers`)).json()) as {
      sheet: { pages: string[] }
    }
    const row = /class="verse row-finger"><g class="syl"><text [^>]*>(?:<tspan[^>]*>)*([^<]*)/g
    return [...reply.sheet.pages.join('').matchAll(row)].map(([, text]) => text)
  }
  expect(new Set(await fingers('bass'))).toEqual(new Set(['0']))
  expect(new Set(await fingers('violin')).size).toBeGreaterThan(2)
  // Given back with one key: the tune for all again.
  await page.keyboard.press('Control+z')
  await expect(page.getByText('Undone: Bass: a second line, rhythm on one note').first()).toBeVisible()
  await saved(page)
  await expect.poll(async () => new Set(await fingers('bass')).size).toBeGreaterThan(2)
})

test('two lines are laid beside each other: what rubs is said, who could play which, and both are heard and kept', async ({ page }) => {
  await open(page, 'Two Barges')
  await page.getByRole('link', { name: 'Level', exact: true }).click()
  const fits = page.getByRole('region', { name: 'Do two lines fit?' })
  await fits.getByRole('button', { name: 'Look' }).click()
  await expect(fits).toContainText('They nearly fit: of 18 places where both sound, 15 are at rest')
  await expect(fits.getByText('Measure 5, beat 3: C against F♯, a tritone on a strong beat.')).toBeVisible()
  await expect(fits.getByText(/^Bass: both, \d+ and \d+ points\.$/)).toBeVisible()
  expect(await found(page, { within: '[aria-labelledby="fits"]' })).toEqual([])
  await fits.getByRole('button', { name: 'Hear both' }).click()
  await fits.getByRole('button', { name: 'Stop' }).click()
  // Another piece of the shelf, in another meter.
  await fits.getByLabel('The other line').focus()
  await expect(fits.getByRole('option', { name: 'Two Bells and a Gate' })).toBeAttached()
  await fits.getByLabel('The other line').selectOption('Two Bells and a Gate')
  await expect(fits.getByText('They nearly fit')).toHaveCount(0)
  await fits.getByRole('button', { name: 'Look' }).click()
  await expect(fits.getByText(/^They do not come together: in measure \d+ 4\/4 goes against 3\/4\.$/)).toBeVisible()
  // Itself, two measures later.
  await fits.getByLabel('The other line').selectOption('round 2')
  await fits.getByRole('button', { name: 'Look' }).click()
  await expect(fits.getByText(/^The second enters 2 measures later, 4\/4, in G major\./)).toBeVisible()
})

test('a line to read is written for the class, another one with one touch, and put on the shelf as it stands', async ({ page }) => {
  await page.goto('/new')
  await page.getByRole('link', { name: 'Or have a line to read written' }).click()
  await expect(page).toHaveURL(/\/line$/)
  const drawing = page.getByRole('img', { name: /^Line in D major, 1, as notes$/ })
  await expect(drawing.locator('g.note').first()).toBeAttached({ timeout: 20_000 })
  await expect(drawing.locator('g.measure')).toHaveCount(8)
  await expect(page.getByText(/^Evenness \d+ %\. Points: violin \d+, viola \d+, cello \d+ and bass \d+\.$/)).toBeVisible()
  expect(await found(page)).toEqual([])
  await page.getByRole('radio', { name: '4', exact: true }).click()
  await expect(drawing.locator('g.measure')).toHaveCount(4)
  await page.getByRole('button', { name: 'Another' }).click()
  const second = page.getByRole('img', { name: /^Line in D major, 2, as notes$/ })
  await expect(second.locator('g.measure')).toHaveCount(4)
  await page.getByLabel('Key').selectOption('G major')
  await expect(page.getByRole('img', { name: /^Line in G major, 2, as notes$/ }).locator('g.measure')).toHaveCount(4)
  // Harder asks for more; a letter in two forms has a sign.
  const points = async () => Number(/violin (\d+)/.exec((await page.getByText(/^Evenness /).textContent())!)![1])
  const before = await points()
  await page.getByRole('button', { name: 'Harder' }).click()
  await expect(page.getByRole('button', { name: 'Harder' })).toBeDisabled()
  await expect.poll(points).toBeGreaterThan(before)
  await page.getByRole('button', { name: 'Put it on the shelf and map it' }).click()
  await expect(page).toHaveURL(/\/piece\//)
  await expect(page.getByRole('heading', { name: 'Line in G major, 2' })).toBeVisible()
  // Every seat has it in what it has learned: nothing is new, nothing out of reach.
  const id = pieceIn(page.url())
  for (const seat of ['violin', 'viola', 'cello', 'bass']) {
    const reply = (await (await page.request.get(`${CLASS_API}/piece/${id}/part?seat=${seat}`)).json()) as { sheet: { problems: string[] } }
    expect(reply.sheet.problems, seat).toEqual([])
  }
})
