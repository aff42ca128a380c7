import { readFileSync } from 'node:fs'
import path from 'node:path'
import { inflateSync } from 'node:zlib'
import { create, type Font } from 'fontkit'

/** The hands in which paper is written. */
export type Hand = 'plain' | 'strong' | 'slanted' | 'title'

/** A face as it is put into a file: its name there, its bytes, and which characters it has. */
export type Face = { readonly name: string; readonly data: Buffer; readonly has: (codePoint: number) => boolean }

/** The files of each hand, first choice first: what a face lacks is taken from the next (♯ ♭ ♮, other scripts). */
const SIGNS = ['dejavu-sans/files/dejavu-sans-latin-400-normal', 'noto-music/files/noto-music-music-400-normal']
const sans = (weight: string) =>
  ['latin', 'latin-ext', 'greek', 'cyrillic'].map((script) => `source-sans-3/files/source-sans-3-${script}-${weight}`)
const FILES: Record<Hand, readonly string[]> = {
  plain: [...sans('400-normal'), ...SIGNS],
  strong: [...sans('600-normal'), ...SIGNS],
  slanted: [...sans('400-italic'), ...SIGNS],
  title: ['latin', 'latin-ext'].map((s) => `young-serif/files/young-serif-${s}-400-normal`).concat(SIGNS),
}

/** Opened once: reading a face takes longer than writing a page with it. */
const opened = new Map<string, Face>()

function faceOf(file: string): Face {
  const known = opened.get(file)
  if (known) return known
  const woff = readFileSync(path.join(/* turbopackIgnore: true */ process.cwd(), 'node_modules/@fontsource', `${file}.woff`))
  const data = unwrapped(woff)
  const font = create(data) as Font
  const face = { name: path.basename(file), data, has: (c: number) => font.hasGlyphForCodePoint(c) }
  opened.set(file, face)
  return face
}

/** A text cut where its face must change: each run in the first face of the hand that has its characters, or in the first of all. */
export function runsOf(text: string, hand: Hand): { readonly text: string; readonly face: Face }[] {
  const runs: { text: string; face: Face }[] = []
  for (const char of text) {
    const file = FILES[hand].find((f) => faceOf(f).has(char.codePointAt(0)!)) ?? FILES[hand][0]
    const face = faceOf(file)
    const last = runs.at(-1)
    if (last?.face === face) last.text += char
    else runs.push({ text: char, face })
  }
  return runs
}

/** The plain font file inside a WOFF 1.0 (W3C Recommendation, 2012): its tables inflated, or a writer would inflate them for every glyph. */
export function unwrapped(woff: Buffer): Buffer {
  const HEAD = 44
  const count = woff.readUInt16BE(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEAD + i * 20
    const [offset, packed, length] = [4, 8, 12].map((o) => woff.readUInt32BE(at + o))
    const bytes = woff.subarray(offset, offset + packed)
    return { tag: woff.subarray(at, at + 4), checksum: woff.readUInt32BE(at + 16), data: packed < length ? inflateSync(bytes) : bytes }
  })
  const power = Math.floor(Math.log2(count))
  const header = Buffer.alloc(12 + count * 16)
  woff.copy(header, 0, 4, 8)
  header.writeUInt16BE(count, 4)
  header.writeUInt16BE(2 ** power * 16, 6)
  header.writeUInt16BE(power, 8)
  header.writeUInt16BE(count * 16 - 2 ** power * 16, 10)
  const parts: Buffer[] = [header]
  let offset = header.length
  tables.forEach(({ tag, checksum, data }, i) => {
    const at = 12 + i * 16
    tag.copy(header, at)
    header.writeUInt32BE(checksum, at + 4)
    header.writeUInt32BE(offset, at + 8)
    header.writeUInt32BE(data.length, at + 12)
    const padded = Math.ceil(data.length / 4) * 4
    parts.push(data, Buffer.alloc(padded - data.length))
    offset += padded
  })
  return Buffer.concat(parts)
}
