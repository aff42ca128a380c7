import type { Stretch } from '@/core/piece/stretch'
import type { Warming } from '@/core/practice/runSheet'
import type { StockInfo, TodayInfo } from '@/workers/protocol'

/** The warm-up of today as it goes into a lesson; `stretch`: the passage that it was made out of. */
export const warming = (stock: StockInfo | null, today: TodayInfo | null, stretch: Stretch | null): Warming[] =>
  (today?.items ?? []).flatMap(({ id, minutes, drill }): Warming[] => {
    if (drill) return [{ drill: drill.id, title: drill.title, times: drill.times, ...(stretch && { stretch }) }]
    const step = stock?.steps.find((s) => s.id === id)
    return step ? [{ words: step.title, seconds: Math.round(minutes * 60) }] : []
  })
