'use client'

import { useState, type KeyboardEvent, type PointerEvent } from 'react'
import { heldPlace } from '@/core/fingering/handPins'
import type { MappedNote } from '@/core/fingering/map'
import { beatOf } from '@/core/music/time'
import { useDesk } from '@/ui/session/DeskProvider'
import { pickedNotes } from '@/ui/session/selectors'
import { chipX, isIn, stringY, type Metrics, type System } from './grid'
import type { rowsOf } from './SystemLayers'

const STEPS: Readonly<Record<string, 1 | -1>> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }

/** How far from its middle the handle can be taken, in pixels. */
const REACH = 14

type Props = { system: System; rows: ReturnType<typeof rowsOf>['rows']; m: Metrics }

/** The end of the pinned position at the picked note: drawn along the notes, or moved by the arrows (with Shift or without) while it has the focus. */
export function HeldEnd({ system, rows, m }: Props) {
  const map = useDesk((d) => d.ensemble[d.seat])
  const note = useDesk((d) => pickedNotes(d, d.seat)[0])
  const timeline = useDesk((d) => d.timeline)
  const holdPlace = useDesk((d) => d.holdPlace)
  const holdPlaceTo = useDesk((d) => d.holdPlaceTo)
  const [drawnTo, setDrawnTo] = useState<number | null>(null)
  const row = rows.find((r) => r.id === map.seat.id)
  const place = note ? heldPlace(map, note.column) : null
  // Where the bracket ends: on an open string after it the hand only waits there.
  const last = place && map.notes.findLast((n) => n.column >= place.from && n.column <= place.to && !n.hold.open)
  if (!row || !place || !last || !isIn(system, last.placed.onset)) return null
  const xOf = (n: MappedNote): number => chipX(system, timeline, n.placed.onset, m) + m.chip / 2
  const y = row.top + stringY(0, row.strings, m) + m.marks
  const x = drawnTo ?? xOf(last)
  const nearest = (at: number): MappedNote | undefined =>
    map.notes
      .filter((n) => n.column >= place.from && isIn(system, n.placed.onset))
      .reduce<MappedNote | undefined>((best, n) => (!best || Math.abs(xOf(n) - at) < Math.abs(xOf(best) - at) ? n : best), undefined)
  const xAt = (e: PointerEvent<SVGGElement>): number => e.clientX - e.currentTarget.ownerSVGElement!.getBoundingClientRect().left
  const key = (e: KeyboardEvent) => {
    const by = STEPS[e.key]
    if (!by || e.ctrlKey || e.metaKey || e.altKey) return
    e.preventDefault()
    e.stopPropagation()
    holdPlace(by)
  }
  const { number } = last.placed.at.measure
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`End of the pinned position, ${place.position}`}
      aria-valuemin={0}
      aria-valuemax={map.notes.at(-1)!.column - place.from}
      aria-valuenow={place.to - place.from}
      aria-valuetext={`to measure ${number}, beat ${beatOf(last.placed.into, last.placed.at.meter)}`}
      className="cursor-ew-resize touch-none"
      onKeyDown={key}
      onPointerDown={(e) => {
        e.stopPropagation()
        e.currentTarget.setPointerCapture(e.pointerId)
        setDrawnTo(xAt(e))
      }}
      onPointerMove={(e) => {
        if (drawnTo !== null) setDrawnTo(xAt(e))
      }}
      onPointerUp={(e) => {
        if (drawnTo === null) return
        setDrawnTo(null)
        const there = nearest(xAt(e))
        if (there && there.column !== place.to) holdPlaceTo(there.column)
      }}
      onPointerCancel={() => setDrawnTo(null)}
    >
      <circle cx={x} cy={y} r={REACH} fill="transparent" />
      {drawnTo !== null && <line x1={xOf(last)} x2={x} y1={y} y2={y} stroke="var(--pinned)" strokeWidth={2.4} strokeDasharray="4 3" />}
      <circle cx={x} cy={y} r={5} fill="var(--sheet)" stroke="var(--pinned)" strokeWidth={2.4} />
    </g>
  )
}
