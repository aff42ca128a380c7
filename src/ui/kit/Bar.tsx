'use client'

import * as Progress from '@radix-ui/react-progress'

/** How far something is, with words beside it. */
export function Bar({ part, text }: { part: number; text: string }) {
  const percent = Math.round(100 * Math.min(1, Math.max(0, part)))
  return (
    <div className="flex items-center gap-3">
      <Progress.Root value={percent} aria-label={text} className="h-2 w-56 shrink-0 overflow-hidden rounded bg-rule">
        <Progress.Indicator className="h-full bg-spruce" style={{ width: `${percent}%` }} />
      </Progress.Root>
      <span className="text-body" role="status">
        {text} {percent} %
      </span>
    </div>
  )
}
