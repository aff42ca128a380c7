import { isStruck } from '@/core/piece/struck'
import { hairpinsOf } from '@/core/piece/loudness'
import { element, type Attributes, type Content, type Xml } from '@/core/xml'
import { CLEFS, stemOf } from '@/core/music/clef'
import { slides } from '@/core/piece/ornament'
import { alterIn, type Key } from '@/core/music/key'
import { stepsOf } from '@/core/music/pitch'
import type { Meter } from '@/core/music/time'
import { lowFirst, type Part, type PartEvent, type PartHead } from '@/core/part/part'
import type { Measure, NoteEvent, Piece, PieceEvent } from '@/core/piece/piece'
import { placeMeasures, type PlacedMeasure } from '@/core/piece/walk'
import { groupEvents, type BeamGroup } from '@/core/piece/beams'
import { ACCID, articsOf, DUR, GESTURAL, gracesOf, lyricOf, overEvent, overMeasure, saidMarks } from './markings'
import { eventId, rowId } from './ids'
import { PAPER_ROWS, rowText, type Letters, type Row, type SaidRow } from './rows'

/** What to engrave: parts, top staff first, the rows under each staff, and whether positions are bracketed. */
type MeiOptions = {
  readonly parts: readonly Part[]
  readonly rows: readonly Row[]
  readonly positions: boolean
  /** The names of the staves: at the first system, at each, or not at all. */
  readonly labels: boolean | 'each'
  /** Measures before which a system is broken; without it, where the first part's printed lines begin. */
  readonly breaks?: readonly number[]
  /** The piece goes on after the last measure: no final barline. */
  readonly goesOn?: boolean
  /** How letters are written: as the class names them. */
  readonly letters?: Letters
  /** How a frame is marked over the notes; without it, none is. */
  readonly frames?: (name: string) => string
  /** Whether a line says how long a finger stays down. */
  readonly stays?: boolean
  /** What is said of the notes, by part. */
  readonly said?: Readonly<Record<string, SaidRow | undefined>>
  /** By part: the events under which rows and positions are written; without it, or where it is null, under all. */
  readonly written?: Readonly<Record<string, ReadonlySet<string> | null>>
}

const keySig = (key: Key): string => (key.fifths === 0 ? '0' : `${Math.abs(key.fifths)}${key.fifths > 0 ? 's' : 'f'}`)
const meterAttrs = (m: Meter): Attributes => ({ 'meter.count': m.beats, 'meter.unit': m.unit, 'meter.sym': m.sign })

/** The measures at which a part's printed lines begin, the first among them. */
export const printedStarts = ({ line }: Part): number[] => line.measures.flatMap((m, i) => (i === 0 || m.newLine ? [i] : []))

/** The piece as MEI 5, one staff a seat, each at the pitch and in the clef that its part shows. */
export function meiOf(piece: Piece, options: MeiOptions): string {
  const staves = options.parts.map((part, i) => new Staff(part, i + 1, options))
  const first = piece.lines[0]
  const meters = placeMeasures(piece, first)
  const breaks = new Set(options.breaks ?? printedStarts(options.parts[0]).slice(1))
  /** What stands in the section, or in the ending that is open. */
  const section: Content[] = []
  let body = section
  let ending: string | null = null
  const close = () => {
    if (ending === null) return
    section.push(element('ending', { n: ending, label: `${ending.replace(/, /g, '., ')}.` }, body))
    body = section
  }
  first.measures.forEach((m, i) => {
    const wanted = m.ending ? m.ending.join(', ') : null
    if (wanted !== ending) {
      close()
      ending = wanted
      if (wanted !== null) body = []
    }
    if (i > 0 && (m.key || m.meter))
      body.push(element('scoreDef', { 'key.sig': m.key && keySig(m.key), ...(m.meter ? meterAttrs(m.meter) : {}) }))
    if (breaks.has(i)) body.push(element('sb'))
    body.push(measure(m, meters[i], !options.goesOn && i === first.measures.length - 1, staves))
  })
  close()
  const defs = options.parts.map(({ name, clef: clefName }, i) => {
    const clef = CLEFS[clefName]
    return element(
      'staffDef',
      { n: i + 1, lines: 5, 'clef.shape': clef.sign, 'clef.line': clef.line },
      options.labels && element('label', {}, name),
      options.labels === 'each' && element('labelAbbr', {}, name),
    )
  })
  const group = element('staffGrp', { symbol: staves.length > 1 ? 'bracket' : 'none', 'bar.thru': 'false' }, defs)
  const score = element(
    'score',
    {},
    element('scoreDef', { 'key.sig': keySig(piece.key), ...meterAttrs(piece.meter) }, group),
    element('section', {}, section),
  )
  const head = element(
    'meiHead',
    {},
    element('fileDesc', {}, element('titleStmt', {}, element('title', {}, piece.title)), element('pubStmt')),
  )
  const music = element('music', {}, element('body', {}, element('mdiv', {}, score)))
  return `<?xml version="1.0" encoding="UTF-8"?>\n${element('mei', { xmlns: 'http://www.music-encoding.org/ns/mei', meiversion: '5.0' }, head, music)}`
}

function measure(m: Measure, { index, meter, lead }: PlacedMeasure, last: boolean, staves: readonly Staff[]): Xml {
  const layers = staves.map((s) => s.layer(index))
  return element(
    'measure',
    {
      'xml:id': `m${index}`,
      n: m.number,
      left: m.repeatStart && 'rptstart',
      right: m.repeatEnd ? 'rptend' : m.barline === 'double' ? 'dbl' : m.barline === 'final' || last ? 'end' : null,
      metcon: (m.pickup || lead > 0) && 'false',
    },
    layers.map((l) => l.staff),
    layers.map((l) => l.controls),
    index === 0 ? overMeasure({ ...m, tempo: undefined }, meter) : overMeasure(m, meter),
  )
}

/** One part's staff, measure by measure. */
class Staff {
  private readonly slursFrom = new Map<string, string[]>()
  /** The note that follows each note. */
  private readonly next = new Map<string, PartEvent>()

  constructor(
    private readonly part: Part,
    private readonly n: number,
    private readonly options: MeiOptions,
  ) {
    for (const s of part.line.slurs) this.slursFrom.set(s.from, [...(this.slursFrom.get(s.from) ?? []), s.to])
    let last: PartEvent | null = null
    for (const { events } of part.measures)
      for (const e of events) {
        if (e.event.kind === 'rest') continue
        if (last) this.next.set(last.event.id, e)
        last = e
      }
  }

  private id(event: string): string {
    return eventId(this.part.id, event)
  }

  layer(index: number): { staff: Xml; controls: readonly Content[] } {
    const { placed, events } = this.part.measures[index]
    const byId = new Map(events.map((e) => [e.event.id, e]))
    const controls: Content[] = []
    /** An event as it is drawn; under a beam its stem goes as the beam has it. */
    const draw = ({ id }: PieceEvent, beamed = false): Content => {
      const e = byId.get(id)!
      const { event } = e
      controls.push(overEvent(event, this.id(id), this.n), this.hairpins(event), this.ossia(event))
      const length: Attributes = { dur: DUR[event.value.base], dots: event.value.dots || null }
      const self: Attributes = { 'xml:id': this.id(id) }
      // A cross on the middle line: something is struck that has no pitch.
      if (isStruck(event)) return element('note', { ...self, loc: 4, 'head.shape': 'x', 'stem.dir': beamed ? null : 'up', ...length })
      if (event.kind === 'rest') return event.wholeMeasure ? element('mRest', self) : element('rest', { ...self, ...length })
      const drawn = lowFirst(e.heads).map((h, i) => ({ id: `${this.id(id)}-h${i}`, attrs: headAttrs(h, placed.key), head: h }))
      controls.push(...this.controlsOf(e, drawn))
      const stem = stemOf(
        drawn.map((d) => d.head.pitch),
        CLEFS[this.part.clef],
      )
      const slidTo = slides(this.part.line).get(id)
      if (slidTo) controls.push(element('gliss', { ...this.fromTo(id, slidTo), staff: this.n }))
      const how: Attributes = {
        ...length,
        'stem.dir': beamed ? null : stem,
        'stem.mod': event.tremolo ? `${event.tremolo}slash` : null,
      }
      const graces = gracesOf(e.graces, placed.key, beamed)
      const extra: Content = [
        articsOf(event),
        e.bow && element('artic', { artic: e.bow === 'down' ? 'dnbow' : 'upbow', place: 'above' }),
        this.verses(e, event),
      ]
      return drawn.length === 1
        ? [graces, element('note', { ...self, ...drawn[0].attrs, ...how }, extra)]
        : [
            graces,
            element(
              'chord',
              { ...self, ...how },
              drawn.map((d) => element('note', { 'xml:id': d.id, ...d.attrs })),
              extra,
            ),
          ]
    }
    const group = (g: BeamGroup): Content => {
      switch (g.kind) {
        case 'single':
          return draw(g.event)
        case 'beam':
          return element(
            'beam',
            {},
            g.events.map((e) => draw(e, true)),
          )
        case 'tuplet':
          return element('tuplet', { num: g.actual, numbase: g.normal, 'num.format': 'count' }, g.parts.map(group))
      }
    }
    const layer = groupEvents(placed.measure.events, placed.meter, placed.lead).map(group)
    return { staff: element('staff', { n: this.n }, element('layer', { n: 1 }, layer)), controls }
  }

  /** From one event to another. */
  private fromTo(from: string, to: string): Attributes {
    return { startid: `#${this.id(from)}`, endid: `#${this.id(to)}` }
  }

  /** The hairpins that begin at an event. */
  private hairpins({ id }: PieceEvent): readonly Xml[] {
    return hairpinsOf(this.part.line)
      .filter((h) => h.from === id)
      .map((h) =>
        element('hairpin', {
          form: h.kind === 'crescendo' ? 'cres' : 'dim',
          ...this.fromTo(id, h.to),
          place: 'below',
          staff: this.n,
        }),
      )
  }

  /** The dashed bracket over what stands in place of what the piece has. */
  private ossia({ id, ossiaTo }: PieceEvent): Content {
    return ossiaTo && ossiaTo !== id ? this.bracket(id, ossiaTo, 'dashed') : null
  }

  private bracket(from: string, to: string, lform: 'dashed' | 'solid', type?: string): Xml {
    return element('bracketSpan', { ...this.fromTo(from, to), func: 'coloration', lform, staff: this.n, type })
  }

  /** Ties, slurs and the hand's bracket that begin at a note. */
  private controlsOf(e: PartEvent, drawn: readonly { readonly id: string; readonly head: PartHead }[]): Content[] {
    const { id } = e.event
    const self = this.id(id)
    const out: Content[] = []
    const next = this.next.get(id)
    if (next) {
      const ahead = lowFirst(next.heads).map((h) => stepsOf(h.pitch))
      for (const d of drawn) {
        const i = d.head.of.tie ? ahead.indexOf(stepsOf(d.head.pitch)) : -1
        if (i < 0) continue
        const from = drawn.length === 1 ? self : d.id
        const to = ahead.length === 1 ? this.id(next.event.id) : `${this.id(next.event.id)}-h${i}`
        out.push(element('tie', { startid: `#${from}`, endid: `#${to}` }))
      }
    }
    for (const to of this.slursFrom.get(id) ?? []) out.push(element('slur', this.fromTo(id, to)))
    const over = (type: string, rend: Attributes, text: string): Xml =>
      saidMarks({ startid: `#${self}`, place: 'above', staff: this.n, type }, { fontstyle: 'normal', ...rend }, text)
    if (this.options.positions && this.isWritten(e) && e.position && e.keeps) {
      out.push(over('position', { fontweight: 'bold' }, e.position))
      if (e.position !== 'I' && e.keeps !== id) out.push(this.bracket(id, e.keeps, 'solid'))
    }
    const { frames, stays } = this.options
    if (frames && this.isWritten(e) && e.frame) out.push(over('frame', {}, frames(e.frame)))
    if (stays && this.isWritten(e)) for (const s of e.stays ?? []) out.push(this.bracket(id, s.to, 'solid', 'stays'))
    return out
  }

  private isWritten(e: PartEvent): boolean {
    return this.options.written?.[this.part.id]?.has(e.event.id) ?? true
  }

  private verses(e: PartEvent, event: NoteEvent): Content {
    const all = PAPER_ROWS.filter((r) => this.options.rows.includes(r))
    const rows = this.isWritten(e) ? all : []
    const texts = rows.map((row, i): Content => {
      const text = rowText(this.part, e, row, this.options.letters, this.options.said?.[this.part.id])
      const id = rowId(this.part.id, event.id, row)
      return text ? element('verse', { n: i + 1, type: `row-${row}`, 'xml:id': id }, element('syl', {}, text)) : null
    })
    return [texts, lyricOf(event, all.length + 1)]
  }
}

/** Pitch of a head, with its sign or how it sounds without one. */
function headAttrs({ pitch, sign }: PartHead, key: Key): Attributes {
  // A natural that the bar, not the key, makes needs no sign but sounds natural.
  const sounds = sign ? null : pitch.alter !== 0 ? GESTURAL[pitch.alter] : alterIn(key, pitch.letter) !== 0 ? 'n' : null
  return { pname: pitch.letter.toLowerCase(), oct: pitch.octave, accid: sign ? ACCID[pitch.alter] : null, 'accid.ges': sounds }
}
