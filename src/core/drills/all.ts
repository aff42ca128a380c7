import { drillFrom } from './build'
import { DRILL_KINDS, type Drill, type DrillKind, type Sketch } from './drill'
import { alternate } from './kinds/alternate'
import { arpeggio } from './kinds/arpeggio'
import { bowOnlyDrills } from './kinds/bowOnly'
import { cross } from './kinds/cross'
import { doubleStopDrills } from './kinds/doubleStop'
import { echo } from './kinds/echo'
import { fourth } from './kinds/fourth'
import type { Generator } from './kinds/generator'
import { keepDrills } from './kinds/keep'
import { ladderDrills } from './kinds/ladder'
import { oneString } from './kinds/oneString'
import { openAndHigh } from './kinds/openAndHigh'
import { passage } from './kinds/passage'
import { reach } from './kinds/reach'
import { rhythm } from './kinds/rhythm'
import { scale } from './kinds/scale'
import { set } from './kinds/set'
import { skip } from './kinds/skip'
import { slideDrills } from './kinds/slide'
import { touch } from './kinds/touch'
import type { Practised } from './practised'

/** Every generator, by the kind that it makes. */
const GENERATORS: Readonly<Record<DrillKind, Generator>> = {
  scale,
  arpeggio,
  'one string': oneString,
  rhythm,
  'bow only': bowOnlyDrills,
  alternate,
  skip,
  'open and high': openAndHigh,
  touch,
  slide: slideDrills,
  cross,
  set,
  keep: keepDrills,
  reach,
  'reach 4': fourth,
  'double stop': doubleStopDrills,
  ladder: ladderDrills,
  echo,
  passage,
}

/** What a kind is called, as a heading. */
export const drillKindName = (kind: DrillKind): string => GENERATORS[kind].name
/** The part of a spot's load that a drill of a kind takes off. */
export const easesOf = (kind: DrillKind): number => GENERATORS[kind].eases

/** What the generators make of a piece, in the order of a warm-up. */
export const sketchesOf = (c: Practised, kinds: readonly DrillKind[] = DRILL_KINDS): Sketch[] =>
  DRILL_KINDS.filter((k) => kinds.includes(k)).flatMap((k) => GENERATORS[k].find(c))

/** Every drill of a piece, in the order of a warm-up: each with something to do for every seat. */
export const drillsOf = (c: Practised, kinds: readonly DrillKind[] = DRILL_KINDS): Drill[] =>
  sketchesOf(c, kinds).flatMap((s) => drillFrom(c, s) ?? [])
