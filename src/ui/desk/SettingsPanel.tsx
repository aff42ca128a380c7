'use client'

import Link from 'next/link'
import { Popover } from 'radix-ui'
import { useState, type ReactElement } from 'react'
import { givenPins } from '@/core/fingering/given'
import { withChanges, type Policy, type PolicyChange } from '@/core/fingering/policy'
import type { SeatId } from '@/core/seats/seat'
import { STEPS, stepOf } from '@/core/instruments/ladder'
import { mapsOf } from '@/core/seats/ensemble'
import { ROWS } from '@/engrave/rows'
import { Button } from '@/ui/kit/Button'
import { DecisionSelect } from '@/ui/ways/DecisionSelect'
import { decisionsOf, sayAnswer } from '@/ui/ways/words'
import { useDesk, useSeats } from '@/ui/session/DeskProvider'
import { decided, learnedHere } from '@/ui/session/edits'
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
            inherited={`as the ${of ? 'piece' : 'class'}: ${sayAnswer(d, under[d.key])}`}
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
    <div className="grid grid-cols-[164px_1fr] items-center gap-2">
      <label htmlFor="piece-learned">Has learned</label>
      <Select id="piece-learned" value={here?.id ?? ''} onChange={(e) => take(e.target.value)} own={Boolean(own)} className="w-full">
        <option value="">as the class: {ofClass}</option>
        {STEPS.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Select>
    </div>
  )
}

/** Fingers that came with the file: shown for the seats whose line has some, taken over by a click. */
function Given() {
  const ensemble = useDesk((d) => d.ensemble)
  const pinGiven = useDesk((d) => d.pinGiven)
  const given = mapsOf(ensemble).map((m) => ({ seat: m.seat, count: Object.keys(givenPins(m.line, m.instrument)).length }))
  if (given.every((g) => g.count === 0)) return null
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2 border-t border-rule pt-2.5">
      <span>The file gives fingers. Pin them for</span>
      {given.map(({ seat, count }) => (
        <Button key={seat.id} size="small" disabled={count === 0} onClick={() => pinGiven(seat.id)}>
          {seat.name} ({count})
        </Button>
      ))}
    </div>
  )
}

/** What the teacher decides once for the piece, opened from a button. */
export function SettingsPanel({ button }: { button: ReactElement }) {
  const rows = useDesk((d) => d.rows)
  const bows = useDesk((d) => d.bows)
  const toggleRow = useDesk((d) => d.toggleRow)
  const toggleBows = useDesk((d) => d.toggleBows)
  return (
    <Popover.Root defaultOpen>
      <Popover.Trigger asChild>{button}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          alignOffset={-172}
          sideOffset={6}
          className="z-40 max-h-[calc(100vh-80px)] w-[560px] overflow-y-auto rounded-lg border border-rule bg-sheet p-4 shadow-lg"
          aria-label="Choices for this piece"
        >
          <Ways />
          <p className="mt-2 text-sm text-soft">
            What has an orange frame differs from the class.{' '}
            <Link href="/class" className="text-rosin underline">
              Change it for the whole class
            </Link>
          </p>
          <PrintedPage />
          <Given />
          <fieldset className="mt-3 border-t border-rule pt-2.5">
            <legend className="sr-only">Written with the notes</legend>
            <div className="flex gap-4">
              <span className="font-semibold">Written with the notes</span>
              {ROWS.map((r) => (
                <label key={r} className="flex cursor-pointer items-center gap-1.5">
                  <input type="checkbox" className="accent-rosin" checked={rows.includes(r)} onChange={() => toggleRow(r)} />
                  {SAY_ROW[r]}
                </label>
              ))}
              <label className="flex cursor-pointer items-center gap-1.5">
                <input type="checkbox" className="accent-rosin" checked={bows} onChange={toggleBows} />
                bows
              </label>
            </div>
            <p className="mt-1 text-sm text-soft">The bench always shows strings and fingers; letters and bows can be put over it.</p>
          </fieldset>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
