import { CLASS_API, pieceIn } from './origin'
import { expect, test, type Page } from './test'
import { found } from './barriers'
import { open, reload } from './open'

const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
const settings = (page: Page) => page.getByRole('table', { name: 'Keys and octaves found, best first' })
const evenness = async (page: Page) =>
  Number(
    /: (\d+) %\. In each measure/.exec(
      (await page
        .getByText(/\d+ %\. In each measure/)
        .first()
        .textContent()) ?? '',
    )?.[1],
  )

async function level(page: Page, title: string): Promise<void> {
  await open(page, title)
  await page.getByRole('link', { name: 'Balance', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Balance' })).toBeVisible()
}
async function search(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Search/ }).click()
  await expect(page.getByText('9 keys tried.')).toBeVisible()
}

test('another key is found in a worker, taken with one touch, undone, and saved', async ({ page }) => {
  // A copy: other tests go on with the tune as it was.
  const copy = 'The Ferry at Low Water (copy)'
  await page.goto('/')
  await page.getByRole('button', { name: 'Duplicate The Ferry at Low Water', exact: true }).click()
  await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('link', { name: copy })).toBeVisible()
  await level(page, copy)
  const before = await evenness(page)
  await search(page)
  // The keys of a class that learns come first; of these the one with the least to wait for.
  await expect(settings(page).getByRole('row').nth(2)).toContainText('D major')
  // Six keys and more are seen at once, each with what is to be taught, how even and how much it is.
  for (let row = 2; row < 8; row++) {
    await expect(settings(page).getByRole('row').nth(row)).toBeInViewport()
    await expect(settings(page).getByRole('row').nth(row)).toContainText(
      /(nothing new|new things?|out of reach).*(as even as now|more even|less even)/,
    )
  }
  await page.getByRole('button', { name: 'D major', exact: true }).click()
  await expect(settings(page)).toContainText(/instead of/)
  await page.getByText('The keys as a picture').click()
  await expect(
    page
      .getByRole('img', { name: /^Keys by how hard/ })
      .locator('svg text')
      .first(),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Use D major' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Now: D major.' })).toContainText(/(more even|as even as now|less even)\./)
  await expect(page.getByText('D major (F♯ C♯)').first()).toBeVisible()
  expect(await evenness(page)).toBeGreaterThan(before)
  await expect(page.getByText('You’ve changed the piece since this search')).toBeVisible()
  await saved(page)
  await reload(page)
  await expect(page.getByText('D major (F♯ C♯)').first()).toBeVisible()
  // The notes are written anew in the new key.
  await page.getByRole('link', { name: 'Write' }).click()
  await expect(page.getByRole('textbox', { name: /abc/i })).toContainText('K:D')
  await page.getByRole('link', { name: 'Balance' }).click()
  await search(page)
  await page.getByRole('button', { name: 'Use G major' }).click()
  await expect(page.getByText('G major (F♯)').first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo this' }).click()
  await expect(page.getByText('D major (F♯ C♯)').first()).toBeVisible()
  await page.getByRole('button', { name: 'Redo' }).click()
  await saved(page)
  await page.getByRole('link', { name: 'Fingering', exact: true }).click()
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
  await page.getByRole('link', { name: 'Balance', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Balance' })).toBeVisible()
  // Right after the page is opened, and once more after a change, when nothing is known ahead.
  for (const which of ['right after opening', 'after a change']) {
    const took = timed(page)
    await search(page)
    console.log(`9 keys of 64 measures, ${which}, from the click to the last key shown: ${Math.round(await took)} ms`)
    if (which === 'after a change') continue
    await page.getByRole('button', { name: 'What would be easier?' }).click()
    await page.getByRole('button', { name: 'Rest here' }).click()
    await expect(page.getByText('You’ve changed the piece since this search')).toBeVisible()
  }
  await page.getByText('What we try').click()
  await page.getByLabel('both bass schools').check()
  await page.getByLabel('every choice of 4 or open').check()
  await page.evaluate(() => {
    const w = window as unknown as { longest: number }
    w.longest = 0
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) w.longest = Math.max(w.longest, e.duration)
    }).observe({ entryTypes: ['longtask'] })
  })
  await page.getByRole('button', { name: /^Search/ }).click()
  await expect(page.getByRole('progressbar', { name: 'Keys tried' })).toBeVisible()
  await expect(page.getByText(/^[2-8] of 9 keys tried/)).toBeVisible()
  expect(page.workers().length).toBeGreaterThan(0)
  const longest = await page.evaluate(() => (window as unknown as { longest: number }).longest)
  console.log(`longest main-thread task while searching: ${longest === 0 ? 'none above 50' : Math.round(longest)} ms`)
  // The page answers while the search runs.
  await page.keyboard.press('Control+ArrowRight')
  await expect(page.getByRole('heading', { name: 'Measure 2', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText(/^Stopped after/)).toBeVisible()
  await expect(settings(page).getByRole('row').nth(2)).toBeVisible()
  // The overview is wider than the page, and goes along to where one is.
  const cell = page.getByRole('button', { name: /^Measure 60:/ })
  await expect(cell).not.toBeInViewport()
  await page.keyboard.press('/')
  await page.getByRole('textbox', { name: 'Go to measure' }).fill('60')
  await page.keyboard.press('Enter')
  await expect(cell).toBeInViewport()
  await page.goto('/')
  await page.getByRole('button', { name: 'Delete The Long Jetty' }).click()
  await expect(page.getByRole('link', { name: 'The Long Jetty' })).toBeHidden()
})

test('a line to read is written for the class, another one with one touch, and put on the shelf as it stands', async ({ page }) => {
  await page.goto('/new')
  await page.getByRole('link', { name: 'Or get a sight-reading line' }).click()
  await expect(page).toHaveURL(/\/line$/)
  const drawing = page.getByRole('img', { name: /^Line in D major, 1, as notes$/ })
  await expect(drawing.locator('g.note').first()).toBeAttached()
  await expect(drawing.locator('g.measure')).toHaveCount(8)
  await expect(page.getByText(/^(Very even|Fairly even|A bit uneven|Uneven) for the seats\./)).toBeVisible()
  expect(await found(page)).toEqual([])
  await page.getByRole('radio', { name: '4', exact: true }).click()
  await expect(drawing.locator('g.measure')).toHaveCount(4)
  await page.getByRole('button', { name: 'Another' }).click()
  const second = page.getByRole('img', { name: /^Line in D major, 2, as notes$/ })
  await expect(second.locator('g.measure')).toHaveCount(4)
  await page.getByLabel('Key').selectOption('G major')
  await expect(page.getByRole('img', { name: /^Line in G major, 2, as notes$/ }).locator('g.measure')).toHaveCount(4)
  await page.getByRole('radio', { name: '8', exact: true }).click()
  await expect(page.getByRole('img', { name: /^Line in G major, 2, as notes$/ }).locator('g.measure')).toHaveCount(8)
  // Harder asks for more; a letter in two forms has a sign.
  const points = async () =>
    [...(await page.getByText(/% even\. Points: /).textContent())!.matchAll(/(?:violin|viola|cello|bass) (\d+)/g)].reduce(
      (sum, m) => sum + Number(m[1]),
      0,
    )
  const before = await points()
  await page.getByRole('button', { name: 'Harder' }).click()
  await expect(page.getByRole('button', { name: 'Harder' })).toBeDisabled()
  await expect.poll(points).toBeGreaterThan(before)
  await page.getByRole('button', { name: 'Add it to your pieces' }).click()
  await expect(page).toHaveURL(/\/piece\//)
  await expect(page.getByRole('heading', { name: 'Line in G major, 2' })).toBeVisible()
  // Every seat has it in what it has learned: nothing is new, nothing out of reach.
  const id = pieceIn(page.url())
  for (const seat of ['violin', 'viola', 'cello', 'bass']) {
    const reply = (await (await page.request.get(`${CLASS_API}/piece/${id}/part?seat=${seat}`)).json()) as { sheet: { problems: string[] } }
    expect(reply.sheet.problems, seat).toEqual([])
  }
})
