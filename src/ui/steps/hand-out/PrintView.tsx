'use client'

import { useEffect, useState } from 'react'
import { PartPages } from './PartPages'
import { PrintBar, type Printed } from './PrintBar'
import { partReply, type PrintedPart } from '@/api/protocol'
import type { SeatId } from '@/core/seats/seat'

/** A part to be printed: the choices above, below it the pages as they come from the engraver. */
export function PrintView({
  id,
  title,
  seats,
  query,
}: {
  id: string
  title: string
  seats: readonly { id: SeatId; name: string }[]
  query: Printed
}) {
  const [made, setMade] = useState<{ of: string; part: PrintedPart | null; problem: string } | null>(null)
  const address = addressOf(id, query)
  useEffect(() => {
    const control = new AbortController()
    fetch(address, { signal: control.signal })
      .then(async (r) => partReply.parse(await r.json()))
      .then((reply) => setMade({ of: address, part: reply.ok ? reply.part : null, problem: reply.ok ? '' : reply.problem }))
      .catch((e: unknown) => {
        if ((e as Error).name !== 'AbortError')
          setMade({ of: address, part: null, problem: 'No answer from Even Seat; is it still running?' })
      })
    return () => control.abort()
  }, [address])
  const now = made?.of === address ? made : null
  return (
    <>
      <PrintBar
        id={id}
        title={title}
        seats={seats}
        query={query}
        problems={[...(now?.part?.problems ?? [])]}
        pages={now?.part?.pages.length ?? 0}
      />
      {now?.part ? (
        <PartPages title={title} part={now.part} paper={query.paper} fingers={query.fingers} />
      ) : (
        <p role={now ? 'alert' : 'status'} className="mx-auto max-w-xl px-6 py-16">
          {now ? `The part could not be made. ${now.problem}` : 'The part is being engraved …'}
        </p>
      )}
    </>
  )
}

function addressOf(id: string, { seat, paper, ...flags }: Printed): string {
  const chosen = Object.entries(flags).map(([name, on]) => [name, on ? '1' : '0'])
  return `/api/pieces/${id}/part?${new URLSearchParams([['seat', seat], ['paper', paper], ...chosen]).toString()}`
}
