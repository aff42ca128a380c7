import { expect, test } from './test'
import { CHROMIUM } from './chromium'
import { awake, still } from './open'
import { pieceIn, portOf } from './origin'

/** A pupil's tablet opens the teacher's machine by its name over plain http: the browser then gives a page less than at home. */
const NAME = 'music-room.test'
test.use({
  launchOptions: {
    executablePath: CHROMIUM,
    args: ['--no-sandbox', `--host-resolver-rules=MAP ${NAME} 127.0.0.1`],
  },
})

test('over plain http by name nothing throws, and a text is copied all the same', async ({ page }, info) => {
  const trouble: string[] = []
  page.on('pageerror', (e) => trouble.push(e.message))
  // That a header for safe origins is not heeded here is the browser's own remark.
  page.on('console', (m) => m.type() === 'error' && !m.text().includes('Cross-Origin-Opener-Policy') && trouble.push(m.text()))
  const here = `http://${NAME}:${portOf(info.parallelIndex)}`
  await page.goto(here)
  await awake(page)
  expect(await page.evaluate(() => [isSecureContext, 'clipboard' in navigator, 'randomUUID' in crypto])).toEqual([false, false, false])
  await page.getByPlaceholder(/Title/).fill('Ferry')
  await page.getByRole('link', { name: 'The Ferry at Low Water' }).first().click()
  await expect(page.getByRole('complementary', { name: 'Picked note' })).toBeVisible()
  const id = pieceIn(page.url())
  await page.goto(`${here}/pieces/${id}/read`)
  await awake(page)
  await page.getByRole('tab', { name: 'Calls' }).click()
  await page.getByRole('button', { name: 'Copy' }).click()
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible()
  // What was copied can be put into a field of the page.
  const field = page.getByRole('textbox', { name: 'Go to measure' })
  await field.focus()
  await page.keyboard.press('Control+v')
  await expect(field).toHaveValue(/^The Ferry at Low Water/)
  for (const path of [`/pieces/${id}/level`, `/pieces/${id}/print`, `/pieces/${id}/write`, '/class', '/library', '/new', '/about']) {
    await page.goto(here + path)
    await expect(page.locator('main').first()).toBeVisible()
    await awake(page)
    await still(page)
  }
  expect(trouble).toEqual([])
})
