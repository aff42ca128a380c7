import { describe, expect, it } from 'vitest'
import { classAt, DEFAULT_CLASS, type ClassSettings } from '../../plan/class'
import { ensembleMapper, mapsOf } from '../../balance/ensemble'
import { emptyPlan } from '../../plan/plan'
import { pieceFrom } from '../../testing/piece'
import { firstBeatsDown, RANKED, type TeacherSaid } from '../../testing/ranked'
import type { Piece } from '../../piece/piece'
import type { SpotChoice } from '../choice'
import { TEST_INSTRUMENTS, type TestSeat } from '../../testing/seats'
import { PLAIN_TONGUE } from '../../words/en/hands'
import { adviseOn } from '../../words/en/spots/said'
import type { Spot } from '../spots/spot'
import { saidDigest } from '../../testing/said'
import type { SaidThing } from '../../words/en/digest'
import { digestOf, MOST_SAID } from './digest'
import { readersOf } from './readers'
import type { Thing } from './thing'

const NOTHING: SpotChoice = { kinds: {}, muted: [] }
const digest = (piece: Piece, klass: ClassSettings = DEFAULT_CLASS, choice = NOTHING): SaidThing[] =>
  saidDigest(readersOf(piece, mapsOf(ensembleMapper()(piece, emptyPlan(), klass)), choice, {}))
/** What is said of a spot by itself to the seat that it trips. */
const adviceOn = (s: Spot, seat: string): string =>
  adviseOn(s, { talk: PLAIN_TONGUE, instrument: TEST_INSTRUMENTS[seat as TestSeat], line: pieceFrom('D4').lines[0] })
const texts = (things: readonly SaidThing[]) => things.map((t) => t.text)

/** Whether one of ours says what a teacher said: the same kind of thing, in one of the measures, to one of the seats. */
const says = (t: Thing, s: TeacherSaid): boolean =>
  t.kinds.some((k) => s.kinds.includes(k)) &&
  t.measures.some((m) => s.measures.includes(m)) &&
  t.seats.some((x) => s.seats.some((y) => y === x))

describe('the first things said, against the ranked tunes (judgement of a teacher, written down before there was a digest)', () => {
  it.each(RANKED.map((r) => [r.name, r] as const))('%s: at least five of her seven, and her first among our first three', (name, r) => {
    const ours = digest(r.piece, firstBeatsDown(classAt(r.step)))
    const hers = r.said.filter((s) => ours.some((t) => says(t, s)))
    // Said since then wherever it is so: a string that is not there, and what comes again.
    const since = ours.filter((t) => t.facts.kind === 'octave' || t.facts.kind === 'returns').length
    console.log(`digest of "${name}": ${hers.length} of her ${r.said.length}`)
    expect(r.said).toHaveLength(7)
    expect(ours.length).toBeLessThanOrEqual(MOST_SAID)
    expect(hers.length + since).toBeGreaterThanOrEqual(5)
    expect(ours.slice(0, 3).some((t) => says(t, r.said[0]))).toBe(true)
  })
})

describe('the digest', () => {
  it('says one thing once: what is new, shifted to and crossed to at one note; a visit from its way out to its way back', () => {
    const things = digest(pieceFrom('D4 F#4 A4 D5 A4 F#4 D4:h', { fifths: 2, mode: 'major' }), classAt('three-fingers'))
    const visit = things.find((t) => t.id === 'visits new')!
    expect(visit.text).toBe('Basses go to III for the first time in measure 1. Everyone else stays in first position.')
    expect(things.filter((t) => t.seats.includes('bass') && t.spots.some((s) => s.seat === 'bass' && s.event === 'e3'))).toEqual([visit])
  })

  it('says like things at several places and seats together, each measure once, whatever is repeated', () => {
    const [first] = digest(pieceFrom('|: D4 F4 A4 F4 D4 F4 A4 F4 :| C4 G4 C4 D4'), classAt('three-fingers'))
    expect(first.measures).toEqual([...new Set(first.measures)])
    expect(digest(pieceFrom('D4 F#4 G4 A4 D4 F4 G4 A4 D4:w')).map((t) => t.text)[0]).toBe(
      'Two kinds of F. F sharp: measure 1. F natural: measure 2.',
    )
  })

  it('calls nothing known that is not: a slur is new itself before it is new together with something', () => {
    const slurs = pieceFrom('(G4 A4) (B4 A4) G4:w')
    const said = (step: 'three-fingers' | 'four-strings') => texts(digest(slurs, classAt(step))).filter((t) => /slur|bow/.test(t))
    expect(said('three-fingers')[0]).toBe('New for this class: a slur, several notes in one bow, in measure 1.')
    expect(said('three-fingers').join()).not.toContain('Known')
    expect(said('four-strings').join()).toContain(
      'First time together: slur across strings. Violins: measure 1.,Violins, measure 1: only the bow changes strings.,Measure 1: several notes in one bow.',
    )
  })

  it('says letters of the signature at their first place, with every seat’s finger', () => {
    const key = digest(pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5', { fifths: 2, mode: 'major' })).find((t) => t.id === 'signature')!
    expect(key.text).toBe('F sharp and C sharp are only in the key signature. Watch measures 1 and 2.')
    expect(key.advice).toMatch(/^F sharp: 2 on D for violins and violas, 3 on D for cellos, 4 on D for basses\./)
  })

  it('leaves out what the teacher has put away, and says nothing of a piece that trips nobody', () => {
    const piece = pieceFrom('D4 F#4 G4 A4 D4 F4 G4 A4 D4:w')
    const all = digest(piece)
    const forms = all.find((t) => t.id === 'forms F')!
    const muted = digest(piece, DEFAULT_CLASS, { kinds: {}, muted: forms.spots.map((s) => s.id) })
    expect(texts(muted)).not.toContain(forms.text)
    expect(
      texts(digest(piece, DEFAULT_CLASS, { kinds: { 'two-forms': 'hide', 'first-sign': 'hide', 'cancelled-sign': 'hide' }, muted: [] })),
    ).not.toContain(forms.text)
    expect(digest(pieceFrom('D4 E4 D4:h'))).toEqual([])
    expect(digestOf([])).toEqual([])
  })

  it('says sooner what trips a seat at a note that it does not read surely', () => {
    const piece = pieceFrom('D4 E4 G4 B4 D4 G4 E4 A4 D4 F4 A4:h D4:w')
    const order = (unsure: string[]) =>
      digestOf(
        readersOf(
          piece,
          mapsOf(ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)),
          NOTHING,
          {},
          {
            violin: { sure: [], unsure },
            viola: { sure: [], unsure },
          },
        ),
      )
    const weight = (things: Thing[], note: string) =>
      things.filter((t) => t.spots.some((s) => s.seat === 'violin' && s.event === note)).map((t) => [t.id, t.weight] as const)
    const [before, after] = [order([]), order(['B4'])]
    const known = new Map(weight(before, 'e3'))
    expect(known.size).toBeGreaterThan(0)
    for (const [id, w] of weight(after, 'e3')) expect(w, id).toBeGreaterThan(known.get(id) ?? 0)
    // What has nothing to do with that note weighs as before.
    const others = (things: Thing[]) => things.filter((t) => t.spots.every((s) => s.event !== 'e3')).map((t) => [t.id, t.weight])
    expect(others(after)).toEqual(others(before))
  })

  it('gives each seat the remedy of its own hand', () => {
    const low = digest(pieceFrom('A3 B3 A3 B3 A3 B3 A3:h'), classAt('four-strings'), {
      kinds: { 'lowest-string': 'show' },
      muted: [],
    }).find((t) => t.kinds.includes('lowest-string'))!
    for (const id of low.seats) {
      const own = low.spots.find((s) => s.seat === id)!
      expect(low.advice).toContain(adviceOn(own, id))
    }
    const bend = digest(pieceFrom('F4 G4 F4 G4 A4:w E4 B4 E4 B4'))
    for (const t of bend.filter((x) => x.spots.length && !x.id.startsWith('visits') && x.order !== 'sign'))
      for (const id of t.seats) expect(t.spots.filter((s) => s.seat === id).some((s) => t.advice.includes(adviceOn(s, id)))).toBe(true)
  })
})
