'use client'

import { useEffect, useState } from 'react'
import { classApi } from '@/api/address'
import { factsReply } from '@/api/term'
import type { PieceFacts } from '@/core/term/facts'
import { answer, Trouble } from '@/ui/kit/answer'

export type Facts = { readonly version: number; readonly pieces: readonly PieceFacts[]; readonly beyond: number }

/** What the pieces of the shelf are for the class's term, asked for anew when the class has been saved. */
export function useFacts(id: string, version: number, saved: boolean): { facts: Facts | null; trouble: string | null } {
  const [facts, setFacts] = useState<Facts | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  useEffect(() => {
    if (!saved) return
    let gone = false
    answer(factsReply, classApi(id, '/term')).then(
      (reply) => {
        if (gone) return
        if (reply.ok) setFacts(reply)
        setTrouble(reply.ok ? null : reply.problem)
      },
      (e: unknown) => gone || setTrouble(e instanceof Trouble ? e.message : 'Something went wrong. Reload the page.'),
    )
    return () => {
      gone = true
    }
  }, [id, version, saved])
  return { facts, trouble }
}
