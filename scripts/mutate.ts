import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { GUARDS } from './guards'
import { MUTATIONS } from './mutations'

/**
 * `npm run mutate [-- PART]` (`guards`: what guards the teacher's data): makes one small change to the code at a time, in a copy, and sees whether the unit tests beside
 * it go red. Prints what was caught and what survived, and the part that was caught.
 */
const root = path.resolve(import.meta.dirname, '..')
const copy = mkdtempSync(path.join(os.tmpdir(), 'even-seat-mutate-'))
for (const folder of ['src', 'scripts', 'demo', 'docs']) cpSync(path.join(root, folder), path.join(copy, folder), { recursive: true })
for (const file of ['package.json', 'tsconfig.json', 'vitest.config.ts']) cpSync(path.join(root, file), path.join(copy, file))
symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'))
symlinkSync(path.join(root, 'public'), path.join(copy, 'public'))

/** Whether the tests go red; one that hangs is caught too. */
function caught(tests: readonly string[]): boolean {
  const run = spawnSync(process.execPath, ['node_modules/vitest/vitest.mjs', 'run', '--bail', '1', '--test-timeout', '60000', ...tests], {
    cwd: copy,
    encoding: 'utf8',
    timeout: 180_000,
  })
  return run.status !== 0
}

const wanted = process.argv[2]
const all = wanted === 'guards' ? GUARDS : MUTATIONS.filter((m) => !wanted || m.file.includes(wanted))
const survived: string[] = []
/** Of each room of the house: how many edits were made, and how many of them were caught. */
const rooms = new Map<string, { made: number; red: number }>()
const roomOf = (file: string): string =>
  file
    .split('/')
    .slice(0, file.startsWith('src/core/') || file.startsWith('src/ui/') ? 3 : 2)
    .join('/')
const noted = (file: string, red: boolean): void => {
  const { made, red: before } = rooms.get(roomOf(file)) ?? { made: 0, red: 0 }
  rooms.set(roomOf(file), { made: made + 1, red: before + (red ? 1 : 0) })
}
for (const [i, { file, from, to, tests }] of all.entries()) {
  const at = path.join(copy, file)
  const text = readFileSync(at, 'utf8')
  if (text.split(from).length !== 2) {
    process.stdout.write(`${i + 1}/${all.length} stale: “${from}” stands ${text.split(from).length - 1} times in ${file}\n`)
    survived.push(`${file}: stale`)
    noted(file, false)
    continue
  }
  writeFileSync(at, text.replace(from, to))
  const red = caught(tests)
  writeFileSync(at, text)
  noted(file, red)
  if (!red) survived.push(`${file}: ${from} → ${to}`)
  process.stdout.write(`${i + 1}/${all.length} ${red ? 'caught  ' : 'SURVIVED'} ${file}: ${from.trim()} → ${to.trim()}\n`)
}
process.stdout.write(
  `\n${all.length - survived.length} of ${all.length} caught (${Math.round((100 * (all.length - survived.length)) / all.length)} %)\n`,
)
for (const [room, { made, red }] of [...rooms].sort(([a], [b]) => a.localeCompare(b)))
  process.stdout.write(`  ${room.padEnd(24)} ${red} of ${made}\n`)
for (const s of survived) process.stdout.write(`  survived: ${s}\n`)
