'use client'

import type { ReactNode } from 'react'
import { AtDesk, useDeskStore } from '@/ui/session/DeskProvider'
import { useLesson } from './useLesson'

/** What is inside shows and plays what a lesson has on its stand: a drill, or the piece itself. */
export function Stage({ children }: { children: ReactNode }) {
  const desk = useDeskStore()
  const stage = useLesson((l) => l.stage)
  return <AtDesk store={stage ?? desk}>{children}</AtDesk>
}
