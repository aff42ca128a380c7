'use client'

import { createContext, useCallback, useContext, useMemo } from 'react'
import type { NoteNames } from '@/core/music/noteName'
import { asCalled, type Calling } from '@/core/words/en/called'

type Here = { readonly id: string; readonly calling: Calling; readonly names: NoteNames }
const Context = createContext<Here>({ id: '', calling: {}, names: 'letters' })

/** What is inside belongs to a class, and says measures and lengths as the class calls them. */
export function InClass({
  id,
  measure,
  lengths,
  names = 'letters',
  children,
}: { id: string; names?: NoteNames; children: React.ReactNode } & Calling) {
  const here = useMemo((): Here => ({ id, calling: { measure, lengths }, names }), [id, measure, lengths, names])
  return <Context.Provider value={here}>{children}</Context.Provider>
}

/** The id of the class that a page is of, as its address says; empty on a page that is of none. */
export const useClassId = (): string => useContext(Context).id

/** How the class calls notes. */
export const useNoteNames = (): NoteNames => useContext(Context).names

/** Says a text of ours as the class calls things: "bar" for "measure". Not for what holds a title or a name. */
export function useCalled(): (text: string) => string {
  const { calling } = useContext(Context)
  return useCallback((text: string) => asCalled(calling, text), [calling])
}
