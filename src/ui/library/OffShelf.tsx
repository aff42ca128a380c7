'use client'

import { format } from 'date-fns'
import * as AlertDialog from '@radix-ui/react-alert-dialog'
import { useTransition } from 'react'
import type { LibraryActions } from '@/api/actions'
import { Button } from '@/ui/kit/Button'
import type { OffShelf as Piece } from '@/api/library'
import { count } from '@/core/count'

/** Pieces that were taken off the shelf: put back, or deleted for good on purpose. */
export function OffShelf({ pieces, actions }: { pieces: readonly Piece[]; actions: LibraryActions }) {
  const [pending, start] = useTransition()
  return (
    <section aria-labelledby="off-shelf" className="rounded-lg border border-rule bg-sheet p-5">
      <div className="flex items-baseline gap-4">
        <h2 id="off-shelf" className="grow font-title text-lg">
          Deleted pieces
        </h2>
        {pieces.length > 0 && (
          <Sure
            label="Delete all for good"
            title={`Delete ${count(pieces.length, 'piece')} for good?`}
            text="This deletes their saved versions and original files too. You can’t undo it."
            yes="Delete them for good"
            onYes={() => start(() => actions.deleteForGood('all'))}
          />
        )}
      </div>
      {pieces.length === 0 ? (
        <p className="mt-1 text-soft">Nothing deleted. Pieces you delete wait here until you delete them for good.</p>
      ) : (
        <ul className="mt-2" aria-busy={pending}>
          {pieces.map((p) => (
            <li key={p.id} className="flex items-center gap-3 border-t border-rule py-1.5">
              <span className="grow">
                <span className="font-title">{p.title}</span>{' '}
                <span className="text-sm text-soft">deleted {format(p.deletedAt, 'd MMM yyyy, HH:mm')}</span>
              </span>
              <Button aria-label={`Restore ${p.title}`} onClick={() => start(() => actions.putBack(p.id))}>
                Restore
              </Button>
              <Sure
                label="Delete for good"
                name={`Delete ${p.title} for good`}
                title={`Delete “${p.title}” for good?`}
                text="This deletes its saved versions and its original file too. You can’t undo it."
                yes="Delete it for good"
                onYes={() => start(() => actions.deleteForGood(p.id))}
              />
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

type SureProps = { label: string; name?: string; title: string; text: string; yes: string; onYes: () => void }

/** A button that asks before it does what cannot be undone. */
function Sure({ label, name, title, text, yes, onYes }: SureProps) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>
        <Button kind="quiet" aria-label={name} className="text-madder">
          {label}
        </Button>
      </AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <AlertDialog.Content className="fixed top-1/3 left-1/2 z-50 w-[440px] max-w-[92vw] -translate-x-1/2 rounded-lg border border-rule bg-sheet p-5 shadow-lg">
          <AlertDialog.Title className="font-title text-lg">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mt-1 mb-4">{text}</AlertDialog.Description>
          <div className="flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button>Keep</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button kind="filled" onClick={onYes}>
                {yes}
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
