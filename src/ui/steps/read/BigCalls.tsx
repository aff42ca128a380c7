'use client'

import { useCalled } from '@/ui/kit/InClass'
import { capital } from '@/core/names'
import { ChevronLeft, ChevronRight, X } from 'lucide-react'
import * as Dialog from '@radix-ui/react-dialog'
import { useState } from 'react'
import { sayCall, type Call } from '@/core/reading/calls'
import { Button } from '@/ui/kit/Button'
import { Choice } from '@/ui/kit/Choice'
import { useFitted } from './useFitted'

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
  /** The measures, by index, with which a line begins: as it is printed, or every fourth. */
  begins: readonly number[]
  index: number
  goTo: (index: number) => void
  title: string
}

/** A measure, or a line, to be read from the back of the room: arrows go from one to the next. */
export function BigCalls({ open, onOpenChange, calls, begins, index, goTo, title }: Props) {
  const called = useCalled()
  const [by, setBy] = useState<'measure' | 'line'>('measure')
  const pages = by === 'measure' ? calls.map((c) => [c]) : inLines(calls, begins)
  const at = Math.max(
    0,
    pages.findIndex((p) => p.some((c) => c.index === index)),
  )
  const page = pages[at] ?? []
  const next = pages[at + 1]
  const step = (n: number) => pages[at + n] && goTo(pages[at + n][0].index)
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          // The arrows go through the music at once, not among the choices.
          onOpenAutoFocus={(e) => {
            e.preventDefault()
            ;(e.currentTarget as HTMLElement).focus()
          }}
          className="fixed inset-0 z-50 flex flex-col bg-paper p-4 sm:p-8"
          onKeyDown={(e) => {
            const inChoice = (e.target as HTMLElement).closest('[role=radiogroup], [role=group]') !== null
            if (e.key === 'ArrowRight' && !inChoice) step(1)
            else if (e.key === 'ArrowLeft' && !inChoice) step(-1)
            else if (e.key === ' ' && !(e.target as HTMLElement).closest('button')) step(1)
            else return
            e.preventDefault()
          }}
        >
          <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
            <Dialog.Title className="min-w-0 truncate font-title text-2xl">{title}</Dialog.Title>
            <div className="flex items-center gap-2">
              <Choice
                label="How much to show"
                value={by}
                onChange={setBy}
                options={[
                  ['measure', called('A measure')],
                  ['line', 'A line'],
                ]}
              />
              <Dialog.Close asChild>
                <Button>
                  <X size={16} aria-hidden /> Close
                </Button>
              </Dialog.Close>
            </div>
          </div>
          <Fitted page={page} />
          {next && (
            <p className="truncate border-t border-rule pt-3 text-2xl text-soft">
              then {next[0].said.map(({ who, call: c }) => (who ? `${who}: ` : '') + sayCall(c)).join(' / ')}
            </p>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <Button onClick={() => step(-1)} disabled={at === 0}>
              <ChevronLeft size={18} aria-hidden /> {by === 'measure' ? called('Measure') : 'Line'} before
            </Button>
            <Button onClick={() => step(1)} disabled={!next}>
              Next {by} <ChevronRight size={18} aria-hidden />
            </Button>
            <span className="text-soft max-sm:hidden">
              ← and → go from {by} to {by}, Esc closes.
            </span>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

/** The measures of each line. */
const inLines = (calls: readonly CallLine[], begins: readonly number[]): readonly CallLine[][] => {
  const lines = new Map<number, CallLine[]>()
  for (const c of calls) {
    const from = begins.findLast((b) => b <= c.index) ?? 0
    lines.set(from, [...(lines.get(from) ?? []), c])
  }
  return [...lines.values()]
}

/** The measures with what is said in them, as large as there is room. */
function Fitted({ page }: { page: readonly CallLine[] }) {
  const called = useCalled()
  const ref = useFitted<HTMLDivElement>(page)
  return (
    <div ref={ref} aria-live="polite" className="min-h-0 grow overflow-hidden pt-3 leading-[1.12]">
      {page.map((call) => (
        <div key={call.index} className="mb-[0.25em]">
          <p className="text-soft" style={{ fontSize: '0.42em' }}>
            {call.name === call.number ? `${called('Measure')} ${call.number}` : capital(call.name)}
            {call.note && ` · ${call.note}`}
          </p>
          {call.said.map(({ who, call: { lead, words, close } }) => (
            <p key={who} className="flex flex-wrap items-baseline gap-x-[0.45em] font-semibold">
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
      ))}
    </div>
  )
}
