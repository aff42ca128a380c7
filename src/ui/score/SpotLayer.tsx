'use client'

import { useEffect, useState } from 'react'
import type { SeatId } from '@/core/seats/seat'
import { kindMark, type SaidSpot } from '@/core/words/en/spots/said'
import { eventId } from '@/engrave/ids'
import { useSeats } from '@/ui/session/DeskProvider'
import { wedgeSize } from '@/ui/kit/Wedge'

/** Where a mark stands: left of its note. `over` is the height for a word over the staff, `room` what it has. */
type Mark = {
  readonly spot: SaidSpot
  readonly more: number
  readonly x: number
  readonly y: number
  readonly over: number
  readonly room: number
}

/** About how wide a letter of a mark is, in pixels, and what is left free after it. */
const LETTER = 5.6
const GAP = 6
/** About how long and high a mark is. */
const [WORD, HIGH] = [50, 12]

/** What trips whom, in the engraved score: a wedge by hardness beside the note, and over the top staff a word where there is room. */
export function SpotLayer({
  root,
  spots,
  systems,
}: {
  root: React.RefObject<HTMLDivElement | null>
  spots: readonly SaidSpot[]
  systems: readonly string[]
}) {
  const seats = useSeats()
  const [marks, setMarks] = useState<readonly Mark[]>([])
  // Where the notes lie is known only once the engraving stands in the page.
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      if (root.current) setMarks(placed(root.current, spots, seats[0].id))
    })
    return () => cancelAnimationFrame(frame)
  }, [root, spots, systems, seats])
  return (
    <svg aria-hidden className="pointer-events-none absolute inset-0" style={{ width: '100%', height: '100%' }} fill="var(--madder)">
      {marks.map(({ spot, more, x, y, over, room }) => {
        const s = wedgeSize(spot.hard)
        const word = kindMark(spot.kind) + (more ? ` +${more}` : '')
        return (
          <g key={spot.id}>
            <title>{`${seats.find((x) => x.id === spot.seat)?.name}: ${spot.text}`}</title>
            <path
              d={`M${x - 1.6 * s} ${y - s}L${x} ${y}L${x - 1.6 * s} ${y + s}Z`}
              stroke="var(--sheet)"
              strokeWidth={2}
              paintOrder="stroke"
            />
            {word.length * LETTER < room && (
              <text x={x} y={over} fontSize={11} fontWeight={600} stroke="var(--sheet)" strokeWidth={3} paintOrder="stroke">
                {word}
              </text>
            )}
          </g>
        )
      })}
    </svg>
  )
}

function placed(root: HTMLElement, spots: readonly SaidSpot[], first: SeatId): Mark[] {
  const frame = root.getBoundingClientRect()
  const hardest = new Map<string, { spot: SaidSpot; more: number }>()
  for (const s of spots) {
    const id = eventId(s.seat, s.event)
    const known = hardest.get(id)
    hardest.set(id, !known ? { spot: s, more: 0 } : { spot: s.hard > known.spot.hard ? s : known.spot, more: known.more + 1 })
  }
  const marks = [...hardest].flatMap(([id, { spot, more }]) => {
    const el = document.getElementById(id)
    const staff = el?.closest('g.staff')?.getBoundingClientRect()
    const box = el?.getBoundingClientRect()
    if (!box || !staff) return []
    const head = el?.querySelector('g.notehead')?.getBoundingClientRect() ?? box
    const y = head.top + head.height / 2 - frame.top
    return [{ spot, more, x: box.left - frame.left - 2, y, over: Math.min(box.top, staff.top) - frame.top - 5, room: 0 }]
  })
  // Words of the piece (pizz., dolce) stand over the staff too: a mark goes above those it would cover.
  const words = [...root.querySelectorAll('g.dir')].map((el) => el.getBoundingClientRect())
  const above = (m: Mark): number => {
    const covered = words.filter((w) => {
      const [left, right, top, bottom] = [w.left - frame.left, w.right - frame.left, w.top - frame.top, w.bottom - frame.top]
      return left < m.x + WORD && right > m.x && top < m.over && bottom > m.over - HIGH
    })
    return covered.reduce((y, w) => Math.min(y, w.top - frame.top - 2), m.over)
  }
  // Over the lower staves stand the fingers of the staff above: a word has room only over the top one, up to the next mark.
  return marks.map((m) => {
    if (m.spot.seat !== first) return m
    const beside = marks.filter((o) => o.spot.seat === first && Math.abs(o.over - m.over) < 40 && o.x > m.x)
    return { ...m, over: above(m), room: beside.reduce((n, o) => Math.min(n, o.x), Infinity) - m.x - GAP }
  })
}
