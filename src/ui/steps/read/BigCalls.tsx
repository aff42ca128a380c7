'use client'

import { ChevronLeft, ChevronRight, X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { Call } from '@/core/reading/calls'
import { Button } from '@/ui/kit/Button'

type Props = {
  open: boolean
  onOpenChange: (open: boolean) => void
  calls: readonly Call[]
  index: number
  goTo: (index: number) => void
  title: string
}

/** As big as the words of the measure allow, in pixels. */
function sizeFor({ words }: Call): number {
  const letters = words.reduce((n, w) => n + w.said.length + 3, 0)
  return letters < 36 ? 104 : letters < 90 ? 80 : 60
}

/** One measure at a time, to be read from the back of the room. */
export function BigCalls({ open, onOpenChange, calls, index, goTo, title }: Props) {
  const at = Math.max(
    0,
    calls.findIndex((c) => c.index === index),
  )
  const call = calls[at]
  const next = calls[at + 1]
  const step = (by: number) => calls[at + by] && goTo(calls[at + by].index)
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col bg-paper p-8"
          onKeyDown={(e) => {
            if (e.key === 'ArrowRight' || e.key === ' ') step(1)
            else if (e.key === 'ArrowLeft') step(-1)
            else return
            e.preventDefault()
          }}
        >
          <div className="flex items-center justify-between gap-4">
            <Dialog.Title className="font-title text-2xl">{title}</Dialog.Title>
            <Dialog.Close asChild>
              <Button>
                <X size={16} aria-hidden /> Close
              </Button>
            </Dialog.Close>
          </div>
          <p className="mt-6 text-3xl text-soft">Measure {call.number}</p>
          <p
            aria-live="polite"
            className="flex grow flex-wrap content-start gap-x-10 gap-y-2 overflow-y-auto pt-2 leading-tight font-semibold"
            style={{ fontSize: sizeFor(call) }}
          >
            {call.words.map((w) => (
              <span key={w.event}>{w.said}</span>
            ))}
          </p>
          {next && (
            <p className="truncate border-t border-rule pt-3 text-3xl text-soft">then {next.words.map((w) => w.said).join(' · ')}</p>
          )}
          <div className="mt-4 flex items-center gap-3">
            <Button onClick={() => step(-1)} disabled={at === 0}>
              <ChevronLeft size={18} aria-hidden /> Measure before
            </Button>
            <Button onClick={() => step(1)} disabled={!next}>
              Next measure <ChevronRight size={18} aria-hidden />
            </Button>
            <span className="text-soft">← and → go from measure to measure, Esc closes.</span>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
