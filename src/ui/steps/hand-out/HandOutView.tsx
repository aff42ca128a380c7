'use client'

import { useRouter } from 'next/navigation'
import { useCallback, useOptimistic, useTransition } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { pieceApi, piecePage } from '@/api/address'
import { useKeys } from '@/ui/kit/keys'
import { STEP_KEYS } from '../keys'
import type { Step } from '../step'
import { handOutParams, sheetsOf, type HandOut } from '@/api/handOut'
import type { Seats } from './Whom'
import type { SeatId } from '@/core/seats/seat'
import { HandOutBar } from './HandOutBar'
import { HandOutPanel } from './HandOutPanel'
import { Sheets } from './Sheets'
import { useSheets } from './useSheets'

type Props = {
  id: string
  title: string
  seats: Seats
  others: readonly { readonly id: string; readonly title: string }[]
  wanted: HandOut
}

/** What the class takes home: who gets what at the left, beside it the sheets as they are printed. */
export function HandOutView({ id, title, seats, others, wanted: shown }: Props) {
  const of = useClassId()
  const router = useRouter()
  // A choice answers at once; the paper follows when it is engraved.
  const [wanted, setWanted] = useOptimistic(shown)
  const [, start] = useTransition()
  const change = (by: Partial<HandOut>) => {
    const next = { ...wanted, ...by }
    start(() => {
      setWanted(next)
      router.replace(`${piecePage(of, id, 'print')}?${handOutParams(next)}`, { scroll: false })
    })
  }
  useKeys(
    STEP_KEYS,
    useCallback(() => ({ toStep: (s: Step) => router.push(s.path(of, id)) }), [router, of, id]),
  )
  const sheets = useSheets(
    id,
    sheetsOf(
      wanted,
      seats.map((s) => s.id),
    ),
  )
  const pages = sheets.reduce((n, s) => n + (s.made?.ok ? s.made.sheet.pages.length : 0), 0)
  const names = new Map<SeatId | null, string>([...seats.map((s) => [s.id, s.name] as const), [null, 'the teacher']])
  return (
    <>
      <HandOutBar
        id={id}
        title={title}
        pages={pages}
        making={sheets.some((s) => s.making)}
        students={wanted.students}
        file={sheets.length > 0 ? pieceApi(of, id, `/pdf?${handOutParams(wanted)}`) : null}
      />
      <main className="hand-out">
        <h1 className="sr-only">{title}: print & share</h1>
        <HandOutPanel id={id} seats={seats} others={others} wanted={wanted} change={change} sheets={sheets} />
        {sheets.length > 0 ? (
          <Sheets paper={wanted.paper} sheets={sheets} names={names} />
        ) : (
          <p className="not-printed mx-auto max-w-md px-6 py-16 text-soft">Nothing chosen yet. On the left, tick who gets what.</p>
        )}
      </main>
    </>
  )
}
