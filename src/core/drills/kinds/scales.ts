import { PLAIN_TONGUE } from '../../words/en/hands'
import { drillWords } from '../../words/drills'
import { alterIn, tonic, type Key } from '../../music/key'
import { printedNote } from '../../music/noteName'
import { byOctaves, LETTERS, midiOf, pitchAt, stepsOf, type Letter, type Pitch } from '../../music/pitch'
import type { Tongue } from '../../words/en/hands'
import { measureTicks, valueOf, type Meter } from '../../music/time'
import type { Seat } from '../../seats/seat'
import { beatsIn, voiceOf, type Cell } from '../cells'
import type { Sketch, Touch, DrillVoice } from '../drill'
import { linePitch, solvedRun, touchFor, writtenFor, type SeatAtWork, type Practised } from '../practised'

/** The forms of a minor scale: its sixth and seventh are raised not at all, the seventh alone, or both on the way up. */
export const MINOR_FORMS = ['natural', 'harmonic', 'melodic'] as const
export type ScaleForm = 'major' | (typeof MINOR_FORMS)[number]

/** Letters above the keynote of a letter. */
const degreeOf = (key: Key, letter: Letter): number => (LETTERS.indexOf(letter) - LETTERS.indexOf(tonic(key).letter) + 7) % 7

/** The forms of the scale of a key; of a minor key the one that the piece uses first: as its raised sixths and sevenths say. */
export function formsOf(c: Practised, key: Key): readonly ScaleForm[] {
  if (key.mode === 'major') return ['major']
  let [sixth, seventh] = [0, 0]
  const [leader] = c.players
  for (const n of leader.reading.notes) {
    const p = linePitch(leader, n)
    const raised = p.alter - alterIn(key, p.letter)
    if (raised !== 1) continue
    if (degreeOf(key, p.letter) === 5) sixth++
    if (degreeOf(key, p.letter) === 6) seventh++
  }
  const first: ScaleForm = seventh === 0 ? 'natural' : sixth === 0 ? 'harmonic' : 'melodic'
  return [first, ...MINOR_FORMS.filter((f) => f !== first)]
}

/** Letter steps of the keynote at or below a pitch. */
const keynoteUnder = (key: Key, steps: number): number => {
  const letter = LETTERS.indexOf(tonic(key).letter)
  return steps - ((((steps - letter) % 7) + 7) % 7)
}

/** Letter steps of the degrees of a scale: up to the top, down to the bottom, back to the keynote. */
export function degreesIn(key: Key, low: number, high: number): number[] {
  const under = keynoteUnder(key, low)
  const from = under === low ? low : under + 7 <= high ? under + 7 : under
  // Five notes at the least, or it is no scale.
  const top = Math.max(high, from + 4)
  const bottom = Math.min(low, from)
  const run: number[] = []
  for (let s = from; s <= top; s++) run.push(s)
  for (let s = top - 1; s >= bottom; s--) run.push(s)
  for (let s = bottom + 1; s <= from; s++) run.push(s)
  return run
}

/** A degree of the scale as it sounds: raised as the form has it on the way up or down. */
export function scalePitch(key: Key, form: ScaleForm, steps: number, down: boolean): Pitch {
  const natural = pitchAt(steps, 0)
  const degree = degreeOf(key, natural.letter)
  const raise = form === 'harmonic' ? degree === 6 : form === 'melodic' ? !down && degree >= 5 : false
  return { ...natural, alter: alterIn(key, natural.letter) + (raise ? 1 : 0) }
}

/** The run of a scale, or of those of its degrees that are wanted, in the range that the leading line uses. */
export function runIn(c: Practised, key: Key, form: ScaleForm, wanted: (degree: number) => boolean): Pitch[] {
  const [leader] = c.players
  const steps = leader.reading.notes.map((n) => stepsOf(linePitch(leader, n)))
  if (steps.length === 0) return []
  const run = degreesIn(key, Math.min(...steps), Math.max(...steps))
  const kept = run.filter((s) => wanted(degreeOf(key, pitchAt(s, 0).letter))).filter((s, i, all) => s !== all[i - 1])
  return kept.map((s, i) => scalePitch(key, form, s, i > 0 ? s < kept[i - 1] : false))
}

/**
 * A run as one seat takes it: everybody sounds the same letter at every note. What a seat has not learned it takes in another
 * octave (`moved`), the lower first; where that is not learned either it rests (null). Null where most is not learned.
 */
export type Taken = { readonly touches: readonly (Touch | null)[]; readonly moved: boolean; readonly rests: boolean }

function takenBy(c: Practised, p: SeatAtWork, run: readonly Pitch[], up?: 'string' | 'first position'): Taken | null {
  const written = run.map((x) => writtenFor(p, x))
  const learned = (t: Touch | null): Touch | null => (t && t.fresh.length === 0 ? t : null)
  const good = solvedRun(c, p, written, up ? { stay: up } : {}).map(learned)
  if (good.filter((t) => t).length * 2 < good.length) return null
  const touches = good.map((t, i) => t ?? learned(touchFor(p, byOctaves(written[i], -1))) ?? learned(touchFor(p, byOctaves(written[i], 1))))
  return { touches, moved: touches.some((t, i) => t && !good[i]), rests: touches.some((t) => !t) }
}

/** One way of playing a run: how each note is laid out, and what the class is told. */
type Way = {
  readonly variant: string
  /** A note to each group of a measure that no one note fills. */
  readonly groups?: true
  readonly cells: (run: readonly Pitch[], crossings: ReadonlySet<number>, beats: number) => Cell[]
  readonly up?: 'string' | 'first position'
}

const each = (run: readonly Pitch[], cells: (i: number) => Cell[]): Cell[] => run.flatMap((_, i) => cells(i))
const named = (i: number, beats: number, bar = false): Cell => ({ what: `p${i}`, beats, ...(bar ? { bar: true as const } : {}) })
const highest = (run: readonly Pitch[]): number => run.reduce((best, p, i) => (midiOf(p) > midiOf(run[best]) ? i : best), 0)

const WAYS: readonly Way[] = [
  { variant: 'long notes', cells: (run, _, beats) => each(run, (i) => [named(i, beats)]) },
  { variant: 'half notes', cells: (run) => each(run, (i) => [named(i, 2)]) },
  { variant: 'doubles', cells: (run) => each(run, (i) => [named(i, 1), named(i, 1)]) },
  {
    variant: 'top repeated',
    cells: (run, _, beats) =>
      each(run, (i) => (i === highest(run) ? Array.from({ length: beats }, (_, n) => named(i, 1, n === 0)) : [named(i, 1)])),
  },
  {
    variant: 'stops',
    cells: (run, crossings) => each(run, (i) => [...(crossings.has(i) ? [{ what: 'z', beats: 1 }] : []), named(i, 1)]),
  },
]

/** Where any seat goes to another string along a run. */
function crossingsOf(taken: readonly (Taken | null)[]): Set<number> {
  const found = new Set<number>()
  for (const t of taken)
    t?.touches.forEach((x, i) => {
      const last = t.touches[i - 1]
      if (x && last && x.string !== last.string) found.add(i)
    })
  return found
}

/** The ways to play a run in a meter: two beats to a note only where a measure has room for pairs of them, no two with the same music. */
function waysIn(meter: Meter, run: readonly Pitch[], crossings: ReadonlySet<number>): { way: Way; cells: readonly Cell[] }[] {
  const beats = beatsIn(meter)
  const groups = meter.groups ?? meter.felt
  const made = new Map<string, { way: Way; cells: readonly Cell[] }>()
  for (const way of WAYS) {
    if (way.variant === 'half notes' && beats % 2 !== 0) continue
    // A measure that no one note fills, of five or seven: a note to each of its groups.
    const grouped = way.variant === 'long notes' && groups && !valueOf(measureTicks(meter))
    const cells = grouped ? each(run, (i) => [named(i, groups[i % groups.length])]) : way.cells(run, crossings, beats)
    const key = JSON.stringify(cells.map(({ what, beats: long }) => [what, long]))
    if (!made.has(key)) made.set(key, { way: grouped ? { ...way, groups: true as const } : way, cells })
  }
  return [...made.values()]
}

/** Drills that play a run of the key: the scale, or the arpeggio. */
export function runSketches(
  c: Practised,
  { kind, name, wanted, forms }: { kind: Sketch['kind']; name: 'Scale' | 'Arpeggio'; wanted: (degree: number) => boolean; forms: boolean },
): Sketch[] {
  const { key, meter } = c.piece
  const sketches: Sketch[] = []
  const served = servedBy(c)
  for (const form of forms ? formsOf(c, key) : formsOf(c, key).slice(0, 1)) {
    const run = runIn(c, key, form, wanted)
    if (run.length < 3) continue
    const mode = form === 'major' || forms ? form : 'minor'
    const of = (t: Tongue): string => `${printedNote(t.names, tonic(key))} ${drillWords(t).KEY_FORMS[mode]}`
    const usual = takenByAll(c, run)
    const ways = waysIn(c.players[0].reading.notes[0]?.placed.at.meter ?? meter, run, crossingsOf([...usual.values()]))
    for (const { way, cells } of ways) sketches.push(sketch(way, cells, usual, of, form))
    // The calmest but one, where there are two beats to a note; else a measure to each.
    const { way: calm, cells: plain } = ways.find(({ way }) => way.variant === 'half notes') ?? ways[0]
    // Where up the string and across the strings are two ways for a seat, both are practised: as its piece has it first.
    for (const up of ['first position', 'string'] as const) {
      if (c.players.every((p) => p.map.setup.policy.stay === up)) continue
      const other = takenByAll(c, run, up)
      const whom = c.players.filter((p) => differs(usual.get(p.seat.id), other.get(p.seat.id)))
      if (whom.length === 0) continue
      const variant = up === 'string' ? 'up the string' : 'across the strings'
      const across = { names: whom.map((p) => p.seat.name), variant }
      sketches.push(sketch({ ...calm, variant }, plain, other, of, form, { calm: calm.variant, across }))
    }
  }
  return sketches

  function sketch(
    way: Way,
    cells: readonly Cell[],
    taken: ReadonlyMap<string, Taken | null>,
    of: (t: Tongue) => string,
    form: ScaleForm,
    up?: { readonly calm: string; readonly across: { readonly names: readonly string[]; readonly variant: string } },
  ): Sketch {
    const who = (is: (t: Taken) => boolean): string[] =>
      c.players.filter((p) => is(taken.get(p.seat.id) ?? NOT_TAKEN)).map((p) => p.seat.name)
    const [moving, resting] = [who((t) => t.moved), who((t) => t.rests)]
    const voice = (seat: Seat): DrillVoice | null => {
      const t = taken.get(seat.id)
      if (!t) return null
      const touchAt = (what: string) => t.touches[Number(what.slice(1))]
      return voiceOf(
        cells.map((x) => (x.what === 'z' || touchAt(x.what) ? x : { ...x, what: 'z' })),
        meter,
        touchAt,
      )
    }
    return {
      kind,
      variant: form === 'major' || !forms ? way.variant : `${form}, ${way.variant}`,
      about: `${name} of ${of(PLAIN_TONGUE)}, ${way.variant}`,
      title: (t) => drillWords(c.talk).RUN_OF_KEY.title(name, of(t), way.variant),
      purpose: drillWords(c.talk).RUN_OF_KEY.purpose(
        { variant: up?.calm ?? way.variant, groups: way.groups === true, other: up?.across ?? null },
        moving,
        resting,
      ),
      spots: served,
      isFor: () => true,
      measures: [],
      pace: 1,
      times: 1,
      key,
      meter,
      voice,
    }
  }
}

const NOT_TAKEN: Taken = { touches: [], moved: false, rests: false }

const takenByAll = (c: Practised, run: readonly Pitch[], up?: 'string' | 'first position'): Map<string, Taken | null> =>
  new Map(c.players.map((p) => [p.seat.id, takenBy(c, p, run, up)]))

const differs = (a: Taken | null | undefined, b: Taken | null | undefined): boolean =>
  !!a && !!b && a.touches.some((t, i) => t?.string !== b.touches[i]?.string)

/** What the scale of the key takes the load off: the letters that the signature changes. */
const servedBy = (c: Practised) =>
  c.players.flatMap((p) => p.spots.filter((s) => s.kind === 'by-key' || s.kind === 'first-sign' || s.kind === 'cancelled-sign'))
