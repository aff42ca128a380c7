'use client'

import { memo, useCallback, useEffect, useMemo, useRef, useState, type PointerEvent } from 'react'
import { printedLines, shortOf } from '@/core/piece/address'
import type { Line } from '@/core/piece/piece'
import type { Seat, SeatId } from '@/core/seats/seat'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { useShownBySeat } from '@/ui/session/useSpots'
import { setHover } from '@/ui/session/hover'
import { sayMoment } from '@/ui/session/say'
import { BENCH, drawnAround, FIRST_DRAWN, isDrawn, layOutBench, seatHeight, stringY, type BenchLayout, type Drawn } from './grid'
import { SeatLabel } from './SeatLabel'
import { chipX, SeatRow } from './SeatRow'

/** The class in rows, one a seat: time from left to right, every string a line, every note a finger on it. */
export function Bench() {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const timeline = useDesk((d) => d.timeline)
  const moment = useDesk((d) => d.moment)
  const seat = useDesk((d) => d.seat)
  const letters = useDesk((d) => d.rows.includes('letter'))
  const bows = useDesk((d) => d.bows)
  const pick = useDesk((d) => d.pick)
  const spots = useShownBySeat()
  const layout = useMemo(() => layOutBench(timeline), [timeline])
  const seats = useSeats()
  const { rows, height } = useMemo(() => rowsOf(seats), [seats])
  const scroller = useRef<HTMLDivElement>(null)
  const [hovered, setHovered] = useState<number | null>(null)
  const [drawn, setDrawn] = useState(FIRST_DRAWN)
  const see = useCallback(() => {
    const el = scroller.current
    if (!el) return
    const next = drawnAround(el.scrollLeft, el.clientWidth)
    setDrawn((now) => (now.from === next.from && now.to === next.to ? now : next))
  }, [])
  useEffect(() => {
    const el = scroller.current
    if (!el) return
    const watch = new ResizeObserver(see)
    watch.observe(el)
    return () => watch.disconnect()
  }, [see])

  const box = layout.moments[moment]
  useEffect(() => {
    const el = scroller.current
    if (!el || !box) return
    const margin = 80
    if (box.x < el.scrollLeft + margin) el.scrollLeft = Math.max(0, box.x - margin)
    else if (box.x + box.width > el.scrollLeft + el.clientWidth - margin) el.scrollLeft = box.x + box.width - el.clientWidth + margin
  }, [box])

  const at = (e: PointerEvent<SVGSVGElement>): { moment: number; seat: SeatId } | null => {
    const rect = e.currentTarget.getBoundingClientRect()
    const x = e.clientX - rect.left
    const y = e.clientY - rect.top
    const row = rows.findLast((r) => y >= r.top) ?? rows[0]
    let found = layout.moments.findIndex((m) => x < m.x + m.width)
    if (found < 0) found = layout.moments.length - 1
    return found < 0 ? null : { moment: found, seat: row.id }
  }
  return (
    <div className="flex" role="region" aria-label="Bench">
      <div style={{ width: BENCH.side, paddingTop: BENCH.head }} className="shrink-0">
        {rows.map(({ id }) => (
          <SeatLabel key={id} seat={id} />
        ))}
      </div>
      <div
        ref={scroller}
        onScroll={see}
        tabIndex={0}
        role="group"
        aria-label="Notes of the seats; arrow keys move, digits pin a finger"
        className="relative grow overflow-x-auto"
      >
        <svg
          width={layout.width}
          height={height}
          className="block cursor-pointer"
          onPointerMove={(e) => {
            const p = at(e)
            setHovered(p?.moment ?? null)
            setHover(p ? sayMoment({ piece, ensemble, timeline }, p.moment, p.seat) : '')
          }}
          onPointerLeave={() => {
            setHovered(null)
            setHover('')
          }}
          onPointerDown={(e) => {
            const p = at(e)
            if (p) pick(p.moment, p.seat)
          }}
        >
          {hovered !== null && hovered !== moment && (
            <rect
              x={layout.moments[hovered].x - 2}
              y={BENCH.head - 4}
              width={layout.moments[hovered].width}
              height={height - BENCH.head}
              fill="var(--ink)"
              opacity={0.05}
            />
          )}
          {box && (
            <>
              <rect
                x={box.x - 2}
                y={BENCH.head - 4}
                width={Math.max(28, box.width - 3)}
                height={height - BENCH.head}
                rx={3}
                fill="var(--rosin-wash)"
              />
              {rows.map((r) =>
                r.id !== seat ? null : (
                  <rect
                    key={r.id}
                    x={box.x - 2}
                    y={r.top - 4}
                    width={Math.max(28, box.width - 3)}
                    height={r.height - 8}
                    rx={3}
                    fill="none"
                    stroke="var(--rosin)"
                    strokeWidth={2}
                  />
                ),
              )}
            </>
          )}
          <Bars layout={layout} rows={rows} drawn={drawn} line={ensemble[seat].line} />
          {rows.map(({ id: s, top }) => (
            <SeatRow
              key={s}
              piece={piece}
              map={ensemble[s]}
              timeline={timeline}
              layout={layout}
              top={top}
              letters={letters}
              bows={bows}
              spots={spots[s]}
              drawn={drawn}
              label={`${ensemble[s].seat.name}: ${ensemble[s].notes.length} notes`}
            />
          ))}
          {box &&
            rows.flatMap(({ id: s, top, strings }) =>
              ensemble[s].notes
                .filter((n) => n.placed.onset === timeline[moment].onset)
                .map((n, i) => (
                  <circle
                    key={`${s}${i}`}
                    cx={chipX(layout, timeline, n.placed.onset)}
                    cy={top + stringY(n.stop.string, strings)}
                    r={12.5}
                    fill="none"
                    stroke="var(--rosin)"
                    strokeWidth={2}
                  />
                )),
            )}
        </svg>
      </div>
    </div>
  )
}

/** The measures' numbers and lines. */
const Bars = memo(function Bars({
  layout,
  rows,
  drawn,
  line,
}: {
  layout: BenchLayout
  rows: ReturnType<typeof rowsOf>['rows']
  drawn: Drawn
  line: Line
}) {
  const printed = printedLines(line)
  return layout.bars.map((b, i) =>
    !isDrawn(b.x, drawn) ? null : (
      <g key={b.index}>
        <text x={b.x + 2} y={14} fontSize={12.5} fill="var(--soft)">
          {begins(printed, b.index) ?? shortOf(line, b.index)}
        </text>
        {i > 0 &&
          rows.map((r) => (
            <line
              key={r.id}
              x1={b.x - 2}
              x2={b.x - 2}
              y1={r.top + BENCH.letters - 3}
              y2={r.top + stringY(0, r.strings) + 3}
              stroke="var(--soft)"
              strokeWidth={1.2}
            />
          ))}
      </g>
    ),
  )
})

/** "Line 2" at the measure with which a printed line begins. */
function begins(printed: ReturnType<typeof printedLines>, index: number) {
  const n = printed?.findIndex((l) => l.from === index) ?? -1
  return n < 0 ? null : (
    <tspan fontWeight={650} fill="var(--ink)">
      Line {n + 1}
    </tspan>
  )
}

/** Where each seat's row stands, from the top, and how high they are together. */
function rowsOf(seats: readonly Seat[]) {
  let height: number = BENCH.head
  const rows = seats.map(({ id, instrument }) => {
    const row = { id, top: height, height: seatHeight(instrument.strings.length), strings: instrument.strings.length }
    height += row.height
    return row
  })
  return { rows, height }
}
