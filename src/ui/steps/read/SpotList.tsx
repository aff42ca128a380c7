'use client'

import { useCalled } from '@/ui/kit/InClass'
import { useEffect, useMemo, useRef, useState } from 'react'
import { capital } from '@/core/names'
import { saySeats, type SeatId } from '@/core/seats/seat'
import { kindName, type SaidSpot } from '@/core/words/en/spots/said'
import { together } from '@/core/words/en/together'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { kindShown, muted } from '@/ui/session/edits'
import { useAllSpots, useShownSpots } from '@/ui/session/useSpots'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { Wedge } from '@/ui/kit/Wedge'
import { KindList } from './KindList'
import { Select } from '@/ui/kit/Select'

type By = 'measure' | 'kind'

/** Everything that trips somebody: by measure, to go through with the class, or by kind, to set what is shown. */
export function SpotList() {
  const called = useCalled()
  const [by, setBy] = useState<By>('measure')
  const [seat, setSeat] = useState<SeatId | 'all'>('all')
  const seats = useSeats()
  const shown = useShownSpots()
  const all = useAllSpots()
  const quiets = useDesk((d) => d.plan.spots.muted)
  const list = useMemo(() => shown.filter((s) => seat === 'all' || s.seat === seat), [shown, seat])
  const quiet = all.length - shown.length
  return (
    <div className="flex min-h-0 grow flex-col">
      <div className="flex flex-wrap items-center gap-2 px-3 py-2">
        <Choice
          label="Order"
          value={by}
          onChange={setBy}
          options={[
            ['measure', called('By measure')],
            ['kind', 'By kind'],
          ]}
        />
        {by === 'measure' && (
          <label className="ml-auto flex items-center gap-1.5">
            <span className="sr-only">Seat</span>
            <Select value={seat} onChange={(e) => setSeat(e.target.value as SeatId | 'all')}>
              <option value="all">All seats</option>
              {seats.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Select>
          </label>
        )}
      </div>
      {by === 'kind' ? (
        <KindList />
      ) : (
        <>
          <SpotRows spots={list} />
          <p className="border-t border-rule px-3 py-1.5 text-fine text-soft">
            {list.length === 0 ? 'No places to watch for this class.' : `${list.length} shown.`} {quiet} easy or hidden ones aren’t shown
            {quiets.length > 0 && `, ${quiets.length} of them hidden by you`}. “By kind” brings them back.
          </p>
        </>
      )}
    </div>
  )
}

/** How many are listed at once. */
const PART = 200

function SpotRows({ spots }: { spots: readonly SaidSpot[] }) {
  const seats = useSeats()
  const onset = useDesk((d) => d.timeline[d.moment]?.onset)
  const seat = useDesk((d) => d.seat)
  const spot = useDesk((d) => d.spot)
  const toSpot = useDesk((d) => d.toSpot)
  const here = useRef<HTMLLIElement>(null)
  const groups = useMemo(() => together(spots).map((g) => ({ ...g, id: g.spots[0].id })), [spots])
  const atHand = groups.filter((g) => g.spots.some((s) => s.onset === onset && s.seat === seat))
  const open = (atHand.find((g) => g.spots.some((s) => s.id === spot)) ?? atHand[0])?.id
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest' })
  }, [open])
  // Of a long piece a part is listed: around the one that is open, else from the beginning.
  const openAt = Math.max(
    0,
    groups.findIndex((g) => g.id === open),
  )
  const [more, setMore] = useState({ before: 0, after: 0 })
  const from = groups.length <= PART ? 0 : Math.max(0, openAt - PART / 2 - more.before)
  const to = Math.min(groups.length, Math.max(openAt + PART / 2, PART) + more.after)
  const button = 'w-full border-t border-rule px-3 py-2 text-left text-link underline'
  return (
    <ol aria-label="Places to watch" className="min-h-0 grow overflow-y-auto" tabIndex={0}>
      {from > 0 && (
        <li>
          <button type="button" className={button} onClick={() => setMore((m) => ({ ...m, before: m.before + PART }))}>
            {from} earlier
          </button>
        </li>
      )}
      {groups.slice(from, to).map(({ id, spots: all, hard, again }, n) => {
        const i = from + n
        const [first] = all
        const opens = i === 0 || groups[i - 1].spots[0].index !== first.index
        return (
          <li key={id} ref={id === open ? here : undefined} className={`border-t border-rule ${id === open ? 'bg-wash/40' : ''}`}>
            {opens && <p className="px-3 pt-1.5 text-fine font-semibold text-soft">{capital(first.where)}</p>}
            <button
              type="button"
              aria-expanded={id === open}
              onClick={() => toSpot(all)}
              className="flex w-full items-start gap-2 px-3 py-1.5 text-left hover:bg-wash/60"
            >
              <span className="mt-[3px]">
                <Wedge hard={hard} />
              </span>
              <span className="min-w-0">
                <span className="font-semibold">
                  {saySeats(
                    seats,
                    all.map((s) => s.seat),
                  )}
                </span>{' '}
                · {kindName(first.kind)}
                {again && <span className="text-soft"> · again</span>}
                <span className="block leading-snug text-soft">{first.text}</span>
              </span>
            </button>
            {id === open && <Opened spots={all} />}
          </li>
        )
      })}
      {to < groups.length && (
        <li>
          <button type="button" className={button} onClick={() => setMore((m) => ({ ...m, after: m.after + PART }))}>
            {groups.length - to} later
          </button>
        </li>
      )}
    </ol>
  )
}

function Opened({ spots }: { spots: readonly [SaidSpot, ...SaidSpot[]] }) {
  const edit = useDesk((d) => d.edit)
  const line = useDesk((d) => d.ensemble[d.seat].line)
  const seats = useSeats()
  const [{ advice, kind, wrong }] = spots
  return (
    <div className="px-3 pb-2 pl-[34px]">
      {wrong ? (
        <dl className="grid grid-cols-[auto_1fr] gap-x-2 leading-snug">
          <dt className="text-soft">If it goes wrong</dt>
          <dd>{capital(wrong.heard)}.</dd>
          <dt className="text-soft">Why</dt>
          <dd>{capital(wrong.why)}.</dd>
          <dt className="text-soft">Do</dt>
          <dd>{advice}</dd>
        </dl>
      ) : (
        <p className="leading-snug">{advice}</p>
      )}
      <div className="mt-1.5 flex gap-2">
        <Button size="small" onClick={() => edit(muted(seats, line, spots, true))}>
          {spots.length > 1 ? 'Hide for these seats' : 'Hide this one'}
        </Button>
        <Button size="small" onClick={() => edit(kindShown(kind, 'hide'))}>
          Hide this kind
        </Button>
      </div>
    </div>
  )
}
