import { describe, expect, it } from 'vitest'
import { FIRST, STEP_IDS } from '@/core/instruments/instrument'
import { inSentence } from '@/core/names'
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

/** "3, 5 to 7 and 9" as printed measures; null where only some are said. */
function measuresIn(text: string): string[] | null {
  if (/more places/.test(text)) return null
  return text.split(/, | and /).flatMap((part) => {
    const [a, b] = part.split(' to ')
    return b === undefined ? [a] : Array.from({ length: Number(b) - Number(a) + 1 }, (_, i) => `${Number(a) + i}`)
  })
}

/** Readers by the names in a list: "violin, viola and cello". */
const named = (readers: readonly Reader[], text: string): Reader[] =>
  text.split(/, | and /).map((name) => readers.find((r) => inSentence(r.reading.map.seat.name) === inSentence(name.trim()))!)

/** Where and for whom a sentence says something: "…, in 2: violin", "…, in 2 for violin, in 3 and 7 for viola". */
function places(readers: readonly Reader[], text: string): { reader: Reader; measures: string[] | null }[] {
  const tail = /, (in [^(]+?)\.$/.exec(text)?.[1]
  if (!tail) return []
  if (!/ for /.test(tail)) {
    const [, where, who] = /^in ([^:]+)(?:: (.+))?$/.exec(tail)!
    return (who ? named(readers, who) : readers).map((reader) => ({ reader, measures: measuresIn(where) }))
  }
  return [...tail.matchAll(/in ((?:(?! for ).)+) for ((?:(?!, in ).)+)(?:, |$)/g)].flatMap(([, where, who]) =>
    named(readers, who).map((reader) => ({ reader, measures: measuresIn(where) })),
  )
}

const isAway = (n: ReadNote) => n.hold !== null && !n.hold.open && n.hold.position !== FIRST
const value = (n: ReadNote) => (n.placed.event as NoteEvent).value
const next = (r: Reader, n: ReadNote): ReadNote | undefined => r.reading.notes[n.index + 1]
const fingers = (n: ReadNote) => n.hold?.stops ?? []

/** What must be true of a note in each measure that a sentence names for a seat. */
const TRUE: readonly (readonly [RegExp, (n: ReadNote, r: Reader) => boolean])[] = [
  [/^Dotted quarter and eighth/, (n, r) => value(n).base === 'quarter' && value(n).dots === 1 && value(next(r, n)!).base === 'eighth'],
  [/^Dotted eighth and sixteenth/, (n, r) => value(n).base === 'eighth' && value(n).dots === 1 && value(next(r, n)!).base === '16th'],
  [/^3 even notes in the time of 2/, (n) => value(n).tuplet?.actual === 3],
  [/^The fourth finger/, (n) => fingers(n).some((s) => s.finger === 4)],
  [/^An open string, where 4 would stay/, (n) => fingers(n).some((s) => s.finger === 0)],
  [/^Two strings at once/, (n) => fingers(n).length > 1],
  [/^Several notes in one bow/, (n, r) => next(r, n)?.slurred === true],
  [/^The hand opens/, (n) => fingers(n).some((s) => s.stretch)],
  [/^Fingers on the lowest string/, (n) => fingers(n).some((s) => s.string === 0 && s.finger > 0)],
  [/^Entries to be counted after a rest/, (n) => n.rest || n.index === 0],
  [/^A string is skipped/, (n) => Math.abs(n.move?.crossing?.strings ?? 0) > 1],
  [/^A skip to another string/, (n) => n.move?.crossing?.by === 'hand'],
  [/^The bow crosses, the fingers stay/, (n) => n.move?.crossing?.by === 'bow'],
  [/^The left hand crosses/, (n) => n.move?.crossing?.by === 'hand'],
  [/^One finger on two strings/, (n) => n.move?.fifth !== null && n.move !== null],
  [/^Tied over the barline/, (n) => n.ticks > n.placed.ticks],
  [/^New for this class: finger 4/, (n) => fingers(n).some((s) => s.finger === 4)],
  [/^New for the class: a triplet/, (n) => value(n).tuplet?.actual === 3],
  [/^New for the class: eighth notes/, (n) => value(n).base === 'eighth'],
  [/^New for the class: a whole note/, (n) => value(n).base === 'whole'],
  [/^New for the class: a dotted half note/, (n) => value(n).base === 'half' && value(n).dots === 1],
  [/^New for the class: sixteenth notes/, (n) => value(n).base === '16th'],
  [/^The first beat comes up-bow/, (n, r) => n.placed.into === 0 && r.reading.bowing.byEvent.get(n.placed.event.id)?.bow === 'up'],
]

const inMeasure = (r: Reader, measure: string) => r.reading.notes.filter((n) => n.placed.at.measure.number === measure)

/** Every place that sentences of this beginning name. */
function counted(begins: RegExp, check: (n: ReadNote, r: Reader) => boolean): number {
  let claims = 0
  for (const { where, readers, things } of digests)
    for (const t of things.filter((x) => begins.test(x.text)))
      for (const { reader, measures } of places(readers, t.text))
        for (const m of measures ?? []) {
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
        const plain = t.text.replace(/, which is (new|known)/g, '').replace(/; by /g, ' and by ')
        const [, said, stays] = /^(.+?)(?:; (.+) stays?)?\.$/.exec(plain)!
        const one = /^(.+?) leaves? first position in (.+)$/.exec(said)
        const parts = one
          ? [[one[1], one[2]]]
          : [...said.matchAll(/by ((?:(?! in ).)+) in ((?:(?!,? (?:and )?by ).)+)/g)].map(([, who, at]) => [who, at])
        expect(parts.length, t.text).toBeGreaterThan(0)
        for (const [who, at] of parts)
          for (const r of named(readers, who))
            for (const m of measuresIn(at) ?? []) {
              claims++
              expect(inMeasure(r, m).some(isAway), `${where}: ${t.text} (${who} ${m})`).toBe(true)
            }
        for (const r of stays ? named(readers, stays) : []) expect(r.reading.notes.some(isAway), `${where}: ${t.text} (stays)`).toBe(false)
      }
    expect(claims).toBeGreaterThan(100)
  })

  it('the forms of a letter where they are, and the fingers for them', () => {
    let claims = 0
    for (const { where, readers, things } of digests)
      for (const t of things.filter((x) => x.order === 'sign')) {
        const forms = [
          ...t.text.matchAll(
            /([A-G] (?:natural|sharp|flat|double sharp|double flat)) in ([^,.;]+?)(?=, [A-G] | and [A-G] | is not|, for|\.)/g,
          ),
        ]
        for (const [, form, at] of forms)
          for (const m of measuresIn(at) ?? []) {
            claims++
            const here = readers.some((r) =>
              inMeasure(r, m).some((n) => n.heads.some((h) => spokenNote('letters', h.pitch, true) === form)),
            )
            expect(here, `${where}: ${t.text} (${form} in ${m})`).toBe(true)
          }
        for (const [, form, ways] of t.advice.matchAll(/([A-G] (?:natural|sharp|flat)): ([^.]+)\./g))
          for (const [, how, who] of ways.matchAll(
            /(?:^|, )((?:(?! for |, ).)+) for ((?:violin|viola|cello|bass)(?:(?:, | and )(?:violin|viola|cello|bass))*)/g,
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

  it('letters of the signature at the first place where nothing but the signature says them', () => {
    let claims = 0
    for (const { where, readers, things } of digests)
      for (const t of things.filter((x) => x.id === 'signature')) {
        const said: [string, string][] =
          /first in (\S+?)(?::|\.)/.exec(t.text) && !/\(/.test(t.text)
            ? /says (.+), first in (\S+?)[:.]/
                .exec(t.text)![1]
                .split(/, | and /)
                .map((l) => [l, /first in (\S+?)[:.]/.exec(t.text)![1]])
            : [...t.text.matchAll(/([A-G] (?:sharp|flat)) \(first in (\S+?)\)/g)].map(([, l, m]) => [l, m])
        for (const [letter, m] of said) {
          claims++
          const first = readers.flatMap((r) =>
            r.reading.notes.filter((n) =>
              n.heads.some(
                (h) =>
                  h.from === 'key' &&
                  spokenNote('letters', h.pitch) === letter &&
                  alterIn(n.placed.at.key, h.pitch.letter) === h.pitch.alter,
              ),
            ),
          )
          const earliest = first.reduce((a, b) => (b.placed.onset < a.placed.onset ? b : a))
          expect(earliest.placed.at.measure.number, `${where}: ${t.text}`).toBe(m)
        }
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
