import { THUMB } from '@/core/instruments/instrument'
import { isSilent } from '@/core/piece/struck'
import { hairpinsOf } from '@/core/piece/loudness'
import { atBarline, inForce, type BarSigns } from '@/core/music/accidentals'
import { alterIn, tonic, type Key } from '@/core/music/key'
import { CLEFS } from '@/core/music/clef'
import { pitchAt, stepsOf, type Pitch } from '@/core/music/pitch'
import { measureTicks, QUARTER, valueOf, type Meter } from '@/core/music/time'
import { partsOfPiece, type Part, type PartEvent } from '@/core/part/part'
import { groupEvents, type BeamGroup } from '@/core/piece/beams'
import { slides, type OrnamentKind } from '@/core/piece/ornament'
import { eventTicks, type Measure, type NoteEvent, type NoteMark, type Piece, type PieceEvent } from '@/core/piece/piece'
import { printedLines } from '@/core/piece/address'
import { feltTempo } from '@/core/piece/headline'

/** The unit of length, L:1/8, in ticks: an eighth is written without a figure. */
const UNIT = QUARTER / 2

const SIGNS: Record<number, string> = { [-2]: '__', [-1]: '_', 0: '=', 1: '^', 2: '^^' }
const MARKS: Partial<Record<NoteMark, string>> = {
  open: '!open!',
  snap: '!snap!',
  stopped: '!+!',
  glissando: '!~(!',
  staccato: '.',
  staccatissimo: '!wedge!',
  tenuto: '!tenuto!',
  accent: '!accent!',
  marcato: '!marcato!',
  fermata: '!fermata!',
  breath: '!breath!',
  // What no decoration says is said in words over the staff.
  pizz: '"^pizz."',
  arco: '"^arco"',
}
/** Marks that abc has a sign for. */
export const ABC_MARKS = Object.keys(MARKS) as readonly NoteMark[]

const ORNAMENT_SIGNS: Record<OrnamentKind, string> = {
  trill: '!trill!',
  mordent: '!lowermordent!',
  'inverted mordent': '!uppermordent!',
  turn: '!turn!',
  'inverted turn': '!invertedturn!',
}

/** Dynamics that abc 2.1 has no decoration for: the nearest, or as words. */
const DYNAMIC_SIGNS: Partial<Record<NonNullable<NoteEvent['dynamic']>, string>> = { sf: '!sfz!', fp: '"_fp"' }

/** How many measures stand on a line of text where printed lines are not known; the heading then says that line ends mean nothing. */
const MEASURES_A_LINE = 4

/** A piece as abc 2.1, its lines as voices (or the given parts), with bows and fingers; marks that abc has no sign for are left out. */
export function writeAbc(piece: Piece, parts: readonly Part[] = partsOfPiece(piece)): string {
  // A reader calls a voice without a name A.
  const many = parts.length > 1 || parts[0].name !== 'A'
  const heading = [
    'X:1',
    `T:${piece.title}`,
    ...(piece.composer ? [`C:${piece.composer}`] : []),
    `M:${meterField(piece.meter)}`,
    'L:1/8',
    ...(parts.some((p) => printedLines(p.line)) || parts.every((p) => p.measures.length <= MEASURES_A_LINE) ? [] : ['I:linebreak <none>']),
    ...(piece.tempo ? [`Q:${tempoField(piece.tempo, piece.meter)}`] : []),
    ...(many ? parts.map((p, i) => `V:${i + 1} clef=${p.clef}${transposeField(p)} name="${p.name.replace(/"/g, "'")}"`) : []),
    `K:${keyField(piece.key)}${many ? '' : `${parts[0].clef === 'treble' ? '' : ` clef=${parts[0].clef}`}${transposeField(parts[0])}`}`,
  ]
  const voices = parts.flatMap((p, i) => [...(many ? [`V:${i + 1}`] : []), ...new VoiceWriter(p).write()])
  return `${[...heading, ...voices].join('\n')}\n`
}

/** A part that sounds in another octave than it is written in says so, else it is played there. */
const transposeField = ({ sounding }: Part): string => (sounding ? ` transpose=${12 * sounding}` : '')

const keyField = (key: Key): string => {
  const { letter, alter } = tonic(key)
  return `${letter}${alter > 0 ? '#' : alter < 0 ? 'b' : ''}${key.mode === 'minor' ? 'm' : ''}`
}

const meterField = (m: Meter): string =>
  m.sign === 'common' ? 'C' : m.sign === 'cut' ? 'C|' : `${m.groups ? `(${m.groups.join('+')})` : m.beats}/${m.unit}`

function tempoField(tempo: number, meter: Meter): string {
  const { beat, rate } = feltTempo(meter, tempo)
  if (!Number.isInteger(rate)) return `1/4=${tempo}`
  return `${{ quarter: '1/4', 'dotted quarter': '3/8', half: '1/2' }[beat]}=${rate}`
}

const linesOfText = ({ line, measures }: Part): { readonly from: number; readonly to: number }[] =>
  printedLines(line) ??
  Array.from({ length: Math.ceil(measures.length / MEASURES_A_LINE) }, (_, i) => ({
    from: i * MEASURES_A_LINE,
    to: (i + 1) * MEASURES_A_LINE - 1,
  }))

/** One voice in lines of text, each followed by its syllables. */
class VoiceWriter {
  private readonly from = new Map<string, number>()
  /** The kind of the hairpin that ends at an event. */
  private readonly hairpins = new Map<string, string>()
  private readonly to = new Map<string, number>()
  /** The notes to which a finger slides. */
  private readonly slidTo: ReadonlySet<string>

  constructor(private readonly part: Part) {
    this.slidTo = new Set(slides(part.line).values())
    for (const h of hairpinsOf(part.line)) this.hairpins.set(h.to, h.kind)
    for (const s of part.line.slurs) {
      this.from.set(s.from, (this.from.get(s.from) ?? 0) + 1)
      this.to.set(s.to, (this.to.get(s.to) ?? 0) + 1)
    }
  }

  write(): string[] {
    const lines: string[] = []
    const { measures } = this.part
    for (const { from, to } of linesOfText(this.part)) {
      const some = measures.slice(from, to + 1)
      lines.push(some.map((m) => this.measure(m)).join(' '))
      const syllables = some.flatMap((m) => m.placed.measure.events.filter((e) => !isSilent(e)))
      if (syllables.some((e) => e.kind === 'note' && e.lyric)) lines.push(`w: ${syllables.map(syllable).join('')}`.trimEnd())
    }
    return lines
  }

  private measure({ placed, events }: Part['measures'][number]): string {
    const { measure: m, index, meter, key, lead } = placed
    const byId = new Map(events.map((e) => [e.event.id, e]))
    const { measures } = this.part.line
    const before = measures[index - 1] as Measure | undefined
    const after = measures[index + 1] as Measure | undefined
    const starts = m.ending && before?.ending?.join() !== m.ending.join()
    const fields = [
      ...(index > 0 && m.key ? [`[K:${keyField(m.key)}]`] : []),
      ...(index > 0 && m.meter ? [`[M:${meterField(m.meter)}]`] : []),
      ...(index > 0 && m.tempo ? [`[Q:${tempoField(m.tempo, meter)}]`] : []),
    ].join('')
    // "::" of the barline before says both.
    const open = `${m.repeatStart && !before?.repeatEnd ? '|:' : ''}${starts ? `[${m.ending!.join(',')}` : ''}${fields}`
    const first = `${m.segno ? '!segno!' : ''}${m.coda ? '!coda!' : ''}`
    let signs: BarSigns = atBarline
    const last = m.events[m.events.length - 1]
    const write = (e: PieceEvent): string => {
      const read = this.event(byId.get(e.id)!, key, meter, signs)
      signs = read.signs
      return `${m.toCoda && e === last ? '"^To Coda"' : ''}${read.text}`
    }
    const body = groupEvents(m.events, meter, lead)
      .map((g) => this.group(g, write))
      .join(' ')
    const ends = `${m.fine ? '!fine!' : ''}${m.jump ? jumpMark(m.jump) : ''}`
    return `${open}${open && ' '}${first}${body} ${ends}${barline(m, after)}`
  }

  /** The middle line of the staff: where something without a pitch is written. */
  private middle(): string {
    return letterOf(pitchAt(CLEFS[this.part.clef].middle, 0))
  }

  private group(g: BeamGroup, write: (e: PieceEvent) => string): string {
    switch (g.kind) {
      case 'single':
        return write(g.event)
      case 'beam':
        return g.events.map(write).join('')
      case 'tuplet': {
        const count = countOf(g)
        return `(${g.actual}:${g.normal}:${count}${g.parts.map((p) => this.group(p, write)).join('')}`
      }
    }
  }

  private event(of: PartEvent, key: Key, meter: Meter, before: BarSigns): { text: string; signs: BarSigns } {
    const { event: e, bow, position } = of
    let signs = before
    const pitch = (p: Pitch): string => {
      // Said again at every note that the signature does not make: not every reader lets a sign hold to the barline.
      const sign = inForce(signs, key, p) === p.alter && alterIn(key, p.letter) === p.alter ? '' : SIGNS[p.alter]
      if (sign) signs = new Map(signs).set(stepsOf(p), p.alter)
      return sign + letterOf(p)
    }
    const words = e.words ? `"^${e.words.replace(/"/g, "'")}"` : ''
    const ends = this.hairpins.get(e.id)
    const begins = `!${e.hairpin}(!`
    const hairpin = `${e.hairpin && !ends ? begins : ''}${ends ? `!${ends})!` : ''}${e.hairpin && ends ? begins : ''}`
    const dynamic = hairpin + (e.dynamic ? (DYNAMIC_SIGNS[e.dynamic] ?? `!${e.dynamic}!`) : '')
    if (e.kind === 'rest' && e.wholeMeasure) {
      // As one rest of its length where there is one; not every reader knows the rest that lasts a measure.
      const full = measureTicks(meter)
      return { text: `${words}${dynamic}${valueOf(full) ? `z${lengthOf(full)}` : 'Z'}`, signs }
    }
    const ticks = plainTicks(e)
    if (e.kind === 'rest') return { text: `${words}${dynamic}${e.struck ? `!style=x!${this.middle()}` : 'z'}${lengthOf(ticks)}`, signs }
    const graces = of.graces.map((g) => g.heads.map((h) => pitch(h.pitch)).join(''))
    const grace = graces.length ? `{${of.graces.some((g) => g.slash) ? '/' : ''}${graces.join('')}}` : ''
    const fingers = of.heads.map((h) => h.finger).filter((f) => f !== undefined)
    const decorations = [
      ...(position ? [`"^${position}"`] : []),
      ...(this.slidTo.has(e.id) ? ['!~)!'] : []),
      ...(e.ornament ? [ORNAMENT_SIGNS[e.ornament.kind]] : []),
      ...(e.tremolo ? [`!${'/'.repeat(e.tremolo)}!`] : []),
      ...(e.marks ?? []).flatMap((m) => (m === 'staccato' ? [] : (MARKS[m] ?? []))),
      ...(bow ? [bow === 'up' ? '!upbow!' : '!downbow!'] : []),
      ...fingers.map((f) => (f === THUMB ? '!thumb!' : `!${f}!`)),
      // The dot stands right before the note: not every reader takes one before a decoration in signs.
      ...(e.marks?.includes('staccato') ? ['.'] : []),
    ].join('')
    const heads = of.heads.map((h) => `${pitch(h.pitch)}${lengthOf(ticks)}${h.of.tie ? '-' : ''}`)
    const text = heads.length === 1 ? heads[0] : `[${heads.join('')}]`
    return {
      text: `${'('.repeat(this.from.get(e.id) ?? 0)}${grace}${words}${dynamic}${decorations}${text}${')'.repeat(this.to.get(e.id) ?? 0)}`,
      signs,
    }
  }
}

/** Length in ticks without the tuplet: abc says that once for the group. */
function plainTicks(e: PieceEvent): number {
  const { tuplet, ...plain } = e.value
  return tuplet ? eventTicks({ ...e, value: plain } as PieceEvent, { beats: 4, unit: 4 }) : eventTicks(e, { beats: 4, unit: 4 })
}

const countOf = (g: BeamGroup): number =>
  g.kind === 'single' ? 1 : g.kind === 'beam' ? g.events.length : g.parts.reduce((n, p) => n + countOf(p), 0)

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))

/** "2", "3/2", "/2", nothing for one unit. */
function lengthOf(ticks: number): string {
  const d = gcd(ticks, UNIT)
  const [n, q] = [ticks / d, UNIT / d]
  return `${n === 1 ? '' : n}${q === 1 ? '' : `/${q}`}`
}

/** Middle C is C, an octave up c, then c'; an octave down C,. */
function letterOf(p: Pitch): string {
  if (p.octave >= 5) return p.letter.toLowerCase() + "'".repeat(p.octave - 5)
  return p.letter + ','.repeat(4 - p.octave)
}

function barline(m: Measure, after: Measure | undefined): string {
  if (m.repeatEnd) return after?.repeatStart ? '::' : ':|'
  if (m.barline === 'final') return '|]'
  // An ending without a repeat ends at a double barline, and nowhere else.
  const endsHere = m.ending && after?.ending?.join() !== m.ending.join()
  return m.barline === 'double' || endsHere ? '||' : '|'
}

function jumpMark({ to, then }: NonNullable<Measure['jump']>): string {
  const from = to === 'start' ? 'D.C.' : 'D.S.'
  return then === 'end' ? `!${from}!` : `!${from}al${then}!`
}

const syllable = (e: PieceEvent): string => {
  // An empty syllable: some readers count rests among the notes that "*" passes over.
  if (e.kind === 'rest' || !e.lyric) return '~ '
  const text = e.lyric.text.replace(/[-_*~|\\ ]/g, (c) => (c === ' ' ? '~' : `\\${c}`))
  return e.lyric.joined ? `${text}-` : `${text} `
}
