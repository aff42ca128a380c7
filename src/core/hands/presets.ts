import type { Seat } from './instruments'
import { levelOf, sameLevel, type Level, type SeatLevel } from './level'
import { POSITIONS, positionKey } from './positions'

/** A step of the class's way, ready made; the teacher edits it from there. Common practice of string class courses. */
export type Preset = { readonly id: string; readonly name: string; readonly says: string; readonly level: Level }

const none: SeatLevel = {
  positions: ['I'],
  strings: [2, 3],
  fingers: [],
  low: [],
  high: [],
  extensions: [],
  shifts: 'none',
  doubleStops: false,
}

/** The two strings that a class begins on: D and A, and on the bass D and G. */
const firstStrings = (seat: Seat): number[] => (seat === 'violin' ? [1, 2] : [2, 3])
/** The fingers that play the major start on an open string. */
const majorFingers = (seat: Seat): number[] => (seat === 'bass' ? [1, 4] : seat === 'cello' ? [1, 3, 4] : [1, 2, 3])
const ALL_STRINGS = [0, 1, 2, 3]
const ALL_FINGERS = [1, 2, 3, 4]
const upTo = (seat: Seat, last: string): string[] => {
  const keys = POSITIONS[seat].map(positionKey)
  return keys.slice(0, keys.indexOf(last) + 1)
}

const firstFinger = levelOf((s) => ({ ...none, strings: firstStrings(s), fingers: [1] }))
const threeFingers = levelOf((s) => ({ ...none, strings: firstStrings(s), fingers: majorFingers(s) }))
const fourStrings = levelOf((s) => ({
  ...none,
  strings: ALL_STRINGS,
  fingers: s === 'violin' || s === 'viola' ? [1, 2, 3] : ALL_FINGERS,
  low: [2],
}))
/** Everything that first position has, with the shifts that it cannot spare: III for the bass's C♯ and D and above the violin's B. */
const first = levelOf((s) => ({
  positions: { violin: ['I', 'III'], viola: ['I'], cello: ['I'], bass: ['half', 'I', 'III'] }[s],
  strings: ALL_STRINGS,
  fingers: ALL_FINGERS,
  low: ALL_FINGERS,
  high: ALL_FINGERS,
  extensions: s === 'cello' ? ['back', 'forward'] : [],
  shifts: 'any',
  doubleStops: true,
}))
const third = levelOf((s) => ({
  ...first[s],
  positions: { violin: ['I', 'III'], viola: ['I', 'III'], cello: ['half', 'I', 'II', 'III', 'IV'], bass: upTo(s, 'III') }[s],
  extensions: [],
}))
const thirdExtended = levelOf((s) => ({ ...third[s], positions: upTo(s, s === 'cello' ? 'IV' : 'III'), extensions: ['back', 'forward'] }))
const fifth = levelOf((s) => ({ ...thirdExtended[s], positions: upTo(s, s === 'bass' ? 'V½' : 'V') }))
const seventh = levelOf((s) => ({ ...fifth[s], positions: upTo(s, 'VII') }))

/** From the first finger to the whole fingerboard. */
export const PRESETS: readonly Preset[] = [
  { id: 'first-finger', name: 'Open strings and first finger', says: 'two strings, finger 1', level: firstFinger },
  { id: 'three-fingers', name: 'First frame on two strings', says: 'the major start: 1 2 3, cello 1 3 4, bass 1 4', level: threeFingers },
  { id: 'four-strings', name: 'Four strings, two frames', says: 'low 2, cello and bass 2, no fourth finger yet', level: fourStrings },
  { id: 'first-position', name: 'First position', says: 'all fingers and places; III only where I has no room', level: first },
  { id: 'third-position', name: 'Third position', says: 'cello to IV, bass to III; no extensions', level: third },
  { id: 'third-extended', name: 'Third position, extensions', says: 'half to III, cello IV; the opened hand', level: thirdExtended },
  { id: 'fifth-position', name: 'Fifth position', says: 'half to V, bass V½', level: fifth },
  { id: 'seventh-position', name: 'Seventh position', says: 'half to VII, everything this tool maps', level: seventh },
]

/** What a class is taken to have learned until its teacher says: first position is where mixed classes work longest. */
export const FIRST_POSITION: Level = first
/** Everything this tool maps. */
export const WHOLE_NECK: Level = seventh

/** The preset that a level is, or null when it has been edited. */
export const presetOf = (level: Level): Preset | null => PRESETS.find((p) => sameLevel(p.level, level)) ?? null
