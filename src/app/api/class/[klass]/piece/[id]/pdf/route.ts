import { SHEETS } from '@/core/sheets/kinds'
import { fileName } from '@/formats/fileName'
import { inWorker } from '@/jobs/pool'
import { now } from '@/store/clock'
import { gone, NO_SEAT, ofPiece } from '../../../../../answer'
import { attachment } from '../../../../../attachment'
import { chosenSheets, NOTHING_CHOSEN } from '../chosen'

/** How long a whole class's sheets may take, in milliseconds. */
const PATIENCE = 120_000

/** What is chosen in Hand out as one PDF. */
export const GET = ofPiece(async ({ request, db, klass, head }) => {
  const chosen = await chosenSheets(db, request, klass, head.id)
  if (!chosen) return new Response(NOTHING_CHOSEN, { status: 400 })
  const { seats, sheets, drawing } = chosen
  const made = await inWorker({ kind: 'pdf', of: klass.id, id: head.id, sheets, ...drawing, now: now() }, { patience: PATIENCE })
  if (!made) return gone(NO_SEAT, 'text')
  const alone = seats.find((s) => sheets.length === 1 && s.id === sheets[0].seat)
  // A file of one kind of sheet says which.
  const [{ what }] = sheets
  const kind = what !== 'part' && sheets.every((s) => s.what === what) ? `${SHEETS[what].name}, ` : ''
  const name = `${kind}${fileName(made.title)}${alone ? `, ${fileName(alone.name.toLowerCase())}` : ''}.pdf`
  return attachment(name, made.bytes, 'application/pdf')
}, 'text')
