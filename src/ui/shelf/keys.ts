import type { KeyRow } from '@/ui/kit/keys'

/** The keys of the shelf. */
export const SHELF_KEYS: readonly KeyRow<{ readonly find: () => void }>[] = [
  { keys: '/', words: 'search your pieces', run: { '/': ({ find }) => find() } },
]

/** What keys do in the search itself (`useSearchKeys`). */
export const SEARCH_KEYS: readonly Pick<KeyRow<never>, 'keys' | 'words'>[] = [
  { keys: 'Enter', words: 'in the search: open the piece, or go to the first one found' },
  { keys: 'Esc', words: 'in the search: show all pieces again' },
]
export const SHELF_LISTS = [SHELF_KEYS, SEARCH_KEYS]
