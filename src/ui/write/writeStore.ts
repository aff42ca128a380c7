import { createStore } from 'zustand/vanilla'
import { draftOf, type Draft } from '@/core/writing/draft'
import { copy, paste, remove, type Clip } from '@/core/writing/commands'
import type { Piece } from '@/core/piece/piece'
import { writeAbc } from '@/formats/abc/write'
import type { Reading } from '@/formats/reading'
import type { Marked, SaveState } from '../parts/autosave'

/** What undo goes back to: the notes, and the text that says the same. */
type Snapshot = { readonly draft: Draft; readonly good: string }

export type WriteState = Snapshot & {
  /** The text as it is being typed; `good` until it can be read. */
  readonly text: string
  readonly id: string
  readonly version: number
  readonly save: SaveState
  readonly problem: string
  /** What the last reading of the text said; null while none has been asked for. */
  readonly reading: Reading | null
  /** Whether event ids have stayed since the last save: reading the text anew gives new ones. */
  readonly ids: boolean
  readonly clip: Clip
  readonly past: readonly Snapshot[]
  readonly future: readonly Snapshot[]
  /** Pins lifted by the last save, with the notes they stood on. */
  readonly lifted: number
  /** A short answer to the last key. */
  readonly said: string
}

export type WriteActions = {
  /** Runs a command on the notes; the text follows. One that changes no note is not undone by itself. */
  run(command: (d: Draft) => Draft, said?: string): void
  /** The text as it is typed; it is read a moment later. */
  typeText(text: string): void
  read(text: string, reading: Reading): void
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
export function createWrite(start: { id: string; version: number; piece: Piece; text: string }) {
  return createStore<WriteState & WriteActions>()((set, get) => {
    const now = (): Snapshot => ({ draft: get().draft, good: get().good })
    const unsaved = (): SaveState => (get().save === 'newer' || get().save === 'gone' ? get().save : 'waiting')
    const back = (to: Snapshot): Partial<WriteState> => ({ ...to, text: to.good, save: unsaved(), reading: null, ids: false })
    const text = start.text || writeAbc(start.piece)
    return {
      id: start.id,
      version: start.version,
      draft: draftOf(start.piece),
      good: text,
      text,
      save: 'saved',
      problem: '',
      reading: null,
      ids: true,
      clip: [],
      past: [],
      future: [],
      said: '',
      lifted: 0,
      run: (command, said = '') => {
        const before = now()
        const draft = command(before.draft)
        if (draft === before.draft) return set({ said })
        if (draft.piece === before.draft.piece) return set({ draft, said })
        const good = writeAbc(draft.piece)
        set((s) => ({ draft, good, text: good, reading: null, said, past: [...s.past, before], future: [], save: unsaved() }))
      },
      typeText: (text) => {
        if (text !== get().text) set({ text, said: '' })
      },
      read: (text, reading) => {
        if (text !== get().text) return
        if (!reading.ok) return set({ reading })
        // The text that the notes wrote says nothing new.
        if (text === get().good) return set({ reading })
        const before = now()
        set((s) => ({
          reading,
          draft: draftOf(reading.piece),
          good: text,
          past: [...s.past, before],
          future: [],
          save: unsaved(),
          ids: false,
        }))
      },
      copy: () => {
        const clip = copy(get().draft)
        set({ clip, said: clip.length ? `${clip.length === 1 ? 'one event' : `${clip.length} events`} copied` : 'nothing is selected' })
      },
      cut: () => {
        get().copy()
        get().run(remove, 'cut')
      },
      paste: () => get().run((d) => paste(d, get().clip), get().clip.length ? 'pasted' : 'nothing has been copied'),
      undo: () => {
        const { past, future } = get()
        const last = past.at(-1)
        if (last) set({ ...back(last), past: past.slice(0, -1), future: [now(), ...future], said: 'undone' })
      },
      redo: () => {
        const { past, future } = get()
        const [next, ...later] = future
        if (next) set({ ...back(next), past: [...past, now()], future: later, said: 'done again' })
      },
      adopt: ({ piece, text, pinsBy }, base) => {
        const before = now()
        set((s) => ({
          version: base,
          draft: draftOf(piece),
          good: text,
          text,
          reading: null,
          past: [...s.past, before],
          future: [],
          save: unsaved(),
          ids: pinsBy === 'id',
          said: 'brought back: what was not saved at your last visit',
        }))
      },
      marked: ({ save, version, lifted, problem = '' }) =>
        set((s) => ({
          save,
          problem,
          version: version ?? s.version,
          // What was saved has these ids: from here on they stay, until a text is read anew.
          ids: save === 'saved' || s.ids,
          lifted: lifted ?? s.lifted,
        })),
      keepMine: () => set({ save: 'waiting' }),
    }
  })
}
