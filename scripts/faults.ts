import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { isDeepStrictEqual, parseArgs } from 'node:util'
import { z } from 'zod'
import { connect } from '../src/store/connection'
import { dataFile } from '../src/store/database'
import { stateAt } from '../src/store/versions'
import { backUp } from '../src/store/library/backup'
import { withPin, type Plan } from '../src/core/plan/plan'
import type { Piece } from '../src/core/piece/piece'
import { pieceSchema } from '../src/core/piece/piece.schema'
import { classApi, pieceApi } from '../src/api/address'
/** The class of the demonstration. */
const DEMO_CLASS = 'tuesday-strings'
/** The window that this script saves as. */
const SAVED_BY = 'fault-script'

/**
 * npm run faults -- --kills N [--seed N]: starts the built application on data of its own, lets it save, take in files and
 * bring libraries back, ends it with kill -9 at random moments, and looks at the data file each time: whatever was
 * acknowledged is there, nothing is there by half. Bounded: N kills, at most two seconds of work before each.
 */
const { values } = parseArgs({
  options: { kills: { type: 'string', default: '10' }, seed: { type: 'string', default: '1' }, port: { type: 'string', default: '3297' } },
})
const KILLS = Math.min(2000, Number(values.kills))
let seed = Number(values.seed)
/** Chance that can be had again. */
const random = (): number => (seed = (seed * 16807 + 12345) % 2147483647) / 2147483647

const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-faults-'))
const base = `http://127.0.0.1:${values.port}`
const env: NodeJS.ProcessEnv = {
  ...process.env,
  EVEN_SEAT_DATA: folder,
  PORT: values.port,
  HOST: '127.0.0.1',
  NODE_ENV: 'production',
  NEXT_TELEMETRY_DISABLED: '1',
}
const file = dataFile(folder)
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

function fail(text: string): never {
  process.stderr.write(`FAULT: ${text}\n(seed ${values.seed}, data in ${folder})\n`)
  process.exit(1)
}

function start(): Promise<ChildProcess> {
  const child = spawn(process.execPath, ['.next/even-seat/server.mjs'], { env })
  return new Promise((resolve, reject) => {
    let text = ''
    const take = (d: unknown) => {
      text += String(d)
      if (text.includes('Ready at')) resolve(child)
    }
    child.stdout.on('data', take)
    child.stderr.on('data', take)
    child.on('exit', (code) => reject(new Error(`the server ended with ${code}: ${text}`)))
  })
}

/** A request of our own page; null when the server was ended under it. */
async function send(method: string, at: string, body?: unknown, bytes?: Uint8Array): Promise<unknown> {
  try {
    const response = await fetch(base + at, {
      method,
      headers: {
        origin: base,
        ...(bytes ? { 'content-type': 'application/octet-stream' } : body !== undefined ? { 'content-type': 'application/json' } : {}),
      },
      ...(bytes ? { body: new Uint8Array(bytes) } : body !== undefined ? { body: JSON.stringify(body) } : {}),
    })
    return (await response.json()) as unknown
  } catch {
    return null
  }
}

const saved = z.object({ ok: z.literal(true), version: z.number() })
const added = z.object({ ok: z.literal(true), added: z.array(z.object({ id: z.string() })) })
const begun = z.object({ ok: z.literal(true), id: z.string() })
const done = z.object({ state: z.string() })

/** What is known to be kept: the version and plan of a piece, and what was on its way when the server was ended. */
type Known = { version: number; plan: Plan; piece: Piece; title: string; next: Plan | null }
/** A piece as it stands in the data file, its plan and notes as text. */
type Stored = { version: number; plan: string; piece: string; title: string }
const known = new Map<string, Known>()
const taken = new Set<string>()
let [acknowledged, unheard] = [0, 0]

/** Everything that the data file says, in a form to compare; fails where it says something by half. */
async function look(): Promise<{ all: string; pieces: Map<string, Stored> }> {
  const db = connect(file)
  try {
    const sound = (await db.raw('PRAGMA integrity_check')) as { integrity_check: string }[]
    if (sound[0].integrity_check !== 'ok') fail(`the data file is not sound: ${sound[0].integrity_check}`)
    const orphans = (await db.raw(`SELECT
      (SELECT count(*) FROM originals WHERE id NOT IN (SELECT original_id FROM pieces WHERE original_id IS NOT NULL)) AS originals,
      (SELECT count(*) FROM pieces WHERE id NOT IN (SELECT piece_id FROM notes) OR id NOT IN (SELECT piece_id FROM plans)) AS halves,
      (SELECT count(*) FROM pieces p WHERE NOT EXISTS (SELECT 1 FROM piece_versions v WHERE v.piece_id = p.id AND v.version = p.version)) AS unversioned`)) as {
      originals: number
      halves: number
      unversioned: number
    }[]
    for (const [what, n] of Object.entries(orphans[0])) if (n) fail(`${n} ${what} in the data file`)
    const rows = (await db('pieces').join('notes', 'notes.piece_id', 'id').join('plans', 'plans.piece_id', 'id').orderBy('id')) as {
      id: string
      title: string
      version: number
      plan: string
      piece: string
    }[]
    const pieces = new Map(rows.map((r): [string, Stored] => [r.id, { version: r.version, plan: r.plan, piece: r.piece, title: r.title }]))
    // Looked into are those that are worked on, and the first of the others: there are thousands in the end.
    for (const [i, r] of rows.entries()) {
      if (i >= 24 && !known.has(r.id)) continue
      pieceSchema.parse(JSON.parse(r.piece))
      if (!isDeepStrictEqual((await stateAt(db, r.id, r.version))?.plan, JSON.parse(r.plan)))
        fail(`the last version of ${r.title} is not what stands`)
    }
    return { all: JSON.stringify(rows.map((r) => [r.id, r.version, r.plan])), pieces }
  } finally {
    await db.destroy()
  }
}

/** How many writes must have been acknowledged for the whole to show anything, and how long a round waits for its share, in milliseconds. */
const LEAST = 100
const SLOWEST = 20_000

let running = false
async function saving(): Promise<void> {
  for (let n = 0; running; n++) {
    const [id, k] = [...known][n % known.size]
    const events = k.piece.lines[0].measures.flatMap((m) => m.events.map((e) => e.id))
    k.next = withPin(k.plan, 'violin', events[Math.floor(random() * events.length)], { fingers: [1 + Math.floor(random() * 4)] })
    const reply = saved.safeParse(
      await send('PUT', pieceApi(DEMO_CLASS, id), { base: k.version, by: SAVED_BY, plan: k.next, title: k.title }),
    )
    // What was on its way when the server was ended stays known as that.
    if (!reply.success) return
    acknowledged++
    known.set(id, { ...k, version: reply.data.version, plan: k.next, next: null })
  }
}
async function importing(): Promise<void> {
  const [piece] = [...known.values()].map((k) => k.piece)
  for (let n = 0; running; n++) {
    const pieces = [{ piece: { ...piece, title: `Taken in ${n}` } }, { piece: { ...piece, title: `Taken in ${n}, again` } }]
    const reply = added.safeParse(
      await send('POST', classApi(DEMO_CLASS, '/shelf'), {
        file: { name: 'x.abc', base64: Buffer.alloc(20_000, n).toString('base64') },
        pieces,
      }),
    )
    if (!reply.success) continue
    acknowledged++
    for (const a of reply.data.added) taken.add(a.id)
  }
}
async function restoring(library: Uint8Array): Promise<boolean> {
  const upload = begun.safeParse(await send('POST', '/api/restore', {}))
  if (!upload.success) return false
  const at = `/api/restore/${upload.data.id}`
  await send('PUT', `${at}?at=0`, undefined, library)
  for (const step of [{ do: 'look' }, { do: 'bring', how: 'replace' }]) {
    const job = begun.safeParse(await send('POST', at, step))
    if (!job.success) return false
    for (;;) {
      const state = done.safeParse(await send('GET', `/api/jobs/${job.data.id}`))
      if (!running || !state.success || state.data.state === 'failed') return false
      if (state.data.state === 'done') break
      await wait(10)
    }
  }
  acknowledged++
  return true
}

const take = async (): Promise<string> => {
  const { all, pieces } = await look()
  known.clear()
  taken.clear()
  for (const [id, p] of [...pieces].slice(0, 4))
    known.set(id, { ...p, plan: JSON.parse(p.plan) as Plan, piece: pieceSchema.parse(JSON.parse(p.piece)), next: null })
  return all
}

if (spawnSync(process.execPath, ['.next/even-seat/prepare.mjs'], { env }).status !== 0) fail('the data could not be prepared')
const reading = connect(file, 'reading')
const zip = path.join(folder, 'library.zip')
await backUp(reading, zip, Date.now(), () => undefined)
await reading.destroy()
const library = readFileSync(zip)
const asInFile = await take()
const allPieces = (await look()).pieces.size

// First starts, ended in the middle: the next one makes all of it.
const FIRST = Math.max(2, Math.round(KILLS / 10))
for (let n = 0; n < FIRST; n++) {
  const own = { ...env, EVEN_SEAT_DATA: path.join(folder, `first-${n}`) }
  const prepare = () => spawn(process.execPath, ['.next/even-seat/prepare.mjs'], { env: own, stdio: 'ignore' })
  const first = prepare()
  const ended = new Promise((resolve) => first.once('exit', resolve))
  await wait(150 + random() * 600)
  first.kill('SIGKILL')
  await ended
  const code = await new Promise((resolve) => prepare().once('exit', resolve))
  const db = connect(dataFile(own.EVEN_SEAT_DATA), 'reading')
  const [{ pieces }] = (await db('pieces').count({ pieces: '*' })) as { pieces: number }[]
  await db.destroy()
  if (code !== 0 || pieces !== allPieces) fail(`a first start after one that was ended made ${pieces} pieces (${String(code)})`)
}
const times = { saving: 0, importing: 0, restoring: 0, brought: 0 }

for (let n = 0; n < KILLS; n++) {
  const kind = (['saving', 'importing', 'restoring'] as const)[n % 3]
  times[kind]++
  const before = await take()
  const server = await start()
  running = true
  let brought = false
  const work =
    kind === 'saving' ? Promise.all([saving()]) : kind === 'importing' ? importing() : restoring(library).then((b) => void (brought = b))
  // A restore of the demonstration takes two seconds right after a start: most of the kills fall into it. Else so many
  // writes are let through first: on a slow machine a kill by the clock alone would meet a server that has done nothing.
  if (kind === 'restoring') await wait(random() * 3500)
  else {
    const wanted = acknowledged + LEAST / 6 + (random() * LEAST) / 3
    for (let waited = 0; acknowledged < wanted && waited < SLOWEST; waited += 5) await wait(5)
    await wait(random() * 40)
  }
  const ended = new Promise((resolve) => server.once('exit', resolve))
  server.kill('SIGKILL')
  await ended
  running = false
  await work
  const { all, pieces } = await look()
  if (kind === 'restoring') {
    if (brought ? all !== asInFile : all !== before && all !== asInFile) fail('a library was brought back by half')
    if (all === asInFile && all !== before) times.brought++
    continue
  }
  for (const [id, k] of known) {
    const p = pieces.get(id)
    if (!p || p.version < k.version) fail(`an acknowledged save of ${k.title} is lost`)
    const wanted = p.version === k.version ? k.plan : k.next
    if (p.version > k.version + 1 || !isDeepStrictEqual(JSON.parse(p.plan), wanted)) fail(`${k.title} holds what nobody saved`)
    if (p.version > k.version) unheard++
  }
  for (const id of taken) if (!pieces.has(id)) fail('an acknowledged file is lost')
}
if (acknowledged < LEAST) fail(`only ${acknowledged} writes were acknowledged: that shows nothing; at least ${LEAST} are wanted`)
process.stdout.write(
  `${KILLS} kills (${times.saving} while saving, ${times.importing} while taking files in, ${times.restoring} while bringing a library back, of which ${times.brought} had just been done): ${acknowledged} acknowledged writes, none lost; ${unheard} kept whose answer was cut off; nothing by half. ${FIRST} first starts ended: the next one made all of it.\n`,
)
process.exit(0)
