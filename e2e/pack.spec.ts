import { pieceAt } from './origin'
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { unzipSync } from 'fflate'
import { awake } from './open'
import { expect, test, type Page } from './test'

/** Debian's poppler-utils, programs of their own that read PDFs; what they are not there for is left out with a word. */
const POPPLER = spawnSync('pdftotext', ['-v']).error === undefined

const folder = mkdtempSync(path.join(tmpdir(), 'even-seat-pack-'))
test.afterAll(() => rmSync(folder, { recursive: true, force: true }))

async function openClass(page: Page, name: RegExp): Promise<void> {
  await page.goto('/')
  await awake(page)
  await page.getByRole('button', { name: 'Classes' }).click()
  await page.getByRole('menuitemradio', { name }).click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
}

/** Packs what is chosen, and gives the files; what was said on the way must be so. */
async function packed(page: Page): Promise<Record<string, Uint8Array>> {
  const coming = page.waitForEvent('download', { timeout: 120_000 })
  await page.getByRole('button', { name: 'Make the zip' }).click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  const download = await coming
  const files = unzipSync(new Uint8Array(readFileSync(await download.path())))
  await expect(page.getByText(`${Object.keys(files).length} files in ${download.suggestedFilename()}.`)).toBeVisible()
  return files
}

/** Millimetres from each edge that stay white: what printers reach (common practice: 10 mm, where nothing is meant to be there at all 8). */
const [WHITE, DPI] = [8, 50]

/** What two programs that know nothing of ours find in a file: its pages as text, and whether each is white at its edges. */
function found(name: string, bytes: Uint8Array): { readonly pages: readonly string[]; readonly cut: readonly number[] } {
  const file = path.join(folder, 'part.pdf')
  writeFileSync(file, bytes)
  const text = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
  expect(text.status, `${name}: ${text.stderr}`).toBe(0)
  expect(text.stderr, name).toBe('')
  const pages = text.stdout.split('\f').slice(0, -1)
  const drawn = spawnSync('pdftoppm', ['-gray', '-r', `${DPI}`, file], { maxBuffer: 500_000_000 })
  expect(drawn.status, name).toBe(0)
  const cut: number[] = []
  let [at, drawnPages] = [0, 0]
  // Pages in a row, each a PGM (Netpbm): "P5", width, height, 255, then a byte a pixel.
  for (let n = 1; at < drawn.stdout.length; n++) {
    const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(drawn.stdout.subarray(at, at + 40).toString('latin1'))!
    const [width, height] = [Number(head[1]), Number(head[2])]
    const pixels = drawn.stdout.subarray(at + head[0].length, at + head[0].length + width * height)
    const edge = Math.floor((WHITE / 25.4) * DPI)
    let ink = 0
    pixels.forEach((p, i) => {
      const [x, y] = [i % width, Math.floor(i / width)]
      if (p < 200 && (x < edge || y < edge || x >= width - edge || y >= height - edge)) ink++
    })
    drawnPages = n
    if (ink > 0) cut.push(n)
    at += head[0].length + width * height
  }
  expect(drawnPages, name).toBe(pages.length)
  return { pages, cut }
}

const EVERY = [
  'All seats on one page',
  'For a substitute teacher',
  'Call sheet',
  'Warm-up',
  'Practice week',
  'Note chart',
  'Circle and say',
  'Lines to fill in',
  'Bow only',
  'Finger chart',
  'Note cards',
]

test.describe('the whole pack', () => {
  test.skip(!POPPLER, 'pdftotext and pdftoppm are not on this machine (Debian: poppler-utils)')
  test.slow()

  test('of a class of twelve: for each student all that is theirs, for the teacher the rest, every page numbered and whole', async ({
    page,
  }) => {
    await openClass(page, /Tuesday Strings/)
    await page
      .getByRole('link', { name: /Two Barges/ })
      .first()
      .click()
    await expect(page).toHaveURL(/\/piece\//)
    await page.goto(`${pieceAt(page.url())}/print?score=all`)
    await page.getByLabel('A sheet for each student (12)').check()
    for (const kind of EVERY) await page.getByRole('checkbox', { name: kind, exact: true }).check()
    await page.getByRole('checkbox', { name: 'with parts, score and bow-only parts as MusicXML' }).check()
    const files = await packed(page)
    const names = Object.keys(files)
    const pdfs = names.filter((n) => n.endsWith('.pdf'))
    expect(pdfs).toHaveLength(13)
    expect([pdfs[0], pdfs.at(-1)]).toEqual(['01 Ada, Violin.pdf', '13 Teacher.pdf'])
    expect(names.filter((n) => n.startsWith('MusicXML/')).sort()).toEqual(
      ['Bass', 'Cello', 'Viola', 'Violin']
        .flatMap((s) => [`MusicXML/${s}, bow only.musicxml`, `MusicXML/${s}.musicxml`])
        .concat('MusicXML/Score.musicxml')
        .sort(),
    )
    for (const n of names.filter((x) => x.endsWith('.musicxml')))
      expect(Buffer.from(files[n]).toString('utf8'), n).toContain('<score-partwise version="4.0">')
    // Of a seat two students and the teacher are looked at page by page: the others have the same sheets.
    const looked = pdfs.filter((n, i) => i === pdfs.length - 1 || i === 0 || n.split(', ')[1] !== pdfs[i - 1].split(', ')[1])
    expect(looked).toHaveLength(5)
    for (const name of looked) {
      const { pages, cut } = found(name, files[name])
      expect(cut, name).toEqual([])
      // Numbered through, sheet by sheet: each sheet begins at 1 and comes to its end.
      const numbers = pages.map((p) => /(\d+) ?\/ ?(\d+)\s*$/.exec(p.trim())!.slice(1).map(Number))
      numbers.forEach(([n, of], i) => {
        if (n > 1) expect(numbers[i - 1], `${name}, page ${i + 1}`).toEqual([n - 1, of])
        if (n < of) expect(numbers[i + 1], `${name}, page ${i + 1}`).toEqual([n + 1, of])
      })
      const text = pages.join('\n')
      if (name === '13 Teacher.pdf')
        for (const kind of ['All seats on one page', 'For a substitute teacher']) expect(text, kind).toContain(kind)
      else {
        const who = /^\d+ (.*), /.exec(name)![1]
        for (const kind of EVERY.slice(2)) expect(text, `${name}: ${kind}`).toContain(kind)
        for (const p of pages) expect(p, name).toContain(who)
      }
    }
  })

  test('of a class of eight, with both its pieces: a folder each, and stopped half way nothing is saved', async ({ page }) => {
    await openClass(page, /Friday Beginners/)
    const titles = ['Two Bells and a Gate', "The Lamplighter's Shortcut"]
    await page
      .getByRole('list', { name: 'Pieces' })
      .getByRole('link', { name: new RegExp(titles[0]) })
      .first()
      .click()
    await expect(page).toHaveURL(/\/piece\//)
    await page.goto(`${pieceAt(page.url())}/print?students=1&also=calls&marks=fingers,stays,frames`)
    await page.getByText('Other pieces too').click()
    await page.getByRole('checkbox', { name: titles[1] }).check()
    await expect(page.getByText('1 other piece too')).toBeVisible()
    let downloads = 0
    page.on('download', () => downloads++)
    await page.getByRole('button', { name: 'Make the zip' }).click()
    await page.getByRole('button', { name: 'Stop' }).click()
    await expect(page.getByText('Stopped. Nothing was saved.')).toBeVisible()
    expect(downloads).toBe(0)
    const files = await packed(page)
    const names = Object.keys(files)
    expect(new Set(names.map((n) => n.split('/')[0]))).toEqual(new Set(titles.map((t, i) => `0${i + 1} ${t}`)))
    expect(names).toHaveLength(16)
    for (const name of names.filter((_, i) => i % 4 === 0)) {
      const { pages, cut } = found(name, files[name])
      expect(cut, name).toEqual([])
      expect(pages[0], name).toContain(/\/\d+ (.*), /.exec(name)![1])
    }
    await openClass(page, /Tuesday Strings/)
  })
})
