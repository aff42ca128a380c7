import { dataFile, unlock } from '../src/store/database'

unlock(dataFile()).then(
  () => process.stdout.write(`${dataFile()} is free; start Even Seat again.\n`),
  (e: unknown) => {
    process.stderr.write(`${(e as Error).message}\n`)
    process.exitCode = 1
  },
)
