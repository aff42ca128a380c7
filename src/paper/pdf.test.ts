import { readdirSync, readFileSync } from 'node:fs'
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { beforeAll, describe, expect, it } from 'vitest'
import { someOf } from '@/core/testing/depth'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { serverToolkit } from '@/engrave/server'
import { sheetOf, type Sheet } from '@/engrave/sheet'
import type { Paper, Toolkit } from '@/engrave/toolkit'
import { readFile } from '@/formats/read'
import { drawEngraving } from './draw'
import { runsOf, unwrapped } from './fonts'
import { pdfOf } from './pdf'
import PDFDocument from 'pdfkit'

let toolkit: Toolkit
beforeAll(async () => {
  toolkit = await serverToolkit()
})

const sheetsOf = (name: string, paper: Paper): Sheet[] => {
  const [{ reading }] = readFile(name, readFileSync(`demo/${name}`))
  if (!reading.ok) throw new Error(name)
  const source = { piece: reading.piece, plan: emptyPlan(), klass: DEFAULT_CLASS }
  return [...DEFAULT_CLASS.seats.map((s) => s.id), null].map((seat) =>
    sheetOf(
      toolkit,
      source,
      { seat, passage: null, much: 'all', marks: ['letters', 'strings', 'fingers', 'positions', 'bows'] },
      { paper, size: 'normal' },
    )!,
  )
}

type Text = { readonly text: string; readonly x: number; readonly y: number; readonly size: number; readonly width: number }

/** An independent reader (pdf.js) takes the file apart: its pages, their texts in points, and how many paths are on them, where that is asked. */
async function read(bytes: Uint8Array, withPaths = false) {
  const document = await getDocument({ data: bytes.slice(), verbosity: 0, useSystemFonts: false }).promise
  const pages = []
  for (let n = 1; n <= document.numPages; n++) {
    const page = await document.getPage(n)
    const { width, height } = page.getViewport({ scale: 1 })
    const { items } = await page.getTextContent()
    const texts = items.flatMap((i): Text[] =>
      'str' in i && i.str.trim()
        ? [
            {
              text: i.str,
              x: i.transform[4] as number,
              y: i.transform[5] as number,
              size: Math.hypot(i.transform[2] as number, i.transform[3] as number),
              width: i.width,
            },
          ]
        : [],
    )
    const operators = withPaths ? (await page.getOperatorList()).fnArray : []
    pages.push({ width, height, texts, paths: operators.filter((f) => f === OPS.constructPath).length })
  }
  return { pages, outline: ((await document.getOutline()) ?? []).map((o) => o.title) }
}

const DEMO = readdirSync('demo').filter((f) => /\.(abc|musicxml)$/.test(f))

describe('sheets as one PDF', () => {
  // Paper sizes: ISO 216 (A4, 210 × 297 mm) and ANSI Letter (8.5 × 11 in), in points of 1/72 inch.
  it.each([
    ['a4', 595.28, 841.89],
    ['letter', 612, 792],
  ] as const)('%s: every seat and the score, numerals to read from a stand, nothing over the margin', async (paper, width, height) => {
    const sheets = sheetsOf('lanterns-on-the-weir.abc', paper)
    const { pages, outline } = await read(await pdfOf(sheets, paper, new Date(0)), true)
    expect(pages).toHaveLength(sheets.reduce((n, s) => n + s.pages.length, 0))
    expect(outline).toEqual(['Violin', 'Viola', 'Cello', 'Bass', 'Score'])
    for (const page of pages) {
      expect([page.width, page.height].map((n) => Math.round(n * 10))).toEqual([Math.round(width * 10), Math.round(height * 10)])
      expect(page.paths).toBeGreaterThan(100)
      for (const t of page.texts) {
        // 10 mm from the edges: what printers reach (common practice).
        expect(t.x, t.text).toBeGreaterThan(28)
        expect(t.x + t.width, t.text).toBeLessThan(width - 28)
        expect(t.y, t.text).toBeGreaterThan(20)
        expect(t.y, t.text).toBeLessThan(height - 28)
      }
    }
    const cello = pages[2].texts
    expect(cello.map((t) => t.text).join(' ')).toMatch(/Cello.*Lanterns on the Weir|Lanterns on the Weir.*Cello/)
    const numerals = cello.filter((t) => /^[↓↑]?[0-4]$/.test(t.text) && t.size > 8)
    expect(numerals.length).toBeGreaterThan(30)
    for (const n of numerals) expect(n.size).toBeGreaterThanOrEqual(9)
  })
  it('the same sheets give the same bytes', async () => {
    const sheets = sheetsOf('two-barges.abc', 'a4')
    const [a, b] = [await pdfOf(sheets, 'a4', new Date(0)), await pdfOf(sheets, 'a4', new Date(0))]
    expect(Buffer.from(a).equals(Buffer.from(b))).toBe(true)
    const { info } = await (await getDocument({ data: a.slice(), verbosity: 0 }).promise).getMetadata()
    expect(info).toMatchObject({ Title: 'Two Barges', Creator: 'Even Seat' })
  })
  it.each(someOf(DEMO, 1))('%s: all that the engraver draws can be put on paper', async (name) => {
    const { pages } = await read(await pdfOf(sheetsOf(name, 'a4'), 'a4', new Date(0)))
    expect(pages.length).toBeGreaterThanOrEqual(5)
  })
  it('what is said under the notes stands apart, word from word, in every piece and for every seat', async () => {
    for (const name of someOf(DEMO)) {
      const [{ reading }] = readFile(name, readFileSync(`demo/${name}`))
      if (!reading.ok) throw new Error(name)
      const source = { piece: reading.piece, plan: emptyPlan(), klass: DEFAULT_CLASS }
      const sheets = DEFAULT_CLASS.seats.map(({ id }) =>
        sheetOf(toolkit, source, { seat: id, passage: null, much: 'all', marks: ['calls'] }, { paper: 'a4', size: 'normal' })!,
      )
      const { pages } = await read(await pdfOf(sheets, 'a4', new Date(0)))
      for (const { texts } of pages) {
        const said = texts.filter((t) => Math.abs(t.size - texts.find((x) => /^(one|open|two)/.test(x.text))!.size) < 0.01)
        for (const a of said)
          for (const b of said)
            if (a !== b && a.x <= b.x && Math.abs(a.y - b.y) < 2)
              expect(a.x + a.width, `${name}: ${a.text} before ${b.text}`).toBeLessThan(b.x)
      }
    }
  })
  it('letters inside the heads can be read, and are put on paper in white where the head is black', async () => {
    const [{ reading }] = readFile('two-barges.abc', readFileSync('demo/two-barges.abc'))
    if (!reading.ok) throw new Error('two barges')
    const source = { piece: reading.piece, plan: emptyPlan(), klass: DEFAULT_CLASS }
    const sheet = sheetOf(
      toolkit,
      source,
      { seat: 'violin', passage: null, much: 'all', marks: ['heads'] },
      { paper: 'a4', size: 'normal' },
    )!
    const bytes = await pdfOf([sheet], 'a4', new Date(0))
    const { pages } = await read(bytes)
    const letters = pages.flatMap((p) => p.texts.filter((t) => /^[A-G]$/.test(t.text)))
    expect(
      letters
        .map((t) => t.text)
        .join('')
        .startsWith('GBAGBDCBABCA'),
    ).toBe(true)
    for (const t of letters) expect(t.size, t.text).toBeGreaterThanOrEqual(9)
    const page = await (await getDocument({ data: bytes.slice(), verbosity: 0 }).promise).getPage(1)
    const { fnArray, argsArray } = await page.getOperatorList()
    const fills = fnArray.flatMap((f, i) => (f === OPS.setFillRGBColor ? [String(argsArray[i])] : []))
    expect(fills.some((f) => f.includes('255') || f.includes('#ffffff'))).toBe(true)
  })
  it('refuses what it cannot draw, so that nothing is left out unseen', () => {
    const doc = new PDFDocument({ autoFirstPage: true, font: null as unknown as string })
    const svg = (inside: string) =>
      `<svg viewBox="0 0 10 10" xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink">${inside}</svg>`
    const at = { x: 0, y: 0, width: 10 }
    expect(() => drawEngraving(doc, svg('<image/>'), at)).toThrow('<image>')
    expect(() => drawEngraving(doc, svg('<g transform="skewX(3)"><path d="M0 0 L1 1"/></g>'), at)).toThrow('skewX')
    expect(() => drawEngraving(doc, svg('<g><use xlink:href="#nothing"/></g>'), at)).toThrow('#nothing')
  })
})

describe('faces', () => {
  it('each character is written in a face that has it', () => {
    for (const char of 'Aé♯♭♮↓↑½·Łž♩Ω')
      for (const { face, text } of runsOf(char, 'plain')) expect(face.has(text.codePointAt(0)!), char).toBe(true)
    expect(runsOf('C♯ ↓2', 'strong').map((r) => r.text)).toEqual(['C', '♯', ' ↓2'])
  })
  it('a WOFF is unwrapped to a plain font: the same tables, in their lengths', () => {
    const woff = readFileSync('node_modules/@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff')
    const plain = unwrapped(woff)
    // W3C WOFF 1.0 § 3: totalSfntSize is the length of the font as it was.
    expect(plain.length).toBe(woff.readUInt32BE(16))
  })
})
