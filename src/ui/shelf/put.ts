import { bringReply, type BringReply, type BringRequest } from './protocol'

/** Puts pieces on the shelf with the file they came in. Never rejects. */
export async function putOnShelf(original: File, pieces: BringRequest): Promise<BringReply> {
  const form = new FormData()
  form.set('file', original)
  form.set('pieces', JSON.stringify(pieces))
  try {
    const response = await fetch('/api/shelf', { method: 'POST', body: form })
    return bringReply.parse(await response.json())
  } catch {
    return { ok: false, problem: 'no answer from the server; is it still running? Nothing was added' }
  }
}
