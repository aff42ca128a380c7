'use client'

import { Plus } from 'lucide-react'
import * as Dialog from '@radix-ui/react-dialog'
import { useMemo, useState } from 'react'
import { count } from '@/core/count'
import { landmark } from '@/ui/kit/landmark'
import { Button } from '@/ui/kit/Button'
import { useDesk } from '@/ui/session/DeskProvider'
import { put, stepPut } from './edits'
import { sayMinutes } from '@/core/count'
import { usePick, usePractise } from './usePractise'

/** Everything that can be practised out of the piece, kind by kind, to look at and to put in. */
export function AddDrill() {
  const [open, setOpen] = useState(false)
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button size="small">
          <Plus size={15} aria-hidden /> Add a drill
        </Button>
      </Dialog.Trigger>
      {open && <Opened done={() => setOpen(false)} />}
    </Dialog.Root>
  )
}

function Opened({ done }: { done: () => void }) {
  return (
    <Dialog.Portal container={landmark()}>
      <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
      <Dialog.Content
        aria-describedby={undefined}
        className="fixed top-1/2 left-1/2 z-50 flex max-h-[86vh] w-[720px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 flex-col rounded-lg border border-rule bg-sheet p-5"
      >
        <Dialog.Title className="font-title text-xl">Add a drill</Dialog.Title>
        <All done={done} />
        <Dialog.Close asChild>
          <Button className="mt-3 self-start">Close</Button>
        </Dialog.Close>
      </Dialog.Content>
    </Dialog.Portal>
  )
}

function All({ done }: { done: () => void }) {
  const stock = usePractise((p) => p.stock)
  const today = usePractise((p) => p.today)
  const edit = useDesk((d) => d.edit)
  const pick = usePick()
  const [words, setWords] = useState('')
  const kinds = useMemo(() => {
    const wanted = words.trim().toLowerCase()
    const first = new Set(stock?.first)
    const shown = (stock?.drills ?? []).filter(
      (d) => first.has(d.id) && `${d.title} ${d.heading} ${d.purpose}`.toLowerCase().includes(wanted),
    )
    return [...new Set(shown.map((d) => d.heading))].map((heading) => ({ heading, drills: shown.filter((d) => d.heading === heading) }))
  }, [stock, words])
  const inIt = new Set(today?.items.flatMap((x) => (x.drill ? [x.drill.family] : [x.id])))
  const row = (id: string, title: string, minutes: number, text: string, taken: boolean, add: () => void) => (
    <li key={id} className="flex items-center gap-2 border-t border-rule py-1.5">
      <span className="min-w-0 flex-1 leading-snug">
        <span className="font-semibold">{title}</span> <span className="text-sm whitespace-nowrap text-soft">{sayMinutes(minutes)}</span>
        <span className="block text-fine text-soft">{text}</span>
      </span>
      {taken ? (
        <span className="text-sm text-soft">added</span>
      ) : (
        <Button
          size="small"
          aria-label={`Add ${title}`}
          onClick={() => {
            add()
            pick(id)
            done()
          }}
        >
          Add
        </Button>
      )}
    </li>
  )
  return (
    <>
      <input
        type="search"
        aria-label="Find a drill"
        placeholder="slide, measure, string …"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        className="mt-2 rounded border border-rule bg-paper px-2 py-1.5"
      />
      <p role="status" className="mt-1 text-fine text-soft">
        {count(
          kinds.reduce((n, k) => n + k.drills.length, 0),
          'drill',
        )}{' '}
        for this piece, each with its variants.
      </p>
      <div className="mt-1 min-h-0 overflow-y-auto" tabIndex={0} role="region" aria-label="Drills of this piece">
        {kinds.map(({ heading, drills }) => (
          <section key={heading} className="mt-2">
            <h3 className="text-sm font-semibold">{heading}</h3>
            <ul>{drills.map((d) => row(d.id, d.title, d.minutes, d.purpose, inIt.has(d.family), () => edit(put(d.id, d.title))))}</ul>
          </section>
        ))}
        {words === '' && stock && (
          <section className="mt-2">
            <h3 className="text-sm font-semibold">Without notes</h3>
            <ul>{stock.steps.map((s) => row(s.id, s.title, s.minutes, s.words, inIt.has(s.id), () => edit(stepPut(s.id, s.title))))}</ul>
          </section>
        )}
      </div>
    </>
  )
}
