// What a whole class's paper costs beside engraving it, and an exact path beside reading its pieces.
import { secondOffers } from '../src/core/composing/offers'
import { writeLine } from '../src/core/composing/ordered'
import { ensembleMapper } from '../src/core/balance/ensemble'
import type { Piece } from '../src/core/piece/piece'
import { randomUUID } from 'node:crypto'
import { DEMO_ROSTER, DEMO_SECOND_ROSTER, demoFiles } from '../demo'
import { fileSheetsOf, handOutQuery } from '../src/api/handOut'
import { learnedBy } from '../src/core/roster/student'
import { chanceFrom } from '../src/core/composing/chance'
import { fitOf } from '../src/core/composing/fit'
import { STEP_IDS } from '../src/core/instruments/instrument'
import { itemsOf, questionOf } from '../src/core/trainer/all'
import type { Answer } from '../src/core/trainer/answer'
import { QUESTION_KINDS } from '../src/core/trainer/question'
import { nextItem, progressOf } from '../src/core/trainer/spaced'
import { traineesOf } from '../src/core/trainer/trainee'
import { classAt, DEFAULT_CLASS, settingsFor } from '../src/core/plan/class'
import { emptyPlan } from '../src/core/plan/plan'
import { seatsOf } from '../src/core/seats/seat'
import { factsOf } from '../src/core/term/facts'
import { EXACT_UP_TO } from '../src/core/term/path'
import { whatNext } from '../src/core/term/whatNext'
import { serverToolkit } from '../src/engrave/server'
import { sheetOf, type Sheet } from '../src/engrave/sheet'
import { openRoster, studentsIn } from '../src/formats/roster'
import { readFile } from '../src/formats/read'
import { pdfOf } from '../src/paper/pdf'

const line = (text: string) => process.stdout.write(`${text}\n`)
const pieces = demoFiles().flatMap((f) => {
  const [{ reading }] = readFile(f.name, f.bytes)
  return reading.ok ? [reading.piece] : []
})
const seats = seatsOf(DEFAULT_CLASS)
const students = [DEMO_ROSTER, DEMO_SECOND_ROSTER].flatMap((text) => {
  const file = openRoster(text)
  return 'problem' in file ? [] : studentsIn(file, file.columns, seats, randomUUID).students
})

const toolkit = await serverToolkit()
const [piece] = pieces
const wanted = handOutQuery.parse({ students: '1' })
const ids = seats.map((s) => s.id)
const sheets = fileSheetsOf(wanted, ids, students, randomUUID())

/** The whole pack as it is made: sheets that are alike are engraved once; what the engraving alone took is counted apart. */
async function pack(): Promise<{ all: number; engraving: number; pages: number; alike: number }> {
  const made: Sheet[] = []
  const known = new Map<string, Sheet | null>()
  let engraving = 0
  const from = performance.now()
  for (const { seat, much, size, student } of sheets) {
    if (seat === null) continue
    const player = seats.find((s) => s.id === seat)!
    const plan = emptyPlan()
    const own = student?.noFourth
      ? { ...plan, learned: { [seat]: learnedBy(student, settingsFor(DEFAULT_CLASS, plan, player).learned) } }
      : plan
    const key = JSON.stringify([seat, much, size, student?.noFourth])
    let sheet = known.get(key)
    if (sheet === undefined) {
      const begun = performance.now()
      const source = { piece, plan: own, klass: DEFAULT_CLASS }
      sheet = sheetOf(toolkit, source, { seat, much, marks: ['fingers', 'positions'], passage: null }, { paper: 'a4', size })
      engraving += performance.now() - begun
      known.set(key, sheet)
    }
    if (sheet) made.push(student ? { ...sheet, name: student.name } : sheet)
  }
  await pdfOf(made, 'a4', new Date(0))
  return { all: performance.now() - from, engraving, pages: made.reduce((n, s) => n + s.pages.length, 0), alike: known.size }
}

await pack()
const runs = [await pack(), await pack(), await pack()].sort((a, b) => a.all - b.all)
const { all, engraving, pages, alike } = runs[1]
line(
  `paper for ${students.length} students, ${pages} pages, ${alike} of them unlike: ${all.toFixed(0)} ms, ${(all / engraving).toFixed(2)} × engraving what is unlike, ${(all / ((engraving / alike) * sheets.length)).toFixed(2)} × engraving every sheet`,
)

const begun = performance.now()
const facts = pieces.map((p, i) => factsOf(`${i}`, p, emptyPlan(), DEFAULT_CLASS))
const reading = (performance.now() - begun) / pieces.length
// Up to the most that is exact: the pieces once more under other names.
const many = Array.from({ length: EXACT_UP_TO }, (_, i) => ({ ...facts[i % facts.length], id: `${i}` }))
const from = performance.now()
whatNext(DEFAULT_CLASS, many)
const path = performance.now() - from
line(
  `path through ${EXACT_UP_TO} pieces, every order weighed: ${path.toFixed(0)} ms, ${(path / (reading * EXACT_UP_TO)).toFixed(2)} × mapping them`,
)

// Second lines and lines to order, beside mapping the same for the same seats.
const [barges] = pieces.filter((p) => p.lines[0].measures.length === 8)
const least = (run: () => unknown): number =>
  Math.min(
    ...Array.from({ length: 5 }, () => {
      const started = performance.now()
      run()
      return performance.now() - started
    }),
  )
const fresh = (): Piece => structuredClone(barges)
const mapping = least(() => ensembleMapper()(fresh(), emptyPlan(), DEFAULT_CLASS))
const offers = least(() => secondOffers(fresh(), emptyPlan(), DEFAULT_CLASS, 'cello'))
const orders = [...Array(50).keys()].map((seed) => {
  const started = performance.now()
  const made = writeLine(DEFAULT_CLASS, { key: barges.key, meter: { beats: 4, unit: 4 }, measures: 8, train: 'plain', seed })
  return { took: performance.now() - started, holds: made?.holds ?? false }
})
const took = orders.map((o) => o.took).sort((a, b) => a - b)
line(`five second lines for a seat, 8 measures: ${offers.toFixed(0)} ms, ${(offers / mapping).toFixed(2)} × mapping the tune for the class`)
line(
  `a line to order, 8 measures, 50 seeds: ${took[25].toFixed(0)} ms in the middle, ${took[49].toFixed(0)} at the most, ${(took[25] / mapping).toFixed(2)} × mapping such a line; ${orders.filter((o) => o.holds).length} of 50 hold all that is asked`,
)
// Lines for classes of every kind: how many keep all that is asked, and how long the slowest takes.
const SETS = [
  ['violin', 'viola', 'cello', 'bass'],
  ['violin'],
  ['violin', 'viola'],
  ['cello', 'bass'],
  ['violin', 'bass'],
  ['violin', 'viola', 'cello'],
]
const lines = STEP_IDS.flatMap((step) =>
  SETS.flatMap((ids) => {
    const whole = classAt(step)
    const klass = { ...whole, seats: whole.seats.filter((s) => ids.includes(s.id)) }
    return [2, 1].flatMap((fifths) =>
      [1, 2, 3, 4, 5].map((seed) => {
        const started = performance.now()
        const made = writeLine(klass, { key: { fifths, mode: 'major' }, meter: { beats: 4, unit: 4 }, measures: 8, train: 'plain', seed })
        return { took: performance.now() - started, holds: made?.holds ?? false }
      }),
    )
  }),
)
const slow = lines.map((o) => o.took).sort((a, b) => a - b)
line(
  `lines for ${STEP_IDS.length} steps × ${SETS.length} classes in D and G: ${lines.filter((o) => o.holds).length} of ${lines.length} keep all that is asked; ${slow[lines.length >> 1].toFixed(0)} ms in the middle, ${slow[Math.floor(0.95 * lines.length)].toFixed(0)} at 95 %, ${slow.at(-1)!.toFixed(0)} at the most`,
)

// Reading: all questions of a class, and the next one after years of answers.
const trainees = traineesOf(DEFAULT_CLASS)
const items = trainees.map((t) => itemsOf(t, QUESTION_KINDS))
const chance = chanceFrom(1)
const asking = least(() => trainees.forEach((t, i) => items[i].forEach((item) => questionOf(t, item, chance))))
const answered = Array.from({ length: 3000 }, (_, n): Answer => ({
  ...{ id: `${n}`, seat: 'violin', student: '', kind: 'letter', note: '', right: n % 7 !== 0, mistake: null, as: '', ms: 4000 },
  item: items[0][n % items[0].length].id,
  at: n * 3_600_000,
}))
const told = least(() => progressOf(answered))
const progress = progressOf(answered)
const next = least(() => nextItem(items[0], progress, 3000 * 3_600_000, 3000 * 3_600_000))
line(
  `reading: ${items.flat().length} questions of a class ${asking.toFixed(0)} ms, ${(asking / mapping).toFixed(1)} × mapping a tune; 3,000 answers told again ${told.toFixed(0)} ms, the next question after them ${next.toFixed(1)} ms`,
)
const voice = { piece: barges, line: barges.lines[0] }
line(`whether two lines of 8 measures fit: ${least(() => fitOf(voice, voice, 2)).toFixed(1)} ms`)
process.exit(0)
