import { THUMB } from '@/core/instruments/instrument'
import { element, elementInLines, type Xml, type Attributes, type Content } from '@/core/xml'
import { CLEFS } from '@/core/music/clef'
import { intervalFor } from '@/core/music/interval'
import type { Key } from '@/core/music/key'
import { pitchAt, type Pitch } from '@/core/music/pitch'
import { QUARTER, type Meter, type Value } from '@/core/music/time'
import type { Part, PartEvent, PartHead } from '@/core/part/part'
import { groupEvents, type BeamGroup } from '@/core/piece/beams'
import { printedLines } from '@/core/piece/address'
import { feltTempo, sayJump } from '@/core/piece/headline'
import type { PlacedMeasure } from '@/core/piece/walk'
import { slides, type OrnamentKind } from '@/core/piece/ornament'
import type { Measure, NoteEvent, NoteMark, Piece, PieceEvent } from '@/core/piece/piece'

const el = (name: string, content: Content = null, attributes: Attributes = {}): Xml => element(name, attributes, content)
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

/** A piece in MusicXML 4.0 (W3C), one part after the other. `above`: half steps that its parts sound above what is written, beside octaves. */
export function writeMusicXml(piece: Piece, parts: readonly Part[], above = 0): string {
  const id = (i: number) => `P${i + 1}`
  const named = parts.map((p, i) => el('score-part', el('part-name', p.name), { id: id(i) }))
  const list =
    parts.length > 1
      ? [
          el('part-group', [el('group-symbol', 'bracket'), el('group-barline', 'no')], { type: 'start', number: 1 }),
          ...named,
          el('part-group', null, { type: 'stop', number: 1 }),
        ]
      : named
  const supports = (of: string) => el('supports', null, { element: of, type: 'yes' })
  const breaks = parts.some((p) => printedLines(p.line))
  const encoding = el('encoding', [
    el('software', 'Even Seat'),
    supports('accidental'),
    supports('beam'),
    breaks && el('supports', null, { element: 'print', attribute: 'new-system', type: 'yes', value: 'yes' }),
  ])
  const score = elementInLines('score-partwise', { version: '4.0' }, [
    el('work', el('work-title', piece.title)),
    el('identification', [piece.composer ? el('creator', piece.composer, { type: 'composer' }) : null, encoding]),
    elementInLines('part-list', {}, list, '  '),
    ...parts.map((p, i) => new PartWriter(piece, p, above).write(id(i), i === 0)),
  ])
  return `<?xml version="1.0" encoding="UTF-8" standalone="no"?>\n${score}\n`
}

const wedge = (type: 'crescendo' | 'diminuendo' | 'stop'): Xml =>
  el('direction', el('direction-type', el('wedge', null, { type })), { placement: 'below' })

/** One part, measure by measure: it keeps what is tied over the barline and which slurs are open. */
class PartWriter {
  private readonly slursFrom = new Map<string, string[]>()
  private readonly slursTo = new Map<string, string[]>()
  private readonly numbers = new Map<string, number>()
  private readonly slidTo: ReadonlySet<string>

  constructor(
    private readonly piece: Piece,
    private readonly part: Part,
    private readonly above: number,
  ) {
    this.slidTo = new Set(slides(part.line).values())
    for (const { from, to } of part.line.slurs) {
      this.slursFrom.set(from, [...(this.slursFrom.get(from) ?? []), to])
      this.slursTo.set(to, [...(this.slursTo.get(to) ?? []), from])
    }
  }

  write(id: string, first: boolean): Xml {
    return elementInLines(
      'part',
      { id },
      this.part.measures.map((m, i) => this.measure(m, i, first)),
      '  ',
    )
  }

  private measure({ placed, events }: Part['measures'][number], i: number, firstPart: boolean): Xml {
    const { measure: m, key, meter } = placed
    const { measures } = this.part.line
    const before = measures[i - 1] as Measure | undefined
    const after = measures[i + 1] as Measure | undefined
    const same = (a?: Measure, b?: Measure) => a?.ending?.join() === b?.ending?.join()
    const starts = m.ending && (!same(before, m) || before?.repeatEnd)
    const ends = m.ending && (!same(m, after) || m.repeatEnd)
    const number = m.ending?.join(', ')
    const out: Xml[] = []
    if (i > 0 && m.newLine) out.push(el('print', null, { 'new-system': 'yes' }))
    if (m.repeatStart || starts)
      out.push(
        el(
          'barline',
          [starts && el('ending', null, { number, type: 'start' }), m.repeatStart && el('repeat', null, { direction: 'forward' })],
          { location: 'left' },
        ),
      )
    const attributes = this.attributes(m, i, key, meter)
    if (attributes) out.push(attributes)
    for (const sign of ['segno', 'coda'] as const)
      if (m[sign]) out.push(el('direction', [el('direction-type', el(sign)), el('sound', null, { [sign]: sign })], { placement: 'above' }))
    const tempo = i === 0 ? this.piece.tempo : m.tempo
    if (tempo && firstPart) out.push(tempoMark(tempo, meter))
    out.push(...this.events(placed, events))
    if (m.toCoda) out.push(direction('To Coda', { tocoda: 'coda' }))
    if (m.fine) out.push(direction('Fine', { fine: 'yes' }))
    if (m.jump) out.push(direction(sayJump(m.jump), m.jump.to === 'start' ? { dacapo: 'yes' } : { dalsegno: 'segno' }))
    const style = m.repeatEnd || m.barline === 'final' ? 'light-heavy' : m.barline === 'double' ? 'light-light' : ''
    if (style || ends)
      out.push(
        el(
          'barline',
          [
            style && el('bar-style', style),
            ends && el('ending', null, { number, type: m.repeatEnd ? 'stop' : 'discontinue' }),
            m.repeatEnd && el('repeat', null, { direction: 'backward', times: m.repeatEnd > 2 && m.repeatEnd }),
          ],
          { location: 'right' },
        ),
      )
    return elementInLines('measure', { number: m.number, implicit: (placed.lead > 0 || m.pickup) && 'yes' }, out, '    ')
  }

  private attributes(m: Measure, i: number, key: Key, meter: Meter): Xml | null {
    const parts: Xml[] = []
    if (i === 0) parts.push(el('divisions', QUARTER))
    if (i === 0 || m.key) parts.push(el('key', [el('fifths', key.fifths), el('mode', key.mode)]))
    if (i === 0 || m.meter)
      parts.push(el('time', [el('beats', meter.groups?.join('+') ?? meter.beats), el('beat-type', meter.unit)], { symbol: meter.sign }))
    if (i === 0) {
      const clef = CLEFS[this.part.clef]
      parts.push(el('clef', [el('sign', clef.sign), el('line', clef.line)]))
      const { sounding } = this.part
      if (sounding || this.above) {
        const { steps } = intervalFor(this.above, key)
        parts.push(el('transpose', [el('diatonic', steps), el('chromatic', this.above), sounding !== 0 && el('octave-change', sounding)]))
      }
    }
    return parts.length ? el('attributes', parts) : null
  }

  private events(placed: PlacedMeasure, events: readonly PartEvent[]): Xml[] {
    const groups = groupEvents(placed.measure.events, placed.meter, placed.lead)
    const beams = beamsOf(groups)
    const ends = tupletEnds(groups)
    return events.flatMap((e) => {
      const out = this.overNote(e)
      const { event } = e
      const { ticks } = e.placed
      const tuplets = ends.get(event.id) ?? []
      if (event.kind === 'rest') {
        out.push(
          el('note', [
            event.struck ? this.unpitched() : el('rest', null, { measure: event.wholeMeasure && 'yes' }),
            el('duration', ticks),
            el('voice', 1),
            event.wholeMeasure ? null : valueTags(event.value),
            event.struck && el('notehead', 'x'),
            notations(tuplets),
          ]),
        )
        if (event.hairpinEnd) out.push(wedge('stop'))
        return out
      }
      for (const g of e.graces)
        g.heads.forEach((h, i) =>
          out.push(
            el('note', [
              el('grace', null, { slash: g.slash && 'yes' }),
              i > 0 && el('chord'),
              pitchTag(h.pitch),
              el('voice', 1),
              el('type', g.base),
            ]),
          ),
        )
      e.heads.forEach((h, i) =>
        out.push(
          el('note', [
            i > 0 && el('chord'),
            pitchTag(h.pitch),
            el('duration', ticks),
            h.held && el('tie', null, { type: 'stop' }),
            h.of.tie && el('tie', null, { type: 'start' }),
            el('voice', 1),
            valueTags(event.value, h.sign && el('accidental', SIGNS[h.pitch.alter])),
            i === 0 && beams.get(event.id),
            notations(this.notationsOf(e, event, h, i === 0, tuplets)),
            i === 0 && event.lyric && el('lyric', [el('syllabic', this.syllabic(event)), el('text', event.lyric.text)]),
          ]),
        ),
      )
      if (event.hairpinEnd) out.push(wedge('stop'))
      return out
    })
  }

  /** On the middle line of the staff. */
  private unpitched(): Xml {
    const { letter, octave } = pitchAt(CLEFS[this.part.clef].middle, 0)
    return el('unpitched', [el('display-step', letter), el('display-octave', octave)])
  }

  private joined = false
  private syllabic(e: NoteEvent): string {
    const before = this.joined
    this.joined = e.lyric!.joined ?? false
    return this.joined ? (before ? 'middle' : 'begin') : before ? 'end' : 'single'
  }

  /** Directions that stand before a note: its position, pizz and arco, dynamic, words. */
  private overNote({ event: e, position }: PartEvent): Xml[] {
    const out: Xml[] = []
    if (position) out.push(direction(position, null, { 'font-weight': 'bold' }))
    if (e.kind === 'note')
      for (const m of e.marks ?? []) if (m === 'pizz' || m === 'arco') out.push(direction(m === 'pizz' ? 'pizz.' : 'arco'))
    if (e.words) out.push(direction(e.words))
    if (e.hairpin) out.push(wedge(e.hairpin))
    if (e.dynamic) out.push(el('direction', el('direction-type', el('dynamics', el(e.dynamic))), { placement: 'below' }))
    return out
  }

  private notationsOf({ bow }: PartEvent, e: NoteEvent, h: PartHead, first: boolean, tuplets: readonly Xml[]): Xml[] {
    const { finger, string, open } = h
    const has = (m: NoteMark) => first && e.marks?.includes(m)
    const technical = [
      ...(first && bow ? [el(`${bow}-bow`)] : []),
      ...(has('harmonic') ? [el('harmonic', el('natural'))] : []),
      ...(open || has('open') ? [el('open-string')] : []),
      ...(has('snap') ? [el('snap-pizzicato')] : []),
      ...(has('stopped') ? [el('stopped')] : []),
      ...(finger !== undefined ? [finger === THUMB ? el('thumb-position') : el('fingering', finger)] : []),
      ...(string !== undefined ? [el('string', string)] : []),
    ]
    const articulations = (Object.keys(ARTICULATIONS) as NoteMark[]).filter(has).map((m) => el(ARTICULATIONS[m]!))
    const ornaments = first ? ornamentsOf(e) : []
    const slid = first && this.slidTo.has(e.id)
    return [
      ...(h.held ? [el('tied', null, { type: 'stop' })] : []),
      ...(h.of.tie ? [el('tied', null, { type: 'start' })] : []),
      ...(first ? [...this.slurs(e.id), ...tuplets] : []),
      ...(slid ? [el('glissando', null, { type: 'stop', number: 1 })] : []),
      ...(has('glissando') ? [el('glissando', null, { type: 'start', number: 1 })] : []),
      ...(ornaments.length ? [el('ornaments', ornaments)] : []),
      ...(technical.length ? [el('technical', technical)] : []),
      ...(articulations.length ? [el('articulations', articulations)] : []),
      ...(has('fermata') ? [el('fermata')] : []),
    ]
  }

  /** Slur ends and starts, each slur under a number of its own while it is open. */
  private slurs(id: string): Xml[] {
    const out: Xml[] = []
    for (const from of this.slursTo.get(id) ?? []) {
      const key = `${from} ${id}`
      out.push(el('slur', null, { type: 'stop', number: this.numbers.get(key) ?? 1 }))
      this.numbers.delete(key)
    }
    for (const to of this.slursFrom.get(id) ?? []) {
      const used = new Set(this.numbers.values())
      const free = Array.from({ length: 16 }, (_, n) => n + 1).find((n) => !used.has(n)) ?? 16
      this.numbers.set(`${id} ${to}`, free)
      out.push(el('slur', null, { type: 'start', number: free }))
    }
    return out
  }
}

const pitchTag = ({ letter, alter, octave }: Pitch): Xml =>
  el('pitch', [el('step', letter), alter !== 0 && el('alter', alter), el('octave', octave)])

const ORNAMENT_TAGS: Record<OrnamentKind, string> = {
  trill: 'trill-mark',
  mordent: 'mordent',
  'inverted mordent': 'inverted-mordent',
  turn: 'turn',
  'inverted turn': 'inverted-turn',
}

/** The ornament of a note with the small signs above and below it, and the strokes through its stem. */
function ornamentsOf({ ornament: o, tremolo }: NoteEvent): Xml[] {
  const sign = (alter: number | undefined, placement: string): Xml[] =>
    alter === undefined ? [] : [el('accidental-mark', SIGNS[alter], { placement })]
  return [
    ...(o ? [el(ORNAMENT_TAGS[o.kind]), ...sign(o.upper, 'above'), ...sign(o.lower, 'below')] : []),
    ...(tremolo ? [el('tremolo', tremolo, { type: 'single' })] : []),
  ]
}

const ARTICULATIONS: Partial<Record<NoteMark, string>> = {
  accent: 'accent',
  marcato: 'strong-accent',
  staccato: 'staccato',
  tenuto: 'tenuto',
  staccatissimo: 'staccatissimo',
  breath: 'breath-mark',
}

const direction = (words: string, sound: Attributes | null = null, of: Attributes = {}): Xml =>
  el('direction', [el('direction-type', el('words', words, of)), sound && el('sound', null, sound)], { placement: 'above' })

function tempoMark(tempo: number, meter: Meter): Xml {
  const { beat, rate } = feltTempo(meter, tempo)
  const metronome = el('metronome', [
    el('beat-unit', beat === 'half' ? 'half' : 'quarter'),
    beat === 'dotted quarter' && el('beat-unit-dot'),
    el('per-minute', Math.round(rate * 100) / 100),
  ])
  return el('direction', [el('direction-type', metronome), el('sound', null, { tempo })], { placement: 'above' })
}

const valueTags = (v: Value, accidental: Content = null): readonly Content[] => [
  el('type', v.base),
  Array.from({ length: v.dots }, () => el('dot')),
  accidental,
  v.tuplet && el('time-modification', [el('actual-notes', v.tuplet.actual), el('normal-notes', v.tuplet.normal)]),
]

const notations = (inside: readonly Xml[]): Xml | null => (inside.length ? el('notations', inside) : null)

/** `<beam>` elements by event id, one a flag: each level begins, goes on, ends, or hooks. */
function beamsOf(groups: readonly BeamGroup[], found = new Map<string, readonly Xml[]>()): Map<string, readonly Xml[]> {
  for (const g of groups)
    if (g.kind === 'tuplet') beamsOf(g.parts, found)
    else if (g.kind === 'beam') {
      const flags = g.events.map((e) => FLAGS[e.value.base])
      g.events.forEach((e, i) => {
        const levels = Array.from({ length: flags[i] }, (_, n) => {
          const [left, right] = [(flags[i - 1] ?? 0) > n, (flags[i + 1] ?? 0) > n]
          const how = left && right ? 'continue' : left ? 'end' : right ? 'begin' : i > 0 ? 'backward hook' : 'forward hook'
          return el('beam', how, { number: n + 1 })
        })
        found.set(e.id, levels)
      })
    }
  return found
}

/** `<tuplet>` elements by event id, at the ends of each group. */
function tupletEnds(groups: readonly BeamGroup[]): Map<string, readonly Xml[]> {
  const found = new Map<string, readonly Xml[]>()
  const eventsOf = (g: BeamGroup): readonly PieceEvent[] =>
    g.kind === 'single' ? [g.event] : g.kind === 'beam' ? g.events : g.parts.flatMap(eventsOf)
  for (const g of groups) {
    if (g.kind !== 'tuplet') continue
    const events = eventsOf(g)
    const add = (e: PieceEvent, type: 'start' | 'stop') => found.set(e.id, [...(found.get(e.id) ?? []), el('tuplet', null, { type })])
    add(events[0], 'start')
    add(events[events.length - 1], 'stop')
  }
  return found
}
