import type { Block, BlockSheet, NoteCard, Music, PenStroke } from '@/core/sheets/blocks'
import { MARGIN, PAPERS, type Paper } from '@/engrave/toolkit'
import { sizeOfEngraving } from './draw'
import type { Pen } from './pen'
import type { Words } from './write'

/** Points (1/72 inch) to a tenth of a millimetre, and to a millimetre. */
const POINT = 72 / 254
const MM = 72 / 25.4

/** Sizes of type in points, and room around lines as parts of them. */
const TYPE = { title: 17, head: 13, text: 11, foot: 9.5 } as const
const LINE = 1.3
/** The largest and the smallest type that a sheet which must stand on one page is set in, as a part of its own, and by how much it is made smaller at a time. */
const [LARGEST, SMALLEST, STEP] = [1.5, 0.45, 0.95]
/** Columns and rows of cards on a page. */
const CARDS = { across: 2, down: 4 } as const
/** The width for which the music of a card is engraved, as a part of the card's: it is drawn larger, to be read across a table. */
const CARD_MUSIC = 0.42

/** Engraves music in systems of a width in points; each is a drawing. */
export type EngraveMusic = (music: Music, width: number) => readonly string[]

/** Something that stands on a page whole: how high it is, and how it is drawn with its upper left corner at a place. */
type Piece = {
  readonly height: number
  readonly draw: (pen: Pen, x: number, y: number) => void
  readonly keep?: true
  readonly again?: Piece
}

/** A sheet of blocks, page by page. Nothing is cut: what does not fit stands on the next page, a heading with what follows it. */
export function drawBlocks(pen: Pen, sheet: BlockSheet, paper: Paper, engrave: EngraveMusic): void {
  const size: [number, number] = [PAPERS[paper].width * POINT, PAPERS[paper].height * POINT]
  const margin = MARGIN.side * POINT
  const [top, bottom] = [margin + 34, size[1] - margin - 14]
  const width = size[0] - 2 * margin
  let by = sheet.fits ? LARGEST : 1
  let pages = paginated(pen, sheet, width, bottom - top, by, engrave)
  while (sheet.fits && pages.length > 1 && by * STEP >= SMALLEST) {
    by *= STEP
    pages = paginated(pen, sheet, width, bottom - top, by, engrave)
  }
  pages.forEach((page, i) => {
    pen.page(size, i === 0 ? sheet.name : null)
    const name: Words[] = [{ text: sheet.name, hand: 'strong', size: TYPE.head }]
    const room = width - pen.widthOf(name) - 16
    const title: Words = { text: sheet.title, hand: 'title', size: TYPE.title }
    pen.write([{ ...title, size: title.size * Math.min(1, room / pen.widthOf([title])) }], margin, margin + 14)
    pen.write(name, size[0] - margin, margin + 14, 'end')
    let y = top
    for (const piece of page) {
      piece.draw(pen, margin, y)
      y += piece.height
    }
    pen.write([{ text: `${i + 1} / ${pages.length}`, hand: 'plain', size: TYPE.foot }], size[0] - margin, size[1] - margin, 'end')
  })
}

/** The pieces of each page. */
function paginated(pen: Pen, sheet: BlockSheet, width: number, room: number, by: number, engrave: EngraveMusic): Piece[][] {
  const pages: Piece[][] = [[]]
  let used = 0
  const fresh = () => {
    pages.push([])
    used = 0
  }
  const put = (pieces: readonly Piece[]) => {
    pieces.forEach((piece, i) => {
      // A heading, and what is said before music, does not stand at the foot of a page without it.
      let together = piece.height
      for (let n = i; pieces[n].keep && n + 1 < pieces.length; n++) together += pieces[n + 1].height
      if (used > 0 && used + (together > room / 2 ? piece.height : together) > room + 0.01) {
        fresh()
        if (piece.again) {
          pages.at(-1)!.push(piece.again)
          used = piece.again.height
        }
      }
      pages.at(-1)!.push(piece)
      used += piece.height
    })
  }
  let waiting: Piece[] = []
  sheet.blocks.forEach((block, i) => {
    if (block.kind === 'page' || block.kind === 'cards') {
      put(waiting)
      waiting = []
      if (block.kind === 'page') return fresh()
      for (const page of cardPages(block.cards, width, room, engrave)) {
        if (pages.at(-1)!.length > 0) fresh()
        pages.at(-1)!.push(page)
        used = room
      }
      return
    }
    const pieces = piecesOf(pen, block, width, room, by, engrave)
    const before = block.kind === 'text' && sheet.blocks.slice(i + 1).find((b) => b.kind !== 'text')?.kind === 'music'
    waiting.push(...(before ? pieces.map((p) => ({ ...p, keep: true as const })) : pieces))
  })
  put(waiting)
  return pages.filter((p) => p.length > 0)
}

/** Words in lines no wider than a room. A word that is wider stands alone in its line. */
function wrapped(pen: Pen, text: string, hand: Words['hand'], size: number, width: number): string[] {
  const lines: string[] = []
  let line = ''
  for (const word of text.split(' ')) {
    const next = line === '' ? word : `${line} ${word}`
    if (line !== '' && pen.widthOf([{ text: next, hand, size }]) > width) {
      lines.push(line)
      line = word
    } else line = next
  }
  return [...lines, line]
}

const gap = (height: number): Piece => ({ height, draw: () => undefined })

function piecesOf(
  pen: Pen,
  block: Exclude<Block, { kind: 'page' | 'cards' }>,
  width: number,
  room: number,
  by: number,
  engrave: EngraveMusic,
): Piece[] {
  switch (block.kind) {
    case 'head': {
      const size = TYPE.head * by
      return [
        {
          height: size * 2,
          keep: true,
          draw: (p, x, y) => p.write([{ text: block.text, hand: 'strong', size }], x, y + size * 1.5),
        },
      ]
    }
    case 'text': {
      const size = (block.soft ? TYPE.text * 0.92 : TYPE.text) * by
      const hand = block.soft ? 'slanted' : 'plain'
      const lines = wrapped(pen, block.text, hand, size, width)
      return [
        ...lines.map((text): Piece => ({ height: size * LINE, draw: (p, x, y) => p.write([{ text, hand, size }], x, y + size) })),
        gap(size * 0.5),
      ]
    }
    case 'rows':
      return rowPieces(pen, block, width, by)
    case 'music':
      return [
        ...engrave(block.music, width).map((svg): Piece => {
          const box = sizeOfEngraving(svg)
          const scale = Math.min(1, room / ((box.height / box.width) * width))
          return {
            height: (box.height / box.width) * width * scale + 4,
            draw: (p, x, y) => p.engraving(svg, { x, y, width: width * scale }),
          }
        }),
        gap(8),
      ]
    case 'drawing': {
      const scale = Math.min(1, width / (block.width * MM), (room - 80) / (block.height * MM))
      return [{ height: block.height * MM * scale, draw: (p, x, y) => drawStrokes(p, block.strokes, x, y, MM * scale) }]
    }
  }
}

/** The rows of a table, each whole; its head stands again where a page begins. */
function rowPieces(pen: Pen, { widths, head, rows }: Extract<Block, { kind: 'rows' }>, width: number, by: number): Piece[] {
  const size = TYPE.text * by
  const sum = widths.reduce((a, b) => a + b, 0)
  const columns = widths.map((w) => (w / sum) * width)
  const at = columns.map((_, i) => columns.slice(0, i).reduce((a, b) => a + b, 0))
  const row = (cells: readonly string[], hand: Words['hand']): Piece => {
    const lines = cells.map((text, i) => wrapped(pen, text, hand, size, columns[i] - 8 * by))
    const height = Math.max(...lines.map((l) => l.length)) * size * LINE + 5 * by
    return {
      height,
      draw: (p, x, y) => {
        p.line([x, y], [x + width, y], { thick: 0.4, colour: '#999' })
        lines.forEach((l, i) => l.forEach((text, n) => p.write([{ text, hand, size }], x + at[i], y + size * (1.15 + n * LINE))))
      },
    }
  }
  const top = head && row(head, 'strong')
  const body = rows.map((cells): Piece => ({ ...row(cells, 'plain'), ...(top && { again: top }) }))
  return [...(top ? [{ ...top, keep: true as const }] : []), ...body, gap(8 * by)]
}

function drawStrokes(pen: Pen, strokes: readonly PenStroke[], x: number, y: number, scale: number): void {
  const at = ([dx, dy]: readonly [number, number]): [number, number] => [x + dx * scale, y + dy * scale]
  for (const s of strokes)
    switch (s.kind) {
      case 'line':
        pen.line(at(s.from), at(s.to), { thick: s.thick * scale })
        break
      case 'dot':
        pen.dot(at(s.at), s.radius * scale)
        break
      case 'text':
        pen.write([{ text: s.text, hand: s.strong ? 'strong' : 'plain', size: s.size * scale }], ...at(s.at))
        break
    }
}

/** A card shows a note in its clef; the time that the engraver sets before it says nothing. */
const withoutMeter = (svg: string): string => svg.replace(/<g [^>]*class="meterSig"[^>]*>(?:\s*<use [^>]*\/>)*\s*<\/g>/g, '')

/** Pages of cards: the fronts of a page, then their backs with the columns the other way round, as paper is turned over its long edge. */
function cardPages(cards: readonly NoteCard[], width: number, room: number, engrave: EngraveMusic): Piece[] {
  const per = CARDS.across * CARDS.down
  const [w, h] = [width / CARDS.across, room / CARDS.down]
  const pages: Piece[] = []
  for (let from = 0; from < cards.length; from += per) {
    const these = cards.slice(from, from + per)
    const grid = (p: Pen, x: number, y: number) => {
      const look = { thick: 0.5, colour: '#777', dashed: true } as const
      for (let c = 0; c <= CARDS.across; c++) p.line([x + c * w, y], [x + c * w, y + room], look)
      for (let r = 0; r <= CARDS.down; r++) p.line([x, y + r * h], [x + width, y + r * h], look)
    }
    const place = (i: number, back: boolean): [number, number] => {
      const column = i % CARDS.across
      return [(back ? CARDS.across - 1 - column : column) * w, Math.floor(i / CARDS.across) * h]
    }
    const fronts = these.map((c) => withoutMeter(engrave(c.front, w * CARD_MUSIC)[0]))
    pages.push({
      height: room,
      draw: (p, x, y) => {
        grid(p, x, y)
        fronts.forEach((svg, i) => {
          const [dx, dy] = place(i, false)
          const box = sizeOfEngraving(svg)
          const wide = Math.min(w * 0.8, (h * 0.8 * box.width) / box.height)
          p.engraving(svg, { x: x + dx + (w - wide) / 2, y: y + dy + (h - (wide * box.height) / box.width) / 2, width: wide })
        })
      },
    })
    pages.push({
      height: room,
      draw: (p, x, y) => {
        grid(p, x, y)
        these.forEach(({ back }, i) => {
          const [dx, dy] = place(i, true)
          back.forEach((text, n) => {
            const size = n === 0 ? 30 : n === 1 ? 18 : 11
            const fit = Math.min(1, (w * 0.9) / Math.max(1, p.widthOf([{ text, hand: n < 2 ? 'strong' : 'plain', size }])))
            p.write(
              [{ text, hand: n < 2 ? 'strong' : 'plain', size: size * fit }],
              x + dx + w / 2,
              y + dy + h * 0.36 + [0, 30, 50, 66, 82, 98, 112][Math.min(n, 6)],
              'middle',
            )
          })
        })
      },
    })
  }
  return pages
}
