import { each, type KeyRow } from '@/ui/kit/keys'

/** Keys of a question with answers to choose from. */
export const CHOICE_KEYS: readonly KeyRow<{ readonly choose: (at: number) => void }>[] = [
  {
    keys: '1 – 9',
    words: 'choose this answer',
    run: each(
      [...'123456789'],
      (n) =>
        ({ choose }) =>
          choose(Number(n) - 1),
    ),
  },
]

type OnBoard = { readonly string: (letter: string) => void; readonly finger: (finger: string) => void }
const LETTERS = 'abcdefg'

/** Keys of a question that is answered on the fingerboard. */
export const BOARD_KEYS: readonly KeyRow<OnBoard>[] = [
  {
    keys: 'A – G',
    words: 'on the fingerboard: choose a string by its letter',
    run: each(
      [...LETTERS, ...[...LETTERS.toUpperCase()].flatMap((c) => [c, `Shift+${c}`])],
      (c) =>
        ({ string }) =>
          string(c.slice(-1).toUpperCase()),
    ),
  },
  {
    keys: '0 – 4',
    words: 'on the fingerboard: then choose the finger',
    run: each(
      [...'01234'],
      (n) =>
        ({ finger }) =>
          finger(n),
    ),
  },
]

type OnStaff = {
  readonly move: (by: number) => void
  readonly toggle: () => void
  readonly stem: (way: 'up' | 'down') => void
  readonly finish: () => void
}

/** Keys of a question that is answered on the staff. */
export const STAFF_KEYS: readonly KeyRow<OnStaff>[] = [
  { keys: '↑ ↓', words: 'on the staff: one place up or down', run: { ArrowUp: ({ move }) => move(1), ArrowDown: ({ move }) => move(-1) } },
  { keys: 'Space', words: 'on the staff: add this note, when there are several', run: { ' ': ({ toggle }) => toggle() } },
  { keys: 'u d', words: 'on the staff: stem up or down', run: { u: ({ stem }) => stem('up'), d: ({ stem }) => stem('down') } },
  { keys: 'Enter', words: 'on the staff: answer', run: { Enter: ({ finish }) => finish() } },
]
export const ASKING_LISTS = [CHOICE_KEYS, BOARD_KEYS, STAFF_KEYS]
