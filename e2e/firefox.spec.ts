import { existsSync } from 'node:fs'
import { expect, test } from './test'
import { launch, type Page } from 'puppeteer-core'
import { ORIGIN, pieceAt } from './origin'

/** A second engine: Debian's Firefox, driven over WebDriver BiDi (W3C). Every main screen opens in it and says nothing to the console. */
const FIREFOX = process.env.FIREFOX ?? '/usr/bin/firefox-esr'

const text = (page: Page) => page.evaluate(() => document.body.innerText)
const seen = (page: Page, wanted: RegExp) => expect.poll(() => text(page)).toMatch(wanted)

test('the main screens open in a second engine, and its console stays empty', async () => {
  test.skip(!existsSync(FIREFOX), `there is no Firefox at ${FIREFOX}`)
  test.setTimeout(150_000)
  const args = ['--width=1280', '--height=900']
  const browser = await launch({ browser: 'firefox', executablePath: FIREFOX, headless: true, defaultViewport: null, args })
  try {
    const page = await browser.newPage()
    const trouble: string[] = []
    // What was being fetched when a page is left is given up by this engine with an error of its own: nobody is there to see it.
    page.on('pageerror', (e) => !String(e).includes('NS_BINDING_ABORTED') && trouble.push(String(e)))
    page.on('console', (m) => m.type() === 'error' && trouble.push(m.text()))
    await page.goto(ORIGIN)
    await seen(page, /Bring a file/)
    const address = await page.$$eval('a[href*="/piece/"]', (all) =>
      all.find((a) => a.textContent?.includes('Lanterns on the Weir'))?.getAttribute('href'),
    )
    expect(address).toMatch(/\/piece\//)
    const at = (path: string) => page.goto(`${ORIGIN}${pieceAt(address!)}${path}`)

    await at('/fingering')
    await seen(page, /Line 1, measure \d|Line 1, the pickup|pickup/i)
    expect(await page.$$eval('[aria-label="Bench"] svg circle, [aria-label="Bench"] svg rect', (all) => all.length)).toBeGreaterThan(50)
    const awake = () => page.evaluate(() => Object.keys(document.querySelector('main') ?? {}).some((key) => key.startsWith('__reactFiber')))
    await expect.poll(awake).toBe(true)
    // What listens for keys is attached a moment later.
    const searched = () => page.evaluate(() => location.search)
    await expect.poll(async () => (await page.keyboard.press('ArrowRight'), searched())).toMatch(/m=|n=/)
    await page.keyboard.press('ArrowDown')
    await expect.poll(() => page.evaluate(() => location.search)).toMatch(/seat=viola/)

    await at('/fingering?view=score')
    await expect.poll(() => page.$$eval('.score .system svg', (all) => all.length)).toBeGreaterThan(0)
    await at('/read')
    await seen(page, /Say before you play/)
    await at('/balance')
    await seen(page, /Everyone waits|Nobody has to wait/)
    await at('/print?score=all')
    await expect.poll(() => page.$$eval('.page', (all) => all.length)).toBe(5)
    await at('/stand?seat=cello')
    await expect.poll(() => page.$$eval('.system svg', (all) => all.length)).toBeGreaterThan(0)
    await at('/write')
    await seen(page, /Reads well\./)
    await at('/history')
    await seen(page, /brought/i)
    for (const [path, says] of [
      ['/class', /Tuesday Strings|Class/],
      ['/library', /Library/],
      ['/new', /How does it start\?/],
      ['/about', /Even Seat/],
    ] as const) {
      await page.goto(`${ORIGIN}${path}`)
      await seen(page, says)
    }
    expect(trouble).toEqual([])
  } finally {
    await browser.close()
  }
})
