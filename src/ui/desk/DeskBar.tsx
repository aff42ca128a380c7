'use client'

import { Keyboard, Redo2, Undo2 } from 'lucide-react'
import { BackLink } from '../parts/BackLink'
import { Button } from '../parts/Button'
import { Hint } from '../parts/Hint'
import { headline } from '../parts/music'
import { ThemeButton } from '../parts/ThemeButton'
import { useDesk } from './DeskProvider'
import type { View } from './deskStore'
import { SaveNote } from './SaveNote'
import { Settings } from './Settings'
import { Steps } from './Steps'
import { TitleField } from './TitleField'

const VIEWS: { view: View; name: string }[] = [
  { view: 'bench', name: 'Bench' },
  { view: 'score', name: 'Score' },
]

/** The slim bar on top: the piece, the steps of the work, and the tools of the desk. */
export function DeskBar({ onHelp, typed }: { onHelp: () => void; typed: boolean }) {
  const id = useDesk((d) => d.id)
  const piece = useDesk((d) => d.piece)
  const view = useDesk((d) => d.view)
  const setView = useDesk((d) => d.setView)
  const undo = useDesk((d) => d.undo)
  const redo = useDesk((d) => d.redo)
  const canUndo = useDesk((d) => d.past.length > 0)
  const canRedo = useDesk((d) => d.future.length > 0)
  return (
    <header className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-sheet px-3 py-1.5">
      <BackLink />
      <div className="min-w-0 leading-tight">
        <TitleField />
        <p className="text-[13px] text-soft">
          {headline(piece.key, piece.meter, piece.tempo, true)} · <SaveNote />
        </p>
      </div>
      <Steps id={id} here="map" typed={typed} />
      <div className="ml-auto flex items-center gap-1">
        <div role="group" aria-label="Drawing" className="mr-1 flex overflow-hidden rounded-md border border-rule">
          {VIEWS.map((v) => (
            <button
              key={v.view}
              type="button"
              aria-pressed={view === v.view}
              onClick={() => setView(v.view)}
              className={`px-2.5 py-1 ${view === v.view ? 'bg-ink text-paper' : 'bg-sheet hover:bg-wash'}`}
            >
              {v.name}
            </button>
          ))}
        </div>
        <Settings />
        <Hint text="Undo (Ctrl Z)">
          <Button kind="quiet" aria-label="Undo" disabled={!canUndo} onClick={undo}>
            <Undo2 size={18} aria-hidden />
          </Button>
        </Hint>
        <Hint text="Redo (Ctrl Shift Z)">
          <Button kind="quiet" aria-label="Redo" disabled={!canRedo} onClick={redo}>
            <Redo2 size={18} aria-hidden />
          </Button>
        </Hint>
        <Hint text="Keys ( ? )">
          <Button kind="quiet" aria-label="Keys" onClick={onHelp}>
            <Keyboard size={18} aria-hidden />
          </Button>
        </Hint>
        <ThemeButton />
      </div>
    </header>
  )
}
