import { readFileSync } from 'node:fs'
import path from 'node:path'

/** The made-up class of the demonstration, and its pieces in the order in which they were brought. */
export const DEMO_CLASS = { id: 'tuesday-strings', name: 'Tuesday Strings', school: 'Quillbrook School' }

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

/** The demonstration pieces as files. */
export const demoFiles = (): { name: string; bytes: Uint8Array }[] =>
  FILES.map((name) => ({ name, bytes: readFileSync(path.join(import.meta.dirname, name)) }))
