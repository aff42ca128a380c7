'use client'

import { useEffect, useMemo, useRef, useState, type PointerEvent, type RefObject } from 'react'
import { count } from '@/core/count'
import { addressesOf, headMeasure, sayStretch, shortOf } from '@/core/piece/address'
import type { Line } from '@/core/piece/piece'
import { sayWaits } from '@/core/balance/waits'
import { HARD } from '@/ui/kit/Wedge'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { isBeyond } from '@/ui/session/selectors'
import { useLoads } from '@/ui/session/useLoads'
import { useShownBySeat } from '@/ui/session/useSpots'
import { Cell, type RibbonLane, type CellMark } from './Cell'
import { GoTo } from './GoTo'

/** Cells are drawn where they are seen, in blocks of so many; of a piece of the usual length all at once. */
const BLOCK = 32
const FIRST_SEEN = { from: 0, to: 2 * BLOCK }

/** What is in each measure: its load a seat, the hardest thing in it, and whom the others wait for there. */
function useCells(line: Line) {
  const seats = useSeats()
  const { loads, waits } = useLoads()
  const spots = useShownBySeat()
  return useMemo(() => {
    const addresses = addressesOf(line)
    const work = seats.map((s) => loads[s.id].byMeasure.map(Math.round))
    const cells = line.measures.map((_, m) => {
      const lanes = seats.map((s, r): RibbonLane => ({
        load: work[r][m] ?? 0,
        heavy: waits.some((w) => w.seat === s.id && w.measures.includes(m)),
      }))
      const here = seats.flatMap((s) => spots[s.id].filter((x) => x.index === m))
      const mark: CellMark = here.some(isBeyond) ? 'beyond' : here.some((s) => s.hard >= HARD) ? 'hard' : null
      const beyond = mark === 'beyond' ? ', something not learned yet' : ''
      return {
        index: m,
        label: shortOf(line, m),
        name: headMeasure(line, m),
        begins: m > 0 && addresses !== null && addresses[m].line !== addresses[m - 1].line,
        lanes,
        mark,
        said: `${seats.map((s, r) => `${s.name} ${lanes[r].load}`).join(', ')}; ${count(here.length, 'spot')}${beyond}`,
      }
    })
    return { cells, waits, most: Math.max(1, ...work.flat()) }
  }, [seats, loads, waits, spots, line])
}

/** The measure under a pointer, by the cell that it is over. */
const cellAt = (e: PointerEvent): number | null => {
  const under = document.elementFromPoint(e.clientX, e.clientY)?.closest('[data-measure]')
  return under ? Number(under.getAttribute('data-measure')) : null
}

/** The whole piece in a row: a cell a measure with a thin line of load a seat. Overview, way around, and where a passage is picked. */
export function Ribbon({ findRef }: { findRef: RefObject<HTMLInputElement | null> }) {
  const seats = useSeats()
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const measure = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const passage = useDesk((d) => d.passage)
  const pickMeasure = useDesk((d) => d.pickMeasure)
  const setPassage = useDesk((d) => d.setPassage)
  const { cells, waits, most } = useCells(line)
  const [missing, setMissing] = useState('')
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
  const dragged = useRef<number | null>(null)
  return (
    <div className="ribbon flex shrink-0 border-t border-rule bg-paper py-1.5 pl-3">
      <div className="w-[106px] shrink-0 pr-2 text-fine leading-tight max-sm:hidden">
        <p className="font-semibold">How hard</p>
        <p className="text-soft">one line a seat</p>
      </div>
      <div className="min-w-0 grow pr-3">
        <ol
          ref={row}
          onScroll={see}
          className="flex gap-[3px] overflow-x-auto p-[1px]"
          aria-label="Measures"
          onPointerDown={(e) => {
            dragged.current = e.button === 0 ? cellAt(e) : null
          }}
          onPointerMove={(e) => {
            const from = dragged.current
            const to = e.buttons === 1 ? cellAt(e) : null
            if (from !== null && to !== null && (to !== from || passage)) setPassage(from === to ? null : { from, to })
          }}
          onClick={(e) => {
            const cell = (e.target as Element).closest('[data-measure]')
            if (!cell) return
            const index = Number(cell.getAttribute('data-measure'))
            if (e.shiftKey) setPassage({ from: passage?.from ?? measure, to: index })
            else if (dragged.current === null || dragged.current === index) pickMeasure(index)
            dragged.current = null
          }}
        >
          {cells.map((c, i) => (
            <Cell
              key={i}
              {...c}
              most={most}
              current={i === measure}
              inPassage={passage !== null && i >= passage.from && i <= passage.to}
              drawn={i >= seen.from && i < seen.to}
            />
          ))}
        </ol>
        <div className="ribbon-caption mt-0.5 flex items-center gap-3 text-fine text-soft">
          <p className="min-w-0 grow sm:truncate" role={missing ? 'alert' : undefined}>
            {missing ? <span className="font-semibold text-madder">{missing}</span> : sayWaits(waits, line, seats, 1)}
          </p>
          {passage && (
            <p className="flex shrink-0 items-center gap-2">
              <span className="font-semibold text-accent">{sayStretch(line, passage.from, passage.to)}</span>
              <button type="button" className="text-link underline underline-offset-2" onClick={() => setPassage(null)}>
                whole piece
              </button>
            </p>
          )}
          <GoTo findRef={findRef} onMissing={setMissing} />
        </div>
      </div>
    </div>
  )
}
