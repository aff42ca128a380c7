import { connection } from 'next/server'
import { bringFile, duplicate, putBack, takeOff } from './actions'
import { INSTRUMENTS } from '@/core/hands/instruments'
import { midiOf } from '@/core/music/pitch'
import { rangeOf } from '@/core/piece/edit'
import { previewOf } from '@/core/seats/preview'
import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { listPieces, type StoredPiece } from '@/store/pieces'
import { headline, printedPitch } from '@/ui/parts/music'
import { Shelf, type Card } from '@/ui/shelf/Shelf'

/** How many measures the small drawing shows. */
const PREVIEW = 6

function cardOf({ id, piece, plan, openedAt }: StoredPiece): Card {
  const range = rangeOf(piece.lines[0], midiOf)
  return {
    id,
    title: piece.title,
    headline: headline(piece.key, piece.meter, piece.tempo),
    measures: piece.lines[0].measures.length,
    lines: piece.lines.length,
    range: range ? `${printedPitch(range.low)} to ${printedPitch(range.high)}` : 'rests only',
    openedAt,
    preview: previewOf(piece, plan, PREVIEW),
  }
}

export default async function ShelfPage() {
  await connection()
  const db = await database()
  const klass = await theClass(db)
  const pieces = await listPieces(db, klass.id)
  return (
    <Shelf
      actions={{ bringFile, duplicate, takeOff, putBack }}
      name={klass.name}
      school={klass.school}
      seats={Object.values(INSTRUMENTS).map((i) => i.name)}
      cards={pieces.map(cardOf)}
      now={now()}
    />
  )
}
