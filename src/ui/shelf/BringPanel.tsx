'use client'

import { Check, CircleAlert, Clock, X } from 'lucide-react'
import Link from 'next/link'
import * as Progress from '@radix-ui/react-progress'
import { useStore } from 'zustand'
import { piecePage } from '@/api/address'
import { Button } from '@/ui/kit/Button'
import type { BringStore, BroughtLine } from './bringStore'
import { ChooseTunes } from './ChooseTunes'
import { MidiChooser } from './MidiChooser'

/** What happens to the files that were brought: how far it is, and a line for each of what came of it. */
export function BringPanel({ store }: { store: BringStore }) {
  const { lines, done, total, clear } = useStore(store)
  if (lines.length === 0) return null
  const running = lines.some((l) => l.state === 'waiting' || l.state === 'reading')
  const count = (state: BroughtLine['state']) => lines.filter((l) => l.state === state).length
  const [added, failed, open] = [count('added'), count('failed'), count('choose') + count('midi')]
  const sum = [
    ...(added ? [`${added} added`] : []),
    ...(failed ? [`${failed} not added`] : []),
    ...(open ? [`${open} to decide`] : []),
  ].join(', ')
  return (
    <section aria-label="Files" className="rounded-md border border-rule bg-sheet">
      <header className="flex items-center gap-3 border-b border-rule px-4 py-2">
        <h2 className="font-semibold">{running ? `Reading ${Math.min(done + 1, total)} of ${total}` : sum}</h2>
        <Progress.Root
          value={total ? done : 1}
          max={Math.max(1, total)}
          aria-label="Files read"
          className="h-1.5 grow overflow-hidden rounded bg-rule"
        >
          <Progress.Indicator className="h-full bg-spruce transition-[width]" style={{ width: `${total ? (100 * done) / total : 100}%` }} />
        </Progress.Root>
        {!running && added + failed > 0 && (
          <Button
            kind="quiet"
            aria-label={open ? 'Clear what’s done' : 'Close the list of files'}
            title={open ? 'Clear what’s done' : 'Close the list of files'}
            onClick={clear}
          >
            <X size={16} aria-hidden />
          </Button>
        )}
      </header>
      <ul aria-live="polite">
        {lines.map((line) => (
          <li key={line.id} className="border-t border-rule px-4 py-2 first:border-t-0">
            <Line line={line} store={store} />
          </li>
        ))}
      </ul>
    </section>
  )
}

/** How many notices of a file are said at once. */
const SAID = 4

function Line({ line, store }: { line: BroughtLine; store: BringStore }) {
  switch (line.state) {
    case 'waiting':
    case 'reading':
      return (
        <p className="flex items-center gap-2 text-soft">
          <Clock size={16} aria-hidden /> {line.name}: {line.state === 'reading' ? 'reading …' : 'waits'}
        </p>
      )
    case 'failed':
      return (
        <div role="alert">
          <p className="flex items-center gap-2 font-semibold text-madder">
            <CircleAlert size={16} aria-hidden /> {line.name} was not added.
            <Button
              kind="quiet"
              size="small"
              className="ml-auto text-ink"
              aria-label={`Dismiss the problem with ${line.name}`}
              onClick={() => store.getState().dismiss(line.id)}
            >
              <X size={15} aria-hidden />
            </Button>
          </p>
          <ul className="pl-6">
            {line.says.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </div>
      )
    case 'added':
      return (
        <>
          <p className="flex items-center gap-2">
            <Check size={16} aria-hidden className="text-spruce" />
            <Link href={piecePage(line.of, line.pieceId ?? '')} className="font-semibold underline underline-offset-2">
              {line.name}
            </Link>
            <span className="text-soft">added.</span>
          </p>
          {line.says.length > 0 && (
            <ul className="pl-6 text-body text-ochre">
              {line.says.slice(0, SAID).map((text) => (
                <li key={text}>{text}</li>
              ))}
              {line.says.length > SAID && <li>and {line.says.length - SAID} more</li>}
            </ul>
          )}
        </>
      )
    case 'choose':
      return <ChooseTunes line={line} store={store} />
    case 'midi':
      return <MidiChooser line={line} store={store} />
  }
}
