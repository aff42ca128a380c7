'use client'

import { useEffect, useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { pieceApi } from '@/api/address'
import { sheetParams, sheetReply, type SheetQuery, type SheetReply } from '@/api/handOut'

/** A sheet that is wanted, and what came of it; while it is being made, the one that stood there before, or null. */
export type SheetState = { readonly query: SheetQuery; readonly made: SheetReply | null; readonly making: boolean }

/** The sheets that are wanted as they come from the engraver; what stands stays until what replaces it has come. */
export function useSheets(id: string, wanted: readonly SheetQuery[]): readonly SheetState[] {
  const klass = useClassId()
  const [made, setMade] = useState<ReadonlyMap<string, SheetReply>>(new Map())
  const [last, setLast] = useState<ReadonlyMap<string, SheetReply>>(new Map())
  const addresses = wanted.map(sheetParams).join('\n')
  useEffect(() => {
    const control = new AbortController()
    const put = (of: string, reply: SheetReply) => {
      setMade((all) => new Map(all).set(of, reply))
      setLast((all) => new Map(all).set(placeOf(of), reply))
    }
    for (const of of addresses.split('\n').filter(Boolean))
      fetch(pieceApi(klass, id, `/part?${of}`), { signal: control.signal })
        .then(async (r) => put(of, sheetReply.parse(await r.json())))
        .catch((e: unknown) => {
          if ((e as Error).name !== 'AbortError') put(of, { ok: false, problem: 'No answer from Even Seat. Is it still running?' })
        })
    return () => control.abort()
  }, [klass, id, addresses])
  return wanted.map((query) => {
    const of = sheetParams(query)
    const now = made.get(of)
    return { query, made: now ?? last.get(placeOf(of)) ?? null, making: !now }
  })
}

/** Where a sheet stands among the others: what it is, and of which seat. */
function placeOf(params: string): string {
  const query = new URLSearchParams(params)
  return `${query.get('what') ?? ''} ${query.get('seat') ?? ''}`
}
