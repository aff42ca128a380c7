import { xmlText } from '@/core/xml'
import type { Meter, Value } from '@/core/music/time'
import { alterIn, type Key } from '@/core/music/key'
import { feltTempo, sayJump } from '@/core/piece/headline'
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
}

/** Articulations inside a note. */
export const articsOf = (e: NoteEvent): string => (e.marks ?? []).map((m) => (ARTICS[m] ? `<artic artic="${ARTICS[m]}"/>` : '')).join('')

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

/** The grace notes before a note, small; each shows its sign where the signature does not make it. */
export function gracesOf(graces: readonly Grace[], key: Key): string {
  if (graces.length === 0) return ''
  const notes = graces.map((g) => {
    const heads = g.heads.map(({ pitch: p }) => {
      const accid = alterIn(key, p.letter) === p.alter ? (p.alter ? ` accid.ges="${GESTURAL[p.alter]}"` : '') : ` accid="${ACCID[p.alter]}"`
      return { attrs: `pname="${p.letter.toLowerCase()}" oct="${p.octave}"${accid}` }
    })
    const how = `dur="${DUR[g.base]}" grace="unacc" stem.dir="up"${g.slash ? ' stem.mod="1slash"' : ''}`
    return heads.length === 1
      ? `<note ${heads[0].attrs} ${how}/>`
      : `<chord ${how}>${heads.map((h) => `<note ${h.attrs}/>`).join('')}</chord>`
  })
  return `<graceGrp>${notes.join('')}</graceGrp>`
}

/** What stands over or under a staff at an event: words, dynamic, pizz. and arco, fermata, breath. `id` is its element's. */
export function overEvent(e: PieceEvent, id: string, staff: number): string {
  const at = `startid="#${id}" staff="${staff}"`
  const words = (text: string) => `<dir ${at} place="above"><rend fontstyle="italic">${xmlText(text)}</rend></dir>`
  const marks = e.kind === 'note' ? (e.marks ?? []) : []
  return [
    ...(e.words ? [words(e.words)] : []),
    ...marks.flatMap((m) =>
      m === 'pizz' || m === 'arco'
        ? [words(m === 'pizz' ? 'pizz.' : 'arco')]
        : m === 'fermata'
          ? [`<fermata ${at} place="above"/>`]
          : m === 'breath'
            ? [`<breath ${at} place="above"/>`]
            : [],
    ),
    ...(e.dynamic ? [`<dynam ${at} place="below">${e.dynamic}</dynam>`] : []),
  ].join('')
}

/** Signs and words of a measure that lead elsewhere, over the top staff; a tempo that begins there. */
export function overMeasure(m: Measure, meter: Meter): string {
  const at = (tstamp: string) => `staff="1" place="above" tstamp="${tstamp}"`
  // At the last beat: beyond the barline the staff would be drawn on.
  const end = `${meter.beats}`
  const out: string[] = []
  if (m.segno) out.push(`<repeatMark ${at('1')} func="segno"/>`)
  if (m.coda) out.push(`<repeatMark ${at('1')} func="coda"/>`)
  if (m.tempo) out.push(`<tempo ${at('1')}>${tempoText(m.tempo, meter)}</tempo>`)
  const word = (text: string) => out.push(`<dir ${at(end)}><rend fontweight="bold" fontstyle="normal">${text}</rend></dir>`)
  if (m.toCoda) word('To Coda')
  if (m.fine) word('Fine')
  if (m.jump) word(sayJump(m.jump))
  return out.join('')
}

/** The beat that is felt, as text: the faces that ship have its sign. */
const tempoText = (tempo: number, meter: Meter): string => {
  const { dotted, rate } = feltTempo(meter, tempo)
  return `♩${dotted ? '.' : ''} = ${Math.round(rate)}`
}

/** A syllable as the lowest row. */
export const lyricOf = (e: NoteEvent, n: number): string =>
  e.lyric ? `<verse n="${n}" type="row-lyric"><syl${e.lyric.joined ? ' con="d"' : ''}>${xmlText(e.lyric.text)}</syl></verse>` : ''
