import { pieceAt } from './origin'
import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './test'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { open } from './open'

type Text = { text: string; x: number; y: number; size: number; width: number }

/** The PDF the browser prints, as texts on pages; sizes in points. */
async function printed(page: Page): Promise<{ width: number; height: number; texts: Text[] }[]> {
  const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true })
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false, verbosity: 0 }).promise
  const pages = []
  for (let n = 1; n <= document.numPages; n++) {
    const p = await document.getPage(n)
    const { width, height } = p.getViewport({ scale: 1 })
    const content = await p.getTextContent()
    const texts = content.items.flatMap((item): Text[] =>
      'str' in item && item.str.trim()
        ? [
            {
              text: item.str,
              x: item.transform[4] as number,
              y: item.transform[5] as number,
              size: Math.hypot(item.transform[2] as number, item.transform[3] as number),
              width: item.width,
            },
          ]
        : [],
    )
    pages.push({ width, height, texts })
  }
  return pages
}

const address = (page: Page, query: string) => `${pieceAt(page.url())}/print?${query}`

/** A piece long enough for two pages. */
const LONG = `X:1\nT:Long Way Round\nM:4/4\nL:1/4\nK:D\n${Array.from({ length: 24 }, () => 'D/E/F/G/ A/B/c/d/ | d c =c B | A F D z | E F G E |').join('\n')}]\n`

// Paper size: ISO 216 (A4, 210 × 297 mm), in points of 1/72 inch; the other one is tested where pages are written.
const [width, height] = [595.3, 841.9]
test('a part prints on A4: title, seat, numerals to read from a stand, nothing over the edge', async ({ page }) => {
  await open(page, 'Lanterns on the Weir')
  await page.goto(address(page, `seats=cello&paper=a4&marks=letters,fingers,positions`))
  await expect(page.locator('.page')).toHaveCount(1)
  const pages = await printed(page)
  expect(pages).toHaveLength(1)
  const [{ texts, ...size }] = pages
  expect(Math.abs(size.width - width)).toBeLessThan(1.5)
  expect(Math.abs(size.height - height)).toBeLessThan(1.5)
  const all = texts.map((t) => t.text).join(' ')
  for (const wanted of ['Lanterns on the Weir', 'Cello', '1 / 1']) expect(all).toContain(wanted)
  expect(all).not.toMatch(/Print|Hand out|everything/i)
  const numerals = texts.filter((t) => /^[↓↑]?[0-4]$/.test(t.text.trim()) && t.size > 8)
  expect(numerals.length).toBeGreaterThan(40)
  for (const n of numerals) expect(n.size).toBeGreaterThanOrEqual(9)
  for (const t of texts) {
    expect(t.x).toBeGreaterThan(20)
    expect(t.x + t.width).toBeLessThan(size.width - 20)
    expect(t.y).toBeGreaterThan(15)
    expect(t.y).toBeLessThan(size.height - 20)
  }
})

test('a long part breaks between systems, numbers its pages and leaves no blank one', async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Files to add').setInputFiles({ name: 'long.abc', mimeType: 'text/plain', buffer: Buffer.from(LONG) })
  await expect(page.getByRole('heading', { name: 'Long Way Round' })).toBeVisible()
  for (const paper of ['a4', 'letter']) {
    await page.goto(`${pieceAt(page.url())}/print?seats=bass&paper=${paper}&marks=letters,strings,fingers,positions`)
    await expect(page.locator('.page').first()).toBeVisible()
    const sheets = await page.locator('.page').count()
    expect(sheets).toBeGreaterThan(1)
    const pages = await printed(page)
    expect(pages).toHaveLength(sheets)
    pages.forEach((p, i) => {
      expect(p.texts.map((t) => t.text).join(' ')).toContain(`${i + 1} / ${sheets}`)
      expect(p.texts.length).toBeGreaterThan(20)
    })
  }
})

test('letters and fingers are switched in place, seats chosen, and each has as much written in as it needs', async ({ page }) => {
  await open(page, 'Two Barges')
  await page.getByRole('link', { name: 'Print & share' }).click()
  const sheet = (name: string) => page.getByLabel(`${name}, page 1 of 1`)
  for (const name of ['Violin', 'Viola', 'Cello', 'Bass']) await expect(sheet(name)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Print 4 pages' })).toBeEnabled()
  await expect(page.locator('.page .row-letter')).toHaveCount(0)
  await page.getByRole('checkbox', { name: 'letters', exact: true }).check()
  await expect(page.locator('.page .row-letter').first()).toBeAttached()
  await page.getByRole('checkbox', { name: 'fingers', exact: true }).uncheck()
  await expect(page.locator('.page .row-finger')).toHaveCount(0)
  await page.getByRole('checkbox', { name: 'fingers', exact: true }).check()

  const numbers = (name: string) => sheet(name).locator('.row-finger')
  await expect(numbers('Bass').first()).toBeAttached()
  const all = await numbers('Bass').count()
  await page.getByLabel('How much for Bass').selectOption('only where it changes')
  // While the sheet is being made there are none.
  const fewer = async () => ((n) => n > 0 && n < all)(await numbers('Bass').count())
  await expect.poll(fewer).toBe(true)
  await page.getByLabel('How much for Bass').selectOption('nothing')
  await expect(numbers('Bass')).toHaveCount(0)
  await expect(numbers('Cello').first()).toBeAttached()

  await page.getByRole('checkbox', { name: 'Viola', exact: true }).uncheck()
  await page.getByRole('checkbox', { name: 'Teacher’s score' }).check()
  await expect(sheet('Viola')).toHaveCount(0)
  await expect(sheet('Score')).toBeVisible()
  // A link to what is chosen shows the same.
  await page.reload()
  await expect(sheet('Score')).toBeVisible()
  await expect(page.getByLabel('How much for Bass')).toHaveValue('none')
  for (const name of ['Violin', 'Cello', 'Bass', 'Teacher’s score']) await page.getByRole('checkbox', { name, exact: true }).uncheck()
  await expect(page.getByText(/^Nothing chosen yet/)).toBeVisible()
})

test('the whole class is one PDF, the same sheets as on the screen', async ({ page }) => {
  await open(page, 'Lanterns on the Weir')
  await page.goto(`${pieceAt(page.url())}/print?marks=letters,fingers,positions&score=changes`)
  await expect(page.getByRole('button', { name: 'Print 5 pages' })).toBeEnabled()
  const coming = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Save as PDF' }).click()
  const file = await coming
  expect(file.suggestedFilename()).toBe('Lanterns on the Weir.pdf')
  const pdf = await getDocument({ data: new Uint8Array(readFileSync(await file.path())), verbosity: 0 }).promise
  expect(pdf.numPages).toBe(5)
  expect((await pdf.getOutline()).map((o) => o.title)).toEqual(['Violin', 'Viola', 'Cello', 'Bass', 'Score'])
})

test('every kind of sheet is looked at as it is printed, for whom it is chosen', async ({ page }) => {
  await open(page, 'Lanterns on the Weir')
  await page.goto(`${pieceAt(page.url())}/print?seats=violin,cello`)
  await page.getByRole('checkbox', { name: 'Parts', exact: true }).uncheck()
  await expect(page.getByText(/^Nothing chosen yet/)).toBeVisible()
  await page.getByRole('checkbox', { name: 'Lines to fill in' }).check()
  await page.getByRole('checkbox', { name: 'Call sheet' }).check()
  await page.getByRole('checkbox', { name: 'Practice week' }).check()
  // One of each kind for each seat, in score order; calls can be one for the class.
  await expect(page.getByLabel('Call sheet: Lanterns on the Weir, Violin, page 1')).toBeVisible()
  await page.getByLabel('Call sheet: for whom').selectOption('one for the class')
  await expect(page.getByLabel('Call sheet: Lanterns on the Weir, The class, page 1')).toBeVisible()
  await expect(page.getByLabel(/^Call sheet: .*Violin/)).toHaveCount(0)
  await expect(page.getByRole('button', { name: /^Print \d+ pages$/ })).toBeEnabled()
  const labels = await page.locator('.page').evaluateAll((all) => all.map((x) => x.getAttribute('aria-label')!.replace(/, page.*/, '')))
  const order = labels.filter((l, i) => l !== labels[i - 1]).map((l) => l.replace(/ from .*,/, ','))
  expect(order).toEqual([
    'Practice week, Violin',
    'Lines to fill in: Lanterns on the Weir, Violin',
    'Practice week, Cello',
    'Lines to fill in: Lanterns on the Weir, Cello',
    'Call sheet: Lanterns on the Weir, The class',
  ])
  // What is printed from here is what the file has: the same pages.
  const count = await page.locator('.page').count()
  const bytes = await (await page.request.get((await page.getByRole('link', { name: 'Save as PDF' }).getAttribute('href'))!)).body()
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
  expect(pdf.numPages).toBe(count)
  expect((await pdf.getOutline()).map((o) => o.title)).toEqual(['Violin', 'Violin', 'Cello', 'Cello', 'The class'])
  expect(await printed(page)).toHaveLength(count)
})

test('a part is read from a phone: broken to its width, in notes of a chosen size', async ({ page }) => {
  await open(page, 'Lanterns on the Weir')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${pieceAt(page.url())}/print`)
  await page.getByRole('link', { name: 'Cello', exact: true }).click()
  await expect(page).toHaveURL(/stand\?seat=cello/)
  const systems = page.locator('.system')
  await expect(systems.first()).toBeVisible()
  const narrow = await systems.count()
  expect(narrow).toBeGreaterThan(5)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  await page.getByRole('button', { name: 'Smaller notes' }).click()
  await expect(systems).not.toHaveCount(narrow)
  expect(await systems.count()).toBeLessThan(narrow)
  await page.setViewportSize({ width: 844, height: 390 })
  await expect.poll(() => systems.count()).toBeLessThan(narrow - 1)
  await page.getByRole('radio', { name: 'Bass' }).click()
  await expect(page.getByRole('main', { name: 'Lanterns on the Weir, Bass' })).toBeVisible()
})
