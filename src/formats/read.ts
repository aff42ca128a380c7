import { readAbcTunes } from './abc/read'
import { baseName, fileKindOf, sayKind, type FileKind } from './kind'
import { LIMITS, megabytes } from './limits'
import { jsonReading, readPieceFile } from './json/read'
import { DEFAULT_CHOICES, readMidi, type MidiChoices } from './midi/read'
import { readMusicXml } from './musicxml/read'
import { wholeFile, type FileReading } from './outcome'
import type { Plan } from '@/core/plan/plan'
import { decodeText } from './text'
import { isZip, unpack, type ZipEntry } from './zip'

/** One piece (or failure) out of a file: a file of tunes or a zip has several. */
export type FileItem = {
  /** Where it was found: the file's name, with what is inside of it where there is more than one. */
  readonly name: string
  readonly kind: FileKind | null
  readonly reading: FileReading
  /** Its own text, where it was typed as one. */
  readonly text?: string
  /** What was decided about it, where the file says so. */
  readonly plan?: Plan
}

/** Reads a file by what is in it; its ending only helps. Never throws; every trouble is a reading that says what to do. */
export function readFile(name: string, bytes: Uint8Array, midi: MidiChoices = DEFAULT_CHOICES): FileItem[] {
  if (bytes.length > LIMITS.file)
    return [
      failed(
        name,
        null,
        `the file is too big (${megabytes(bytes.length)}, the limit is ${megabytes(LIMITS.file)}). Bring one piece at a time`,
      ),
    ]
  if (bytes.length === 0) return [failed(name, null, 'the file is empty. Export it again')]
  return isZip(bytes) ? readZip(name, bytes, 0) : readOne(name, bytes, midi)
}

const failed = (name: string, kind: FileKind | null, text: string): FileItem => ({ name, kind, reading: wholeFile(text) })

function readOne(name: string, bytes: Uint8Array, midi: MidiChoices = DEFAULT_CHOICES): FileItem[] {
  const kind = fileKindOf(name, bytes)
  if (kind === 'midi') return [noted(name, { name, kind, reading: readMidi(baseName(name), bytes, midi) })]
  const decoded = decodeText(bytes)
  if (!decoded || kind === null)
    return [failed(name, null, 'we can’t read this as music. Bring MusicXML (.musicxml, .xml, .mxl), abc, MIDI (.mid) or a zip of them')]
  if (decoded.text.length > LIMITS.text)
    return [
      failed(
        name,
        kind,
        `the score is too big (${megabytes(decoded.text.length)}, the limit is ${megabytes(LIMITS.text)}). Bring one piece at a time`,
      ),
    ]
  return textItems(name, kind, decoded.text).map((item) =>
    noted(name, item, ...(decoded.guessed ? ['we had to guess the text encoding. Check the title and the words'] : [])),
  )
}

function textItems(name: string, kind: Exclude<FileKind, 'midi'>, text: string): FileItem[] {
  switch (kind) {
    case 'musicxml':
      return [{ name, kind, reading: readMusicXml(text) }]
    case 'json': {
      const file = readPieceFile(text)
      return 'problem' in file
        ? [{ name, kind, reading: file.problem }]
        : [{ name, kind, reading: jsonReading(file.piece), ...(file.plan ? { plan: file.plan } : {}) }]
    }
    case 'abc': {
      const tunes = readAbcTunes(text)
      const beyond = (text.match(/^X:/gm)?.length ?? 0) - tunes.length
      const left =
        beyond > 0
          ? [failed(`${name}: the others`, kind, `${beyond} tunes beyond the first ${tunes.length} were not read. Split the file`)]
          : []
      return left.concat(
        tunes.map((t) => ({ name: tunes.length > 1 ? `${name}: ${t.label}` : name, kind, reading: t.reading, text: t.text })),
      )
    }
  }
}

/** The item with what is to be said of its file, first of all when the ending says something else than what is in it. */
function noted(name: string, item: FileItem, ...notices: string[]): FileItem {
  const { reading, kind } = item
  const ending = fileKindOf(name)
  if (!reading.ok) return item
  const other = ending !== null && ending !== kind ? [`${baseName(name)} is ${sayKind(kind!)}, in spite of its file ending`] : []
  return other.length + notices.length ? { ...item, reading: { ...reading, notices: [...other, ...notices, ...reading.notices] } } : item
}

/** A zip: one score with its container (mxl), or several files. A zip in a zip is read once more, not deeper. */
function readZip(name: string, bytes: Uint8Array, depth: number): FileItem[] {
  const unpacked = unpack(bytes, (n) => !/(^|\/)(__MACOSX\/|\.(?!\.?\/))/.test(n))
  if (!unpacked.ok) return [failed(name, null, unpacked.problem)]
  const { files } = unpacked
  const root = rootOf(files)
  if (root === 'missing') return [failed(name, 'musicxml', 'it names a score that is not in it. Export the file again')]
  if (root) return readOne(root.name, root.bytes).map((item) => ({ ...item, name }))
  if (files.some((f) => f.name === 'library.json')) return [failed(name, null, 'this is a backup. Restore it in the library')]
  const scores = files.filter((f) => isZip(f.bytes) || fileKindOf(f.name, f.bytes) !== null)
  if (scores.length === 0) return [failed(name, null, 'there’s no music in this zip. Put MusicXML, abc or MIDI in it')]
  return scores.flatMap((f) => {
    const inside = `${name}: ${baseName(f.name)}`
    const items = !isZip(f.bytes)
      ? readOne(f.name, f.bytes)
      : depth === 0
        ? readZip(f.name, f.bytes, 1)
        : [failed(f.name, null, 'this zip is too deep inside other zips. Bring it on its own')]
    return items.map((item) => ({
      ...item,
      name: item.name === f.name ? inside : `${inside}: ${item.name.split(': ').slice(1).join(': ')}`,
    }))
  })
}

/** The score that an mxl's container points to; null when there is no container. */
function rootOf(files: readonly ZipEntry[]): ZipEntry | 'missing' | null {
  const container = files.find((f) => f.name === 'META-INF/container.xml')
  if (!container) return null
  const text = decodeText(container.bytes)?.text ?? ''
  const listed = [...text.matchAll(/<rootfile\b[^>]*>/g)].flatMap(([tag]) => {
    const of = (name: string) => new RegExp(`\\b${name}\\s*=\\s*["']([^"']+)["']`).exec(tag)?.[1]
    const file = files.find((f) => f.name === of('full-path'))
    return file ? [{ file, type: of('media-type') ?? '' }] : []
  })
  // The first is the score (MusicXML 4.0, container), but some list a picture of it before.
  const score = listed.find(({ file, type }) => /musicxml/.test(type) || fileKindOf(file.name, file.bytes) === 'musicxml')
  return score?.file ?? files.find((f) => !f.name.startsWith('META-INF/') && /\.(musicxml|xml)$/i.test(f.name)) ?? 'missing'
}
