'use client'

import { useStore } from 'zustand'
import { count } from '@/core/count'
import type { EverySeat } from '@/core/seats/seat'
import { readsOf, type Standing } from '@/core/trainer/standing'
import type { ClassStore } from '@/ui/class/useClassStore'
import { Button } from '@/ui/kit/Button'
import { saySave } from '@/ui/kit/SaveChoice'

/** Takes over what they read well into the class: hand-outs, what is said first and warm-ups go by it from then on. */
export function UseIt({ store, standing }: { store: ClassStore; standing: EverySeat<Standing> }) {
  const { settings, save, problem, settle, past, undo } = useStore(store)
  const now = readsOf(standing)
  const [sure, unsure] = [Object.values(now).flatMap((r) => r.sure), Object.values(now).flatMap((r) => r.unsure)].map((all) => all.length)
  const same = JSON.stringify(now) === JSON.stringify(settings.reads)
  return (
    <section
      aria-label="Use it elsewhere"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-lg border border-rule bg-sheet p-4"
    >
      <p className="min-w-0 flex-1 basis-96">
        {count(sure, 'note')} sure, {unsure} not yet. Use it for the class, and parts printed with “notes not sure yet” leave out fingers on
        sure notes. Places to watch count more where a note isn’t sure, and Warm-up starts with saying those notes.
      </p>
      <Button kind="filled" disabled={same} onClick={() => settle((s) => ({ ...s, reads: now }), 'what they read well')}>
        {same ? 'The class uses it already' : 'Use it for the class'}
      </Button>
      {past.length > 0 && (
        <Button kind="quiet" onClick={undo}>
          Undo
        </Button>
      )}
      <span role="status" className={`text-fine ${save === 'failed' ? 'font-semibold text-madder' : 'text-soft'}`}>
        {saySave(save, problem)}
      </span>
    </section>
  )
}
