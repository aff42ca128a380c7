import { createStore } from 'zustand/vanilla'
import type { Policy } from '@/core/fingering/policy'
import type { Seat } from '@/core/hands/instruments'
import type { Level, SeatLevel } from '@/core/hands/level'
import type { SpotKind } from '@/core/reading/spots/spot'
import type { ClassSettings } from '@/core/seats/class'
import type { Marked, SaveState } from '../parts/autosave'

/** What the class page changes. */
export type ClassDraft = { readonly name: string; readonly school: string; readonly settings: ClassSettings }

export type ClassState = ClassDraft & {
  readonly version: number
  readonly save: SaveState
  readonly problem: string
  readonly past: readonly ClassDraft[]
  readonly future: readonly ClassDraft[]
}

type ListKey = 'positions' | 'strings' | 'fingers' | 'low' | 'high' | 'extensions'

export type ClassActions = {
  rename(change: Partial<Pick<ClassDraft, 'name' | 'school'>>): void
  decide<K extends keyof Policy>(key: K, value: Policy[K]): void
  setLevel(level: Level): void
  /** Adds to or takes from what a seat has learned. */
  toggle<K extends ListKey>(seat: Seat, key: K, value: SeatLevel[K][number]): void
  setSeat(seat: Seat, change: Partial<Pick<SeatLevel, 'shifts' | 'doubleStops'>>): void
  /** Shows a kind of spot always or never; null: by the level. */
  setSpot(kind: SpotKind, choice: 'show' | 'hide' | null): void
  undo(): void
  redo(): void
  marked(marked: Marked): void
  /** Takes up what an earlier visit has left unsaved, made on version `base`; it can be undone. */
  adopt(kept: ClassDraft, base: number): void
  keepMine(): void
}
export type ClassStore = ReturnType<typeof createClass>

/** The class page's state: one store, with undo. */
export function createClass(start: ClassDraft & { version: number }) {
  return createStore<ClassState & ClassActions>()((set, get) => {
    const now = (): ClassDraft => ({ name: get().name, school: get().school, settings: get().settings })
    const unsaved = (): SaveState => (get().save === 'newer' || get().save === 'gone' ? get().save : 'waiting')
    const alter = (next: Partial<ClassDraft>) => set((s) => ({ ...next, past: [...s.past, now()], future: [], save: unsaved() }))
    const setLevel = (level: Level) => alter({ settings: { ...get().settings, level } })
    const seatTo = (seat: Seat, change: Partial<SeatLevel>) => {
      const { level } = get().settings
      setLevel({ ...level, [seat]: { ...level[seat], ...change } })
    }
    return {
      ...start,
      save: 'saved',
      problem: '',
      past: [],
      future: [],
      rename: alter,
      decide: (key, value) => alter({ settings: { ...get().settings, policy: { ...get().settings.policy, [key]: value } } }),
      setLevel,
      toggle: (seat, key, value) => {
        const list = get().settings.level[seat][key] as readonly (typeof value)[]
        seatTo(seat, { [key]: list.includes(value) ? list.filter((v) => v !== value) : [...list, value] })
      },
      setSeat: seatTo,
      setSpot: (kind, choice) => {
        const { [kind]: _, ...others } = get().settings.spots
        alter({ settings: { ...get().settings, spots: choice ? { ...others, [kind]: choice } : others } })
      },
      undo: () => {
        const { past, future } = get()
        const last = past.at(-1)
        if (last) set({ ...last, past: past.slice(0, -1), future: [now(), ...future], save: unsaved() })
      },
      redo: () => {
        const { past, future } = get()
        const [next, ...later] = future
        if (next) set({ ...next, past: [...past, now()], future: later, save: unsaved() })
      },
      marked: ({ save, version, problem = '' }) => set((s) => ({ save, problem, version: version ?? s.version })),
      adopt: (kept, base) => {
        set({ version: base })
        alter(kept)
      },
      keepMine: () => set({ save: 'waiting' }),
    }
  })
}
