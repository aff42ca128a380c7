import { describe, expect, it } from 'vitest'
import { ensembleMapper, mapsOf } from '../../balance/ensemble'
import { classAt, type ClassSettings } from '../../plan/class'
import { FIRST, STEP_IDS } from '../../instruments/instrument'
import { emptyPlan } from '../../plan/plan'
import { drillsOf } from '../../drills/all'
import { practisedBy } from '../../testing/drills'
import { pieceFrom } from '../../testing/piece'
import { saidDigest, saidSpots } from '../../testing/said'
import { readingOf } from '../reading'
import { startCardOf } from '../startCard'
import { TOLD, TOLD_AFTER, type ToldPiece, type ToSay } from '../../testing/saidFirst'
import { sayFirst, type SaidThing } from '../../words/en/digest'
import { MOST_SAID } from './digest'
import { readersOf } from './readers'

const NOTHING = { kinds: {}, muted: [] }

const digest = ({ piece, step }: ToldPiece): SaidThing[] =>
  saidDigest(readersOf(piece, mapsOf(ensembleMapper()(piece, emptyPlan(), classAt(step))), NOTHING, {}))

/** What a thing is about: the kinds of its spots, or its own. */
const about = ({ kinds, facts }: SaidThing): readonly string[] =>
  facts.kind === 'returns' ? [...(facts.again.length ? ['returns'] : []), ...(facts.runs.length ? ['run'] : [])] : [...kinds, facts.kind]

/** Whether it says what a teacher said: the same kind of thing, in one of the measures, to one of the seats. */
const says = (t: SaidThing, s: ToSay): boolean =>
  about(t).some((k) => s.kinds.includes(k)) &&
  t.measures.some((m) => s.measures.includes(m)) &&
  t.seats.some((x) => s.seats.some((y) => y === x))

/** Old friends and the way of a repeat are said last, by the order in which things are said: they count among the seven. */
const isLast = (s: ToSay): boolean => s.kinds.some((k) => k === 'returns' || k === 'repeat-way')

describe.each([
  ['before the rules were changed', TOLD],
  ['after', TOLD_AFTER],
] as const)('what is said first, against what a teacher wrote down %s', (when, tunes) => {
  const all = tunes.map((r) => ({ r, ours: digest(r) }))
  const share = (found: number, of: number): number => Math.round((100 * found) / of)
  it('nine in ten of what must be said stand in the first five, three in four of all in the seven', () => {
    const must = all.flatMap(({ r, ours }) => r.must.map((s) => ours.slice(0, isLast(s) ? MOST_SAID : 5).some((t) => says(t, s))))
    const whole = all.flatMap(({ r, ours }) => [...r.must, ...r.also].map((s) => ours.some((t) => says(t, s))))
    const [first, seven] = [must, whole].map((x) => share(x.filter(Boolean).length, x.length))
    console.log(`said first, ${when}: ${first} % of ${must.length} in the first five, ${seven} % of ${whole.length} in the seven`)
    expect(first).toBeGreaterThanOrEqual(90)
    expect(seven).toBeGreaterThanOrEqual(75)
  })
  it.each(all.map(({ r, ours }) => [r.name, r, ours] as const))(
    '%s: nothing that must not be said, and one of the seven is an old friend',
    (_, r, ours) => {
      // A rest gives time to lift the bow in: that is no first beat that comes up.
      const told = ours.filter((t) => !t.spots.some((s) => 'lift' in s.facts)).flatMap((t) => t.kinds)
      expect(told.filter((k) => r.never.includes(k))).toEqual([])
      expect(ours.length).toBeLessThanOrEqual(MOST_SAID)
      // One topic, one sentence: whoever leaves first position, new or known.
      expect(ours.filter((t) => t.facts.kind === 'visits').length).toBeLessThanOrEqual(1)
      if ([...r.must, ...r.also].some((s) => s.kinds.includes('returns'))) expect(ours.at(-1)!.facts.kind).toBe('returns')
    },
  )
})

describe('two groups of violins that read and play the same', () => {
  const one = (text: string) =>
    text
      .replace(/([Vv])iolins/g, '$1iolin')
      .replace(/\b(leave|stay)s?\b/g, '$1')
      .replace(/\bhave\b/g, 'has')
      .replace('they read', 'it reads')
      .replace('these seats', 'this seat')
  const said = (t: ToldPiece, klass: ClassSettings) =>
    sayFirst(t.piece, mapsOf(ensembleMapper()(t.piece, emptyPlan(), klass)), emptyPlan().spots, klass)
  const doubled = (t: ToldPiece, change: Partial<ClassSettings['seats'][number]> = {}): ClassSettings => {
    const klass = classAt(t.step)
    return {
      ...klass,
      seats: klass.seats.flatMap((s) => (s.id === 'violin' ? [s, { ...s, id: 'violin-2', name: 'Violin 2', ...change }] : [s])),
    }
  }
  it('are one: the same is said first, in the same order, of all of them', () => {
    for (const t of [...TOLD, ...TOLD_AFTER]) {
      const [single, two] = [said(t, classAt(t.step)), said(t, doubled(t))]
      expect(
        two.map((x) => one(x.text)),
        t.name,
      ).toEqual(single.map((x) => one(x.text)))
      expect(
        two.map((x) => one(x.advice)),
        t.name,
      ).toEqual(single.map((x) => one(x.advice)))
      two.forEach((x, i) => expect(x.seats.includes('violin-2'), `${t.name}: ${x.text}`).toBe(single[i].seats.includes('violin')))
      expect(two.map((x) => `${x.text} ${x.advice}`).join(' '), t.name).not.toMatch(/violin 2|violin and violin/i)
    }
  })
  it('are two where one has learned less', () => {
    const t = TOLD[0]
    const less = said(t, doubled(t, { learned: classAt('first-finger').seats[0].learned }))
    expect(less.map((x) => `${x.text} ${x.advice}`).join(' ')).toMatch(/violin 2/i)
  })
})

it('“That keeps everything in first position” is said only where it does', () => {
  const counted = { yes: 0, no: 0 }
  for (const t of [...TOLD, ...TOLD_AFTER])
    for (const step of STEP_IDS.slice(2, 9)) {
      const klass = classAt(step)
      const maps = mapsOf(ensembleMapper()(t.piece, emptyPlan(), klass))
      for (const x of sayFirst(t.piece, maps, emptyPlan().spots, klass)) {
        if (x.facts.kind !== 'octave') continue
        const moved = new Set(x.facts.moved.map((m) => m.seat))
        const isFirst = maps
          .filter((m) => moved.has(m.seat.id))
          .every((m) => m.notes.every((n) => n.hold.open || n.hold.position === FIRST))
        expect(x.advice.includes('That keeps everything in first position'), `${t.name} at ${step}`).toBe(isFirst)
        counted[isFirst ? 'yes' : 'no']++
      }
    }
  expect(counted.yes).toBeGreaterThan(0)
})

it('a piece plucked throughout has no word of the bow: spots, first things, start cards, drills', () => {
  const flat = [...TOLD, ...TOLD_AFTER].filter((t) => t.name.includes('plucked'))
  // Shifts, syncopations, rests and two strings at once, plucked.
  const other = pieceFrom('pizz:D4 A4:h D5 G4~ G4 F#4 E4:h z z A4 D5 B4 A4 F#4 D4 E4 F#4 G4 A4 C#5 D5:h', { fifths: 2, mode: 'major' })
  const tried = [...flat, { ...flat[0], piece: other }]
  for (const { piece } of tried)
    for (const step of STEP_IDS.slice(3, 9)) {
      const klass = classAt(step)
      const maps = mapsOf(ensembleMapper()(piece, emptyPlan(), klass))
      const said = [
        ...sayFirst(piece, maps, emptyPlan().spots, klass).flatMap((x) => [x.text, x.advice]),
        ...maps.flatMap((m) => saidSpots(piece, m).flatMap((s) => [s.text, s.advice])),
        ...maps.flatMap((m) => Object.values(startCardOf(readingOf(piece, m), klass.talk) ?? {})),
        ...drillsOf(practisedBy(piece, klass)).flatMap((d) => [d.title, d.purpose]),
      ]
      expect(said.filter((x) => /\bbow/i.test(x))).toEqual([])
    }
})
