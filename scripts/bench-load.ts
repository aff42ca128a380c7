import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { parseArgs } from 'node:util'
import { classApi, classPage, pieceApi, piecePage } from '../src/api/address'
import { withPin, type Plan } from '../src/core/plan/plan'
import { newStudent } from '../src/core/plan/student'
import { addPieces, getPieces, listShelf, savePiece, type StoredPiece } from '../src/store/pieces'
import { classById, newClass, saveClass } from '../src/store/classes'
import { dataFile, openDatabase } from '../src/store/database'
import { giveLinks } from '../src/store/links'

/*
 * npm run bench-load -- [--seconds 60]: how the built application answers when many are at it, on loopback, on data of its
 * own. Teachers look at the shelf and a desk, pin a finger every two seconds and print a part every thirty; pupils open their
 * pages and ask for what they are asked from. All figures are ratios to one teacher in the same run.
 */
const { values } = parseArgs({ options: { seconds: { type: 'string', default: '60' }, port: { type: 'string', default: '3298' } } })
/** How long each stage lasts, in seconds: bounded, whatever is asked for. */
const SECONDS = Math.min(300, Math.max(5, Number(values.seconds)))
const PIN_EVERY = 2000
const PDF_EVERY = 30_000
const BARE_EVERY = 1000
const [TEACHERS, PUPILS] = [20, 30]
const DEMO = 'tuesday-strings'

const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-load-'))
const base = `http://127.0.0.1:${values.port}`
const env: NodeJS.ProcessEnv = { ...process.env, EVEN_SEAT_DATA: folder, PORT: values.port, HOST: '127.0.0.1', NODE_ENV: 'production' }
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

type Kind = 'save' | 'shelf' | 'desk' | 'pdf' | 'pupil' | 'deck' | 'drawings'
type Answer = { readonly kind: Kind; readonly ms: number; readonly status: number }
/** What is asked so that nobody is kept waiting without it. */
const OPTIONAL: ReadonlySet<Kind> = new Set<Kind>(['drawings', 'deck', 'pdf'])

async function ask(kind: Kind, at: string, init: { method?: string; body?: unknown } = {}): Promise<Answer & { body: Buffer }> {
  const from = performance.now()
  try {
    const response = await fetch(base + at, {
      method: init.method ?? 'GET',
      headers: { origin: base, ...(init.body === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(init.body === undefined ? {} : { body: JSON.stringify(init.body) }),
    })
    const body = Buffer.from(await response.arrayBuffer())
    return { kind, ms: performance.now() - from, status: response.status, body }
  } catch {
    return { kind, ms: performance.now() - from, status: 0, body: Buffer.alloc(0) }
  }
}

const quantile = (all: readonly number[], q: number): number => {
  const sorted = [...all].sort((a, b) => a - b)
  return sorted.length === 0 ? NaN : sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]
}

type Teacher = {
  readonly klass: string
  readonly pieces: readonly { readonly id: string; version: number; plan: Plan; readonly stored: StoredPiece }[]
}

/** A class a teacher, each with pieces of its own, and a class of pupils with their links. */
async function prepared(): Promise<{ teachers: Teacher[]; tokens: string[]; bare: number[] }> {
  if (spawnSync(process.execPath, ['.next/even-seat/prepare.mjs'], { env }).status !== 0) throw new Error('the data could not be prepared')
  const db = await openDatabase(dataFile(folder))
  const { heads } = await listShelf(db, DEMO)
  const some = await getPieces(
    db,
    DEMO,
    heads.slice(0, 3).map((h) => h.id),
  )
  const teachers: Teacher[] = []
  for (let n = 0; n < TEACHERS; n++) {
    const klass = await newClass(db, { name: `Class ${n}`, school: '', like: DEMO, pieces: false }, 1000 + n)
    const ids = await addPieces(
      db,
      klass,
      some.map(({ piece, source, plan }) => ({ piece, source, plan })),
      1000,
    )
    teachers.push({ klass, pieces: ids.map((id, i) => ({ id, version: 1, plan: some[i].plan, stored: some[i] })) })
  }
  const school = await newClass(db, { name: 'Pupils', school: '', like: DEMO, pieces: true }, 5000)
  const { version, settings } = (await classById(db, school))!
  const seats = settings.seats.map((s) => s.id)
  const students = Array.from({ length: PUPILS }, (_, i) =>
    newStudent(`00000000-0000-4000-8000-${`${i}`.padStart(12, '0')}`, `Pupil ${i}`, seats[i % seats.length]),
  )
  await saveClass(db, school, version, { name: 'Pupils', school: '', settings: { ...settings, students } })
  const links = (await giveLinks(
    db,
    school,
    students.map((s) => s.id),
    Date.now() + 1e9,
    Date.now(),
  ))!
  // The bare transaction: the same save by itself, in this process, as safe as the server's. Now and then, as a teacher saves:
  // one after the other without a pause they take half as long.
  const bare: number[] = []
  const own = teachers[TEACHERS - 1].pieces[2]
  for (let n = 0; n < 40; n++) {
    await wait(BARE_EVERY)
    own.plan = pinned(own.plan, own.stored, n)
    const from = performance.now()
    const saved = await savePiece(
      db,
      teachers[TEACHERS - 1].klass,
      own.id,
      own.version,
      { plan: own.plan, by: 'bare-transaction', seq: n + 1 },
      Date.now(),
    )
    bare.push(performance.now() - from)
    if (saved.ok) own.version = saved.version
  }
  await db.destroy()
  return { teachers, tokens: links.map((l) => l.token), bare: bare.slice(10) }
}

/** The plan with another finger pinned. */
function pinned(plan: Plan, { piece }: StoredPiece, n: number): Plan {
  const events = piece.lines[0].measures.flatMap((m) => m.events.map((e) => e.id))
  return withPin(plan, 'violin', events[n % events.length], { fingers: [1 + (n % 4)] })
}

function start(): Promise<ChildProcess> {
  const child = spawn(process.execPath, ['.next/even-seat/server.mjs'], { env, stdio: ['ignore', 'pipe', 'ignore'] })
  return new Promise((resolve, reject) => {
    child.stdout.on('data', (d) => String(d).includes('Ready at') && resolve(child))
    child.on('exit', (code) => reject(new Error(`the server ended with ${code}`)))
  })
}
async function stopped(server: ChildProcess): Promise<void> {
  server.removeAllListeners('exit')
  const ended = new Promise((resolve) => server.once('exit', resolve))
  server.kill('SIGTERM')
  await ended
}
/** Megabytes that a process holds. */
const memory = (server: ChildProcess): number =>
  Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024)

/** One teacher for as long as a stage lasts. */
async function teach({ klass, pieces }: Teacher, n: number, until: number, heard: Answer[]): Promise<void> {
  await wait((n * PIN_EVERY) / TEACHERS)
  heard.push(await ask('shelf', classPage(klass, 'pieces')), await ask('desk', piecePage(klass, pieces[0].id)))
  heard.push(await ask('drawings', classApi(klass, `/shelf/drawings?ids=${pieces.map((p) => p.id).join(',')}`)))
  let printed = performance.now() - (PDF_EVERY * (n % 10)) / 10
  for (let i = 0; performance.now() < until; i++) {
    const began = performance.now()
    const p = pieces[i % pieces.length]
    const plan = pinned(p.plan, p.stored, i)
    const body = { base: p.version, by: `teacher-${n}-window`, seq: i + 1, plan, title: p.stored.piece.title }
    const answer = await ask('save', pieceApi(klass, p.id), { method: 'PUT', body })
    heard.push(answer)
    if (answer.status === 200) {
      p.version = (JSON.parse(answer.body.toString()) as { version: number }).version
      p.plan = plan
    }
    if (performance.now() - printed > PDF_EVERY) {
      printed = performance.now()
      void ask('pdf', pieceApi(klass, p.id, '/pdf?parts=1&seats=violin,cello')).then((a) => heard.push(a))
    }
    await wait(Math.max(0, PIN_EVERY - (performance.now() - began)))
  }
}
/** One pupil: their page, what they are asked from, and their page again, a little later each. */
async function learn(token: string, n: number, until: number, heard: Answer[]): Promise<void> {
  await wait(n * 50)
  while (performance.now() < until) {
    heard.push(await ask('pupil', `/s/${token}`), await ask('deck', `/api/s/${token}/train`))
    await wait(8000)
  }
}

const { teachers, tokens, bare } = await prepared()
const bareP95 = quantile(bare, 0.95)

/** One deck alone on a server that has just been started, then thirty at once on another. */
async function decks(): Promise<{ one: number; last: number; failed: number }> {
  const first = await start()
  // The threads are there; nothing is kept yet.
  await ask('pupil', `/s/${tokens[0]}`)
  const one = await ask('deck', `/api/s/${tokens[0]}/train`)
  await stopped(first)
  const second = await start()
  await ask('pupil', `/s/${tokens[0]}`)
  const all = await Promise.all(tokens.map((t) => ask('deck', `/api/s/${t}/train`)))
  await stopped(second)
  return { one: one.ms, last: Math.max(...all.map((a) => a.ms)), failed: all.filter((a) => a.status !== 200).length }
}

const bad: string[] = []
let oneTeacher = NaN
process.stdout.write(`the bare transaction: p95 ${bareP95.toFixed(1)} ms\n`)
const server = await start()
// The first requests read the code: they are not what a lesson is like.
await teach(teachers[TEACHERS - 2], 0, performance.now() + 8000, [])
for (const [count, pupils] of [
  [1, 0],
  [5, 0],
  [TEACHERS, 0],
  [TEACHERS, PUPILS],
]) {
  const heard: Answer[] = []
  const until = performance.now() + SECONDS * 1000
  let most = 0
  const looking = setInterval(() => (most = Math.max(most, memory(server))), 500)
  await Promise.all([
    ...teachers.slice(0, count).map((t, n) => teach(t, n, until, heard)),
    ...tokens.slice(0, pupils).map((t, n) => learn(t, n, until, heard)),
  ])
  clearInterval(looking)
  const of = (kind: Kind) => heard.filter((a) => a.kind === kind)
  const saves = of('save').map((a) => a.ms)
  const p95 = quantile(saves, 0.95)
  if (count === 1) oneTeacher = p95
  const who = `${count} teacher${count === 1 ? '' : 's'}${pupils ? ` and ${pupils} pupils` : ''}`
  const said = (['save', 'shelf', 'desk', 'pdf', 'drawings', 'pupil', 'deck'] as const).flatMap((kind) => {
    const all = of(kind)
    const failed = all.filter((a) => a.status !== 200)
    return all.length
      ? [
          `  ${kind.padEnd(9)} ${`${all.length}`.padStart(5)}   p50 ${quantile(
            all.map((a) => a.ms),
            0.5,
          )
            .toFixed(0)
            .padStart(5)} ms   p95 ${quantile(
            all.map((a) => a.ms),
            0.95,
          )
            .toFixed(0)
            .padStart(
              5,
            )} ms${failed.length ? `   ${failed.length} not answered (${[...new Set(failed.map((a) => a.status))].join(', ')})` : ''}`,
        ]
      : []
  })
  process.stdout.write(
    `${who}, ${SECONDS} s: saves p95 ${p95.toFixed(1)} ms = ${(p95 / oneTeacher).toFixed(1)} × one teacher, ${(p95 / bareP95).toFixed(1)} × bare; memory ${most} MB\n${said.join('\n')}\n`,
  )
  if (count === 1 && p95 > 2 * bareP95)
    bad.push(`one teacher: saves p95 is ${(p95 / bareP95).toFixed(1)} × the bare transaction (wanted 2)`)
  if (count === TEACHERS && p95 > 4 * oneTeacher)
    bad.push(`${who}: saves p95 is ${(p95 / oneTeacher).toFixed(1)} × that of one teacher (wanted 4)`)
  for (const a of heard) if (a.status >= 500 && a.status !== 503) bad.push(`${who}: ${a.kind} was answered with ${a.status}`)
  const refused = (kinds: (k: Kind) => boolean) => heard.filter((a) => kinds(a.kind) && a.status !== 200).length
  if (refused((k) => k === 'save') > 0) bad.push(`${who}: ${refused((k) => k === 'save')} saves were not answered`)
  if (refused((k) => OPTIONAL.has(k)) > 0.01 * heard.filter((a) => OPTIONAL.has(a.kind)).length)
    bad.push(`${who}: more than 1 % of what is optional was not answered`)
}
await stopped(server)
const { one, last, failed } = await decks()
process.stdout.write(
  `${PUPILS} decks at once: the last after ${last.toFixed(0)} ms = ${(last / one).toFixed(1)} × one deck (${one.toFixed(0)} ms)\n`,
)
if (failed > 0 || last > 5 * one) bad.push(`decks: ${failed} not answered, the last after ${(last / one).toFixed(1)} × one (wanted 5)`)
for (const b of bad) process.stdout.write(`NOT AS WANTED  ${b}\n`)
process.exit(bad.length > 0 ? 1 : 0)
