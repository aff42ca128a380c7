import { type PointerEvent } from 'react'
import type { SeatId } from '@/core/seats/seat'
import { useDesk, useRows } from '@/ui/session/DeskProvider'
import { setHover } from '@/ui/session/hover'
import { sayAll } from '@/ui/session/say'
import { useShownBySeat } from '@/ui/session/useSpots'
import { chipX, HEAD, stringY, type DrawnStretch, type Metrics, type System } from './grid'
import { HeldEnd } from './HeldEnd'
import { SeatRow, type ChildWords } from './SeatRow'
import { Lit, Changed, PointedAt, InPassage, Bars, Column, rowsOf } from './SystemLayers'

type Props = {
  system: System
  m: Metrics
  height: number
  drawn: DrawnStretch
  /** The moment under the pointer. */
  hovered: number | null
  setHovered: (moment: number | null) => void
  /** What is written out at the notes, and the measures that what was gone to speaks of. */
  said: ReadonlySet<string>
  lit: ReadonlySet<number>
  /** It is a child who looks at it. */
  child: ChildWords | null
}

/** A stretch of the music for all seats, one column a moment. */
export function SystemView({ system, m, height, drawn, hovered, setHovered, said, lit, child }: Props) {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const timeline = useDesk((d) => d.timeline)
  const moment = useDesk((d) => d.moment)
  const seat = useDesk((d) => d.seat)
  const letters = useDesk((d) => d.rows.includes('letter'))
  const bows = useDesk((d) => d.bows)
  const klass = useDesk((d) => d.klass)
  const passage = useDesk((d) => d.passage)
  const pick = useDesk((d) => d.pick)
  const spots = useShownBySeat()
  const seats = useRows()
  const { rows } = rowsOf(seats, m)
  const { moments, first } = system
  const box = moments[moment - first]
  const under = hovered !== null && hovered !== moment ? moments[hovered - first] : undefined
  const at = (e: PointerEvent<SVGSVGElement>): { moment: number; seat: SeatId } | null => {
    const rect = e.currentTarget.getBoundingClientRect()
    const [x, y] = [e.clientX - rect.left, e.clientY - rect.top]
    const row = rows.findLast((r) => y >= r.top) ?? rows[0]
    const found = moments.findIndex((b) => x < b.x + b.width)
    return moments.length === 0 ? null : { moment: first + (found < 0 ? moments.length - 1 : found), seat: row.id }
  }
  return (
    <svg
      width={system.width}
      height={height}
      className="block shrink-0 cursor-pointer"
      onPointerMove={(e) => {
        const p = at(e)
        setHovered(p?.moment ?? null)
        setHover(p ? sayAll({ piece, ensemble, timeline, klass }, spots[p.seat], p.moment, p.seat) : '')
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
      <InPassage system={system} passage={passage} />
      <Lit system={system} lit={lit} height={height} />
      {under && <Column x={under.x} width={under.width} height={height} />}
      {box && (
        <>
          <rect x={box.x - 1} y={HEAD - 2} width={pickedWidth(box.width, m)} height={height - HEAD} rx={3} fill="var(--pick-wash)" />
          {rows.map((r) =>
            r.id !== seat ? null : (
              <rect
                key={r.id}
                x={box.x - 1}
                y={r.top - 1}
                width={pickedWidth(box.width, m)}
                height={r.height - m.gap + 2}
                rx={3}
                fill="none"
                stroke="var(--pick)"
                strokeWidth={2}
              />
            ),
          )}
        </>
      )}
      <Bars system={system} rows={rows} m={m} drawn={drawn} line={ensemble[seat].line} child={child !== null} />
      {/* Rings lie under the fingers: a pin's mark stays in front of them. */}
      <Changed system={system} rows={rows} m={m} />
      <PointedAt system={system} rows={rows} m={m} />
      {box &&
        rows.flatMap(({ id, top, strings }) =>
          ensemble[id].notes
            .filter((n) => n.placed.onset === timeline[moment].onset)
            .map((n, i) => (
              <circle
                key={`${id}${i}`}
                cx={chipX(system, timeline, n.placed.onset, m)}
                cy={top + stringY(n.stop.string, strings, m)}
                r={m.chip / 2 + 3.5}
                fill="none"
                stroke="var(--pick)"
                strokeWidth={2}
              />
            )),
        )}
      {rows.map(({ id, top }) => (
        <SeatRow
          key={id}
          piece={piece}
          map={ensemble[id]}
          timeline={timeline}
          system={system}
          m={m}
          top={top}
          letters={letters}
          talk={klass.talk}
          bows={bows}
          spots={spots[id]}
          said={said}
          drawn={drawn}
          child={child}
          label={child ? ensemble[id].seat.name : `${ensemble[id].seat.name}: ${ensemble[id].notes.length} notes`}
        />
      ))}
      <HeldEnd system={system} rows={rows} m={m} />
    </svg>
  )
}

const pickedWidth = (width: number, m: Metrics): number => Math.max(m.pill + 2, width - 4)
