import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { demoPieces } from '@/formats/testing/demo'
import { DEFAULT_CLASS } from '@/core/seats/class'
import { emptyPlan } from '@/core/seats/plan'
import { SHEET_KINDS } from '@/core/sheets/kinds'
import { otherSheets } from '@/jobs/otherSheets'

const piece = demoPieces().find((p) => p.title === 'The Ferry at Low Water')!
const source = { piece, plan: emptyPlan(), klass: DEFAULT_CLASS }
const made = async (what: (typeof SHEET_KINDS)[number], seats: readonly (string | null)[], paper: 'a4' | 'letter' = 'a4') =>
  (await otherSheets(source, what, seats, paper, new Date(0)))!

type Item = { readonly str: string; readonly transform: readonly number[]; readonly width: number }
async function pagesOf(bytes: Uint8Array) {
  const doc = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
  const pages = []
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n)
    const [, , width, height] = page.view
    const items = (await page.getTextContent()).items.filter((i) => 'str' in i && i.str.trim() !== '') as unknown as Item[]
    pages.push({ width, height, items, text: items.map((i) => i.str).join(' ') })
  }
  return pages
}

describe('sheets of blocks on paper', () => {
  it('have nothing over the edge, a number on each page, and the same bytes for the same date', async () => {
    for (const [what, seat] of [
      ['substitute', null],
      ['map', null],
      ['theory', 'violin'],
      ['chart', 'bass'],
      ['warmup', 'cello'],
    ] as const)
      for (const paper of what === 'substitute' ? (['a4', 'letter'] as const) : (['a4'] as const)) {
        const { bytes } = await made(what, [seat], paper)
        const pages = await pagesOf(bytes)
        pages.forEach(({ width, height, items, text }, i) => {
          expect(text, what).toContain(`${i + 1} / ${pages.length}`)
          for (const { str, transform, width: wide } of items) {
            expect(transform[4], `${what} ${str}`).toBeGreaterThan(30)
            expect(transform[4] + wide, `${what} ${str}`).toBeLessThan(width - 30)
            expect(transform[5], `${what} ${str}`).toBeGreaterThan(20)
            expect(transform[5], `${what} ${str}`).toBeLessThan(height - 20)
          }
        })
        if (paper === 'a4' && what === 'theory')
          expect(Buffer.from((await made(what, [seat])).bytes).equals(Buffer.from(bytes)), what).toBe(true)
      }
  })

  it('the map stands on one page; answers on a page of their own; each seat begins a page', async () => {
    expect(await pagesOf((await made('map', [null])).bytes)).toHaveLength(1)
    const pages = await pagesOf((await made('spots', ['violin'])).bytes)
    const answers = pages.findIndex((p) => p.text.includes('Answers'))
    expect(answers).toBeGreaterThan(0)
    expect(pages[answers].items.findIndex((i) => i.str.includes('Answers'))).toBeLessThan(4)
    const each = await pagesOf((await made('calls', ['violin', 'bass'])).bytes)
    expect(each.filter((p) => p.text.includes('1 / ')).map((p) => /Violin|Bass/.exec(p.text)![0])).toEqual(['Violin', 'Bass'])
  })

  it('a card’s back lies behind its front when the page is turned over its long edge', async () => {
    const [front, back] = await pagesOf((await made('cards', ['violin'])).bytes)
    // The first card is at the left in front, so the first back is at the right.
    const letters = back.items.filter((i) => /^[A-G][♯♭]?$/.test(i.str)).sort((a, b) => b.transform[5] - a.transform[5])
    const top = letters
      .filter((i) => Math.abs(i.transform[5] - letters[0].transform[5]) < 2)
      .sort((a, b) => b.transform[4] - a.transform[4])
    expect(top).toHaveLength(2)
    expect(top[0].transform[4]).toBeGreaterThan(back.width / 2)
    expect(front.text).toContain('1 / ')
    const low = top[0].str
    const second = top[1].str
    // The lowest notes of the part, low first: D with the low 2 of F after it.
    expect([low, second]).toEqual(['D', 'E'])
  })
})
