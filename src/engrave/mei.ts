import { isStruck } from '@/core/piece/struck'
import { hairpinsOf } from '@/core/piece/loudness'
import { xmlText } from '@/core/xml'
import { CLEFS, stemOf } from '@/core/music/clef'
import { alterIn, type Key } from '@/core/music/key'
import { stepsOf } from '@/core/music/pitch'
import type { Meter, Value } from '@/core/music/time'
import { lowFirst, type Part, type PartEvent, type PartHead } from '@/core/part/part'
import type { Measure, NoteEvent, Piece, PieceEvent } from '@/core/piece/piece'
import { placeMeasures, type PlacedMeasure } from '@/core/piece/walk'
import { groupEvents, type BeamGroup } from '@/core/piece/beams'
import { ACCID, articsOf, DUR, GESTURAL, gracesOf, lyricOf, overEvent, overMeasure } from './markings'
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
const meterAttrs = (m: Meter): string => `meter.count="${m.beats}" meter.unit="${m.unit}"${m.sign ? ` meter.sym="${m.sign}"` : ''}`

/** The measures at which a part's printed lines begin, the first among them. */
export const printedStarts = ({ line }: Part): number[] => line.measures.flatMap((m, i) => (i === 0 || m.newLine ? [i] : []))

/** The piece as MEI 5, one staff a seat, each at the pitch and in the clef that its part shows. */
export function meiOf(piece: Piece, options: MeiOptions): string {
  const staves = options.parts.map((part, i) => new Staff(part, i + 1, options))
  const first = piece.lines[0]
  const meters = placeMeasures(piece, first)
  const body: string[] = []
  const breaks = new Set(options.breaks ?? printedStarts(options.parts[0]).slice(1))
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
    if (breaks.has(i)) body.push('<sb/>')
    body.push(measure(m, meters[i], !options.goesOn && i === first.measures.length - 1, staves))
  })
  if (ending) body.push('</ending>')
  const defs = options.parts.map(({ name, clef: clefName }, i) => {
    const clef = CLEFS[clefName]
    return `<staffDef n="${i + 1}" lines="5" clef.shape="${clef.sign}" clef.line="${clef.line}">${options.labels ? `<label>${xmlText(name)}</label>` : ''}${options.labels === 'each' ? `<labelAbbr>${xmlText(name)}</labelAbbr>` : ''}</staffDef>`
  })
  return `<?xml version="1.0" encoding="UTF-8"?>
<mei xmlns="http://www.music-encoding.org/ns/mei" meiversion="5.0"><meiHead><fileDesc><titleStmt><title>${xmlText(piece.title)}</title></titleStmt><pubStmt/></fileDesc></meiHead>
<music><body><mdiv><score><scoreDef key.sig="${keySig(piece.key)}" ${meterAttrs(piece.meter)}><staffGrp symbol="${staves.length > 1 ? 'bracket' : 'none'}" bar.thru="false">${defs.join('')}</staffGrp></scoreDef><section>
${body.join('\n')}
</section></score></mdiv></body></music></mei>`
}

function measure(m: Measure, { index, meter, lead }: PlacedMeasure, last: boolean, staves: readonly Staff[]): string {
  const left = m.repeatStart ? ' left="rptstart"' : ''
  const right = m.repeatEnd
    ? ' right="rptend"'
    : m.barline === 'double'
      ? ' right="dbl"'
      : m.barline === 'final' || last
        ? ' right="end"'
        : ''
  const pickup = m.pickup || lead > 0 ? ' metcon="false"' : ''
  const layers = staves.map((s) => s.layer(index))
  return `<measure xml:id="m${index}" n="${xmlText(m.number)}"${left}${right}${pickup}>${layers.map((l) => l.staff).join('')}${layers.map((l) => l.controls).join('')}${index === 0 ? overMeasure({ ...m, tempo: undefined }, meter) : overMeasure(m, meter)}</measure>`
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

  layer(index: number): { staff: string; controls: string } {
    const { placed, events } = this.part.measures[index]
    const byId = new Map(events.map((e) => [e.event.id, e]))
    const controls: string[] = []
    const draw = ({ id }: PieceEvent): string => {
      const e = byId.get(id)!
      const { event } = e
      controls.push(overEvent(event, this.id(id), this.n), this.hairpins(event), this.ossia(event))
      // A cross on the middle line: something is struck that has no pitch.
      if (isStruck(event))
        return `<note xml:id="${this.id(id)}" loc="4" head.shape="x" stem.dir="up" dur="${DUR[event.value.base]}"${dots(event.value)}/>`
      if (event.kind === 'rest')
        return event.wholeMeasure
          ? `<mRest xml:id="${this.id(id)}"/>`
          : `<rest xml:id="${this.id(id)}" dur="${DUR[event.value.base]}"${dots(event.value)}/>`
      const drawn = lowFirst(e.heads).map((h, i) => ({ id: `${this.id(id)}-h${i}`, attrs: headAttrs(h, placed.key), head: h }))
      controls.push(...this.controlsOf(e, drawn))
      const stem = stemOf(
        drawn.map((d) => d.head.pitch),
        CLEFS[this.part.clef],
      )
      const length = `dur="${DUR[event.value.base]}"${dots(event.value)} stem.dir="${stem}"`
      const graces = gracesOf(e.graces, placed.key)
      const bow = e.bow ? `<artic artic="${e.bow === 'down' ? 'dnbow' : 'upbow'}" place="above"/>` : ''
      const extra = `${articsOf(event)}${bow}${this.verses(e, event)}`
      if (drawn.length === 1) return `${graces}<note xml:id="${this.id(id)}" ${drawn[0].attrs} ${length}>${extra}</note>`
      return `${graces}<chord xml:id="${this.id(id)}" ${length}>${drawn.map((d) => `<note xml:id="${d.id}" ${d.attrs}/>`).join('')}${extra}</chord>`
    }
    const group = (g: BeamGroup): string => {
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

  /** The hairpins that begin at an event. */
  private hairpins({ id }: PieceEvent): string {
    return hairpinsOf(this.part.line)
      .filter((h) => h.from === id)
      .map(
        (h) =>
          `<hairpin form="${h.kind === 'crescendo' ? 'cres' : 'dim'}" startid="#${this.id(id)}" endid="#${this.id(h.to)}" place="below" staff="${this.n}"/>`,
      )
      .join('')
  }

  /** The dashed bracket over what stands in place of what the piece has. */
  private ossia({ id, ossiaTo }: PieceEvent): string {
    if (!ossiaTo || ossiaTo === id) return ''
    return `<bracketSpan startid="#${this.id(id)}" endid="#${this.id(ossiaTo)}" func="coloration" lform="dashed" staff="${this.n}"/>`
  }

  /** Ties, slurs and the hand's bracket that begin at a note. */
  private controlsOf(e: PartEvent, drawn: readonly { readonly id: string; readonly head: PartHead }[]): string[] {
    const self = this.id(e.event.id)
    const out: string[] = []
    const next = this.next.get(e.event.id)
    if (next) {
      const ahead = lowFirst(next.heads).map((h) => stepsOf(h.pitch))
      for (const d of drawn) {
        const i = d.head.of.tie ? ahead.indexOf(stepsOf(d.head.pitch)) : -1
        if (i < 0) continue
        const from = drawn.length === 1 ? self : d.id
        const to = ahead.length === 1 ? this.id(next.event.id) : `${this.id(next.event.id)}-h${i}`
        out.push(`<tie startid="#${from}" endid="#${to}"/>`)
      }
    }
    for (const to of this.slursFrom.get(e.event.id) ?? []) out.push(`<slur startid="#${self}" endid="#${this.id(to)}"/>`)
    if (this.options.positions && this.isWritten(e) && e.position && e.keeps) {
      out.push(
        `<dir startid="#${self}" place="above" staff="${this.n}" type="position"><rend fontstyle="normal" fontweight="bold">${xmlText(e.position)}</rend></dir>`,
      )
      if (e.position !== 'I' && e.keeps !== e.event.id)
        out.push(`<bracketSpan startid="#${self}" endid="#${this.id(e.keeps)}" func="coloration" lform="solid" staff="${this.n}"/>`)
    }
    const { frames, stays } = this.options
    if (frames && this.isWritten(e) && e.frame)
      out.push(
        `<dir startid="#${self}" place="above" staff="${this.n}" type="frame"><rend fontstyle="normal">${xmlText(frames(e.frame))}</rend></dir>`,
      )
    if (stays && this.isWritten(e))
      for (const s of e.stays ?? [])
        out.push(
          `<bracketSpan startid="#${self}" endid="#${this.id(s.to)}" func="coloration" lform="solid" staff="${this.n}" type="stays"/>`,
        )
    return out
  }

  private isWritten(e: PartEvent): boolean {
    return this.options.written?.[this.part.id]?.has(e.event.id) ?? true
  }

  private verses(e: PartEvent, event: NoteEvent): string {
    const all = PAPER_ROWS.filter((r) => this.options.rows.includes(r))
    const rows = this.isWritten(e) ? all : []
    const texts = rows.map((row, i) => {
      const text = rowText(this.part, e, row, this.options.letters, this.options.said?.[this.part.id])
      return text
        ? `<verse n="${i + 1}" type="row-${row}" xml:id="${rowId(this.part.id, event.id, row)}"><syl>${xmlText(text)}</syl></verse>`
        : ''
    })
    return texts.join('') + lyricOf(event, all.length + 1)
  }
}

/** Pitch of a head, with its sign or how it sounds without one. */
function headAttrs({ pitch, sign }: PartHead, key: Key): string {
  const sounding = pitch.alter !== 0 && !sign ? ` accid.ges="${GESTURAL[pitch.alter]}"` : ''
  // A natural that the bar, not the key, makes needs no sign but sounds natural.
  const natural = pitch.alter === 0 && !sign && alterIn(key, pitch.letter) !== 0 ? ' accid.ges="n"' : ''
  return `pname="${pitch.letter.toLowerCase()}" oct="${pitch.octave}"${sign ? ` accid="${ACCID[pitch.alter]}"` : ''}${sounding}${natural}`
}

const dots = (v: Value): string => (v.dots ? ` dots="${v.dots}"` : '')
