'use client'

import '@/core/jitless'
import * as z from 'zod/mini'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { callOptionsSchema, DEFAULT_CALLS, type CallOptions } from '@/core/reading/calls'

/** Whose calls are shown: the picked seat's, or those of all with the same fingers together. */
export type CallsOf = 'seat' | 'class'

type CallState = {
  readonly options: CallOptions
  readonly who: CallsOf
  set<K extends keyof CallOptions>(key: K, value: CallOptions[K]): void
  show(who: CallsOf): void
}

const keptSchema = z.object({ options: callOptionsSchema, who: z._default(z.enum(['seat', 'class']), 'class') })

/** How this teacher's classes call out; kept in this browser. */
export const useCallOptions = create<CallState>()(
  persist(
    (set) => ({
      options: DEFAULT_CALLS,
      who: 'class',
      show: (who) => set({ who }),
      set: (key, value) => set((s) => ({ options: { ...s.options, [key]: value } })),
    }),
    {
      name: 'even-seat-calls',
      partialize: ({ options, who }) => ({ options, who }),
      merge: (kept, now) => {
        const known = keptSchema.safeParse(kept)
        return known.success ? { ...now, ...known.data } : now
      },
    },
  ),
)
