import { count } from '../../count'
import type { SeatMap } from '../../fingering/map'
import { people } from '../../names'
import type { Spot } from '../../reading/spots/spot'
import { sayNews } from './fingering'
import type { Tongue } from './hands'

/** The people of a seat: "Cellos"; a seat with a name of its own by that. */
const whoIn = ({ seat, instrument }: SeatMap): { readonly who: string; readonly many: boolean } =>
  seat.name === instrument.name ? { who: people(seat.name), many: true } : { who: seat.name, many: false }

/**
 * What of a piece the class does not know yet, in one line: first whoever cannot reach a note, else the seat that meets one
 * new thing most often: "Cellos meet IV at 3 places." Null where nothing is new. `spots`: those that are shown.
 */
export function sayBeyond(spots: readonly Spot[], maps: readonly SeatMap[], talk: Tongue): string | null {
  const out = spots.filter((s) => s.kind === 'out-of-reach')
  const most = <T>(all: readonly T[], of: (x: T) => string): readonly T[] => {
    const by = new Map<string, T[]>()
    for (const x of all) by.set(of(x), [...(by.get(of(x)) ?? []), x])
    return [...by.values()].reduce((a, b) => (b.length > a.length ? b : a))
  }
  const mapOf = (s: Spot) => maps.find((m) => m.seat.id === s.seat)!
  if (out.length > 0) {
    const own = most(out, (s) => s.seat)
    const { who } = whoIn(mapOf(own[0]))
    return `${who} can’t play ${count(own.length, 'note')} as ${own.length === 1 ? 'it is' : 'they are'} written.`
  }
  const fresh = spots.flatMap((s) => {
    if (s.kind !== 'new-for-class') return []
    const map = mapOf(s)
    return [{ map, says: sayNews(talk, map.instrument, (s as Spot<'new-for-class'>).facts.news) }]
  })
  if (fresh.length === 0) return null
  const own = most(fresh, (f) => `${f.map.seat.id} ${f.says}`)
  const { who, many } = whoIn(own[0].map)
  return `${who} ${many ? 'meet' : 'meets'} ${own[0].says} at ${count(own.length, 'place')}.`
}
