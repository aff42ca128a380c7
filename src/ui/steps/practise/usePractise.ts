'use client'

import { useEffect, useMemo } from 'react'
import { useStore } from 'zustand'
import { useDesk, useDeskStore } from '@/ui/session/DeskProvider'
import { musicFor, practiseOf, stockFor, todayFor, type Practise } from '@/ui/session/practiser'

/** Reads from what the desk practises. */
export const usePractise = <T>(read: (p: Practise) => T): T => useStore(practiseOf(useDeskStore()), read)

/** Looks at a drill or a step. */
export function usePick(): (id: string) => void {
  const store = practiseOf(useDeskStore())
  return (id) => store.setState({ picked: id })
}

/** The drill or step that is looked at: the one that was picked, else the first of today. */
export const pickedIn = ({ picked, today }: Practise): string | null =>
  picked ?? today?.items.find((x) => x.drill)?.id ?? today?.items[0]?.id ?? null

/** Keeps what the desk practises up with the piece, what was settled, and what is looked at. Mounted once. */
export function usePractiseWork(): void {
  const desk = useDeskStore()
  const store = practiseOf(desk)
  const piece = useDesk((d) => d.piece)
  const plan = useDesk((d) => d.plan)
  const klass = useDesk((d) => d.klass)
  const passage = useDesk((d) => d.passage)
  const request = useMemo(() => ({ piece, plan, klass, stretch: passage }), [piece, plan, klass, passage])
  const { warmup } = plan
  useEffect(() => {
    let over = false
    const tell = (change: Partial<Practise>) => {
      if (!over) store.setState(change)
    }
    stockFor(request).then(
      (stock) => tell({ stock, failed: false }),
      () => tell({ failed: true }),
    )
    todayFor(request, warmup).then(
      (today) => tell({ today }),
      () => tell({ failed: true }),
    )
    return () => {
      over = true
    }
  }, [request, warmup, store])
  const today = useStore(store, (p) => p.today)
  const id = useStore(store, pickedIn)
  useEffect(() => {
    let over = false
    if (id === null) return
    musicFor(request, [id], warmup).then(
      (found) => {
        if (!over) store.setState({ music: found?.[0] ?? null })
      },
      () => {
        if (!over) store.setState({ failed: true })
      },
    )
    return () => {
      over = true
    }
  }, [request, warmup, id, today, store])
}
