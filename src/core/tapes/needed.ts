import { handSteps } from '../fingering/along'
import { fingerKey } from '../hands/manner'
import type { SeatMap } from '../fingering/map'
import type { Need } from '../hands/hold'
import { FIRST, positionKey } from '../instruments/instrument'
import { inSentence, sayList } from '../names'
import { fromNut } from './tapes'

/** A place that a part asks for and its seat has not learned: how many half steps above the open string, and the finger as it is said. */
export type NewPlace = { readonly k: number; readonly says: string }

/** Of what a hold needs, what a tape shows: where a finger goes. */
const SHOWN: ReadonlySet<Need> = new Set(['position', 'finger', 'place', 'extension'])

/** The places that a mapped part needs for the first time, nearest to the nut first, each once. */
export function newPlaces(map: SeatMap): NewPlace[] {
  const { instrument } = map
  const found = new Map<string, NewPlace>()
  for (const { hold } of handSteps(map)) {
    if (!hold.needs.some((n) => SHOWN.has(n))) continue
    for (const stop of hold.stops) {
      if (stop.finger === 0) continue
      const position = instrument.positions[hold.position]
      const says = `${fingerKey(instrument, stop)}${hold.position === FIRST ? '' : ` in ${positionKey(position)}`}`
      found.set(`${stop.k} ${says}`, { k: stop.k, says })
    }
  }
  return [...found.values()].sort((a, b) => a.k - b.k || a.says.localeCompare(b.says))
}

/** "cello 1 in IV (230.9 mm)": the new places of each seat with how far from the nut they lie on the usual size; empty where none is new. */
export function sayNewPlaces(maps: readonly SeatMap[]): string {
  const said = maps.flatMap((map) => {
    const places = newPlaces(map)
    if (places.length === 0) return []
    const at = ({ k, says }: NewPlace) => `${says} (${fromNut(map.instrument.sizes[0].length, k).toFixed(1)} mm)`
    return [`${inSentence(map.seat.name)} ${sayList(places.map(at))}`]
  })
  return said.join('; ')
}
