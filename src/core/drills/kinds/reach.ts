import type { Pitch } from '../../music/pitch'
import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { midiOf } from '../../music/pitch'
import { stopOf } from '../../reading/reading'
import { touchFor, touchAt, type At, type SeatAtWork } from '../practised'
import type { Generator } from './generator'
import { namesIn, ofPair, pairsOf, patterned, keptPair, type Pair } from './pairs'

/** Both stopped on one string by neighbouring fingers that lie far apart: the pair that the hand opens for. */
const wide = ({ last, note }: At): boolean => {
  const [a, b] = [last && stopOf(last), stopOf(note)]
  return !!a && !!b && a.string === b.string && a.finger !== b.finger
}

/** Pairs across the wide gap of a frame: low 2 and 3, the opened 1 and 2. */
export const reach = {
  kind: 'reach',
  name: DRILL_NAMES.reach,
  eases: 0.5,
  find: (c) =>
    pairsOf(c, ['wide-gap', 'extension'], wide, true).flatMap((pair) => {
      const low = midiOf(pair.pitches[0]) < midiOf(pair.pitches[1])
      const [x, y] = low ? ['a', 'b'] : ['b', 'a']
      const whose = namesIn(c, pair.ats)
      const upward: readonly [Pitch, Pitch] = low ? pair.pitches : [pair.pitches[1], pair.pitches[0]]
      const made = (variant: string, pattern: string, purpose: string, touch = ofPair(pair)) =>
        patterned(c, {
          kind: 'reach',
          variant,
          about: `${keptPair(upward)}: the wide gap, ${variant}`,
          title: (t) => drillWords(c.talk).REACH_SAYS.title(t, upward, variant),
          purpose,
          pattern,
          ats: pair.ats,
          strains: pair.ats.some((at) => at.spot.kind === 'extension') ? ['extension'] : ['reach', 'low 2'],
          touch,
        })
      return [
        made('upwards', `${x} ${y} ${x} ${y}`, drillWords(c.talk).REACH_SAYS.upwards(whose)),
        made('downwards', `${y} ${x} ${y} ${x}`, drillWords(c.talk).REACH_SAYS.downwards(whose)),
        made('lower stays', `${x}:2 ${y}:2 ${x}:2 ${y}:2`, drillWords(c.talk).REACH_SAYS['lower stays'](whose)),
        ...(isLowTwo(pair)
          ? [made('against high', `${x} ${y} h ${y}`, drillWords(c.talk).REACH_SAYS['against high'](whose), against(pair, x))]
          : []),
      ]
    }),
} as const satisfies Generator

/** Whether the lower finger of the pair lies low, so that it can be set against its usual place. */
const isLowTwo = ({ ats }: Pair): boolean =>
  ats.some(({ last, note }) => [last && stopOf(last), stopOf(note)].some((s) => s?.finger === 2 && s.place === 'low'))

/** The pair with `h`: the lower note a half step higher, in the other place of its finger. */
const against = (pair: Pair, lower: string) => (p: SeatAtWork, what: string) => {
  if (what !== 'h') return ofPair(pair)(p, what)
  const low = touchAt(p, lower === 'a' ? pair.a : pair.b)
  const pitch = low?.pitches.at(-1)
  return pitch ? touchFor(p, { ...pitch, alter: pitch.alter + 1 }, low!.string) : null
}
