import { CLASS_API, pieceAt } from './origin'
import { readFileSync } from 'node:fs'
import { expect, test, type Page } from './test'
import { unzipSync } from 'fflate'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { awake } from './open'

const students = (page: Page) => page.getByRole('region', { name: 'Students' })
const shelf = async (page: Page) => {
  await page.goto('/')
  await awake(page)
}

/** The class that the demonstration begins with is open again, whatever a test before has left. */
test.beforeEach(async ({ page }) => {
  await shelf(page)
  const classes = page.getByRole('button', { name: 'Classes' })
  await classes.click()
  const first = page.getByRole('menuitemradio', { name: /Tuesday Strings/ })
  await expect(first).toBeVisible()
  await first.click()
  await expect(page.getByRole('heading', { name: 'Tuesday Strings' })).toBeVisible()
})

test('several classes: another one is opened with its shelf, one is made like it, taken away and put back', async ({ page }) => {
  await shelf(page)
  await expect(page.getByRole('heading', { name: 'Tuesday Strings' })).toBeVisible()
  const classes = page.getByRole('button', { name: 'Classes' })
  await classes.click()
  await expect(page.getByRole('menuitemradio', { name: /Friday Beginners/ })).toContainText('8 students, 2 pieces')
  await page.getByRole('menuitemradio', { name: /Friday Beginners/ }).click()
  await expect(page.getByRole('heading', { name: 'Friday Beginners' })).toBeVisible()
  await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('listitem')).toHaveCount(2)

  await classes.click()
  await page.getByRole('menuitem', { name: 'A new class …' }).click()
  const dialog = page.getByRole('dialog', { name: 'A new class' })
  await dialog.getByLabel('What is it called?').fill('Monday Owls')
  await dialog.getByLabel('and its pieces').check()
  await dialog.getByRole('button', { name: 'Make the class' }).click()
  await expect(page).toHaveURL(/\/people$/)
  await expect(page.getByRole('heading', { name: 'Monday Owls' })).toBeVisible()
  await expect(students(page).getByRole('row')).toHaveCount(0)

  // By its address: another test may have opened another class meanwhile.
  await page.goto(page.url().replace(/\/people$/, '/pieces'))
  await awake(page)
  await expect(page.getByRole('heading', { name: 'Monday Owls' })).toBeVisible()
  await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('listitem')).toHaveCount(2)
  // A piece goes from this shelf alone: the others keep it.
  await page.getByRole('button', { name: "Delete The Lamplighter's Shortcut", exact: true }).click()
  await expect(page.getByText("The Lamplighter's Shortcut is deleted. Another class still has it.")).toBeVisible()
  await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('listitem')).toHaveCount(1)
  await page.getByRole('button', { name: 'Who has Two Bells and a Gate' }).click()
  await expect(page.getByRole('menuitemcheckbox', { name: 'Friday Beginners' })).toHaveAttribute('aria-checked', 'true')
  await page.keyboard.press('Escape')
  // Its focus goes back to where it was opened from; a menu opened meanwhile would lose it, and close.
  await expect(page.getByRole('button', { name: 'Who has Two Bells and a Gate' })).toBeFocused()

  // A menu that loses its focus while it opens closes again: then it is opened once more.
  const away = page.getByRole('menuitem', { name: 'Remove Monday Owls' })
  await expect(async () => {
    if (!(await away.isVisible())) await classes.click()
    await expect(away).toBeVisible({ timeout: 2000 })
  }).toPass()
  await away.click()
  await expect(page.getByText('Monday Owls is removed. Nothing is lost.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Friday Beginners' })).toBeVisible()
  await page.getByRole('listitem').filter({ hasText: 'Monday Owls is removed' }).getByRole('button', { name: 'Undo' }).click()
  // It was the one that was open, and is again.
  await expect(page.getByRole('heading', { name: 'Monday Owls' })).toBeVisible()
  await classes.click()
  await expect(page.getByRole('menuitemradio', { name: /Monday Owls/ })).toBeVisible()
  await page.getByRole('menuitemradio', { name: /Tuesday Strings/ }).click()
  await expect(page.getByRole('heading', { name: 'Tuesday Strings' })).toBeVisible()
  await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('listitem').nth(4)).toBeVisible()
})

test('a class page that stands open saves its own class, whichever has been opened meanwhile', async ({ page }) => {
  await shelf(page)
  await page.goto('/class')
  const school = page.getByLabel('School')
  await expect(page.getByRole('heading', { name: 'Tuesday Strings' })).toBeVisible()
  const other = await page.context().newPage()
  await shelf(other)
  await other.getByRole('button', { name: 'Classes' }).click()
  await other.getByRole('menuitemradio', { name: /Friday Beginners/ }).click()
  await expect(other.getByRole('heading', { name: 'Friday Beginners' })).toBeVisible()
  await school.fill('Quillbrook Hall')
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
  await other.goto('/class')
  await expect(other.getByLabel('School')).toHaveValue('Quillbrook School')
  await shelf(other)
  await other.getByRole('button', { name: 'Classes' }).click()
  await other.getByRole('menuitemradio', { name: /Tuesday Strings/ }).click()
  await expect(other.getByText('Quillbrook Hall', { exact: false })).toBeVisible()
  await other.goto('/class')
  await other.getByLabel('School').fill('Quillbrook School')
  await expect(other.getByText('saved', { exact: true })).toBeVisible()
})

test('students: added, brought from a list with its columns matched and bad rows named, undone, saved as a list', async ({ page }) => {
  await shelf(page)
  await page.goto('/class')
  await awake(page)
  const rows = students(page).getByRole('row')
  await expect(rows).toHaveCount(13)
  await students(page).getByLabel('First name of a new student').fill('Zora')
  await students(page).getByLabel('Seat of the new student').selectOption('Cello')
  await students(page).getByRole('button', { name: 'Add' }).click()
  await expect(rows).toHaveCount(14)
  await students(page).getByLabel('Size of Zora').selectOption('1/2')
  await students(page).getByLabel('Zora: no fourth finger yet').check()
  // Without a measured string the size's own is meant.
  await expect(students(page).getByLabel('String of Zora in mm, if measured')).toHaveAttribute('placeholder', '570')

  await students(page).getByRole('button', { name: 'Bring a list' }).click()
  const dialog = page.getByRole('dialog', { name: 'Bring a list of students' })
  await dialog.locator('input[type=file]').setInputFiles({
    name: 'list.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Pupil;Plays;Note\nAnka;viola;\nBeni;oboe;\nCaro;Basses;new\n'),
  })
  await expect(dialog.getByRole('region', { name: 'Your list' })).toBeVisible()
  await expect(dialog.getByLabel('What is in Pupil')).toHaveValue('name')
  await expect(dialog.getByText('row 2: Anka: no seat')).toBeVisible()
  await dialog.getByLabel('What is in Plays').selectOption('seat')
  await expect(dialog.getByText('1 row can’t be added:')).toBeVisible()
  await expect(dialog.getByText('row 3: Beni: “oboe” is not a seat in this class')).toBeVisible()
  await dialog.getByRole('button', { name: 'Add 2 students' }).click()
  await expect(rows).toHaveCount(16)
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    students(page).getByRole('button', { name: 'Save as a list' }).click(),
  ])
  const list = readFileSync(await download.path(), 'utf8')
  expect(list).toContain('Caro,Bass,,')
  expect(list).toContain('Zora,Cello,1/2,')
  await page.reload()
  await expect(rows).toHaveCount(16)
  for (const name of ['Zora', 'Anka', 'Caro'])
    await students(page)
      .getByRole('button', { name: `Take ${name} out` })
      .click()
  await expect(rows).toHaveCount(13)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(rows).toHaveCount(14)
  await students(page).getByRole('button', { name: 'Take Caro out' }).click()
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
})

test('tapes: for each student by their size, with the note on each string, as strips true to scale', async ({ page }) => {
  await shelf(page)
  await page.goto('/class')
  await page.getByRole('banner').getByRole('link', { name: 'Tapes' }).click()
  await expect(page.getByRole('heading', { name: 'Ada: from the nut' })).toBeVisible()
  const places = page.getByRole('region', { name: /from the nut/ })
  await expect(places.getByRole('row', { name: /^2 67\.7 2\.66/ })).toContainText('C♯5')
  await expect(
    places.getByText('Low 2 put exactly halfway between 1 and 2 would be 0.5 mm nearer the nut: 2.9 cents flat.', { exact: false }),
  ).toBeVisible()
  await places.getByLabel('III', { exact: true }).check()
  await expect(places.getByRole('row', { name: /1 in III/ })).toBeVisible()
  // Cleo's violin was measured.
  await page.getByRole('button', { name: 'Show Cleo' }).click()
  await expect(places.getByText('Equal temperament on a string of 305 mm', { exact: false })).toBeVisible()
  await page.getByLabel('Size of Cleo').selectOption('1/4')
  await expect(places.getByText('on a string of 260 mm', { exact: false })).toBeVisible()
  const get = async (name: string | RegExp) => page.request.get((await page.getByRole('link', { name }).getAttribute('href'))!)
  const pdf = await get('All 12 strips as PDF')
  expect(pdf.status()).toBe(200)
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
  const svg = await (await get('as SVG')).text()
  for (const name of ['Ada', 'Lumi']) expect(svg).toContain(`>${name}<`)
  // The drawing measured by the browser: a bar of 100 units of a drawing that is as many millimetres wide as units.
  const bars = await page.evaluate((text) => {
    const drawing = new DOMParser().parseFromString(text, 'image/svg+xml').documentElement
    document.body.append(drawing)
    const perMm = drawing.getBoundingClientRect().width / Number(/[\d.]+/.exec(drawing.getAttribute('width')!)![0])
    const found = [...drawing.querySelectorAll('line')].map((l) => {
      const { width, height } = l.getBoundingClientRect()
      return Math.max(width, height) / perMm
    })
    drawing.remove()
    return found.filter((mm) => Math.abs(mm - 100) < 0.1).length
  }, svg)
  expect(bars).toBe(2)
  const wrong = await page.request.get(`${CLASS_API}/tapes?as=pdf&strips=[]`)
  expect(wrong.status()).toBe(400)
})

test('each student has a sheet of their own: by name, larger, without the fourth finger', async ({ page }) => {
  await page.goto('/class')
  await awake(page)
  await students(page).getByLabel('Fenna: no fourth finger yet').check()
  await students(page).getByLabel('Dunja: large print').check()
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
  await shelf(page)
  await page.getByRole('link', { name: /The Ferry at Low Water/ }).click()
  await expect(page).toHaveURL(/\/piece\//)
  await page.goto(`${pieceAt(page.url())}/print`)
  await page.getByLabel('A sheet for each student (12)').check()
  const link = page.getByRole('link', { name: 'One PDF for each student' })
  await expect(link).toBeVisible()
  const bytes = await (await page.request.get((await link.getAttribute('href'))!)).body()
  // The same as a file each, packed.
  const zip = await (await page.request.get((await link.getAttribute('href'))!.replace('/pdf?', '/zip?'))).body()
  const files = unzipSync(new Uint8Array(zip))
  expect(Object.keys(files)).toHaveLength(12)
  expect(Object.keys(files).slice(0, 2)).toEqual(['01 Ada, Violin.pdf', '02 Bilal, Violin.pdf'])
  for (const [name, file] of Object.entries(files)) expect(Buffer.from(file.subarray(0, 5)).toString(), name).toBe('%PDF-')
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
  const outline = (await document.getOutline()).map((o) => o.title)
  expect(outline).toHaveLength(12)
  expect(outline.slice(0, 5)).toEqual(['Ada, violin', 'Bilal, violin', 'Cleo, violin', 'Dunja, violin', 'Emre, violin'])
  /** The numerals under the notes of a page. */
  const fingers = async (n: number) => {
    const { items } = await (await document.getPage(n)).getTextContent()
    return items.flatMap((t) => ('str' in t && /^[0-4]$/.test(t.str.trim()) ? [t.str.trim()] : []))
  }
  const pageOf = async (name: string) => {
    const item = (await document.getOutline()).find((o) => o.title === name)!
    const to = typeof item.dest === 'string' ? await document.getDestination(item.dest) : item.dest
    return (await document.getPageIndex(to![0] as Parameters<typeof document.getPageIndex>[0])) + 1
  }
  const [fenna, goran] = [await fingers(await pageOf('Fenna, viola')), await fingers(await pageOf('Goran, viola'))]
  expect(goran).toContain('4')
  expect(fenna).not.toContain('4')
  // Every note has its finger; where the hand shifts for want of the fourth, more of them are said.
  expect(fenna.length).toBeGreaterThanOrEqual(goran.length)
  await page.goto('/class')
  await awake(page)
  await students(page).getByLabel('Fenna: no fourth finger yet').uncheck()
  await students(page).getByLabel('Dunja: large print').uncheck()
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
})
