import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { keptHead } from '../keptName'
import { pluckedIn } from '../../bowing/strokes'
import type { Stretch } from '../../piece/stretch'
import type { Practised } from '../practised'
import type { Spot } from '../../reading/spots/spot'
import { aboutKind } from '../../reading/spots/detectors'
import { bowOnly as onOpen, passageVoice } from '../passages'
import { indicesOf, passagesOf, sayPassage, spotsOfStretch } from '../stretches'
import type { DrillVoice } from '../drill'
import type { Generator } from './generator'

const WAYS = [
  { variant: 'as written', pace: 0.8 },
  { variant: 'long bows', pace: 0.6 },
  { variant: 'short bows', pace: 1 },
] as const

/** What is for the bow arm: its own spots, and the crossings. */
export const forBow = (s: Spot): boolean =>
  aboutKind(s.kind).concern === 'bow' ||
  ['bow-crossing', 'hand-crossing', 'skip-crossing', 'skip-string', 'dotted', 'syncopation', 'new-rhythm'].includes(s.kind)

/** Whether anything in a passage is bowed: what is plucked has no bow to learn. */
const isBowed = (c: Practised, { from, to }: Stretch): boolean =>
  c.players.some(({ map: { line } }) => {
    const plucked = pluckedIn(line)
    return line.measures.slice(from, to + 1).some((m) => m.events.some((e) => e.kind === 'note' && !plucked.has(e.id)))
  })

/** A passage on the open strings that it is fingered on: the bow arm alone. */
export const bowOnlyDrills = {
  kind: 'bow only',
  name: DRILL_NAMES['bow only'],
  eases: 0.3,
  find: (c) =>
    passagesOf(c, 2)
      .filter((stretch) => isBowed(c, stretch))
      .flatMap((stretch) =>
        WAYS.map(({ variant, pace }) => ({
          kind: 'bow only' as const,
          variant,
          about: `${keptHead(c.players[0].map.line, stretch)}, bow alone, ${variant}`,
          title: drillWords(c.talk).BOW_ALONE_SAYS.title(sayPassage(c, stretch), variant),
          purpose: drillWords(c.talk).BOW_ALONE_SAYS.purpose(sayPassage(c, stretch), variant),
          spots: spotsOfStretch(c, stretch).filter(forBow),
          isFor: () => true,
          measures: indicesOf(stretch),
          pace,
          times: 2,
          key: c.measures[stretch.from].key,
          meter: c.measures[stretch.from].meter,
          voice: (seat) => {
            const p = c.bySeat[seat.id]
            return worded(passageVoice(c, p, stretch, onOpen(p)), drillWords(c.talk).BOW_ALONE[variant].words)
          },
        })),
      ),
} as const satisfies Generator

/** A voice with words over its first note. */
export function worded(voice: DrillVoice | null, words: string | undefined): DrillVoice | null {
  if (!voice || !words) return voice
  const first = voice.measures.flatMap((m) => m.events).find((e) => e.kind === 'note')
  const measures = voice.measures.map((m) => ({ ...m, events: m.events.map((e) => (e === first ? { ...e, words } : e)) }))
  return { ...voice, measures }
}
