import { fewestSystems, inSystems, lineNames } from './breaking'
import { LETTERED, letteredHeads } from './heads'
import { finishSystem, measured, slimmed, spreadSystems } from './post'

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

/** How systems are drawn for a column `width` pixels wide; `scale` in percent. */
const onScreen = (width: number, scale: number, left: number) => ({
  ...ROWS_FIT,
  scale,
  lyricSize: 4.5,
  systemMaxPerPage: 1,
  adjustPageHeight: true,
  mmOutput: false,
  pageWidth: Math.round((width * 100) / scale),
  pageHeight: 60000,
  pageMarginLeft: left,
  pageMarginRight: 20,
  pageMarginTop: 30,
  pageMarginBottom: 30,
})

/** The score as systems, one SVG each, for a column `width` pixels wide. `scale` in percent. */
export function engraveSystems(toolkit: Toolkit, mei: string, width: number, scale: number): string[] {
  toolkit.setOptions({ ...onScreen(width, scale, 130), breaks: 'auto' })
  load(toolkit, mei)
  return Array.from({ length: toolkit.getPageCount() }, (_, i) => finishSystem(toolkit.renderToSVG(i + 1), BESIDE_BRACKET))
}

/** A part alone in systems for a screen: each filled as evenly as can be, printed lines begun anew and named where they are broken. */
export function engraveStand(
  toolkit: Toolkit,
  { mei, starts, inHeads }: Pick<OnPaper, 'mei' | 'starts' | 'inHeads'>,
  width: number,
  scale: number,
): string[] {
  const left = starts.length > 1 ? 110 : 20
  const options = onScreen(width, scale, left)
  toolkit.setOptions({ ...options, breaks: 'none' })
  load(toolkit, mei([]))
  const { widths, head } = measured(toolkit.renderToSVG(1))
  const systems = fewestSystems({ widths, head, width: (options.pageWidth - left - 20) * 10, starts })
  toolkit.setOptions({ ...options, breaks: 'line' })
  load(toolkit, mei(systems))
  const names = lineNames(starts, systems)
  return systems.map((_, i) => lettered(finishSystem(toolkit.renderToSVG(i + 1), null, [names[i]]), inHeads))
}

/** Where the names of the rows end, in units of the engraving left of the music: clear of a score's bracket, or close to a lone staff. */
const BESIDE_BRACKET = -260
const BESIDE_STAFF = -100

/** Paper sizes in tenths of a millimetre (ISO 216 A4; ANSI Letter, 8.5 × 11 in). */
export const PAPERS = { a4: { width: 2100, height: 2970 }, letter: { width: 2159, height: 2794 } } as const
export type Paper = keyof typeof PAPERS

/** Sizes of the notes, in percent of a staff of 7.2 mm; a score of several staves is drawn at the second. */
export const NOTE_SIZES = { small: { part: 84, score: 56 }, normal: { part: 100, score: 66 }, large: { part: 124, score: 80 } } as const
export type NoteSize = keyof typeof NOTE_SIZES

/** Margins of a printed part, and room for the title on the first page and the foot on each, in tenths of a millimetre. */
export const MARGIN = { side: 150, title: 260, foot: 150 } as const

/** Room for the names of rows and lines beside a staff: what stands there stays inside the margin of the paper. */
const ROW_NAMES = 80

/** What is put on paper: MEI for given breaks, and how it is drawn. */
export type OnPaper = {
  readonly mei: (breaks: readonly number[]) => string
  /** Measures at which a printed line begins, the first among them. */
  readonly starts: readonly number[]
  readonly paper: Paper
  readonly size: NoteSize
  readonly staves: number
  /** Says at the left what each row is. */
  readonly rowNames: boolean
  /** Letters inside the heads, by the ids of the notes; null: none. Notes are drawn larger then. */
  readonly inHeads: ReadonlyMap<string, string> | null
}

const lettered = (svg: string, inHeads: OnPaper['inHeads']): string => (inHeads ? letteredHeads(svg, inHeads) : svg)

/** How far systems may be spread beyond the natural, in systems and in tenths of a millimetre between two of them. */
const SPREAD = { systems: 1.5, gap: 140 } as const

/** Smaller sizes that are tried, as parts of the wanted one, where the last page would be nearly empty. */
const CLOSER = [0.93, 0.87] as const

/** Pages, one SVG each, drawn to the size of the paper: each leaves room for the title. Systems are filled evenly and spread over the page. */
export function engravePages(toolkit: Toolkit, wanted: OnPaper): string[] {
  const pages = pagesAt(toolkit, wanted, 1)
  const systems = pages.map((p) => p.match(SYSTEM)?.length ?? 0)
  if (pages.length > 1 && systems.at(-1)! * 3 <= Math.max(...systems) + 1)
    for (const by of CLOSER) {
      const closer = pagesAt(toolkit, wanted, by)
      if (closer.length < pages.length) return closer
    }
  return pages
}

const SYSTEM = /class="system"/g

function pagesAt(toolkit: Toolkit, { mei, starts, paper, size, staves, rowNames, inHeads }: OnPaper, by: number): string[] {
  const { width, height } = PAPERS[paper]
  const kind = staves > 1 ? 'score' : 'part'
  const scale = Math.round(NOTE_SIZES[size][kind] * by * (inHeads ? LETTERED : 1))
  const units = (tenths: number) => Math.round((tenths * 100) / scale)
  const side = MARGIN.side + (rowNames || starts.length > 1 ? ROW_NAMES : 0)
  const room = { width: units(width - side - MARGIN.side), height: units(height - MARGIN.title - MARGIN.foot) }
  const options = {
    ...ROWS_FIT,
    scale,
    lyricSize: 5,
    systemMaxPerPage: 0,
    adjustPageHeight: false,
    mmOutput: true,
    pageWidth: units(width),
    pageHeight: room.height,
    pageMarginLeft: units(side),
    pageMarginRight: units(MARGIN.side),
    pageMarginTop: 0,
    pageMarginBottom: 0,
    spacingSystem: staves > 1 ? 14 : 10,
    justifyVertically: false,
  }
  const drawn = (breaks: readonly number[]): string[] => {
    toolkit.setOptions({ ...options, breaks: 'line' })
    load(toolkit, mei(breaks))
    return Array.from({ length: toolkit.getPageCount() }, (_, i) => toolkit.renderToSVG(i + 1))
  }
  toolkit.setOptions({ ...options, breaks: 'none' })
  load(toolkit, mei([]))
  const natural = measured(toolkit.renderToSVG(1))
  const toBreak = { widths: natural.widths, head: natural.head, width: room.width * 10, starts }
  const fewest = fewestSystems(toBreak)
  let systems = fewest
  let pages = drawn(fewest)
  // A page that would stay half empty takes the same music in more systems, each with more room for its notes.
  const fit = Math.max(1, Math.floor((room.height * 10) / (natural.height + 10 * units(60))))
  const most = starts.length > 1 ? fewest.length : Math.min(pages.length * fit, Math.floor(fewest.length * SPREAD.systems))
  for (let count = most; count > fewest.length; count--) {
    const wider = inSystems(toBreak, count)
    const roomy = wider && drawn(wider)
    if (roomy && roomy.length === pages.length) {
      pages = roomy
      systems = wider
      break
    }
  }
  const names = [...lineNames(starts, systems)]
  return pages.map((svg, i) => {
    const beside = names.splice(0, svg.match(SYSTEM)?.length ?? 0)
    const finished = lettered(finishSystem(svg, rowNames ? (staves > 1 ? BESIDE_BRACKET : BESIDE_STAFF) : null, beside), inHeads)
    return slimmed(
      spreadSystems(finished, { height: room.height * 10, most: 10 * units(SPREAD.gap), last: i > 0 && i === pages.length - 1 }),
    )
  })
}
