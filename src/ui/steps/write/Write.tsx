'use client'

import dynamic from 'next/dynamic'
import { useCallback, useState } from 'react'
import { useStore } from 'zustand'
import { Keyboard } from 'lucide-react'
import { useClassId } from '@/ui/kit/InClass'
import { pieceApi } from '@/api/address'
import type { Piece } from '@/core/piece/piece'
import type { ClassSettings } from '@/core/plan/class'
import { sayTold } from '@/ui/kit/saving'
import { takeTheirs, useAutosave, type SaveBy } from '@/ui/kit/autosave'
import { BackLink } from '@/ui/kit/BackLink'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { ThemeButton } from '@/ui/kit/ThemeButton'
import { UndoRedo } from '@/ui/kit/UndoRedo'
import { Button } from '@/ui/kit/Button'
import { Hint } from '@/ui/kit/Hint'
import { listed } from '@/ui/kit/keys'
import type { keptNotes, NotesRequest } from '@/api/saving'
import { SaveChoice, saySave } from '@/ui/kit/SaveChoice'
import { StepsNav } from '@/ui/steps/StepsNav'
import type { Beginning } from '@/core/writing/begin'
import { Begin } from './Begin'
import { WRITE_KEYS } from './keys'
import { useKeptText } from './useKeptText'
import { WriteSurface } from './WriteSurface'
import { createWrite, type WriteActions, type WriteState, type WriteStore } from './writeStore'
import { count } from '@/core/count'

/** Loaded when it is asked for. */
const KeyDialog = dynamic(() => import('@/ui/kit/KeyDialog').then((m) => m.KeyDialog), { ssr: false })

/** The notes with the text that says the same. A text that cannot be read waits for its next sign. */
const SAVE: SaveBy<WriteState & WriteActions, typeof keptNotes> = {
  url: (s) => pieceApi(s.of, s.id, '/notes'),
  body: (s): Omit<NotesRequest, 'base' | 'by' | 'seq'> => ({
    piece: s.draft.piece,
    text: s.good,
    pinsBy: s.ids ? 'id' : 'place',
    said: sayTold(s.told),
  }),
  kept: { schema: () => import('@/api/saving').then((m) => m.keptNotes), adopt: (s, kept, base) => s.adopt(kept, base) },
}

/** Whether the text says something that cannot be read. */
const isUnread = (s: WriteState): boolean => s.reading !== null && !s.reading.ok

type Props = { id: string; klass: ClassSettings; version: number; packed: Packed<{ piece: Piece; text: string }> }

/** Writing on at a piece of the shelf. Saves by itself; a text that cannot be read is kept in the browser meanwhile. */
export function Write({ packed, ...props }: Props) {
  return <Unpacked packed={packed}>{(music) => <WriteHere {...props} {...music} />}</Unpacked>
}

function WriteHere({ id, klass, ...start }: Omit<Props, 'packed'> & { piece: Piece; text: string }) {
  const of = useClassId()
  const [store] = useState(() => createWrite({ id, of, ...start }))
  const save = useStore(store, (s) => s.save)
  const problem = useStore(store, (s) => s.problem)
  const lifted = useStore(store, (s) => s.lifted)
  const keepMine = useStore(store, (s) => s.keepMine)
  const title = useStore(store, (s) => s.draft.piece.title)
  useAutosave(store, SAVE)
  const unread = useStore(store, isUnread)
  useKeptText(store, `even-seat-text-${id}`, isUnread)
  const note = unread
    ? 'not saved yet: we can’t read it. The text is kept in this browser'
    : save === 'saved' && lifted
      ? `saved. ${count(lifted, 'pin')} went with the notes`
      : saySave(save, problem)
  return (
    <WriteFrame store={store} title={title} klass={klass} steps={<StepsNav id={id} here="write" />}>
      <SaveChoice save={save} keepMine={keepMine} takeTheirs={() => void takeTheirs(store)} />
      <p role="status" className="text-sm text-soft">
        {note}
      </p>
    </WriteFrame>
  )
}

type FrameProps = {
  store: WriteStore
  title: string
  klass: ClassSettings
  steps?: React.ReactNode
  /** Asks first what the tune begins with, and hands it on here. */
  begin?: ((beginning: Beginning) => void) | null
  children: React.ReactNode
}

/** The page around the writing: heading, undo, keys. */
export function WriteFrame({ store, title, klass, steps, begin = null, children }: FrameProps) {
  const [help, setHelp] = useState(false)
  const onHelp = useCallback(() => setHelp(true), [])
  const undo = useStore(store, (s) => s.undo)
  const redo = useStore(store, (s) => s.redo)
  const past = useStore(store, (s) => s.past)
  const future = useStore(store, (s) => s.future)
  return (
    <div className="desk">
      <header className="bar">
        <BackLink />
        <h1 className="min-w-0 truncate font-title text-lead">{title}</h1>
        {steps}
        <div className="ml-auto flex items-center gap-1">
          <UndoRedo history={{ past, future }} undo={undo} redo={redo} />
          <Hint text="Keys ( ? )">
            <Button kind="quiet" aria-label="Keys" onClick={() => setHelp(true)}>
              <Keyboard size={18} aria-hidden />
            </Button>
          </Hint>
          <ThemeButton />
        </div>
      </header>
      <main className="flex min-h-0 grow flex-col">
        {begin ? (
          <Begin begin={begin} />
        ) : (
          <WriteSurface store={store} klass={klass} onHelp={onHelp}>
            {children}
          </WriteSurface>
        )}
      </main>
      {help && (
        <KeyDialog
          open
          onOpenChange={setHelp}
          title="Keys for writing"
          lists={[listed(WRITE_KEYS.slice(0, 12)), listed(WRITE_KEYS.slice(12))]}
        />
      )}
    </div>
  )
}
