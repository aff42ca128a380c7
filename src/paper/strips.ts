import type { StripPage } from '@/core/tapes/strip'
import { newDocument } from './document'
import { writePage } from './write'

/** Points (1/72 inch) to a millimetre. */
const POINT = 72 / 25.4

/** Pages of strips as one PDF, true to scale. `made` is the date that stands in the file. */
export async function stripsPdf(pages: readonly StripPage[], title: string, made: Date): Promise<Uint8Array> {
  const { doc, ended } = newDocument(title, made)
  for (const { width, height, marks } of pages) {
    doc.addPage({ size: [width * POINT, height * POINT], margin: 0 })
    doc.save().scale(POINT)
    for (const m of marks)
      switch (m.kind) {
        case 'line':
          doc.lineWidth(m.thick)
          if (m.dashed) doc.dash(2, { space: 1 })
          else doc.undash()
          doc
            .moveTo(...m.from)
            .lineTo(...m.to)
            .stroke('#000')
          break
        case 'text':
          writePage(doc, [{ text: m.text, hand: m.strong ? 'strong' : 'plain', size: m.size }], m.at[0], m.at[1])
          break
      }
    doc.restore()
  }
  doc.end()
  return ended
}
