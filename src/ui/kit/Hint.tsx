'use client'

import { Tooltip } from 'radix-ui'

/** A tooltip on a control that shows only an icon. The control keeps a name of its own. */
export function Hint({ text, children }: { text: string; children: React.ReactNode }) {
  return (
    <Tooltip.Provider delayDuration={300}>
      <Tooltip.Root>
        <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content sideOffset={6} className="z-50 rounded bg-ink px-2 py-1 text-sm text-paper">
            {text}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  )
}
