import { xmlText as escaped } from '@/core/escape'
import { CLEFS } from '@/core/music/clef'
import type { Key } from '@/core/music/key'
import { pitchAt, type Pitch } from '@/core/music/pitch'
import { QUARTER, type Meter, type Value } from '@/core/music/time'
import type { Part, PartEvent, PartHead } from '@/core/part/part'
import { groupEvents, type Group } from '@/core/piece/beams'
import { printedLines } from '@/core/piece/address'
import { feltTempo, sayJump } from '@/core/piece/headline'
import type { PlacedMeasure } from '@/core/piece/walk'
import type { Measure, NoteEvent, NoteMark, Piece, PieceEvent } from '@/core/piece/piece'

const el = (name: string, content: string | number, attrs = ''): string => `<${name}${attrs}>${content}</${name}>`
const FLAGS: Record<Value['base'], number> = {
  breve: 0,
  whole: 0,
  half: 0,
  quarter: 0,
  eighth: 1,
  '16th': 2,
  '32nd': 3,
  '64th': 4,
  '128th': 5,
}
const SIGNS: Record<number, string> = { [-2]: 'flat-flat', [-1]: 'flat', 0: 'natural', 1: 'sharp', 2: 'double-sharp' }

/** A piece in MusicXML 4.0 (W3C), one part after the other. */
export function writeMusicXml(piece: Piece, parts: readonly Part[]): string {
  const id = (i: number) => `P${i + 1}`
  const list = parts.map((p, i) => `    ${el('score-part', el('part-name', escaped(p.name)), ` id="${id(i)}"`)}`)
  if (parts.length > 1) {
    list.unshift(
      '    <part-group type="start" number="1"><group-symbol>bracket</group-symbol><group-barline>no</group-barline></part-group>',
    )
    list.push('    <part-group type="stop" number="1"/>')
  }
  return `<?xml version="1.0" encoding="UTF-8" standalone="no"?>
<score-partwise version="4.0">
  ${el('work', el('work-title', escaped(piece.title)))}
  <identification>${piece.composer ? el('creator', escaped(piece.composer), ' type="composer"') : ''}<encoding><software>Even Seat</software><supports element="accidental" type="yes"/><supports element="beam" type="yes"/>${parts.some((p) => printedLines(p.line)) ? '<supports element="print" attribute="new-system" type="yes" value="yes"/>' : ''}</encoding></identification>
  <part-list>
${list.join('\n')}
  </part-list>
${parts.map((p, i) => new PartWriter(piece, p).write(id(i), i === 0)).join('\n')}
</score-partwise>
`
}

const wedge = (type: 'crescendo' | 'diminuendo' | 'stop'): string =>
  `<direction placement="below"><direction-type><wedge type="${type}"/></direction-type></direction>`

/** One part, measure by measure: it keeps what is tied over the barline and which slurs are open. */
class PartWriter {
  private readonly slursFrom = new Map<string, string[]>()
  private readonly slursTo = new Map<string, string[]>()
  private readonly numbers = new Map<string, number>()

  constructor(
    private readonly piece: Piece,
    private readonly part: Part,
  ) {
    for (const { from, to } of part.line.slurs) {
      this.slursFrom.set(from, [...(this.slursFrom.get(from) ?? []), to])
      this.slursTo.set(to, [...(this.slursTo.get(to) ?? []), from])
    }
  }

  write(id: string, first: boolean): string {
    const all = this.part.measures.map((m, i) => this.measure(m, i, first))
    return `  <part id="${id}">\n${all.join('\n')}\n  </part>`
  }

  private measure({ placed, events }: Part['measures'][number], i: number, firstPart: boolean): string {
    const { measure: m, key, meter } = placed
    const { measures } = this.part.line
    const before = measures[i - 1] as Measure | undefined
    const after = measures[i + 1] as Measure | undefined
    const same = (a?: Measure, b?: Measure) => a?.ending?.join() === b?.ending?.join()
    const starts = m.ending && (!same(before, m) || before?.repeatEnd)
    const ends = m.ending && (!same(m, after) || m.repeatEnd)
    const passes = m.ending?.join(', ')
    const out: string[] = []
    if (i > 0 && m.newLine) out.push('<print new-system="yes"/>')
    if (m.repeatStart || starts || m.segno || m.coda)
      out.push(
        `<barline location="left">${starts ? `<ending number="${passes}" type="start"/>` : ''}${m.repeatStart ? '<repeat direction="forward"/>' : ''}</barline>`.replace(
          '<barline location="left"></barline>',
          '',
        ),
      )
    out.push(this.attributes(m, i, key, meter))
    if (m.segno) out.push('<direction placement="above"><direction-type><segno/></direction-type><sound segno="segno"/></direction>')
    if (m.coda) out.push('<direction placement="above"><direction-type><coda/></direction-type><sound coda="coda"/></direction>')
    const tempo = i === 0 ? this.piece.tempo : m.tempo
    if (tempo && firstPart) out.push(tempoMark(tempo, meter))
    out.push(...this.events(placed, events))
    if (m.toCoda) out.push(direction('To Coda', '<sound tocoda="coda"/>'))
    if (m.fine) out.push(direction('Fine', '<sound fine="yes"/>'))
    if (m.jump) {
      out.push(direction(sayJump(m.jump), m.jump.to === 'start' ? '<sound dacapo="yes"/>' : '<sound dalsegno="segno"/>'))
    }
    const style = m.repeatEnd || m.barline === 'final' ? 'light-heavy' : m.barline === 'double' ? 'light-light' : ''
    if (style || ends)
      out.push(
        `<barline location="right">${style ? el('bar-style', style) : ''}${ends ? `<ending number="${passes}" type="${m.repeatEnd ? 'stop' : 'discontinue'}"/>` : ''}${m.repeatEnd ? `<repeat direction="backward"${m.repeatEnd > 2 ? ` times="${m.repeatEnd}"` : ''}/>` : ''}</barline>`,
      )
    return `    <measure number="${escaped(m.number)}"${placed.lead > 0 || m.pickup ? ' implicit="yes"' : ''}>\n${out
      .filter(Boolean)
      .map((line) => `      ${line}`)
      .join('\n')}\n    </measure>`
  }

  private attributes(m: Measure, i: number, key: Key, meter: Meter): string {
    const parts: string[] = []
    if (i === 0) parts.push(el('divisions', QUARTER))
    if (i === 0 || m.key) parts.push(el('key', el('fifths', key.fifths) + el('mode', key.mode)))
    if (i === 0 || m.meter)
      parts.push(
        el(
          'time',
          el('beats', meter.groups?.join('+') ?? meter.beats) + el('beat-type', meter.unit),
          meter.sign ? ` symbol="${meter.sign}"` : '',
        ),
      )
    if (i === 0) {
      const clef = CLEFS[this.part.clef]
      parts.push(el('clef', el('sign', clef.sign) + el('line', clef.line)))
      if (this.part.sounding) parts.push(el('transpose', el('diatonic', 0) + el('chromatic', 0) + el('octave-change', this.part.sounding)))
    }
    return parts.length ? el('attributes', parts.join('')) : ''
  }

  private events(placed: PlacedMeasure, events: readonly PartEvent[]): string[] {
    const groups = groupEvents(placed.measure.events, placed.meter, placed.lead)
    const beams = beamsOf(groups)
    const ends = tupletEnds(groups)
    return events.flatMap((e) => {
      const out = this.overNote(e)
      const { event } = e
      const { ticks } = e.placed
      if (event.kind === 'rest') {
        out.push(
          el(
            'note',
            (event.struck ? this.unpitched() : event.wholeMeasure ? '<rest measure="yes"/>' : '<rest/>') +
              el('duration', ticks) +
              el('voice', 1) +
              (event.wholeMeasure ? '' : valueTags(event.value)) +
              (event.struck ? el('notehead', 'x') : '') +
              notations(ends.get(event.id) ?? ''),
          ),
        )
        if (event.hairpinEnd) out.push(wedge('stop'))
        return out
      }
      for (const g of e.graces)
        g.heads.forEach((h, i) =>
          out.push(
            el(
              'note',
              `<grace${g.slash ? ' slash="yes"' : ''}/>${i ? '<chord/>' : ''}${pitchTag(h.pitch)}${el('voice', 1)}${el('type', g.base)}`,
            ),
          ),
        )
      e.heads.forEach((h, i) =>
        out.push(
          el(
            'note',
            (i ? '<chord/>' : '') +
              pitchTag(h.pitch) +
              el('duration', ticks) +
              (h.held ? '<tie type="stop"/>' : '') +
              (h.of.tie ? '<tie type="start"/>' : '') +
              el('voice', 1) +
              valueTags(event.value, h.sign ? el('accidental', SIGNS[h.pitch.alter]) : '') +
              (i ? '' : (beams.get(event.id) ?? '')) +
              notations(this.notationsOf(e, event, h, i === 0, ends.get(event.id) ?? '')) +
              (i === 0 && event.lyric ? el('lyric', el('syllabic', this.syllabic(event)) + el('text', escaped(event.lyric.text))) : ''),
          ),
        ),
      )
      if (event.hairpinEnd) out.push(wedge('stop'))
      return out
    })
  }

  /** On the middle line of the staff. */
  private unpitched(): string {
    const { letter, octave } = pitchAt(CLEFS[this.part.clef].middle, 0)
    return el('unpitched', el('display-step', letter) + el('display-octave', octave))
  }

  private joined = false
  private syllabic(e: NoteEvent): string {
    const before = this.joined
    this.joined = e.lyric!.joined ?? false
    return this.joined ? (before ? 'middle' : 'begin') : before ? 'end' : 'single'
  }

  /** Directions that stand before a note: its position, pizz and arco, dynamic, words. */
  private overNote({ event: e, position }: PartEvent): string[] {
    const out: string[] = []
    if (position) out.push(direction(position, '', ' font-weight="bold"'))
    if (e.kind === 'note')
      for (const m of e.marks ?? []) if (m === 'pizz' || m === 'arco') out.push(direction(m === 'pizz' ? 'pizz.' : 'arco'))
    if (e.words) out.push(direction(e.words))
    if (e.hairpin) out.push(wedge(e.hairpin))
    if (e.dynamic)
      out.push(`<direction placement="below"><direction-type><dynamics><${e.dynamic}/></dynamics></direction-type></direction>`)
    return out
  }

  private notationsOf({ bow }: PartEvent, e: NoteEvent, h: PartHead, first: boolean, tuplet: string): string {
    const { finger, string, open } = h
    const has = (m: NoteMark) => first && e.marks?.includes(m)
    const technical = [
      ...(first && bow ? [`<${bow}-bow/>`] : []),
      ...(has('harmonic') ? ['<harmonic><natural/></harmonic>'] : []),
      ...(open || has('open') ? ['<open-string/>'] : []),
      ...(has('snap') ? ['<snap-pizzicato/>'] : []),
      ...(finger !== undefined ? [el('fingering', finger)] : []),
      ...(string !== undefined ? [el('string', string)] : []),
    ]
    const articulations = (Object.keys(ARTICULATIONS) as NoteMark[]).filter(has).map((m) => ARTICULATIONS[m]!)
    return [
      ...(h.held ? ['<tied type="stop"/>'] : []),
      ...(h.of.tie ? ['<tied type="start"/>'] : []),
      ...(first ? this.slurs(e.id) : []),
      ...(first ? [tuplet] : []),
      ...(technical.length ? [el('technical', technical.join(''))] : []),
      ...(articulations.length ? [el('articulations', articulations.join(''))] : []),
      ...(has('fermata') ? ['<fermata/>'] : []),
    ].join('')
  }

  /** Slur ends and starts, each slur under a number of its own while it is open. */
  private slurs(id: string): string[] {
    const out: string[] = []
    for (const from of this.slursTo.get(id) ?? []) {
      const key = `${from} ${id}`
      out.push(`<slur type="stop" number="${this.numbers.get(key) ?? 1}"/>`)
      this.numbers.delete(key)
    }
    for (const to of this.slursFrom.get(id) ?? []) {
      const used = new Set(this.numbers.values())
      const free = Array.from({ length: 16 }, (_, n) => n + 1).find((n) => !used.has(n)) ?? 16
      this.numbers.set(`${id} ${to}`, free)
      out.push(`<slur type="start" number="${free}"/>`)
    }
    return out
  }
}

const pitchTag = ({ letter, alter, octave }: Pitch): string =>
  el('pitch', el('step', letter) + (alter ? el('alter', alter) : '') + el('octave', octave))

const ARTICULATIONS: Partial<Record<NoteMark, string>> = {
  accent: '<accent/>',
  marcato: '<strong-accent/>',
  staccato: '<staccato/>',
  tenuto: '<tenuto/>',
  staccatissimo: '<staccatissimo/>',
  breath: '<breath-mark/>',
}

const direction = (words: string, sound = '', attrs = ''): string =>
  `<direction placement="above"><direction-type>${el('words', escaped(words), attrs)}</direction-type>${sound}</direction>`

function tempoMark(tempo: number, meter: Meter): string {
  const { dotted, rate } = feltTempo(meter, tempo)
  return `<direction placement="above"><direction-type>${el('metronome', `<beat-unit>quarter</beat-unit>${dotted ? '<beat-unit-dot/>' : ''}${el('per-minute', Math.round(rate * 100) / 100)}`)}</direction-type><sound tempo="${tempo}"/></direction>`
}

const valueTags = (v: Value, accidental = ''): string =>
  el('type', v.base) +
  '<dot/>'.repeat(v.dots) +
  accidental +
  (v.tuplet ? el('time-modification', el('actual-notes', v.tuplet.actual) + el('normal-notes', v.tuplet.normal)) : '')

const notations = (inside: string): string => (inside ? el('notations', inside) : '')

/** `<beam>` elements by event id, one a flag: each level begins, goes on, ends, or hooks. */
function beamsOf(groups: readonly Group[], found = new Map<string, string>()): Map<string, string> {
  for (const g of groups)
    if (g.kind === 'tuplet') beamsOf(g.parts, found)
    else if (g.kind === 'beam') {
      const flags = g.events.map((e) => FLAGS[e.value.base])
      g.events.forEach((e, i) => {
        const levels = Array.from({ length: flags[i] }, (_, n) => {
          const [left, right] = [(flags[i - 1] ?? 0) > n, (flags[i + 1] ?? 0) > n]
          const how = left && right ? 'continue' : left ? 'end' : right ? 'begin' : i > 0 ? 'backward hook' : 'forward hook'
          return el('beam', how, ` number="${n + 1}"`)
        })
        found.set(e.id, levels.join(''))
      })
    }
  return found
}

/** `<tuplet>` elements by event id, at the ends of each group. */
function tupletEnds(groups: readonly Group[]): Map<string, string> {
  const found = new Map<string, string>()
  const eventsOf = (g: Group): readonly PieceEvent[] =>
    g.kind === 'single' ? [g.event] : g.kind === 'beam' ? g.events : g.parts.flatMap(eventsOf)
  for (const g of groups) {
    if (g.kind !== 'tuplet') continue
    const events = eventsOf(g)
    found.set(events[0].id, '<tuplet type="start"/>')
    found.set(events[events.length - 1].id, `${found.get(events[events.length - 1].id) ?? ''}<tuplet type="stop"/>`)
  }
  return found
}
