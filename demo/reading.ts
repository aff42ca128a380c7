import { randomUUID } from 'node:crypto'
import { chanceFrom, oneOf } from '../src/core/composing/chance'
import type { ClassSettings } from '../src/core/plan/class'
import { itemsOf, questionOf } from '../src/core/trainer/all'
import type { Answer } from '../src/core/trainer/answer'
import { judged } from '../src/core/trainer/question'
import { traineesOf } from '../src/core/trainer/trainee'

/** How many notes of the way the made-up class was asked, how often each, and for how many days it has been asked when somebody looks first. */
const [NOTES, TIMES, DAYS] = [9, 8, 12]
const DAY_MS = 86_400_000

/** How often a seat is wrong at its notes, in the order of teaching: from the middle of the way on more often. */
const WRONG = [0.02, 0.02, 0.05, 0.05, 0.1, 0.15, 0.3, 0.6, 0.25]

/** What the made-up class has answered: the first notes surely, later ones less, each wrong answer one that such readers give. `before`: milliseconds since 1970. */
export function demoAnswers(klass: ClassSettings, before: number): Answer[] {
  const chance = chanceFrom(41)
  return traineesOf(klass).flatMap((t) => {
    const items = itemsOf(t, ['letter']).slice(0, NOTES)
    return items.flatMap((item, n) =>
      Array.from({ length: TIMES }, (_, k): Answer[] => {
        const q = questionOf(t, item, chance)
        if (q?.answer.form !== 'choice') return []
        const options = q.answer.options.map((o, at) => ({ at, wrong: o.mistake !== null, clef: o.mistake === 'in another clef' }))
        const slips = chance() < WRONG[n] ? options.filter((o) => o.wrong) : options.filter((o) => !o.wrong)
        // Who slips reads as in another clef more often than not.
        const { at } = slips.find((o) => o.clef && chance() < 0.7) ?? oneOf(chance, slips)
        const { right, mistake, as } = judged(q, { form: 'choice', at })
        const day = Math.floor((k * DAYS) / TIMES)
        return [
          {
            ...{ id: randomUUID(), seat: q.seat, student: '', item: q.item, kind: q.kind, note: q.note, right, mistake, as },
            ms: 2000 + Math.floor(5000 * chance()),
            at: before - (DAYS - day) * DAY_MS + n * 60_000 + k,
          },
        ]
      }).flat(),
    )
  })
}
