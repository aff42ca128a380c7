import { each, type KeyRow } from '@/ui/kit/keys'

type AtWall = { readonly onward: () => void; readonly mark: (seat: number) => void }

/** The keys of reading with the whole class. */
export const WALL_KEYS: readonly KeyRow<AtWall>[] = [
  {
    keys: 'Space, Enter',
    words: 'show the answers, then the next question',
    run: { ' ': ({ onward }) => onward(), Enter: ({ onward }) => onward() },
  },
  {
    keys: '1 – 8',
    words: 'after the answers: the seat with this number knew it, not yet, not said',
    run: each(
      [...'12345678'],
      (n) =>
        ({ mark }) =>
          mark(Number(n) - 1),
    ),
  },
]
export const WALL_LISTS = [WALL_KEYS]
