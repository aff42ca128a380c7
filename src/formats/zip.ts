import crc from 'crc-32'
import { strFromU8, unzipSync, type UnzipFileInfo } from 'fflate'
import { LIMITS, megabytes } from './limits'

/** A file of a zip, under the name it has there. */
export type ZipEntry = { readonly name: string; readonly bytes: Uint8Array }
type Unpacked = { readonly ok: true; readonly files: readonly ZipEntry[] } | { readonly ok: false; readonly problem: string }

export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5)

/**
 * Unpacks the wanted files of a zip within the limits: how much there is is asked before anything is unpacked, so a small
 * file that would grow without end is refused. Names are only names: nothing is written anywhere.
 */
export function unpack(
  bytes: Uint8Array,
  wanted: (name: string) => boolean = () => true,
  limits: { readonly entries: number; readonly unpacked: number } = LIMITS,
): Unpacked {
  let [total, count] = [0, 0]
  let refused: string | null = null
  const filter = (f: UnzipFileInfo): boolean => {
    if (f.name.endsWith('/') || !wanted(f.name)) return false
    count++
    total += f.originalSize
    if (count > limits.entries) refused = `this zip holds more than ${limits.entries} files. Bring it in parts`
    else if (total > limits.unpacked) refused = `this zip would unpack to more than ${megabytes(limits.unpacked)}. Bring the files in parts`
    return refused === null
  }
  try {
    const files = unzipSync(bytes, { filter })
    if (refused) return { ok: false, problem: refused }
    const list = Object.entries(files).map(([name, content]) => ({ name, bytes: content }))
    // What a file says of its size is not always so.
    if (list.reduce((n, f) => n + f.bytes.length, 0) > limits.unpacked)
      return { ok: false, problem: `this zip unpacks to more than ${megabytes(limits.unpacked)}. Bring the files in parts` }
    const sums = checksums(bytes)
    const bad = list.find((f) => sums.get(f.name) !== undefined && sums.get(f.name) !== crc.buf(f.bytes) >>> 0)
    if (bad) return { ok: false, problem: `${bad.name} in this zip is damaged. Download or export it again` }
    return { ok: true, files: list }
  } catch {
    return { ok: false, problem: refused ?? 'this zip is damaged or cut off. Download or export it again' }
  }
}

/**
 * The checksums of a zip's files as its list of contents has them (APPNOTE 4.3.12), which the unpacker passes over: a file
 * of which one bit was turned would be read as another tune.
 */
function checksums(bytes: Uint8Array): Map<string, number> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const sums = new Map<string, number>()
  let end = bytes.length - 22
  while (end >= 0 && view.getUint32(end, true) !== 0x06054b50) end--
  if (end < 0) return sums
  let at = view.getUint32(end + 16, true)
  while (at + 46 <= bytes.length && view.getUint32(at, true) === 0x02014b50) {
    const [name, extra, comment] = [28, 30, 32].map((o) => view.getUint16(at + o, true))
    const utf8 = (view.getUint16(at + 8, true) & 0x800) !== 0
    sums.set(strFromU8(bytes.subarray(at + 46, at + 46 + name), !utf8), view.getUint32(at + 16, true))
    at += 46 + name + extra + comment
  }
  return sums
}
