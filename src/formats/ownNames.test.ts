import { describe, expect, it } from 'vitest'
import { offersAt, needsOffer } from '@/core/fingering/offers'
import { rescuesFor } from '@/core/balance/rescue'
import { ensembleMapper, mapsOf } from '@/core/balance/ensemble'
import { orderedLine } from '@/core/composing/ordered'
import { fitOf } from '@/core/composing/fit'
import { practised } from '@/core/drills/practised'
import type { NoteNames } from '@/core/music/noteName'
import { classAt, type ClassSettings } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { stockOf } from '@/core/practice/today'
import { staffPlacesOf } from '@/core/reading/answerKey'
import { callsOf, sayCall } from '@/core/reading/calls'
import { readersOf } from '@/core/reading/digest/readers'
import { formOf } from '@/core/reading/form'
import { readingOf } from '@/core/reading/reading'
import { sameSpacings } from '@/core/reading/sameSpacing'
import { startCardOf } from '@/core/reading/startCard'
import { seatsOf } from '@/core/seats/seat'
import { SHEET_KINDS, type SheetKind } from '@/core/sheets/kinds'
import { sheetOfKind } from '@/core/sheets/make'
import { saidDigest, saidSpots } from '@/core/testing/said'
import { itemsOf, questionOf } from '@/core/trainer/all'
import { QUESTION_KINDS } from '@/core/trainer/question'
import { traineesOf } from '@/core/trainer/trainee'
import { reasonFor } from '@/core/fingering/reason'
import { sayAgainst, saySides } from '@/core/words/en/composing'
import { sayProblem, sayReason, tellingOf } from '@/core/words/en/fingering'
import { sayRun, saySameSpacing } from '@/core/words/en/reading'
import { chanceFrom } from '@/core/composing/chance'
import { demoPieces } from './testing/demo'

/* All that is said of the demo pieces to a class that calls notes otherwise than by letters. */

const at = (names: NoteNames): ClassSettings => {
  const klass = classAt('four-strings')
  return { ...klass, talk: { ...klass.talk, names } }
}

/** A third of the demo pieces: what is said of one is said of all. */
const PIECES = demoPieces().filter((_, i) => i % 3 === 1)

/** Everything said, with what says it. */
function everything(klass: ClassSettings, pieces = PIECES): (readonly [what: string, text: string])[] {
  const { talk } = klass
  const seats = seatsOf(klass)
  return pieces.flatMap((piece) => {
    const plan = emptyPlan()
    const ensemble = ensembleMapper()(piece, plan, klass)
    const maps = mapsOf(ensemble)
    const stock = stockOf(practised(piece, seats, ensemble, null, { ...plan, talk }))
    const line = piece.lines[0]
    const round = fitOf({ piece, line }, { piece, line }, 1)
    const sheets = SHEET_KINDS.filter((k): k is Exclude<SheetKind, 'warmup' | 'week'> => k !== 'warmup' && k !== 'week').flatMap((kind) =>
      [null, seats[0].id].flatMap((seat) => sheetOfKind({ piece, plan, klass }, kind, seat)?.blocks ?? []).map((b) => [kind, b] as const),
    )
    return [
      ...saidDigest(readersOf(piece, maps, { kinds: {}, muted: [] }, {}), talk).flatMap((t) => [
        ['digest', t.text] as const,
        ['digest', t.advice] as const,
      ]),
      ...stock.drills.flatMap((d) => [['drill', d.title] as const, ['drill', d.purpose] as const]),
      ...stock.steps.flatMap((s) => [['step', s.title] as const, ['step', s.words] as const, ['step', s.answer ?? ''] as const]),
      ...formOf(piece, line).runs.map((r) => ['run', sayRun(talk.names, r)] as const),
      ...round.against.map((a) => ['fit', sayAgainst(line, talk.names, a)] as const),
      ...(round.apart ? [] : [['fit', saySides(talk.names, round.sides)] as const]),
      ...maps.flatMap((map) => {
        const reading = readingOf(piece, map)
        const telling = tellingOf(map, talk)
        return [
          ...saidSpots(piece, map, talk).flatMap((s) => [
            ['spot', s.text] as const,
            ['advice', s.advice] as const,
            ['wrong', `${s.wrong?.heard} ${s.wrong?.why}`] as const,
          ]),
          ...map.notes.map((n) => ['reason', sayReason(telling, reasonFor(map, n))] as const),
          ...map.problems.map((p) => ['problem', sayProblem(telling, p)] as const),
          ...map.moments.flatMap((_, i) =>
            needsOffer(map, i) ? offersAt(piece, map, i, talk).map((o) => ['offer', `${o.name} ${o.why}`] as const) : [],
          ),
          ...rescuesFor(piece, plan, klass, ensemble, map.seat.id, 2).map((r) => ['rescue', `${r.name} ${r.why}`] as const),
          ...callsOf(reading, { ...talk, say: 'both' }).map((c) => ['call', sayCall(c)] as const),
          ...sameSpacings(reading).map((t) => ['spacing', saySameSpacing(telling, t)] as const),
          ...staffPlacesOf(map.setup, { letter: 'F', alter: 1 }, talk).flatMap((p) => p.ways.map((w) => ['place', w] as const)),
          ['start', Object.values(startCardOf(reading, talk) ?? {}).join('; ')] as const,
        ]
      }),
      ...sheets.flatMap(([kind, b]) => {
        switch (b.kind) {
          case 'head':
          case 'text':
            return [[kind, b.text] as const]
          case 'rows':
            return b.rows.flatMap((r) => r.map((x) => [kind, x] as const))
          case 'cards':
            return b.cards.flatMap((c) => c.back.map((x) => [kind, x] as const))
          case 'drawing':
            return b.strokes.flatMap((s) => (s.kind === 'text' ? [[kind, s.text] as const] : []))
          case 'music':
          case 'page':
            return []
        }
      }),
    ]
  })
}

describe('a class that calls notes by do-re-mi', () => {
  const all = everything(at('do-re-mi'))
  it('is nowhere told of a note by its letter and sign', () => {
    expect(all.length).toBeGreaterThan(2000)
    const lettered = all.filter(([, text]) => /\b[A-G](?:♯|♭|𝄪| (?:sharp|flat|natural|double))/.test(text))
    expect([...new Map(lettered.map((x) => [x[0], x]))].map(([, x]) => x.join(': '))).toEqual([])
    // Nor by its letter alone: strings, keys and chords are named in the same way. "A" begins a sentence, too.
    const bare = all.filter(([, text]) => /(?<![\w.♯♭"“])(?:[B-G]|A(?! [A-Za-z]|\b[^\s]))(?![\w♯♭'’.]\w)(?=[\s,.:;)]|$)/.test(text))
    expect([...new Map(bare.map((x) => [x[0], x]))].map(([, x]) => x.join(': '))).toEqual([])
    expect(all.filter(([, text]) => /\b(?:fa|do)♯|\b(?:fa|do) sharp/.test(text)).length).toBeGreaterThan(100)
  })
  it('has its lines to read said and is asked of notes the same way', () => {
    const klass = at('do-re-mi')
    const made = orderedLine(klass, {
      key: { fifths: 2, mode: 'major' },
      meter: { beats: 4, unit: 4 },
      measures: 4,
      train: 'plain',
      seed: 3,
    })
    const chance = chanceFrom(5)
    const asked = traineesOf(klass).flatMap((t) =>
      itemsOf(t, QUESTION_KINDS).flatMap((item) => {
        const q = questionOf(t, item, chance)
        return q ? [q.asks, q.says, ...(q.answer.form === 'choice' ? q.answer.options.map((o) => o.text) : [])] : []
      }),
    )
    for (const text of [...(made?.things ?? []), ...asked]) expect(text).not.toMatch(/\b[A-G](?:♯|♭| (?:sharp|flat|natural)\b)/)
  })
})

it('the same class by letters and by German letters is told as much', () => {
  const [letters, german] = (['letters', 'german'] as const).map((names) => everything(at(names), PIECES.slice(0, 1)))
  expect(german.length).toBe(letters.length)
  expect(german.some(([, text]) => /\bFis\b/.test(text))).toBe(true)
  expect(german.filter(([, text]) => /\bF♯|\bF sharp/.test(text))).toEqual([])
})
