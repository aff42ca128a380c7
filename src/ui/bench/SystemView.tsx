import { memo, type PointerEvent } from 'react'
import { printedLines, shortOf } from '@/core/piece/address'
import type { Line } from '@/core/piece/piece'
import type { Seat, SeatId } from '@/core/seats/seat'
import { useDesk, useRows } from '@/ui/session/DeskProvider'
import type { Passage } from '@/ui/session/deskStore'
import { setHover } from '@/ui/session/hover'
import { sayAll } from '@/ui/session/say'
import { useShownBySeat } from '@/ui/session/useSpots'
import { chipX, HEAD, isDrawn, isIn, seatHeight, stringY, type DrawnStretch, type Metrics, type System } from './grid'
import { SeatRow } from './SeatRow'

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
}

/** A stretch of the music for all seats, one column a moment. */
export function SystemView({ system, m, height, drawn, hovered, setHovered, said, lit }: Props) {
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
      <Bars system={system} rows={rows} m={m} drawn={drawn} line={ensemble[seat].line} />
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
          label={`${ensemble[id].seat.name}: ${ensemble[id].notes.length} notes`}
        />
      ))}
    </svg>
  )
}

const pickedWidth = (width: number, m: Metrics): number => Math.max(m.pill + 2, width - 4)

const Column = ({ x, width, height }: { x: number; width: number; height: number }) => (
  <rect x={x - 1} y={HEAD - 2} width={width} height={height - HEAD} fill="var(--ink)" opacity={0.05} />
)

/** The measures that what was gone to speaks of, through all seats. */
const Lit = memo(function Lit({ system, lit, height }: { system: System; lit: ReadonlySet<number>; height: number }) {
  return system.bars.map(({ x, index }, i) =>
    lit.has(index) ? (
      <rect
        key={index}
        x={x}
        y={HEAD - 2}
        width={(system.bars[i + 1]?.x ?? system.width) - x - 3}
        height={height - HEAD}
        rx={3}
        fill="var(--pick-wash)"
        opacity={0.55}
      />
    ) : null,
  )
})

/** Rings around what the last change fingers otherwise, for a moment. */
function Changed({ system, rows, m }: { system: System; rows: ReturnType<typeof rowsOf>['rows']; m: Metrics }) {
  const changes = useDesk((d) => d.changes)
  const ensemble = useDesk((d) => d.ensemble)
  const timeline = useDesk((d) => d.timeline)
  return changes?.flatMap(({ seat, events }) => {
    const row = rows.find((r) => r.id === seat)
    if (!row) return []
    const { byEvent } = ensemble[seat]
    return events.flatMap((event) => {
      const note = byEvent.get(event)?.[0]
      return !note || !isIn(system, note.placed.onset) ? (
        []
      ) : (
        <circle
          key={`${seat} ${event}`}
          className="changed"
          cx={chipX(system, timeline, note.placed.onset, m)}
          cy={row.top + stringY(note.stop.string, row.strings, m)}
          r={m.chip / 2 + 5}
          fill="none"
          stroke="var(--pick)"
          strokeWidth={2.5}
          strokeDasharray="4 3"
        />
      )
    })
  })
}

/** Rings around the notes that a panel speaks of. */
function PointedAt({ system, rows, m }: { system: System; rows: ReturnType<typeof rowsOf>['rows']; m: Metrics }) {
  const notes = useDesk((d) => d.pointed?.notes)
  const seat = useDesk((d) => d.seat)
  const byEvent = useDesk((d) => d.ensemble[d.seat].byEvent)
  const timeline = useDesk((d) => d.timeline)
  const row = rows.find((r) => r.id === seat)
  if (!notes || !row) return null
  return notes.flatMap((event) => {
    const note = byEvent.get(event)?.[0]
    if (!note || !isIn(system, note.placed.onset)) return []
    return (
      <circle
        key={event}
        data-pointed={event}
        cx={chipX(system, timeline, note.placed.onset, m)}
        cy={row.top + stringY(note.stop.string, row.strings, m)}
        r={m.chip / 2 + 5}
        fill="none"
        stroke="var(--pick)"
        strokeWidth={2.5}
      />
    )
  })
}

/** A line over the measures of the passage that is picked. */
const InPassage = memo(function InPassage({ system, passage }: { system: System; passage: Passage | null }) {
  return system.bars.map(({ x, index }, i) =>
    passage && index >= passage.from && index <= passage.to ? (
      <line
        key={index}
        x1={x - (index === passage.from ? 0 : 3)}
        x2={(system.bars[i + 1]?.x ?? system.width) - 3}
        y1={HEAD - 4}
        y2={HEAD - 4}
        stroke="var(--pick)"
        strokeWidth={3}
      />
    ) : null,
  )
})

type BarsProps = { system: System; rows: ReturnType<typeof rowsOf>['rows']; m: Metrics; drawn: DrawnStretch; line: Line }

/** The measures' names and lines. */
const Bars = memo(function Bars({ system, rows, m, drawn, line }: BarsProps) {
  const printed = printedLines(line)
  return system.bars.map((b, i) =>
    !isDrawn(b.x, drawn) ? null : (
      <g key={b.index}>
        <text x={b.x + 2} y={14} fontSize={13} fill="var(--soft)">
          {begins(printed, b.index) ?? shortOf(line, b.index)}
        </text>
        {i > 0 &&
          rows.map((r) => (
            <line
              key={r.id}
              x1={b.x - 2}
              x2={b.x - 2}
              y1={r.top + m.letters - 3}
              y2={r.top + stringY(0, r.strings, m) + 3}
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
function rowsOf(seats: readonly Seat[], m: Metrics) {
  let height: number = HEAD
  const rows = seats.map(({ id, instrument }) => {
    const row = { id, top: height, height: seatHeight(instrument.strings.length, m), strings: instrument.strings.length }
    height += row.height
    return row
  })
  return { rows, height }
}
