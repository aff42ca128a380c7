import { drillsOf } from '../drills/all'
import type { Practised } from '../drills/practised'
import { choose } from '../practice/choose'
import { burdensOf, easedBy, placesEased } from '../practice/eases'
import { drillsInOrder, representatives, sumOf } from '../practice/warmup'
import type { SpotKind } from '../plan/spotKinds'
import type { EverySeat } from '../seats/seat'
import { kindOf, type LearnedThing } from '../plan/things'

/** The spots that stand where a thing is new. */
function spotOf(thing: LearnedThing): SpotKind | null {
  switch (kindOf(thing)) {
    case 'rhythm':
      return 'new-rhythm'
    case 'sign':
      return 'first-sign'
    case 'slur':
      return 'first-slur'
    case 'together':
      return 'new-combination'
    // A signature has no place of its own: the scale of the key is its drill.
    case 'key':
      return null
    case 'string':
    case 'finger':
    case 'low':
    case 'high':
    case 'position':
    case 'extension':
    case 'shifts':
    case 'chord':
      return 'new-for-class'
  }
}

/** A drill that leads to something new, for whom, and how long it takes. */
export type BridgeDrill = { readonly id: string; readonly title: string; readonly minutes: number; readonly seats: readonly string[] }

/** The drills that lead to what is new in a piece: in how many of the places where something is new one of them takes something off. */
export type Bridge = { readonly drills: readonly BridgeDrill[]; readonly minutes: number; readonly places: number; readonly eased: number }

/** Minutes before a piece that are given to what is new in it. Common practice: a warm-up of 5 to 8 minutes. */
const MINUTES = 5

/** Which drills of a piece bridge what is new in it, in five minutes: the ones that take most off where it is new. */
export function bridgeOf(c: Practised, news: EverySeat<readonly LearnedThing[]>): Bridge {
  const kinds = new Map(Object.entries(news).map(([seat, things]) => [seat, new Set(things.map(spotOf))]))
  const burdens = burdensOf(c).filter((b) => kinds.get(b.seat)?.has(b.what as SpotKind))
  const drills = representatives(drillsOf(c))
  const strange = Object.values(news).some((things) => things.some((t) => kindOf(t) === 'key'))
  // The scale of a key that is new comes in by itself.
  const set = strange ? drills.flatMap((d, i) => (d.kind === 'scale' ? [i] : [])).slice(0, 1) : []
  const eased = easedBy(drills, burdens)
  const { indices } = choose(
    drills.map((d, i) => ({ minutes: d.minutes, eased: eased[i] })),
    burdens.map((b) => b.points),
    MINUTES,
    set,
  )
  const chosen = drillsInOrder(indices.map((i) => drills[i]))
  const place = (i: number) => `${burdens[i].seat} ${burdens[i].event}`
  const touched = new Set(indices.flatMap((i) => eased[i].burdens.map(place)))
  return {
    drills: chosen.map((d) => ({
      id: d.id,
      title: d.title,
      minutes: d.minutes,
      seats: [...placesEased(eased[drills.indexOf(d)], burdens).keys()],
    })),
    minutes: sumOf(chosen),
    places: new Set(burdens.map((_, i) => place(i))).size,
    eased: touched.size,
  }
}
