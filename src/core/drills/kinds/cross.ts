import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import type { SpotKind } from '../../plan/spotKinds'
import { sameSpacings, type SameSpacing } from '../../reading/sameSpacing'
import { PLAIN_TONGUE, stringName, type Tongue } from '../../words/en/hands'
import { lineTouch } from '../passages'
import { grouped, isAsked, touchAt, touchFor, type At, type SeatAtWork, type Practised } from '../practised'
import type { Generator } from './generator'
import { eventOf, namesIn, ofPair, pairsOf, patterned, keptPair } from './pairs'
import type { Sketch } from '../drill'

/** A crossing of two fingers by way of the same spacing on one string; and one finger on two strings. */
export const cross = {
  kind: 'cross',
  name: DRILL_NAMES.cross,
  eases: 0.45,
  find: (c) => [...transfers(c), ...fifths(c)],
} as const satisfies Generator

/** The pair on one string, then the same spacing across: once for all seats that cross alike. */
function transfers(c: Practised): Sketch[] {
  const found = c.players.flatMap((player) =>
    sameSpacings(player.reading).flatMap((t) => {
      const event = eventOf(t.note)
      const spots = player.spots.filter((s) => s.event === event && CROSSED.includes(s.kind))
      const ats = spots.map((spot): At => ({ spot, player, note: t.note, last: player.reading.notes[t.note.index - 1] ?? null }))
      return ats.length && isAsked(c, t.note.placed.at.index) ? [{ player, t, ats, title: titleOf(PLAIN_TONGUE, player, t) }] : []
    }),
  )
  return grouped(found, (x) => x.title).map((same) => {
    const [{ player, t }] = same
    const [first] = t.events
    const event = eventOf(t.note)
    const own = new Map(same.map((x) => [x.player, x.t]))
    const ats = same.flatMap((x) => x.ats)
    return patterned(c, {
      kind: 'cross',
      variant: 'transfer',
      about: titleOf(PLAIN_TONGUE, player, t),
      title: (talk) => titleOf(talk, player, t),
      purpose: (talk) => drillWords(c.talk).CROSSING_SAYS.spacing(namesIn(c, ats), stringName(talk, player.map.instrument, t.string)),
      pattern: 'x y x y | a b a b',
      ats,
      touch: (p, what) => {
        if (what === 'a' || what === 'b') return touchAt(p, what === 'a' ? first : event)
        const mine = own.get(p)
        const i = what === 'x' ? 0 : 1
        return mine
          ? touchFor(p, mine.pitches[i], mine.string)
          : lineTouch(p, { ...t.pitches[i], octave: t.pitches[i].octave - player.map.written })
      },
    })
  })
}

const CROSSED: readonly SpotKind[] = ['hand-crossing', 'lands-alone', 'skip-crossing']

/** "B to G across, as B to D on A". */
function titleOf(talk: Tongue, player: SeatAtWork, t: SameSpacing): string {
  const crossed = player.reading.notes[t.note.index - 1]
  const [from, to] = [crossed, t.note].map((n) => n.heads.at(-1)!.pitch)
  const [low, high] = t.pitches
  return drillWords(talk).across(talk, [from, to], [low, high], stringName(talk, player.map.instrument, t.string))
}

/** One finger that hops to the next string. */
const fifths = (c: Practised): Sketch[] =>
  pairsOf(c, ['fifth']).map((pair) =>
    patterned(c, {
      kind: 'cross',
      variant: 'one finger',
      about: `${keptPair(pair.pitches)} with one finger`,
      title: (t) => drillWords(c.talk).CROSSING_SAYS.hopTitle(t, pair.pitches),
      purpose: drillWords(c.talk).CROSSING_SAYS.hop(namesIn(c, pair.ats)),
      pattern: 'a:2 b:2 a:2 b:2 | a b a b',
      ats: pair.ats,
      touch: ofPair(pair),
    }),
  )
