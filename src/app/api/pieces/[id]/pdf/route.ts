import { type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { SHEETS } from '@/core/sheets/kinds'
import { fileName } from '@/formats/fileName'
import { inWorker, TaskError } from '@/jobs/pool'
import { answering } from '../../../answer'
import { chosenSheets } from '../chosen'
import { attachment } from '../../../attachment'

/** How long a whole class's sheets may take, in milliseconds. */
const PATIENCE = 120_000

/** What is chosen in Hand out as one PDF. */
export const GET = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  if (!id.success) return new Response('There is no such piece.', { status: 404 })
  const chosen = await chosenSheets(request, id.data)
  if (chosen instanceof Response) return chosen
  const { seats, sheets, drawing } = chosen
  try {
    const task = { kind: 'pdf', id: id.data, sheets, ...drawing, now: Date.now() } as const
    const made = await inWorker(task, PATIENCE)
    if (!made) return new Response('There is no such piece, or no such seat in the class.', { status: 404 })
    const alone = seats.find((s) => sheets.length === 1 && s.id === sheets[0].seat)
    // A file of one kind of sheet says which.
    const [{ what }] = sheets
    const kind = what !== 'part' && sheets.every((s) => s.what === what) ? `${SHEETS[what].name}, ` : ''
    const name = `${kind}${fileName(made.title)}${alone ? `, ${fileName(alone.name.toLowerCase())}` : ''}.pdf`
    return attachment(name, made.bytes, 'application/pdf')
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return new Response(`The file could not be made. ${e.message}`, { status: 503 })
  }
})
