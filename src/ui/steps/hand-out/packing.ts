import { Unzip, UnzipPassThrough } from 'fflate'
import { FILES_IN_PACK } from '@/api/handOut'

/** Something went wrong that can be said as it is. */
export class PackTrouble extends Error {}

/** How far a pack has come: files done, of how many, and the one that came last. */
type Progress = { readonly done: number; readonly of: number; readonly name: string }
export type PackState =
  | { readonly at: 'rest' }
  | ({ readonly at: 'work' } & Progress)
  | { readonly at: 'done'; readonly files: number; readonly name: string }
  | { readonly at: 'stopped' }
  | { readonly at: 'failed'; readonly problem: string }

const nameIn = (header: string | null): string => decodeURIComponent(/filename\*=UTF-8''([^;]+)/.exec(header ?? '')?.[1] ?? 'pack.zip')

/**
 * Fetches a pack as it is made, and says file by file how far it is. The whole stands only when it has come to its end: a
 * pack that was broken off is no file. Throws a {@link PackTrouble} in words, or what stopping throws.
 */
export async function fetchPack(
  at: string,
  signal: AbortSignal,
  say: (p: Progress) => void,
): Promise<{ readonly file: Blob; readonly name: string; readonly files: number }> {
  const response = await fetch(at, { signal }).catch((e: unknown) => {
    if (signal.aborted) throw e
    throw new PackTrouble('No answer from Even Seat. Is it still running?')
  })
  if (!response.ok || !response.body) throw new PackTrouble((await response.text()) || 'We couldn’t make the zip.')
  const of = Number(response.headers.get(FILES_IN_PACK) ?? 0)
  let done = 0
  const unzip = new Unzip((file) => {
    done++
    say({ done, of, name: file.name })
  })
  unzip.register(UnzipPassThrough)
  say({ done, of, name: '' })
  const chunks: Uint8Array<ArrayBuffer>[] = []
  const reader = response.body.getReader()
  try {
    for (;;) {
      const { done: ended, value } = await reader.read()
      if (ended) break
      chunks.push(value)
      unzip.push(value)
    }
  } catch (e) {
    if (signal.aborted) throw e
    throw new PackTrouble('It stopped half way. Try again, or with fewer sheets.')
  }
  if (done < of) throw new PackTrouble(`Only ${done} of ${of} files came. Try again.`)
  return { file: new Blob(chunks, { type: 'application/zip' }), name: nameIn(response.headers.get('content-disposition')), files: done }
}
