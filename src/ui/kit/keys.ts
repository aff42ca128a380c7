import { useEffect } from 'react'

/** A page that hears no key just now. */
export const NO_KEYS: readonly KeyRow<unknown>[] = []

/** What was pressed, as far as a table of keys reads it. */
export type Pressed = Pick<KeyboardEvent, 'key' | 'shiftKey' | 'altKey' | 'ctrlKey' | 'metaKey'>

/**
 * A row of a table of keys: how it is listed, what it does in words, and what runs for each chord ("ArrowLeft",
 * "Control+z", "Alt+ArrowUp", "Shift+A"). The list under `?` and the keys themselves are both made from it.
 */
export type KeyRow<C> = {
  readonly keys: string
  readonly words: string
  readonly run: Readonly<Record<string, (at: C) => void>>
}

/** The chord that was pressed. Shift is said of letters and named keys only: of signs it is part of the sign. */
export function chordOf({ key, shiftKey, altKey, ctrlKey, metaKey }: Pressed): string {
  const control = ctrlKey || metaKey
  const letter = /^[a-z]$/i.test(key)
  // With Control a letter is the same with capitals on.
  const name = letter && control ? key.toLowerCase() : key
  return `${control ? 'Control+' : ''}${altKey ? 'Alt+' : ''}${shiftKey && (letter || key.length > 1) ? 'Shift+' : ''}${name}`
}

/** What a chord runs, or null when no row has it. */
export function actOf<C>(table: readonly KeyRow<C>[], pressed: Pressed): ((at: C) => void) | null {
  const chord = chordOf(pressed)
  for (const { run } of table) if (Object.hasOwn(run, chord)) return run[chord]
  return null
}

/** The rows as the list of keys shows them. */
export const listed = (table: readonly Pick<KeyRow<never>, 'keys' | 'words'>[]): (readonly [string, string])[] =>
  table.map(({ keys, words }) => [keys, words])

/** The same for several chords: one row for all letters, or all digits. */
export const each = <C>(chords: readonly string[], run: (chord: string) => (at: C) => void): Record<string, (at: C) => void> =>
  Object.fromEntries(chords.map((c) => [c, run(c)]))

/** Where keys are somebody else's: what is typed into a field, and arrows inside a menu. A row of choices takes its arrows by itself. */
export const TAKEN = 'input:not([type="radio"]), textarea, select, [role=menu], [role=dialog]'

/** What takes Space and Enter by itself: they press it. */
export const PRESSED = 'button, a, summary, [role=radio]'

/** Keys of a page, wherever nothing else takes them. `at` is asked when a key is pressed; `taken` says more places that have their own. */
export function useKeys<C>(table: readonly KeyRow<C>[], at: () => C, taken = TAKEN): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const on = e.target as HTMLElement
      if (e.defaultPrevented || on.closest(taken) || ((e.key === ' ' || e.key === 'Enter') && on.closest(PRESSED))) return
      const run = actOf(table, e)
      if (!run) return
      run(at())
      e.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [table, at, taken])
}
