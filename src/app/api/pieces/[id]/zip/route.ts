import { Zip, ZipPassThrough } from 'fflate'
import { type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { fileName } from '@/formats/fileName'
import { inWorker, TaskError } from '@/jobs/pool'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getHead } from '@/store/pieces'
import { answering } from '../../../answer'
import { chosenSheets } from '../chosen'

/** How long one sheet may take, in milliseconds. */
const PATIENCE = 60_000

/** What is chosen in Hand out as a file each, packed: sheet by sheet, as they are made. Whoever stops fetching stops the making. */
export const GET = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  const head = id.success ? await getHead(await database(), id.data) : null
  if (!head) return new Response('There is no such piece.', { status: 404 })
  const chosen = await chosenSheets(request, head.id)
  if (chosen instanceof Response) return chosen
  const { seats, sheets, drawing } = chosen
  const made = now()
  const seatName = new Map<string | null, string>([...seats.map((s) => [s.id, s.name] as const), [null, 'Score']])
  /** "01 Ada, Violin.pdf": numbered in the order of the print run, so no name comes twice. */
  const nameOf = (i: number): string => {
    const { student, seat } = sheets[i]
    const who = [student?.name, seatName.get(seat)].filter(Boolean).join(', ')
    const number = `${i + 1}`.padStart(2, '0')
    return `${number} ${fileName(who)}.pdf`
  }
  let stopped = false
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      const zip = new Zip((error, chunk, last) => {
        if (stopped) return
        if (error) return controller.error(error)
        controller.enqueue(chunk)
        if (last) controller.close()
      })
      try {
        for (const [i, sheet] of sheets.entries()) {
          if (stopped) return
          const task = { kind: 'pdf' as const, id: head.id, sheets: [sheet], ...drawing, now: made }
          const pdf = await inWorker(task, PATIENCE)
          if (!pdf) continue
          const entry = new ZipPassThrough(nameOf(i))
          entry.mtime = made
          zip.add(entry)
          entry.push(pdf.bytes, true)
        }
        zip.end()
      } catch (e) {
        // What was begun cannot be made whole: the browser says that the download failed.
        controller.error(e instanceof TaskError ? new Error(e.message) : e)
      }
    },
    cancel() {
      stopped = true
    },
  })
  return new Response(body, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${fileName(head.title)}.zip`)}`,
      'cache-control': 'no-store',
    },
  })
})
