import { type SeatId } from '../seats/seat'
import { DRILL_KINDS, type Drill } from '../drills/drill'
import type { Practised } from '../drills/practised'
import { capital, inSentence, sayList } from '../names'
import { sayMeasure } from '../piece/address'
import { COST_NAMES } from '../balance/load'
import { kindName } from '../words/en/spots/said'
import { SPOT_KINDS, type SpotKind } from '../plan/spotKinds'
import type { CostKind } from '../fingering/weights'
import { fillArc, partOf, type ArcItem } from './arc'
import { takenOff } from './choose'
import { burdensOf, easedBy, type Burden } from './eases'

/** The usual lengths of a warm-up, in minutes. Common practice. */
export const WARMUP_MINUTES = [3, 5, 8, 12] as const

/** How many of the hardest places of a piece a warm-up is measured by. */
const HARDEST = 11

/** The variant of a kind that stands for its family until the teacher takes another. Common practice. */
const STANDS_FOR: Readonly<Partial<Record<Drill['kind'], readonly string[]>>> = {
  scale: ['half notes', 'long notes'],
  arpeggio: ['half notes', 'long notes'],
  ladder: ['slide heard', 'hand alone'],
  passage: ['slow'],
}

/** Drills that differ only in how the same is practised: what the teacher chooses between at one place. */
export const drillFamilyOf = (d: Drill): string =>
  // A piece has one scale and one chord of its key, in whatever form of minor.
  d.kind === 'scale' || d.kind === 'arpeggio' ? d.kind : `${d.kind}/${d.about.replace(d.variant, '')}`

/** One drill for each family: the one that stands for it, of minor scales in the form that the piece uses. */
export function representatives(drills: readonly Drill[]): Drill[] {
  const families = new Map<string, Drill[]>()
  for (const d of drills) families.set(drillFamilyOf(d), [...(families.get(drillFamilyOf(d)) ?? []), d])
  return [...families.values()].map((same) => {
    const wanted = STANDS_FOR[same[0].kind] ?? []
    return wanted.flatMap((w) => same.find((d) => d.variant === w || d.variant.endsWith(`, ${w}`)) ?? [])[0] ?? same[0]
  })
}

/** What a teacher has settled of a warm-up: drills that stay in and drills that stay out, by id. */
export type WarmupAsk = { readonly minutes: number; readonly locked?: readonly string[]; readonly dropped?: readonly string[] }

/** A place where a seat has most to do, and what makes it hard. */
export type HardPlace = {
  readonly seat: string
  readonly event: string
  readonly index: number
  readonly points: number
  readonly says: string
  readonly prepared: boolean
}

/** A warm-up: its drills in order, what they take off, and the hardest places that they prepare or leave. Loads in points. */
export type Warmup = {
  readonly drills: readonly Drill[]
  readonly minutes: number
  readonly covered: number
  readonly total: number
  readonly places: readonly HardPlace[]
}

/**
 * The first minutes of a lesson: the scale of the key, an arpeggio where the piece has one, one thing at a time for the
 * hardest places, the passage itself; so many as there is time for (`arc.ts`), with those that are locked. Of all ways to
 * fill the arc the one that takes most off, seats alike; of a seat `alone` what takes most off that one.
 */
export function warmupOf(
  c: Practised,
  drills: readonly Drill[],
  { minutes, locked = [], dropped = [] }: WarmupAsk,
  alone: SeatId | null = null,
): Warmup {
  const burdens = burdensOf(c).filter((b) => alone === null || b.seat === alone)
  const kept = drills.filter((d) => locked.includes(d.id))
  const out = new Set(drills.filter((d) => dropped.includes(d.id)).map(drillFamilyOf))
  const taken = new Set(kept.map(drillFamilyOf))
  const open = representatives(drills).filter((d) => !taken.has(drillFamilyOf(d)) && !out.has(drillFamilyOf(d)))
  const all = [...kept, ...open]
  const eased = easedBy(all, burdens)
  const seats = c.players.map((p) => p.seat.id)
  const notes = [...new Set(burdens.map((b) => `${b.seat} ${b.event}`))]
  const items = all.map((d, i): ArcItem => ({ part: partOf(d.kind), kind: d.kind, minutes: d.minutes, eased: eased[i] }))
  const indices = fillArc(
    items,
    burdens.map((b) => ({ points: b.points, seat: seats.indexOf(b.seat), note: notes.indexOf(`${b.seat} ${b.event}`) })),
    minutes,
    kept.map((_, i) => i),
  )
  const chosen = indices.map((i) => all[i])
  const points = burdens.map((b) => b.points)
  return {
    drills: drillsInOrder(chosen),
    minutes: sumOf(chosen),
    covered: takenOff(
      indices.map((i) => items[i]),
      points,
    ),
    total: points.reduce((sum, p) => sum + p, 0),
    places: placesOf(c, burdens, new Set(indices.flatMap((i) => [...eased[i].burdens]))),
  }
}

/** Minutes of some drills together, to a tenth. */
export const sumOf = (drills: readonly { readonly minutes: number }[]): number =>
  Math.round(drills.reduce((sum, d) => sum + d.minutes, 0) * 10) / 10

/** In the order of a warm-up: the key first, then one thing at a time, each from easy to hard, the passage last. Common practice. */
export function drillsInOrder(drills: readonly Drill[]): Drill[] {
  const load = (d: Drill): number => d.serves.reduce((sum, s) => sum + s.points, 0)
  const place = (d: Drill): number => DRILL_KINDS.indexOf(d.kind)
  return [...drills].sort((a, b) => place(a) - place(b) || load(a) - load(b) || a.id.localeCompare(b.id))
}

const spotKinds = new Set<string>(SPOT_KINDS)

/** What makes a place hard, as it is said: "shift", "low or high place". */
export function sayBurden(what: string): string {
  if (!spotKinds.has(what)) return COST_NAMES[what as CostKind]
  const name = kindName(what as SpotKind)
  return name[0].toLowerCase() + name.slice(1)
}

/** The hardest places of a piece, hardest first, and whether more than half of each is drilled. */
function placesOf(c: Practised, burdens: readonly Burden[], drilled: ReadonlySet<number>): HardPlace[] {
  const places = new Map<string, { all: number; drilled: number; top: Burden }>()
  burdens.forEach((b, i) => {
    const key = `${b.seat} ${b.event}`
    const known = places.get(key) ?? { all: 0, drilled: 0, top: b }
    known.all += b.points
    if (drilled.has(i)) known.drilled += b.points
    if (b.points > known.top.points) known.top = b
    places.set(key, known)
  })
  return [...places.values()]
    .sort((a, b) => b.all - a.all || a.top.index - b.top.index)
    .slice(0, HARDEST)
    .map(({ all, drilled: done, top }) => ({
      seat: top.seat,
      event: top.event,
      index: top.index,
      points: all,
      says: sayBurden(top.what),
      prepared: done * 2 > all,
    }))
}

/** How many places that are left are named. */
const NAMED = 2

/** "Covers 9 of the 11 hardest places. Still to do: the bass shift in line 1, measure 3." */
export function sayPrepared(c: Practised, { places }: Pick<Warmup, 'places'>): string {
  if (places.length === 0) return 'Nothing in this piece is hard for this class.'
  const ready = places.filter((p) => p.prepared)
  const open = places.filter((p) => !p.prepared)
  const head =
    open.length === 0
      ? places.length === 1
        ? 'Covers the hardest place.'
        : `Covers all ${places.length} of the hardest places.`
      : places.length === 1
        ? 'Doesn’t cover the hardest place yet.'
        : `Covers ${ready.length || 'none'} of the ${places.length} hardest places.`
  if (open.length === 0) return head
  const said = open.slice(0, NAMED).map((p) => sayHardPlace(c, p))
  const more = open.length - said.length
  return `${head} Still to do: ${sayList(more ? [...said, `${more} more`] : said)}.`
}

/** "the bass in line 1, measure 3 (shift)". */
export function sayHardPlace(c: Practised, p: HardPlace): string {
  const { seat, map } = c.bySeat[p.seat]
  return `${inSentence(seat.name)} in ${sayMeasure(map.line, p.index)} (${p.says})`
}

/** As a sentence of its own. */
export const headPlace = (c: Practised, p: HardPlace): string => capital(sayHardPlace(c, p))
