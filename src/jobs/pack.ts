import { Zip, ZipDeflate, ZipPassThrough } from 'fflate'
import type { FileSheet, HandOut } from '@/api/handOut'
import type { Seat } from '@/core/seats/seat'
import { fileName } from '@/formats/fileName'
import { ALL_SEATS } from '@/formats/kinds'
import { inWorker, TaskError } from './pool'
import type { Task } from './protocol'

/** How long the sheets of one pair of hands may take, in milliseconds. */
const PATIENCE = 120_000

/** A file of a pack: what it is called, and how it is made; nothing where it cannot be. */
export type PackedSheets = { readonly name: string; readonly text: boolean; readonly make: () => Promise<Uint8Array | undefined> }

type PdfTask = Extract<Task, { kind: 'pdf' }>
/** What is chosen of a piece: the seats of the class, the sheets in the order of the print run, and how they are drawn. */
type Chosen = {
  readonly seats: readonly Seat[]
  readonly sheets: PdfTask['sheets']
  readonly drawing: Pick<PdfTask, 'paper' | 'marks' | 'p'>
}

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
export function filesOf(
  of: string,
  id: string,
  { seats, sheets, drawing }: Chosen,
  h: HandOut,
  made: number,
  folder: string,
): PackedSheets[] {
  const nameOf = new Map(seats.map((s: Seat) => [s.id, s.name]))
  const pdfs = byHands(sheets).map((own, i): PackedSheets => {
    const { student, seat } = own[0]
    const alone = own.length === 1 && own[0].what === 'part' ? 'Score' : 'Teacher'
    const who = [student?.name, seat === null ? alone : nameOf.get(seat)].filter(Boolean).join(', ')
    return {
      name: `${folder}${`${i + 1}`.padStart(2, '0')} ${fileName(who)}.pdf`,
      text: false,
      make: async () => (await inWorker({ kind: 'pdf', of, id, sheets: own, ...drawing, now: made }, { patience: PATIENCE }))?.bytes,
    }
  })
  if (!h.xml) return pdfs
  const xml = (name: string, seat: string, bow = false): PackedSheets => ({
    name: `${folder}MusicXML/${fileName(name)}.musicxml`,
    text: true,
    make: async () => (await inWorker({ kind: 'export', of, id, as: 'musicxml', seat, bow }, { patience: PATIENCE }))?.bytes,
  })
  const given = seats.filter((s: Seat) => sheets.some((x) => x.seat === s.id))
  const bows = h.also.some((a) => a.kind === 'bows')
  return [
    ...pdfs,
    ...given.flatMap((s: Seat) => [...(h.parts ? [xml(s.name, s.id)] : []), ...(bows ? [xml(`${s.name}, bow only`, s.id, true)] : [])]),
    ...(h.score ? [xml('Score', ALL_SEATS)] : []),
  ]
}

/** Files as one pack, made one after the other while it is fetched; whoever stops fetching stops the making. What was begun and cannot be made whole ends in an error. */
export function packOf(files: readonly PackedSheets[], made: number): ReadableStream<Uint8Array> {
  let stopped = false
  return new ReadableStream<Uint8Array>({
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
          if (!bytes) throw new Error(`${name} didn’t work, because the piece changed meanwhile. Try again.`)
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
}
