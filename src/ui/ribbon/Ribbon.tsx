'use client'

import { useMemo, useState } from 'react'
import { SEATS } from '@/core/hands/instruments'
import { workByMeasure } from '@/core/fingering/work'
import { useDesk } from '../desk/DeskProvider'

/** A measure asks much of a seat when its hand works more than this many times the mean of the piece. */
const HEAVY = 2

/** One cell a measure, four thin levels in it: how much each seat's hand has to do. Overview and way around in one. */
export function Ribbon({ findRef }: { findRef: React.RefObject<HTMLInputElement | null> }) {
  const ensemble = useDesk((d) => d.ensemble)
  const piece = useDesk((d) => d.piece)
  const measure = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const timeline = useDesk((d) => d.timeline)
  const pick = useDesk((d) => d.pick)
  const toMeasure = useDesk((d) => d.toMeasure)
  const [missing, setMissing] = useState('')
  const work = useMemo(() => SEATS.map((s) => workByMeasure(ensemble[s])), [ensemble])
  const most = Math.max(1, ...work.flat())
  const mean = work.flat().reduce((a, b) => a + b, 0) / Math.max(1, work.flat().length)
  const { measures } = piece.lines[0]
  const worst = SEATS.map((s, i) => ({ name: ensemble[s].instrument.name, sum: work[i].reduce((a, b) => a + b, 0) })).sort(
    (a, b) => b.sum - a.sum,
  )
  const heavy = measures.filter((_, m) => work.some((w) => w[m] > HEAVY * mean && w[m] > 4)).map((m) => m.number)
  return (
    <div className="flex border-t border-rule bg-paper py-2 pl-3">
      <div className="w-[106px] shrink-0 pr-2 text-[13px] leading-tight">
        <p className="font-semibold">Hand work</p>
        <p className="text-soft">1 point is about one crossing</p>
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
            const said = SEATS.map((s, r) => `${ensemble[s].instrument.name} ${work[r][i]}`).join(', ')
            return (
              <li key={i} className="min-w-[22px] grow">
                <button
                  type="button"
                  aria-current={i === measure || undefined}
                  aria-label={`Measure ${m.number}: hand work ${said}`}
                  title={`Measure ${m.number} · ${said}`}
                  onClick={() => pick(timeline.findIndex((b) => b.first.at.index === i))}
                  className={`block w-full rounded-[3px] border bg-sheet px-[3px] pt-0.5 pb-1 ${i === measure ? 'border-rosin ring-1 ring-rosin' : 'border-rule hover:border-ink'}`}
                >
                  <span className="block text-left text-[11px] leading-none text-soft">{m.number}</span>
                  {work.map((w, r) => {
                    const much = w[i] > HEAVY * mean && w[i] > 4
                    return (
                      <span key={r} className="mt-[3px] block h-[5px]">
                        <span
                          className="block h-full rounded-sm"
                          style={{
                            width: `${Math.max(4, (100 * w[i]) / most)}%`,
                            background: much ? 'var(--ochre)' : 'var(--spruce)',
                            opacity: w[i] === 0 ? 0.25 : 1,
                          }}
                        />
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
              {worst[0].name} has most to do ({worst[0].sum} points), {worst[3].name.toLowerCase()} least ({worst[3].sum}).{' '}
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
