import { existsSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { gzipSync } from 'node:zlib'
import { z } from 'zod'

/** `npm run sizes`: what a browser loads of each page before it can be worked with, packed, from the last build. */
const ROUTES: Readonly<Record<string, string>> = {
  shelf: '/page',
  desk: '/pieces/[id]/page',
  read: '/pieces/[id]/read/page',
  level: '/pieces/[id]/level/page',
  write: '/pieces/[id]/write/page',
  print: '/pieces/[id]/print/page',
  class: '/class/page',
  library: '/library/page',
}

const built = (...parts: string[]) => path.join('.next', ...parts)
const packed = (file: string): number => (existsSync(built(file)) ? gzipSync(readFileSync(built(file))).length : 0)
const kb = (bytes: number): string => `${Math.round(bytes / 1024)} KB`

const main = z
  .object({ rootMainFiles: z.array(z.string()), polyfillFiles: z.array(z.string()) })
  .parse(JSON.parse(readFileSync(built('build-manifest.json'), 'utf8')))
const manifest = z.looseObject({ entryJSFiles: z.record(z.string(), z.array(z.string())) })

/** The files that a page asks for at once. */
function filesOf(route: string): string[] {
  const text = readFileSync(built('server', 'app', `${route}_client-reference-manifest.js`), 'utf8')
  const { entryJSFiles } = manifest.parse(JSON.parse(text.slice(text.indexOf('] = {') + 4).replace(/;\s*$/, '')))
  return [...new Set([...main.rootMainFiles, ...Object.values(entryJSFiles).flat()])]
}

for (const [name, route] of Object.entries(ROUTES)) {
  const files = filesOf(route)
  process.stdout.write(`${name.padEnd(8)} ${kb(files.reduce((n, f) => n + packed(f), 0)).padStart(7)} packed in ${files.length} files\n`)
}
