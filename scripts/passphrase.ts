import { createInterface } from 'node:readline/promises'
import { Writable } from 'node:stream'
import { parseArgs } from 'node:util'
import { endSession, hasPassphrase, removePassphrase, setPassphrase, SHORTEST } from '../src/store/access'
import { DataError, dataFile, openDatabase } from '../src/store/database'

const USAGE = `npm run passphrase                 sets the passphrase that Even Seat asks for (or takes it from standard input)
npm run passphrase -- --remove     takes it away: Even Seat then serves this machine alone
npm run passphrase -- --sign-out   signs out every browser`

/** Asks without showing what is typed. */
async function asked(question: string): Promise<string> {
  let hidden = false
  const output = new Writable({
    write(chunk: Buffer, _, done) {
      if (!hidden) process.stdout.write(chunk)
      done()
    },
  })
  const line = createInterface({ input: process.stdin, output, terminal: true })
  const answer = line.question(question)
  hidden = true
  const text = await answer
  line.close()
  process.stdout.write('\n')
  return text
}

async function wanted(): Promise<string> {
  if (!process.stdin.isTTY) {
    const chunks: Buffer[] = []
    for await (const chunk of process.stdin) chunks.push(chunk as Buffer)
    return Buffer.concat(chunks)
      .toString('utf8')
      .replace(/\r?\n$/, '')
  }
  const first = await asked('New passphrase: ')
  if (first !== (await asked('Once more: '))) throw new DataError('unwritable', 'The two were not the same; nothing was changed.')
  return first
}

async function main(): Promise<void> {
  const { values } = parseArgs({ options: { remove: { type: 'boolean' }, 'sign-out': { type: 'boolean' }, help: { type: 'boolean' } } })
  if (values.help) return void process.stdout.write(`${USAGE}\n`)
  const db = await openDatabase(dataFile())
  try {
    if (values['sign-out']) {
      process.stdout.write(`${await endSession(db, 'all')} signed out.\n`)
    } else if (values.remove) {
      await removePassphrase(db)
      process.stdout.write('No passphrase is asked for any more, and only this machine is served.\n')
    } else {
      const before = await hasPassphrase(db)
      const text = await wanted()
      if (text.length < SHORTEST)
        throw new DataError('unwritable', `A passphrase has at least ${SHORTEST} characters; nothing was changed.`)
      await setPassphrase(db, text, Date.now())
      process.stdout.write(`The passphrase is ${before ? 'changed, and every browser signed out' : 'set'}.\n`)
    }
  } finally {
    await db.destroy()
  }
}

main().catch((e: unknown) => {
  process.stderr.write(`${(e as Error).message}\n${e instanceof DataError ? '' : `${USAGE}\n`}`)
  process.exitCode = 1
})
