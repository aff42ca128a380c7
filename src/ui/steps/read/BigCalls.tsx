'use client'

import { capital } from '@/core/names'
import { ChevronLeft, ChevronRight, X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { sayCall, type Call } from '@/core/reading/calls'
import { Button } from '@/ui/kit/Button'

/** A measure as it is called: by one seat, or by several one after the other, each with its name. */
export type CallLine = {
  readonly index: number
  readonly number: string
  readonly name: string
  /** Which seats are together from here on, when that changes. */
  readonly note: string
  readonly said: readonly { readonly who: string; readonly call: Call }[]
}

type Props = {
  open: boolean
  onOpenChange: (open: boolean) => void
  calls: readonly CallLine[]
  index: number
  goTo: (index: number) => void
  title: string
}

/** As big as the words of the measure allow, in pixels. */
function sizeFor({ said }: CallLine): number {
  const letters = said.reduce((n, { who, call }) => n + who.length + sayCall(call).length, 0)
  return letters < 36 ? 104 : letters < 90 ? 80 : letters < 180 ? 60 : 40
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
          <p className="mt-6 text-3xl text-soft">
            {call.name === call.number ? `Measure ${call.number}` : capital(call.name)}
            {call.note && ` · ${call.note}`}
          </p>
          <div
            aria-live="polite"
            className="flex grow flex-col gap-y-3 overflow-y-auto pt-2 leading-tight"
            style={{ fontSize: sizeFor(call) }}
          >
            {call.said.map(({ who, call: { lead, words, close } }) => (
              <p key={who} className="flex flex-wrap items-baseline gap-x-[0.5em] gap-y-1 font-semibold">
                {[who, lead].filter(Boolean).map((s) => (
                  <span key={s} style={{ fontSize: '0.5em' }} className="font-normal text-soft">
                    {s}
                  </span>
                ))}
                {words.map((w, i) => (
                  <span key={w.event}>{i > 0 && w.slurred ? `to ${w.said}` : w.said}</span>
                ))}
                {close && (
                  <span style={{ fontSize: '0.5em' }} className="font-normal text-soft">
                    {close}
                  </span>
                )}
              </p>
            ))}
          </div>
          {next && (
            <p className="truncate border-t border-rule pt-3 text-3xl text-soft">
              then {next.said.map(({ who, call: c }) => (who ? `${who}: ` : '') + sayCall(c)).join(' / ')}
            </p>
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
