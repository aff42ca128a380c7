import { Zip, ZipDeflate, ZipPassThrough } from 'fflate'
import { type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { FILES_IN_PACK, handOutQuery, type FileSheet, type HandOut } from '@/api/handOut'
import type { Seat } from '@/core/seats/seat'
import { fileName } from '@/formats/fileName'
import { ALL_SEATS } from '@/formats/kinds'
import { inWorker, TaskError } from '@/jobs/pool'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getHead } from '@/store/pieces'
import { answering } from '../../../answer'
import { chosenSheets } from '../chosen'

/** How long the sheets of one pair of hands may take, in milliseconds. */
const PATIENCE = 120_000

/** A file of a pack: what it is called, and how it is made; nothing where it cannot be. */
type Packed = { readonly name: string; readonly text: boolean; readonly make: () => Promise<Uint8Array | undefined> }

type Chosen = Exclude<Awaited<ReturnType<typeof chosenSheets>>, Response>

/** Sheets of the same pair of hands, one after the other, put together. */
function byHands(sheets: Chosen['sheets']): Chosen['sheets'][] {
  const hands: Chosen['sheets'][] = []
  const of = ({ seat, student }: Pick<FileSheet, 'seat'> & { student: { id: string } | null }) => `${seat} ${student?.id}`
  for (const s of sheets) {
    const last = hands.at(-1)
    if (last && of(last[0]) === of(s)) last.push(s)
    else hands.push([s])
  }
  return hands
}

/** The files of a piece: for each pair of hands one, numbered in the order of the print run, so that no name comes twice; and its scores as MusicXML. */
function filesOf(id: string, { seats, sheets, drawing }: Chosen, h: HandOut, made: number, folder: string): Packed[] {
  const nameOf = new Map(seats.map((s: Seat) => [s.id, s.name]))
  const pdfs = byHands(sheets).map((own, i): Packed => {
    const { student, seat } = own[0]
    const alone = own.length === 1 && own[0].what === 'part' ? 'Score' : 'Teacher'
    const who = [student?.name, seat === null ? alone : nameOf.get(seat)].filter(Boolean).join(', ')
    return {
      name: `${folder}${`${i + 1}`.padStart(2, '0')} ${fileName(who)}.pdf`,
      text: false,
      make: async () => (await inWorker({ kind: 'pdf', id, sheets: own, ...drawing, now: made }, PATIENCE))?.bytes,
    }
  })
  if (!h.xml) return pdfs
  const xml = (name: string, seat: string, bow = false): Packed => ({
    name: `${folder}MusicXML/${fileName(name)}.musicxml`,
    text: true,
    make: async () => (await inWorker({ kind: 'export', id, as: 'musicxml', seat, bow }, PATIENCE))?.bytes,
  })
  const given = seats.filter((s: Seat) => sheets.some((x) => x.seat === s.id))
  const bows = h.also.some((a) => a.kind === 'bows')
  return [
    ...pdfs,
    ...given.flatMap((s: Seat) => [...(h.parts ? [xml(s.name, s.id)] : []), ...(bows ? [xml(`${s.name}, bow alone`, s.id, true)] : [])]),
    ...(h.score ? [xml('Score', ALL_SEATS)] : []),
  ]
}

/** What is chosen in Hand out as a file for each pair of hands, packed: one after the other, as they are made. Whoever stops fetching stops the making. */
export const GET = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  const db = await database()
  const head = id.success ? await getHead(db, id.data) : null
  if (!head) return new Response('There is no such piece.', { status: 404 })
  const h = handOutQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  const heads = [head, ...(await Promise.all(h.and.filter((x) => x !== head.id).map((x) => getHead(db, x)))).filter((x) => x !== null)]
  const made = now()
  const files: Packed[] = []
  for (const [i, { id: piece, title }] of heads.entries()) {
    const chosen = await chosenSheets(request, piece)
    if (chosen instanceof Response) {
      // Of one piece alone there is nothing to pack; of several, nobody has this one.
      if (heads.length === 1) return chosen
      continue
    }
    // A week is of all pieces at once: it stands with the first.
    const sheets = i === 0 ? chosen.sheets : chosen.sheets.filter((s) => s.what !== 'week')
    const folder = heads.length === 1 ? '' : `${`${i + 1}`.padStart(2, '0')} ${fileName(title)}/`
    files.push(...filesOf(piece, { ...chosen, sheets }, h, made, folder))
  }
  if (files.length === 0) return new Response('Nobody has any of these pieces.', { status: 400 })
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
        for (const { name, text, make } of files) {
          if (stopped) return
          const bytes = await make()
          if (!bytes) throw new Error(`${name} could not be made: what it is made of has changed meanwhile.`)
          const entry = text ? new ZipDeflate(name) : new ZipPassThrough(name)
          entry.mtime = made
          zip.add(entry)
          entry.push(bytes, true)
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
  const name = heads.length === 1 ? fileName(head.title) : `${fileName(head.title)} and ${heads.length - 1} more`
  return new Response(body, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.zip`)}`,
      [FILES_IN_PACK]: `${files.length}`,
      'cache-control': 'no-store',
    },
  })
})
