'use client'

import { useStore } from 'zustand'
import { count } from '@/core/count'
import type { EverySeat } from '@/core/seats/seat'
import { readsOf, type Standing } from '@/core/trainer/standing'
import type { ClassStore } from '@/ui/class/useClassStore'
import { Button } from '@/ui/kit/Button'
import { saySave } from '@/ui/kit/SaveChoice'

/** Takes over what is read surely into the class: hand-outs, what is said first and warm-ups go by it from then on. */
export function UseIt({ store, standing }: { store: ClassStore; standing: EverySeat<Standing> }) {
  const { settings, save, problem, settle, past, undo } = useStore(store)
  const now = readsOf(standing)
  const [sure, unsure] = [Object.values(now).flatMap((r) => r.sure), Object.values(now).flatMap((r) => r.unsure)].map((all) => all.length)
  const same = JSON.stringify(now) === JSON.stringify(settings.reads)
  return (
    <section
      aria-label="What goes by it"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-lg border border-rule bg-sheet p-4"
    >
      <p className="min-w-0 flex-1 basis-96">
        {count(sure, 'note')} read surely, {unsure} not. Taken over into the class, numbers of sure notes stay off parts that are printed
        with “what is not read yet” and fade sooner; what trips a seat at a note that it does not read weighs more among the first things to
        say; and Practise offers those notes to be said first.
      </p>
      <Button kind="filled" disabled={same} onClick={() => settle((s) => ({ ...s, reads: now }), 'what is read surely')}>
        {same ? 'The class has it as it is' : 'Take it over'}
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
