import { connection } from 'next/server'
import { duplicate, putBack, takeOff } from './actions'
import { INSTRUMENTS } from '@/core/hands/instruments'
import { midiOf } from '@/core/music/pitch'
import { rangeOf } from '@/core/piece/edit'
import type { ClassSettings } from '@/core/seats/class'
import { previewOf } from '@/core/seats/preview'
import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { listPieces, type StoredPiece } from '@/store/pieces'
import { printedPitch } from '@/core/music/pitch'
import { headline } from '@/ui/parts/music'
import { Shelf, type Card } from '@/ui/shelf/Shelf'

/** How many measures the small drawing shows. */
const PREVIEW = 6

function cardOf({ id, piece, plan, openedAt }: StoredPiece, settings: ClassSettings): Card {
  const range = rangeOf(piece.lines[0], midiOf)
  return {
    id,
    title: piece.title,
    headline: headline(piece.key, piece.meter, piece.tempo),
    measures: piece.lines[0].measures.length,
    lines: piece.lines.length,
    range: range ? `${printedPitch(range.low)} to ${printedPitch(range.high)}` : 'rests only',
    openedAt,
    preview: previewOf(piece, plan, settings, PREVIEW),
  }
}

export default async function ShelfPage() {
  await connection()
  const db = await database()
  const klass = await theClass(db)
  const pieces = await listPieces(db, klass.id)
  return (
    <Shelf
      actions={{ duplicate, takeOff, putBack }}
      name={klass.name}
      school={klass.school}
      seats={Object.values(INSTRUMENTS).map((i) => i.name)}
      cards={pieces.map((p) => cardOf(p, klass.settings))}
      now={now()}
    />
  )
}
