import { readFileSync } from 'node:fs'
import path from 'node:path'

/** The made-up class of the demonstration, and its pieces in the order in which they were brought. */
export const DEMO_CLASS = { id: 'tuesday-strings', name: 'Tuesday Strings', school: 'Quillbrook School' }

/** Who plays in it: made up, a line a student as a list of a school has them. */
export const DEMO_ROSTER = `name,seat,size,string in mm
Ada,Violin,4/4,
Bilal,Violin,3/4,
Cleo,Violin,3/4,305
Dunja,Violin,1/2,
Emre,Violin,4/4,
Fenna,Viola,4/4,
Goran,Viola,38 cm,
Hana,Viola,38 cm,356
Ilse,Cello,4/4,
Jonte,Cello,3/4,
Kofi,Cello,1/2,
Lumi,Bass,3/4,1045
`

const FILES = [
  'copper-kettle-march.abc',
  'two-barges.abc',
  'sixteen-steps-to-the-quay.musicxml',
  'two-bells-and-a-gate.abc',
  'the-lamplighters-shortcut.abc',
  'kite-over-the-allotments.abc',
  'snow-on-the-signal-box.abc',
  'lanterns-on-the-weir.abc',
  'the-ferry-at-low-water.abc',
] as const

/** A second class beside it, with some of its pieces. */
export const DEMO_SECOND = {
  id: 'friday-beginners',
  name: 'Friday Beginners',
  school: 'Quillbrook School',
  pieces: ['the-lamplighters-shortcut.abc', 'two-bells-and-a-gate.abc'],
}

/** Who plays in the second class. */
export const DEMO_SECOND_ROSTER = `name,seat,size,string in mm
Mika,Violin,1/2,
Noor,Violin,1/4,
Oskar,Violin,1/8,240
Pia,Viola,38 cm,
Quirin,Cello,1/4,
Runa,Cello,1/2,
Suri,Bass,3/4,
Tove,Violin,1/2,279
`

/** The demonstration pieces as files. */
export const demoFiles = (): { name: string; bytes: Uint8Array }[] =>
  FILES.map((name) => ({ name, bytes: readFileSync(path.join(import.meta.dirname, name)) }))
