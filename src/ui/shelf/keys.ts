import type { KeyRow } from '@/ui/kit/keys'

/** The keys of the shelf. */
export const SHELF_KEYS: readonly KeyRow<{ readonly find: () => void }>[] = [
  { keys: '/', words: 'search the shelf', run: { '/': ({ find }) => find() } },
]

/** What keys do in the search itself (`useSearchKeys`). */
export const SEARCH_KEYS: readonly Pick<KeyRow<never>, 'keys' | 'words'>[] = [
  { keys: 'Enter', words: 'in the search: open the only piece that is found, or go to the first' },
  { keys: 'Esc', words: 'in the search: show all pieces again' },
]
export const SHELF_LISTS = [SHELF_KEYS, SEARCH_KEYS]
