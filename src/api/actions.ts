/** What the screens ask of the server; the pages hand the doing in, so that the screens know no route. */

/** What can be done to a piece of the shelf, by its id. */
export type OnPiece = (id: string) => Promise<void>
export type ShelfActions = { duplicate: OnPiece; takeOff: OnPiece; putBack: OnPiece; startOwnClass: (form: FormData) => Promise<void> }
/** What can be done to what was taken off; `deleteForGood` takes "all" too. */
export type LibraryActions = { putBack: OnPiece; deleteForGood: OnPiece }
/** What can be done to a saved version, by a form with `id` and `version`. */
export type VersionActions = { bringBack: (form: FormData) => Promise<void>; rename: (form: FormData) => Promise<void> }
