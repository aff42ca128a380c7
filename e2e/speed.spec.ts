import { expect, test } from './test'
import { tuneXml } from '../scripts/bench-tune'
import { awake, open } from './open'

/** Figures of the page itself, printed and not asserted: they are stated in the README. */

const median = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]
const ms = (x: number): string => `${x.toFixed(1)} ms`

test('a pin on a tune of 64 measures, and from the shelf to the first bench', async ({ page }) => {
  const title = 'Speed of sixty-four'
  await page.goto('/')
  await awake(page)
  await page.getByLabel('Files to add').setInputFiles({
    name: 'speed.musicxml',
    mimeType: 'application/xml',
    buffer: Buffer.from(tuneXml(64).replace(/<work-title>[^<]*</, `<work-title>${title}<`)),
  })
  await expect(page.getByRole('heading', { name: /1 added/ })).toBeVisible()
  await page.goto('/')
  await page.getByPlaceholder(/Title/).fill(title)
  const link = page.getByRole('link', { name: title }).first()
  await expect(link).toBeVisible()
  const from = Date.now()
  await link.click()
  await page.locator('[aria-label^="Notes of each seat"] svg rect').first().waitFor()
  console.log(`  from a click on the shelf to the desk's first bench: ${Date.now() - from} ms`)
  await open(page, title)
  const took = await page.evaluate(async () => {
    const rest = (wait: number) => new Promise((resolve) => setTimeout(resolve, wait))
    const press = async (key: string): Promise<[number, number]> => {
      const start = performance.now()
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
      // What the key changes is drawn before anything else is done.
      await Promise.resolve()
      const drawn = performance.now()
      document.body.getBoundingClientRect()
      return [drawn - start, performance.now() - start]
    }
    const all: [number, number][] = []
    for (let i = 0; i < 12; i++) {
      for (let n = 0; n < 5; n++) await press('ArrowRight')
      await rest(500)
      all.push(await press(i % 2 ? '1' : '4'))
      await rest(700)
    }
    return all.slice(2)
  })
  console.log(`  a pin: ${ms(median(took.map(([a]) => a)))} of script, ${ms(median(took.map(([, b]) => b)))} with layout (aim: under 16)`)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
})
