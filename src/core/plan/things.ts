/** What kinds of things a class learns on its way: those of the hand, then those of the eye. */
export const THING_KINDS = [
  'string',
  'finger',
  'low',
  'high',
  'position',
  'extension',
  'shifts',
  'chord',
  'rhythm',
  'sign',
  'slur',
  'together',
  'key',
] as const

export type ThingKind = (typeof THING_KINDS)[number]

/** One thing of a seat's way, as it is stored: its kind, and which of them: "finger:4", "position:III", "key:-1". */
export type Thing = `${ThingKind}:${string}`

export const kindOf = (thing: Thing): ThingKind => thing.slice(0, thing.indexOf(':')) as ThingKind
