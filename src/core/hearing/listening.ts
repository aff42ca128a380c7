import { TRUE_FOR, trueSince } from './inTurn'
import type { Needle } from './needle'

/** What is listened for: the picked note, an open string by index, or whichever note comes. */
export type Aimed = 'picked' | 'any' | number

/** How a seat is tuned: what is listened for, which of the strings in turn is next (null: no turn is taken), since when it is true (seconds), and whether all of them were. */
export type Listening = { readonly aimed: Aimed; readonly turn: number | null; readonly since: number | null; readonly done: boolean }

export const LISTENING: Listening = { aimed: 'picked', turn: null, since: null, done: false }

export type ListeningEvent =
  | { readonly kind: 'aim'; readonly at: Aimed }
  /** The strings are taken in turn, or not any more. */
  | { readonly kind: 'in turn' }
  | { readonly kind: 'by hand' }
  /** Somebody begins to listen. */
  | { readonly kind: 'listen' }
  /** What is heard, at a time in seconds. */
  | { readonly kind: 'heard'; readonly needle: Needle; readonly at: number }

/** What comes of an event; `order`: the strings in the order in which they are tuned, by index. A string that has been true long enough leads to the next; after the last all are done. */
export function listeningStep(l: Listening, e: ListeningEvent, order: readonly number[]): Listening {
  switch (e.kind) {
    case 'aim':
      return { aimed: e.at, turn: null, since: null, done: false }
    case 'in turn':
      return { aimed: order[0], turn: 0, since: null, done: false }
    case 'by hand':
      return { ...l, turn: null, since: null }
    case 'listen':
      return { ...l, done: false, since: null }
    case 'heard': {
      if (l.turn === null) return l
      const since = trueSince(l.since, e.needle, e.at)
      if (since === null || e.at - since < TRUE_FOR) return since === l.since ? l : { ...l, since }
      const next = l.turn + 1
      return next < order.length ? { ...l, aimed: order[next], turn: next, since: null } : { ...l, turn: null, since: null, done: true }
    }
  }
}
