import { readAbc } from './abc/read'
import { ENDINGS } from './endings'
import { readMusicXml } from './musicxml/read'
import { wholeFile, type Reading } from './reading'

/** The largest text that is read, in characters: a long method-book piece has about a tenth of it. */
export const MOST_TEXT = 8_000_000

/** Reads a file by its ending; a text without one is taken for what it looks like. */
export function readFile(name: string, text: string): Reading {
  if (text.length > MOST_TEXT)
    return wholeFile(`the file is too large (${Math.round(text.length / 1e6)} MB; up to 8 MB); split it by piece`)
  if (text.includes('\u0000')) return wholeFile('this is not a text file; bring MusicXML (uncompressed) or abc')
  const ending = /\.[a-z0-9]+$/i.exec(name)?.[0].toLowerCase()
  switch (ending) {
    case '.musicxml':
    case '.xml':
      return readMusicXml(text)
    case '.abc':
      return readAbc(text)
    default:
      return wholeFile(`files ending in “${ending ?? 'nothing'}” cannot be read yet; bring one that ends in ${ENDINGS.join(', ')}`)
  }
}
