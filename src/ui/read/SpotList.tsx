'use client'

import { useEffect, useRef, useState } from 'react'
import { INSTRUMENTS, SEATS, type Seat } from '@/core/hands/instruments'
import { aboutKind } from '@/core/reading/spots/detectors'
import type { Spot } from '@/core/reading/spots/spot'
import { useDesk } from '../desk/DeskProvider'
import { useAllSpots, useShownSpots } from '../desk/useSpots'
import { Button } from '../parts/Button'
import { Choice } from '../parts/Choice'
import { Wedge } from '../parts/Wedge'
import { KindList } from './KindList'

type By = 'measure' | 'kind'

/** Everything that trips somebody: by measure, to go through with the class, or by kind, to set what is shown. */
export function SpotList() {
  const [by, setBy] = useState<By>('measure')
  const [seat, setSeat] = useState<Seat | 'all'>('all')
  const shown = useShownSpots()
  const all = useAllSpots()
  const muted = useDesk((d) => d.plan.spots.muted)
  const list = shown.filter((s) => seat === 'all' || s.seat === seat)
  const quiet = all.length - shown.length
  return (
    <div className="flex min-h-0 grow flex-col">
      <div className="flex flex-wrap items-center gap-2 px-3 py-2">
        <Choice
          label="Order"
          value={by}
          onChange={setBy}
          options={[
            ['measure', 'By measure'],
            ['kind', 'By kind'],
          ]}
        />
        {by === 'measure' && (
          <label className="ml-auto flex items-center gap-1.5">
            <span className="sr-only">Seat</span>
            <select
              value={seat}
              onChange={(e) => setSeat(e.target.value as Seat | 'all')}
              className="rounded border border-rule bg-sheet px-1.5 py-1"
            >
              <option value="all">All seats</option>
              {SEATS.map((s) => (
                <option key={s} value={s}>
                  {INSTRUMENTS[s].name}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      {by === 'kind' ? (
        <KindList />
      ) : (
        <>
          <SpotRows spots={list} />
          <p className="border-t border-rule px-3 py-1.5 text-[13px] text-soft">
            {list.length === 0 ? 'Nothing here trips this class.' : `${list.length} shown.`} {quiet} easy or hidden ones are not
            {muted.length > 0 && `, ${muted.length} of them muted`}; “By kind” brings them back.
          </p>
        </>
      )}
    </div>
  )
}

function SpotRows({ spots }: { spots: readonly Spot[] }) {
  const onset = useDesk((d) => d.timeline[d.moment]?.onset)
  const seat = useDesk((d) => d.seat)
  const toSpot = useDesk((d) => d.toSpot)
  const here = useRef<HTMLLIElement>(null)
  const current = spots.find((s) => s.onset === onset && s.seat === seat)
  const [opened, setOpened] = useState<string | null>(null)
  const open = opened && spots.some((s) => s.id === opened && s.onset === onset && s.seat === seat) ? opened : (current?.id ?? null)
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest' })
  }, [open])
  return (
    <ol aria-label="Spots" className="min-h-0 grow overflow-y-auto" tabIndex={0}>
      {spots.map((s, i) => {
        const opens = i === 0 || spots[i - 1].index !== s.index
        return (
          <li key={s.id} ref={s.id === open ? here : undefined} className={`border-t border-rule ${s.id === open ? 'bg-wash/40' : ''}`}>
            {opens && <p className="px-3 pt-1.5 text-[13px] font-semibold text-soft">Measure {s.measure}</p>}
            <button
              type="button"
              aria-expanded={s.id === open}
              onClick={() => {
                setOpened(s.id)
                toSpot(s)
              }}
              className="flex w-full items-start gap-2 px-3 py-1.5 text-left hover:bg-wash/60"
            >
              <span className="mt-[3px]">
                <Wedge hard={s.hard} />
              </span>
              <span className="min-w-0">
                <span className="font-semibold">{INSTRUMENTS[s.seat].name}</span> · {aboutKind(s.kind).name}
                {s.before > 0 && <span className="text-soft"> · again</span>}
                <span className="block leading-snug text-soft">{s.text}</span>
              </span>
            </button>
            {s.id === open && <Opened spot={s} />}
          </li>
        )
      })}
    </ol>
  )
}

function Opened({ spot }: { spot: Spot }) {
  const mute = useDesk((d) => d.mute)
  const setKind = useDesk((d) => d.setKind)
  return (
    <div className="px-3 pb-2 pl-[34px]">
      <p className="leading-snug">{spot.advice}</p>
      <div className="mt-1.5 flex gap-2">
        <Button className="min-h-7 text-sm" onClick={() => mute(spot, true)}>
          Mute this one
        </Button>
        <Button className="min-h-7 text-sm" onClick={() => setKind(spot.kind, 'hide')}>
          Hide this kind
        </Button>
      </div>
    </div>
  )
}
