import { back, forth, withStep, type History } from './history'
import type { Marked, SaveState } from './autosave'

/** What a store that saves by itself and can be undone knows of both, beside what it is about. */
export type Kept<S> = History<S> & {
  readonly version: number
  readonly save: SaveState
  /** Why the last save failed. */
  readonly problem: string
  /** What was done since the last save, in words, and how much of it is being saved. */
  readonly told: readonly string[]
  readonly sent: number
}

/** A store as it begins. */
export const freshSaving = (version: number): Kept<never> => ({
  past: [],
  future: [],
  version,
  save: 'saved',
  problem: '',
  told: [],
  sent: 0,
})

/** While another window's version stands, nothing is saved until the teacher has chosen. */
const unsaved = (save: SaveState): SaveState => (save === 'newer' || save === 'gone' ? save : 'waiting')

/** More words than this of one save are not kept. */
const MOST_TOLD = 40

/** One step more, made on `now` and said in words, to be saved. */
export const stepped = <S>(k: Kept<S>, now: S, said: string): Partial<Kept<S>> => ({
  ...withStep(k, now, said),
  save: unsaved(k.save),
  told: [...k.told, said].slice(-MOST_TOLD),
})

/** What a step back, or on again, makes of a store, and what it goes to; null when there is none. */
export function turned<S>(
  k: Kept<S>,
  now: S,
  way: 'undo' | 'redo',
): { readonly to: S; readonly said: string; readonly kept: Partial<Kept<S>> } | null {
  const turn = way === 'undo' ? back(k, now) : forth(k, now)
  if (!turn) return null
  const said = `${way === 'undo' ? 'Undone' : 'Done again'}: ${turn.said}`
  return { to: turn.to, said, kept: { ...turn.history, save: unsaved(k.save), told: [...k.told, said].slice(-MOST_TOLD) } }
}

/** What a word of the autosave makes of a store: what was sent has been told. */
export function marked<S>(k: Kept<S>, { save, version, problem = '' }: Marked): Partial<Kept<S>> {
  const arrived = version !== undefined && (save === 'saved' || save === 'waiting')
  return {
    save,
    problem,
    version: version ?? k.version,
    ...(save === 'saving' ? { sent: k.told.length } : {}),
    ...(arrived ? { told: k.told.slice(k.sent), sent: 0 } : {}),
  }
}

/** How long the words of one version are at most: as the server keeps them. */
const MOST_SAID = 300

/** What was done since the last save, as it is kept with the version: "Viola m6: 2 on A pinned; Bass: as written". */
export function sayTold(told: readonly string[]): string {
  const all = [...new Set(told)]
  const text = all.join('; ')
  if (text.length <= MOST_SAID) return text
  const some = all.filter((_, i) => all.slice(0, i + 1).join('; ').length <= MOST_SAID - 20)
  return some.length ? `${some.join('; ')} and ${all.length - some.length} more` : `${text.slice(0, MOST_SAID - 2)} …`
}
