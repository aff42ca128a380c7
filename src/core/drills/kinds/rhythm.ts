import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { keptHead } from '../keptName'
import { spotsOfKinds } from '../practised'
import { onOne, openOfKey, passageVoice } from '../passages'
import type { SpotKind } from '../../plan/spotKinds'
import type { Sketch } from '../drill'
import type { Practised } from '../practised'
import { indicesOf, passagesOf, sayPassage, spotsOfStretch } from '../stretches'
import { worded } from './bowOnly'
import type { Generator } from './generator'

const RHYTHMS: readonly SpotKind[] = [
  'dotted',
  'syncopation',
  'triplet',
  'new-rhythm',
  'changed-rhythm',
  'counted-rest',
  'long-after-short',
  'uneven-bow',
]

/** The rhythm on one open string; with the bow saved for a long note, and with time to take it back. */
export const rhythm = {
  kind: 'rhythm',
  name: DRILL_NAMES.rhythm,
  eases: 0.35,
  find: (c) => [
    ...passagesOf(c, 2).map((stretch) =>
      onOneString(c, stretch, {
        variant: 'one string',
        purpose: drillWords(c.talk).RHYTHM_SAYS.alone(sayPassage(c, stretch)),
        spots: spotsOfStretch(c, stretch).filter((s) => RHYTHMS.includes(s.kind)),
      }),
    ),
    ...bows(c, ['long-after-short', 'uneven-bow'], {
      variant: 'save the bow',
      words: drillWords(c.talk).RHYTHM_SAYS.saveWords,
      says: drillWords(c.talk).RHYTHM_SAYS.save,
    }),
    ...bows(c, ['wrong-bow', 'no-rest'], {
      variant: 'take back and set',
      words: drillWords(c.talk).RHYTHM_SAYS.liftWords,
      says: drillWords(c.talk).RHYTHM_SAYS.lift,
    }),
  ],
} as const satisfies Generator

type Way = { readonly variant: string; readonly purpose: string; readonly spots: Sketch['spots']; readonly words?: string }

function onOneString(c: Practised, stretch: { from: number; to: number }, { variant, purpose, spots, words }: Way): Sketch {
  const at = c.measures[stretch.from]
  return {
    kind: 'rhythm',
    variant,
    about: `${keptHead(c.players[0].map.line, stretch)}, ${variant === 'one string' ? 'rhythm on one string' : variant}`,
    title: drillWords(c.talk).RHYTHM_SAYS.title(sayPassage(c, stretch), variant),
    purpose,
    spots,
    isFor: () => true,
    measures: indicesOf(stretch),
    pace: 0.8,
    times: 2,
    key: at.key,
    meter: at.meter,
    voice: (seat) => {
      const p = c.bySeat[seat.id]
      const open = openOfKey(p, at.key)
      return open ? worded(passageVoice(c, p, stretch, onOne(open)), words) : null
    },
  }
}

type Bows = { readonly variant: string; readonly words: string; readonly says: (where: string, whose: readonly string[]) => string }

/** One drill for each measure where the bow needs care. */
function bows(c: Practised, kinds: readonly SpotKind[], { variant, words, says }: Bows): Sketch[] {
  const ats = spotsOfKinds(c, kinds)
  // Before the first note the bow stands where it is set: there is nothing to take it back from.
  const measures = [...new Set(ats.map((at) => at.spot.index))].filter((i) => i > 0 || !kinds.includes('wrong-bow')).sort((a, b) => a - b)
  return measures.map((index) => {
    const here = ats.filter((at) => at.spot.index === index)
    const stretch = { from: Math.max(0, index - 1), to: index }
    const whose = c.players.filter((p) => here.some((at) => at.player === p)).map((p) => p.seat.name)
    return onOneString(c, stretch, {
      variant,
      words,
      spots: here.map((at) => at.spot),
      purpose: says(sayPassage(c, { from: index, to: index }), whose),
    })
  })
}
