import { isSilent, isStruck } from '../piece/struck'
import { letterName, type Letter, type Pitch } from '../music/pitch'
import { before, motion, top, type Reading } from './reading'

/** A letter with its sign; `name` tells it from others: "F♯". */
type Form = Pick<Pitch, 'letter' | 'alter'> & { readonly name: string; readonly count: number }

/** What a seat's part is made of. */
export type Counts = {
  /** Notes by string (from the lowest) and finger 0 to 4. */
  readonly fingers: readonly (readonly number[])[]
  readonly notes: number
  readonly rests: number
  /** Claps, taps and the like. */
  readonly struck: number
  /** How the tune goes from note to note. */
  readonly motion: { readonly repeats: number; readonly steps: number; readonly skips: number }
  /** Letters with their alteration, how often, and on which strings. */
  readonly letters: readonly (Form & { readonly strings: readonly number[] })[]
  /** By letter, notes of each of its forms; only letters that have more than one. */
  readonly forms: readonly { readonly letter: Letter; readonly forms: readonly Form[] }[]
  /** Frames that the hand has on each string, with how many notes: where the half steps lie. */
  readonly frames: readonly { readonly string: number; readonly name: string; readonly position: string; readonly count: number }[]
}

/** Counts a seat's part. Strings by index from the lowest; chords count once for motion and by their top note. */
export function countsOf(r: Reading): Counts {
  const fingers = r.instrument.strings.map(() => [0, 0, 0, 0, 0])
  const motions = { repeats: 0, steps: 0, skips: 0 }
  const letters = new Map<string, { letter: Letter; alter: number; count: number; strings: Set<number> }>()
  for (const note of r.notes) {
    const last = before(r, note)
    if (last && !note.rest) {
      const far = Math.abs(motion(last, note))
      motions[far === 0 ? 'repeats' : far === 1 ? 'steps' : 'skips']++
    }
    for (const s of note.hold?.stops ?? []) fingers[s.string][s.finger]++
    const { pitch } = top(note)
    const name = letterName(pitch)
    const known = letters.get(name) ?? { letter: pitch.letter, alter: pitch.alter, count: 0, strings: new Set<number>() }
    known.count++
    const stop = note.hold?.stops.at(-1)
    if (stop) known.strings.add(stop.string)
    letters.set(name, known)
  }
  const byLetter = new Map<Letter, Form[]>()
  for (const [name, { letter, alter, count }] of letters)
    byLetter.set(letter, [...(byLetter.get(letter) ?? []), { name, letter, alter, count }])
  const frames = new Map<string, Counts['frames'][number]>()
  for (const n of r.map.notes) {
    if (!n.frame || !n.position || n.held) continue
    const key = `${n.stop.string} ${n.position} ${n.frame.name}`
    frames.set(key, { string: n.stop.string, name: n.frame.name, position: n.position, count: (frames.get(key)?.count ?? 0) + 1 })
  }
  return {
    fingers,
    notes: r.notes.length,
    rests: r.events.filter((e) => isSilent(e.event)).length,
    struck: r.events.filter((e) => isStruck(e.event)).length,
    motion: motions,
    letters: [...letters]
      .map(([name, l]) => ({ name, letter: l.letter, alter: l.alter, count: l.count, strings: [...l.strings].sort() }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    forms: [...byLetter].flatMap(([letter, forms]) => (forms.length > 1 ? [{ letter, forms }] : [])),
    frames: [...frames.values()].sort((a, b) => b.string - a.string || b.count - a.count),
  }
}
