import { readFileSync } from 'node:fs'
import path from 'node:path'

/** The made-up class of the demonstration, and its pieces in the order in which they were brought. */
export const DEMO_CLASS = { id: 'tuesday-strings', name: 'Tuesday Strings', school: 'Quillbrook School' }

const FILES = [
  'copper-kettle-march.abc',
  'two-barges.abc',
  'sixteen-steps-to-the-quay.musicxml',
  'the-lamplighters-shortcut.abc',
  'kite-over-the-allotments.abc',
  'snow-on-the-signal-box.abc',
  'lanterns-on-the-weir.abc',
  'the-ferry-at-low-water.abc',
] as const

/** The demonstration pieces as files: name and text. */
export const demoFiles = (): { name: string; text: string }[] =>
  FILES.map((name) => ({ name, text: readFileSync(path.join(import.meta.dirname, name), 'utf8') }))
