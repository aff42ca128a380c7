'use client'

import { format, parseISO } from 'date-fns'
import { useState } from 'react'
import { sayIssue } from '@/core/issue'
import { dayLater, dayNumber, WEEKDAYS } from '@/core/plan/calendar'
import { PLAN_BOUNDS, type PlanSettings } from '@/core/plan/record'
import { planSettingsSchema } from '@/core/plan/record.schema'
import { Button } from '@/ui/kit/Button'
import { SeatSelect } from './SeatSelect'
import type { ShownPlan, PlanWork } from './usePlan'

const field = 'rounded border border-rule bg-paper px-2 py-1'

/** Four weeks from today, three days a week, ten minutes: what a first plan is made from. Common practice. */
const usual = (today: string): PlanSettings => ({
  pieces: [],
  from: today,
  to: dayLater(today, 27),
  weekdays: ['Mon', 'Wed', 'Fri'],
  holidays: [],
  minutes: 10,
  seat: null,
  moved: {},
})

/** What the plan is made from: pieces, dates, days, minutes, whose. */
export function SettingsForm({ plan, today, save, busy }: { plan: ShownPlan } & Pick<PlanWork, 'save' | 'busy' | 'today'>) {
  const [draft, setDraft] = useState<PlanSettings>(plan.settings ?? usual(today))
  const [holiday, setHoliday] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const change = (by: Partial<PlanSettings>) => setDraft((d) => ({ ...d, ...by }))
  const toggle = <T,>(all: readonly T[], x: T, on: boolean): T[] => (on ? [...all.filter((y) => y !== x), x] : all.filter((y) => y !== x))
  const make = () => {
    const text = problemOf(draft)
    setWrong(text)
    // What was moved by hand is of the plan that stands: of another it would mean other days.
    if (!text) void save({ ...draft, moved: {} })
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        make()
      }}
      className="grid gap-3"
    >
      <fieldset>
        <legend className="panel-head">What to practise</legend>
        <ul className="grid max-h-52 gap-0.5 overflow-y-auto" tabIndex={0} aria-label="Pieces and exercises">
          {plan.shelf.map((p) => (
            <li key={p.id}>
              <label className="tick">
                <input
                  type="checkbox"
                  className="accent-control"
                  checked={draft.pieces.includes(p.id)}
                  disabled={!draft.pieces.includes(p.id) && draft.pieces.length >= PLAN_BOUNDS.pieces}
                  onChange={(e) => change({ pieces: toggle(draft.pieces, p.id, e.target.checked) })}
                />
                {p.title}
              </label>
            </li>
          ))}
        </ul>
      </fieldset>
      <div className="grid grid-cols-2 gap-2">
        <label>
          From
          <input type="date" required value={draft.from} onChange={(e) => change({ from: e.target.value })} className={`${field} w-full`} />
        </label>
        <label>
          To the concert or test
          <input type="date" required value={draft.to} onChange={(e) => change({ to: e.target.value })} className={`${field} w-full`} />
        </label>
      </div>
      <fieldset>
        <legend className="panel-head">On which days</legend>
        <div className="flex flex-wrap gap-x-3 gap-y-1">
          {WEEKDAYS.map((d) => (
            <label key={d} className="tick">
              <input
                type="checkbox"
                className="accent-control"
                checked={draft.weekdays.includes(d)}
                onChange={(e) => change({ weekdays: WEEKDAYS.filter((x) => toggle(draft.weekdays, d, e.target.checked).includes(x)) })}
              />
              {d}
            </label>
          ))}
        </div>
        <div className="mt-2 flex flex-wrap items-center gap-1.5">
          <label className="flex items-center gap-1.5">
            except on
            <input type="date" value={holiday} onChange={(e) => setHoliday(e.target.value)} className={field} />
          </label>
          <Button
            size="small"
            disabled={!holiday}
            onClick={() => {
              change({ holidays: toggle(draft.holidays, holiday, true).sort() })
              setHoliday('')
            }}
          >
            Leave out
          </Button>
          {draft.holidays.map((h) => (
            <Button
              key={h}
              size="small"
              aria-label={`Put ${h} back in`}
              onClick={() => change({ holidays: toggle(draft.holidays, h, false) })}
            >
              {format(parseISO(h), 'd MMM')} ×
            </Button>
          ))}
        </div>
      </fieldset>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <label className="flex items-center gap-1.5">
          <input
            type="number"
            min={PLAN_BOUNDS.least}
            max={PLAN_BOUNDS.most}
            required
            value={draft.minutes}
            onChange={(e) => change({ minutes: e.target.valueAsNumber })}
            className={`${field} w-20 text-right tabular-nums`}
          />
          minutes a day
        </label>
        <label className="flex items-center gap-1.5">
          for
          <SeatSelect seats={plan.seats} seat={draft.seat} choose={(seat) => change({ seat })} />
        </label>
      </div>
      {wrong && (
        <p role="alert" className="text-madder">
          {wrong}
        </p>
      )}
      <Button kind="filled" type="submit" disabled={busy} className="justify-self-start">
        {plan.settings ? 'Make a new plan' : 'Make the plan'}
      </Button>
    </form>
  )
}

/** What is wrong with the settings, in words; null: nothing. */
function problemOf(draft: PlanSettings): string | null {
  if (draft.pieces.length === 0) return 'Choose at least one piece.'
  if (draft.weekdays.length === 0) return 'Choose at least one day of the week.'
  if (draft.to < draft.from) return 'The last day is before the first.'
  if (!(draft.minutes >= PLAN_BOUNDS.least && draft.minutes <= PLAN_BOUNDS.most))
    return `Minutes a day: from ${PLAN_BOUNDS.least} to ${PLAN_BOUNDS.most}.`
  if ([draft.from, draft.to, ...draft.holidays].some((d) => dayNumber(d) === null)) return 'One of the dates doesn’t exist.'
  const { error } = planSettingsSchema.safeParse(draft)
  return error ? `We can’t save this: ${sayIssue(error)}` : null
}
