'use client'

import { useEffect, useState } from 'react'
import { INSTRUMENTS, SEATS } from '@/core/hands/instruments'
import { aboutKind } from '@/core/reading/spots/detectors'
import type { Spot } from '@/core/reading/spots/spot'
import { eventId } from '@/engrave/mei'
import { wedgeSize } from '../parts/Wedge'

type Mark = { readonly spot: Spot; readonly more: number; readonly x: number; readonly y: number; readonly room: number }

/** About how wide a letter of a mark is, in pixels, and what the wedge takes. */
const LETTER = 5.6
const WEDGE = 14

/** What trips whom, over the engraved notes: a wedge by hardness over each note, and a word where there is room. */
export function SpotLayer({
  root,
  spots,
  systems,
}: {
  root: React.RefObject<HTMLDivElement | null>
  spots: readonly Spot[]
  systems: readonly string[]
}) {
  const [marks, setMarks] = useState<readonly Mark[]>([])
  // Where the notes lie is known only once the engraving stands in the page.
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      if (root.current) setMarks(placed(root.current, spots))
    })
    return () => cancelAnimationFrame(frame)
  }, [root, spots, systems])
  return (
    <svg aria-hidden className="pointer-events-none absolute inset-0" style={{ width: '100%', height: '100%' }} fill="var(--madder)">
      {marks.map(({ spot, more, x, y, room }) => {
        const s = wedgeSize(spot.hard)
        const word = aboutKind(spot.kind).mark + (more ? ` +${more}` : '')
        return (
          <g key={spot.id}>
            <title>{`${INSTRUMENTS[spot.seat].name}: ${spot.text}`}</title>
            <path d={`M${x - s} ${y - s * 0.8}L${x} ${y + s}L${x + s} ${y - s * 0.8}Z`} />
            {word.length * LETTER < room && (
              <text x={x + 7} y={y + 3} fontSize={11} fontWeight={600} stroke="var(--sheet)" strokeWidth={3} paintOrder="stroke">
                {word}
              </text>
            )}
          </g>
        )
      })}
    </svg>
  )
}

function placed(root: HTMLElement, spots: readonly Spot[]): Mark[] {
  const frame = root.getBoundingClientRect()
  const hardest = new Map<string, { spot: Spot; more: number }>()
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
    return [{ spot, more, x: box.left + box.width / 2 - frame.left, y: Math.min(box.top, staff.top) - frame.top - 7, room: 0 }]
  })
  // Over the lower staves stand the fingers of the staff above: a word has room only over the top one, up to the next mark.
  return marks.map((m) => {
    if (m.spot.seat !== SEATS[0]) return m
    const beside = marks.filter((o) => o.spot.seat === SEATS[0] && Math.abs(o.y - m.y) < 24 && o.x > m.x)
    return { ...m, room: beside.reduce((n, o) => Math.min(n, o.x), Infinity) - m.x - WEDGE }
  })
}
