'use client'

import '@/core/jitless'
import { useMemo } from 'react'
import * as z from 'zod/mini'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { SAID, type CallOptions, type Say } from '@/core/plan/talk'
import { useDesk } from '@/ui/session/DeskProvider'

/** Whose calls are shown: the picked seat's, or those of all with the same fingers together. */
export type CallsOf = 'seat' | 'class'

type CallState = {
  readonly say: Say
  readonly who: CallsOf
  setSay(say: Say): void
  show(who: CallsOf): void
}

const keptSchema = z.object({
  say: z._default(z.enum(SAID), 'both'),
  who: z._default(z.enum(['seat', 'class']), 'class'),
  /** As it was kept before the words were the class's. */
  options: z.optional(z.object({ say: z.enum(SAID) })),
})

/** What is called out just now; kept in this browser. In which words is the class's. */
export const useCalling = create<CallState>()(
  persist(
    (set) => ({
      say: 'both',
      who: 'class',
      show: (who) => set({ who }),
      setSay: (say) => set({ say }),
    }),
    {
      name: 'even-seat-calls',
      partialize: ({ say, who }) => ({ say, who }),
      merge: (kept, now) => {
        const known = keptSchema.safeParse(kept)
        if (!known.success) return now
        const { options, who, say } = known.data
        return { ...now, who, say: options?.say ?? say }
      },
    },
  ),
)

/** How calls are said: in the words of the class, what is chosen just now. */
export function useCallOptions(): CallOptions {
  const talk = useDesk((d) => d.klass.talk)
  const say = useCalling((c) => c.say)
  return useMemo(() => ({ ...talk, say }), [talk, say])
}
