import type { Plan } from '../plan/plan'
import type { Piece } from '../piece/piece'
import type { SeatId } from '../seats/seat'
import type { Mark } from '../part/marks'
import type { Amount } from '../plan/amounts'
import type { ClassSettings } from '../plan/class'

/** A drawing's line or text, in millimetres from its upper left corner; a circle by its middle. */
export type PenStroke =
  | { readonly kind: 'line'; readonly from: readonly [number, number]; readonly to: readonly [number, number]; readonly thick: number }
  | { readonly kind: 'dot'; readonly at: readonly [number, number]; readonly radius: number }
  | {
      readonly kind: 'text'
      readonly at: readonly [number, number]
      readonly text: string
      readonly size: number
      readonly strong?: true
    }

/** What can be left out of music. */
export const WITHHELD = ['stems', 'barlines', 'rests'] as const
export type Withheld = (typeof WITHHELD)[number]

/** Music that stands on a sheet: what it is mapped by, whose it is (null: the score of all), how much is written in, and of what. */
export type Music = {
  readonly piece: Piece
  readonly plan: Plan
  readonly klass: ClassSettings
  readonly seat: SeatId | null
  readonly much: Amount
  readonly marks: readonly Mark[]
  /** What is left out of the drawing, to be written in by hand. */
  readonly without?: Withheld
}

/** A card for both sides of a page: music in front, words at the back. */
export type NoteCard = { readonly front: Music; readonly back: readonly string[] }

/** What a sheet is made of, in the order in which it is read. Nothing of it is cut by a page but a table between its rows. */
export type Block =
  | { readonly kind: 'head'; readonly text: string }
  | { readonly kind: 'text'; readonly text: string; readonly soft?: true }
  /** A table: widths as parts of the line; the head stands again on each page. */
  | {
      readonly kind: 'rows'
      readonly widths: readonly number[]
      readonly head: readonly string[] | null
      readonly rows: readonly (readonly string[])[]
    }
  | { readonly kind: 'music'; readonly music: Music }
  /** Millimetres; what is wider than the page is drawn smaller, but for what is true to scale among itself. */
  | { readonly kind: 'drawing'; readonly width: number; readonly height: number; readonly strokes: readonly PenStroke[] }
  | { readonly kind: 'cards'; readonly cards: readonly NoteCard[] }
  | { readonly kind: 'page' }

/** A sheet that is told by blocks: what it is called, for whom it is. `fits`: it is drawn as small as it must be to stand on one page. */
export type BlockSheet = { readonly title: string; readonly name: string; readonly blocks: readonly Block[]; readonly fits?: true }
