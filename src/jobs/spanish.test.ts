import { describe, expect, it } from 'vitest'
import { demoPieces } from '@/formats/testing/demo'
import { practised } from '@/core/drills/practised'
import { ensembleMapper } from '@/core/balance/ensemble'
import { classAt, type ClassSettings } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { forPupils, languageOf, seatNameIn } from '@/core/plan/pupils'
import { newStudent } from '@/core/plan/student'
import type { ItemFacts } from '@/core/practice/dayPlan'
import { stockOf } from '@/core/practice/today'
import { callsOf, sayCall } from '@/core/reading/calls'
import { readingOf } from '@/core/reading/reading'
import { ownMusic } from '@/core/roster/own'
import { cardsOf } from '@/core/sheets/pictures'
import { weekBlocks } from '@/core/sheets/week'
import { seatsOf } from '@/core/seats/seat'
import { itemsOf, questionOf } from '@/core/trainer/all'
import { MISTAKES, QUESTION_KINDS, sayJudged } from '@/core/trainer/question'
import { traineeOf } from '@/core/trainer/trainee'
import { CALLS as CALLS_EN } from '@/core/words/en/calls'
import { DRILLS as DRILLS_EN } from '@/core/words/en/drills'
import { HANDS as HANDS_EN } from '@/core/words/en/hands'
import { PUPIL as PUPIL_EN } from '@/core/words/en/pupil'
import { TRAINER as TRAINER_EN } from '@/core/words/en/trainer'
import { CALLS } from '@/core/words/es/calls'
import { DRILLS } from '@/core/words/es/drills'
import { HANDS } from '@/core/words/es/hands'
import { PUPIL } from '@/core/words/es/pupil'
import { TRAINER } from '@/core/words/es/trainer'
import { practiceWords } from '@/core/words/practice'
import { warmupItems } from './warmup'

/*
 * What pupils and families read in Spanish. Words of the trade by common practice (cuerda, dedo, posición, arco abajo and
 * arriba, compás, anacrusa); nobody who teaches in Spanish has read them yet.
 */

const PIECES = demoPieces()
/** How classes talk that sit in Spanish rooms: one as it is begun, one that says lengths, one that writes arrows and figures. */
const CLASSES: readonly ClassSettings[] = [
  classAt('first-position'),
  { ...classAt('third-position'), talk: { ...classAt('third-position').talk, lengths: 'quarters', strings: 'always', positions: 'III' } },
  { ...classAt('high-and-low'), talk: { ...classAt('high-and-low').talk, low: '↓2', numbers: 'figures', names: 'german', measure: 'bar' } },
]
const spanish = CLASSES.map((k) => forPupils(k, 'es'))

/** English words that Spanish has not; titles of the demo's pieces are taken out before. */
const ENGLISH =
  /\b(the|and|of|with|on|in|to|for|each|then|from|your|you|is|are|not|bow|bows|finger|fingers|string|strings|open|note|notes|measure|measures|bar|bars|line|rest|play|string|hold|slur|shift|position|step|half|whole|quarter|beat|beats|right|time|times|minute|minutes|high|low|up|down|first|second|third|back|again|one|two|three|four|sharp|flat|scale|major|minor|violin|cello|bass|page|out|both|another)\b/i
const NAMES = new RegExp(PIECES.map((p) => p.title.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('|'), 'g')
const english = (text: string): string | undefined => ENGLISH.exec(text.replace(NAMES, ''))?.[0]
/** A letter name of a note by itself or with a sign, as it stands in English. Roman numerals and "a" in a sentence are none. */
const letterName = (text: string): string | undefined => /(?<![\p{L}♯♭])[B-G](?:[♯♭]|(?![\p{L}.]))/u.exec(text.replace(NAMES, ''))?.[0]

/** Every text under keys that words have, by its path. */
function textsOf(words: object, path = ''): [string, string][] {
  return Object.entries(words).flatMap(([key, value]: [string, unknown]): [string, string][] => {
    const at = path ? `${path}.${key}` : key
    if (typeof value === 'string') return [[at, value]]
    return typeof value === 'object' && value !== null ? textsOf(value, at) : []
  })
}
const keysOf = (words: object, path = ''): string[] =>
  Object.entries(words)
    .flatMap(([key, value]: [string, unknown]) => {
      const at = path ? `${path}.${key}` : key
      return typeof value === 'object' && value !== null && !Array.isArray(value) ? keysOf(value, at) : [at]
    })
    .sort()

describe('the Spanish words', () => {
  it.each([
    ['pupils’ pages', PUPIL_EN, PUPIL],
    ['calls', CALLS_EN, CALLS],
    ['hands', HANDS_EN, HANDS],
    ['note reading', TRAINER_EN, TRAINER],
    ['drills', DRILLS_EN, DRILLS],
  ] as const)('of %s are there for every key, and none is left in English', (_, en, es) => {
    expect(keysOf(es)).toEqual(keysOf(en))
    for (const [at, text] of textsOf(es)) expect(english(text), `${at}: ${text}`).toBeUndefined()
    const same = new Map(textsOf(en))
    // Words that both languages have.
    const shared = ['Tempo', 'pizz.', ' a ']
    for (const [at, text] of textsOf(es)) if (/\p{L}{3}/u.test(text) && !shared.includes(text)) expect(text, at).not.toBe(same.get(at))
  })
})

describe('a class whose pupils are spoken to in Spanish', () => {
  it('has its own do-re-mi, and the names of its seats, whatever the teacher’s own words are', () => {
    for (const k of spanish) expect(k.talk).toMatchObject({ language: 'es', names: 'solfeo' })
    expect(seatsOf(spanish[0]).map((s) => s.name)).toEqual(['Violín', 'Viola', 'Violonchelo', 'Contrabajo'])
    const named = (name: string) => seatNameIn('es', { name, instrument: 'violin' })
    expect(['Violin 2', 'Violins', 'The Owls'].map(named)).toEqual(['Violín 2', 'Violins', 'The Owls'])
    // The teacher’s own pages stay as they are, and a class is made so once.
    expect(CLASSES[0].talk.language).toBeUndefined()
    expect(forPupils(CLASSES[0], 'es')).toBe(spanish[0])
    expect(forPupils(CLASSES[0], 'en')).toBe(CLASSES[0])
  })

  it('speaks to a student in their own language before the class’s', () => {
    const klass = { ...CLASSES[0], pupils: 'es' as const }
    expect(languageOf(klass)).toBe('es')
    expect(languageOf(klass, { language: 'en' })).toBe('en')
    expect(languageOf(CLASSES[0], { language: 'es' })).toBe('es')
    expect(languageOf(klass, { language: null })).toBe('es')
    const ada = { ...newStudent('a', 'Ada', 'cello'), language: 'en' as const }
    expect(ownMusic(PIECES[0], emptyPlan(), klass, ada)?.klass.talk.language).toBeUndefined()
    expect(ownMusic(PIECES[0], emptyPlan(), klass, { ...ada, language: null })?.klass.talk.language).toBe('es')
  })

  it('reads calls without an English word or letter', () => {
    let said = 0
    for (const klass of spanish)
      for (const piece of PIECES)
        for (const map of Object.values(ensembleMapper()(piece, emptyPlan(), klass)))
          for (const say of ['letters', 'fingers', 'both'] as const)
            for (const call of callsOf(readingOf(piece, map), { ...klass.talk, say })) {
              const text = `${call.name}: ${sayCall(call)}`
              expect(english(text) ?? letterName(text), text).toBeUndefined()
              said++
            }
    expect(said).toBeGreaterThan(2000)
  })

  it('reads warm-ups without an English word or letter: every drill of every piece', () => {
    let said = 0
    for (const klass of spanish)
      for (const piece of PIECES) {
        const ensemble = ensembleMapper()(piece, emptyPlan(), klass)
        const { drills, steps } = stockOf(
          practised(piece, seatsOf(klass), ensemble, null, {
            ...emptyPlan(),
            reads: { violin: { sure: [], unsure: ['D4', 'F#4'] } },
            talk: klass.talk,
          }),
        )
        const texts = [
          ...drills.flatMap((d) => [
            d.title,
            d.purpose,
            ...d.piece.lines.flatMap((l) => l.measures.flatMap((m) => m.events.flatMap((e) => e.words ?? []))),
          ]),
          ...steps.flatMap((s) => [s.title, s.words, s.caution ?? '', s.answer ?? '']),
          ...warmupItems({ piece, plan: emptyPlan(), klass }, 'cello').items.flatMap((x) => [x.title, x.says, x.care ?? '']),
        ]
        for (const text of texts) {
          expect(english(text) ?? letterName(text), text).toBeUndefined()
          said++
        }
      }
    expect(said).toBeGreaterThan(2000)
  })

  it('is asked about notes without an English word or letter, and told what was right', () => {
    let asked = 0
    for (const klass of spanish)
      for (const seat of seatsOf(klass))
        for (const piece of [null, PIECES[0], PIECES[4]]) {
          const trainee = traineeOf(klass, seat, piece && { id: 'p', piece, plan: emptyPlan() })
          for (const item of itemsOf(trainee, QUESTION_KINDS)) {
            const q = questionOf(trainee, item, () => 0.5)
            if (!q) continue
            const texts = [
              q.asks,
              sayJudged(q, { right: true, mistake: null, as: '' }, trainee.talk),
              ...MISTAKES.map((mistake) => sayJudged(q, { right: false, mistake, as: 'sol' }, trainee.talk)),
              ...(q.answer.form === 'choice' ? q.answer.options.map((o) => o.text) : []),
            ]
            for (const text of texts) expect(english(text) ?? letterName(text), text).toBeUndefined()
            asked++
          }
        }
    expect(asked).toBeGreaterThan(500)
  })

  it('practises a week, and has note cards, in Spanish', () => {
    const says = (f: ItemFacts) => practiceWords({ language: 'es' }).sayItem(f)
    const at = { title: 'Two Barges', says: 'Compases 5–8' }
    const review = {
      kind: 'review',
      date: '2026-12-03',
      days: 3,
      recorded: true,
      sure: true,
      slipped: false,
      early: false,
      often: null,
    } as const
    const texts = [
      says({ ...at, kind: 'new', prepares: ['Two Barges'] }),
      says({ ...at, kind: 'join', line: false }),
      says({ ...at, kind: 'join', line: true }),
      says({ ...at, ...review }),
      says({ ...at, ...review, sure: false, slipped: true, often: { slips: 2, alone: 'Compás 6' } }),
      says({ ...at, ...review, early: true }),
      says({ ...at, kind: 'run-through', part: null }),
      says({ ...at, kind: 'run-through', part: { nth: 1, of: 2 } }),
    ]
    expect(texts[3]).toBe('Otra vez los compases 5–8 de Two Barges el jueves: salió bien hace 3 días.')
    for (const text of texts) expect(english(text) ?? letterName(text), text).toBeUndefined()
    const [head, table] = weekBlocks(
      [
        {
          name: 'Jueves, 3 de diciembre',
          minutes: 10,
          items: [{ title: 'Two Barges', says: 'Compás 6', text: texts[3], times: 3, tempo: 60, beat: 'quarter' }],
        },
      ],
      { language: 'es' },
    )
    expect(head).toMatchObject({ text: 'Jueves, 3 de diciembre: 10 minutos' })
    expect(table).toMatchObject({ head: ['Qué', 'Por qué', 'Tempo', 'Veces bien'] })
    for (const map of Object.values(ensembleMapper()(PIECES[0], emptyPlan(), spanish[0])))
      for (const { back } of cardsOf({ klass: spanish[0] }, readingOf(PIECES[0], map)))
        for (const text of back) expect(english(text) ?? letterName(text), text).toBeUndefined()
  })
})

describe('the check itself', () => {
  it('sees an English word and a letter name', () => {
    expect(english('La cuerda: open D')).toBe('open')
    expect(letterName('Cuerda D: ahora')).toBe('D')
    expect(letterName('toca F♯')).toBe('F♯')
    expect(letterName('Compás 5: re con 2 bajo, III')).toBeUndefined()
  })
})
