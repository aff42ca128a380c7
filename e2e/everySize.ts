import { expect, type Page } from './test'
import { still } from './open'

/** The sizes that the screens are made for: a desk, a small laptop, a page at twice its size. */
const BY_MOUSE = [
  { width: 1920, height: 1080 },
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 640, height: 400 },
]
/** A tablet upright, a phone. */
const BY_TOUCH = [
  { width: 820, height: 1180 },
  { width: 390, height: 844 },
]

/** What is pressed by a finger and smaller than 44 px in a direction (WCAG 2.2, 2.5.5); links in a line of text are exempt there too. */
const small = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('button, select, summary, a, [role=radio], label:has(> [type=radio]), [role=tab]')].flatMap(
      (el) => {
        const r = el.getBoundingClientRect()
        const style = getComputedStyle(el)
        const inText = el.tagName === 'A' && style.display === 'inline'
        const inNotes = el.closest('[aria-label="Bench"], .page, .system') !== null
        if (r.width === 0 || r.height === 0 || style.visibility === 'hidden' || inText || inNotes) return []
        return r.height < 43.5 || r.width < 26
          ? [`${el.textContent?.trim().slice(0, 30) || el.getAttribute('aria-label')}: ${Math.round(r.width)}×${Math.round(r.height)}`]
          : []
      },
    ),
  )

type Asked = {
  /** A finger hits everything. */
  readonly touched?: boolean
  /** Beside the music there is room: the page stands still, what is longer scrolls in its place. */
  readonly stands?: boolean
  /** The bar of a step of the work is one row where there is room for it. */
  readonly barred?: boolean
}

/** The page that stands is looked at in each of the sizes, by mouse and by touch, and is left as it was: nothing but the music goes sideways. */
export async function everySize(page: Page, path: string, { touched = false, stands = false, barred = false }: Asked = {}): Promise<void> {
  const before = page.viewportSize()!
  const at = async (size: { width: number; height: number }, by: string) => {
    await still(page)
    const where = `${path} at ${size.width} by ${by}`
    expect(await page.evaluate(() => document.documentElement.scrollWidth), where).toBeLessThanOrEqual(size.width)
    return where
  }
  for (const size of BY_MOUSE) {
    await page.setViewportSize(size)
    const where = await at(size, 'mouse')
    if (size.width < 1024) continue
    if (stands) expect(await page.evaluate(() => document.documentElement.scrollHeight), where).toBeLessThanOrEqual(size.height)
    if (barred) expect((await page.locator('.bar').first().boundingBox())!.height, `the bar of ${where} is one row`).toBeLessThan(62)
  }
  // As a phone and a tablet give themselves out: by a finger, on a screen that is as wide as the page says.
  const device = await page.context().newCDPSession(page)
  await device.send('Emulation.setTouchEmulationEnabled', { enabled: true })
  for (const size of BY_TOUCH) {
    await device.send('Emulation.setDeviceMetricsOverride', { ...size, deviceScaleFactor: 1, mobile: true })
    expect(await page.evaluate(() => [matchMedia('(pointer: coarse)').matches, innerWidth]), path).toEqual([true, size.width])
    const where = await at(size, 'touch')
    if (touched) expect(await small(page), where).toEqual([])
  }
  await device.send('Emulation.setTouchEmulationEnabled', { enabled: false })
  await device.send('Emulation.clearDeviceMetricsOverride')
  await device.detach()
  // Another size than the one it was last told, so that it is really set.
  await page.setViewportSize({ ...before, height: before.height + 1 })
  await page.setViewportSize(before)
}
