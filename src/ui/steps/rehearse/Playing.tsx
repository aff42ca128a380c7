'use client'

import { NowStrip } from '@/ui/rehearse/NowStrip'
import { comingAfter } from '@/ui/rehearse/sign'
import { Stage } from '@/ui/rehearse/Stage'
import { useLesson, useRunRows } from '@/ui/rehearse/useLesson'
import { useDesk } from '@/ui/session/DeskProvider'

/** What is heard now; in a lesson with what comes after it. */
export function Playing() {
  const lesson = useLesson((l) => l)
  const piece = useDesk((d) => d.piece)
  const rows = useRunRows()
  const seats = useDesk((d) => d.seats)
  const coming = (turn: number) => comingAfter(lesson, { piece, rows, seats }, turn)
  return (
    <Stage>
      <NowStrip coming={coming} />
    </Stage>
  )
}
