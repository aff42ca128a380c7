import { strFromU8, strToU8, zipSync } from 'fflate'
import { unpack } from './zip'

/** A whole library as one file: library.json and the files that pieces came in, each in a folder of its id. */
export function packLibrary(library: unknown, originals: ReadonlyMap<string, Uint8Array>, names: ReadonlyMap<string, string>): Uint8Array {
  const files: Record<string, Uint8Array> = { 'library.json': strToU8(JSON.stringify(library, null, 1)) }
  for (const [id, bytes] of originals) files[`originals/${id}/${(names.get(id) ?? 'file').replace(/[\\/]/g, ' ')}`] = bytes
  return zipSync(files)
}

export type UnpackedLibrary =
  | { readonly ok: true; readonly library: unknown; readonly originals: ReadonlyMap<string, Uint8Array> }
  | { readonly ok: false; readonly problem: string }

/** Takes a library file apart; what is in its library.json is for the caller to check. */
export function unpackLibrary(bytes: Uint8Array): UnpackedLibrary {
  const unpacked = unpack(bytes, (name) => name === 'library.json' || name.startsWith('originals/'), {
    entries: 20_000,
    unpacked: 512_000_000,
  })
  if (!unpacked.ok) return unpacked
  const json = unpacked.files.find((f) => f.name === 'library.json')
  if (!json) return { ok: false, problem: 'this zip holds no library.json; bring a library that this program has saved' }
  try {
    return {
      ok: true,
      library: JSON.parse(strFromU8(json.bytes)) as unknown,
      originals: new Map(unpacked.files.flatMap((f) => (f === json ? [] : [[f.name.split('/')[1], f.bytes] as const]))),
    }
  } catch {
    return { ok: false, problem: 'the library.json in this zip is damaged; bring another copy of the library' }
  }
}
