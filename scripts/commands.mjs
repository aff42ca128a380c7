// Bundles the command lines for the tests: started some hundred times, tsx would read every module of the core each time.
import { execFileSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { build } from 'esbuild'

const root = path.resolve(import.meta.dirname, '..')
export const COMMON = {
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  alias: { 'server-only': './scripts/empty.ts' },
  logLevel: 'warning',
}
export const COMMANDS = path.join(root, 'node_modules/.cache/even-seat-commands')

/** An empty data file that is up to date: made once, copied by every test that begins with a new one. */
async function emptyData() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-empty-'))
  await build({
    absWorkingDir: root,
    stdin: {
      contents:
        "import { openDatabase } from './src/store/database'\nconst db = await openDatabase(process.argv[2])\nawait db.raw('PRAGMA wal_checkpoint(TRUNCATE)')\nawait db.destroy()",
      resolveDir: root,
      loader: 'ts',
    },
    outfile: path.join(root, 'node_modules/.cache/even-seat-empty.mjs'),
    ...COMMON,
  })
  const made = path.join(folder, 'empty.sqlite')
  execFileSync(process.execPath, [path.join(root, 'node_modules/.cache/even-seat-empty.mjs'), made])
  process.env.EVEN_SEAT_EMPTY = made
}

/** Builds them; the file of a command is its name with .mjs. */
export default async function commands() {
  await emptyData()
  await build({
    absWorkingDir: root,
    entryPoints: ['map', 'read', 'keys', 'perform', 'drills', 'warmup', 'plan', 'tapes', 'second', 'line', 'report-file'].map(
      (name) => `scripts/${name}.ts`,
    ),
    outdir: COMMANDS,
    outExtension: { '.js': '.mjs' },
    ...COMMON,
    // Whole: a command is started some hundred times, and looking for its packages takes longer than what most tests ask of it.
    packages: 'bundle',
    minify: true,
    banner: { js: "import { createRequire as requiring } from 'node:module'; const require = requiring(import.meta.url);" },
  })
}
