/** What the screens ask of the server; the pages hand the doing in, so that the screens know no route. */

/** What can be done to a piece of the shelf, by its id. */
export type OnPiece = (id: string) => Promise<void>
export type ShelfActions = { duplicate: OnPiece; takeOff: OnPiece; putBack: OnPiece }
