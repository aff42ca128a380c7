import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { INSTRUMENTS } from '@/core/instruments/all'
import { positionKey } from '@/core/instruments/instrument'
import { stripPartsOf, stripPages, stripSheet, type Strip } from '@/core/tapes/strip'
import { fromNut, markersOf, tapesFor, usualFrames } from '@/core/tapes/tapes'
import { stripSvg } from '@/formats/stripSvg'
import { stripsPdf } from './strips'

const MM = 25.4 / 72
const A4 = { width: 210, height: 297 }
const [violin, , cello, bass] = INSTRUMENTS

const strip = (instrument: (typeof INSTRUMENTS)[number], length: number, to: string): Strip => {
  const keys = instrument.positions.map(positionKey)
  const positions = keys.slice(1, keys.indexOf(to) + 1)
  const places = tapesFor({ instrument, length, frames: usualFrames(instrument), positions })
  return { name: 'Ada', about: `${instrument.name}, ${length} mm`, length, markers: markersOf(places) }
}

type Line = { readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number }

/** The straight lines of each page in millimetres from its top left corner, as an independent reader (pdf.js) takes the file apart. */
async function linesIn(bytes: Uint8Array): Promise<{ lines: Line[]; texts: string[]; width: number; height: number }[]> {
  const document = await getDocument({ data: bytes.slice(), verbosity: 0, useSystemFonts: false }).promise
  const out = []
  for (let n = 1; n <= document.numPages; n++) {
    const page = await document.getPage(n)
    const { width, height } = page.getViewport({ scale: 1 })
    const { fnArray, argsArray } = await page.getOperatorList()
    const stack: number[][] = []
    let m = [1, 0, 0, 1, 0, 0]
    const lines: Line[] = []
    fnArray.forEach((fn: number, i: number) => {
      const args = argsArray[i] as unknown[]
      if (fn === OPS.save) stack.push(m)
      if (fn === OPS.restore) m = stack.pop() ?? m
      if (fn === OPS.transform) {
        const [a, b, c, d, e, f] = args as number[]
        m = [
          m[0] * a + m[2] * b,
          m[1] * a + m[3] * b,
          m[0] * c + m[2] * d,
          m[1] * c + m[3] * d,
          m[0] * e + m[2] * f + m[4],
          m[1] * e + m[3] * f + m[5],
        ]
      }
      if (fn === OPS.constructPath) {
        const [x1, y1, x2, y2] = [...(args[2] as Float32Array)]
        const at = (x: number, y: number) => [m[0] * x + m[2] * y + m[4], height - (m[1] * x + m[3] * y + m[5])]
        const [a, b] = [at(x1, y1), at(x2, y2)]
        lines.push({ x1: a[0] * MM, y1: a[1] * MM, x2: b[0] * MM, y2: b[1] * MM })
      }
    })
    const { items } = await page.getTextContent()
    out.push({ lines, texts: items.flatMap((t) => ('str' in t && t.str.trim() ? [t.str] : [])), width: width * MM, height: height * MM })
  }
  return out
}
const long = ({ x1, y1, x2, y2 }: Line) => Math.hypot(x2 - x1, y2 - y1)

describe('strips for the fingerboard, true to scale', () => {
  it('the bars are 100.0 mm, and every tape lies where it was worked out, to a tenth of a millimetre', async () => {
    const one = strip(violin, 328, 'III')
    const [page] = await linesIn(await stripsPdf(stripPages([one], A4), 'Tapes', new Date(0)))
    expect(page.width).toBeCloseTo(210, 1)
    expect(page.lines.filter((l) => Math.abs(long(l) - 100) < 0.1)).toHaveLength(2)
    // Across the strip: what lies at the nut, at each tape, and the end.
    const across = page.lines.filter((l) => Math.abs(l.y1 - l.y2) < 1e-3 && Math.abs(long(l) - 14) < 0.01).map((l) => l.y1)
    const nut = Math.min(...across)
    for (const { k } of one.markers) {
      const mm = fromNut(328, k)
      expect(Math.min(...across.map((y) => Math.abs(y - nut - mm))), `k ${k}`).toBeLessThanOrEqual(0.1)
    }
    expect(page.texts.join(' ')).toContain('edge at the nut')
    expect(page.texts.join(' ')).toContain('Print at actual size (100 %)')
  })

  it('a strip longer than the page goes on with a seam that lies at the same place of both parts; nothing is lost or off the page', async () => {
    const one = strip(bass, 1050, 'VII')
    const pages = stripPages([one], A4)
    const read = await linesIn(await stripsPdf(pages, 'Tapes', new Date(0)))
    const texts = read.flatMap((p) => p.texts)
    for (const m of one.markers) expect(texts.filter((t) => t === m.mm.toFixed(1)).length, `${m.mm}`).toBeGreaterThanOrEqual(1)
    expect(texts.filter((t) => t.startsWith('seam 1')).length).toBe(2)
    // Two parts have 20 mm in common, and the seam lies in their middle.
    const [first, second] = stripPartsOf(one, 240)
    expect(second.from).toBe(first.to - 20)
    expect(stripPartsOf(one, 1200)).toHaveLength(1)
    for (const page of read)
      for (const l of page.lines)
        for (const [x, y] of [
          [l.x1, l.y1],
          [l.x2, l.y2],
        ]) {
          expect(x).toBeGreaterThan(0)
          expect(x).toBeLessThan(page.width)
          expect(y).toBeGreaterThan(0)
          expect(y).toBeLessThan(page.height)
        }
  })

  it('several students by their sizes stand side by side, each with a name; the same date gives the same bytes', async () => {
    const class20 = Array.from({ length: 20 }, (_x, i) => ({
      ...strip(i % 2 ? cello : violin, i % 2 ? 570 : 283, 'I'),
      name: `Student ${i + 1}`,
    }))
    const pages = stripPages(class20, A4)
    const bytes = await stripsPdf(pages, 'Tapes', new Date(0))
    expect(Buffer.from(bytes).equals(Buffer.from(await stripsPdf(pages, 'Tapes', new Date(0))))).toBe(true)
    const texts = (await linesIn(bytes)).flatMap((p) => p.texts)
    for (const s of class20) expect(texts).toContain(s.name)
  })

  it('as SVG a unit is a millimetre, nothing is cut, and names are safe', () => {
    const svg = stripSvg(stripSheet([{ ...strip(cello, 692, 'VII'), name: 'A & <b>' }]))
    const [, width, height] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 \1 \2"/.exec(svg)!
    expect(Number(height)).toBeGreaterThan(346)
    expect(Number(width)).toBeGreaterThan(100)
    expect(svg).toContain('A &amp; &lt;b&gt;')
    expect(svg).not.toContain('seam')
  })
})
