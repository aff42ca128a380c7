import { revalidatePath } from 'next/cache'
import { NextResponse, type NextRequest } from 'next/server'
import { emptyPlan } from '@/core/seats/plan'
import { linesOf, matchLines } from '@/core/seats/lines'
import { LIMITS, megabytes } from '@/formats/limits'
import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { addOriginal } from '@/store/originals'
import { addPieces } from '@/store/pieces'
import { bringRequest, MOST_REQUEST, type BringReply } from '@/ui/shelf/protocol'

const reply = (body: BringReply, status = 200) => NextResponse.json(body, { status })
const refuse = (problem: string, status: number) => reply({ ok: false, problem }, status)

/**
 * Puts pieces on the shelf with the file that they came in. Files are read in the browser's worker; the server takes no
 * foreign format apart, it only checks pieces against their schema, within the limits.
 */
export async function POST(request: NextRequest) {
  const weight = Number(request.headers.get('content-length') ?? NaN)
  if (!(weight <= MOST_REQUEST)) return refuse(`more than ${megabytes(MOST_REQUEST)} at once is not taken; bring the files one by one`, 413)
  const form = await request.formData().catch(() => null)
  const [file, text] = [form?.get('file'), form?.get('pieces')]
  if (!(file instanceof File) || typeof text !== 'string') return refuse('the request holds no file or no pieces', 400)
  if (file.size > LIMITS.file) return refuse(`the file is too large (up to ${megabytes(LIMITS.file)})`, 413)
  const pieces = bringRequest.safeParse(parsed(text))
  if (!pieces.success) return refuse(`the pieces cannot be kept: ${pieces.error.issues[0].message}`, 400)
  const db = await database()
  const at = now()
  const originalId = await addOriginal(db, { name: file.name.slice(0, 260), bytes: new Uint8Array(await file.arrayBuffer()) }, at)
  const ids = await addPieces(
    db,
    (await theClass(db)).id,
    pieces.data.map(({ piece, text: own = '', plan }) => ({
      piece,
      source: { name: file.name.slice(0, 260), text: own },
      originalId,
      plan: plan ?? { ...emptyPlan(), lines: linesOf(matchLines(piece)) },
    })),
    at,
  )
  revalidatePath('/')
  return reply({ ok: true, added: ids.map((id, i) => ({ id, title: pieces.data[i].piece.title })) })
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
