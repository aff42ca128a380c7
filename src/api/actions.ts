/** What the screens ask of the server; the pages hand the doing in, so that the screens know no route. */

/** What can be done to a piece of the shelf, by its id. */
export type OnPiece = (id: string) => Promise<void>
export type ShelfActions = {
  duplicate: OnPiece
  /** Says whether another class keeps it. */
  takeOff: (id: string) => Promise<boolean>
  putBack: OnPiece
  startOwnClass: (form: FormData) => Promise<void>
} & ClassActions
/** What can be done with classes, by their id. */
export type ClassActions = {
  makeClass: (form: FormData) => Promise<void>
  removeClass: (id: string) => Promise<boolean>
  putBackClass: (id: string) => Promise<void>
  shelvesOf: (piece: string) => Promise<string[]>
  setShelf: (piece: string, of: string, on: boolean) => Promise<void>
}
/** A class as it is chosen. */
export type ClassChoice = { readonly id: string; readonly name: string; readonly pieces: number; readonly students: number }
/** What can be done to what was taken off; `deleteForGood` takes "all" too. */
export type LibraryActions = { putBack: OnPiece; deleteForGood: OnPiece }
/** What can be done to a saved version, by a form with `id` and `version`. */
export type VersionActions = { bringBack: (form: FormData) => Promise<void>; rename: (form: FormData) => Promise<void> }
