import { randomUUID } from 'node:crypto'
import { DEMO_CLASS, DEMO_ROSTER, DEMO_SECOND, DEMO_SECOND_ROSTER, demoFiles } from '../demo'
import { demoPractice } from '../demo/practice'
import { demoAnswers } from '../demo/reading'
import { demoTerm } from '../demo/term'
import type { Student } from '../src/core/plan/student'
import { classAt, DEFAULT_CLASS } from '../src/core/plan/class'
import { seatsOf } from '../src/core/seats/seat'
import { readFile } from '../src/formats/read'
import { openRoster, studentsIn } from '../src/formats/roster'
import { sayFileProblem } from '../src/formats/outcome'
import { firstClass, insertClass } from '../src/store/classes'
import { DataError, dataFile, openDatabase } from '../src/store/database'
import { insertBrought } from '../src/store/pieces'
import { insertAnswers } from '../src/store/answers'
import { insertPractice } from '../src/store/practice'
import { writing } from '../src/store/writing'

/** What the class of the demonstration has practised for two weeks. */
const PRACTISED = ['the-ferry-at-low-water.abc', 'two-barges.abc']
/** What it has begun. */
const BEGUN = ['two-barges.abc', 'copper-kettle-march.abc']

/** The students of the demonstration, read as a list of a school is. */
function demoStudents(roster: string): Student[] {
  const file = openRoster(roster)
  if ('problem' in file) throw new Error(`demo: ${file.problem}`)
  const { students, bad } = studentsIn(file, file.columns, seatsOf(DEFAULT_CLASS), randomUUID)
  if (bad.length) throw new Error(`demo: ${bad.map((b) => b.problem).join('; ')}`)
  return [...students]
}

/**
 * Brings the data file up to date; a new one gets the demonstration class and its pieces, all in one transaction: a start
 * that was ended in the middle has made nothing, and the next one begins anew.
 */
async function prepare(): Promise<void> {
  const db = await openDatabase(dataFile())
  try {
    if (await firstClass(db)) return
    const start = Date.now()
    const files = demoFiles().map((file) => {
      const [{ reading, text = '' }] = readFile(file.name, file.bytes)
      if (!reading.ok) throw new Error(`demo/${file.name}: ${reading.problems.map(sayFileProblem).join('; ')}`)
      return { file, piece: { piece: reading.piece, source: { name: file.name, text } } }
    })
    await writing(db, async (t) => {
      const first = { ...DEFAULT_CLASS, students: demoStudents(DEMO_ROSTER) }
      await insertClass(t, { ...DEMO_CLASS, settings: first, demo: true })
      const { pieces: also, ...second } = DEMO_SECOND
      const beginners = { ...classAt('three-fingers'), students: demoStudents(DEMO_SECOND_ROSTER) }
      await insertClass(t, { ...second, settings: beginners, demo: true })
      await t('classes').where({ id: DEMO_CLASS.id }).update({ opened_at: start })
      const ids: string[] = []
      for (const [i, { file, piece }] of files.entries()) ids.push(...(await insertBrought(t, DEMO_CLASS.id, file, [piece], start + i)))
      for (const [i, { file }] of files.entries())
        if (also.includes(file.name)) await t('shelves').insert({ class_id: DEMO_SECOND.id, piece_id: ids[i] })
      const named = (names: readonly string[]) =>
        names.flatMap((name) => {
          const i = files.findIndex((f) => f.file.name === name)
          return i >= 0 ? [{ id: ids[i], piece: files[i].piece.piece }] : []
        })
      const today = new Date(start).toISOString().slice(0, 10)
      const term = demoTerm(first, named(BEGUN), 'first-position', today)
      await t('classes')
        .where({ id: DEMO_CLASS.id })
        .update({ settings: JSON.stringify(term) })
      const practised = named(PRACTISED)
      // What the made-up class has practised lies in the two weeks before whoever looks at it first.
      await insertPractice(t, DEMO_CLASS.id, demoPractice(practised, today))
      await insertAnswers(t, DEMO_CLASS.id, demoAnswers(first, start), start)
    })
    console.log(`Made ${dataFile()} with ${DEMO_CLASS.name} and ${files.length} pieces.`)
  } finally {
    await db.destroy()
  }
}

prepare().catch((e: unknown) => {
  process.stderr.write(`${e instanceof DataError ? e.message : `The data could not be prepared: ${(e as Error).message}`}\n`)
  process.exitCode = 1
})
