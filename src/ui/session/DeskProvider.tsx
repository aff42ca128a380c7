'use client'

import { createContext, useContext, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { useClassId } from '@/ui/kit/InClass'
import type { Piece } from '@/core/piece/piece'
import type { ClassSettings } from '@/core/plan/class'
import type { Plan } from '@/core/plan/plan'
import type { Seat } from '@/core/seats/seat'
import { createDesk, type Desk, type DeskStore } from './deskStore'

const Context = createContext<DeskStore | null>(null)

export function DeskProvider({
  children,
  ...start
}: {
  id: string
  piece: Piece
  plan: Plan
  klass: ClassSettings
  version: number
  children: React.ReactNode
}) {
  const of = useClassId()
  const [store] = useState(() => createDesk({ ...start, of }))
  return <Context.Provider value={store}>{children}</Context.Provider>
}

/** What is inside reads from another desk, which somebody else keeps: a drill that is played in a lesson. */
export const AtDesk = ({ store, children }: { store: DeskStore; children: React.ReactNode }) => (
  <Context.Provider value={store}>{children}</Context.Provider>
)

export function useDeskStore(): DeskStore {
  const store = useContext(Context)
  if (!store) throw new Error('the desk is used outside its provider')
  return store
}

/** The seats of the class, in score order. */
export const useSeats = (): readonly Seat[] => useDesk((d) => d.seats)

/** The seats whose rows are shown: all, or the picked one alone. */
export function useRows(): readonly Seat[] {
  const seats = useSeats()
  const only = useDesk((d) => (d.alone ? d.seat : null))
  return useMemo(() => (only === null ? seats : seats.filter((s) => s.id === only)), [seats, only])
}

/** Reads from the desk; the component is drawn again only when what it reads has changed. */
export const useDesk = <T,>(read: (d: Desk) => T): T => useStore(useDeskStore(), read)
