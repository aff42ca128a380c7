'use client'

import * as RadioGroup from '@radix-ui/react-radio-group'
import type { StepId } from '@/core/instruments/instrument'
import { rhythmsTo, sayStep, stepOf, STEPS, stepsFor } from '@/core/instruments/ladder'
import { RHYTHMS } from '@/core/instruments/reads'
import { sayRhythmName } from '@/core/plan/things'
import type { Seat } from '@/core/seats/seat'
import { Select } from '@/ui/kit/Select'

/** The steps of a class's way; picking one sets every seat, and from there it can be edited. */
export function Ladder({ seats, onChange }: { seats: readonly Seat[]; onChange: (step: StepId) => void }) {
  const here = stepOf(seats)
  const instruments = seats.map((s) => s.instrument)
  return (
    <RadioGroup.Root
      aria-label="What the class has learned"
      value={here?.id ?? ''}
      onValueChange={(id) => onChange(STEPS.find((p) => p.id === id)!.id)}
      className="flex flex-col"
    >
      {stepsFor(instruments).map((p, i) => (
        <label
          key={p.id}
          className={`flex cursor-pointer gap-2.5 border-l-[3px] py-1.5 pr-2 pl-3 ${here === p ? 'border-l-pick bg-wash/50' : 'border-l-rule hover:bg-wash/40'}`}
        >
          <RadioGroup.Item value={p.id} className="mt-0.5 grid size-4 shrink-0 place-items-center rounded-full border border-ink">
            <RadioGroup.Indicator className="size-2 rounded-full bg-pick" />
          </RadioGroup.Item>
          <span className="leading-tight">
            <span className={here === p ? 'font-semibold' : ''}>
              {i + 1} · {p.name}
            </span>
            <span className="block text-fine text-soft">{sayStep(p, instruments)}</span>
          </span>
        </label>
      ))}
      {!here && <p className="mt-1 border-l-[3px] border-l-pick bg-wash/50 py-1.5 pl-3 font-semibold">Set by hand for each seat</p>}
    </RadioGroup.Root>
  )
}

/** How far the class has come in the order in which rhythms are taught, whatever its hands have learned. */
export function RhythmLine({ seats, onChange }: { seats: readonly Seat[]; onChange: (upTo: number) => void }) {
  const here = rhythmsTo(seats)
  return (
    <label className="mt-3 block text-sm text-soft">
      Reads rhythms up to
      <Select value={here ?? ''} onChange={(e) => onChange(Number(e.target.value))} className="mt-0.5 w-full">
        {here === null && <option value="">set by hand for each seat</option>}
        <option value={0}>quarters and halves</option>
        {RHYTHMS.map((r, i) => (
          <option key={r} value={i + 1}>
            {sayRhythmName(r)}
          </option>
        ))}
      </Select>
    </label>
  )
}
