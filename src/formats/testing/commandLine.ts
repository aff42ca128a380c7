import { spawnSync } from 'node:child_process'

/** What came of a command: how it ended, what it printed, whole and as lines that are not empty, and what it said of trouble. */
type Done = { readonly status: number | null; readonly text: string; readonly lines: readonly string[]; readonly errors: string }

/** Runs a command line of the product as a user does. */
export function runCommand(script: 'map' | 'read' | 'keys' | 'perform' | 'drills' | 'warmup' | 'plan', ...args: string[]): Done {
  const done = spawnSync(process.execPath, ['--import', 'tsx', `scripts/${script}.ts`, ...args], { encoding: 'utf8' })
  return { status: done.status, text: done.stdout, lines: done.stdout.split('\n').filter(Boolean), errors: done.stderr }
}
