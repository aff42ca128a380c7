import { createStore } from 'zustand/vanilla'
import { draftOf, type Draft } from '@/core/writing/draft'
import { copy, paste, remove, type Clip } from '@/core/writing/commands'
import { sayMeasure } from '@/core/piece/address'
import type { Piece } from '@/core/piece/piece'
import { writeAbc } from '@/formats/abc/write'
import type { FileReading } from '@/formats/outcome'
import type { Marked } from '@/ui/kit/autosave'
import { freshSaving, marked, stepped, turned, type Kept } from '@/ui/kit/saving'
import { count } from '@/core/count'

/** What undo goes back to: the notes, and the text that says the same. */
type Snapshot = { readonly draft: Draft; readonly good: string }

export type WriteState = Snapshot &
  Kept<Snapshot> & {
    /** The text as it is being typed; `good` until it can be read. */
    readonly text: string
    readonly id: string
    /** The class for which it is open, by id. */
    readonly of: string
    /** What the last reading of the text said; null while none has been asked for. */
    readonly reading: FileReading | null
    /** Whether event ids have stayed since the last save: reading the text anew gives new ones. */
    readonly ids: boolean
    readonly clip: Clip
    /** Pins lifted by the last save, with the notes they stood on. */
    readonly lifted: number
    /** A short answer to the last key. */
    readonly said: string
  }

export type WriteActions = {
  /** Runs a command on the notes; the text follows. One that changes no note is not undone by itself. */
  run(command: (d: Draft) => Draft, said?: string): void
  /** Takes what a tune begins with, before anything is written; nothing to undo. */
  begin(piece: Piece): void
  /** The text as it is typed; it is read a moment later. */
  typeText(text: string): void
  read(text: string, reading: FileReading): void
  copy(): void
  cut(): void
  paste(): void
  undo(): void
  redo(): void
  marked(marked: Marked): void
  /** Takes up what an earlier visit has left unsaved, made on version `base`; it can be undone. */
  adopt(kept: { piece: Piece; text: string; pinsBy: 'id' | 'place' }, base: number): void
  keepMine(): void
}
export type WriteStore = ReturnType<typeof createWrite>

/** The writing of a tune: notes and text in one store, each following the other, with one undo for both. */
export function createWrite({ of = '', ...start }: { id: string; of?: string; version: number; piece: Piece; text: string }) {
  return createStore<WriteState & WriteActions>()((set, get) => {
    const now = (): Snapshot => ({ draft: get().draft, good: get().good })
    /** A change of the notes: undone to what stood before, in words. */
    const alter = (next: Partial<WriteState>, said: string) => {
      const before = now()
      set((s) => ({ ...next, ...stepped(s, before, said) }))
    }
    /** Where the caret is, for what has no words of its own. */
    const here = ({ piece, at }: Draft): string => sayMeasure(piece.lines[at.line], at.measure)
    const turn = (way: 'undo' | 'redo') => {
      const turn = turned(get(), now(), way)
      if (turn) set({ ...turn.to, ...turn.kept, text: turn.to.good, reading: null, ids: false, said: turn.said })
    }
    const text = start.text || writeAbc(start.piece)
    return {
      id: start.id,
      of,
      draft: draftOf(start.piece),
      good: text,
      text,
      ...freshSaving(start.version),
      reading: null,
      ids: true,
      clip: [],
      said: '',
      lifted: 0,
      run: (command, said = '') => {
        const before = now()
        const draft = command(before.draft)
        if (draft === before.draft) return set({ said })
        if (draft.piece === before.draft.piece) return set({ draft, said })
        const good = writeAbc(draft.piece)
        alter({ draft, good, text: good, reading: null, said }, `Notes, ${said || here(draft)}`)
      },
      begin: (piece) => {
        const good = writeAbc(piece)
        set({ draft: draftOf(piece), good, text: good, reading: null })
      },
      typeText: (text) => {
        if (text !== get().text) set({ text, said: '' })
      },
      read: (text, reading) => {
        if (text !== get().text) return
        if (!reading.ok) return set({ reading })
        // The text that the notes wrote says nothing new.
        if (text === get().good) return set({ reading })
        alter({ reading, draft: draftOf(reading.piece), good: text, ids: false }, 'Text typed')
      },
      copy: () => {
        const clip = copy(get().draft)
        set({ clip, said: clip.length ? `${count(clip.length, 'event')} copied` : 'nothing is selected' })
      },
      cut: () => {
        get().copy()
        get().run(remove, 'cut')
      },
      paste: () => get().run((d) => paste(d, get().clip), get().clip.length ? 'pasted' : 'nothing is copied yet'),
      undo: () => turn('undo'),
      redo: () => turn('redo'),
      adopt: ({ piece, text, pinsBy }, base) => {
        set({ version: base })
        alter(
          {
            draft: draftOf(piece),
            good: text,
            text,
            reading: null,
            ids: pinsBy === 'id',
            said: 'brought back: what was not saved at your last visit',
          },
          'Restored: what wasn’t saved last time',
        )
      },
      marked: (m) =>
        set((s) => ({
          ...marked(s, m),
          // What was saved has these ids: from here on they stay, until a text is read anew.
          ids: m.save === 'saved' || s.ids,
          lifted: m.lifted ?? s.lifted,
        })),
      keepMine: () => set({ save: 'waiting' }),
    }
  })
}
