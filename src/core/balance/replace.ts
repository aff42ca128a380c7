import { easiestHold } from '../fingering/easiest'
import type { SeatMap } from '../fingering/map'
import { needsOffer, notesInstead } from '../fingering/offers'
import type { Substitute, Substitutes } from '../fingering/substitute'
import { isLearned } from '../hands/hold'
import { tonic } from '../music/key'
import { byOctaves, stepsOf, type Pitch } from '../music/pitch'
import type { Piece } from '../piece/piece'

/**
 * Notes of a seat's line replaced one after another until nothing is out of reach and nothing new, each by the nearest that
 * fits and is learned; with the part as it then is. Null where more than `most` would have to be. `mapped` maps the seat
 * with what is replaced.
 */
export function replacing(
  piece: Piece,
  start: SeatMap,
  most: number,
  mapped: (substitutes: Substitutes) => SeatMap,
): { readonly substitutes: Substitutes; readonly map: SeatMap } | null {
  let map = start
  let substitutes: Record<string, Substitute> = {}
  while (map.problems.length > 0) {
    const moment = map.moments.find((_, i) => needsOffer(map, i))
    const instead = moment && substituteFor(piece, map, moment)
    if (!instead) return null
    const more = Object.fromEntries(moment.events.map((e) => [e.event.id, instead]))
    // What has been replaced once and is still trouble will not do.
    if (moment.events.some((e) => e.event.id in substitutes)) return null
    substitutes = { ...substitutes, ...more }
    if (Object.keys(substitutes).length > most) return null
    map = mapped(substitutes)
  }
  return { substitutes, map }
}

/** The nearest learned note for a moment: the keynote in another octave, a note of its chord, else the same note in another octave. */
function substituteFor(piece: Piece, map: SeatMap, moment: SeatMap['moments'][number]): Substitute | null {
  const learned = (pitches: readonly Pitch[]): boolean => {
    const hold = easiestHold(
      map.setup,
      pitches.map((p) => byOctaves(p, map.written)),
    )
    return hold !== null && isLearned(hold)
  }
  const octave = ([-1, 1] as const).find((by) => learned(moment.pitches.map((p) => byOctaves(p, by))))
  const moved: Substitute | null = octave === undefined ? null : { kind: 'octave', by: octave }
  const top = moment.pitches[moment.pitches.length - 1]
  const home = tonic(moment.events[0].at.key)
  if (moved && top.letter === home.letter && top.alter === home.alter) return moved
  const far = (p: Pitch) => Math.abs(stepsOf(p) - stepsOf(top))
  const [near] = notesInstead(piece, map, moment)
    .map(({ pitch }) => pitch)
    .filter((p) => learned([p]))
    .sort((a, b) => far(a) - far(b))
  return near ? { kind: 'tone', pitch: near } : moved
}
