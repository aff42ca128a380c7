import type { Metadata } from 'next'
import { z } from 'zod'
import { bringBack } from '@/app/actions'
import { serverToolkit } from '@/engrave/server'
import { engraveSystems } from '@/engrave/toolkit'
import { tuneMei } from '@/engrave/tune'
import { database } from '@/store/database'
import { getVersion, listVersions } from '@/store/history'
import { History } from '@/ui/history/History'
import { loadPiece } from '../../load'

type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadPiece(params)).piece.title}, history` }
}

const query = z.object({ version: z.coerce.number().int().optional().catch(undefined) })

export default async function HistoryPage({ params, searchParams }: Props) {
  const stored = await loadPiece(params)
  const wanted = query.parse(await searchParams).version ?? stored.version
  const db = await database()
  const [versions, shown] = [await listVersions(db, stored.id), await getVersion(db, stored.id, wanted)]
  const systems = shown ? engraveSystems(await serverToolkit(), tuneMei(shown.piece), 860, 36) : []
  const pins = shown ? Object.values(shown.plan.pins).reduce((n, p) => n + Object.keys(p).length, 0) : 0
  return (
    <History
      id={stored.id}
      title={stored.piece.title}
      now={stored.version}
      versions={versions}
      shown={
        shown && {
          version: shown.version,
          savedAt: shown.savedAt,
          title: shown.piece.title,
          measures: shown.piece.lines[0].measures.length,
          pins,
        }
      }
      systems={systems}
      bringBack={bringBack}
    />
  )
}
