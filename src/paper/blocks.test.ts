import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { demoPieces } from '@/formats/testing/demo'
import { classAt, DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import type { SheetKind } from '@/core/sheets/kinds'
import { weekBlocks } from '@/core/sheets/week'
import { blockSheet, musicEngraver, shownBlocks } from '@/jobs/blockSheets'
import { pdfOf } from './pdf'

const piece = demoPieces().find((p) => p.title === 'The Ferry at Low Water')!
const source = { piece, plan: emptyPlan(), klass: DEFAULT_CLASS, known: 'class@1 ferry@1' }
const sheetFor = async (what: SheetKind, seat: string | null) =>
  (await blockSheet(null as never, source, what, { of: 'class', seat, student: null, now: 0 }))!
const made = async (what: SheetKind, seats: readonly (string | null)[], paper: 'a4' | 'letter' = 'a4') => {
  const sheets = await Promise.all(seats.map((seat) => sheetFor(what, seat)))
  return { bytes: await pdfOf(sheets, paper, new Date(0), await musicEngraver()) }
}

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
    const answers = pages.findIndex((p) => p.text.includes('Answer key'))
    expect(answers).toBeGreaterThan(0)
    expect(pages[answers].items.findIndex((i) => i.str.includes('Answer key'))).toBeLessThan(4)
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

  it('is shown on a screen as it stands in the file: page by page, every word at its place, every line', async () => {
    for (const [what, seat] of [
      ['theory', 'cello'],
      ['chart', 'violin'],
      ['cards', 'viola'],
      ['substitute', null],
    ] as const) {
      const { pages, whole, name } = await shownBlocks(await sheetFor(what, seat), 'a4')
      expect([whole, name]).toEqual([true, seat === null ? 'The class' : `${seat[0].toUpperCase()}${seat.slice(1)}`])
      const filed = await pagesOf((await made(what, [seat])).bytes)
      expect(pages, what).toHaveLength(filed.length)
      pages.forEach((svg, i) => {
        const texts = [...svg.matchAll(/<text class="hand-\w+" x="([\d.-]+)" y="([\d.-]+)" font-size="[\d.]+px">([^<]*)</g)].filter(
          ([, , , t]) => t.trim(),
        )
        expect(texts.length, what).toBeGreaterThan(0)
        // A file may cut a text where its face changes: each begins where the screen has it.
        for (const [, x, y, text] of texts) {
          const plain = text.replace(/&amp;/g, '&').replace(/&lt;/g, '<').replace(/\s+/g, ' ').trim()
          const at = filed[i].items.some(
            ({ str, transform }) =>
              plain.startsWith(str.replace(/\s+/g, ' ').trim()) &&
              Math.abs(transform[4] - Number(x)) < 1 &&
              Math.abs(filed[i].height - transform[5] - Number(y)) < 1,
          )
          expect(at, `${what}, page ${i + 1}: ${plain}`).toBe(true)
        }
      })
    }
  })

  it('a card shows clef and note, and no time', async () => {
    const { pages } = await shownBlocks(await sheetFor('cards', 'violin'), 'a4')
    expect(pages[0]).toContain('class="clef"')
    expect(pages.join('')).not.toContain('meterSig')
    expect((await shownBlocks(await sheetFor('theory', 'violin'), 'a4')).pages[0]).toContain('meterSig')
  })

  it('nothing that leads to music stands at the foot of a page without it', async () => {
    for (const seat of ['violin', 'bass']) {
      const pages = await pagesOf((await made('warmup', [seat])).bytes)
      expect(pages.length).toBeGreaterThan(1)
      // Under the last heading of each page its music begins; a long drill goes on overleaf, with no heading there.
      for (const { items } of pages) {
        const content = items.filter((i) => !/Warm-up|^(Violin|Bass)$|\d+ \/ \d+/.test(i.str) && i.str.trim() !== '')
        const headings = content.filter((i) => /^\d+\. /.test(i.str)).map((i) => i.transform[5])
        const last = Math.min(...headings)
        if (headings.length > 0) expect(content.filter((i) => i.transform[5] < last - 60).length, seat).toBeGreaterThan(3)
      }
    }
  })

  it('labels of a finger chart stay clear of each other, of every instrument, with three positions learned', async () => {
    const klass = classAt('third-position')
    for (const { id } of klass.seats) {
      const sheet = (await blockSheet(null as never, { ...source, klass, known: 'class@2 ferry@1' }, 'chart', {
        of: 'class',
        seat: id,
        student: null,
        now: 0,
      }))!
      const [{ items, width }] = await pagesOf(await pdfOf([sheet], 'a4', new Date(0)))
      for (const a of items)
        for (const b of items) {
          const [ax, bx] = [a.transform[4], b.transform[4]]
          if (a === b || ax > bx || Math.abs(a.transform[5] - b.transform[5]) > 3) continue
          expect(ax + a.width, `${id}: ${a.str} beside ${b.str}`).toBeLessThanOrEqual(bx + 0.5)
        }
      for (const t of items) expect(t.transform[4] + t.width, t.str).toBeLessThan(width - 30)
    }
  })

  it('a practice week has a box for each clean time, or says where it is settled', () => {
    const item = { title: 'Two Barges', says: 'measures 1–4', text: 'slowly, then in time', times: 3, tempo: 72, beat: 'quarter' as const }
    const [head, rows] = weekBlocks([
      { name: 'Monday, 2 March', minutes: 9.6, items: [item] },
      { name: 'Tuesday, 3 March', minutes: 0, items: [] },
    ])
    expect(head).toEqual({ kind: 'head', text: 'Monday, 2 March: 10 minutes' })
    expect(rows).toMatchObject({ rows: [['Two Barges, measures 1–4', 'slowly, then in time', '♩ = 72', '☐ ☐ ☐']] })
    expect(weekBlocks([])).toEqual([{ kind: 'text', text: expect.stringContaining('The teacher sets the plan') as string }])
  })
})
