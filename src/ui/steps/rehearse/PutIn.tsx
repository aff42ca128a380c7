'use client'

import { ListPlus } from 'lucide-react'
import { useState } from 'react'
import { classApi } from '@/api/address'
import { useClassId } from '@/ui/kit/InClass'
import { planReply } from '@/api/practice'
import { tempoIn } from '@/core/performance/tempo'
import { RUN_BOUNDS, USUAL_STEPS } from '@/core/plan/run'
import { runOf, type Planned } from '@/core/practice/runSheet'
import { capital } from '@/core/names'
import { sayStretch } from '@/core/piece/address'
import { answer } from '@/ui/kit/answer'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { useDesk, useDeskStore } from '@/ui/session/DeskProvider'
import { stockFor, todayFor } from '@/ui/session/practiser'
import { todayIs } from '@/ui/session/record'
import type { StockInfo } from '@/workers/protocol'
import { madeOf, rowPut } from './edits'
import { warming } from '@/ui/rehearse/warming'

/** What can be put in: a passage, a step, a drill; or all of the warm-up and the plan. */
export function PutIn() {
  const of = useClassId()
  const desk = useDeskStore()
  const edit = useDesk((d) => d.edit)
  const piece = useDesk((d) => d.piece)
  const passage = useDesk((d) => d.passage)
  const full = useDesk((d) => d.plan.run.rows.length >= RUN_BOUNDS.rows)
  const [busy, setBusy] = useState(false)
  const [said, setSaid] = useState('')
  const [line] = piece.lines
  const last = line.measures.length - 1
  const stretch = passage ?? { from: 0, to: last }
  const make = async () => {
    setBusy(true)
    setSaid('')
    try {
      const { id, plan, klass } = desk.getState()
      const request = { piece, plan, klass, stretch: null }
      const stock = await stockFor(request)
      const today = await todayFor(request, plan.warmup)
      const planned = await plannedFor(of, id)
      const made = runOf(warming(stock, today, null), planned ?? [], last + 1, tempoIn(piece, 0))
      edit(madeOf(made, 'filled from the warm-up and the plan'))
      if (planned === null) setSaid('The class has no plan yet, so this is the warm-up and the whole piece.')
      else if (planned.length === 0) setSaid('The plan has nothing from this piece today, so this is the warm-up and the whole piece.')
    } catch {
      setSaid('We couldn’t make it. Try again.')
    } finally {
      setBusy(false)
    }
  }
  return (
    <div className="grid gap-1.5 border-t border-rule pt-3" role="group" aria-label="Add to the lesson">
      <Button className="justify-self-start" disabled={busy} onClick={() => void make()}>
        <ListPlus size={16} aria-hidden /> From the warm-up and the plan
      </Button>
      <div className="flex flex-wrap items-center gap-1.5">
        <Button
          size="small"
          disabled={full}
          onClick={() => edit(rowPut({ kind: 'passage', ...stretch }, passage ? sayStretch(line, stretch.from, stretch.to) : 'all of it'))}
        >
          {passage ? capital(sayStretch(line, stretch.from, stretch.to)) : 'The whole piece'}
        </Button>
        <Select
          size="small"
          aria-label="Add a step without notes"
          value=""
          disabled={full}
          onChange={(e) => {
            const step = USUAL_STEPS[Number(e.target.value)]
            edit(rowPut({ kind: 'step', ...step }, step.words))
          }}
        >
          <option value="">A step …</option>
          {USUAL_STEPS.map((s, i) => (
            <option key={s.words} value={i}>
              {s.words}
            </option>
          ))}
        </Select>
        <DrillSelect disabled={full} />
      </div>
      <p role="status" className="text-fine text-soft">
        {busy ? 'Making it …' : said || (full ? `A lesson has up to ${RUN_BOUNDS.rows} rows.` : '')}
      </p>
    </div>
  )
}

/** All drills of the piece, one of each family; made when somebody reaches for them. */
function DrillSelect({ disabled }: { disabled: boolean }) {
  const desk = useDeskStore()
  const edit = useDesk((d) => d.edit)
  const [stock, setStock] = useState<StockInfo | null>(null)
  const load = () => {
    const { piece, plan, klass } = desk.getState()
    stockFor({ piece, plan, klass, stretch: null }).then(setStock, () => undefined)
  }
  const first = new Set(stock?.first)
  const drills = stock?.drills.filter((d) => first.has(d.id)) ?? []
  return (
    <Select
      size="small"
      aria-label="Add a drill"
      value=""
      disabled={disabled}
      onFocus={load}
      onPointerEnter={load}
      className="max-w-32"
      onChange={(e) => {
        const drill = drills.find((d) => d.id === e.target.value)
        if (drill) edit(rowPut({ kind: 'drill', drill: drill.id, title: drill.title, times: drill.times }, drill.title))
      }}
    >
      <option value="">A drill …</option>
      {drills.map((d) => (
        <option key={d.id} value={d.id}>
          {d.title}
        </option>
      ))}
    </Select>
  )
}

/** What the plan of the class has for this piece today; null: there is no plan. */
async function plannedFor(of: string, piece: string): Promise<Planned[] | null> {
  const today = todayIs()
  const reply = await answer(planReply, classApi(of, `/plan?today=${today}`))
  if (!reply.ok || !reply.settings) return null
  const day = reply.days.find((d) => d.date === today)
  return day?.items.filter((x) => x.piece === piece).map(({ chunk, tempo, times }) => ({ chunk, tempo, times })) ?? []
}
