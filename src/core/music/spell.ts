import { SHARP_ORDER, type Key } from './key'
import { plainSpelling } from './interval'
import { midiOf, pitchAt, LETTERS, type Pitch } from './pitch'

/** Letter and alteration at a place on the line of fifths: C is 0, G 1, F −1, F sharp 6. */
function atFifth(place: number): { letter: Pitch['letter']; alter: number } {
  const shifted = place + 1
  return { letter: SHARP_ORDER[((shifted % 7) + 7) % 7], alter: Math.floor(shifted / 7) }
}

/** The pitch of a key number with this letter and alteration. */
function pitchBy(midi: number, { letter, alter }: { letter: Pitch['letter']; alter: number }): Pitch {
  const step = LETTERS.indexOf(letter)
  const octave = Math.round((midi - alter - midiOf(pitchAt(step, 0))) / 12)
  const pitch = pitchAt(step + 7 * octave, alter)
  // The lowest and highest keys have only one name inside the octaves that there are.
  return pitch.octave < -1 || pitch.octave > 9 ? plainSpelling(midi) : pitch
}

/**
 * Spells key numbers (MIDI 1.0: 60 is middle C) in a key. Scale notes as the signature has them; of the others those that
 * go up a half step are raised, those that go down one lowered, the rest the nearest on the line of fifths: from the
 * lowered third to the raised fifth of the major scale, so that a minor key has its raised sixth and seventh (common practice).
 */
export function spelled(midis: readonly number[], key: Pick<Key, 'fifths'>): Pitch[] {
  return midis.map((midi, i) => {
    const wanted = (((midi % 12) + 12) % 12) * 7
    // The one place in twelve fifths whose note it is.
    const from = (low: number) => low + ((((wanted - low) % 12) + 12) % 12)
    const diatonic = from(key.fifths - 1)
    if (diatonic <= key.fifths + 5) return pitchBy(midi, atFifth(diatonic))
    const next = midis[i + 1]
    const low = next === midi + 1 ? key.fifths - 1 : next === midi - 1 ? key.fifths - 6 : key.fifths - 3
    return pitchBy(midi, atFifth(from(low)))
  })
}

/**
 * The key that explains most of the notes, each weighed by how long it sounds; where several do, the one whose keynote is
 * the last note, then the one with fewer signs. `notes` are key numbers with any unit of length.
 */
export function likelyKey(notes: readonly { readonly midi: number; readonly length: number }[]): Key {
  const last = notes.at(-1)?.midi ?? 60
  let best: { key: Key; score: number } | null = null
  for (const fifths of [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6, 7, -7])
    for (const mode of ['major', 'minor'] as const) {
      const inside = (midi: number) => (((midi * 7 - (fifths - 1)) % 12) + 12) % 12 <= 6
      const total = notes.reduce((n, x) => n + (inside(x.midi) ? x.length : 0), 0)
      const tonic = ((((fifths + (mode === 'minor' ? 3 : 0)) * 7) % 12) + 12) % 12
      const all = notes.reduce((n, x) => n + x.length, 0)
      const ends = ((last % 12) + 12) % 12 === tonic ? 0.02 * all : 0
      const score = total + ends
      if (!best || score > best.score + 1e-9) best = { key: { fifths, mode }, score }
    }
  return best!.key
}
