'use client'

import { Button } from './Button'
import type { SaveState } from './autosave'

const SAVE_WORDS: Record<SaveState, string> = {
  saved: 'saved',
  waiting: 'saving …',
  saving: 'saving …',
  failed: 'not saved yet',
  newer: 'changed elsewhere',
  gone: 'taken off the shelf',
}

/** How the saving stands, in words; a problem in its own. */
export const saySave = (save: SaveState, problem: string): string =>
  save === 'failed' && problem ? `${SAVE_WORDS.failed}: ${problem}` : SAVE_WORDS[save]

type ChoiceProps = { save: SaveState; keepMine: () => void; takeTheirs: () => void }

/** When another window has saved this piece meanwhile: nothing is overwritten until the teacher says so. */
export function SaveChoice({ save, keepMine, takeTheirs }: ChoiceProps) {
  if (save !== 'newer' && save !== 'gone') return null
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-b border-madder bg-sheet px-4 py-2">
      {save === 'newer' ? (
        <>
          <p className="grow">This piece was changed in another window. Nothing of either has been lost yet.</p>
          <Button onClick={takeTheirs}>Take the other window’s</Button>
          <Button onClick={keepMine}>Keep mine</Button>
        </>
      ) : (
        <p className="grow">
          This piece has been taken off the shelf in another window. Put it back (Library, Off the shelf) to go on saving.
        </p>
      )}
    </div>
  )
}
