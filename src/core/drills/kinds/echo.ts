import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { keptHead, keptMeasures } from '../keptName'
import { sayMeasures } from '../../piece/address'
import type { Seat } from '../../seats/seat'
import type { Sketch, DrillVoice } from '../drill'
import { passageVoice } from '../passages'
import type { Practised } from '../practised'
import { hardestStretch, sayPassage, spotsOfStretch, indicesOf } from '../stretches'
import type { Generator } from './generator'

/** How many hard measures are given back by themselves, and how many make a chain. */
const [MOST_ECHOES, CHAIN] = [4, 4]

/** A measure is played, and given back in a measure of rest; the hard measures one after the other in a chain. */
export const echo = {
  kind: 'echo',
  name: DRILL_NAMES.echo,
  eases: 0.25,
  find: (c) => {
    const asked = c.stretch ? indicesOf(c.stretch) : hardestStretch(c).slice(0, MOST_ECHOES)
    const playable = asked.filter((i) => c.players.some((p) => passageVoice(c, p, { from: i, to: i })))
    const alone = playable.map((i) => sketch(c, [i], 'measure', 4))
    const chain = playable
      .filter((i) => sameFrame(c, i, playable[0]))
      .slice(0, CHAIN)
      .sort((a, b) => a - b)
    return chain.length > 1 ? [...alone, sketch(c, chain, 'chain', 2)] : alone
  },
} as const satisfies Generator

/** Two measures that stand in one key and time can stand in one drill. */
const sameFrame = ({ measures }: Practised, a: number, b: number): boolean =>
  measures[a].key.fifths === measures[b].key.fifths &&
  measures[a].meter.beats === measures[b].meter.beats &&
  measures[a].meter.unit === measures[b].meter.unit

function sketch(c: Practised, indices: readonly number[], variant: 'measure' | 'chain', times: number): Sketch {
  const at = c.measures[indices[0]]
  const { line } = c.players[0].map
  const one = { from: indices[0], to: indices[0] }
  return {
    kind: 'echo',
    variant,
    about: variant === 'chain' ? `Chain of echoes: ${keptMeasures(line, indices)}` : `${keptHead(line, one)}, echo`,
    title:
      variant === 'chain'
        ? drillWords(c.talk).ECHO_SAYS.chainTitle(sayMeasures(line, indices))
        : drillWords(c.talk).ECHO_SAYS.title(sayPassage(c, one)),
    purpose: drillWords(c.talk).ECHO_SAYS.purpose,
    spots: indices.flatMap((i) => spotsOfStretch(c, { from: i, to: i })),
    isFor: () => true,
    measures: indices,
    pace: 0.8,
    times,
    key: at.key,
    meter: at.meter,
    voice: (seat: Seat) =>
      echoed(
        indices.map((i) => passageVoice(c, c.bySeat[seat.id], { from: i, to: i })),
        drillWords(c.talk).ECHO_SAYS.back,
      ),
  }
}

/** Measures each with a measure of rest after it, as one voice. */
function echoed(voices: readonly (DrillVoice | null)[], back: string): DrillVoice | null {
  const measures: DrillVoice['measures'][number][] = []
  const slurs: DrillVoice['slurs'][number][] = []
  const pins: Record<string, NonNullable<DrillVoice['pins'][string]>> = {}
  const fresh = new Set<string>()
  const touches = new Map<string, NonNullable<ReturnType<DrillVoice['touches']['get']>>>()
  for (const [i, v] of voices.entries()) {
    if (!v) return null
    const own = (id: string) => `m${i}${id}`
    for (const m of v.measures)
      measures.push({ ...m, number: `${measures.length + 1}`, events: m.events.map((e) => ({ ...e, id: own(e.id) })) })
    measures.push({
      number: `${measures.length + 1}`,
      events: [{ kind: 'rest', id: own('r'), value: { base: 'whole', dots: 0 }, wholeMeasure: true, words: back }],
    })
    slurs.push(...v.slurs.map((s) => ({ from: own(s.from), to: own(s.to) })))
    for (const [id, pin] of Object.entries(v.pins)) pins[own(id)] = pin
    for (const [id, t] of v.touches) touches.set(own(id), t)
    for (const f of v.fresh) fresh.add(f)
  }
  return { measures, length: measures.length, slurs, pins, fresh, touches }
}
