'use client'

import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { callOptionsSchema, DEFAULT_CALLS, type CallOptions } from '@/core/reading/calls'

type CallState = { readonly options: CallOptions; set<K extends keyof CallOptions>(key: K, value: CallOptions[K]): void }

/** How this teacher's classes call out; kept in this browser. */
export const useCallOptions = create<CallState>()(
  persist(
    (set) => ({
      options: DEFAULT_CALLS,
      set: (key, value) => set((s) => ({ options: { ...s.options, [key]: value } })),
    }),
    {
      name: 'even-seat-calls',
      merge: (kept, now) => {
        const options = callOptionsSchema.safeParse((kept as { options?: unknown } | undefined)?.options)
        return options.success ? { ...now, options: options.data } : now
      },
    },
  ),
)
