'use client'

import { Keyboard } from 'lucide-react'
import Link from 'next/link'
import { useClassId } from '@/ui/kit/InClass'
import { piecePage } from '@/api/address'
import { BackLink } from '@/ui/kit/BackLink'
import { UndoRedo } from '@/ui/kit/UndoRedo'
import { Button } from '@/ui/kit/Button'
import { Hint } from '@/ui/kit/Hint'
import { headline } from '@/core/piece/headline'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { useDesk } from '@/ui/session/DeskProvider'
import { passageIn } from '@/ui/session/address'
import type { View } from '@/ui/session/deskStore'
import { SaveNote } from './SaveNote'
import { ChoicesButton } from './ChoicesButton'
import { StepsNav } from '@/ui/steps/StepsNav'
import type { DeskStep } from '@/ui/steps/list'
import { TakeAway } from './TakeAway'
import { TitleField } from './TitleField'
import { Choice } from '@/ui/kit/Choice'

const VIEWS: readonly (readonly [View, string])[] = [
  ['bench', 'Bench'],
  ['score', 'Score'],
]

/** The slim bar on top: the piece, the steps of the work, and the tools of the desk. */
export function DeskBar({ onHelp, original, step }: { onHelp: () => void; original: boolean; step: DeskStep }) {
  const of = useClassId()
  const id = useDesk((d) => d.id)
  const piece = useDesk((d) => d.piece)
  const names = useDesk((d) => d.klass.talk.names)
  const view = useDesk((d) => d.view)
  const setView = useDesk((d) => d.setView)
  const along = useDesk(passageIn)
  return (
    <header className="bar lg:flex-nowrap">
      <BackLink />
      <div className="min-w-0 flex-1 basis-40 leading-tight lg:flex-initial">
        <TitleField />
        <p className="truncate text-fine text-soft">
          {headline(piece.key, piece.meter, piece.tempo, true, names)} · <SaveNote /> ·{' '}
          <Link href={piecePage(of, id, 'history')} className="underline underline-offset-2">
            history
          </Link>
        </p>
      </div>
      <StepsNav id={id} here={step.id} within along={along} />
      <div className="ml-auto flex flex-wrap items-center gap-1 lg:flex-nowrap lg:max-xl:gap-0.5 lg:max-xl:[&_button]:px-1.5">
        {(step.desk.centre === null || step.desk.drawn) && <Choice label="Drawing" value={view} options={VIEWS} onChange={setView} />}
        <ChoicesButton />
        <TakeAway id={id} original={original} />
        <DeskUndo />
        <Hint text="Keys ( ? )">
          <Button kind="quiet" className="max-sm:hidden" aria-label="Keys" onClick={onHelp}>
            <Keyboard size={18} aria-hidden />
          </Button>
        </Hint>
        <ThemeButton />
      </div>
    </header>
  )
}

/** Apart from the bar, which else were drawn anew at every change. */
function DeskUndo() {
  const undo = useDesk((d) => d.undo)
  const redo = useDesk((d) => d.redo)
  const past = useDesk((d) => d.past)
  const future = useDesk((d) => d.future)
  return <UndoRedo history={{ past, future }} undo={undo} redo={redo} />
}
