'use client'

import { ArrowLeft } from 'lucide-react'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { Outline } from '@/ui/kit/Outline'
import { useClassId } from '@/ui/kit/InClass'
import { pieceApi, piecePage } from '@/api/address'
import { standReply, type SheetQuery, type StandReply } from '@/api/handOut'
import type { SeatId } from '@/core/seats/seat'
import { Choice } from '@/ui/kit/Choice'
import { Larger } from '@/ui/kit/Larger'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { Systems } from '@/ui/score/Systems'
import { useWidth } from '@/ui/score/useWidth'

type Wanted = Omit<SheetQuery, 'what' | 'paper' | 'size'> & { readonly seat: SeatId }
type Props = { id: string; title: string; seats: readonly { id: SeatId; name: string }[]; wanted: Wanted }

/** Sizes of the notes on a screen, in percent of the engraver's; the smallest is still read at arm's length. */
const SCALES = [40, 48, 58, 70, 84, 100] as const
/** Below this width, in pixels, a screen is held upright in a hand: it begins one size smaller. */
const NARROW = 600

/** One seat's part on a screen: broken anew to its width, in notes as large as the reader wants them. */
export function StandView({ id, title, seats, wanted }: Props) {
  const of = useClassId()
  const [seat, setSeat] = useState(wanted.seat)
  const [step, setStep] = useState<number | null>(null)
  const [column, width] = useWidth<HTMLDivElement>()
  const [made, setMade] = useState<{ of: string; reply: StandReply } | null>(null)
  const at = step ?? (width < NARROW ? 1 : 2)
  const query = new URLSearchParams({
    seat,
    much: wanted.much,
    marks: wanted.marks.join(','),
    width: `${width}`,
    scale: `${SCALES[at]}`,
    ...(wanted.p ? { p: `${wanted.p.from}~${wanted.p.to}` } : {}),
  }).toString()
  useEffect(() => {
    if (width < 200) return
    const control = new AbortController()
    fetch(pieceApi(of, id, `/systems?${query}`), { signal: control.signal })
      .then(async (r) => setMade({ of: query, reply: standReply.parse(await r.json()) }))
      .catch((e: unknown) => {
        if ((e as Error).name !== 'AbortError')
          setMade({ of: query, reply: { ok: false, problem: 'No answer from Even Seat. Is it still running?' } })
      })
    return () => control.abort()
  }, [of, id, query, width])
  const choose = (next: SeatId) => {
    setSeat(next)
    const address = new URL(window.location.href)
    address.searchParams.set('seat', next)
    window.history.replaceState(null, '', address)
  }
  return (
    <div className="flex min-h-dvh flex-col bg-sheet">
      <header className="bar sticky top-0 z-10">
        <Link href={piecePage(of, id, 'print')} aria-label="Back to Print & share" title="Back to Print & share" className="tap">
          <ArrowLeft size={19} aria-hidden />
        </Link>
        <h1 className="min-w-0 flex-1 truncate font-title text-lead" title={title}>
          {title}
        </h1>
        <div className="flex items-center gap-1">
          <Larger at={at} last={SCALES.length - 1} set={setStep} />
          <ThemeButton />
        </div>
        <Choice label="Seat" value={seat} options={seats.map((s) => [s.id, s.name] as const)} onChange={choose} />
      </header>
      <main className="flex-1 px-2 py-3 sm:px-6" aria-label={`${title}, ${seats.find((s) => s.id === seat)?.name ?? ''}`}>
        <div ref={column} className="score mx-auto max-w-5xl">
          {made?.reply.ok ? (
            <Systems systems={made.reply.systems} />
          ) : made?.reply.ok === false ? (
            <p role="alert" className="p-8 text-soft">
              We couldn’t make the part. {made.reply.problem}
            </p>
          ) : (
            <Outline says="Drawing the part …" rows={6} />
          )}
        </div>
      </main>
    </div>
  )
}
