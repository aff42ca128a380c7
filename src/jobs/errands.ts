import { randomUUID } from 'node:crypto'
import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs'
import path from 'node:path'
import { dataFolder } from '@/store/database'
import { inOwnThread, TaskError } from './pool'
import type { Task } from './protocol'
import type { Results } from './tasks'

/** A long task that pages ask after: how far it is, and in the end what came of it. */
type Errand =
  | { readonly state: 'running'; readonly done: number; readonly total: number; readonly what: string }
  | { readonly state: 'done'; readonly result: Results[Task['kind']] }
  | { readonly state: 'failed'; readonly problem: string }

type Kept = { kind: Task['kind']; errand: Errand; at: number }
const held = globalThis as { evenSeatErrands?: Map<string, Kept> }
const errands = (): Map<string, Kept> => (held.evenSeatErrands ??= new Map())

/** How long what came of an errand is kept, in milliseconds. */
const KEPT = 3_600_000

/** Begins a long task; one of a kind at a time. Says its id, or null when another of its kind is under way. */
export function beginErrand(task: Task, id: string = randomUUID()): string | null {
  const all = errands()
  const now = Date.now()
  for (const [k, e] of all) if (e.errand.state !== 'running' && now - e.at > KEPT) all.delete(k)
  if ([...all.values()].some((e) => e.kind === task.kind && e.errand.state === 'running')) return null
  const put = (errand: Errand) => all.set(id, { kind: task.kind, errand, at: Date.now() })
  put({ state: 'running', done: 0, total: 1, what: '' })
  inOwnThread(task, (done, total, what) => put({ state: 'running', done, total, what })).then(
    (result) => put({ state: 'done', result }),
    (e: unknown) => put({ state: 'failed', problem: e instanceof TaskError ? e.message : 'That didn’t work.' }),
  )
  return id
}

/** How an errand stands; null when there is none of this id. */
export const errand = (id: string): Errand | null => errands().get(id)?.errand ?? null

/** The folders beside the data file: what goes out, what comes in, and what was saved before everything was replaced. */
type Side = 'outgoing' | 'incoming' | 'backups'
function sideFolder(side: Side): string {
  const folder = path.join(/* turbopackIgnore: true */ dataFolder(), side)
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  return folder
}
export const sideFile = (side: Side, name: string): string => path.join(/* turbopackIgnore: true */ sideFolder(side), name)

/** Removes what was left in the folders for passing through: all of it (at a start), or what is older than an hour. */
export function sweep(all = false): void {
  for (const side of ['outgoing', 'incoming'] as const)
    for (const name of readdirSync(sideFolder(side))) {
      const file = sideFile(side, name)
      const age = Date.now() - (statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0)
      if (all || age > KEPT) rmSync(file, { force: true })
    }
}

/** How many libraries that were saved before everything was replaced are kept. */
const KEPT_BACKUPS = 5
const BACKUP = /^before-\d{4}-\d{2}-\d{2}-\d{6}\.zip$/

/** The name under which what stands is saved before everything is replaced; the oldest beyond five are let go. */
export function nextBackup(now: Date): string {
  for (const { name } of keptBackups().slice(KEPT_BACKUPS - 1)) rmSync(sideFile('backups', name), { force: true })
  const t = now.toISOString()
  return `before-${t.slice(0, 10)}-${t.slice(11, 19).replaceAll(':', '')}.zip`
}

/** The libraries that were saved before everything was replaced, newest first. */
export const keptBackups = (): { name: string; savedAt: number; bytes: number }[] =>
  readdirSync(sideFolder('backups'))
    .filter((name) => BACKUP.test(name))
    .map((name) => {
      const { mtimeMs, size } = statSync(sideFile('backups', name))
      return { name, savedAt: Math.round(mtimeMs), bytes: size }
    })
    .sort((a, b) => b.savedAt - a.savedAt)
