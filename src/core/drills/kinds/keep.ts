import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { midiOf } from '../../music/pitch'
import { stopOf } from '../../reading/reading'
import { PLAIN_TONGUE, stringName } from '../../words/en/hands'
import { lineTouch } from '../passages'
import { grouped, linePitch, spotsOfKinds, touchAt, type At } from '../practised'
import { fingerUnder } from './fourth'
import type { Generator } from './generator'
import { eventOf, namesIn, patterned } from './pairs'

const above = ({ note }: At): boolean => [3, 4].includes(stopOf(note)?.finger ?? 0)

/** A finger that lands alone, added over 1, which stays. */
export const keepDrills = {
  kind: 'keep',
  name: DRILL_NAMES.keep,
  eases: 0.4,
  find: (c) =>
    grouped(
      spotsOfKinds(c, ['lands-alone', 'fourth-finger', 'wide-gap']).filter(above),
      ({ player, note }) => `${midiOf(linePitch(player, note))} ${stopOf(note)!.finger}`,
    ).flatMap((ats) => {
      const [{ player, note }] = ats
      const s = stopOf(note)!
      const under = fingerUnder(player, note, 1)
      if (!under) return []
      const event = eventOf(note)
      const made = (variant: string, pattern: string, purpose: string) =>
        patterned(c, {
          kind: 'keep',
          variant,
          about: `Keep 1, add ${s.finger} on ${stringName(PLAIN_TONGUE, player.map.instrument, s.string)}, ${variant}`,
          title: (t) => drillWords(c.talk).KEEP_SAYS.title(s.finger, stringName(t, player.map.instrument, s.string), variant),
          purpose,
          pattern,
          ats,
          ...(s.finger === 4 ? { strains: ['fourth'] as const } : {}),
          touch: (p, what) => {
            if (what === 'b') return touchAt(p, event)
            if (p === player) return under.touch
            const own = p.reading.byEvent.get(event)
            const same = own && ats.some((x) => x.player === p) ? fingerUnder(p, own, 1) : null
            return same?.touch ?? lineTouch(p, under.pitch)
          },
        })
      const whose = namesIn(c, ats)
      return [
        made('slow', 'a:2 b:2 a:2 b:2', drillWords(c.talk).KEEP_SAYS.slow(whose, s.finger)),
        made('quicker', 'a b a b a b a b', drillWords(c.talk).KEEP_SAYS.quicker(whose, s.finger)),
      ]
    }),
} as const satisfies Generator
