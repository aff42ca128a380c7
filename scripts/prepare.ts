import { DEMO_CLASS, demoFiles } from '../demo'
import { readFile } from '../src/formats/read'
import { sayProblem } from '../src/formats/outcome'
import { firstClass, insertClass } from '../src/store/classes'
import { DataError, dataFile, openDatabase } from '../src/store/database'
import { insertBrought } from '../src/store/pieces'
import { writing } from '../src/store/writing'

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
      if (!reading.ok) throw new Error(`demo/${file.name}: ${reading.problems.map(sayProblem).join('; ')}`)
      return { file, piece: { piece: reading.piece, source: { name: file.name, text } } }
    })
    await writing(db, async (t) => {
      await insertClass(t, { ...DEMO_CLASS, demo: true })
      for (const [i, { file, piece }] of files.entries()) await insertBrought(t, DEMO_CLASS.id, file, [piece], start + i)
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
