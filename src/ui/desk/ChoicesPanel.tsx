'use client'

import Link from 'next/link'
import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classPage } from '@/api/address'
import { givenTo } from '@/core/balance/givenTo'
import { withChanges, type Policy, type PolicyChange } from '@/core/fingering/policy'
import type { SeatId } from '@/core/seats/seat'
import { stepOf, STEPS, stepsFor } from '@/core/instruments/ladder'
import { sayChanges } from '@/core/balance/change'
import { ROWS } from '@/engrave/rows'
import { toMusic } from '@/ui/session/toMusic'
import { Button } from '@/ui/kit/Button'
import { DecisionSelect } from '@/ui/ways/DecisionSelect'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { decided, learnedHere } from '@/ui/session/decisions'
import { PrintedPage } from './PrintedPage'
import { Select } from '@/ui/kit/Select'
import { Choice } from '@/ui/kit/Choice'

/** What stands in place of a seat when all are meant. */
const ALL = 'all'
const SAY_ROW = { letter: 'letters', string: 'strings', finger: 'fingers' }

/** How this piece is fingered where it differs from the class, for all seats or one, with the effect on the bench at once. */
function Ways() {
  const [seat, setSeat] = useState<SeatId | null>(null)
  const klass = useDesk((d) => d.klass)
  const plan = useDesk((d) => d.plan)
  const edit = useDesk((d) => d.edit)
  const seats = useSeats()
  const of = seats.find((s) => s.id === seat)
  const changed: PolicyChange = (of ? plan.seatPolicy[of.id] : plan.policy) ?? {}
  const under: Policy = of ? withChanges(klass.policy, of.policy, plan.policy) : klass.policy
  const shown = decisionsOf(of ? [of] : seats)
  return (
    <>
      <Choice
        label="For whom"
        value={of?.id ?? ALL}
        options={[[ALL, 'All seats'] as const, ...seats.map((s) => [s.id, s.name] as const)]}
        onChange={(id: SeatId) => setSeat(id === ALL ? null : id)}
      />
      <div className="mt-3 flex flex-col gap-2">
        {!of && <LearnedSelect />}
        {shown.map((d) => (
          <DecisionSelect
            key={d.key}
            decision={d}
            value={changed[d.key]}
            inherited={`same as the ${of ? 'piece' : 'class'}: ${sayAnswer(d, under[d.key])}`}
            onChange={(value) => edit(decided(seats, of ?? null, d.key, value as Policy[typeof d.key] | undefined))}
          />
        ))}
      </div>
    </>
  )
}

/** What the class is taken to have learned in this piece. */
function LearnedSelect() {
  const own = useDesk((d) => d.plan.learned)
  const seats = useSeats()
  const edit = useDesk((d) => d.edit)
  const ofClass = stepOf(seats)?.name ?? 'set by hand'
  const here = own && stepOf(seats.map((s) => ({ ...s, learned: own[s.id] ?? s.learned })))
  const take = (id: string) => edit(learnedHere(seats, STEPS.find((s) => s.id === id)?.id ?? null))
  return (
    <div>
      <label htmlFor="piece-learned" className="block text-sm text-soft">
        Has learned
      </label>
      <Select id="piece-learned" value={here?.id ?? ''} onChange={(e) => take(e.target.value)} own={Boolean(own)} className="w-full">
        <option value="">same as the class: {ofClass}</option>
        {stepsFor(seats.map((s) => s.instrument)).map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Select>
    </div>
  )
}

/** Fingers that came with the file: shown for the seats to which they can belong, taken over by a click. */
function Given() {
  const piece = useDesk((d) => d.piece)
  const plan = useDesk((d) => d.plan)
  const klass = useDesk((d) => d.klass)
  const ensemble = useDesk((d) => d.ensemble)
  const pinGiven = useDesk((d) => d.pinGiven)
  const given = useMemo(() => givenTo(piece, plan, klass, ensemble), [piece, plan, klass, ensemble])
  if (given.length === 0) return null
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2 border-t border-rule pt-2.5">
      <span>The file has fingers. Pin them for</span>
      {given.map(({ map: { seat }, count }) => (
        <Button key={seat.id} size="small" onClick={() => pinGiven(seat.id)}>
          {seat.name} ({count})
        </Button>
      ))}
    </div>
  )
}

/** What the last choice did to each seat. */
function Changed() {
  const changes = useDesk((d) => d.changes)
  const said = useDesk((d) => d.said)
  return (
    <div role="status" className="min-h-[42px] shrink-0 border-b border-rule bg-wash/50 px-4 py-2 text-sm leading-snug">
      {changes === null ? (
        <span className="text-soft">Choose something: you see here, and outlined in the music, what changes for each seat.</span>
      ) : changes.length === 0 ? (
        <span>{said}: no finger changes.</span>
      ) : (
        <>
          <span className="text-soft">{said}</span>
          <span className="block font-semibold">{sayChanges(changes)}</span>
        </>
      )}
    </div>
  )
}

/** What the teacher decides once for the piece, beside the music. */
export function ChoicesPanel() {
  const of = useClassId()
  const rows = useDesk((d) => d.rows)
  const bows = useDesk((d) => d.bows)
  const toggleRow = useDesk((d) => d.toggleRow)
  const toggleBows = useDesk((d) => d.toggleBows)
  const close = useDesk((d) => d.toggleChoices)
  return (
    <aside
      aria-label="Choices for this piece"
      onKeyDown={(e) => {
        if (e.key !== 'Escape') return
        close()
        toMusic()
      }}
      className="flex h-full flex-col border-l border-rule bg-sheet"
    >
      <div className="flex items-center justify-between gap-2 px-4 pt-2.5 pb-1.5">
        <h2 className="font-title text-lg leading-tight">Choices for this piece</h2>
        <Button kind="quiet" onClick={close} aria-label="Close the choices">
          <X size={17} aria-hidden />
        </Button>
      </div>
      <Changed />
      <div className="min-h-0 grow overflow-y-auto px-4 py-3" tabIndex={0} role="group" aria-label="Choices">
        <Ways />
        <p className="mt-2 text-sm text-soft">
          An orange frame marks what differs from the class.{' '}
          <Link href={classPage(of, 'people')} className="text-link underline">
            Change it for the whole class
          </Link>
        </p>
        <PrintedPage />
        <Given />
        <fieldset className="mt-3 border-t border-rule pt-2.5">
          <legend className="sr-only">Written with the notes</legend>
          <span className="font-semibold">Written with the notes</span>
          <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
            {ROWS.map((r) => (
              <label key={r} className="flex cursor-pointer items-center gap-1.5">
                <input type="checkbox" className="accent-control" checked={rows.includes(r)} onChange={() => toggleRow(r)} />
                {SAY_ROW[r]}
              </label>
            ))}
            <label className="flex cursor-pointer items-center gap-1.5">
              <input type="checkbox" className="accent-control" checked={bows} onChange={toggleBows} />
              bows
            </label>
          </div>
          <p className="mt-1 text-sm text-soft">Strings and fingers always show. Add letters or bows here.</p>
        </fieldset>
      </div>
    </aside>
  )
}
