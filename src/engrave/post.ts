import type { Withheld } from '@/core/sheets/blocks'
import type { Row } from './rows'

const STAYS = /(<g [^>]*class="bracketSpan[^"]*\bstays\b[^"]*">)(?:<polyline[^>]*\/>)*<path ([^>]*?)stroke-width="\d+"/g

/** Lines for fingers that stay down: thick and without hooks, so that none is taken for a hand's bracket. */
const plainStays = (svg: string): string => svg.replace(STAYS, '$1<path $2stroke-width="48"')

const CALL = /(class="verse row-call"><g [^>]*class="syl"><text [^>]*>(?:<tspan [^>]*class="[^>]*>)*<tspan font-size=")\d+px/g
const FRAME = /(class="dir frame"><text [^>]*>(?:<tspan [^>]*class="[^>]*>)*<tspan font-size=")\d+px/g
/** Size of words at the notes, in units of the engraving: smaller than numerals, since the engraver makes room by a narrower face than ours. */
const WORDS = 330

/** What is said and what a frame is called, in the size of words. */
const smallWords = (svg: string): string => svg.replace(CALL, `$1${WORDS}px`).replace(FRAME, `$1${WORDS}px`)

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

/** Where what stands beside a staff ends, in units of the engraving. */
const BESIDE = -100

const ROW_LABEL: Record<Row, string> = { letter: 'letter', string: 'string', finger: 'finger', call: 'say' }

const TOKEN =
  /<g [^>]*class="(?:note|chord|rest|mRest|system)"|<use xlink:href="#(E0A\d)[^>]*translate\((-?\d+), |<g id="([\w-]+?)--[^"]*" class="verse row-(\w+)"|<text x="(-?\d+)" y="(-?\d+)"/g

/**
 * Makes engraved systems ours, as text, before a page sees it: row syllables are centred under their notehead, each
 * row gets its name at the left end, ending at `nameAt` (the engraver prints none; null: none is named), and each system
 * what is said of it in `beside`. Sizes are left to the page.
 */
export function finishSystem(svg: string, nameAt: number | null, beside: readonly string[] = []): string {
  let centre: number | null = null
  let row: { seat: string; row: Row } | null = null
  let system = 0
  const labels = new Map<string, { system: number; y: number; row: Row }>()
  const finished = smallWords(plainStays(svg.replace(/>\s+</g, '><'))).replace(
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
        // What is said is longer than the note is wide: it begins at its head, as the engraver has made room for it.
        const begins = row.row === 'call'
        const key = `${system} ${row.seat} ${row.row}`
        if (!labels.has(key)) labels.set(key, { system, y: Number(textY), row: row.row })
        row = null
        if (begins) return whole
        return `<text text-anchor="middle" x="${Math.round(centre)}" y="${textY}"`
      }
      if (whole.endsWith('"system"')) system++
      centre = null
      row = null
      return whole
    },
  )
  if (nameAt === null && beside.every((b) => !b)) return finished
  let at = 0
  return finished.replace(SYSTEM, (open, offset: number) => {
    at++
    // Beside the middle of the top staff, whose upper line is the first thing drawn in it.
    const staff = Number(/class="staff"[^>]*><path d="M-?\d+ (-?\d+)/.exec(finished.slice(offset).replace(/>\s+</g, '><'))?.[1] ?? 0)
    const line = beside[at - 1]
      ? [`<text class="row-name" x="${BESIDE}" y="${staff + 2 * SPACE}" text-anchor="end" font-size="250px">${beside[at - 1]}</text>`]
      : []
    const texts = [...labels.values()].flatMap((l) =>
      nameAt !== null && l.system === at
        ? [`<text class="row-name" x="${nameAt}" y="${l.y}" text-anchor="end" font-size="250px">${ROW_LABEL[l.row]}</text>`]
        : [],
    )
    return `${open}${[...line, ...texts].join('')}`
  })
}

const SYSTEM = /<g [^>]*class="system"[^>]*>/g

/** The widths of the measures of a drawing in one system, what of the first stands before its first note or rest, and the height of it all, in units of the engraving. */
export function measured(svg: string): { readonly widths: readonly number[]; readonly head: number; readonly height: number } {
  const staves = [...svg.matchAll(/<g id="m\d+"[\s\S]*?<path d="M(-?\d+) -?\d+ L(-?\d+) /g)].map((m) => ({
    from: Number(m[1]),
    to: Number(m[2]),
  }))
  const first = /class="(?:note|rest|mRest|chord)"[\s\S]*?translate\((-?\d+)/.exec(svg)
  const { top, bottom } = extent(svg)
  return {
    widths: staves.map(({ from, to }) => to - from),
    head: Math.max(0, Number(first?.[1] ?? 0) - (staves[0]?.from ?? 0) - SPACE),
    height: bottom - top,
  }
}

/** From the highest to the lowest place at which something is drawn. */
function extent(svg: string): { readonly top: number; readonly bottom: number } {
  let [top, bottom] = [Infinity, -Infinity]
  for (const m of svg.matchAll(/(?:translate\(-?\d+, (-?\d+)\)|<text [^>]*\by="(-?\d+)"|\bd="M-?\d+ (-?\d+))/g)) {
    const y = Number(m[1] ?? m[2] ?? m[3])
    // The margin's own shift is no place of a drawing.
    if (m[1] !== undefined && y === 0) continue
    top = Math.min(top, y)
    bottom = Math.max(bottom, y)
  }
  return { top, bottom }
}

/**
 * The systems of a page moved apart until it is filled, or `most` units further apart: what the engraver leaves together at
 * the top. A last page of several keeps the spacing that its systems have.
 */
export function spreadSystems(svg: string, { height, most, last }: { height: number; most: number; last: boolean }): string {
  const starts = [...svg.matchAll(SYSTEM)].map((m) => m.index)
  if (starts.length < 2) return svg
  const { bottom } = extent(svg.slice(starts.at(-1)))
  const free = height - bottom - 2 * SPACE
  const gap = Math.max(0, Math.min(most, last ? most / 2 : Infinity, free / (starts.length - 1)))
  let i = -1
  return svg.replace(SYSTEM, (open) => {
    i++
    return i === 0 ? open : open.replace('<g ', `<g transform="translate(0, ${Math.round(i * gap)})" `)
  })
}

/** The groups of the engraver's drawing that make up what can be left out; none of them holds a group with something in it. Numbers of measures tell where barlines are. */
const GROUPS: Readonly<Record<Withheld, string>> = { stems: 'stem', barlines: 'barLine|mNum', rests: 'mRest|rest' }

/** A drawing without its stems, barlines or rests: what is to be written in by hand. */
export const withheld = (svg: string, what: Withheld): string =>
  svg.replace(new RegExp(`<g [^>]*class="(?:${GROUPS[what]})(?: [^"]*)?"[^>]*(?<!/)>(?:<g [^>]*/>|(?!<g[ >]|</g>)[\\s\\S])*</g>`, 'g'), '')
