import { bowingOf, type Bowing } from '@/core/bowing/bow'
import { handSpans } from '@/core/fingering/hands'
import type { SeatMap } from '@/core/fingering/map'
import { atBarline, readHead, type BarSigns } from '@/core/music/accidentals'
import { CLEFS, stemOf } from '@/core/music/clef'
import { alterIn, type Key } from '@/core/music/key'
import { byOctaves, midiOf, stepsOf, type Pitch } from '@/core/music/pitch'
import type { Meter, Value } from '@/core/music/time'
import type { Head, Measure, NoteEvent, Piece, PieceEvent } from '@/core/piece/piece'
import { placeMeasures, type PlacedMeasure } from '@/core/piece/walk'
import { groupEvents, type Group } from '@/core/piece/beams'
import { articsOf, gracesOf, lyricOf, overEvent, overMeasure } from './markings'
import { eventId, rowId } from './ids'
import { ROWS, rowText, type Row } from './rows'

/** What to engrave: the seats' maps, top staff first, the rows under each staff, and whether positions are bracketed. */
export type MeiOptions = {
  readonly maps: readonly SeatMap[]
  readonly rows: readonly Row[]
  readonly positions: boolean
  /** Every bow stroke; otherwise only the marks that the piece has. */
  readonly bows?: boolean
  readonly labels: boolean
}

const xml = (s: string) => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

const DUR: Record<Value['base'], string> = {
  breve: 'breve',
  whole: '1',
  half: '2',
  quarter: '4',
  eighth: '8',
  '16th': '16',
  '32nd': '32',
  '64th': '64',
  '128th': '128',
}
const ACCID: Record<number, string> = { [-2]: 'ff', [-1]: 'f', 0: 'n', 1: 's', 2: 'x' }

const keySig = (key: Key): string => (key.fifths === 0 ? '0' : `${Math.abs(key.fifths)}${key.fifths > 0 ? 's' : 'f'}`)
const meterAttrs = (m: Meter): string => `meter.count="${m.beats}" meter.unit="${m.unit}"${m.sign ? ` meter.sym="${m.sign}"` : ''}`

/** The piece as MEI 5, one staff a seat, each at the pitch and in the clef that its part shows. */
export function meiOf(piece: Piece, options: MeiOptions): string {
  const staves = options.maps.map((map, i) => new Staff(piece, map, i + 1, options))
  const first = piece.lines[0]
  const meters = placeMeasures(piece, first)
  const body: string[] = []
  let ending: string | null = null
  first.measures.forEach((m, i) => {
    const wanted = m.ending ? m.ending.join(', ') : null
    if (wanted !== ending) {
      if (ending) body.push('</ending>')
      if (wanted) body.push(`<ending n="${wanted}" label="${wanted.replace(/, /g, '., ')}.">`)
      ending = wanted
    }
    if (i > 0 && (m.key || m.meter))
      body.push(`<scoreDef${m.key ? ` key.sig="${keySig(m.key)}"` : ''}${m.meter ? ` ${meterAttrs(m.meter)}` : ''}/>`)
    body.push(measure(m, i, i === first.measures.length - 1, staves, meters[i].meter))
  })
  if (ending) body.push('</ending>')
  const defs = options.maps.map(({ seat, instrument }, i) => {
    const clef = CLEFS[instrument.clef]
    return `<staffDef n="${i + 1}" lines="5" clef.shape="${clef.sign}" clef.line="${clef.line}">${options.labels ? `<label>${xml(seat.name)}</label>` : ''}</staffDef>`
  })
  return `<?xml version="1.0" encoding="UTF-8"?>
<mei xmlns="http://www.music-encoding.org/ns/mei" meiversion="5.0"><meiHead><fileDesc><titleStmt><title>${xml(piece.title)}</title></titleStmt><pubStmt/></fileDesc></meiHead>
<music><body><mdiv><score><scoreDef key.sig="${keySig(piece.key)}" ${meterAttrs(piece.meter)}><staffGrp symbol="${staves.length > 1 ? 'bracket' : 'none'}" bar.thru="false">${defs.join('')}</staffGrp></scoreDef><section>
${body.join('\n')}
</section></score></mdiv></body></music></mei>`
}

function measure(m: Measure, index: number, last: boolean, staves: readonly Staff[], meter: Meter): string {
  const left = m.repeatStart ? ' left="rptstart"' : ''
  const right = m.repeatEnd
    ? ' right="rptend"'
    : m.barline === 'double'
      ? ' right="dbl"'
      : m.barline === 'final' || last
        ? ' right="end"'
        : ''
  const pickup = m.pickup ? ' metcon="false"' : ''
  const layers = staves.map((s) => s.layer(index))
  return `<measure xml:id="m${index}" n="${xml(m.number)}"${left}${right}${pickup}>${layers.map((l) => l.staff).join('')}${layers.map((l) => l.controls).join('')}${index === 0 ? overMeasure({ ...m, tempo: undefined }, meter) : overMeasure(m, meter)}</measure>`
}

/** One seat's staff, measure by measure: it keeps what is tied over the barline. */
class Staff {
  private readonly measures: readonly PlacedMeasure[]
  private tied = new Set<number>()
  private lastNote: NoteEvent | null = null
  private readonly slursFrom = new Map<string, string[]>()
  private readonly spansFrom = new Map<string, { position: string; to: string }>()
  private readonly next = new Map<string, NoteEvent>()
  private readonly bowing: Bowing

  constructor(
    piece: Piece,
    private readonly map: SeatMap,
    private readonly n: number,
    private readonly options: MeiOptions,
  ) {
    this.measures = placeMeasures(piece, map.line)
    this.bowing = bowingOf(piece, map.line)
    for (const s of map.line.slurs) this.slursFrom.set(s.from, [...(this.slursFrom.get(s.from) ?? []), s.to])
    let last: NoteEvent | null = null
    for (const m of map.line.measures)
      for (const e of m.events) {
        if (e.kind === 'note') {
          if (last) this.next.set(last.id, e)
          last = e
        }
      }
    if (options.positions) {
      const spans = handSpans(map)
      spans.forEach((s, i) => {
        // First position is what a part says nothing about, until the hand comes back to it.
        if (s.position !== 'I' || i > 0) this.spansFrom.set(s.from.placed.event.id, { position: s.position, to: s.to.placed.event.id })
      })
    }
  }

  layer(index: number): { staff: string; controls: string } {
    const placed = this.measures[index]
    let signs: BarSigns = atBarline
    const controls: string[] = []
    const id = (e: PieceEvent) => eventId(this.map.seat.id, e.id)
    const draw = (e: PieceEvent): string => {
      controls.push(overEvent(e, id(e), this.n))
      if (e.kind === 'rest') {
        this.tied = new Set()
        return e.wholeMeasure ? `<mRest xml:id="${id(e)}"/>` : `<rest xml:id="${id(e)}" dur="${DUR[e.value.base]}"${dots(e.value)}/>`
      }
      const heads = e.heads
        .map((h): Head & { written: Pitch } => ({ ...h, written: byOctaves(h.pitch, this.map.written) }))
        .sort((a, b) => midiOf(a.written) - midiOf(b.written))
      const drawn = heads.map((h, i) => {
        const held = this.tied.has(stepsOf(h.written))
        const shown = readHead(signs, placed.key, h.written, held)
        signs = shown.signs
        const sounding = h.written.alter !== 0 && !shown.sign ? ` accid.ges="${ACCID[h.written.alter]}"` : ''
        // A natural that the bar, not the key, makes needs no sign but sounds natural.
        const natural = h.written.alter === 0 && !shown.sign && alterIn(placed.key, h.written.letter) !== 0 ? ' accid.ges="n"' : ''
        return {
          id: `${id(e)}-h${i}`,
          attrs: `pname="${h.written.letter.toLowerCase()}" oct="${h.written.octave}"${shown.sign ? ` accid="${ACCID[h.written.alter]}"` : ''}${sounding}${natural}`,
          steps: stepsOf(h.written),
          tie: h.tie,
        }
      })
      this.tied = new Set(drawn.filter((d) => d.tie).map((d) => d.steps))
      controls.push(...this.controlsOf(e, drawn))
      const stem = stemOf(
        heads.map((h) => h.written),
        CLEFS[this.map.instrument.clef],
      )
      const length = `dur="${DUR[e.value.base]}"${dots(e.value)} stem.dir="${stem}"`
      const bow = this.bowAt(e)
      const graces = gracesOf(e, placed.key, this.map.written)
      const extra = `${articsOf(e)}${bow ? `<artic artic="${bow === 'down' ? 'dnbow' : 'upbow'}" place="above"/>` : ''}${this.verses(e)}`
      if (drawn.length === 1) return `${graces}<note xml:id="${id(e)}" ${drawn[0].attrs} ${length}>${extra}</note>`
      return `${graces}<chord xml:id="${id(e)}" ${length}>${drawn.map((d) => `<note xml:id="${d.id}" ${d.attrs}/>`).join('')}${extra}</chord>`
    }
    const group = (g: Group): string => {
      switch (g.kind) {
        case 'single':
          return draw(g.event)
        case 'beam':
          return `<beam>${g.events
            .map(draw)
            .join('')
            .replace(/ stem\.dir="\w+"/g, '')}</beam>`
        case 'tuplet':
          return `<tuplet num="${g.actual}" numbase="${g.normal}" num.format="count">${g.parts.map(group).join('')}</tuplet>`
      }
    }
    const layer = groupEvents(placed.measure.events, placed.meter, placed.lead).map(group).join('')
    return { staff: `<staff n="${this.n}"><layer n="1">${layer}</layer></staff>`, controls: controls.join('') }
  }

  /** Ties, slurs and the hand's bracket that begin at a note. */
  private controlsOf(e: NoteEvent, drawn: readonly { id: string; steps: number; tie?: boolean }[]): string[] {
    const seat = this.map.seat.id
    const self = eventId(seat, e.id)
    const out: string[] = []
    const next = this.next.get(e.id)
    if (next) {
      const ahead = next.heads.map((h) => byOctaves(h.pitch, this.map.written)).sort((a, b) => midiOf(a) - midiOf(b))
      for (const d of drawn) {
        const i = d.tie ? ahead.findIndex((p) => stepsOf(p) === d.steps) : -1
        if (i < 0) continue
        const from = drawn.length === 1 ? self : d.id
        const to = ahead.length === 1 ? eventId(seat, next.id) : `${eventId(seat, next.id)}-h${i}`
        out.push(`<tie startid="#${from}" endid="#${to}"/>`)
      }
    }
    for (const to of this.slursFrom.get(e.id) ?? []) out.push(`<slur startid="#${self}" endid="#${eventId(seat, to)}"/>`)
    const span = this.spansFrom.get(e.id)
    if (span) {
      out.push(
        `<dir startid="#${self}" place="above" staff="${this.n}" type="position"><rend fontstyle="normal" fontweight="bold">${xml(span.position)}</rend></dir>`,
      )
      if (span.position !== 'I' && span.to !== e.id)
        out.push(`<bracketSpan startid="#${self}" endid="#${eventId(seat, span.to)}" func="coloration" lform="solid" staff="${this.n}"/>`)
    }
    return out
  }

  /** The mark that stands over a note: the piece's own, or with all bows the one that begins its stroke. */
  private bowAt(e: NoteEvent): 'down' | 'up' | undefined {
    if (!this.options.bows) return e.bow
    const stroke = this.bowing.byEvent.get(e.id)
    return stroke?.events[0] === e.id ? stroke.bow : undefined
  }

  private verses(e: NoteEvent): string {
    const seat = this.map.seat.id
    const rows = ROWS.filter((r) => this.options.rows.includes(r))
    const texts = rows.map((row, i) => {
      const text = rowText(this.map, e.id, row)
      return text ? `<verse n="${i + 1}" type="row-${row}" xml:id="${rowId(seat, e.id, row)}"><syl>${xml(text)}</syl></verse>` : ''
    })
    return texts.join('') + lyricOf(e, rows.length + 1)
  }
}

const dots = (v: Value): string => (v.dots ? ` dots="${v.dots}"` : '')
