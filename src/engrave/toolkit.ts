import { finishSystem, slimmed } from './post'

/** What of the engraver is used; both the browser's worker and the server hand one in. */
export type Toolkit = {
  setOptions(options: Record<string, unknown>): void
  resetXmlIdSeed(seed: number): void
  loadData(data: string): boolean
  getPageCount(): number
  renderToSVG(page: number): string
}

/** Sizes that came out clean for rows of letters and fingers under the staff. */
const ROWS_FIT = {
  font: 'Leland',
  footer: 'none',
  header: 'none',
  lyricWordSpace: 2,
  lyricTopMinMargin: 5,
  lyricVerseCollapse: true,
  spacingLinear: 0.35,
  svgViewBox: true,
}

const load = (toolkit: Toolkit, mei: string): void => {
  // Same input, same drawing: the ids inside must not depend on what was drawn before.
  toolkit.resetXmlIdSeed(1)
  if (!toolkit.loadData(mei)) throw new Error('the engraver refused the piece')
}

/** The score as systems, one SVG each, for a column `width` pixels wide. `scale` in percent. */
export function engraveSystems(toolkit: Toolkit, mei: string, width: number, scale: number): string[] {
  toolkit.setOptions({
    ...ROWS_FIT,
    scale,
    lyricSize: 4.5,
    breaks: 'auto',
    systemMaxPerPage: 1,
    adjustPageHeight: true,
    mmOutput: false,
    pageWidth: Math.round((width * 100) / scale),
    pageHeight: 60000,
    pageMarginLeft: 130,
    pageMarginRight: 20,
    pageMarginTop: 30,
    pageMarginBottom: 30,
  })
  load(toolkit, mei)
  return Array.from({ length: toolkit.getPageCount() }, (_, i) => finishSystem(toolkit.renderToSVG(i + 1), BESIDE_BRACKET))
}

/** Where the names of the rows end, in units of the engraving left of the music: clear of a score's bracket, or close to a lone staff. */
const BESIDE_BRACKET = -260
const BESIDE_STAFF = -100

/** Paper sizes in tenths of a millimetre (ISO 216 A4; ANSI Letter, 8.5 × 11 in). */
export const PAPERS = { a4: { width: 2100, height: 2970 }, letter: { width: 2159, height: 2794 } } as const
export type Paper = keyof typeof PAPERS

/** Margins of a printed part, and room for the title on the first page and the foot on each, in tenths of a millimetre. */
const MARGIN = { side: 150, top: 150, title: 260, foot: 150 }

/** A part as pages, one SVG each, drawn to the size of the paper. Each leaves room for the title; `rowNames` says at the left what each row is. */
export function engravePages(toolkit: Toolkit, mei: string, paper: Paper, rowNames = false): string[] {
  const { width, height } = PAPERS[paper]
  toolkit.setOptions({
    ...ROWS_FIT,
    scale: 100,
    lyricSize: 5,
    // In the lines of the printed page, where they are known: the class then finds "line 2, measure 3" on this paper too.
    breaks: mei.includes('<sb/>') ? 'line' : 'auto',
    systemMaxPerPage: 0,
    adjustPageHeight: false,
    mmOutput: true,
    pageWidth: width,
    pageHeight: height - MARGIN.title - MARGIN.foot,
    pageMarginLeft: MARGIN.side,
    pageMarginRight: MARGIN.side,
    pageMarginTop: 0,
    pageMarginBottom: 0,
    spacingSystem: 10,
    justifyVertically: false,
  })
  load(toolkit, mei)
  return Array.from({ length: toolkit.getPageCount() }, (_, i) =>
    slimmed(finishSystem(toolkit.renderToSVG(i + 1), rowNames ? BESIDE_STAFF : null)),
  )
}
