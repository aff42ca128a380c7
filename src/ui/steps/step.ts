import type { ComponentType } from 'react'

/** A step of the work on a piece: one descriptor a step, in its own folder; `list.ts` has them in the teacher's order. */
export type Step = {
  readonly id: string
  readonly name: string
  /** The key that goes there. */
  readonly key: string
  /** Where it is, of a class and a piece. */
  readonly path: (of: string, piece: string) => string
  /** On the desk: it shares what is picked and undone with the other steps there. Null: a page of its own. */
  readonly desk: {
    /** What stands in the middle; null: the class as it is drawn, bench or score. */
    readonly centre: ComponentType | null
    /** Its middle has the class as it is drawn in it, bench or score. */
    readonly drawn?: true
    readonly panel: ComponentType
    /** What the panel shows, for the handle that opens it where there is no room beside the music. */
    readonly panelName: string
    /** Width of the panel, in pixels. */
    readonly width: number
  } | null
}
