import { runsOf, type Hand } from './fonts'

type Doc = PDFKit.PDFDocument

/** A text and how it is written, its size in the units of the page as it is transformed. */
export type Words = { readonly text: string; readonly hand: Hand; readonly size: number }
export type Anchor = 'start' | 'middle' | 'end'

const registered = new WeakMap<Doc, Set<string>>()

/** Takes a face up; each is put into a file once, under one name. */
function take(doc: Doc, { face, size }: { face: { name: string; data: Buffer }; size: number }): void {
  const known = registered.get(doc) ?? new Set<string>()
  registered.set(doc, known)
  if (!known.has(face.name)) {
    doc.registerFont(face.name, face.data)
    known.add(face.name)
  }
  doc.font(face.name).fontSize(size)
}

/** How wide words are, in the units of the page. */
export function widthOf(doc: Doc, words: readonly Words[]): number {
  let width = 0
  for (const { text, hand, size } of words)
    for (const run of runsOf(text, hand)) {
      take(doc, { face: run.face, size })
      width += doc.widthOfString(run.text)
    }
  return width
}

/** Writes words on a baseline, one after the other. */
export function writePage(doc: Doc, words: readonly Words[], x: number, y: number, anchor: Anchor = 'start'): void {
  const width = anchor === 'start' ? 0 : widthOf(doc, words)
  let at = x - (anchor === 'middle' ? width / 2 : width)
  for (const { text, hand, size } of words)
    for (const run of runsOf(text, hand)) {
      take(doc, { face: run.face, size })
      doc.text(run.text, at, y, { lineBreak: false, baseline: 'alphabetic' })
      at += doc.widthOfString(run.text)
    }
}
