// From a file to four parts, as the server does it: bundled like the server, for the loader that reads TypeScript names every
// inner function as it is made, which the product does not pay for.
import path from 'node:path'
import { pathToFileURL } from 'node:url'
import { build } from 'esbuild'
import { COMMON } from './commands.mjs'

const root = path.resolve(import.meta.dirname, '..')
const outfile = path.join(root, 'node_modules/.cache/bench-file.mjs')
await build({
  absWorkingDir: root,
  entryPoints: ['scripts/bench-file.ts'],
  outfile,
  ...COMMON,
})
await import(pathToFileURL(outfile).href)
