// Bundles the command lines for the tests: started some hundred times, tsx would read every module of the core each time.
import path from 'node:path'
import { build } from 'esbuild'

const root = path.resolve(import.meta.dirname, '..')
export const COMMANDS = path.join(root, 'node_modules/.cache/even-seat-commands')

/** Builds them; the file of a command is its name with .mjs. */
export default async function commands() {
  await build({
    absWorkingDir: root,
    entryPoints: ['map', 'read', 'keys', 'perform', 'drills', 'warmup', 'plan', 'tapes', 'second', 'line', 'report-file'].map(
      (name) => `scripts/${name}.ts`,
    ),
    outdir: COMMANDS,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    logLevel: 'warning',
  })
}
