import { found } from './barriers'
import { expect, test, type Page } from './test'
import { readFileSync, writeFileSync } from 'node:fs'
import { open } from './open'
import { CLASS_API, ORIGIN, pieceIn } from './origin'

const files = (page: Page) => page.getByRole('region', { name: 'Files' })
const abc = (title: string, body: string) => `X:1\nT:${title}\nM:4/4\nL:1/4\nK:G\n${body}\n`
const file = (name: string, text: string | Buffer) => ({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(text) })
/** A file dropped on the page, as a hand does it. */
async function drop(page: Page, dropped: { name: string; text: string }[]): Promise<void> {
  const data = await page.evaluateHandle((list) => {
    const transfer = new DataTransfer()
    for (const { name, text } of list) transfer.items.add(new File([text], name))
    return transfer
  }, dropped)
  await page.dispatchEvent('main', 'drop', { dataTransfer: data })
}

/** The demonstration's pieces: the other tests go on with these. */
const DEMO = /^(Two B|Lanterns on|The Ferry|Snow on|Kite over|The Lamp|Sixteen|Copper)/
test.afterEach(async ({ page }) => {
  await page.goto('/')
  const deletes = page.getByRole('button', { name: /^Delete / })
  await expect(deletes.first()).toBeVisible()
  const names = await deletes.evaluateAll((list) => list.map((b) => b.getAttribute('aria-label') ?? ''))
  for (const name of names.filter((n) => !DEMO.test(n.replace('Delete ', '')))) {
    await page.getByRole('button', { name, exact: true }).first().click()
    await expect(page.getByRole('button', { name, exact: true })).toBeHidden()
  }
})

test('four files dropped at once, one of them broken: each has its line, nothing else is lost', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('button', { name: 'Bring a file' })).toBeVisible()
  await drop(page, [
    { name: 'one.abc', text: abc('Drop One', 'G A B c | !slide!d4 |]') },
    { name: 'broken.musicxml', text: '<score-partwise>\n<part id="P1">\n<measure number="1"><note>\n' },
    { name: 'two.abc', text: abc('Drop Two', 'G A B c d | e4 |]') },
    { name: 'wrong.mid', text: abc('Drop Three', 'D E F G |]') },
  ])
  await expect(files(page).getByRole('heading', { name: '3 added, 1 not added' })).toBeVisible()
  await expect(files(page)).toContainText('left out: 1 ornament in measure 2')
  await expect(files(page).getByRole('alert')).toContainText('broken.musicxml was not added.')
  await expect(files(page).getByRole('alert')).toContainText('line 4, column 1: this is not well-formed XML')
  await expect(files(page)).toContainText('line 6, column 1: measure 1 of 4/4 holds 5 quarters')
  await expect(files(page)).toContainText('wrong.mid is abc, in spite of its file ending')
  for (const name of ['Drop One', 'Drop Two', 'Drop Three'])
    await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('link', { name })).toBeVisible()
  expect(await found(page, { bench: true })).toEqual([])
  await page.getByRole('button', { name: 'Close the list of files' }).click()
  await expect(files(page)).toBeHidden()
})

test('a tune pasted on the shelf is brought like a file', async ({ page }) => {
  await page.goto('/', { waitUntil: 'networkidle' })
  await expect(page.getByRole('button', { name: 'Bring a file' })).toBeVisible()
  await page.evaluate(
    (text) => {
      const clipboardData = new DataTransfer()
      clipboardData.setData('text/plain', text)
      document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    },
    abc('Pasted Reel', 'G A B c |]'),
  )
  await expect(page.getByRole('heading', { name: 'Pasted Reel' })).toBeVisible()
})

test('of several tunes some are chosen; what was played is put on a grid that can be changed', async ({ page }) => {
  await page.goto('/')
  const many = ['Chosen One', 'Chosen Two', 'Chosen Three'].map((t, i) => abc(t, 'G A B c |]').replace('X:1', `X:${i + 1}`)).join('\n')
  await page.getByLabel('Files to add').setInputFiles([file('many.abc', many)])
  await files(page)
    .getByLabel(/Chosen Two/)
    .uncheck()
  await files(page).getByRole('button', { name: 'Add 2 tunes' }).click()
  await expect(files(page).getByRole('heading', { name: '2 added' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Chosen Two', exact: true })).toBeHidden()
  await open(page, 'The Ferry at Low Water')
  const midi = await page.request.get(`${CLASS_API}/piece/${pieceIn(page.url())}/export?as=midi&seat=violin`)
  await page.goto('/')
  await page.getByLabel('Files to add').setInputFiles([file('played.mid', await midi.body())])
  await expect(files(page)).toContainText('is a recording, not written music')
  await expect(files(page)).toContainText('G major · 4/4')
  await files(page).getByLabel('Shortest notes').selectOption({ label: 'quarters' })
  await files(page).getByLabel('Key').selectOption({ label: 'C major' })
  await expect(files(page)).toContainText('Now: C major')
  await files(page).getByRole('button', { name: 'Add it like this' }).click()
  await expect(page).toHaveURL(/\/piece\//)
  // It has the name of the piece that was played: another one, for the tests that open that by its name.
  await page.getByRole('button', { name: 'The Ferry at Low Water' }).click()
  await page.getByRole('textbox', { name: 'Title' }).fill('Played Ferry')
  const saved = page.waitForResponse((r) => r.request().method() === 'PUT' && r.ok())
  await page.keyboard.press('Enter')
  await saved
  await expect(page.getByRole('status').filter({ hasText: /^saved$/ })).toBeVisible()
})

test('taken away as MusicXML and brought again it is the same piece; the file it came in comes back byte for byte', async ({ page }) => {
  await open(page, 'Lanterns on the Weir')
  const get = async (name: string | RegExp): Promise<Buffer> => {
    await page.getByRole('button', { name: 'Export' }).click()
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name }).click()])
    return readFileSync(await download.path())
  }
  const original = await get(/The original file/)
  expect(original.equals(readFileSync('demo/lanterns-on-the-weir.abc'))).toBe(true)
  const xml = await get(/^MusicXML every/)
  expect(xml.toString()).toContain('<fingering>')
  const csv = (await get(/Table/)).toString()
  const piece = await get(/Piece file/)
  await page.goto('/')
  await page
    .getByLabel('Files to add')
    .setInputFiles([
      file('again.musicxml', xml.toString().replace('Lanterns on the Weir', 'A score brought')),
      file('again.json', piece.toString().replace('Lanterns on the Weir', 'Lanterns again')),
    ])
  await expect(files(page).getByRole('heading', { name: '2 added' })).toBeVisible()
  await open(page, 'Lanterns again')
  const path = `${CLASS_API}/piece/${pieceIn(page.url())}`
  const again = await (await page.request.get(`${path}/export?as=csv`)).text()
  expect(again.replaceAll('Lanterns again', 'Lanterns on the Weir')).toBe(csv)
  // The score that was brought gives its fingers: they are pinned by a click, and stand as the map had them.
  await page.goto('/')
  await page.getByRole('link', { name: 'A score brought' }).click()
  await page.getByRole('button', { name: 'Choices', exact: true }).click()
  const cello = page.getByRole('button', { name: /^Cello \(\d+\)/ })
  await expect(cello).toBeEnabled()
  await cello.click()
  await page.keyboard.press('Escape')
  await expect(page.getByText(/fingers? from the file pinned/)).toBeVisible()
})

test('everything is saved as one file and brought back; a file that is none is refused', async ({ page }, info) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Library' }).click()
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Back up everything' }).click()])
  const zip = readFileSync(await download.path())
  await expect(page.getByText(/^\d+ pieces and \d+ files are in it/)).toBeVisible()
  const kept = info.outputPath('library.zip')
  writeFileSync(kept, zip)
  const input = page.getByLabel('Backup to restore')
  await input.setInputFiles(kept)
  await expect(page.getByText('You already have everything in it.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Add what is missing' })).toBeDisabled()
  await page.getByRole('button', { name: 'Leave everything as it is' }).click()
  await input.setInputFiles([file('none.zip', 'nothing')])
  await expect(page.getByRole('alert').filter({ hasText: 'This file is not a backup' })).toBeVisible()
  await page.goto('/')
  await page.getByLabel('Files to add').setInputFiles(kept)
  await expect(files(page).getByRole('alert')).toContainText('this is a backup')
})

test('the server keeps to the limits by itself', async ({ request }) => {
  const post = (data: object) => request.post(`${CLASS_API}/shelf`, { data, headers: { origin: ORIGIN } })
  expect((await post({ pieces: [] })).status()).toBe(400)
  const base64 = (bytes: Buffer) => bytes.toString('base64')
  const bad = await post({ file: { name: 'a.abc', base64: base64(Buffer.from('X:1')) }, pieces: [{ piece: { title: 'no' } }] })
  expect([bad.status(), ((await bad.json()) as { problem: string }).problem]).toEqual([400, expect.stringContaining('can’t save')])
  const large = await post({ file: { name: 'a.abc', base64: base64(Buffer.alloc(17_000_000)) }, pieces: [] })
  expect(large.status()).toBe(400)
  const huge = await post({ file: { name: 'a.abc', base64: 'A'.repeat(57_000_000) }, pieces: [] })
  expect(huge.status()).toBe(413)
  expect((await request.get(`${CLASS_API}/piece/00000000-0000-4000-8000-000000000000/export?as=midi`)).status()).toBe(404)
  expect((await request.get(`${CLASS_API}/piece/none/original`)).status()).toBe(404)
})
