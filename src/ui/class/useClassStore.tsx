'use client'

import { useCallback, useState } from 'react'
import { useStore } from 'zustand'
import { classApi } from '@/api/address'
import type { ClassSave, keptClass } from '@/api/saving'
import { takeTheirs, useAutosave, type SaveBy } from '@/ui/kit/autosave'
import { Button } from '@/ui/kit/Button'
import { useKeys, type KeyRow } from '@/ui/kit/keys'
import { createClass, type ClassEdits, type ClassDraft, type ClassState } from './classStore'

/** The keys of a page that changes the class. */
const CLASS_KEYS: readonly KeyRow<ClassEdits>[] = [
  { keys: 'Ctrl Z', words: 'undo', run: { 'Control+z': (c) => c.undo() } },
  { keys: 'Ctrl Shift Z', words: 'redo', run: { 'Control+Shift+z': (c) => c.redo(), 'Control+y': (c) => c.redo() } },
]

/** Saves are over the version they were made on; a class without a name waits for one. */
const SAVE: SaveBy<ClassState & ClassEdits, typeof keptClass> = {
  url: (s) => classApi(s.id),
  body: (s): Omit<ClassSave, 'base' | 'by' | 'seq'> => ({ name: s.name, school: s.school, settings: s.settings }),
  ready: (s) => s.name.trim() !== '',
  kept: { schema: () => import('@/api/saving').then((m) => m.keptClass), adopt: (s, kept, base) => s.adopt(kept, base) },
}

export type ClassStore = ReturnType<typeof createClass>

/** The class as a page changes it: saved by itself, with undo by keys. */
export function useClassStore(start: ClassDraft & { id: string; version: number }): ClassStore {
  const [store] = useState(() => createClass(start))
  useAutosave(store, SAVE)
  useKeys(
    CLASS_KEYS,
    useCallback(() => store.getState(), [store]),
    'input, [role=dialog]',
  )
  return store
}

/** What is asked when another window has saved the class meanwhile. */
export function NewerClass({ store }: { store: ClassStore }) {
  const save = useStore(store, (s) => s.save)
  const keepMine = useStore(store, (s) => s.keepMine)
  if (save !== 'newer') return null
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-b border-madder bg-sheet px-4 py-2">
      <p className="grow">You changed this class in another window too. Nothing is lost yet. Which one do you want to keep?</p>
      <Button onClick={() => void takeTheirs(store)}>Keep the other one</Button>
      <Button onClick={keepMine}>Keep this one</Button>
    </div>
  )
}
