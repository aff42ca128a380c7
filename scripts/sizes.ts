import { existsSync, readFileSync, readdirSync } from 'node:fs'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import { z } from 'zod'

/*
 * `npm run sizes`: what a browser loads of each page before it can be worked with, from the last build: script and style,
 * packed, with the most that each may have; and the faces, which are kept for good after the first visit.
 */

/** A page, its route, the most of script and style that it may have, in KB packed. */
type Page = { readonly name: string; readonly route: string; readonly most: number }
const C = '/class/[klass]'
const PIECE = `${C}/piece/[id]`
export const PAGES: readonly Page[] = [
  { name: 'about', route: '/about/page', most: 160 },
  { name: 'sign-in', route: '/sign-in/page', most: 160 },
  { name: 'pupil’s home', route: '/s/[token]/page', most: 170 },
  { name: 'pupil’s piece', route: '/s/[token]/[id]/page', most: 210 },
  { name: 'pupil’s note reading', route: '/s/[token]/train/page', most: 280 },
  { name: 'shelf', route: `${C}/pieces/page`, most: 195 },
  { name: 'fingering', route: `${PIECE}/fingering/page`, most: 249 },
  { name: 'read', route: `${PIECE}/read/page`, most: 249 },
  { name: 'balance', route: `${PIECE}/balance/page`, most: 249 },
  { name: 'warm-up', route: `${PIECE}/warm-up/page`, most: 249 },
  { name: 'rehearse', route: `${PIECE}/rehearse/page`, most: 249 },
  { name: 'write', route: `${PIECE}/write/page`, most: 266 },
  { name: 'print', route: `${PIECE}/print/page`, most: 227 },
  { name: 'people', route: `${C}/people/page`, most: 268 },
  { name: 'term', route: `${C}/term/page`, most: 250 },
]
/** The most that the faces of a page in Latin letters may weigh, in KB: text, titles and signs. */
export const MOST_FACES = 75

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..')
const built = (...parts: string[]) => path.join(root, '.next', ...parts)
const packed = (file: string): number => (existsSync(built(file)) ? gzipSync(readFileSync(built(file))).length : 0)
const kb = (bytes: number): number => Math.round(bytes / 1024)

const mainSchema = z.object({ rootMainFiles: z.array(z.string()), polyfillFiles: z.array(z.string()) })
const manifest = z.looseObject({
  entryJSFiles: z.record(z.string(), z.array(z.string())),
  entryCSSFiles: z.record(z.string(), z.array(z.object({ path: z.string() }))),
})

/** The files that a page asks for at once. */
function filesOf(route: string): string[] {
  const main = mainSchema.parse(JSON.parse(readFileSync(built('build-manifest.json'), 'utf8')))
  const text = readFileSync(built('server', 'app', `${route}_client-reference-manifest.js`), 'utf8')
  const { entryJSFiles, entryCSSFiles } = manifest.parse(JSON.parse(text.slice(text.indexOf('] = {') + 4).replace(/;\s*$/, '')))
  const styles = Object.values(entryCSSFiles).flatMap((all) => all.map((x) => x.path))
  return [...new Set([...main.rootMainFiles, ...Object.values(entryJSFiles).flat(), ...styles])]
}

/** The weight of every page, in KB packed. */
export const weights = (): (Page & { readonly kb: number; readonly files: number })[] =>
  PAGES.map((p) => {
    const files = filesOf(p.route)
    return { ...p, kb: kb(files.reduce((n, f) => n + packed(f), 0)), files: files.length }
  })

/** Faces that a page in Latin letters loads, in KB: what is cut to other letters is fetched only where they stand. */
export const faces = (): number => {
  const media = readdirSync(built('static', 'media'))
  const sized = (name: RegExp) =>
    media.filter((f) => name.test(f) && f.endsWith('.woff2')).reduce((n, f) => n + readFileSync(built('static', 'media', f)).length, 0)
  return kb(sized(/^source-sans-3-latin-wght-normal/) + sized(/^young-serif-latin-400/) + sized(/^(?:dejavu|music)-signs/))
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const { name, kb: size, most, files } of weights())
    process.stdout.write(
      `${name.padEnd(22)} ${`${size}`.padStart(4)} KB of ${most} packed, in ${files} files${size > most ? '   TOO MUCH' : ''}\n`,
    )
  process.stdout.write(`faces                  ${`${faces()}`.padStart(4)} KB of ${MOST_FACES}, kept for good\n`)
}
