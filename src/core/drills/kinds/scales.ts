import { alterIn, tonic, type Key } from '../../music/key'
import { printedNote } from '../../music/noteName'
import { LETTERS, midiOf, pitchAt, stepsOf, type Letter, type Pitch } from '../../music/pitch'
import type { Tongue } from '../../words/en/hands'
import { inSentence, sayNames } from '../../names'
import type { Seat } from '../../seats/seat'
import { beatsIn, voiceOf, type Cell } from '../cells'
import type { Sketch, Touch, DrillVoice } from '../drill'
import { linePitch, solvedRun, writtenFor, type SeatAtWork, type Practised } from '../practised'
import { plural } from '../../count'

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

/** A run as one seat takes it. Where it has not learned a note it stays on the nearest of the run that it has; null where most is not learned. */
export type Taken = { readonly touches: readonly Touch[]; readonly stays: boolean }

function takenBy(c: Practised, p: SeatAtWork, run: readonly Pitch[], up?: 'string' | 'first position'): Taken | null {
  const touches = solvedRun(
    c,
    p,
    run.map((x) => writtenFor(p, x)),
    up ? { stay: up } : {},
  )
  const good = touches.map((t) => (t && t.fresh.length === 0 ? t : null))
  if (good.filter((t) => t).length * 2 < good.length) return null
  const nearest = (i: number): Touch => {
    for (let d = 1; ; d++) {
      const t = good[i - d] ?? good[i + d]
      if (t) return t
    }
  }
  return { touches: good.map((t, i) => t ?? nearest(i)), stays: good.some((t) => !t) }
}

/** One way of playing a run: how each note is laid out, and what the class is told. */
type Way = {
  readonly variant: string
  readonly says: string
  readonly cells: (run: readonly Pitch[], crossings: ReadonlySet<number>, beats: number) => Cell[]
  readonly up?: 'string' | 'first position'
}

const each = (run: readonly Pitch[], cells: (i: number) => Cell[]): Cell[] => run.flatMap((_, i) => cells(i))
const named = (i: number, beats: number, bar = false): Cell => ({ what: `p${i}`, beats, ...(bar ? { bar: true as const } : {}) })
const highest = (run: readonly Pitch[]): number => run.reduce((best, p, i) => (midiOf(p) > midiOf(run[best]) ? i : best), 0)

const WAYS: readonly Way[] = [
  { variant: 'long notes', says: 'a measure to each note', cells: (run, _, beats) => each(run, (i) => [named(i, beats)]) },
  { variant: 'half notes', says: 'two beats to each note', cells: (run) => each(run, (i) => [named(i, 2)]) },
  { variant: 'doubles', says: 'each note twice', cells: (run) => each(run, (i) => [named(i, 1), named(i, 1)]) },
  {
    variant: 'top repeated',
    says: 'the top note repeated',
    cells: (run, _, beats) =>
      each(run, (i) => (i === highest(run) ? Array.from({ length: beats }, (_, n) => named(i, 1, n === 0)) : [named(i, 1)])),
  },
  {
    variant: 'stops',
    says: 'with a stop before each new string, to set its fingers ahead',
    cells: (run, crossings) => each(run, (i) => [...(crossings.has(i) ? [{ what: 'z', beats: 1 }] : []), named(i, 1)]),
  },
]

/** Where any seat goes to another string along a run. */
function crossingsOf(taken: readonly (Taken | null)[]): Set<number> {
  const found = new Set<number>()
  for (const t of taken) t?.touches.forEach((x, i) => i > 0 && x.string !== t.touches[i - 1].string && found.add(i))
  return found
}

/** Drills that play a run of the key: the scale, or the arpeggio. */
export function runSketches(
  c: Practised,
  { kind, name, wanted, forms }: { kind: Sketch['kind']; name: string; wanted: (degree: number) => boolean; forms: boolean },
): Sketch[] {
  const { key, meter } = c.piece
  const sketches: Sketch[] = []
  const served = servedBy(c)
  for (const form of forms ? formsOf(c, key) : formsOf(c, key).slice(0, 1)) {
    const run = runIn(c, key, form, wanted)
    if (run.length < 3) continue
    const mode = form === 'major' ? 'major' : forms ? `${form} minor` : 'minor'
    const of = ({ names }: Tongue): string => `${printedNote(names, tonic(key))} ${mode}`
    const usual = takenByAll(c, run)
    for (const way of WAYS) sketches.push(sketch(way, usual, of, form, run))
    // Where up the string and across the strings are two ways for a seat, both are practised: as its piece has it first.
    for (const up of ['first position', 'string'] as const) {
      if (c.players.every((p) => p.map.setup.policy.stay === up)) continue
      const other = takenByAll(c, run, up)
      const whom = c.players.filter((p) => differs(usual.get(p.seat.id), other.get(p.seat.id)))
      if (whom.length === 0) continue
      const variant = up === 'string' ? 'up the string' : 'across the strings'
      const names = inSentence(sayNames(whom.map((p) => p.seat.name)))
      const says = `two beats to each note, ${names} ${variant}`
      sketches.push(sketch({ ...WAYS[1], variant, says }, other, of, form, run))
    }
  }
  return sketches

  function sketch(
    way: Way,
    taken: ReadonlyMap<string, Taken | null>,
    of: (t: Tongue) => string,
    form: ScaleForm,
    run: readonly Pitch[],
  ): Sketch {
    const cells = way.cells(run, crossingsOf([...taken.values()]), beatsIn(meter))
    const staying = c.players.filter((p) => taken.get(p.seat.id)?.stays).map((p) => p.seat.name)
    const stays = staying.length
      ? ` ${sayNames(staying)} ${plural(staying.length, 'stays', 'stay')} on the nearest note where one is not learned.`
      : ''
    const voice = (seat: Seat): DrillVoice | null => {
      const t = taken.get(seat.id)
      return t ? voiceOf(cells, meter, (what) => t.touches[Number(what.slice(1))]) : null
    }
    return {
      kind,
      variant: form === 'major' || !forms ? way.variant : `${form}, ${way.variant}`,
      title: (t) => `${name} of ${of(t)}, ${way.variant}`,
      purpose: `The key in the hand before the tune: ${way.says}.${stays}`,
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

const takenByAll = (c: Practised, run: readonly Pitch[], up?: 'string' | 'first position'): Map<string, Taken | null> =>
  new Map(c.players.map((p) => [p.seat.id, takenBy(c, p, run, up)]))

const differs = (a: Taken | null | undefined, b: Taken | null | undefined): boolean =>
  !!a && !!b && a.touches.some((t, i) => t.string !== b.touches[i].string)

/** What the scale of the key takes the load off: the letters that the signature changes. */
const servedBy = (c: Practised) =>
  c.players.flatMap((p) => p.spots.filter((s) => s.kind === 'by-key' || s.kind === 'first-sign' || s.kind === 'cancelled-sign'))
