import { randomUUID } from 'node:crypto'
import { expect, test, type Page } from './test'
import { DEFAULT_CLASS } from '../src/core/plan/class'
import { itemsOf } from '../src/core/trainer/all'
import type { QuestionKind } from '../src/core/trainer/question'
import { traineesOf } from '../src/core/trainer/trainee'
import { found } from './barriers'
import { awake } from './open'

const axe = async (page: Page) => expect(await found(page)).toEqual([])

/** A student's link, given as the teacher gives it; one that is there already serves too. */
async function linkOf(page: Page, name: string): Promise<string> {
  await page.goto('/class/links')
  const card = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name, exact: true }) })
  await expect(card.getByRole('button').first()).toBeVisible()
  const give = card.getByRole('button', { name: /^(A|Give a) link/ })
  if (await give.count()) await give.click()
  await expect(card).toContainText('/s/')
  return /\/s\/[\w-]{22}/.exec((await card.textContent()) ?? '')![0]
}

test('the whole class: one question, an answer a seat, said aloud, shown, kept of the seat', async ({ page }) => {
  await page.goto('/train')
  await awake(page)
  const main = page.getByRole('main')
  await expect(main.getByText('Which letter is it?')).toBeVisible()
  // Every seat sees the note on its own staff; what it is is not said yet, to the eye or to the ear.
  const seats = main.getByRole('listitem')
  await expect(seats).toHaveCount(4)
  await expect(seats.nth(1).getByRole('img')).toHaveAttribute('aria-label', /^alto clef, .*: .*a note on the /)
  await axe(page)
  await page.keyboard.press('Space')
  // All seats say the same letter.
  const said = await seats.locator('.train-says').allTextContents()
  expect(new Set(said.map((s) => s.split(',')[0])).size).toBe(1)
  expect(said[0]).toMatch(/^[A-G][♯♭]?, .*(line|space)/)
  await page.keyboard.press('1')
  await page.keyboard.press('4')
  await page.keyboard.press('4')
  await expect(page.getByRole('button', { name: 'Violin: knew it. Change' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Bass: not yet. Change' })).toBeVisible()
  const kept = page.waitForResponse((r) => r.url().endsWith('/answers') && r.request().method() === 'POST')
  await page.keyboard.press('Space')
  expect((await kept).status()).toBe(200)
  await expect(page.getByText('Violin 1 of 1 · Bass 0 of 1')).toBeVisible()
  // A pace shows the answers by itself.
  await page.getByRole('combobox', { name: 'Pace' }).selectOption('5')
  await expect(page.getByRole('timer')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Next question' })).toBeVisible()
  await page.getByRole('combobox', { name: 'Pace' }).selectOption('0')

  // Fingers: every seat its own.
  await page.getByRole('combobox', { name: 'Ask' }).selectOption('finger')
  await page.getByRole('button', { name: 'Show the answers' }).click()
  expect((await seats.locator('.train-says').allTextContents()).every((s) => /: (open|.* on) /.test(s))).toBe(true)
  await page
    .getByRole('button', { name: 'How it’s going' })
    .or(page.getByRole('radio', { name: 'How it’s going' }))
    .click()
  // The made-up class has been asked before: what is sure, what is taken for what, what to teach again.
  const bass = page.getByRole('region', { name: 'Bass' })
  await expect(bass.getByText('sure', { exact: false }).first()).toBeVisible()
  await expect(bass.getByText(/ read as “.+”, \d+ of \d+ times\.$/).first()).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Teach again' }).first()).toBeVisible()
  await axe(page)
})

test('what was marked is kept also when the page is left without another question', async ({ page }) => {
  await page.goto('/train')
  await awake(page)
  await page.keyboard.press('Space')
  await page.keyboard.press('2')
  await expect(page.getByRole('button', { name: 'Viola: knew it. Change' })).toBeVisible()
  const kept = page.waitForRequest((r) => r.url().endsWith('/answers') && r.method() === 'POST')
  await page.getByRole('link', { name: 'Back to the shelf' }).click()
  const { answers } = (await kept).postDataJSON() as { answers: { seat: string; right: boolean }[] }
  expect(answers.map((a) => [a.seat, a.right])).toEqual([['viola', true]])
  await expect.poll(() => page.evaluate(() => Object.keys(localStorage).filter((k) => k.startsWith('even-seat answers')))).toEqual([])
})

test('one pupil, upright phone: answers by keys and touch, kept on a dead network, told to the teacher', async ({ page, browser }) => {
  const link = await linkOf(page, 'Lumi')
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const pupil = await phone.newPage()
  await pupil.goto(link)
  await pupil.getByRole('link', { name: 'Five minutes of notes' }).tap()
  await pupil.getByRole('button', { name: 'Begin' }).tap()
  const question = pupil.getByRole('heading', { level: 2 })
  await expect(question).toBeFocused()
  await axe(pupil)
  /** Answers what is asked, right where the test can see it: a letter is read off the place that the picture names. */
  const LINES: Readonly<Record<string, string>> = { 'third line': 'D', 'fourth space': 'G', 'third space': 'E', 'fifth line': 'A' }
  const one = async (right: boolean) => {
    const options = pupil.locator('section ol button')
    if ((await options.count()) === 0) {
      await pupil.locator('.board-place').first().tap()
    } else {
      const label = (await pupil.getByRole('img').first().getAttribute('aria-label')) ?? ''
      const wanted = LINES[/a note on the (.*)$/.exec(label)?.[1] ?? '']
      const texts = await options.locator('span:nth-child(2)').allTextContents()
      const at = texts.findIndex((t) => (t === wanted) === right)
      await pupil.keyboard.press(`${at + 1}`)
      await expect(pupil.getByText(right ? /^Right: / : /^(Not yet\.|Almost!) /)).toBeVisible()
    }
    // The way on has the focus: Enter goes on.
    await expect(pupil.getByRole('button', { name: 'Next' })).toBeFocused()
    await pupil.keyboard.press('Enter')
  }
  await one(false)
  await phone.setOffline(true)
  for (let n = 0; n < 5; n++) await one(n % 2 === 0)
  await expect(pupil.getByText(/No network\. \d answers kept on this phone for later\./)).toBeVisible()
  const sent = pupil.waitForResponse((r) => r.url().includes('/train') && r.request().method() === 'POST')
  await phone.setOffline(false)
  expect((await sent).status()).toBe(200)
  await expect(pupil.getByText(/kept on this phone/)).toHaveCount(0)
  expect(await pupil.evaluate(() => Object.keys(localStorage).filter((k) => k.startsWith('even-seat answers')))).toEqual([])
  // A link takes answers and nothing else, and whose they are it says itself.
  const deck = (await (await pupil.request.get(`/api${link}/train`)).json()) as { answers: { seat: string }[] }
  expect(deck.answers.length).toBeGreaterThanOrEqual(6)
  expect(new Set(deck.answers.map((a) => a.seat))).toEqual(new Set(['bass']))
  await phone.close()

  await page.goto('/train')
  await awake(page)
  await page.getByText('How it’s going').click()
  await expect(page.getByRole('region', { name: 'Bass' })).toContainText(/[6-9] answers|\d\d answers/)
  // What is known goes into the class, and out of it again.
  await page.getByRole('button', { name: 'Use it for the class' }).click()
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Use it for the class' })).toBeEnabled()
  await expect(page.getByText('saved', { exact: true })).toBeVisible()
})

test('a staff is drawn on by keys, place by place and said; the fingerboard takes a string and a finger', async ({ page }) => {
  const link = await linkOf(page, 'Lumi')
  // All letters are known for long, and were right again and again: strings and fingers come next, then drawing.
  const bass = traineesOf(DEFAULT_CLASS).find((t) => t.seat.id === 'bass')!
  const knows = async (kinds: readonly QuestionKind[]) => {
    const items = itemsOf(bass, kinds)
    const now = Date.now()
    for (const days of [9, 6, 1]) {
      const answers = items.map((i, n) => ({
        ...{
          id: randomUUID(),
          seat: 'bass',
          student: '',
          item: i.id,
          kind: i.kind,
          note: '',
          right: true,
          mistake: null,
          as: '',
          ms: 1500,
        },
        at: now - days * 86_400_000 + n,
      }))
      const sent = await page.request.post(`/api${link}/train`, { data: { answers }, headers: { origin: new URL(page.url()).origin } })
      expect(sent.status()).toBe(200)
    }
    await page.goto(`${link}/train`)
    await page.getByRole('button', { name: 'Begin' }).click()
  }
  await knows(['letter'])
  await expect(page.getByRole('group', { name: /^Bass fingerboard: E A D G/ })).toBeVisible()
  await page.keyboard.press('d')
  await expect(page.getByText('D string: now a finger, 0 to 4.')).toBeVisible()
  await page.keyboard.press('0')
  await expect(page.getByText('Right: D: open D.')).toBeVisible()

  await knows(['finger'])
  await expect(page.getByRole('img', { name: 'Fingerboard: open D' })).toBeVisible()
  await expect(page.getByText('third line', { exact: true })).toBeVisible()
  await page.keyboard.press('ArrowUp')
  await expect(page.getByText('third space', { exact: true })).toBeVisible()
  await page.keyboard.press('ArrowDown')
  // Not without a stem; the wrong way is told from the wrong place.
  await expect(page.getByRole('button', { name: 'Done' })).toBeDisabled()
  await page.keyboard.press('u')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Not yet. Right place. The stem goes the other way. D, third line, stem down.')).toBeVisible()

  // Of one piece: its rhythms and traps are engraved beforehand, so that they are there without a network.
  await page.goto(link)
  await page.getByRole('link', { name: 'The Ferry at Low Water' }).click()
  await page.getByRole('link', { name: 'Read it' }).click()
  await expect(page.getByRole('heading', { name: 'Reading: The Ferry at Low Water' })).toBeVisible()
  const piece = new URL(page.url()).searchParams.get('piece')
  const deck = (await (await page.request.get(`/api${link}/train?piece=${piece}`)).json()) as { drawings: Record<string, string> }
  const drawn = Object.entries(deck.drawings)
  expect(drawn.some(([item]) => item.startsWith('trap '))).toBe(true)
  expect(drawn.every(([, svg]) => /^<svg[\s\S]*class="notehead"/.test(svg))).toBe(true)
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { level: 2 })).toBeFocused()
})
