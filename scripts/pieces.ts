import { readFileSync, statSync } from 'node:fs'
import path from 'node:path'
import type { Piece } from '../src/core/piece/piece'
import { DEFAULT_CLASS, type ClassSettings } from '../src/core/plan/class'
import { readClassFile } from '../src/formats/classFile'
import { LIMITS, megabytes } from '../src/formats/limits'
import { readFile } from '../src/formats/read'
import { sayFileProblem } from '../src/formats/outcome'

/** A piece of a file, with where it was found. */
export type Found = { readonly where: string; readonly piece: Piece }

/** The pieces of a file that can be read whole; what cannot is told to `say`. `all`: nothing was left out. */
export function piecesIn(file: string, say: (text: string) => void): { readonly found: readonly Found[]; readonly all: boolean } {
  const none = { found: [], all: false }
  let bytes: Uint8Array
  try {
    const { size } = statSync(file)
    // Not even opened: it would be held in memory.
    if (size > LIMITS.file) {
      say(`${file}: the file is too large (${megabytes(size)}; up to ${megabytes(LIMITS.file)}); split it by piece`)
      return none
    }
    bytes = readFileSync(file)
  } catch (e) {
    const { code } = e as NodeJS.ErrnoException
    say(
      `${file}: ${code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'this is a folder; name a file' : 'cannot be opened'}`,
    )
    return none
  }
  const items = readFile(path.basename(file), bytes)
  const found: Found[] = []
  for (const { name, reading } of items) {
    const where = items.length > 1 ? path.join(path.dirname(file), name) : file
    if (!reading.ok) {
      for (const p of reading.problems) say(`${where}: ${sayFileProblem(p)}`)
      continue
    }
    const long = reading.misfits.filter((m) => m.long)
    for (const m of long) say(`${where}: ${sayFileProblem(m)}`)
    // On the desk such a measure can be put right; a map of it would be taken for whole.
    if (long.length) continue
    for (const n of [...reading.notices, ...reading.misfits.map(sayFileProblem)]) say(`${where}: note: ${n}`)
    found.push({ where, piece: reading.piece })
  }
  return { found, all: found.length === items.length }
}

/** The class that a file describes, the usual one without a file; what is wrong with it goes to `stop`. */
export function classOf(file: string | undefined, stop: (text: string) => never): ClassSettings {
  if (file === undefined) return DEFAULT_CLASS
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  } catch {
    return stop(`--class ${file}: there is no such file, or it cannot be opened`)
  }
  const read = readClassFile(text)
  return 'problem' in read ? stop(`--class ${file}: ${read.problem}`) : read.klass
}
