import { create } from 'qrcode'
import { MARGIN, PAPERS, type Paper } from '@/engrave/toolkit'
import type { Sheet } from '@/engrave/sheet'
import type { BlockSheet } from '@/core/sheets/blocks'
import { drawBlocks, type EngraveMusic } from './blocks'
import { newDocument } from './document'
import { drawEngraving } from './draw'
import { pdfPen } from './pen'
import { widthOf, writePage, type Words } from './write'

/** Points (1/72 inch) to a tenth of a millimetre. */
const POINT = 72 / 254

/** A sheet with the address that a code on its first page leads to; null or not there: none. */
export type PaperSheet = Sheet & { readonly link?: string | null }
/** What stands in a file: a part or score as it was engraved, or a sheet that is told by blocks. */
export type InFile = PaperSheet | BlockSheet

/** Of parts and scores alone nothing else is engraved. */
const NO_MUSIC: EngraveMusic = () => {
  throw new Error('music among blocks needs an engraver')
}

/** Sheets as one PDF: vectors, fonts embedded, each sheet beginning on a page of its own and named in the outline. `made` is the date that stands in the file; `engrave` engraves what music stands among blocks; `turn` is waited for between sheets, so that a long file gives way to others. */
export async function pdfOf(
  sheets: readonly InFile[],
  paper: Paper,
  made: Date,
  engrave: EngraveMusic = NO_MUSIC,
  turn: () => Promise<void> = () => Promise.resolve(),
): Promise<Uint8Array> {
  const { doc, ended } = newDocument(sheets[0].title, made)
  const pen = pdfPen(doc)
  for (const sheet of sheets) {
    await turn()
    if ('blocks' in sheet) drawBlocks(pen, sheet, paper, engrave)
    else drawPart(doc, sheet, paper)
  }
  doc.end()
  return ended
}

/** A part or score, page by page. */
function drawPart(doc: PDFKit.PDFDocument, sheet: PaperSheet, paper: Paper): void {
  const { width, height } = PAPERS[paper]
  const size: [number, number] = [width * POINT, height * POINT]
  sheet.pages.forEach((svg, i) => {
    doc.addPage({ size, margin: 0 })
    if (i === 0) doc.outline.addItem(sheet.name)
    head(doc, sheet, i, size[0])
    drawEngraving(doc, svg, { x: 0, y: MARGIN.title * POINT, width: size[0] })
    foot(doc, sheet, i, size)
  })
}

/** Width of a code with its white, and how far from the upper edge it stands, in points: 18 and 6 mm, a module of which a phone reads from a hand’s breadth. */
const [CODE, CODE_TOP] = [51, 17]
/** White around a code, in its modules: four, as ISO/IEC 18004 asks. */
const QUIET = 4

/** A QR code (ISO/IEC 18004) as squares, its white margin within the width. */
function drawCode(doc: PDFKit.PDFDocument, text: string, x: number, y: number, width: number): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const one = width / (modules.size + 2 * QUIET)
  for (let r = 0; r < modules.size; r++)
    for (let c = 0; c < modules.size; c++) if (modules.get(r, c)) doc.rect(x + (c + QUIET) * one, y + (r + QUIET) * one, one, one)
  doc.fill('#000')
}

/** Sizes of type in points, as the page on the screen has them (globals.css). */
const TYPE = { title: 19, seat: 13, side: 11, book: 10, foot: 9.5 } as const

/** The title in the middle, shrunk where it would meet what stands beside it; the seat at the left, who and how fast at the right. */
function head(doc: PDFKit.PDFDocument, { title, name, book, side, link }: PaperSheet, page: number, width: number): void {
  const margin = MARGIN.side * POINT
  const code = page === 0 && link ? CODE : 0
  if (code && link) drawCode(doc, link, width - margin - code, CODE_TOP, code)
  const base = (MARGIN.title - 50) * POINT
  const left: Words[] = [{ text: name, hand: 'strong', size: TYPE.seat }]
  const right: Words[] = page === 0 && side ? [{ text: side, hand: 'plain', size: TYPE.side }] : []
  const beside = Math.max(
    widthOf(doc, left),
    widthOf(doc, right) + (code ? code + 6 : 0),
    book && page === 0 ? widthOf(doc, [{ text: book, hand: 'plain', size: TYPE.book }]) : 0,
  )
  const middle: Words = page === 0 ? { text: title, hand: 'title', size: TYPE.title } : { text: title, hand: 'plain', size: TYPE.side }
  const room = width - 2 * (margin + beside + 12)
  const shrunk = { ...middle, size: middle.size * Math.min(1, room / Math.max(1, widthOf(doc, [middle]))) }
  writePage(doc, [shrunk], width / 2, base, 'middle')
  writePage(doc, left, margin, book && page === 0 ? base - TYPE.book * 1.25 : base)
  if (book && page === 0) writePage(doc, [{ text: book, hand: 'plain', size: TYPE.book }], margin, base)
  writePage(doc, right, width - margin - (code ? code + 6 : 0), base, 'end')
}

function foot(doc: PDFKit.PDFDocument, { legend, pages }: PaperSheet, page: number, [width, height]: readonly [number, number]): void {
  const margin = MARGIN.side * POINT
  const base = height - 90 * POINT
  const one = (text: string): Words[] => [{ text, hand: 'plain', size: TYPE.foot }]
  // What the marks mean stands beside the number, smaller where there is much of it.
  if (page === 0 && legend) {
    const room = width - 2 * margin - 50
    const size = TYPE.foot * Math.min(1, room / widthOf(doc, one(legend)))
    writePage(doc, [{ text: legend, hand: 'plain', size }], margin, base)
  }
  writePage(doc, one(`${page + 1} / ${pages.length}`), width - margin, base, 'end')
}
