import { tonic, type Key } from './key'
import { letterName, type Letter, type Pitch } from './pitch'

/**
 * How notes are called: by letters, by fixed do-re-mi, by German letters, where B is H and B flat is B, or by the fixed
 * do-re-mi of Spanish, which has si for ti and its own words for signs.
 */
export const NOTE_NAMES = ['letters', 'do-re-mi', 'german', 'solfeo'] as const
export type NoteNames = (typeof NOTE_NAMES)[number]

/** A letter with its sign, in whatever octave. */
type Named = Pick<Pitch, 'letter' | 'alter'>

export const DO_RE_MI: Readonly<Record<Letter, string>> = { C: 'do', D: 're', E: 'mi', F: 'fa', G: 'sol', A: 'la', B: 'ti' }

const SPOKEN = [' double flat', ' flat', '', ' sharp', ' double sharp'] as const
/** Common practice where Spanish is spoken. */
const SOLFEO = [' doble bemol', ' bemol', '', ' sostenido', ' doble sostenido'] as const

/** "Fis", "Es", "B", "H": common practice where German is spoken. */
function german({ letter, alter }: Named): string {
  if (alter > 0) return (letter === 'B' ? 'H' : letter) + 'is'.repeat(alter)
  if (alter === 0) return letter === 'B' ? 'H' : letter
  // E and A run together with their ending; B flat has a name of its own.
  if (letter === 'B') return alter === -1 ? 'B' : 'Heses'
  if (letter === 'E' || letter === 'A') return alter === -1 ? `${letter}s` : letter === 'E' ? 'Eses' : 'Asas'
  return letter + 'es'.repeat(-alter)
}

/** A note by its name alone, without a sign: "F", "fa", "H". */
export function plainNote(names: NoteNames, letter: Letter): string {
  switch (names) {
    case 'letters':
      return letter
    case 'do-re-mi':
      return DO_RE_MI[letter]
    case 'solfeo':
      return letter === 'B' ? 'si' : DO_RE_MI[letter]
    case 'german':
      return german({ letter, alter: 0 })
  }
}

/** A note as it is printed: "F♯", "fa♯", "Fis". */
export const printedNote = (names: NoteNames, p: Named): string =>
  names === 'german' ? german(p) : plainNote(names, p.letter) + letterName(p).slice(1)

const MODO = { major: 'mayor', minor: 'menor' } as const

/** A key as a class names it: "D major", "re major", "re mayor". */
export const sayKey = (names: NoteNames, key: Key): string =>
  `${printedNote(names, tonic(key))} ${names === 'solfeo' ? MODO[key.mode] : key.mode}`

/** The same with its octave: "F♯4". */
export const printedPitch = (names: NoteNames, p: Pitch): string => `${printedNote(names, p)}${p.octave}`

/** A note as it is spoken: "F sharp", "fa sharp", "Fis"; `natural`: said where there is no sign, "F natural". German letters need no word for it. */
export const spokenNote = (names: NoteNames, p: Named, natural = false): string =>
  names === 'german'
    ? german(p)
    : plainNote(names, p.letter) + (p.alter === 0 && natural ? ' natural' : (names === 'solfeo' ? SOLFEO : SPOKEN)[p.alter + 2])
