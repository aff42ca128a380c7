import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { printedNote } from '../../music/noteName'
import { midiOf, type Pitch } from '../../music/pitch'
import { stopOf } from '../../reading/reading'
import type { SpotKind } from '../../plan/spotKinds'
import { allSpots, grouped, isAsked, linePitch, type At, type SeatAtWork, type Practised } from '../practised'
import type { Generator } from './generator'
import { eventOf, ofPair, patterned } from './pairs'

/** What a half step in the hand takes the load off: where the key or a sign has put a finger. */
const SERVED: readonly SpotKind[] = ['by-key', 'first-sign', 'two-forms', 'carried-sign', 'slide']

/** How many half steps of a piece are drilled: those that come most often. */
const MOST_HALF_STEPS = 3

/** Neighbouring fingers that touch, one after the other: a half step on one string, in one position. */
type Touching = { readonly a: string; readonly b: string; readonly pitches: readonly [Pitch, Pitch]; readonly player: SeatAtWork }

function touchings(c: Practised): Touching[] {
  return c.players.flatMap((player) =>
    player.reading.notes.flatMap((note): Touching[] => {
      const last = player.reading.notes[note.index - 1]
      const [x, y] = [last && stopOf(last), stopOf(note)]
      if (!last || !x || !y || !isAsked(c, note.placed.at.index) || x.string !== y.string || last.hold!.position !== note.hold!.position)
        return []
      if (Math.abs(x.k - y.k) !== 1 || Math.abs(x.finger - y.finger) !== 1) return []
      const [a, b] = x.k < y.k ? [last, note] : [note, last]
      return [{ a: eventOf(a), b: eventOf(b), pitches: [linePitch(player, a), linePitch(player, b)], player }]
    }),
  )
}

/** Pairs of the half step, where the fingers touch. */
export const touch = {
  kind: 'touch',
  name: DRILL_NAMES.touch,
  eases: 0.4,
  find: (c) => {
    const pairs = grouped(touchings(c), (t) => t.pitches.map(midiOf).join(' ')).sort((x, y) => y.length - x.length)
    return pairs.slice(0, MOST_HALF_STEPS).flatMap((same) => {
      const [{ a, b, pitches }] = same
      const events = new Set(same.flatMap((t) => [t.a, t.b]))
      const whose = new Set(same.map((t) => t.player.seat.id))
      const ats = allSpots(c).filter(
        ({ spot, player }): boolean => whose.has(player.seat.id) && SERVED.includes(spot.kind) && events.has(spot.event),
      )
      const made = (variant: string, pattern: string) => ({
        ...patterned(c, {
          kind: 'touch' as const,
          variant,
          about: `${pitches.map((p) => printedNote('letters', p)).join(' and ')}: a half step, ${variant}`,
          title: (t) => drillWords(c.talk).HALF_STEP.title(t, pitches, variant),
          purpose: (t) => drillWords(c.talk).HALF_STEP.purpose(t, pitches),
          pattern,
          ats: ats satisfies readonly At[],
          touch: ofPair({ a, b }),
        }),
        isFor: (id: string) => whose.has(id),
      })
      return [made('slow', 'a:2 b:2 a:2 b:2'), made('alternating', 'a b a b b a b a')]
    })
  },
} as const satisfies Generator
