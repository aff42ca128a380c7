'use client'

import { sayTempo } from '@/core/piece/headline'
import { ArrowLeft, Printer } from 'lucide-react'
import Link from 'next/link'
import { useEffect, useMemo, useState } from 'react'
import { Outline } from '@/ui/kit/Outline'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage } from '@/api/address'
import { seatMap } from '@/core/balance/ensemble'
import { seatsOf, type SeatId } from '@/core/seats/seat'
import type { ClassSettings } from '@/core/plan/class'
import type { Plan } from '@/core/plan/plan'
import type { Piece } from '@/core/piece/piece'
import { partOfSeat } from '@/core/part/part'
import { capital, inSentence } from '@/core/names'
import { COMPANION_NAMES } from '@/core/plan/companion'
import { meiOf } from '@/engrave/mei'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { Systems } from '@/ui/score/Systems'
import { useEngraver } from '@/ui/score/useEngraver'
import type { DrillMusic, StockInfo, TodayInfo } from '@/workers/protocol'
import { musicFor, stockFor, todayFor } from '@/ui/session/practiser'
import { sayMinutes } from '@/core/count'
import { sayTimes } from '@/core/count'

type Props = {
  id: string
  title: string
  packed: Packed<{ piece: Piece; plan: Plan }>
  klass: ClassSettings
  seat: SeatId | null
  drill: string | null
}

/** The width of the paper between its margins, in pixels, and how large the notes are on it, in percent. */
const [COLUMN, SCALE, SCALE_ONE] = [690, 30, 40]

/** The warm-up of a piece on paper, or one drill of it: its steps in order with their music, of all seats or one. */
export function WarmupSheet({ packed, ...rest }: Props) {
  return <Unpacked packed={packed}>{(music) => <Sheet {...rest} {...music} />}</Unpacked>
}

type Made = { readonly stock: StockInfo; readonly today: TodayInfo; readonly music: readonly DrillMusic[] }

function Sheet({ id, title, piece, plan, klass, seat: first, drill }: Omit<Props, 'packed'> & { piece: Piece; plan: Plan }) {
  const of = useClassId()
  const [seat, setSeat] = useState(first)
  const [made, setMade] = useState<Made | 'failed' | null>(null)
  const seats = seatsOf(klass)
  useEffect(() => {
    let over = false
    const request = { piece, plan, klass, stretch: null }
    const make = async () => {
      const [stock, today] = [await stockFor(request), await todayFor(request, plan.warmup)]
      const ids = drill === null ? (today?.items.flatMap((x) => (x.drill ? [x.id] : [])) ?? []) : [drill]
      const music = await musicFor(request, ids, plan.warmup)
      if (!over) setMade(today && music ? { stock, today, music } : 'failed')
    }
    make().catch(() => {
      if (!over) setMade('failed')
    })
    return () => {
      over = true
    }
  }, [piece, plan, klass, drill])
  const whose = seats.find((s) => s.id === seat)
  return (
    <div className="min-h-dvh bg-paper">
      <header className="bar not-printed sticky top-0 z-10">
        <Link href={piecePage(of, id, 'warm-up')} aria-label="Back to the warm-up" title="Back to the warm-up" className="tap">
          <ArrowLeft size={19} aria-hidden />
        </Link>
        <h1 className="min-w-0 flex-1 truncate font-title text-lead">Warm-up for {title}</h1>
        <Choice
          label="For whom"
          value={seat ?? 'all'}
          options={[['all', 'all seats'], ...seats.map((s) => [s.id, s.name] as [string, string])]}
          onChange={(v) => setSeat(v === 'all' ? null : v)}
        />
        <Button kind="filled" onClick={() => window.print()} disabled={made === null || made === 'failed'}>
          <Printer size={16} aria-hidden /> Print
        </Button>
      </header>
      <main className="warmup-sheet score">
        <h2 className="font-title text-xl">Warm-up for {title}</h2>
        {made === 'failed' ? (
          <p role="alert" className="mt-4">
            We couldn’t make the drills. Reload the page.
          </p>
        ) : made === null ? (
          <Outline says="Making the drills …" rows={6} />
        ) : (
          <>
            <p>
              {whose ? `${whose.name}. ` : ''}
              {drill === null && `${sayMinutes(made.today.minutes)} in all.`}
            </p>
            {drill !== null && made.music.length === 0 && <p role="alert">This drill is not in the piece any more.</p>}
            <ol>
              {itemsOf(made, drill).map((x, i) => {
                const step = made.stock.steps.find((s) => s.id === x.id)
                const music = made.music.find((m) => m.info.id === x.id)
                return (
                  <li key={x.id} className="warmup-item">
                    {step && (
                      <>
                        <h3>
                          {i + 1}. {step.title} <span className="font-normal">{sayMinutes(step.minutes)}</span>
                        </h3>
                        <p>{step.words}</p>
                        {step.caution && <p className="text-fine">{step.caution}</p>}
                      </>
                    )}
                    {music && (
                      <DrillOnPaper
                        n={i + 1}
                        music={music}
                        klass={klass}
                        seat={whose ? whose.id : null}
                        care={firstCares(made.music).has(x.id)}
                      />
                    )}
                  </li>
                )
              })}
            </ol>
          </>
        )}
      </main>
    </div>
  )
}

/** What stands on the sheet: all of today, or one drill. */
const itemsOf = ({ today, music }: Made, drill: string | null): readonly { readonly id: string }[] =>
  drill === null ? today.items : music.map((m) => ({ id: m.info.id }))

/** The drills that say their caution: each caution once, where it comes first. */
function firstCares(music: readonly DrillMusic[]): ReadonlySet<string> {
  const said = new Set<string>()
  return new Set(
    music.flatMap(({ info }) => {
      if (info.care === null || said.has(info.care)) return []
      said.add(info.care)
      return [info.id]
    }),
  )
}

type OnPaper = { n: number; music: DrillMusic; klass: ClassSettings; seat: SeatId | null; care: boolean }

/** One drill on paper: what, how, and the notes of all seats or one. */
function DrillOnPaper({ n, music, klass, seat, care }: OnPaper) {
  const { info, piece, plan } = music
  const mei = useMemo(() => {
    const all = seatsOf(klass).filter((s) => seat === null || s.id === seat)
    const parts = all.map((s) => partOfSeat(piece, seatMap(piece, plan, klass, s), false))
    return meiOf(piece, { parts, rows: ['string', 'finger'], positions: true, labels: seat === null ? 'each' : false })
  }, [piece, plan, klass, seat])
  const { systems, state } = useEngraver({ mei, width: COLUMN, scale: seat === null ? SCALE : SCALE_ONE })
  const companion = seat === null ? null : info.companions[seat]
  const others = seatsOf(klass).flatMap((s) => {
    const does = info.companions[s.id]
    return seat === null && does ? [`${inSentence(s.name)}: ${COMPANION_NAMES[does]}`] : []
  })
  return (
    <>
      <h3>
        {n}. {info.title}{' '}
        <span className="font-normal">
          {sayTempo(piece.meter, info.tempo)}, {sayTimes(info.times)}, {sayMinutes(info.minutes)}
        </span>
      </h3>
      <p className="text-fine">
        {companion ? `You play along: ${COMPANION_NAMES[companion]}.` : info.purpose}
        {others.length > 0 && ` ${capital(others.join('; '))}.`}
      </p>
      {state === 'failed' ? <p role="alert">We couldn’t draw the notes.</p> : <Systems systems={systems} />}
      {care && <p className="text-fine">{info.care}</p>}
    </>
  )
}
