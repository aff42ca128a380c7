import type { Metadata } from 'next'
import { database } from '@/store/database'
import { getPieces, listShelf } from '@/store/pieces'
import { namedVersions } from '@/store/versions'
import { deflated } from '@/app/packed'
import { ClassView } from '@/ui/class/ClassView'
import { classNamed } from '../named'

export const metadata: Metadata = { title: 'The class' }

/** How many pieces show the effect of a change: those that were opened last, up to so many measures in all. */
const SHOWN = 12
const MEASURES = 800

export default async function ClassPage({ params }: { params: Promise<{ klass: string }> }) {
  const db = await database()
  const { id, name, school, settings, version } = await classNamed(params)
  const all = await listShelf(db, id)
  const heads = all.heads.slice(0, SHOWN)
  const named = await namedVersions(
    db,
    all.heads.map((h) => h.id),
  )
  const weights = heads.map((h) => (h.summary ? h.summary.measures * h.summary.lines : Infinity))
  const shown = heads.filter(
    (_, i) => weights.slice(0, i + 1).reduce((a, b) => a + (b === Infinity ? 0 : b), 0) <= MEASURES && weights[i] !== Infinity,
  )
  const pieces = await getPieces(
    db,
    id,
    shown.map((h) => h.id),
  )
  return (
    <ClassView
      key={id}
      id={id}
      name={name}
      school={school}
      settings={settings}
      version={version}
      shelf={all.heads
        .map(({ id: piece, title }) => ({ id: piece, title, versions: named[piece] ?? [] }))
        .sort((a, b) => a.title.localeCompare(b.title))}
      packed={deflated(
        pieces.map(({ id: piece, ...p }) => ({ id: piece, piece: p.piece, plan: p.plan })),
        'working it out …',
      )}
    />
  )
}
