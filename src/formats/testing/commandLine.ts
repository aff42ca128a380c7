import { spawnSync } from 'node:child_process'
import path from 'node:path'

/** What came of a command: how it ended, what it printed, whole and as lines that are not empty, and what it said of trouble. */
type Done = { readonly status: number | null; readonly text: string; readonly lines: readonly string[]; readonly errors: string }

type Command = 'map' | 'read' | 'keys' | 'perform' | 'drills' | 'warmup' | 'plan' | 'tapes' | 'second' | 'line'

/** Runs a command line of the product, bundled before the tests (scripts/commands.mjs). */
export const runCommand = (command: Command, ...args: string[]): Done =>
  doneBy(path.join('node_modules/.cache/even-seat-commands', `${command}.mjs`), ...args)

/** Runs it as a user does, from its sources: the same, and slower. */
export const runSources = (command: Command, ...args: string[]): Done => doneBy('--import', 'tsx', `scripts/${command}.ts`, ...args)

function doneBy(...args: string[]): Done {
  const done = spawnSync(process.execPath, args, { encoding: 'utf8' })
  return { status: done.status, text: done.stdout, lines: done.stdout.split('\n').filter(Boolean), errors: done.stderr }
}
