import { THUMB } from '@/core/instruments/instrument'
import { plainSpelling, transposed, type Interval } from '@/core/music/interval'
import { LETTERS, midiOf, pitchAt, type Letter, type Pitch } from '@/core/music/pitch'
import { pitchSchema } from '@/core/music/pitch.schema'
import { BASE_NAMES, QUARTER, ticksOf, valueOf, valuesFor, valuesNear, type Base, type Value } from '@/core/music/time'
import { valueSchema } from '@/core/music/time.schema'
import { MOST_STROKES, type OrnamentKind } from '@/core/piece/ornament'
import type { Ornament } from '@/core/piece/piece.schema'
import { DYNAMICS, type Grace, type Head, type NoteEvent, type NoteMark } from '@/core/piece/piece'
import { child, childrenOf, numberOf, refuseAt, textOf, type XmlNode } from './tree'

/** What a note is read with. */
export type NoteContext = {
  /** From the written to the sounding pitch. */
  readonly transpose: Interval
  readonly number: string
  readonly leave: (what: string) => void
}

const baseOf = (n: XmlNode): Base | undefined => {
  const type = textOf(n, 'type')
  return BASE_NAMES.find((b) => b === type)
}

/** The sounding pitch of a `<note>`. Quarter tones go to the nearest half step, and that is said. */
function pitchOf(c: NoteContext, n: XmlNode): Pitch {
  const pitch = child(n, 'pitch')!
  const step = textOf(pitch, 'step') ?? ''
  const octave = numberOf(pitch, 'octave')
  const alter = numberOf(pitch, 'alter') ?? 0
  if (!LETTERS.includes(step as Letter) || octave === undefined || !Number.isInteger(octave))
    refuseAt(pitch, `measure ${c.number}: “${step}${octave ?? ''}” is not a pitch. Use letters A to G and an octave`)
  const natural = pitchAt(7 * octave + LETTERS.indexOf(step as Letter), 0)
  if (!Number.isInteger(alter)) c.leave('quarter tone (played at the nearest half step)')
  const half = Math.round(alter)
  const written = Math.abs(half) <= 2 ? { ...natural, alter: half } : plainSpelling(midiOf(natural) + half, half < 0)
  const sounding = transposed(written, c.transpose)
  return pitchSchema.safeParse(sounding).success
    ? sounding
    : refuseAt(pitch, `measure ${c.number}: nobody can hear this pitch. Check its octave`)
}

/** A head with its tie and the fingering that the file gives. */
export function headOf(c: NoteContext, n: XmlNode): Head {
  const technical = technicalOf(n)
  const given = (name: string, max: number) => {
    const value = technical.map((t) => numberOf(t, name)).find((v) => v !== undefined)
    return value !== undefined && Number.isInteger(value) && value >= 0 && value <= max ? value : undefined
  }
  const thumb = technical.some((t) => childrenOf(t, 'thumb-position').length > 0)
  const finger = thumb ? THUMB : given('fingering', 4)
  const string = given('string', 6)
  return {
    pitch: pitchOf(c, n),
    ...(childrenOf(n, 'tie').some((t) => t.attrs.type === 'start') ? { tie: true } : {}),
    ...(finger !== undefined ? { givenFinger: finger } : {}),
    ...(string ? { givenString: string } : {}),
  }
}

export const graceOf = (c: NoteContext, n: XmlNode): Grace => ({
  heads: [{ pitch: pitchOf(c, n) }],
  base: baseOf(n) ?? 'eighth',
  ...(child(n, 'grace')?.attrs.slash === 'yes' ? { slash: true } : {}),
})

/** Values that last so many ticks: the written one when it does, else the plainest; several, to be tied, when no single one is that long. */
export function valuesOf(c: NoteContext, n: XmlNode, ticks: number): Value[] {
  const modification = child(n, 'time-modification')
  const tuplet = modification
    ? { actual: numberOf(modification, 'actual-notes') ?? 3, normal: numberOf(modification, 'normal-notes') ?? 2 }
    : undefined
  const base = baseOf(n)
  const named: Value | undefined = base && { base, dots: Math.min(3, childrenOf(n, 'dot').length), ...(tuplet ? { tuplet } : {}) }
  const good = named && valueSchema.safeParse(named).success
  if (good && ticksOf(named) === ticks) return [named]
  const one = (tuplet && valueOf(ticks, tuplet)) ?? valueOf(ticks)
  if (one && valueSchema.safeParse(one).success) return [one]
  const several = valuesFor(ticks)
  if (several?.length) return several
  if (good) {
    c.leave('playback length that is not the written one')
    return [named]
  }
  const near = valuesNear(ticks)
  if (near) {
    c.leave('length that no note has (the nearest is written)')
    return near
  }
  if (ticks < QUARTER) {
    c.leave('note too short to be written (as the shortest)')
    return [{ base: '128th', dots: 0 }]
  }
  return refuseAt(n, `measure ${c.number}: a note of this length can’t be written. Write it as tied notes`)
}

const ARTICULATIONS: Record<string, NoteMark> = {
  staccato: 'staccato',
  staccatissimo: 'staccatissimo',
  tenuto: 'tenuto',
  accent: 'accent',
  'strong-accent': 'marcato',
  'breath-mark': 'breath',
  caesura: 'breath',
}
const TECHNICAL: Record<string, NoteMark> = { 'open-string': 'open', harmonic: 'harmonic', 'snap-pizzicato': 'snap', stopped: 'stopped' }
const ORNAMENTED: Record<string, OrnamentKind> = {
  'trill-mark': 'trill',
  mordent: 'mordent',
  'inverted-mordent': 'inverted mordent',
  turn: 'turn',
  'delayed-turn': 'turn',
  'inverted-turn': 'inverted turn',
  'delayed-inverted-turn': 'inverted turn',
}
const ALTERS: Record<string, number> = { 'flat-flat': -2, flat: -1, natural: 0, sharp: 1, 'double-sharp': 2, 'sharp-sharp': 2 }
/** Read elsewhere, or part of the note itself. */
const KNOWN = new Set(['fingering', 'thumb-position', 'string', 'up-bow', 'down-bow'])
const KINDS: Record<string, string> = { ornaments: 'ornament', articulations: 'articulation', technical: 'technical mark' }

const technicalOf = (n: XmlNode): XmlNode[] => childrenOf(n, 'notations').flatMap((x) => childrenOf(x, 'technical'))

type Bearing = Pick<NoteEvent, 'bow' | 'marks' | 'ornament' | 'tremolo' | 'lyric' | 'dynamic' | 'tuplet'>

/** Everything that a note bears besides its head: bow, marks, dynamic, syllable, and the ends of its tuplet. */
export function bearingOf(c: NoteContext, n: XmlNode): Bearing {
  const found: { -readonly [K in keyof Bearing]: Bearing[K] } = {}
  const marks: NoteMark[] = []
  for (const group of childrenOf(n, 'notations'))
    for (const what of group.children)
      switch (what.name) {
        case 'tied':
        case 'slur':
          break
        case 'tuplet':
          // Of nested tuplets the outer one is marked: what holds is the ratio of them all.
          if (what.attrs.type === 'start') found.tuplet = 'start'
          else if (what.attrs.type === 'stop') found.tuplet ??= 'stop'
          break
        case 'technical':
          for (const t of what.children)
            if (t.name === 'up-bow') found.bow = 'up'
            else if (t.name === 'down-bow') found.bow = 'down'
            else if (TECHNICAL[t.name]) marks.push(TECHNICAL[t.name])
            else if (!KNOWN.has(t.name)) c.leave(KINDS.technical)
          break
        case 'articulations':
          for (const a of what.children)
            if (ARTICULATIONS[a.name]) marks.push(ARTICULATIONS[a.name])
            else c.leave(KINDS.articulations)
          break
        case 'ornaments':
          readOrnaments(c, what, found)
          break
        case 'glissando':
        case 'slide':
          if (what.attrs.type === 'start') marks.push('glissando')
          break
        case 'fermata':
          marks.push('fermata')
          break
        case 'dynamics':
          found.dynamic = dynamicOf(what) ?? (c.leave('dynamic'), undefined)
          break
        default:
          c.leave(KINDS[what.name] ?? what.name.replace(/-/g, ' '))
      }
  if (marks.length) found.marks = [...new Set(marks)].slice(0, 8)
  const [lyric, ...verses] = childrenOf(n, 'lyric')
  const text = textOf(lyric, 'text')?.slice(0, 80)
  if (text) found.lyric = { text, ...(['begin', 'middle'].includes(textOf(lyric, 'syllabic') ?? '') ? { joined: true } : {}) }
  if (verses.length) c.leave('syllable of another verse')
  return Object.fromEntries(Object.entries(found).filter(([, v]) => v !== undefined))
}

/** A sign over a note with the small signs at it, and strokes through its stem; of several the first is kept. */
function readOrnaments(c: NoteContext, group: XmlNode, found: { ornament?: Ornament; tremolo?: number }): void {
  for (const o of group.children) {
    const kind = ORNAMENTED[o.name]
    if (kind && !found.ornament) found.ornament = { kind }
    else if (o.name === 'accidental-mark' && found.ornament) {
      const alter = ALTERS[o.text.trim()]
      const side = o.attrs.placement === 'below' || found.ornament.kind === 'mordent' ? 'lower' : 'upper'
      if (alter === undefined) c.leave('sign over an ornament')
      else found.ornament = { ...found.ornament, [side]: alter }
    } else if (o.name === 'tremolo') {
      // Between two notes it has strokes between their stems, and both sound at once.
      if (o.attrs.type === 'start' || o.attrs.type === 'stop') c.leave('tremolo between two notes')
      else found.tremolo = Math.min(MOST_STROKES, Math.max(1, Number(o.text.trim()) || UNMEASURED))
    } else if (o.name !== 'wavy-line') c.leave(KINDS.ornaments)
  }
}
/** Strokes of a tremolo whose number is not said: as fast as can be. */
const UNMEASURED = 3

/** A `<dynamics>` that the piece can keep. */
export const dynamicOf = (n: XmlNode): NoteEvent['dynamic'] => DYNAMICS.find((d) => child(n, d))
