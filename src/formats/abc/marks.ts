import { THUMB } from '@/core/instruments/instrument'
import type { OrnamentKind } from '@/core/piece/ornament'
import { DYNAMICS, type Measure, type NoteEvent, type NoteMark } from '@/core/piece/piece'

const MARKS: Record<string, NoteMark> = {
  open: 'open',
  snap: 'snap',
  '+': 'stopped',
  'glissando(': 'glissando',
  '~(': 'glissando',
  staccato: 'staccato',
  wedge: 'staccatissimo',
  tenuto: 'tenuto',
  accent: 'accent',
  emphasis: 'accent',
  '>': 'accent',
  '^': 'marcato',
  marcato: 'marcato',
  fermata: 'fermata',
  invertedfermata: 'fermata',
  breath: 'breath',
}

const ORNAMENTED: Record<string, OrnamentKind> = {
  trill: 'trill',
  'trill(': 'trill',
  mordent: 'mordent',
  lowermordent: 'mordent',
  uppermordent: 'inverted mordent',
  pralltriller: 'inverted mordent',
  turn: 'turn',
  turnx: 'turn',
  roll: 'turn',
  irishroll: 'turn',
  invertedturn: 'inverted turn',
  invertedturnx: 'inverted turn',
}
/** Where something ends that began at a note before: it has no sign of its own. */
const ENDS = new Set(['glissando)', '~)', 'trill)'])
/** Strokes through the stem: as many as are written, or as a number says. */
const strokesOf = (d: string): number | null => (/^\/{1,4}$/.test(d) ? d.length : /^trem[1-4]$/.test(d) ? Number(d.slice(4)) : null)

type MeasureHead = Pick<Measure, 'segno' | 'coda' | 'fine' | 'toCoda' | 'jump'>
const MARKS_OF_MEASURE: Record<string, MeasureHead> = {
  segno: { segno: true },
  coda: { coda: true },
  fine: { fine: true },
  dacoda: { toCoda: true },
  'D.C.': { jump: { to: 'start', then: 'end' } },
  dacapo: { jump: { to: 'start', then: 'end' } },
  'D.S.': { jump: { to: 'segno', then: 'end' } },
  'D.C.alfine': { jump: { to: 'start', then: 'fine' } },
  'D.C.alcoda': { jump: { to: 'start', then: 'coda' } },
  'D.S.alfine': { jump: { to: 'segno', then: 'fine' } },
  'D.S.alcoda': { jump: { to: 'segno', then: 'coda' } },
}

/** Words over a note that begin or end plucking: "pizz.", "pizzicato", "arco". */
export const pluckWords = (said: string): NoteMark | null =>
  /^pizz(icato)?\.?$/i.test(said.trim()) ? 'pizz' : /^arco\.?$/i.test(said.trim()) ? 'arco' : null

/** The decorations of a note or barline, sorted by what they say. Of what the piece cannot keep `leave` is told. */
export function readMarks(decorations: readonly string[] | undefined, leave: (what: string) => void) {
  const fingers: number[] = []
  const marks: NoteMark[] = []
  let head: MeasureHead = {}
  let bow: NoteEvent['bow']
  let ornament: NoteEvent['ornament']
  let tremolo: NoteEvent['tremolo']
  let dynamic: NoteEvent['dynamic']
  let hairpin: NoteEvent['hairpin']
  let hairpinEnd = false
  for (const d of decorations ?? []) {
    const level = DYNAMICS.find((x) => x === d)
    if (/^[0-4]$/.test(d)) fingers.push(Number(d))
    else if (d === 'thumb') fingers.push(THUMB)
    else if (d === 'upbow') bow = 'up'
    else if (d === 'downbow') bow = 'down'
    else if (MARKS[d]) marks.push(MARKS[d])
    else if (ORNAMENTED[d] && !ornament) ornament = { kind: ORNAMENTED[d] }
    else if (strokesOf(d) !== null) tremolo = strokesOf(d)!
    else if (MARKS_OF_MEASURE[d]) head = { ...head, ...MARKS_OF_MEASURE[d] }
    else if (level) dynamic = level
    else if (/^(crescendo|diminuendo)\($/.test(d)) hairpin = d.startsWith('c') ? 'crescendo' : 'diminuendo'
    else if (/^[<>]\($/.test(d)) hairpin = d === '<(' ? 'crescendo' : 'diminuendo'
    else if (/^(crescendo|diminuendo|[<>])\)$/.test(d)) hairpinEnd = true
    else if (!ENDS.has(d)) leave('ornament')
  }
  return { fingers, marks: [...new Set(marks)], head, bow, ornament, tremolo, dynamic, hairpin, hairpinEnd }
}
