'use client'

import { useCalled } from '@/ui/kit/InClass'
import { headMeasure } from '@/core/piece/address'
import type { SeatId } from '@/core/seats/seat'
import { printedPitch } from '@/core/music/noteName'
import { kindName } from '@/core/words/en/spots/said'
import { SPOT_KINDS, type SpotKind } from '@/core/plan/spotKinds'
import { COST_NAMES, type LoadItem } from '@/core/balance/load'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { Rescues } from './Rescues'
import { finePoints, points, sayPoints, useLoads } from '@/ui/session/useLoads'

const KINDS: ReadonlySet<string> = new Set(SPOT_KINDS)
const nameOf = (what: LoadItem['what']): string => {
  if (!KINDS.has(what)) return COST_NAMES[what as keyof typeof COST_NAMES]
  const name = kindName(what as SpotKind)
  return name[0].toLowerCase() + name.slice(1)
}

/** What the load of the picked measure is made of, seat by seat and note by note, and what could make it easier. */
export function LoadPanel() {
  const called = useCalled()
  const seats = useSeats()
  const index = useDesk((d) => d.timeline[d.moment]?.first.at.index ?? 0)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  return (
    <aside
      aria-label={called('What makes this measure hard')}
      className="flex h-full flex-col overflow-y-auto border-l border-rule bg-sheet"
      tabIndex={0}
    >
      <h2 className="px-4 pt-3 pb-1 font-title text-lg leading-tight">{headMeasure(line, index)}</h2>
      {seats.map((s) => (
        <SeatLoadOf key={s.id} seat={s.id} name={s.name} index={index} />
      ))}
      <div className="border-t border-rule" />
    </aside>
  )
}

function SeatLoadOf({ seat, name, index }: { seat: SeatId; name: string; index: number }) {
  const called = useCalled()
  const { loads } = useLoads()
  const picked = useDesk((d) => d.seat === seat)
  const pick = useDesk((d) => d.pick)
  const moment = useDesk((d) => d.moment)
  const items = loads[seat].items.filter((i) => i.index === index)
  const work = (id: SeatId): number => loads[id].byMeasure[index] ?? 0
  const others = Object.keys(loads).filter((id) => id !== seat)
  const hardest = others.length > 0 && others.every((id) => Math.round(work(id)) < Math.round(work(seat)))
  return (
    <section
      aria-label={name}
      className={`border-t border-l-[3px] border-t-rule px-3 py-2 ${picked ? 'border-l-pick bg-wash/40' : 'border-l-transparent'}`}
    >
      <div className="flex items-baseline justify-between">
        <button type="button" aria-pressed={picked} onClick={() => pick(moment, seat)} className="text-body font-semibold">
          {name}
        </button>
        {hardest && <span className="text-sm text-soft">works hardest here</span>}
      </div>
      <p className={`text-sm leading-snug ${picked ? '' : 'text-soft'}`}>{summary(items)}</p>
      {picked && items.length > 0 && (
        <details>
          <summary className="cursor-pointer text-sm text-link underline underline-offset-2">In figures</summary>
          <p className="text-sm text-soft">{called(`${sayPoints(work(seat))} in this measure`)}</p>
          <ByNote seat={seat} items={items} />
        </details>
      )}
      {picked && <Rescues seat={seat} index={index} />}
    </section>
  )
}

/** The three that weigh most. */
function summary(items: readonly LoadItem[]): string {
  const by = new Map<string, number>()
  for (const i of items) by.set(nameOf(i.what), (by.get(nameOf(i.what)) ?? 0) + i.points)
  const most = [...by].filter(([, p]) => p >= 0.5).sort((a, b) => b[1] - a[1])
  return most.length
    ? most
        .slice(0, 3)
        .map(([name]) => name)
        .join(', ')
    : 'nothing much'
}

/** Note by note, what each adds. */
function ByNote({ seat, items }: { seat: SeatId; items: readonly LoadItem[] }) {
  const byEvent = useDesk((d) => d.ensemble[seat].byEvent)
  const names = useDesk((d) => d.klass.talk.names)
  const events = [...new Set(items.map((i) => i.event))]
  return (
    <ul className="mt-0.5 text-sm leading-snug">
      {events.map((e) => {
        const own = items.filter((i) => i.event === e).sort((a, b) => b.points - a.points)
        const notes = byEvent.get(e)
        const name = notes ? notes.map((n) => printedPitch(names, n.pitch)).join(' ') : 'out of reach'
        return (
          <li key={e} className="grid grid-cols-[52px_1fr_28px] gap-x-2">
            <span className="font-semibold">{name}</span>
            <span>
              {own.map((i, n) => (
                <span key={n}>
                  {n > 0 && ', '}
                  {nameOf(i.what)} <span className="text-soft tabular-nums">{finePoints(i.points)}</span>
                </span>
              ))}
            </span>
            <span className="text-right tabular-nums">{points(own.reduce((n, i) => n + i.points, 0))}</span>
          </li>
        )
      })}
    </ul>
  )
}
