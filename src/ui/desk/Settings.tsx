'use client'

import { SlidersHorizontal } from 'lucide-react'
import { Popover, RadioGroup } from 'radix-ui'
import { FOURTH, type Policy } from '@/core/fingering/policy'
import { BASS_SCHOOLS } from '@/core/hands/schools'
import { ROWS } from '@/engrave/rows'
import { Button } from '../parts/Button'
import { useDesk } from './DeskProvider'

const SAY_FOURTH: Record<Policy['fourth'], string> = {
  open: 'open string wherever there is one',
  auto: 'whichever is easier there',
  always: '4 wherever it can be',
}
const SAY_SCHOOL: Record<Policy['bassSchool'], string> = {
  '1-2-4': '1-2-4: a whole step in the hand',
  '1-2-3-4': '1-2-3-4: a finger a half step',
}
const SAY_ROW = { letter: 'letters', string: 'strings', finger: 'fingers' }

function Choices<T extends string>({
  title,
  value,
  values,
  say,
  onChange,
}: {
  title: string
  value: T
  values: readonly T[]
  say: Record<T, string>
  onChange: (v: T) => void
}) {
  return (
    <fieldset className="mt-3 first:mt-0">
      <legend className="font-semibold">{title}</legend>
      <RadioGroup.Root value={value} onValueChange={(v) => onChange(v as T)} aria-label={title} className="mt-1 flex flex-col gap-0.5">
        {values.map((v) => (
          <label key={v} className="flex cursor-pointer items-center gap-2">
            <RadioGroup.Item value={v} className="grid size-4 shrink-0 place-items-center rounded-full border border-ink">
              <RadioGroup.Indicator className="size-2 rounded-full bg-rosin" />
            </RadioGroup.Item>
            {say[v]}
          </label>
        ))}
      </RadioGroup.Root>
    </fieldset>
  )
}

/** What the teacher decides once for the piece, in place, with the effect on the bench at once. */
export function Settings() {
  const policy = useDesk((d) => d.plan.policy)
  const rows = useDesk((d) => d.rows)
  const setPolicy = useDesk((d) => d.setPolicy)
  const toggleRow = useDesk((d) => d.toggleRow)
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
          sideOffset={6}
          className="z-40 w-72 rounded-lg border border-rule bg-sheet p-4 shadow-lg"
          aria-label="Choices for this piece"
        >
          <Choices
            title="Open string or 4"
            value={policy.fourth}
            values={FOURTH}
            say={SAY_FOURTH}
            onChange={(fourth) => setPolicy({ ...policy, fourth })}
          />
          <Choices
            title="Bass hand"
            value={policy.bassSchool}
            values={BASS_SCHOOLS}
            say={SAY_SCHOOL}
            onChange={(bassSchool) => setPolicy({ ...policy, bassSchool })}
          />
          <fieldset className="mt-3">
            <legend className="font-semibold">Written with the notes</legend>
            <div className="mt-1 flex gap-4">
              {ROWS.map((r) => (
                <label key={r} className="flex cursor-pointer items-center gap-1.5">
                  <input type="checkbox" className="accent-rosin" checked={rows.includes(r)} onChange={() => toggleRow(r)} />
                  {SAY_ROW[r]}
                </label>
              ))}
            </div>
            <p className="mt-1 text-sm text-soft">The bench always shows strings and fingers; letters can be put over it.</p>
          </fieldset>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
