'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { useClassId } from '@/ui/kit/InClass'
import { classApi } from '@/api/address'
import { planReply, planSaveReply, type PlanItemInfo, type PlanReply } from '@/api/practice'
import type { Aim, PlanSettings, PracticeRecord } from '@/core/plan/record'
import type { SeatId } from '@/core/seats/seat'
import { answer, Trouble } from '@/ui/kit/answer'
import { aimOf, keepAtServer as kept, recordOf, takeBack, todayIs, type RecordTable } from '@/ui/session/record'

export type ShownPlan = Extract<PlanReply, { ok: true }>

const json = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
})
const said = (e: unknown): string => (e instanceof Trouble ? e.message : 'Something went wrong. Reload the page.')

/** Whose doing is recorded: the class (null) or a seat, and a student by name. */
export type PlanWho = { readonly seat: SeatId | null; readonly student: string }

/** What can be taken back: the last taps, by table and id. */
type Tap = { readonly table: RecordTable; readonly id: string; readonly says: string }

/** The plan of the class, and all that is done to it. */
export function usePlan() {
  const of = useClassId()
  const [plan, setPlan] = useState<ShownPlan | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [taps, setTaps] = useState<readonly Tap[]>([])
  const [busy, setBusy] = useState(false)
  const today = todayIs()
  const newest = useRef(0)

  const load = useCallback((): Promise<void> => {
    const mine = ++newest.current
    return answer(planReply, classApi(of, `/plan?today=${today}`)).then(
      (reply) => {
        if (mine !== newest.current) return
        if (reply.ok) setPlan(reply)
        else setTrouble(reply.problem)
      },
      (e: unknown) => setTrouble(said(e)),
    )
  }, [of, today])
  useEffect(() => {
    void load()
  }, [load])

  const doing = async (what: () => Promise<void>) => {
    setBusy(true)
    setTrouble(null)
    try {
      await what()
      await load()
    } catch (e) {
      setTrouble(said(e))
    } finally {
      setBusy(false)
    }
  }

  const save = (settings: PlanSettings) =>
    doing(async () => {
      const reply = await answer(planSaveReply, classApi(of, '/plan'), json('PUT', { base: plan?.version ?? 0, settings }))
      if (!reply.ok) throw new Trouble(reply.problem)
    })
  const keep = (table: Tap['table'], body: PracticeRecord | Aim, says: string) =>
    doing(async () => {
      await kept(of, table, body)
      setTaps((t) => [...t, { table, id: body.id, says }])
    })
  const record = (item: PlanItemInfo, clean: boolean, who: PlanWho, tempo: number) => {
    const first = !plan?.records.some((r) => r.day === today && r.piece === item.piece && r.target === item.chunk)
    return keep(
      'records',
      recordOf({
        piece: item.piece,
        what: 'chunk',
        target: item.chunk,
        ...who,
        clean: clean ? 1 : 0,
        slips: clean ? 0 : 1,
        tempo,
        minutes: first ? item.minutes : 0,
      }),
      `${item.says}: ${clean ? 'clean' : 'a slip'}`,
    )
  }
  const aim = (a: Omit<Aim, 'id' | 'day' | 'at'>, says: string) => keep('aims', aimOf(a), says)
  const undo = () =>
    doing(async () => {
      const last = taps.at(-1)
      if (!last) return
      await takeBack(of, last.table, last.id)
      setTaps((t) => t.slice(0, -1))
    })
  const move = (item: PlanItemInfo, date: string) => {
    if (plan?.settings) void save({ ...plan.settings, moved: { ...plan.settings.moved, [item.id]: date } })
  }
  return { plan, trouble, busy, today, last: taps.at(-1) ?? null, save, record, aim, undo, move }
}

export type PlanWork = ReturnType<typeof usePlan>
