import { unzipSync, type UnzipFileInfo } from 'fflate'
import { LIMITS, megabytes } from './limits'

/** A file of a zip, under the name it has there. */
export type Packed = { readonly name: string; readonly bytes: Uint8Array }
export type Unpacked = { readonly ok: true; readonly files: readonly Packed[] } | { readonly ok: false; readonly problem: string }

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
    if (count > limits.entries) refused = `this zip holds more than ${limits.entries} files; bring it in parts`
    else if (total > limits.unpacked) refused = `this zip would unpack to more than ${megabytes(limits.unpacked)}; bring the files in parts`
    return refused === null
  }
  try {
    const files = unzipSync(bytes, { filter })
    if (refused) return { ok: false, problem: refused }
    const list = Object.entries(files).map(([name, content]) => ({ name, bytes: content }))
    // What a file says of its size is not always so.
    if (list.reduce((n, f) => n + f.bytes.length, 0) > limits.unpacked)
      return { ok: false, problem: `this zip unpacks to more than ${megabytes(limits.unpacked)}; bring the files in parts` }
    return { ok: true, files: list }
  } catch {
    return { ok: false, problem: refused ?? 'this zip is damaged or cut off; fetch or export it again' }
  }
}
