'use client'

import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react'
import { printedLines } from '@/core/piece/address'
import { useDesk, useRows } from '@/ui/session/DeskProvider'
import { useSaid } from '@/ui/session/useSaid'
import { ALL_DRAWN, drawnAround, FIRST_DRAWN, fitting, layOutBench, SIDE, systemHeight, USUAL_ROOM, type BenchRoom } from './grid'
import { SeatLabel } from './SeatLabel'
import type { ChildWords } from './SeatRow'
import { SystemView } from './SystemView'

/** The room of an element, followed as it changes. */
function useRoom(ref: RefObject<HTMLDivElement | null>): BenchRoom {
  const [room, setRoom] = useState(USUAL_ROOM)
  useEffect(() => {
    const el = ref.current
    if (!el) return
    const watch = new ResizeObserver(() =>
      setRoom((now) => {
        const next = { width: el.clientWidth, height: el.clientHeight }
        return now.width === next.width && now.height === next.height ? now : next
      }),
    )
    watch.observe(el)
    return () => watch.disconnect()
  }, [ref])
  return room
}

/** A scroll bar's height along the lower edge. */
const SCROLLBAR = 14

/**
 * The class in rows, one a seat: time from left to right, every string a line, every note a finger on it. It grows to the
 * room there is: in one system that goes along the page, or in several down the page where at least two fit. `fixed`: it is
 * only looked at, by that name, as a drill is: nothing of it can be changed there. `child`: strings and fingers alone, and no
 * mark that a child would have to be told of.
 */
export function Bench({ fixed = null, child = null }: { fixed?: string | null; child?: ChildWords | null }) {
  const timeline = useDesk((d) => d.timeline)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const seats = useRows()
  const root = useRef<HTMLDivElement>(null)
  const room = useRoom(root)
  const { metrics, systems, down } = useMemo(() => {
    const strings = seats.map((s) => s.instrument.strings.length)
    const along = { ...room, height: room.height - SCROLLBAR }
    const alone = fitting(strings, along, 1).metrics
    const one = layOutBench(timeline, alone)
    const width = room.width - SIDE
    const two = fitting(strings, room, 2)
    if (one[0].width <= width || two.shown < 2) return { metrics: alone, systems: one, down: false }
    const begins = new Set((printedLines(line) ?? []).map((l) => l.from))
    const least = layOutBench(timeline, two.metrics, width, begins).length
    const { metrics: grown } = fitting(strings, room, least)
    return { metrics: grown, systems: layOutBench(timeline, grown, width, begins), down: true }
  }, [seats, timeline, line, room])
  const height = systemHeight(
    seats.map((s) => s.instrument.strings.length),
    metrics,
  )
  const [hovered, setHovered] = useState<number | null>(null)
  const shown = { m: metrics, height, hovered, setHovered, child, ...useSaid() }
  return (
    <div ref={root} role="region" aria-label={child && fixed ? fixed : 'Bench'} className="h-full overflow-x-hidden overflow-y-auto">
      {down ? (
        <Down systems={systems} height={height} room={room} fixed={fixed}>
          {(i, drawn) => (
            <div className="flex" style={{ height }}>
              <Labels metrics={metrics} plain={fixed !== null || i > 0} />
              {drawn && <SystemView {...shown} system={systems[i]} drawn={ALL_DRAWN} />}
            </div>
          )}
        </Down>
      ) : (
        <div className="flex">
          <Labels metrics={metrics} plain={fixed !== null} />
          <Along system={systems[0]} fixed={fixed}>
            {(drawn) => <SystemView {...shown} system={systems[0]} drawn={drawn} />}
          </Along>
        </div>
      )}
    </div>
  )
}

type Layout = ReturnType<typeof layOutBench>

function Labels({ metrics, plain = false }: { metrics: ReturnType<typeof fitting>['metrics']; plain?: boolean }) {
  const seats = useRows()
  return (
    <div style={{ width: SIDE, paddingTop: systemHeight([], metrics) }} className="shrink-0">
      {seats.map((s) => (
        <SeatLabel key={s.id} seat={s.id} m={metrics} plain={plain} />
      ))}
    </div>
  )
}

const NOTES = {
  tabIndex: 0,
  'data-music': true,
  role: 'group',
  'aria-label': 'Notes of each seat. Arrow keys move, number keys pin a finger',
} as const
/** The notes of a bench that is only looked at, by its name. */
const lookedAt = (name: string) => ({ tabIndex: 0, role: 'group', 'aria-label': name }) as const

/** One system as long as the piece: it goes along with what is picked, and draws what is seen. */
function Along({
  system,
  fixed,
  children,
}: {
  system: Layout[number]
  fixed: string | null
  children: (drawn: typeof FIRST_DRAWN) => React.ReactNode
}) {
  const scroller = useRef<HTMLDivElement>(null)
  const [drawn, setDrawn] = useState(FIRST_DRAWN)
  const moment = useDesk((d) => d.moment)
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
  const box = system.moments[moment]
  useEffect(() => {
    const el = scroller.current
    if (!el || !box) return
    const margin = 80
    if (box.x < el.scrollLeft + margin) el.scrollLeft = Math.max(0, box.x - margin)
    else if (box.x + box.width > el.scrollLeft + el.clientWidth - margin) el.scrollLeft = box.x + box.width - el.clientWidth + margin
  }, [box])
  return (
    <div ref={scroller} onScroll={see} {...(fixed === null ? NOTES : lookedAt(fixed))} className="relative grow overflow-x-auto">
      {children(drawn)}
    </div>
  )
}

type DownProps = {
  systems: Layout
  height: number
  room: BenchRoom
  fixed: string | null
  children: (i: number, drawn: boolean) => React.ReactNode
}

/** Systems down the page: those near what is seen are drawn, and the one with what is picked is in sight. */
function Down({ systems, height, room, fixed, children }: DownProps) {
  const inside = useRef<HTMLDivElement>(null)
  const [top, setTop] = useState(0)
  const moment = useDesk((d) => d.moment)
  const here = systems.findLastIndex((s) => s.first <= moment)
  useEffect(() => {
    const scroller = inside.current?.parentElement
    if (!scroller) return
    const see = () => setTop(Math.floor(scroller.scrollTop / height))
    scroller.addEventListener('scroll', see, { passive: true })
    return () => scroller.removeEventListener('scroll', see)
  }, [height])
  useEffect(() => {
    const scroller = inside.current?.parentElement
    if (!scroller) return
    const [from, to] = [here * height, (here + 1) * height]
    if (from < scroller.scrollTop) scroller.scrollTo({ top: from })
    else if (to > scroller.scrollTop + scroller.clientHeight) scroller.scrollTo({ top: to - scroller.clientHeight })
  }, [here, height])
  const seen = Math.ceil(room.height / height) + 1
  return (
    <div ref={inside} {...(fixed === null ? NOTES : lookedAt(fixed))}>
      {systems.map((s, i) => (
        <div key={s.first}>{children(i, i >= top - seen && i <= top + 2 * seen)}</div>
      ))}
    </div>
  )
}
