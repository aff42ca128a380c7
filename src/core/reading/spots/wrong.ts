import type { Stop } from '../../hands/hold'
import type { Instrument } from '../../instruments/instrument'
import type { Wrong } from './spot'

/** What is heard when a place goes wrong, and why: the table of the trade. Common practice. */
export const WRONG = {
  shiftUp: { heard: 'everything after the shift is flat', why: 'the thumb stayed behind' },
  shiftDown: { heard: 'what comes after the shift back is sharp', why: 'the hand did not come back far enough' },
  low2: { heard: 'the low 2 is sour, too high', why: '1 and 2 do not touch' },
  gap: { heard: '3 after the low 2 is flat', why: 'the gap was not opened from the base of the fingers' },
  four: { heard: '4 is flat', why: 'the elbow is out and the thumb tight' },
  flown: { heard: 'the finger comes back in another place', why: 'the fingers flew off the string and come back at an angle' },
  arch: { heard: 'the open string beside it does not ring', why: 'the finger leans over' },
  drags: { heard: 'the tempo drops when it is soft', why: 'less bow is taken as a slower bow' },
  trembles: { heard: 'the bow trembles', why: 'shoulder and elbow are up' },
} as const satisfies Record<string, Wrong>

/** What goes wrong with a finger in its low place where 1 and 2 should touch; null for any other. */
export const wrongLow = ({ byLetter }: Pick<Instrument, 'byLetter'>, s: Stop | null | undefined): { wrong: Wrong } | null =>
  byLetter && s?.finger === 2 && s.place === 'low' ? { wrong: WRONG.low2 } : null
