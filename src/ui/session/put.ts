import { classApi } from '@/api/address'
import { bringReply, type BringReply } from '@/api/shelf'
import { type BroughtPieces } from '@/formats/brought'

/** The bytes of a file as base64, by the browser's own means: quick, also for a large one. */
const base64 = (file: File): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''))
    reader.onerror = () => reject(new Error('we can’t read the file'))
    reader.readAsDataURL(file)
  })

/** Puts pieces on the shelf of a class with the file they came in. Never rejects. */
export async function sendToShelf(of: string, original: File, pieces: BroughtPieces): Promise<BringReply> {
  try {
    const file = { name: original.name.slice(0, 260) || 'file', base64: original.size ? await base64(original) : '' }
    const response = await fetch(classApi(of, '/shelf'), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ file, pieces }),
    })
    return bringReply.parse(await response.json())
  } catch {
    return { ok: false, problem: 'no answer from Even Seat. Is it still running? Nothing was added' }
  }
}
