import type { Row } from './rows'

/** The ids that the engraver makes up for what we did not name: nothing on paper asks for them. */
const MADE_UP = / id="([a-z][a-z0-9]{5,9})"/g

/** A drawing that is only looked at, in half its bytes: without made-up ids, empty groups and the space between its parts. */
export function slimmed(svg: string): string {
  // What the drawing's own style speaks of stays: without it staff lines and stems would not be drawn.
  const asked = new Set([...svg.matchAll(/#([a-z][a-z0-9]{5,9})\b/g)].map(([, id]) => id))
  return svg
    .replace(MADE_UP, (whole, id: string) => (asked.has(id) ? whole : ''))
    .replace(/>\s+</g, '><')
    .replace(/<g(?: class="[^"]*")? ?\/>/g, '')
}

/** Width of a notehead in staff spaces at the size it is drawn: whole heads are wider than the others. */
const HEAD_WIDTH: Record<string, number> = { E0A2: 1.688, E0A3: 1.18, E0A4: 1.18, E0A0: 2.4 }
/** Units of the engraving to a staff space. */
const SPACE = 180

const ROW_LABEL: Record<Row, string> = { letter: 'letter', string: 'string', finger: 'finger' }

const TOKEN =
  /<g [^>]*class="(?:note|chord|rest|mRest|system)"|<use xlink:href="#(E0A\d)[^>]*translate\((-?\d+), |<g id="([\w-]+?)--[^"]*" class="verse row-(\w+)"|<text x="(-?\d+)" y="(-?\d+)"/g

/**
 * Makes engraved systems ours, as text, before a page sees it: row syllables are centred under their notehead, each
 * row gets its name at the left end, ending at `nameAt` (the engraver prints none), sizes are left to the page.
 */
export function finishSystem(svg: string, nameAt: number | null): string {
  let centre: number | null = null
  let row: { seat: string; row: Row } | null = null
  let system = 0
  const labels = new Map<string, { y: number; row: Row }>()
  const finished = svg.replace(
    TOKEN,
    (whole, head?: string, headX?: string, seat?: string, rowName?: string, textX?: string, textY?: string) => {
      if (head && headX) {
        // Of a chord the first head counts: the rest stand on the same stem.
        centre ??= Number(headX) + (HEAD_WIDTH[head] ?? 1.18) * SPACE * 0.5
        return whole
      }
      if (seat && rowName) {
        row = { seat, row: rowName as Row }
        return whole
      }
      if (textX && textY) {
        if (!row || centre === null) return whole
        const key = `${system} ${row.seat} ${row.row}`
        if (!labels.has(key)) labels.set(key, { y: Number(textY), row: row.row })
        row = null
        return `<text text-anchor="middle" x="${Math.round(centre)}" y="${textY}"`
      }
      if (whole.endsWith('"system"')) system++
      centre = null
      row = null
      return whole
    },
  )
  if (nameAt === null) return finished
  const texts = [...labels.values()].map(
    ({ y, row: r }) => `<text class="row-name" x="${nameAt}" y="${y}" text-anchor="end" font-size="250px">${ROW_LABEL[r]}</text>`,
  )
  return finished.replace(/(<g class="page-margin"[^>]*>)/, `$1${texts.join('')}`)
}
