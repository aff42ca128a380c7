import { handSteps } from '../fingering/along'
import type { SeatMap } from '../fingering/map'
import { fingerKey } from '../hands/manner'
import { FIRST, positionKey } from '../instruments/instrument'
import { letterName } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { PLAIN_TONGUE, stringName } from '../words/en/hands'
import { ensembleMapper } from '../balance/ensemble'
import type { ClassSettings } from '../plan/class'
import { loadOf } from '../balance/load'
import type { Plan } from '../plan/plan'
import { seatsOf, type EverySeat } from '../seats/seat'
import { newThings } from '../reading/newThings'
import { type LearnedThing } from '../plan/things'

/** What a piece is for a term, as the class stands today: what is new in it for whom, what is met in it at all, how much there is to do. */
export type PieceFacts = {
  readonly id: string
  readonly title: string
  /** Beyond what each seat has learned. */
  readonly news: EverySeat<readonly LearnedThing[]>
  /** Notes with their strings and fingers, and frames, that come in each seat's part. */
  readonly met: EverySeat<readonly string[]>
  /** Points of the class's load. */
  readonly load: number
}

/** Notes and frames of a mapped part, each once: "F♯, high 2 on D", "frame: open start". */
export function metIn(map: SeatMap): string[] {
  const { instrument, notes } = map
  const found = new Set<string>()
  for (const { hold, pitches } of handSteps(map))
    hold.stops.forEach((s, n) => {
      const where = stringName(PLAIN_TONGUE, instrument, s.string)
      const position = hold.position !== FIRST && s.finger > 0 ? ` in ${positionKey(instrument.positions[hold.position])}` : ''
      found.add(s.finger === 0 ? `open ${where}` : `${letterName(pitches[n])}, ${fingerKey(instrument, s)} on ${where}${position}`)
    })
  for (const { frame } of notes) if (frame) found.add(`frame: ${frame.name}`)
  return [...found]
}

/** What a piece is for the term of a class: mapped as the class stands, whatever the piece was taken to ask for before. */
export function factsOf(id: string, piece: Piece, plan: Plan, klass: ClassSettings): PieceFacts {
  const ensemble = ensembleMapper()(piece, { ...plan, learned: null }, klass)
  const of = <T>(say: (map: SeatMap) => T): EverySeat<T> =>
    Object.fromEntries(seatsOf(klass).map(({ id: seat }) => [seat, say(ensemble[seat])]))
  return {
    id,
    title: piece.title,
    news: of((map) => newThings(piece, map)),
    met: of(metIn),
    load: Object.values(ensemble).reduce((sum, map) => sum + loadOf(piece, map).total, 0),
  }
}
