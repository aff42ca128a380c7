import type { Hold, Stop } from '../../hands/hold'
import { mannerOf } from '../../hands/manner'
import { type Instrument, type Position, THUMB } from '../../instruments/instrument'
import type { Clef } from '../../music/clef'
import { staffPlace } from '../../music/clef'
import type { Pitch } from '../../music/pitch'
import { sayList } from '../../names'
import { stringName, type HandWords, type Tongue } from '../en/hands'
import { positionIn } from './calls'

/* Common practice where Spanish is spoken. Not yet read by a teacher who speaks it. */

type Talk = Pick<Tongue, 'low' | 'names'>

const fingerName = (finger: number): string => (finger === THUMB ? 'pulgar' : `${finger}`)

function sayFinger({ low }: Talk, instrument: Pick<Instrument, 'byLetter'>, s: Stop): string {
  const manner = mannerOf(instrument, s)
  switch (manner) {
    case 'open':
      return 'al aire'
    case 'plain':
      return fingerName(s.finger)
    case 'far':
      return `${s.finger} donde suele ir el ${s.finger - 1}`
    case 'low':
    case 'high':
      return low === '↓2' ? `${manner === 'low' ? '↓' : '↑'}${s.finger}` : `${s.finger} ${manner === 'low' ? 'bajo' : 'alto'}`
    case 'harmonic':
      return `${s.finger} en armónico`
    case 'reached back':
      return `${s.finger} hacia atrás`
    case 'reached forward':
    case 'stretched':
      return `${s.finger} en extensión`
  }
}

const sayStop = (talk: Talk, instrument: Instrument, s: Stop): string =>
  s.finger === 0
    ? `${stringName(talk, instrument, s.string)} al aire`
    : `${sayFinger(talk, instrument, s)} en ${stringName(talk, instrument, s.string)}`

const sayStops = (talk: Talk, instrument: Instrument, h: Hold): string =>
  sayList(
    h.stops.map((s) => sayStop(talk, instrument, s)),
    'es',
  )

const position = (p: Position): string => positionIn(p)

/** Lines, spaces and ledger lines of the staff are counted from the bottom. */
const [LINES, SPACES] = [
  ['primera', 'segunda', 'tercera', 'cuarta', 'quinta'],
  ['primer', 'segundo', 'tercer', 'cuarto'],
]

function staffPlaceIn(p: Pitch, clef: Clef): string {
  const place = staffPlace(p, clef)
  const line = place % 2 === 0
  if (Math.abs(place) <= 4) return line ? `${LINES[(place + 4) / 2]} línea` : `${SPACES[(place + 3) / 2]} espacio`
  const [far, side] = [Math.abs(place), place > 0 ? 'encima' : 'debajo']
  if (far === 5) return `espacio por ${side} del pentagrama`
  const ledger = Math.floor((far - 4) / 2)
  const name = `${LINES[ledger - 1] ?? `${ledger}.ª`} línea adicional`
  return line ? `${name} por ${side}` : `espacio por ${side} de la ${name}`
}

export const HANDS: HandWords = {
  sayFinger,
  sayStop,
  sayStops,
  sayHold(talk, instrument, h) {
    const at = instrument.positions[h.position]
    const stops = sayStops(talk, instrument, h)
    return h.open || at.name === 'I' ? stops : `${stops}, ${position(at)}`
  },
  position,
  staffPlace: staffPlaceIn,
  outOfReach: 'fuera de alcance',
  onString: (finger, string) => (finger === '0' ? `${string} al aire` : `${finger} en ${string}`),
}
