/**
 * Addresses of the pages and of what they ask the server: the one place that knows how they are built. The class is always
 * in them, so that two windows with two classes never mean the same.
 */

/** The rooms of a class, by what stands in the address. */
export const ROOMS = {
  today: 'today',
  pieces: 'pieces',
  write: 'pieces/new',
  line: 'pieces/line',
  library: 'pieces/library',
  people: 'people',
  links: 'people/links',
  tapes: 'people/tapes',
  term: 'term',
  plan: 'term/plan',
  planSheets: 'term/plan/print',
  reading: 'note-reading',
} as const
export type Room = keyof typeof ROOMS

/** What can be looked at of a piece: the steps of the work, and what leads off from them. */
export const LOOKS = [
  'write',
  'read',
  'fingering',
  'balance',
  'warm-up',
  'rehearse',
  'print',
  'history',
  'wall',
  'stand',
  'warm-up/print',
] as const
export type Look = (typeof LOOKS)[number]

/** The page of a class. */
export const classPage = (klass: string, room: Room): string => `/class/${encodeURIComponent(klass)}/${ROOMS[room]}`

/** The page of a piece as a class has it. */
export const piecePage = (klass: string, piece: string, look: Look = 'fingering'): string =>
  `/class/${encodeURIComponent(klass)}/piece/${piece}/${look}`

/** What is asked of the server for a class; `rest` begins with a slash, or is empty. */
export const classApi = (klass: string, rest = ''): string => `/api/class/${encodeURIComponent(klass)}${rest}`

/** What is asked of the server for a piece as a class has it. */
export const pieceApi = (klass: string, piece: string, rest = ''): string => classApi(klass, `/piece/${piece}${rest}`)

/** Where an earlier Even Seat had the rooms of the class that was open. */
const OLD_ROOMS: Readonly<Record<string, Room>> = {
  class: 'people',
  'class/links': 'links',
  library: 'library',
  line: 'line',
  new: 'write',
  plan: 'plan',
  'plan/print': 'planSheets',
  tapes: 'tapes',
  term: 'term',
  train: 'reading',
}
/** And what it called what can be looked at of a piece, where that has changed. */
const OLD_LOOKS: Readonly<Record<string, Look>> = {
  '': 'fingering',
  level: 'balance',
  practise: 'warm-up',
  'practise/print': 'warm-up/print',
}

/** What an address of an earlier Even Seat means, by its parts; null: it never had such a one. */
export function oldAddress(parts: readonly string[]): { readonly room: Room } | { readonly piece: string; readonly look: Look } | null {
  const path = parts.join('/')
  if (Object.hasOwn(OLD_ROOMS, path)) return { room: OLD_ROOMS[path] }
  const [first, piece, ...rest] = parts
  if (first !== 'pieces' || !piece) return null
  const last = rest.join('/')
  const look = Object.hasOwn(OLD_LOOKS, last) ? OLD_LOOKS[last] : LOOKS.find((l) => l === last)
  return look ? { piece, look } : null
}

/**
 * What a save that a browser has kept is of: the page on which it is taken up, and a name that is the same for all windows
 * that save it. A piece is one for all classes on whose shelves it stands. Saves that were kept by an earlier Even Seat
 * say no class; `url` is where they go now, null where only the page knows.
 */
export function keptSave(url: string): { readonly what: string; readonly page: string; readonly url: string | null } {
  const old = /^\/api\/pieces\/([^/]+)(\/notes)?$/.exec(url)
  if (old) return { what: `piece ${old[1]}${old[2] ?? ''}`, page: `/pieces/${old[1]}${old[2] ? '/write' : ''}`, url: null }
  const piece = /^\/api\/class\/([^/]+)\/piece\/([^/]+)(\/notes)?$/.exec(url)
  if (piece) {
    const [, klass, id, notes = ''] = piece
    return { what: `piece ${id}${notes}`, page: piecePage(decodeURIComponent(klass), id, notes ? 'write' : 'fingering'), url }
  }
  const klass = decodeURIComponent(/^\/api\/class(?:\/([^/?]+)|\?of=(.+))$/.exec(url)?.slice(1).find(Boolean) ?? '')
  return klass ? { what: `class ${klass}`, page: classPage(klass, 'people'), url: classApi(klass) } : { what: url, page: '/', url }
}
