import { element, elementInLines, type Xml } from '@/core/xml'
import type { StripMark, StripPage } from '@/core/tapes/strip'

const n = (x: number): number => Math.round(x * 1000) / 1000

function drawn(m: StripMark): Xml {
  switch (m.kind) {
    case 'line': {
      const [[x1, y1], [x2, y2]] = [m.from, m.to].map(([x, y]) => [n(x), n(y)])
      return element('line', { x1, y1, x2, y2, stroke: '#000', 'stroke-width': m.thick, 'stroke-dasharray': m.dashed && '2 1' })
    }
    case 'text': {
      const weight = m.strong ? 600 : null
      return element(
        'text',
        { x: n(m.at[0]), y: n(m.at[1]), 'font-family': 'sans-serif', 'font-size': m.size, 'font-weight': weight },
        m.text,
      )
    }
  }
}

/** A page of strips as SVG 1.1 in millimetres: one unit of it is one millimetre of paper. */
export const stripSvg = ({ width, height, marks }: StripPage): string => {
  const size = { width: `${n(width)}mm`, height: `${n(height)}mm`, viewBox: `0 0 ${n(width)} ${n(height)}` }
  const paper = element('rect', { width: '100%', height: '100%', fill: '#fff' })
  return `${elementInLines('svg', { xmlns: 'http://www.w3.org/2000/svg', ...size }, [paper, ...marks.map(drawn)])}\n`
}
