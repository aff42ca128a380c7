import { drawEngraving } from './draw'
import type { Hand } from './fonts'
import { widthOf, writePage, type Anchor, type Words } from './write'

export type Point = readonly [number, number]
export type LineLook = { readonly thick: number; readonly colour?: string; readonly dashed?: true }

/** What a page is drawn with, in points from its upper left corner: a file and a screen are given the same strokes. */
export type Pen = {
  /** A new page; `named`: it is found under that name. */
  readonly page: (size: Point, named: string | null) => void
  readonly widthOf: (words: readonly Words[]) => number
  readonly write: (words: readonly Words[], x: number, y: number, anchor?: Anchor) => void
  readonly line: (from: Point, to: Point, look: LineLook) => void
  readonly dot: (at: Point, radius: number) => void
  /** An engraved drawing, its upper left corner at a place, so many points wide. */
  readonly engraving: (svg: string, at: { readonly x: number; readonly y: number; readonly width: number }) => void
}

/** Draws into a PDF. */
export const pdfPen = (doc: PDFKit.PDFDocument): Pen => ({
  page: ([width, height], named) => {
    doc.addPage({ size: [width, height], margin: 0 })
    if (named !== null) doc.outline.addItem(named)
  },
  widthOf: (words) => widthOf(doc, words),
  write: (words, x, y, anchor) => writePage(doc, words, x, y, anchor),
  line: (from, to, { thick, colour = '#000', dashed }) => {
    doc.lineWidth(thick)
    if (dashed) doc.dash(3, { space: 3 })
    doc
      .moveTo(...from)
      .lineTo(...to)
      .stroke(colour)
    if (dashed) doc.undash()
  },
  dot: (at, radius) => {
    doc.circle(...at, radius).fill('#000')
  },
  engraving: (svg, at) => drawEngraving(doc, svg, at),
})

const CLASS: Record<Hand, string> = { plain: 'hand-plain', strong: 'hand-strong', slanted: 'hand-slanted', title: 'hand-title' }
const round = (n: number): number => Math.round(n * 100) / 100
const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')

/** Draws pages for a screen, an SVG each; words are measured by `doc`, which has no page, with the faces that a file has. */
export function svgPen(doc: PDFKit.PDFDocument): { readonly pen: Pen; readonly pages: () => string[] } {
  const done: { size: Point; inside: string[] }[] = []
  const put = (svg: string) => done.at(-1)!.inside.push(svg)
  const pen: Pen = {
    page: (size) => done.push({ size, inside: [] }),
    widthOf: (words) => widthOf(doc, words),
    write: (words, x, y, anchor = 'start') => {
      const width = widthOf(doc, words)
      let at = x - (anchor === 'middle' ? width / 2 : anchor === 'end' ? width : 0)
      for (const word of words) {
        put(
          `<text class="${CLASS[word.hand]}" x="${round(at)}" y="${round(y)}" font-size="${round(word.size)}px">${escaped(word.text)}</text>`,
        )
        at += widthOf(doc, [word])
      }
    },
    line: ([x1, y1], [x2, y2], { thick, colour = '#000', dashed }) =>
      put(
        `<line x1="${round(x1)}" y1="${round(y1)}" x2="${round(x2)}" y2="${round(y2)}" stroke="${colour}" stroke-width="${round(thick)}"${dashed ? ' stroke-dasharray="3 3"' : ''}/>`,
      ),
    dot: ([x, y], radius) => put(`<circle cx="${round(x)}" cy="${round(y)}" r="${round(radius)}"/>`),
    engraving: (svg, { x, y, width }) => {
      const [, , w, h] = /viewBox="([^"]+)"/.exec(svg)![1].split(/\s+/).map(Number)
      const placed = `<svg x="${round(x)}" y="${round(y)}" width="${round(width)}" height="${round((width * h) / w)}" `
      // Its own size would hold against the one that it has here.
      put(
        svg
          .replace(/<\?xml[^>]*>/, '')
          .replace(/<svg [^>]*>/, (open) => open.replace(/ (?:width|height)="[^"]*"/g, '').replace('<svg ', placed)),
      )
    },
  }
  const pages = () =>
    done.map(
      ({ size: [w, h], inside }) =>
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${round(w)} ${round(h)}">${inside.join('')}</svg>`,
    )
  return { pen, pages }
}
