import type { Mark, StripPage } from '@/core/tapes/strip'

const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`)
const n = (x: number): string => `${Math.round(x * 1000) / 1000}`

function element(m: Mark): string {
  switch (m.kind) {
    case 'line':
      return `<line x1="${n(m.from[0])}" y1="${n(m.from[1])}" x2="${n(m.to[0])}" y2="${n(m.to[1])}" stroke="#000" stroke-width="${m.thick}"${m.dashed ? ' stroke-dasharray="2 1"' : ''}/>`
    case 'text':
      return `<text x="${n(m.at[0])}" y="${n(m.at[1])}" font-family="sans-serif" font-size="${m.size}"${m.strong ? ' font-weight="600"' : ''}>${escaped(m.text)}</text>`
  }
}

/** A page of strips as SVG 1.1 in millimetres: one unit of it is one millimetre of paper. */
export const stripSvg = ({ width, height, marks }: StripPage): string =>
  [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}">`,
    `<rect width="100%" height="100%" fill="#fff"/>`,
    ...marks.map(element),
    '</svg>\n',
  ].join('\n')
