import type { SeatMap } from '@/core/fingering/map'
import { partOfSeat } from '@/core/part/part'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { byOctaves, midiOf } from '@/core/music/pitch'
import type { Piece } from '@/core/piece/piece'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { readFile } from '@/formats/read'
import { groupEvents } from '@/core/piece/beams'
import { eventId } from './ids'
import { meiOf, printedStarts } from './mei'
import { finishSystem, slimmed, withheld } from './post'
import { tuneMei } from './tune'
import { rowText, type Row } from './rows'
import { serverToolkit } from './server'
import { engravePages, engraveSystems, type OnPaper, type Toolkit } from './toolkit'
import { SEATS } from '@/core/testing/seats'

type Reader = Toolkit & {
  renderToMIDI(): string
  getMIDIValuesForElement(id: string): { pitch: number } | string
  getPageWithElement(id: string): number
}
let toolkit: Reader
beforeAll(async () => {
  toolkit = (await serverToolkit()) as Reader
})

const demo = (name: string): Piece => {
  const [{ reading: r }] = readFile(name, readFileSync(`demo/${name}`))
  if (!r.ok) throw new Error(name)
  return r.piece
}
const score = (piece: Piece) => {
  const e = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
  return {
    e,
    mei: meiOf(piece, {
      parts: SEATS.map((s) => e[s]).map((m) => partOfSeat(piece, m, false)),
      rows: ['letter', 'string', 'finger'],
      positions: true,
      labels: true,
    }),
  }
}

describe('the score', () => {
  // Reference: verovio reads our MEI independently; the pitches it would play are those of the model.
  it.each([
    'the-ferry-at-low-water.abc',
    'lanterns-on-the-weir.abc',
    'kite-over-the-allotments.abc',
    'sixteen-steps-to-the-quay.musicxml',
    'two-barges.abc',
  ])('%s: a general engraver hears the written pitches of every seat', (name) => {
    const { e, mei } = score(demo(name))
    toolkit.setOptions({ breaks: 'none' })
    expect(toolkit.loadData(mei)).toBeTruthy()
    toolkit.renderToMIDI()
    let heard = 0
    for (const seat of SEATS)
      for (const m of e[seat].moments) {
        const { event } = m.events[0]
        if (event.kind !== 'note' || event.heads.length > 1) continue
        const values = toolkit.getMIDIValuesForElement(eventId(seat, event.id))
        const { pitch } = typeof values === 'string' ? (JSON.parse(values) as { pitch: number }) : values
        expect(pitch).toBe(midiOf(byOctaves(event.heads[0].pitch, e[seat].written)))
        heard++
      }
    expect(heard).toBeGreaterThan(60)
  })
  it('draws the same for the same, each seat and row once', () => {
    const { e, mei } = score(demo('lanterns-on-the-weir.abc'))
    const systems = engraveSystems(toolkit, mei, 900, 38)
    expect(engraveSystems(toolkit, mei, 900, 38)).toEqual(systems)
    expect(systems.length).toBeGreaterThan(1)
    const all = systems.join('')
    const { id } = e.viola.moments[3].events[0].event
    expect(all.split(`id="viola--${id}-finger"`)).toHaveLength(2)
    expect(systems[0].match(/class="row-name"/g)).toHaveLength(12)
  })
  it('draws a hairpin under each staff, from where it begins to where it ends', () => {
    const piece = pieceFrom('D4 E4 F4 G4 A4 B4 A4:h')
    const [line] = piece.lines
    const [a, b] = line.measures
    const events = [{ ...a.events[0], hairpin: 'crescendo' as const }, ...a.events.slice(1)]
    const swelling = {
      ...piece,
      lines: [
        {
          ...line,
          measures: [
            { ...a, events },
            { ...b, events: [b.events[0], { ...b.events[1], hairpinEnd: true }, b.events[2]] },
          ],
        },
      ],
    }
    const { mei } = score(swelling)
    expect(mei.match(/<hairpin form="cres" startid="#[^"]*e0" endid="#[^"]*e5"/g)).toHaveLength(4)
    const svg = engraveSystems(toolkit, mei, 900, 40).join('')
    expect(svg.match(/class="hairpin/g)?.length).toBeGreaterThanOrEqual(4)
    expect(score(piece).mei).not.toContain('<hairpin')
  })
  it('a changed finger changes only texts', () => {
    const piece = pieceFrom('F#4 G4 A4 G4', { fifths: 2, mode: 'major' })
    const plan = emptyPlan()
    const map = ensembleMapper()
    const a = map(piece, plan, DEFAULT_CLASS).violin
    const row = (m: SeatMap, row: Row) => {
      const part = partOfSeat(piece, m, false)
      return rowText(part, part.measures[0].events[2], row)
    }
    expect(row(a, 'finger')).toBe('0')
    const b = map(piece, { ...plan, pins: { ...plan.pins, violin: { e2: { fingers: [4] } } } }, DEFAULT_CLASS).violin
    expect([row(b, 'finger'), row(b, 'string'), row(b, 'letter')]).toEqual(['4', 'D', 'A'])
  })
  it('syllables are centred under their heads', () => {
    const svg =
      '<g id="v-e0" class="note"><g class="notehead"><use xlink:href="#E0A4-x" transform="translate(1000, 50) scale(1)" /></g><g id="v--e0-finger" class="verse row-finger"><text x="900" y="10">'
    // A black head is 1.18 staff spaces of 180 units wide (Standard Music Font Layout metrics of Bravura): 1000 + 106.
    expect(finishSystem(svg, null)).toContain('<text text-anchor="middle" x="1106" y="10"')
  })
})

/** A part put on paper with finger rows, as Hand out does it. */
const onPaper = (piece: Piece, map: SeatMap, rows: readonly Row[], paper: OnPaper['paper'] = 'a4', size: OnPaper['size'] = 'normal') => {
  const part = partOfSeat(piece, map, false)
  return engravePages(toolkit, {
    mei: (breaks) => meiOf(piece, { parts: [part], rows, positions: true, labels: false, breaks }),
    starts: printedStarts(part),
    paper,
    size,
    staves: 1,
    rowNames: rows.length > 1,
    inHeads: null,
  })
}

describe('a part on paper', () => {
  it('fits its pages, A4 and Letter, with every measure on one of them', () => {
    const piece = demo('the-ferry-at-low-water.abc')
    const e = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
    const long: Piece = {
      ...piece,
      lines: [
        {
          ...piece.lines[0],
          measures: Array.from({ length: 6 }, (_, n) =>
            piece.lines[0].measures.map((m, i) => ({
              ...m,
              number: `${n * 16 + i + 1}`,
              events: m.events.map((x) => ({ ...x, id: `${x.id}n${n}` })),
            })),
          ).flat(),
          slurs: [],
        },
      ],
    }
    const map = ensembleMapper()(long, emptyPlan(), DEFAULT_CLASS).cello
    for (const paper of ['a4', 'letter'] as const) {
      expect(onPaper(piece, e.cello, ['finger'], paper)).toHaveLength(1)
      const pages = onPaper(long, map, ['letter', 'finger'], paper)
      expect(pages.length).toBeGreaterThan(1)
      for (let i = 0; i < 96; i++) expect(pages.filter((p) => p.includes(`id="m${i}"`))).toHaveLength(1)
    }
  })
})

describe('beams (common practice: the felt beat)', () => {
  const groups = (text: string, meter: { beats: number; unit: 2 | 4 | 8 }) => {
    const piece = pieceFrom(text, undefined, meter)
    return groupEvents(piece.lines[0].measures[0].events, meter, 0).map((g) =>
      g.kind === 'beam' ? g.events.length : g.kind === 'tuplet' ? 't' : 1,
    )
  }
  it('half a bar of eighths in 4/4, a dotted beat in 6/8, a beat in 3/4', () => {
    expect(groups('D4:e E4:e F4:e G4:e A4:e G4:e F4:e E4:e', { beats: 4, unit: 4 })).toEqual([4, 4])
    expect(groups('D4:e E4:e F4 G4:e A4:e z', { beats: 4, unit: 4 })).toEqual([2, 1, 2, 1])
    expect(groups('D4:e E4:e F4:e G4:e A4:e B4:e', { beats: 6, unit: 8 })).toEqual([3, 3])
    expect(groups('D4:e E4:e F4:e G4:e A4:e B4:e', { beats: 3, unit: 4 })).toEqual([2, 2, 2])
  })
})

describe('a drawing that is only looked at', () => {
  it('is half as long and keeps what its own style speaks of, or its lines would not be drawn', () => {
    const piece = pieceFrom('F#4 G4 A4 G4', { fifths: 2, mode: 'major' })
    const [svg] = engraveSystems(toolkit, tuneMei(piece), 860, 36)
    const slim = slimmed(svg)
    expect(slim.length).toBeLessThan(svg.length)
    const ids = [...slim.matchAll(/#([a-z][a-z0-9]{5,9})\b/g)].map(([, id]) => id)
    expect(ids.length).toBeGreaterThan(0)
    for (const id of ids) expect(slim).toContain(`id="${id}"`)
  })
  it('names the rows of two seats of one instrument, each under its own staff', () => {
    const piece = pieceFrom('F#4 G4 A4 G4', { fifths: 2, mode: 'major' })
    const [violin] = DEFAULT_CLASS.seats
    const klass = { ...DEFAULT_CLASS, seats: [violin, { ...violin, id: 'violin-2', name: 'Violin 2' }] }
    const maps = mapsOf(ensembleMapper()(piece, emptyPlan(), klass))
    const mei = meiOf(piece, { parts: maps.map((m) => partOfSeat(piece, m, false)), rows: ['finger'], positions: true, labels: true })
    const [svg] = engraveSystems(toolkit, mei, 860, 36)
    expect(svg.match(/class="row-name"/g)).toHaveLength(2)
    expect(svg).toContain('Violin 2')
  })
})

describe('what the page says besides notes', () => {
  const part = (piece: Piece) => {
    const { e } = score(piece)
    return meiOf(piece, { parts: [partOfSeat(piece, e.viola, false)], rows: ['finger'], positions: true, labels: false })
  }
  const systems = (piece: Piece): number =>
    onPaper(piece, score(piece).e.viola, ['finger'])
      .join('')
      .match(/class="system"/g)?.length ?? 0

  it('a part breaks where its printed lines begin, and where they fit when nobody has said', () => {
    const piece = pieceFrom(Array.from({ length: 6 }, () => 'D4 E4 F4 G4').join(' | '))
    const [line] = piece.lines
    const marked: Piece = {
      ...piece,
      lines: [{ ...line, measures: line.measures.map((m, i) => (i % 2 === 0 && i ? { ...m, newLine: true } : m)) }],
    }
    expect(systems(marked)).toBe(3)
    expect(part(piece)).not.toContain('<sb/>')
    // Where the page has room, its measures are spread over it and not crowded at its top.
    expect(systems(pieceFrom(Array.from({ length: 16 }, () => 'D4 E4 F4 G4').join(' | ')))).toBe(6)
  })
  it('a note without a pitch is a cross on the middle line, with its own length', () => {
    const struck = pieceFrom('D4 x x:e x:e z')
    const mei = part(struck)
    expect(mei.match(/head\.shape="x"[^>]*dur="\d+"/g)?.map((m) => /dur="(\d+)"/.exec(m)![1])).toEqual(['4', '8', '8'])
    expect(onPaper(struck, score(struck).e.viola, []).join('')).toContain('E0A9')
  })
})

describe('what is to be written in by hand', () => {
  it('is left out of the drawing, and nothing else is', () => {
    const whole = engraveSystems(toolkit, tuneMei(pieceFrom('D4 E4 F#4 G4 A4:h z:h z z z z D4:e E4:e F#4 G4:h')), 1400, 50)[0]
    const groups = (svg: string, name: string) => [...svg.matchAll(new RegExp(`<g [^>]*class="${name}(?: [^"]*)?"`, 'g'))].length
    const all = ['note', 'notehead', 'stem', 'barLine', 'rest', 'measure', 'staff', 'clef']
    const count = (svg: string) => Object.fromEntries(all.map((g) => [g, groups(svg, g)]))
    const before = count(whole)
    expect(before.stem).toBe(before.note)
    expect(before.rest).toBeGreaterThan(4)
    for (const [what, gone] of [
      ['stems', 'stem'],
      ['barlines', 'barLine'],
      ['rests', 'rest'],
    ] as const) {
      const svg = withheld(whole, what)
      expect(count(svg), what).toEqual({ ...before, [gone]: 0 })
      // It is still a drawing: every group that is opened is closed.
      expect((svg.match(/<g(?: [^>]*)?(?<!\/)>/g) ?? []).length, what).toBe((svg.match(/<\/g>/g) ?? []).length)
    }
  })
})
