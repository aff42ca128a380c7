import { describe, expect, it } from 'vitest'
import { FIRST, STEP_IDS } from '@/core/instruments/instrument'
import { inSentence, people } from '@/core/names'
import { spokenNote } from '@/core/music/noteName'
import { alterIn } from '@/core/music/key'
import { saidDigest } from '@/core/testing/said'
import { PLAIN_TONGUE, sayStops } from '@/core/words/en/hands'
import { readersOf } from '@/core/reading/digest/readers'
import type { Reader, Thing } from '@/core/reading/digest/thing'
import type { ReadNote } from '@/core/reading/reading'
import { classAt } from '@/core/plan/class'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import type { NoteEvent } from '@/core/piece/piece'
import { demoPieces } from './testing/demo'

/**
 * What the digest says, held against the notes and hands once more: measures, seats, forms and fingers of every sentence
 * of every demo piece at every step.
 */

const digests = demoPieces().flatMap((piece) =>
  STEP_IDS.map((step) => {
    const readers = readersOf(
      piece,
      mapsOf(ensembleMapper()(piece, emptyPlan(), { ...classAt(step), places: 'numbers' })),
      { kinds: {}, muted: [] },
      {},
    )
    return { where: `${piece.title}, ${step}`, readers, things: saidDigest(readers) }
  }),
)

/** "measures 3, 5–7 and 9" as printed measures; of "measure 3 and 4 more" the one that is named. */
function measuresIn(text: string): string[] {
  const named = text.replace(/^measures? /i, '').replace(/ and \d+ more$/, '')
  return named.split(/, | and /).flatMap((part) => {
    const [a, b] = part.split('–')
    return b === undefined ? [a] : Array.from({ length: Number(b) - Number(a) + 1 }, (_, i) => `${Number(a) + i}`)
  })
}

/** Readers by the names in a list: "violin, viola and cello". */
const named = (readers: readonly Reader[], text: string): Reader[] =>
  text.split(/, | and /).map((name) => readers.find((r) => inSentence(people(r.reading.map.seat.name)) === inSentence(name.trim()))!)

const PEOPLE = '(?:[Vv]iolins|[Vv]iolas|[Cc]ellos|[Bb]asses)(?:(?:, | and )(?:violins|violas|cellos|basses))*'
const MEASURES = '[Mm]easures? [^:.]+?'

/**
 * Where and for whom a sentence says something: "Measures 2 and 5: …", "Violins, measure 2: …", "…, in measure 2.",
 * "… Violins: measure 2. Violas: measures 3 and 7.", "…, all the way through."
 */
function places(readers: readonly Reader[], text: string): { reader: Reader; measures: string[] }[] {
  const of = (who: readonly Reader[], where: string) =>
    who.map((reader) => ({ reader, measures: where ? measuresIn(where) : every(reader) }))
  const head = new RegExp(`^(?:(${PEOPLE}), )?(${MEASURES}): `).exec(text)
  if (head) return of(head[1] ? named(readers, head[1]) : readers, head[2])
  if (/, all the way through\.$/.test(text)) return of(readers, '')
  const tail = new RegExp(`, in (${MEASURES})\\.$`).exec(text)
  if (tail) return of(readers, tail[1])
  return [...text.matchAll(new RegExp(`\\. (${PEOPLE}): (${MEASURES}|all the way through)(?=\\.)`, 'g'))].flatMap(([, who, where]) =>
    of(named(readers, who), where === 'all the way through' ? '' : where),
  )
}

/** Every measure that a reader has, as printed. */
const every = (r: Reader): string[] => r.reading.map.line.measures.map((m) => m.number)

/** What a sentence says, without the measures that it begins with. */
const claimOf = (text: string): string => {
  const said = text.replace(new RegExp(`^(?:${PEOPLE}, )?${MEASURES}: `), '')
  return said.charAt(0).toUpperCase() + said.slice(1)
}

const isAway = (n: ReadNote) => n.hold !== null && !n.hold.open && n.hold.position !== FIRST
const value = (n: ReadNote) => (n.placed.event as NoteEvent).value
const next = (r: Reader, n: ReadNote): ReadNote | undefined => r.reading.notes[n.index + 1]
const fingers = (n: ReadNote) => n.hold?.stops ?? []

/** What must be true of a note in each measure that a sentence names for a seat. */
const TRUE: readonly (readonly [RegExp, (n: ReadNote, r: Reader) => boolean])[] = [
  [/^Dotted quarter, then an eighth/, (n, r) => value(n).base === 'quarter' && value(n).dots === 1 && value(next(r, n)!).base === 'eighth'],
  [/^Dotted eighth, then a sixteenth/, (n, r) => value(n).base === 'eighth' && value(n).dots === 1 && value(next(r, n)!).base === '16th'],
  [/^3 even notes in the time of 2/, (n) => value(n).tuplet?.actual === 3],
  [/^Fourth finger/, (n) => fingers(n).some((s) => s.finger === 4)],
  [/^Open string, not the fourth finger/, (n) => fingers(n).some((s) => s.finger === 0)],
  [/^Two strings at once/, (n) => fingers(n).length > 1],
  [/^Several notes in one bow/, (n, r) => next(r, n)?.slurred === true],
  [/^Open the hand/, (n) => fingers(n).some((s) => s.stretch)],
  [/^Over to the lowest string/, (n) => fingers(n).some((s) => s.string === 0 && s.finger > 0)],
  [/^Count the rests, then come in/, (n) => n.rest || n.index === 0],
  [/^Skip a string/, (n) => Math.abs(n.move?.crossing?.strings ?? 0) > 1],
  [/^Skip to the next string/, (n) => n.move?.crossing?.by === 'hand'],
  [/^Only the bow changes strings/, (n) => n.move?.crossing?.by === 'bow'],
  [/^The left hand goes to the next string/, (n) => n.move?.crossing?.by === 'hand'],
  [/^One finger on two strings/, (n) => n.move?.fifth !== null && n.move !== null],
  [/^Tied over the barline/, (n) => n.ticks > n.placed.ticks],
  [/^New for this class: finger 4/, (n) => fingers(n).some((s) => s.finger === 4)],
  [/^New for this class: a triplet/, (n) => value(n).tuplet?.actual === 3],
  [/^New for this class: eighth notes/, (n) => value(n).base === 'eighth'],
  [/^New for this class: a whole note/, (n) => value(n).base === 'whole'],
  [/^New for this class: a dotted half note/, (n) => value(n).base === 'half' && value(n).dots === 1],
  [/^New for this class: sixteenth notes/, (n) => value(n).base === '16th'],
  [/^The downbeat comes up-bow/, (n, r) => n.placed.into === 0 && r.reading.bowing.byEvent.get(n.placed.event.id)?.bow === 'up'],
]

const inMeasure = (r: Reader, measure: string) => r.reading.notes.filter((n) => n.placed.at.measure.number === measure)

/** Every place that sentences of this beginning name. */
function counted(begins: RegExp, check: (n: ReadNote, r: Reader) => boolean): number {
  let claims = 0
  for (const { where, readers, things } of digests)
    for (const t of things.filter((x) => begins.test(claimOf(x.text))))
      for (const { reader, measures } of places(readers, t.text))
        for (const m of measures) {
          claims++
          expect(
            inMeasure(reader, m).some((n) => check(n, reader)),
            `${where}: ${t.text} (${m})`,
          ).toBe(true)
        }
  return claims
}

describe('every sentence of the digest', () => {
  it.each(TRUE.map(([begins, check]) => [begins.source.slice(1), begins, check] as const))(
    '%s … in each measure it names',
    (_, begins, check) => {
      // Nothing in the demo pieces may be of this kind; what there is, is true.
      expect(counted(begins, check)).toBeGreaterThanOrEqual(0)
    },
  )

  it('names places as they are at all', () => {
    expect(TRUE.reduce((n, [begins]) => n + counted(begins, () => true), 0)).toBeGreaterThan(500)
  })

  it('who leaves first position where, and who stays', () => {
    let claims = 0
    for (const { where, readers, things } of digests)
      for (const t of things.filter((x) => x.id.startsWith('visits'))) {
        const goes = [
          ...t.text.matchAll(
            new RegExp(`(${PEOPLE}) go to (\\S+(?: position)?(?: and \\S+)*) for the first time in (measure \\d+)\\.`, 'g'),
          ),
        ]
        const plays = [...t.text.matchAll(new RegExp(`(${PEOPLE}) play in .+? (in ${MEASURES}|all the way through)\\.`, 'g'))]
        expect(goes.length + plays.length, t.text).toBeGreaterThan(0)
        for (const [, who, , at] of goes)
          for (const r of named(readers, who)) {
            claims++
            const first = r.reading.notes.find(isAway)!
            // What is known before it may be away too: no earlier measure that is new is passed over.
            expect(inMeasure(r, measuresIn(at)[0]).some(isAway), `${where}: ${t.text} (${who})`).toBe(true)
            if (plays.every(([, others]) => !named(readers, others).includes(r)))
              expect(first.placed.at.measure.number, t.text).toBe(measuresIn(at)[0])
          }
        for (const [, who, at] of plays)
          for (const r of named(readers, who))
            for (const m of at.startsWith('in ') ? measuresIn(at.slice(3)) : every(r)) {
              claims++
              expect(inMeasure(r, m).some(isAway), `${where}: ${t.text} (${who} ${m})`).toBe(true)
            }
        const gone = new Set([...goes, ...plays].flatMap(([, who]) => named(readers, who)))
        const stay = new RegExp(`(Everyone else|${PEOPLE}) stays? in first position\\.$`).exec(t.text)?.[1]
        for (const r of stay === 'Everyone else' ? readers.filter((x) => !gone.has(x)) : stay ? named(readers, stay) : [])
          expect(r.reading.notes.some(isAway), `${where}: ${t.text} (stays)`).toBe(false)
      }
    expect(claims).toBeGreaterThan(100)
  })

  it('the forms of a letter where they are, and the fingers for them', () => {
    let claims = 0
    for (const { where, readers, things } of digests)
      for (const t of things.filter((x) => x.order === 'sign')) {
        const forms = [
          ...t.text.matchAll(/([A-G] (?:natural|sharp|flat|double sharp|double flat)) in (measures? [^:.]+?)(?=, [A-G] | and [A-G] |\.)/g),
          ...[...t.text.matchAll(/^([A-G] (?:natural|sharp|flat)) is not in the key\. Watch (measures? [^.]+?)(?: for [a-z, ]+)?\.$/g)],
        ]
        for (const [, form, at] of forms)
          for (const m of measuresIn(at)) {
            claims++
            const here = readers.some((r) =>
              inMeasure(r, m).some((n) => n.heads.some((h) => spokenNote('letters', h.pitch, true) === form)),
            )
            expect(here, `${where}: ${t.text} (${form} in ${m})`).toBe(true)
          }
        for (const [, form, ways] of t.advice.matchAll(/([A-G] (?:natural|sharp|flat)): ([^.]+)\./g))
          for (const [, how, who] of ways.matchAll(
            /(?:^|, )((?:(?! for |, ).)+) for ((?:violins|violas|cellos|basses)(?:(?:, | and )(?:violins|violas|cellos|basses))*)/g,
          ))
            for (const r of named(readers, who)) {
              const own = r.reading.notes.filter(
                (n) => n.heads.length === 1 && n.hold && spokenNote('letters', n.heads[0].pitch, true) === form,
              )
              const really = new Set(own.map((n) => sayStops(PLAIN_TONGUE, r.reading.instrument, n.hold!)))
              claims++
              expect(how === 'several places' ? really.size > 2 : [...really].join(' or '), `${where}: ${t.advice}`).toEqual(
                how === 'several places' ? true : how,
              )
            }
      }
    expect(claims).toBeGreaterThan(300)
  })

  it('letters of the signature at the first places where nothing but the signature says them', () => {
    let claims = 0
    for (const { where, readers, things } of digests)
      for (const t of things.filter((x) => x.id === 'signature')) {
        const [, letters, at] = /^(.+) (?:is|are) only in the key signature\. Watch (measures? [^.]+?)(?: for [a-z, ]+)?\.$/.exec(t.text)!
        const firsts = letters.split(/, | and /).map((letter) => {
          claims++
          const all = readers.flatMap((r) =>
            r.reading.notes.filter((n) =>
              n.heads.some(
                (h) =>
                  h.from === 'key' &&
                  spokenNote('letters', h.pitch) === letter &&
                  alterIn(n.placed.at.key, h.pitch.letter) === h.pitch.alter,
              ),
            ),
          )
          return all.reduce((a, b) => (b.placed.onset < a.placed.onset ? b : a)).placed.at.measure.number
        })
        for (const m of measuresIn(at)) expect(firsts, `${where}: ${t.text}`).toContain(m)
        if (!/ more/.test(at)) expect(new Set(measuresIn(at)), `${where}: ${t.text}`).toEqual(new Set(firsts))
      }
    expect(claims).toBeGreaterThan(30)
  })

  it('has whole sentences, at most seven, in the order of teaching, no spot twice', () => {
    for (const { where, things } of digests) {
      expect(things.length).toBeLessThanOrEqual(7)
      const seen = new Set<string>()
      for (const t of things) {
        expect(t.text, where).toMatch(/^[A-Z0-9].*\.$/)
        expect(t.advice, where).toMatch(/\.$/)
        expect(`${t.text}${t.advice}`).not.toMatch(/undefined|null|NaN|\.\.| {2}/)
        for (const s of t.spots) {
          expect(seen.has(s.id), `${where}: ${s.id} twice`).toBe(false)
          seen.add(s.id)
        }
      }
      const order = ['new', 'sign', 'rhythm', 'hand', 'crossing', 'bow', 'friend']
      const orders = things.map((t: Thing) => order.indexOf(t.order))
      expect(orders).toEqual([...orders].sort((a, b) => a - b))
    }
  })
})
