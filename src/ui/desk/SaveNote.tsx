'use client'

import { Button } from '../parts/Button'
import { useDesk } from './DeskProvider'
import type { SaveState } from '../parts/autosave'

/** How the saving stands, in words. */
export const SAVE_WORDS: Record<SaveState, string> = {
  saved: 'saved',
  waiting: 'saving …',
  saving: 'saving …',
  failed: 'not saved yet: no answer from the server, trying again',
  newer: 'changed elsewhere',
  gone: 'taken off the shelf',
}

/** Says in the heading how the saving stands. */
export function SaveNote() {
  const save = useDesk((d) => d.save)
  return (
    <span role="status" className={save === 'failed' ? 'font-semibold text-madder' : ''}>
      {SAVE_WORDS[save]}
    </span>
  )
}

export function SaveTrouble() {
  return <SaveChoice save={useDesk((d) => d.save)} keepMine={useDesk((d) => d.keepMine)} />
}

/** When another window has saved this piece meanwhile: nothing is overwritten until the teacher says so. */
export function SaveChoice({ save, keepMine }: { save: SaveState; keepMine: () => void }) {
  if (save !== 'newer' && save !== 'gone') return null
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-b border-madder bg-sheet px-4 py-2">
      {save === 'newer' ? (
        <>
          <p className="grow">This piece was changed in another window. Nothing of either has been lost yet.</p>
          <Button onClick={() => window.location.reload()}>Take the other window’s</Button>
          <Button onClick={keepMine}>Keep mine</Button>
        </>
      ) : (
        <p className="grow">This piece has been taken off the shelf in another window. Put it back there to go on saving.</p>
      )}
    </div>
  )
}
