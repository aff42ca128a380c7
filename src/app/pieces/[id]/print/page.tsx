import type { Metadata } from 'next'
import { INSTRUMENTS } from '@/core/hands/instruments'
import { seatMap } from '@/core/seats/ensemble'
import { meiOf } from '@/engrave/mei'
import type { Row } from '@/engrave/rows'
import { serverToolkit } from '@/engrave/server'
import { engravePages } from '@/engrave/toolkit'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { sayTempo } from '@/ui/parts/music'
import { PartPages } from '@/ui/print/PartPages'
import { PrintBar } from '@/ui/print/PrintBar'
import { printQuery } from '@/ui/print/query'
import { loadPiece } from '../../load'

type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params, searchParams }: Props): Promise<Metadata> {
  const { piece } = await loadPiece(params)
  return { title: `${piece.title}, ${INSTRUMENTS[printQuery.parse(await searchParams).seat].name.toLowerCase()}` }
}

export default async function PrintPage({ params, searchParams }: Props) {
  const stored = await loadPiece(params)
  const wanted = printQuery.parse(await searchParams)
  const { piece, plan } = stored
  const { seat } = wanted
  const map = seatMap(piece, plan, (await theClass(await database())).settings, seat)
  const rows: Row[] = [
    ...(wanted.letters ? (['letter'] as const) : []),
    ...(wanted.strings ? (['string'] as const) : []),
    ...(wanted.fingers ? (['finger'] as const) : []),
  ]
  const pages = engravePages(
    await serverToolkit(),
    meiOf(piece, { maps: [map], rows, positions: true, bows: wanted.bows, labels: false }),
    wanted.paper,
    rows.length > 1,
  )
  return (
    <>
      <PrintBar
        id={stored.id}
        title={piece.title}
        query={wanted}
        problems={map.problems.map((p) => `Measure ${p.measure}, beat ${p.beat}: ${p.text}`)}
        pages={pages.length}
      />
      <PartPages
        title={piece.title}
        composer={piece.composer}
        tempo={piece.tempo ? sayTempo(piece.meter, piece.tempo) : undefined}
        map={map}
        pages={pages}
        paper={wanted.paper}
        fingers={wanted.fingers}
      />
    </>
  )
}
