import type { Stop } from '../hands/hold'
import type { Talk } from '../plan/talk'

const ARROW = { low: '↓', normal: '', high: '↑' }

/** "2", "↓2", "↑3": low and high as an arrow before the numeral, or behind it where the class says "2 low". */
export const numeral = ({ place, finger }: Pick<Stop, 'place' | 'finger'>, low: Talk['low']): string =>
  low === '2 low' ? `${finger}${ARROW[place]}` : `${ARROW[place]}${finger}`
