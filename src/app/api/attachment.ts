import { createReadStream, statSync } from 'node:fs'
import { Readable } from 'node:stream'

const headers = (name: string, length: number, type: string): HeadersInit => ({
  'content-type': type,
  'content-length': `${length}`,
  'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
  'cache-control': 'no-store',
})

/** A file to be saved under a name. */
export const attachment = (name: string, bytes: Uint8Array, type = 'application/octet-stream'): Response =>
  new Response(new Uint8Array(bytes), { headers: headers(name, bytes.length, type) })

/** A file of the disk to be saved under a name, read as it is fetched; null when it is not there. */
export function fileAttachment(file: string, name: string, type: string): Response | null {
  const found = statSync(file, { throwIfNoEntry: false })
  if (!found?.isFile()) return null
  return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, { headers: headers(name, found.size, type) })
}
