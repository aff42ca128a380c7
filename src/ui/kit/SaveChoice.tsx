'use client'

import { Button } from './Button'
import type { SaveState } from './autosave'

const SAVE_WORDS: Record<SaveState, string> = {
  saved: 'saved',
  waiting: 'saving …',
  saving: 'saving …',
  failed: 'not saved yet',
  newer: 'changed elsewhere',
  gone: 'deleted',
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
          <p className="grow">You changed this piece in another window too. Nothing is lost yet. Which one do you want to keep?</p>
          <Button onClick={takeTheirs}>Keep the other one</Button>
          <Button onClick={keepMine}>Keep this one</Button>
        </>
      ) : (
        <p className="grow">This piece was deleted in another window. Restore it (Library, Deleted pieces) to keep saving.</p>
      )}
    </div>
  )
}
