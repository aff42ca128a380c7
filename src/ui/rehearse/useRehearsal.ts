'use client'

import { useStore } from 'zustand'
import { useDeskStore } from '@/ui/session/DeskProvider'
import { rehearsalOf, type Rehearse } from './rehearse'

/** What the desk rehearses, and all that can be done to it. */
export const useRehearsalStore = () => rehearsalOf(useDeskStore())

/** Reads from the rehearsal; drawn again only when what it reads has changed. */
export const useRehearsal = <T>(read: (r: Rehearse) => T): T => useStore(useRehearsalStore(), read)
