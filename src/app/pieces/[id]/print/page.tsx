import type { Metadata } from 'next'
import { INSTRUMENTS } from '@/core/hands/instruments'
import { inWorker, TaskError } from '@/jobs/pool'
import { PartPages } from '@/ui/print/PartPages'
import { PrintBar } from '@/ui/print/PrintBar'
import { printQuery } from '@/ui/print/query'
import { loadHead } from '../../load'

type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params, searchParams }: Props): Promise<Metadata> {
  const { title } = await loadHead(params)
  return { title: `${title}, ${INSTRUMENTS[printQuery.parse(await searchParams).seat].name.toLowerCase()}` }
}

export default async function PrintPage({ params, searchParams }: Props) {
  const { id, title } = await loadHead(params)
  const wanted = printQuery.parse(await searchParams)
  const made = await inWorker({ kind: 'pages', id, ...wanted }).catch((e: unknown) => {
    if (e instanceof TaskError) return e.message
    throw e
  })
  const part = typeof made === 'string' ? null : made
  return (
    <>
      <PrintBar id={id} title={title} query={wanted} problems={[...(part?.problems ?? [])]} pages={part?.pages.length ?? 0} />
      {part ? (
        <PartPages title={title} seat={wanted.seat} part={part} paper={wanted.paper} fingers={wanted.fingers} />
      ) : (
        <p role="alert" className="mx-auto max-w-xl px-6 py-16">
          The part could not be made. {typeof made === 'string' ? made : 'The piece is no longer there.'} Try again, or print fewer rows
          under the notes.
        </p>
      )}
    </>
  )
}
