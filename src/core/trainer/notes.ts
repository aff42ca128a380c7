import { candidates, type Setup } from '../fingering/candidates'
import { FIRST, STEP_IDS } from '../instruments/instrument'
import { isLearned, type Hold } from '../hands/hold'
import { KEYS_TAUGHT } from '../instruments/reads'
import { alterIn, type Key } from '../music/key'
import { atHome } from '../fingering/visits'
import { LETTERS, midiOf, pitchName, type Pitch } from '../music/pitch'
import type { Reading } from '../reading/reading'

/** A note that a seat is asked about: as its part writes it, every learned way to play it, the nearest first; of each place on the fingerboard the nearest way; and the key in which it is shown. */
export type SeatNote = {
  readonly pitch: Pitch
  readonly name: string
  readonly ways: readonly Hold[]
  readonly places: readonly Hold[]
  readonly key: Key
}

/** How far from where a beginner looks: the open string, then first position, then what lies further off. */
const away = (h: Hold): number => (h.open ? -1 : Math.abs(h.position - FIRST))

/** The learned ways to play a pitch by one finger, the nearest first; a finger on its neighbour's place and a harmonic are no ways that are asked for. */
export const waysOf = (setup: Setup, pitch: Pitch): Hold[] =>
  candidates(setup, [pitch])
    .filter((h) => isLearned(h) && !h.respelled && !h.stops[0].harmonic && !h.stops[0].far)
    .sort((a, b) => Number(isOpened(a)) - Number(isOpened(b)) || away(a) - away(b) || b.stops[0].string - a.stops[0].string)

/** The hand is opened for it. */
export const isOpened = (h: Hold): boolean => h.shape !== 'closed' || h.stops[0].stretch

/** Whether the signature says the note: no sign stands before it. */
export const isOfKey = ({ pitch, key }: Pick<SeatNote, 'pitch' | 'key'>): boolean => alterIn(key, pitch.letter) === pitch.alter

/** Of each place on the fingerboard the nearest way: what a class that stays at home plays there. */
function placesOf({ learned }: Setup, ways: readonly Hold[]): Hold[] {
  const byPlace = new Map<string, Hold>()
  for (const h of atHome(learned, ways)) {
    const key = `${h.stops[0].string}:${h.stops[0].k}`
    if (!byPlace.has(key)) byPlace.set(key, h)
  }
  return [...byPlace.values()]
}

/** The first signature of those that are learned, in the order of teaching, in which a note stands without a sign; null: in none. */
function keyWith(keys: readonly number[], p: Pitch): Key | null {
  const fifths = KEYS_TAUGHT.find((k) => keys.includes(k) && alterIn({ fifths: k }, p.letter) === p.alter)
  return fifths === undefined ? null : { fifths, mode: 'major' }
}

/** At which step of the way the instrument comes to a note. */
function stepOf({ instrument, policy }: Setup, pitch: Pitch): number {
  const at = STEP_IDS.findIndex((step) => waysOf({ instrument, policy, learned: instrument.learned[step] }, pitch).length > 0)
  return at < 0 ? STEP_IDS.length : at
}

/**
 * Every note that a seat has learned, in the order in which notes are usually taught: step by step of the instrument's way,
 * key by key, open strings before fingers, the middle strings before the outer ones, up the string. Common practice.
 */
export function notesLearned(setup: Setup): SeatNote[] {
  const { instrument, learned } = setup
  const middle = (instrument.strings.length - 1) / 2
  const found: { note: SeatNote; rank: readonly number[] }[] = []
  for (let octave = 1; octave <= 7; octave++)
    for (const letter of LETTERS)
      for (const alter of [-1, 0, 1]) {
        const pitch: Pitch = { letter, alter, octave }
        const key = keyWith(learned.keys, pitch)
        const ways = key ? waysOf(setup, pitch) : []
        if (!key || ways.length === 0) continue
        const [{ open, stops }] = ways
        const rank = [stepOf(setup, pitch), KEYS_TAUGHT.indexOf(key.fifths), open ? 0 : 1, Math.abs(stops[0].string - middle), stops[0].k]
        found.push({ note: { pitch, name: pitchName(pitch), ways, places: placesOf(setup, ways), key }, rank })
      }
  return found.sort((a, b) => compared(a.rank, b.rank) || midiOf(a.note.pitch) - midiOf(b.note.pitch)).map((f) => f.note)
}

function compared(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i] - b[i]
  return 0
}

/** The notes of a seat's part that it has learned, in the order of {@link notesLearned}; each in the piece's key. */
export function notesOfPart(setup: Setup, r: Reading): SeatNote[] {
  const names = new Set(r.notes.flatMap((n) => n.heads.map((h) => pitchName(h.pitch))))
  const all = new Map(notesLearned({ ...setup, learned: { ...setup.learned, keys: [...KEYS_TAUGHT] } }).map((n) => [n.name, n]))
  return [...all.values()].filter((n) => names.has(n.name)).map((n) => ({ ...n, key: r.piece.key }))
}
