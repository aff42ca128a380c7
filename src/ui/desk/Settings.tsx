'use client'

import { SlidersHorizontal } from 'lucide-react'
import Link from 'next/link'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { givenPins } from '@/core/fingering/given'
import { withChanges, type Policy, type PolicyChange } from '@/core/fingering/policy'
import { INSTRUMENTS, SEATS, type Seat } from '@/core/hands/instruments'
import { PRESETS, presetOf } from '@/core/hands/presets'
import { ROWS } from '@/engrave/rows'
import { Button } from '../parts/Button'
import { DecisionSelect } from '../ways/DecisionSelect'
import { DECISIONS, sayAnswer } from '../ways/words'
import { useDesk } from './DeskProvider'

const SAY_ROW = { letter: 'letters', string: 'strings', finger: 'fingers' }

/** How this piece is fingered where it differs from the class, for all seats or one, with the effect on the bench at once. */
function Ways() {
  const [seat, setSeat] = useState<Seat | null>(null)
  const klass = useDesk((d) => d.klass)
  const plan = useDesk((d) => d.plan)
  const decide = useDesk((d) => d.decide)
  const changed: PolicyChange = seat ? plan.seatPolicy[seat] : plan.policy
  const under: Policy = seat ? withChanges(klass.policy, plan.policy) : klass.policy
  const shown = DECISIONS.filter((d) => seat === null || d.seats.includes(seat))
  return (
    <>
      <div role="group" aria-label="For whom" className="flex overflow-hidden rounded-md border border-rule">
        {[null, ...SEATS].map((s) => (
          <button
            key={s ?? 'all'}
            type="button"
            aria-pressed={seat === s}
            onClick={() => setSeat(s)}
            className={`grow px-2 py-1 text-sm ${seat === s ? 'bg-ink text-paper' : 'hover:bg-wash'}`}
          >
            {s ? INSTRUMENTS[s].name : 'All seats'}
          </button>
        ))}
      </div>
      <div className="mt-3 flex flex-col gap-2">
        {seat === null && <LevelSelect />}
        {shown.map((d) => (
          <DecisionSelect
            key={d.key}
            decision={d}
            value={changed[d.key]}
            inherited={`as the ${seat ? 'piece' : 'class'}: ${sayAnswer(d, under[d.key])}`}
            onChange={(value) => decide(seat, d.key, value as Policy[typeof d.key] | undefined)}
          />
        ))}
      </div>
    </>
  )
}

/** What the class is taken to have learned in this piece. */
function LevelSelect() {
  const own = useDesk((d) => d.plan.level)
  const klass = useDesk((d) => d.klass)
  const setLevel = useDesk((d) => d.setLevel)
  const ofClass = presetOf(klass.level)?.name ?? 'set by hand'
  return (
    <div className="grid grid-cols-[164px_1fr] items-center gap-2">
      <label htmlFor="piece-level">Has learned</label>
      <select
        id="piece-level"
        value={own ? (presetOf(own)?.id ?? '') : ''}
        onChange={(e) => setLevel(PRESETS.find((p) => p.id === e.target.value)?.level ?? null)}
        className={`w-full rounded border bg-sheet px-1.5 py-1 ${own ? 'border-rosin font-semibold' : 'border-rule'}`}
      >
        <option value="">as the class: {ofClass}</option>
        {PRESETS.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </select>
    </div>
  )
}

/** Fingers that came with the file: shown for the seats whose line has some, taken over by a click. */
function Given() {
  const ensemble = useDesk((d) => d.ensemble)
  const pinGiven = useDesk((d) => d.pinGiven)
  const given = SEATS.map((seat) => ({ seat, count: Object.keys(givenPins(ensemble[seat].line, ensemble[seat].instrument)).length }))
  if (given.every((g) => g.count === 0)) return null
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2 border-t border-rule pt-2.5">
      <span>The file gives fingers. Pin them for</span>
      {given.map(({ seat, count }) => (
        <Button key={seat} className="min-h-7 text-sm" disabled={count === 0} onClick={() => pinGiven(seat)}>
          {INSTRUMENTS[seat].name} ({count})
        </Button>
      ))}
    </div>
  )
}

/** What the teacher decides once for the piece, in place. */
export function Settings() {
  const rows = useDesk((d) => d.rows)
  const bows = useDesk((d) => d.bows)
  const toggleRow = useDesk((d) => d.toggleRow)
  const toggleBows = useDesk((d) => d.toggleBows)
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button>
          <SlidersHorizontal size={16} aria-hidden /> Choices
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          alignOffset={-172}
          sideOffset={6}
          className="z-40 w-[560px] rounded-lg border border-rule bg-sheet p-4 shadow-lg"
          aria-label="Choices for this piece"
        >
          <Ways />
          <p className="mt-2 text-sm text-soft">
            What has an orange frame differs from the class.{' '}
            <Link href="/class" className="text-rosin underline">
              Change it for the whole class
            </Link>
          </p>
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
