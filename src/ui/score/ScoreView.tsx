'use client'

import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { partOfSeat } from '@/core/part/part'
import { mapsOf } from '@/core/balance/ensemble'
import { answerAt } from '@/core/balance/timeline'
import { eventId, eventIdIn, rowId } from '@/engrave/ids'
import { meiOf } from '@/engrave/mei'
import { ROWS, rowText } from '@/engrave/rows'
import { useDesk } from '@/ui/session/DeskProvider'
import { useShownSpots } from '@/ui/session/useSpots'
import { SpotLayer } from './SpotLayer'
import { Systems } from './Systems'
import { useEngraver } from './useEngraver'
import { useWidth } from './useWidth'

const SCALE = 38

/** How long a pinned score shows patched numerals before it is engraved anew, in milliseconds. */
const SETTLE = 900

type Box = { left: number; top: number; width: number; height: number }

/** The engraved score of the class with rows under each staff; the same moment is picked here as on the bench. */
export function ScoreView() {
  const piece = useDesk((d) => d.piece)
  const ensemble = useDesk((d) => d.ensemble)
  const rows = useDesk((d) => d.rows)
  const bows = useDesk((d) => d.bows)
  const talk = useDesk((d) => d.klass.talk)
  const timeline = useDesk((d) => d.timeline)
  const moment = useDesk((d) => d.moment)
  const pick = useDesk((d) => d.pick)
  const spots = useShownSpots()
  const [column, width] = useWidth<HTMLDivElement>()
  const settled = useSettled(ensemble)
  const mei = useMemo(() => {
    const parts = mapsOf(settled).map((m) => partOfSeat(piece, m, bows))
    return meiOf(piece, { parts, rows, positions: true, labels: true, letters: talk })
  }, [piece, settled, rows, bows, talk])
  const { systems, state } = useEngraver(width > 200 ? { mei, width: width - 8, scale: SCALE } : null)
  const [box, setBox] = useState<Box | null>(null)
  const sheet = useRef<HTMLDivElement>(null)

  // A changed finger patches its numeral at once; the engraving follows when the hand rests.
  useLayoutEffect(() => {
    for (const map of mapsOf(ensemble)) {
      const part = partOfSeat(piece, map, false)
      for (const e of part.measures.flatMap((m) => m.events)) {
        const finger = document.getElementById(rowId(part.id, e.event.id, 'finger'))
        finger?.classList.toggle(
          'pinned',
          e.heads.some((h) => h.note?.pinned && !h.note.held),
        )
        for (const row of ROWS) {
          const span = document.getElementById(rowId(part.id, e.event.id, row))?.querySelector('text tspan tspan')
          const text = rowText(part, e, row, talk)
          if (span && span.textContent !== text) span.textContent = text
        }
      }
    }
  }, [ensemble, piece, systems, talk])

  useLayoutEffect(() => {
    const root = sheet.current
    const beat = timeline[moment]
    if (!root || !beat) return
    root.querySelectorAll('.picked').forEach((el) => el.classList.remove('picked'))
    const rects: DOMRect[] = []
    for (const map of mapsOf(ensemble)) {
      const answer = answerAt(piece, map, beat.onset)
      const el = answer && document.getElementById(eventId(map.seat.id, answer.placed.event.id))
      if (!el) continue
      el.classList.add('picked')
      rects.push(el.getBoundingClientRect())
    }
    const system = root.querySelector('.picked')?.closest('.system')
    if (!system) return setBox(null)
    const [frame, own] = [system.getBoundingClientRect(), root.getBoundingClientRect()]
    const [left, right] = [Math.min(...rects.map((r) => r.left)), Math.max(...rects.map((r) => r.right))]
    setBox({ left: left - own.left - 6, top: frame.top - own.top, width: right - left + 12, height: frame.height })
    system.scrollIntoView({ block: 'nearest' })
  }, [moment, timeline, ensemble, piece, systems])

  const onPointer = (e: React.PointerEvent<HTMLDivElement>) => {
    const system = (e.target as Element).closest('.system')
    if (!system) return
    let best: { el: Element; far: number } | null = null
    for (const el of system.querySelectorAll('g.note[id*="--"], g.chord[id*="--"], g.rest[id*="--"], g.mRest[id*="--"]')) {
      const r = el.getBoundingClientRect()
      const far = Math.hypot(e.clientX - (r.left + r.width / 2), (e.clientY - (r.top + r.height / 2)) / 2)
      if (!best || far < best.far) best = { el, far }
    }
    const found = best && eventIdIn(best.el.id)
    if (!found || !(found.seat in ensemble)) return
    const { seat, event } = found
    const placed = ensemble[seat].moments.flatMap((m) => m.events).find((p) => p.event.id === event)
    const onset = placed?.onset ?? timeline.find((b) => b.first.event.id === event)?.onset
    const index = timeline.findIndex((b) => b.onset === onset)
    if (index >= 0) pick(index, seat)
  }

  return (
    <div className="h-full overflow-y-auto px-4 py-3" role="region" aria-label="Score" tabIndex={0}>
      <div ref={column}>
        <div ref={sheet} className="score relative rounded-md bg-sheet p-1" onPointerDown={onPointer}>
          {box && (
            <div
              aria-hidden
              className="pointer-events-none absolute rounded-sm bg-wash mix-blend-multiply dark:mix-blend-screen"
              style={{ ...box }}
            />
          )}
          <Systems systems={systems} />
          <SpotLayer root={sheet} spots={spots} systems={systems} />
          {systems.length === 0 && (
            <p className="p-8 text-soft">
              {state === 'failed' ? 'We couldn’t draw the score. Reload the page, or use the bench.' : 'Drawing the score …'}
            </p>
          )}
        </div>
      </div>
    </div>
  )
}

/** The value once it has not changed for a while; the first one at once. */
function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), SETTLE)
    return () => clearTimeout(timer)
  }, [value])
  return settled
}
