// Builds what runs beside Next: the front door and the thread that does the heavy work, in its process, and before it what
// makes the data file.
import { copyFileSync, readdirSync } from 'node:fs'
import path from 'node:path'
import { build } from 'esbuild'

const root = path.resolve(import.meta.dirname, '..')
const outdir = '.next/even-seat'

await build({
  absWorkingDir: root,
  entryPoints: { server: 'src/server/main.ts', worker: 'src/jobs/worker.ts', prepare: 'scripts/prepare.ts' },
  outdir,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  // Packages stay packages; ours is bundled.
  packages: 'external',
  alias: { 'server-only': './scripts/empty.ts' },
  sourcemap: 'linked',
  logLevel: 'warning',
})
// The pieces of the demonstration are read as files that stand beside what reads them.
for (const name of readdirSync(path.join(root, 'demo')))
  if (/\.(abc|musicxml)$/.test(name)) copyFileSync(path.join(root, 'demo', name), path.join(root, outdir, name))
