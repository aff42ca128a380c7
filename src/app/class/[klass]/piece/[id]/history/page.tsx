import type { Metadata } from 'next'
import { historyQuery } from '@/api/history'
import { bringBack, rename } from '@/app/actions'
import { inWorker, TaskError } from '@/jobs/pool'
import { database } from '@/store/database'
import { listVersions } from '@/store/versions'
import { History } from '@/ui/history/History'
import { loadHead, type PieceParams } from '../../stored'

type Props = { params: PieceParams; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadHead(params)).title}, history` }
}

/** How many measures of a version are drawn: enough to know it by. */
const DRAWN = 64

export default async function HistoryPage({ params, searchParams }: Props) {
  const { of, ...head } = await loadHead(params)
  const wanted = historyQuery.parse(await searchParams).version ?? head.version
  const versions = await listVersions(await database(), head.id)
  const shown = versions.some((v) => v.version === wanted)
    ? inWorker({ kind: 'version', of: of.id, id: head.id, version: wanted, measures: DRAWN }).catch((e: unknown) => {
        if (e instanceof TaskError) return e.message
        throw e
      })
    : null
  return (
    <History
      id={head.id}
      of={of.id}
      title={head.title}
      now={head.version}
      versions={versions}
      wanted={wanted}
      shown={shown}
      drawn={DRAWN}
      actions={{ bringBack: bringBack.bind(null, of.id), rename: rename.bind(null, of.id) }}
    />
  )
}
