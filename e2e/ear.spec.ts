import { expect, test, type Page } from './test'
import { open } from './open'

const ear = (page: Page) => page.getByRole('region', { name: 'Tuner' })

async function listening(page: Page): Promise<void> {
  await open(page, 'Two Barges')
  await page.keyboard.press('y')
  await page.getByRole('tab', { name: 'Tuner' }).click()
  await expect(ear(page)).toBeVisible()
}

test('a made-up student plays an open string and is sharp; the picked note says how it is tested', async ({ page }) => {
  await listening(page)
  await expect(ear(page).getByText(/^Violin: .* Hz\./)).toBeVisible()
  await ear(page).getByRole('button', { name: 'Open A' }).click()
  await expect(ear(page).getByText('Violin: open A, 440.0 Hz.')).toBeVisible()
  await ear(page).getByRole('button', { name: 'Made-up student' }).click()
  await expect(ear(page).getByRole('status')).toHaveText(/^Made-up student\. (Sharp by \d+ cents\. Lower it|In tune \(\+\d cents\))\.$/)
  await ear(page).getByRole('button', { name: 'Hear it' }).click()
  await expect(ear(page).getByRole('button', { name: 'Stop the tone' })).toBeVisible()
  await ear(page).getByRole('button', { name: 'Stop the tone' }).click()
})

test('with eyes shut a try at a shift is shown after the note, and goes into the log of aims', async ({ page }) => {
  await open(page, 'The Ferry at Low Water')
  await page.keyboard.press('y')
  const bench = page.getByRole('region', { name: 'Bench' })
  await expect(bench).toBeVisible()
  await bench.getByRole('button', { name: 'Bass', exact: true }).click()
  // The bass shifts to the D of measure 1.
  await page.getByRole('tab', { name: 'Tuner' }).click()
  await page.getByRole('group', { name: /^Notes of each seat/ }).focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await expect(ear(page).getByText(/^A shift lands here: up from I to III on G\.$/)).toBeVisible()
  await ear(page).getByLabel('Ears only: show it after the note').check()
  await ear(page).getByRole('button', { name: 'Made-up student' }).click()
  await expect(ear(page).getByText('Listening …')).toBeVisible()
  const log = ear(page).getByRole('button', { name: 'Log this try' })
  await expect(log).toBeEnabled()
  await log.click()
  await expect(ear(page).getByText(/^Logged: (sharp|true|flat), -?[\d.]+ cents\.$/)).toBeVisible()
})

test('the microphone is read against the note that is meant; a wrong note is no pitch', async ({ page }) => {
  // A microphone into which somebody plays A, 20 cents flat.
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => {
      const ctx = new AudioContext()
      const out = ctx.createMediaStreamDestination()
      const saw = ctx.createOscillator()
      saw.type = 'sawtooth'
      saw.frequency.value = 440 * 2 ** (-20 / 1200)
      saw.connect(out)
      saw.start()
      return Promise.resolve(out.stream)
    }
  })
  await listening(page)
  await ear(page).getByRole('button', { name: 'Open A' }).click()
  await ear(page).getByRole('button', { name: 'Microphone' }).click()
  await expect(ear(page).getByRole('status')).toHaveText(/^Flat by (19|20|21) cents\. Raise it\.$/)
  await ear(page).getByRole('button', { name: 'Open E' }).click()
  await expect(ear(page).getByRole('status')).toHaveText('Too noisy, or another note.')
  await ear(page).getByRole('button', { name: 'Stop listening' }).click()
  await expect(ear(page).getByRole('status')).toHaveText('Not listening.')
})

test('a microphone that is refused is said in words, and the rest works', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'))
  })
  await listening(page)
  await ear(page).getByRole('button', { name: 'Microphone' }).click()
  await expect(ear(page).getByRole('alert')).toContainText('The browser blocked the microphone. Allow it next to the address')
  await page.getByRole('tab', { name: 'Play' }).click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByRole('group', { name: 'Now' })).toBeVisible()
})

test('open strings in turn: the next comes when one is true, and the made-up student mends what was off', async ({ page }) => {
  await listening(page)
  await page.getByRole('region', { name: 'Bench' }).getByRole('button', { name: 'Bass', exact: true }).click()
  await ear(page)
    .getByLabel(/^Strings in turn/)
    .check()
  await expect(ear(page).getByText('Bass: open A, 55.0 Hz.')).toBeVisible()
  await ear(page).getByText('What the made-up student is like').click()
  await ear(page).getByLabel('How the made-up student plays').selectOption('true')
  await ear(page).getByRole('button', { name: 'Made-up student' }).click()
  await expect(ear(page).getByText('Bass: open E, 41.2 Hz.')).toBeVisible()
  await expect(ear(page).getByText('Bass: open G, 98.0 Hz.')).toBeVisible()
  await expect(ear(page).getByRole('status')).toHaveText('All strings of the bass are in tune.')
})

test('any note names any note; a drone has the string below; a try at a note where the hand stays is logged', async ({ page }) => {
  await listening(page)
  await ear(page).getByRole('button', { name: 'Open D' }).click()
  await ear(page).getByLabel('with the string below, G').check()
  await ear(page).getByRole('button', { name: 'Hear it' }).click()
  await expect(ear(page).getByRole('button', { name: 'Stop the tone' })).toBeVisible()
  await ear(page).getByRole('button', { name: 'any note' }).click()
  await expect(ear(page).getByText('Play any note and we name it.')).toBeVisible()
  await ear(page).getByRole('button', { name: 'Made-up student' }).click()
  await expect(ear(page).getByRole('status')).toHaveText(/^Made-up student\. [A-G][♯♭]?(, \d+ cents (sharp|flat))? \([\d.]+ Hz\)\.$/)
  await ear(page).getByRole('button', { name: 'picked note' }).click()
  await page.getByRole('group', { name: /^Notes of each seat/ }).focus()
  const tried = ear(page).getByText(/^A try at (low |high )?[1-4] in I on [GDAE]\.$/)
  for (let i = 0; i < 12 && !(await tried.isVisible()); i++) {
    const said = await page
      .getByRole('heading', { name: /^(Measure|Line)/ })
      .first()
      .textContent()
    await page.keyboard.press('ArrowRight')
    await expect
      .poll(() =>
        page
          .getByRole('heading', { name: /^(Measure|Line)/ })
          .first()
          .textContent(),
      )
      .not.toBe(said)
  }
  await expect(tried).toBeVisible()
  await ear(page).getByRole('button', { name: 'Made-up student' }).click()
  const log = ear(page).getByRole('button', { name: 'Log this try' })
  await expect(log).toBeEnabled()
  await log.click()
  await expect(ear(page).getByText(/^Logged: /)).toBeVisible()
  // Once: the same try is not logged again.
  await expect(log).toBeDisabled()
})
