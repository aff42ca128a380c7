import { memo } from 'react'
import { capital } from '@/core/names'
import { addressesOf, placeWords, printedLines, shortOf } from '@/core/piece/address'
import type { Line } from '@/core/piece/piece'
import type { Seat } from '@/core/seats/seat'
import { useDesk } from '@/ui/session/DeskProvider'
import type { Passage } from '@/ui/session/deskStore'
import { chipX, HEAD, isDrawn, isIn, seatHeight, stringY, type DrawnStretch, type Metrics, type System } from './grid'

/** A moment through all rows. */
export const Column = ({ x, width, height }: { x: number; width: number; height: number }) => (
  <rect x={x - 1} y={HEAD - 2} width={width} height={height - HEAD} fill="var(--ink)" opacity={0.05} />
)

/** The measures that what was gone to speaks of, through all seats. */
export const Lit = memo(function Lit({ system, lit, height }: { system: System; lit: ReadonlySet<number>; height: number }) {
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
export function Changed({ system, rows, m }: { system: System; rows: ReturnType<typeof rowsOf>['rows']; m: Metrics }) {
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
export function PointedAt({ system, rows, m }: { system: System; rows: ReturnType<typeof rowsOf>['rows']; m: Metrics }) {
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
export const InPassage = memo(function InPassage({ system, passage }: { system: System; passage: Passage | null }) {
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

type BarsProps = { system: System; rows: ReturnType<typeof rowsOf>['rows']; m: Metrics; drawn: DrawnStretch; line: Line; child: boolean }

/** The measures' names and lines. */
export const Bars = memo(function Bars({ system, rows, m, drawn, line, child }: BarsProps) {
  const printed = printedLines(line)
  return system.bars.map((b, i) =>
    !isDrawn(b.x, drawn) ? null : (
      <g key={b.index}>
        <text x={b.x + 2} y={14} fontSize={13} fill="var(--soft)">
          {begins(printed, line, b.index) ?? (child ? inItsLine(line, b.index) : shortOf(line, b.index))}
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

/** A measure by its number alone, in the printed line where there are lines. */
function inItsLine(line: Line, index: number): string {
  const at = addressesOf(line)?.[index]
  return at ? (at.measure > 0 ? `${at.measure}` : '') : shortOf(line, index)
}

/** "Line 2" at the measure with which a printed line begins. */
function begins(printed: ReturnType<typeof printedLines>, line: Line, index: number) {
  const n = printed?.findIndex((l) => l.from === index) ?? -1
  return n < 0 ? null : (
    <tspan fontWeight={650} fill="var(--ink)">
      {capital(placeWords(line).line(n + 1))}
    </tspan>
  )
}

/** Where each seat's row stands, from the top, and how high they are together. */
export function rowsOf(seats: readonly Seat[], m: Metrics) {
  let height: number = HEAD
  const rows = seats.map(({ id, instrument }) => {
    const row = { id, top: height, height: seatHeight(instrument.strings.length, m), strings: instrument.strings.length }
    height += row.height
    return row
  })
  return { rows, height }
}
