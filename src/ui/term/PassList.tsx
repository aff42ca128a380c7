'use client'

import { Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { STEP_IDS } from '@/core/instruments/instrument'
import { stepOf, STEPS, stepsFor } from '@/core/instruments/ladder'
import { inSentence } from '@/core/names'
import { seatOf } from '@/core/seats/seat'
import type { ClassSettings } from '@/core/plan/class'
import { isToPass, sayPassed, type StepTask, tasksOfStep, ticked, tickOf, withoutTask, withTasks } from '@/core/term/passes'
import { TERM_BOUNDS, type Term } from '@/core/plan/term'
import type { ClassEdits } from '@/ui/class/classStore'
import { Button } from '@/ui/kit/Button'
import { newId } from '@/ui/kit/newId'
import { Select } from '@/ui/kit/Select'
import { todayIs } from '@/ui/session/record'
import { sayDate } from './sayDate'
import type { Facts } from './useFacts'

const field = 'tap rounded border border-rule bg-sheet px-1.5 py-0.5'

type Props = { settings: ClassSettings; facts: Facts | null; settle: ClassEdits['settle'] }

/** What each student has passed of a step's tasks and pieces, with the day. */
export function PassList({ settings, facts, settle }: Props) {
  const { students, term } = settings
  const [step, setStep] = useState(() => stepOf(settings.seats.map(seatOf))?.id ?? 'first-position')
  const [text, setText] = useState('')
  const tasks = term.tasks.filter((t) => t.step === step)
  const full = term.tasks.length >= TERM_BOUNDS.tasks
  const change = (to: (term: Term) => Term, said: string) => settle((s) => ({ ...s, term: to(s.term) }), said)
  const add = (more: (StepTask & { piece: string | null })[], said: string) =>
    change(
      (t) =>
        withTasks(
          t,
          step,
          more.map((m) => ({ ...m, id: newId() })),
          TERM_BOUNDS.tasks,
        ),
      said,
    )
  const stepName = STEPS.find((s) => s.id === step)!.name
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <Select aria-label="Level" value={step} onChange={(e) => setStep(STEP_IDS.find((s) => s === e.target.value)!)}>
          {stepsFor(settings.seats.map((s) => seatOf(s).instrument)).map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </Select>
        <form
          className="flex items-center gap-1.5"
          onSubmit={(e) => {
            e.preventDefault()
            if (!text.trim() || full) return
            add([{ text: text.trim(), piece: null }], `To pass: ${text.trim()}`)
            setText('')
          }}
        >
          <input
            aria-label="A task to pass"
            placeholder="a task"
            value={text}
            maxLength={200}
            onChange={(e) => setText(e.target.value)}
            className={`w-56 ${field}`}
          />
          <Button size="small" type="submit" disabled={!text.trim() || full}>
            <Plus size={14} aria-hidden /> Add
          </Button>
        </form>
        <Select
          size="small"
          aria-label="A piece to pass"
          value=""
          disabled={full || !facts}
          onChange={(e) => {
            const piece = facts?.pieces.find((f) => f.id === e.target.value)
            if (piece) add([{ text: piece.title, piece: piece.id }], `To pass: ${piece.title}`)
          }}
        >
          <option value="">a piece …</option>
          {facts?.pieces.map((f) => (
            <option key={f.id} value={f.id}>
              {f.title}
            </option>
          ))}
        </Select>
        <Button
          size="small"
          disabled={full}
          onClick={() =>
            add(
              tasksOfStep(settings, step).map((t) => ({ ...t, piece: null })),
              `To pass: what ${inSentence(stepName)} brings`,
            )
          }
        >
          What this level brings
        </Button>
        {full && <span className="text-soft">A class has {TERM_BOUNDS.tasks} tasks at most.</span>}
      </div>
      {tasks.length === 0 ? (
        <p className="text-soft">No tasks to pass at this level yet.</p>
      ) : students.length === 0 ? (
        <p className="text-soft">No students yet. Add them on the class page.</p>
      ) : (
        <div className="relative overflow-x-auto">
          <table className="border-collapse text-left text-sm">
            <caption className="sr-only">What each student has passed of {inSentence(stepName)}</caption>
            <thead>
              <tr className="border-b border-rule align-bottom">
                <th scope="col" className="sticky left-0 bg-paper py-1 pr-3 font-semibold">
                  To pass
                </th>
                {students.map((s) => (
                  <th key={s.id} scope="col" className="px-1 py-1 font-normal">
                    <span className="block max-h-24 [writing-mode:vertical-rl] rotate-180">{s.name}</span>
                  </th>
                ))}
                <td />
              </tr>
            </thead>
            <tbody>
              {tasks.map((t) => (
                <tr key={t.id} className="border-b border-rule">
                  <th scope="row" className="sticky left-0 max-w-72 bg-paper py-1 pr-3 font-normal">
                    {t.piece ? <i>{t.text}</i> : t.text}
                  </th>
                  {students.map((s) => {
                    const tick = tickOf(term.ticks, s.id, t.id)
                    // Another instrument's task: nothing to tick, unless it was.
                    if (!isToPass(t, s) && !tick) return <td key={s.id} />
                    return (
                      <td key={s.id} className="px-1 py-1 text-center">
                        <input
                          type="checkbox"
                          className="size-5 accent-control"
                          aria-label={`${s.name}: ${t.text}${tick ? `, passed on ${sayDate(tick.on)}` : ''}`}
                          title={tick ? sayDate(tick.on) : undefined}
                          checked={!!tick}
                          onChange={(e) =>
                            change(
                              (term) => ticked(term, s.id, t.id, e.target.checked ? todayIs() : null),
                              `${s.name}: ${t.text}${e.target.checked ? ' passed' : ' not passed'}`,
                            )
                          }
                        />
                      </td>
                    )
                  })}
                  <td className="pl-2">
                    <button
                      type="button"
                      aria-label={`Remove: ${t.text}`}
                      onClick={() => change((term) => withoutTask(term, t.id), `Not to pass: ${t.text}`)}
                      className="tap rounded p-1 hover:bg-wash"
                    >
                      <Trash2 size={15} aria-hidden />
                    </button>
                  </td>
                </tr>
              ))}
              <tr>
                <th scope="row" className="sticky left-0 bg-paper py-1 pr-3 font-normal text-soft">
                  Passed
                </th>
                {students.map((s) => (
                  <td key={s.id} className="px-1 py-1 text-center text-fine" title={sayPassed(s, tasks, term.ticks)}>
                    {tasks.filter((t) => tickOf(term.ticks, s.id, t.id)).length}
                  </td>
                ))}
                <td />
              </tr>
            </tbody>
          </table>
        </div>
      )}
    </>
  )
}
