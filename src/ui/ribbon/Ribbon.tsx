'use client'

import { useMemo, useState } from 'react'
import { SEATS, type Seat } from '@/core/hands/instruments'
import { useDesk } from '../desk/DeskProvider'
import { useShownSpots } from '../desk/useSpots'
import { useLoads } from '../level/useLoads'

/** A measure asks much of a seat when its hand works more than this many times the mean of the piece. */
const HEAVY = 2
/** From this hardness on a spot is marked in the overview. */
const HARD = 0.65

/** One cell a measure, four thin levels in it: the load on each seat, with a mark where a hard spot is. Overview and way around in one. */
export function Ribbon({ findRef }: { findRef: React.RefObject<HTMLInputElement | null> }) {
  const ensemble = useDesk((d) => d.ensemble)
  const piece = useDesk((d) => d.piece)
  const measure = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const timeline = useDesk((d) => d.timeline)
  const pick = useDesk((d) => d.pick)
  const toMeasure = useDesk((d) => d.toMeasure)
  const [missing, setMissing] = useState('')
  const { loads, evenness } = useLoads()
  const spots = useShownSpots()
  const work = useMemo(() => SEATS.map((s) => loads[s].byMeasure.map(Math.round)), [loads])
  const hard = useMemo(() => new Set(spots.filter((x) => x.hard >= HARD).map((x) => `${x.seat} ${x.index}`)), [spots])
  const most = Math.max(1, ...work.flat())
  const mean = work.flat().reduce((a, b) => a + b, 0) / Math.max(1, work.flat().length)
  const { measures } = piece.lines[0]
  const counts = useMemo(() => {
    const byMeasure = new Map<number, number>()
    for (const x of spots) byMeasure.set(x.index, (byMeasure.get(x.index) ?? 0) + 1)
    return byMeasure
  }, [spots])
  const name = (s: Seat) => ensemble[s].instrument.name
  const heavy = measures.filter((_, m) => work.some((w) => w[m] > HEAVY * mean && w[m] > 4)).map((m) => m.number)
  return (
    <div className="flex border-t border-rule bg-paper py-2 pl-3">
      <div className="w-[106px] shrink-0 pr-2 text-[13px] leading-tight">
        <p className="font-semibold">Load</p>
        <p className="text-soft">1 point: a crossing ▴ a hard spot</p>
        <form
          className="mt-1"
          onSubmit={(e) => {
            e.preventDefault()
            const wanted = String(new FormData(e.currentTarget).get('measure') ?? '')
            const found = wanted.trim() !== '' && toMeasure(wanted)
            setMissing(found ? '' : `no measure ${wanted}`)
            if (found) (document.activeElement as HTMLElement | null)?.blur()
          }}
        >
          <label className="flex items-center gap-1">
            <span className="text-soft">to</span>
            <input
              ref={findRef}
              name="measure"
              inputMode="numeric"
              aria-label="Go to measure"
              placeholder="measure /"
              className="w-[78px] rounded border border-rule bg-sheet px-1.5 placeholder:text-soft"
            />
          </label>
        </form>
      </div>
      <div className="min-w-0 grow pr-3">
        <ol className="flex gap-[3px] overflow-x-auto" aria-label="Measures">
          {measures.map((m, i) => {
            const trips = counts.get(i) ?? 0
            const said = `${SEATS.map((s, r) => `${ensemble[s].instrument.name} ${work[r][i]}`).join(', ')}; ${trips === 1 ? '1 spot' : `${trips} spots`}`
            return (
              <li key={i} className="min-w-[22px] grow">
                <button
                  type="button"
                  aria-current={i === measure || undefined}
                  aria-label={`Measure ${m.number}: load ${said}`}
                  title={`Measure ${m.number} · ${said}`}
                  onClick={() => pick(timeline.findIndex((b) => b.first.at.index === i))}
                  className={`block w-full rounded-[3px] border bg-sheet px-[3px] pt-0.5 pb-1 ${i === measure ? 'border-rosin ring-1 ring-rosin' : 'border-rule hover:border-ink'}`}
                >
                  <span className="block text-left text-[11px] leading-none text-soft">{m.number}</span>
                  {work.map((w, r) => {
                    const much = w[i] > HEAVY * mean && w[i] > 4
                    return (
                      <span key={r} className="relative mt-[3px] block h-[5px]">
                        <span
                          className="block h-full rounded-sm"
                          style={{
                            width: `${Math.max(4, (100 * w[i]) / most)}%`,
                            background: much ? 'var(--ochre)' : 'var(--spruce)',
                            opacity: w[i] === 0 ? 0.25 : 1,
                          }}
                        />
                        {hard.has(`${SEATS[r]} ${i}`) && (
                          <svg aria-hidden viewBox="0 0 7 6" className="absolute -top-px right-0 h-1.5 w-[7px]">
                            <path d="M0 6L3.5 0L7 6Z" fill="var(--madder)" stroke="var(--sheet)" strokeWidth={0.8} />
                          </svg>
                        )}
                      </span>
                    )
                  })}
                </button>
              </li>
            )
          })}
        </ol>
        <p className="mt-1 truncate text-[13px] text-soft">
          {missing ? (
            <span className="font-semibold text-madder" role="alert">
              {missing}
            </span>
          ) : (
            <>
              {name(evenness.heaviest)} has most to do ({Math.round(evenness.bySeat[evenness.heaviest])} points),{' '}
              {name(evenness.lightest).toLowerCase()} least ({Math.round(evenness.bySeat[evenness.lightest])}).{' '}
              {heavy.length > 0 && (
                <span className="text-ochre">
                  ▲ more than twice the usual in {heavy.length === 1 ? 'measure' : 'measures'} {heavy.slice(0, 6).join(', ')}
                  {heavy.length > 6 ? ' …' : ''}
                </span>
              )}
            </>
          )}
        </p>
      </div>
    </div>
  )
}
