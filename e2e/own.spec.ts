import { spawn, type ChildProcess } from 'node:child_process'
import { expect, test } from '@playwright/test'

// A server of its own: a class that takes the place of the demonstration would take it from every other test.
const PORT = 3294
const HERE = `http://127.0.0.1:${PORT}`
let server: ChildProcess

test.beforeAll(async () => {
  server = spawn(process.execPath, ['e2e/server.mjs'], { env: { ...process.env, PORT: `${PORT}` } })
  await new Promise<void>((resolve, reject) => {
    server.stdout?.on('data', (d: Buffer) => String(d).includes('Ready at') && resolve())
    server.on('exit', () => reject(new Error('the server ended')))
  })
})
test.afterAll(
  () =>
    new Promise<void>((resolve) => {
      server.on('exit', () => resolve())
      server.kill('SIGTERM')
    }),
)

test('a class of one’s own takes the place of the demonstration, and loses nothing of it', async ({ page }) => {
  await page.goto(HERE)
  await expect(page.getByRole('region', { name: 'Demonstration' })).toBeVisible()
  const cards = page.getByRole('link', { name: /Two Barges/ })
  await expect(cards.first()).toBeVisible()
  await page.getByRole('button', { name: 'Start my own class' }).click()
  const ask = page.getByRole('dialog', { name: 'Start my own class' })
  await expect(ask.getByLabel('What is it called?')).toBeFocused()
  await page.keyboard.type('Thursday strings')
  await page.keyboard.press('Enter')

  await expect(page).toHaveURL(/\/class/)
  await expect(page.getByText('Thursday strings').first()).toBeVisible()
  await page.goto(HERE)
  await expect(page.getByRole('region', { name: 'Demonstration' })).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Start my own class' })).toHaveCount(0)
  await expect(cards).toHaveCount(0)
  await page.goto(`${HERE}/library`)
  const kept = page.getByRole('listitem').filter({ hasText: 'Two Barges' })
  await kept.getByRole('button', { name: /Put .*back/ }).click()
  await page.goto(HERE)
  await expect(cards.first()).toBeVisible()
})
