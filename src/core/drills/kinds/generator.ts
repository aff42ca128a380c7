import type { DrillKind, Sketch } from '../drill'
import type { Practised } from '../practised'

/** One kind of drill. Adding one is a file and a row in the list of generators. */
export type Generator = {
  readonly kind: DrillKind
  /** As a heading: "One string at a time". */
  readonly name: string
  /** The part of a spot's load that it takes off when it is done once. From memory. */
  readonly eases: number
  readonly find: (c: Practised) => readonly Sketch[]
}
