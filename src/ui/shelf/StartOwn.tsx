'use client'

import * as Dialog from '@radix-ui/react-dialog'
import type { ReactElement } from 'react'
import { count } from '@/core/count'
import { Button } from '@/ui/kit/Button'

type Props = { button: ReactElement; pieces: number; others: boolean; action: (form: FormData) => Promise<void> }

const field = 'mt-0.5 w-full rounded border border-rule bg-paper px-2 py-1.5'

/** A class of one's own in place of the demonstration: asked for its name, and told what becomes of what is here. Open from the start. */
export function StartOwn({ button, pieces, others, action }: Props) {
  return (
    <Dialog.Root defaultOpen>
      <Dialog.Trigger asChild>{button}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 w-[460px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 rounded-lg border border-rule bg-sheet p-5"
        >
          <Dialog.Title className="font-title text-xl">Start my own class</Dialog.Title>
          <form action={action} className="mt-3 grid gap-3">
            <label>
              What is it called?
              <input name="name" required maxLength={80} autoFocus autoComplete="off" className={field} />
            </label>
            <label>
              School or place, if you like
              <input name="school" maxLength={80} autoComplete="off" className={field} />
            </label>
            {pieces > 0 && (
              <label className="flex items-start gap-2">
                <input type="checkbox" name="clear" defaultChecked className="mt-1 accent-control" />
                <span>
                  Delete the {count(pieces, 'piece')} here.
                  <span className="block text-fine text-soft">You can restore them from the library.</span>
                </span>
              </label>
            )}
            <p className="text-sm text-soft">
              The made-up students go too{others ? ', and so do the other made-up classes' : ''}. Next you say who plays and what they have
              learned.
            </p>
            <div className="flex gap-2">
              <Button kind="filled" type="submit">
                Start
              </Button>
              <Dialog.Close asChild>
                <Button kind="quiet">Not now</Button>
              </Dialog.Close>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
