import type { Stop } from '../hands/hold'
import { THUMB } from '../instruments/instrument'
import type { Talk } from '../plan/talk'

const ARROW = { low: '↓', normal: '', high: '↑' }

/** The sign for the thumb as parts print it: a ring with a stem below. */
export const THUMB_SIGN = '⚲'

/** A finger as it is printed: its number, or the sign for the thumb. */
export const fingerSign = (finger: number): string => (finger === THUMB ? THUMB_SIGN : `${finger}`)

/** "2", "↓2", "↑3": low and high as an arrow before the numeral, or behind it where the class says "2 low". */
export const numeral = ({ place, finger }: Pick<Stop, 'place' | 'finger'>, low: Talk['low']): string =>
  low === '2 low' ? `${fingerSign(finger)}${ARROW[place]}` : `${ARROW[place]}${fingerSign(finger)}`
