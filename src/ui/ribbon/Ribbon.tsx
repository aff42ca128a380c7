'use client'

import { addressesOf, headMeasure, sayMeasures, shortOf } from '@/core/piece/address'
import { useEffect, useMemo, useRef, useState } from 'react'
import { inSentence } from '@/core/names'
import { type SeatId } from '@/core/seats/seat'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { useMapped, useShownBySeat } from '@/ui/session/useSpots'
import { useLoads } from '@/ui/session/useLoads'
import { Cell, type Lane } from './Cell'
import { byPlace } from './places'
import { count } from '@/core/count'

/** Cells are drawn where they are seen, in blocks of so many; of a piece of the usual length all at once. */
const BLOCK = 32
const FIRST_SEEN = { from: 0, to: 2 * BLOCK }

/** A measure asks much of a seat when its hand works more than this many times the mean of the piece. */
const HEAVY = 2

/** One cell a measure with a lane a seat: its load, and a mark at each of its spots. Overview and way around in one. */
export function Ribbon({ findRef }: { findRef: React.RefObject<HTMLInputElement | null> }) {
  const seats = useSeats()
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const measure = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const timeline = useDesk((d) => d.timeline)
  const pick = useDesk((d) => d.pick)
  const toMeasure = useDesk((d) => d.toMeasure)
  const [missing, setMissing] = useState('')
  const { loads, evenness } = useLoads()
  const mapped = useMapped()
  const spots = useShownBySeat()
  const { cells, most, heavy } = useMemo(() => {
    const addresses = addressesOf(line)
    const work = seats.map((s) => loads[s.id].byMeasure.map(Math.round))
    const mean = work.flat().reduce((a, b) => a + b, 0) / Math.max(1, work.flat().length)
    const placed = seats.map((s) => byPlace(mapped.piece, mapped.ensemble[s.id], spots[s.id]))
    const made = line.measures.map((_, m) => {
      const lanes = seats.map((_, r): Lane => {
        const load = work[r][m] ?? 0
        return { load, heavy: load > HEAVY * mean && load > 4, spots: placed[r][m] ?? [] }
      })
      const trips = seats.reduce((n, s) => n + spots[s.id].filter((x) => x.index === m).length, 0)
      const said = `${seats.map((s, r) => `${s.name} ${lanes[r].load}`).join(', ')}; ${count(trips, 'spot')}`
      const begins = m > 0 && addresses !== null && addresses[m].line !== addresses[m - 1].line
      return {
        label: shortOf(line, m),
        name: headMeasure(line, m),
        begins,
        lanes,
        said,
        onPick: () => pick(timeline.findIndex((b) => b.first.at.index === m)),
      }
    })
    return { cells: made, most: Math.max(1, ...work.flat()), heavy: made.flatMap((c, m) => (c.lanes.some((l) => l.heavy) ? [m] : [])) }
  }, [seats, loads, mapped, spots, line, pick, timeline])
  // A long piece is wider than the page: the row goes along.
  const row = useRef<HTMLOListElement>(null)
  const [seen, setSeen] = useState(FIRST_SEEN)
  const see = () => {
    const el = row.current
    if (!el || cells.length === 0) return
    const each = el.scrollWidth / cells.length
    const from = Math.max(0, Math.floor(el.scrollLeft / each / BLOCK - 1) * BLOCK)
    const to = Math.max(FIRST_SEEN.to, Math.ceil((el.scrollLeft + el.clientWidth) / each / BLOCK + 1) * BLOCK)
    setSeen((now) => (now.from === from && now.to === to ? now : { from, to }))
  }
  useEffect(() => {
    row.current?.children[measure]?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  }, [measure])
  const name = (id: SeatId) => seats.find((s) => s.id === id)!.name
  return (
    <div className="flex border-t border-rule bg-paper py-2 pl-3">
      <div className="w-[106px] shrink-0 pr-2 text-fine leading-tight">
        <p className="font-semibold">Load</p>
        <p className="text-soft">1 point: a crossing ▴ a spot, large: hard</p>
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
        <ol ref={row} onScroll={see} className="flex gap-[3px] overflow-x-auto" aria-label="Measures">
          {cells.map((c, i) => (
            <Cell key={i} {...c} most={most} current={i === measure} drawn={i >= seen.from && i < seen.to} />
          ))}
        </ol>
        <p className="mt-1 truncate text-fine text-soft">
          {missing ? (
            <span className="font-semibold text-madder" role="alert">
              {missing}
            </span>
          ) : (
            <>
              {name(evenness.heaviest)} has most to do ({Math.round(evenness.bySeat[evenness.heaviest])} points),{' '}
              {inSentence(name(evenness.lightest))} least ({Math.round(evenness.bySeat[evenness.lightest])}).{' '}
              {heavy.length > 0 && <span className="text-ochre">▲ more than twice the usual in {sayMeasures(line, heavy)}</span>}
            </>
          )}
        </p>
      </div>
    </div>
  )
}
