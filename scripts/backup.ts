import path from 'node:path'
import { connect } from '../src/store/connection'
import { dataFile } from '../src/store/database'
import { backUp } from '../src/store/library/backup'
import { explained } from '../src/store/trouble'

/** npm run backup -- FILE: everything as one file, also while Even Seat is running. */
async function main(): Promise<void> {
  const [to] = process.argv.slice(2)
  if (!to) throw new Error('npm run --silent backup -- FILE: name the file to write')
  const db = connect(dataFile(), 'reading')
  try {
    const made = await backUp(db, path.resolve(to), Date.now(), () => undefined)
    process.stdout.write(`${made.pieces} pieces and ${made.originals} files in ${to}, ${made.bytes} bytes.\n`)
    for (const title of made.skipped) process.stderr.write(`“${title}” cannot be read as it stands; it is in the file only as it is.\n`)
  } finally {
    await db.destroy()
  }
}

main().catch((e: unknown) => {
  process.stderr.write(`${explained(e, dataFile()).message}\n`)
  process.exitCode = 1
})
