'use client'

import { useCalled } from '@/ui/kit/InClass'
import * as Dialog from '@radix-ui/react-dialog'
import { Button } from './Button'

type Pair = readonly [string, string]

/** Lists of keys and marks with what they do, side by side. */
export function KeyDialog({
  open,
  onOpenChange,
  title,
  lists,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  title: string
  lists: readonly (readonly Pair[])[]
}) {
  const called = useCalled()
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed top-1/2 left-1/2 z-50 max-w-[94vw] -translate-x-1/2 -translate-y-1/2 rounded-lg border border-rule bg-sheet p-5 ${lists.length > 1 ? 'w-[760px]' : 'w-[460px]'}`}
        >
          <Dialog.Title className="font-title text-lg">{title}</Dialog.Title>
          <div className={`mt-3 grid gap-x-8 gap-y-4 ${lists.length > 1 ? 'sm:grid-cols-2' : ''}`}>
            {lists.map((pairs, i) => (
              <dl key={i} className="grid grid-cols-[auto_1fr] content-start gap-x-4 gap-y-1.5">
                {pairs.map(([key, what]) => (
                  <div key={key} className="contents">
                    <dt className="font-semibold whitespace-nowrap">{key}</dt>
                    <dd>{called(what)}</dd>
                  </div>
                ))}
              </dl>
            ))}
          </div>
          <Dialog.Close asChild>
            <Button className="mt-4">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
