'use client'

import { sayBeatTempo } from '@/core/piece/headline'
import {
  DndContext,
  pointerWithin,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core'
import { CSS } from '@dnd-kit/utilities'
import { Check, GripVertical, X } from 'lucide-react'
import { format, parseISO } from 'date-fns'
import { useId, useState } from 'react'
import type { PlanItemInfo } from '@/api/practice'
import { count, sayMinutes } from '@/core/count'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { SeatSelect } from './SeatSelect'
import { TempoReached } from '@/ui/kit/TempoReached'
import type { ShownPlan, PlanWork, PlanWho } from './usePlan'

const KINDS: Readonly<Record<PlanItemInfo['kind'], string>> = { new: 'new', join: 'join', review: 'again', 'run-through': 'whole' }
const sayDate = (d: string): string => format(parseISO(d), 'EEEE, d MMMM')

type Props = { plan: ShownPlan } & Pick<PlanWork, 'record' | 'move' | 'today' | 'busy'>

/** The days of the plan from today on; a task is dragged to another day, or sent there from its list. */
export function Days({ plan, record, move, today, busy }: Props) {
  const [who, setWho] = useState<PlanWho>({ seat: plan.settings?.seat ?? null, student: '' })
  const id = useId()
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }))
  const dates = plan.days.map((d) => d.date)
  const drop = ({ active, over }: DragEndEvent) => {
    const day = plan.days.find((d) => d.items.some((x) => x.id === active.id))
    const item = day?.items.find((x) => x.id === active.id)
    if (item && over && over.id !== day?.date) move(item, `${over.id}`)
  }
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={pointerWithin} onDragEnd={drop}>
      <div className="grid gap-3">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <label className="flex items-center gap-1.5">
            Recorded for
            <SeatSelect size="small" seats={plan.seats} seat={who.seat} choose={(seat) => setWho({ ...who, seat })} />
          </label>
          <label className="flex items-center gap-1.5">
            student
            <input
              value={who.student}
              maxLength={60}
              placeholder="nobody in particular"
              onChange={(e) => setWho({ ...who, student: e.target.value })}
              className="w-40 rounded border border-rule bg-paper px-2 py-1"
            />
          </label>
        </div>
        {plan.days.map((d) => (
          <DayCard key={d.date} date={d.date} minutes={d.minutes} now={d.date === today}>
            {d.items.map((x) => (
              <Task
                key={x.id}
                item={x}
                date={d.date}
                dates={dates}
                move={move}
                tally={d.date === today ? tallyOf(plan, x, today, who) : null}
                tap={(clean, tempo) => void record(x, clean, who, tempo)}
                busy={busy}
              />
            ))}
          </DayCard>
        ))}
      </div>
    </DndContext>
  )
}

/** How often it went clean and with a slip today, for whom one records. */
function tallyOf(plan: ShownPlan, item: PlanItemInfo, today: string, who: PlanWho): { clean: number; slips: number } {
  const mine = plan.records.filter(
    (r) => r.day === today && r.piece === item.piece && r.target === item.chunk && r.seat === who.seat && r.student === who.student.trim(),
  )
  return { clean: mine.reduce((n, r) => n + r.clean, 0), slips: mine.reduce((n, r) => n + r.slips, 0) }
}

function DayCard({ date, minutes, now, children }: { date: string; minutes: number; now: boolean; children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: date })
  return (
    <section
      ref={setNodeRef}
      aria-label={sayDate(date)}
      className={`rounded-lg border bg-sheet px-3 py-2 ${isOver ? 'border-pick' : now ? 'border-ink' : 'border-rule'}`}
    >
      <h2 className="flex items-baseline justify-between gap-2">
        <span className="font-title text-lead">{now ? `Today, ${format(parseISO(date), 'd MMMM')}` : sayDate(date)}</span>
        <span className="text-fine text-soft">{minutes === 0 ? '' : sayMinutes(minutes)}</span>
      </h2>
      {minutes === 0 ? <p className="text-sm text-soft">Nothing planned.</p> : <ul>{children}</ul>}
    </section>
  )
}

type TaskProps = {
  item: PlanItemInfo
  date: string
  dates: readonly string[]
  move: PlanWork['move']
  /** Of today: what was tapped. */
  tally: { clean: number; slips: number } | null
  tap: (clean: boolean, tempo: number) => void
  busy: boolean
}

function Task({ item, date, dates, move, tally, tap, busy }: TaskProps) {
  const { attributes, listeners, setNodeRef, transform } = useDraggable({ id: item.id })
  const [tempo, setTempo] = useState(item.tempo)
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform) }}
      className="flex flex-wrap items-center gap-x-2 gap-y-1 border-t border-rule bg-sheet py-1.5"
    >
      <span {...listeners} {...attributes} tabIndex={-1} role={undefined} aria-hidden className="cursor-grab touch-none text-soft">
        <GripVertical size={15} />
      </span>
      <span className="w-12 shrink-0 text-sm text-soft">
        {item.kind === 'run-through' && item.chunk !== 'whole' ? 'part' : KINDS[item.kind]}
      </span>
      <span className="min-w-0 flex-1 basis-56 leading-snug">
        {item.text}
        <span className="block text-fine text-soft">
          {sayMinutes(item.minutes)}, {item.times === 1 ? 'once' : `${item.times} times clean`}, {sayBeatTempo(item.beat, item.tempo)}
        </span>
      </span>
      {tally ? (
        <span className="flex flex-wrap items-center gap-1.5">
          <Button className="tap" disabled={busy} aria-label={`Clean: ${item.says}`} onClick={() => tap(true, tempo)}>
            <Check size={17} aria-hidden /> Clean
          </Button>
          <Button className="tap" disabled={busy} aria-label={`A slip: ${item.says}`} onClick={() => tap(false, tempo)}>
            <X size={17} aria-hidden /> Slip
          </Button>
          <TempoReached beat={item.beat} tempo={tempo} set={setTempo} says={item.says} />
          <span className="w-24 text-fine tabular-nums" role="status">
            {tally.clean + tally.slips > 0 && `${tally.clean} clean${tally.slips ? `, ${count(tally.slips, 'slip')}` : ''}`}
          </span>
        </span>
      ) : null}
      <Select size="small" aria-label={`Day of ${item.says}`} value={date} disabled={busy} onChange={(e) => move(item, e.target.value)}>
        {dates.map((d) => (
          <option key={d} value={d}>
            {format(parseISO(d), 'EEE d MMM')}
          </option>
        ))}
      </Select>
    </li>
  )
}
