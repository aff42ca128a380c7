import { StringDecoder } from 'node:string_decoder'
import { crc32 } from 'node:zlib'
import { openPromise, type Entry, type ZipFile } from 'yauzl'
import { LONGEST_LINE } from './format'

/** What one file of an archive may unpack to, in bytes, and how many there may be. */
const MOST_BYTES = 2_000_000_000
const MOST_FILES = 300_000

/** A zip on the disk whose files are read one at a time, each checked against its checksum. */
export type Archive = {
  readonly names: ReadonlySet<string>
  /** The bytes of a file in pieces. Throws at the end when they are not what was packed. */
  chunks(name: string): AsyncGenerator<Buffer>
  /** The same as lines of text, without their ends. */
  lines(name: string): AsyncGenerator<string>
  /** The same as one text or one run of bytes, up to `most` bytes. */
  bytes(name: string, most: number): Promise<Buffer>
  close(): void
}

/** Opens a zip. Rejects when it is none, or is damaged where its files are listed. */
export async function openArchive(file: string): Promise<Archive> {
  const zip: ZipFile = await openPromise(file, { lazyEntries: true, autoClose: false, strictFileNames: false })
  const entries = new Map<string, Entry>()
  try {
    for await (const entry of zip.eachEntry()) {
      if (entry.fileName.endsWith('/')) continue
      if (entries.has(entry.fileName)) throw new Error(`two files are named ${entry.fileName}`)
      if (entries.size >= MOST_FILES) throw new Error('there are too many files in it')
      entries.set(entry.fileName, entry)
    }
  } catch (e) {
    zip.close()
    throw e
  }
  async function* chunks(name: string): AsyncGenerator<Buffer> {
    const entry = entries.get(name)
    if (!entry) throw new Error(`${name} is missing`)
    if (entry.uncompressedSize > MOST_BYTES) throw new Error(`${name} is too large`)
    const stream = await zip.openReadStreamPromise(entry)
    let sum = 0
    for await (const chunk of stream) {
      sum = crc32(chunk as Buffer, sum)
      yield chunk as Buffer
    }
    if (sum !== entry.crc32) throw new Error(`${name} is damaged`)
  }
  async function* lines(name: string): AsyncGenerator<string> {
    const decoder = new StringDecoder('utf8')
    let rest = ''
    for await (const chunk of chunks(name)) {
      rest += decoder.write(chunk)
      for (let end = rest.indexOf('\n'); end >= 0; end = rest.indexOf('\n')) {
        yield rest.slice(0, end)
        rest = rest.slice(end + 1)
      }
      if (rest.length > LONGEST_LINE) throw new Error(`${name} has a line that is too long`)
    }
    rest += decoder.end()
    if (rest) yield rest
  }
  async function bytes(name: string, most: number): Promise<Buffer> {
    const list: Buffer[] = []
    let size = 0
    for await (const chunk of chunks(name)) {
      size += chunk.length
      if (size > most) throw new Error(`${name} is too large`)
      list.push(chunk)
    }
    return Buffer.concat(list)
  }
  return { names: new Set(entries.keys()), chunks, lines, bytes, close: () => zip.close() }
}
