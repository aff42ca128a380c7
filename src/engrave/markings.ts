import { element, type Attributes, type Content, type Xml } from '@/core/xml'
import type { Meter, Value } from '@/core/music/time'
import { alterIn, type Key } from '@/core/music/key'
import { sayJump, sayTempo } from '@/core/piece/headline'
import type { Ornament } from '@/core/piece/piece.schema'
import type { Grace, Measure, NoteEvent, NoteMark, PieceEvent } from '@/core/piece/piece'

const ARTICS: Partial<Record<NoteMark, string>> = {
  staccato: 'stacc',
  staccatissimo: 'stacciss',
  tenuto: 'ten',
  accent: 'acc',
  marcato: 'marc',
  open: 'open',
  harmonic: 'harm',
  snap: 'snap',
  stopped: 'lhpizz',
}

/** Articulations inside a note. */
export const articsOf = (e: NoteEvent): Content => (e.marks ?? []).map((m) => ARTICS[m] && element('artic', { artic: ARTICS[m] }))

/** Note values and signs in MEI. */
export const DUR: Record<Value['base'], string> = {
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
export const ACCID: Record<number, string> = { [-2]: 'ff', [-1]: 'f', 0: 'n', 1: 's', 2: 'x' }
/** The same where no sign is printed: MEI spells the double sharp there with two letters. */
export const GESTURAL: Record<number, string> = { ...ACCID, 2: 'ss' }

/** Something said at an event, or at a time of a measure, in its letters. */
export const saidMarks = (at: Attributes, letters: Attributes, text: string): Xml => element('dir', at, element('rend', letters, text))

/** The grace notes before a note, small; each shows its sign where the signature does not make it. Under a beam their stems go as it has them. */
export function gracesOf(graces: readonly Grace[], key: Key, beamed: boolean): Content {
  if (graces.length === 0) return null
  const notes = graces.map((g) => {
    const heads = g.heads.map(({ pitch: p }): Attributes => {
      const byKey = alterIn(key, p.letter) === p.alter
      return {
        pname: p.letter.toLowerCase(),
        oct: p.octave,
        'accid.ges': byKey && p.alter !== 0 && GESTURAL[p.alter],
        accid: !byKey && ACCID[p.alter],
      }
    })
    const how: Attributes = {
      dur: DUR[g.base],
      grace: 'unacc',
      'stem.dir': beamed ? null : 'up',
      'stem.mod': g.slash && '1slash',
    }
    return heads.length === 1
      ? element('note', { ...heads[0], ...how })
      : element(
          'chord',
          how,
          heads.map((h) => element('note', h)),
        )
  })
  return element('graceGrp', {}, notes)
}

/** The sign of an ornament, with what small signs make of its neighbours. */
function ornamentOf({ kind, upper, lower }: Ornament, at: Attributes): Xml {
  const signs: Attributes = { accidupper: upper === undefined ? null : ACCID[upper], accidlower: lower === undefined ? null : ACCID[lower] }
  switch (kind) {
    case 'trill':
      return element('trill', { ...at, ...signs })
    case 'mordent':
      return element('mordent', { ...at, form: 'lower', ...signs })
    case 'inverted mordent':
      return element('mordent', { ...at, form: 'upper', ...signs })
    case 'turn':
      return element('turn', { ...at, form: 'upper', ...signs })
    case 'inverted turn':
      return element('turn', { ...at, form: 'lower', ...signs })
  }
}

/** What stands over or under a staff at an event: words, dynamic, pizz. and arco, fermata, breath. `id` is its element's. */
export function overEvent(e: PieceEvent, id: string, staff: number): Content {
  const at: Attributes = { startid: `#${id}`, staff }
  const words = (text: string): Xml => saidMarks({ ...at, place: 'above' }, { fontstyle: 'italic' }, text)
  const marks = e.kind === 'note' ? (e.marks ?? []) : []
  return [
    e.words && words(e.words),
    marks.map((m) =>
      m === 'pizz' || m === 'arco'
        ? words(m === 'pizz' ? 'pizz.' : 'arco')
        : (m === 'fermata' || m === 'breath') && element(m, { ...at, place: 'above' }),
    ),
    e.kind === 'note' && e.ornament && ornamentOf(e.ornament, { ...at, place: 'above' }),
    e.dynamic && element('dynam', { ...at, place: 'below' }, e.dynamic),
  ]
}

/** Signs and words of a measure that lead elsewhere, over the top staff; a tempo that begins there. */
export function overMeasure(m: Measure, meter: Meter): Content {
  const at = (tstamp: number): Attributes => ({ staff: 1, place: 'above', tstamp })
  // At the last beat: beyond the barline the staff would be drawn on.
  const word = (text: string): Xml => saidMarks(at(meter.beats), { fontweight: 'bold', fontstyle: 'normal' }, text)
  return [
    m.segno && element('repeatMark', { ...at(1), func: 'segno' }),
    m.coda && element('repeatMark', { ...at(1), func: 'coda' }),
    m.tempo && element('tempo', at(1), tempoText(m.tempo, meter)),
    m.toCoda && word('To Coda'),
    m.fine && word('Fine'),
    m.jump && word(sayJump(m.jump)),
  ]
}

/** The beat that is felt, as text: the faces that ship have its sign. */
const tempoText = (tempo: number, meter: Meter): string => sayTempo(meter, tempo)

/** A syllable as the lowest row. */
export const lyricOf = (e: NoteEvent, n: number): Content =>
  e.lyric && element('verse', { n, type: 'row-lyric' }, element('syl', { con: e.lyric.joined && 'd' }, e.lyric.text))
