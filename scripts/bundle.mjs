// Builds what runs beside Next in the same process: the front door, and the thread that does the heavy work.
import path from 'node:path'
import { build } from 'esbuild'

const root = path.resolve(import.meta.dirname, '..')

await build({
  absWorkingDir: root,
  entryPoints: { server: 'src/server/main.ts', worker: 'src/jobs/worker.ts' },
  outdir: '.next/even-seat',
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
