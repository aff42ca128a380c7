import type { Marker } from './tapes'
import type { StripPoint, StripMark, StripPage } from './strip.schema'

export type { StripMark, StripPage } from './strip.schema'

/** A strip to be laid along the fingerboard, true to scale: whose it is, how long the string, and its tapes. */
export type Strip = { readonly name: string; readonly about: string; readonly length: number; readonly markers: readonly Marker[] }

/** The bar by which a print is measured: if it is not as long as it says, the page was scaled. Millimetres. */
export const CONTROL_BAR = 100

/** Room around, above the strips for their heads, and below them for the bar. Millimetres. */
const [EDGE, HEAD, FOOT] = [12, 24, 22]
/** A strip, and a strip with what is written beside it. */
const [STRIP, COLUMN] = [14, 46]
/** What two parts of a strip that is longer than the page have in common. */
const OVERLAP = 20
/** The strip goes on so far after its last tape. */
const BEYOND = 12
/** Sizes of type, and how wide a letter is of its size, at the most. */
const [LARGE, SMALL] = [3.6, 2.7]
const LETTER = 0.56

/** A part of a strip that fits on a page: from and to, along the string. `first` and `last` have nothing before and after them. */
type Part = { readonly strip: Strip; readonly from: number; readonly to: number; readonly n: number; readonly of: number }

const endOf = ({ markers, length }: Strip): number => Math.min(length, Math.max(0, ...markers.map((m) => m.mm)) + BEYOND)

/** A strip cut to pieces no longer than a room, each overlapping the next. */
export function stripPartsOf(strip: Strip, room: number): Part[] {
  const end = endOf(strip)
  const starts: number[] = [0]
  while (starts[starts.length - 1] + room < end) starts.push(starts[starts.length - 1] + room - OVERLAP)
  return starts.map((from, i) => ({ strip, from, to: Math.min(end, from + room), n: i + 1, of: starts.length }))
}

/** Text in lines that fit beside a strip. */
function wrapped(words: readonly string[], size: number): string[] {
  const most = Math.floor((COLUMN - STRIP - 6) / (size * LETTER))
  const lines: string[] = []
  for (const word of words) {
    const last = lines.at(-1)
    if (last !== undefined && `${last}, ${word}`.length <= most) lines[lines.length - 1] = `${last}, ${word}`
    else lines.push(word)
  }
  return lines
}

function drawn({ strip, from, to, n, of }: Part, x: number, y: number): StripMark[] {
  const at = (mm: number): number => y + mm - from
  const across = (mm: number, thick: number, dashed?: true): StripMark => ({
    kind: 'line',
    from: [x, at(mm)],
    to: [x + STRIP, at(mm)],
    thick,
    ...(dashed && { dashed }),
  })
  const beside = (mm: number, text: string, size: number, strong?: true): StripMark => ({
    kind: 'text',
    at: [x + STRIP + 2, at(mm) + size / 3],
    text,
    size,
    ...(strong && { strong }),
  })
  const side = (dx: number): StripMark => ({ kind: 'line', from: [x + dx, at(from)], to: [x + dx, at(to)], thick: 0.2 })
  const inside = strip.markers.filter((m) => m.mm >= from - 1e-9 && m.mm <= to + 1e-9)
  const seams = [...(n > 1 ? [{ mm: from + OVERLAP / 2, name: n - 1 }] : []), ...(n < of ? [{ mm: to - OVERLAP / 2, name: n }] : [])]
  return [
    { kind: 'text', at: [x, y - 12], text: strip.name, size: LARGE, strong: true },
    { kind: 'text', at: [x, y - 7.5], text: `${strip.about}${of > 1 ? `, part ${n} of ${of}` : ''}`, size: SMALL },
    side(0),
    side(STRIP),
    across(from, n === 1 ? 0.8 : 0.2),
    across(to, 0.2),
    ...(n === 1 ? [beside(0, 'edge at the nut', SMALL)] : []),
    ...inside.flatMap((m): StripMark[] => {
      const lines = wrapped(m.says, SMALL)
      return [
        across(m.mm, 0.35),
        { kind: 'text', at: [x + 1, at(m.mm) - 0.9], text: m.mm.toFixed(1), size: SMALL },
        ...lines
          .slice(0, 2)
          .map((text, i) => beside(m.mm + i * (SMALL + 0.4), i === 1 && lines.length > 2 ? `${text} …` : text, SMALL, true)),
      ]
    }),
    ...seams.flatMap((s): StripMark[] => [across(s.mm, 0.3, true), beside(s.mm, `seam ${s.name}: lay line on line`, SMALL)]),
  ]
}

/** What stands on each page: how to print it, and a bar along each edge to be measured. */
function framed(width: number, height: number, marks: readonly StripMark[]): StripPage {
  const y = height - EDGE + 2
  const x = EDGE - 6
  const bar = (from: StripPoint, to: StripPoint, tick: StripPoint): StripMark[] => [
    { kind: 'line', from, to, thick: 0.4 },
    ...[from, to].map((p): StripMark => ({
      kind: 'line',
      from: [p[0] - tick[0], p[1] - tick[1]],
      to: [p[0] + tick[0], p[1] + tick[1]],
      thick: 0.4,
    })),
  ]
  return {
    width,
    height,
    marks: [
      ...marks,
      ...bar([EDGE, y], [EDGE + CONTROL_BAR, y], [0, 2]),
      ...bar([x, HEAD], [x, HEAD + CONTROL_BAR], [2, 0]),
      {
        kind: 'text',
        at: [EDGE, y - 3.5],
        text: `Print at actual size (100 %). Each bar is ${CONTROL_BAR} mm long: measure it before you stick anything.`,
        size: SMALL,
      },
    ],
  }
}

/** Strips on pages of a paper, side by side; one that is longer than the page goes on in the next column, with a seam. Sizes in millimetres. */
export function stripPages(strips: readonly Strip[], paper: { readonly width: number; readonly height: number }): StripPage[] {
  const room = paper.height - HEAD - FOOT - EDGE / 2
  const columns = Math.max(1, Math.floor((paper.width - 2 * EDGE) / COLUMN))
  const parts = strips.flatMap((s) => stripPartsOf(s, room))
  const pages: StripPage[] = []
  for (let i = 0; i < parts.length; i += columns)
    pages.push(
      framed(
        paper.width,
        paper.height,
        parts.slice(i, i + columns).flatMap((p, c) => drawn(p, EDGE + c * COLUMN, HEAD)),
      ),
    )
  return pages
}

/** All strips side by side on one page as large as they need: nothing is cut. */
export function stripSheet(strips: readonly Strip[]): StripPage {
  const long = Math.max(CONTROL_BAR, ...strips.map(endOf))
  const width = Math.max(2 * EDGE + CONTROL_BAR + 40, 2 * EDGE + strips.length * COLUMN)
  return framed(
    width,
    HEAD + long + FOOT,
    strips.flatMap((s, c) => drawn({ strip: s, from: 0, to: endOf(s), n: 1, of: 1 }, EDGE + c * COLUMN, HEAD)),
  )
}
