import { DEMO_CLASS, demoFiles } from '../demo'
import { readFile } from '../src/formats/read'
import { sayProblem } from '../src/formats/reading'
import { addClass, firstClass } from '../src/store/classes'
import { DataError, dataFile, openDatabase } from '../src/store/database'
import { addOriginal } from '../src/store/originals'
import { addPieces } from '../src/store/pieces'

/** Brings the data file up to date; a new one gets the demonstration class and its pieces. */
async function prepare(): Promise<void> {
  const db = await openDatabase(dataFile())
  try {
    if (await firstClass(db)) return
    await addClass(db, DEMO_CLASS)
    const start = Date.now()
    for (const [i, file] of demoFiles().entries()) {
      const [{ reading, text = '' }] = readFile(file.name, file.bytes)
      if (!reading.ok) throw new Error(`demo/${file.name}: ${reading.problems.map(sayProblem).join('; ')}`)
      const originalId = await addOriginal(db, file, start + i)
      await addPieces(db, DEMO_CLASS.id, [{ piece: reading.piece, source: { name: file.name, text }, originalId }], start + i)
    }
    console.log(`Made ${dataFile()} with ${DEMO_CLASS.name} and ${demoFiles().length} pieces.`)
  } finally {
    await db.destroy()
  }
}

prepare().catch((e: unknown) => {
  process.stderr.write(`${e instanceof DataError ? e.message : `The data could not be prepared: ${(e as Error).message}`}\n`)
  process.exitCode = 1
})
