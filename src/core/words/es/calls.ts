import { thePlace } from './places'
import type { Base } from '../../music/time'
import { positionNumber, type CallWords, type CalledManner } from '../en/calls'

/* Common practice where Spanish is spoken. Not yet read by a teacher who speaks it. */

const LENGTHS: Record<Base, string> = {
  breve: 'cuadrada',
  whole: 'redonda',
  half: 'blanca',
  quarter: 'negra',
  eighth: 'corchea',
  '16th': 'semicorchea',
  '32nd': 'fusa',
  '64th': 'semifusa',
  '128th': 'garrapatea',
}

const DOTS = ['', ' con puntillo', ' con doble puntillo', ' con triple puntillo']

const ORDINALS = ['', 'primera', 'segunda', 'tercera', 'cuarta', 'quinta', 'sexta', 'séptima', 'octava', 'novena', 'décima']
const ordinal = (n: number): string => ORDINALS[n] ?? `${n}.ª`

const MANNERS: Readonly<Record<CalledManner, (number: string) => string>> = {
  'reached forward': (n) => `${n} en extensión`,
  'reached back': (n) => `${n} hacia atrás`,
  stretched: (n) => `${n} en extensión`,
  harmonic: (n) => `${n} en armónico`,
}

const SHADES = { lowered: ' baja', raised: ' alta' } as const

/** "media posición", "tercera posición", "tercera posición y media". */
export function positionIn({ name, shade }: { readonly name: string; readonly shade?: 'lowered' | 'raised' | undefined }): string {
  if (name === 'half') return 'media posición'
  const n = positionNumber(name)
  if (n === 0) return name === 'thumb' ? 'posición del pulgar' : `posición ${name}`
  return `${ordinal(n)} posición${shade ? SHADES[shade] : ''}${name.includes('½') ? ' y media' : ''}`
}

const ROMAN_LIKE = /^[IVX½]+$/

export const CALLS: CallWords = {
  fingers: ['al aire', 'uno', 'dos', 'tres', 'cuatro', 'pulgar'],
  thumb: 'pulgar',
  hold: 'mantén',
  rest: 'silencio',
  slur: 'ligado',
  on: ' a ',
  and: ' y ',
  length: (_, base, dots) => `${LENGTHS[base]}${DOTS[dots] ?? ''}`,
  forTheMeasure: () => 'todo el compás',
  inPosition: (said, where) => `${said} en ${where}`,
  backTo: (where) => `vuelve a ${where}`,
  first: 'primera',
  position(at, how) {
    if (how !== 'III' || !ROMAN_LIKE.test(at.name)) return positionIn(at)
    return `${at.name}${at.shade ? SHADES[at.shade] : ''}`
  },
  bow: { down: 'arco abajo', up: 'arco arriba' },
  pickup: 'anacrusa',
  ending: (passes) => `${passes.map(ordinal).join(' y ')} casilla`,
  sameBow: 'en el mismo arco',
  againFrom: (place) => `otra vez desde ${thePlace(place)}`,
  beginning: 'el principio',
  onString: (string) => `en ${string}`,
  outOfReach: 'no se alcanza',
  open: (name) => `${name} al aire`,
  high: (name) => `${name} agudo`,
  low: (name) => `${name} grave`,
  withFinger: (name, finger) => `${name} con ${finger}`,
  onBoth: (finger) => `${finger} en las dos`,
  ornaments: {
    trill: 'trino',
    mordent: 'mordente',
    'inverted mordent': 'mordente superior',
    turn: 'grupeto',
    'inverted turn': 'grupeto desde abajo',
  },
  tremolo: 'trémolo',
  stopped: 'pizzicato de mano izquierda',
  snap: 'pizzicato con golpe',
  glissando: 'y desliza',
  manner: (manner, number) => MANNERS[manner](number),
  far: (number, usual) => `${number} donde suele ir ${usual}`,
  shaded: (manner, number, how) =>
    how === '↓2' ? `${manner === 'low' ? '↓' : '↑'}${number}` : `${number} ${manner === 'low' ? 'bajo' : 'alto'}`,
}
