/** What the screens ask of the server; the pages hand the doing in, so that the screens know no route. */

/** What came of bringing a file: the new piece, or what is wrong with it, a line each. */
export type Brought = { ok: true; id: string; title: string; notices: string[] } | { ok: false; problems: string[] }
export type BringFile = (file: { name: string; text: string }) => Promise<Brought>

/** What came of saving a retyped text. `lifted` pins stood on notes that are gone or changed. */
export type Retyped = { ok: true; version: number; lifted: number } | { ok: false; problem: string }
export type Retype = (change: { id: string; base: number; text: string }) => Promise<Retyped>

/** What can be done to a piece of the shelf, by its id. */
export type OnPiece = (id: string) => Promise<void>
export type ShelfActions = { bringFile: BringFile; duplicate: OnPiece; takeOff: OnPiece; putBack: OnPiece }
