// Makes what the application serves beside its own code: the engraver's files, unmodified and packed, under a name with
// their version; and the faces for signs, cut down to the signs that are used.
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import subsetFont from 'subset-font'

const root = path.resolve(import.meta.dirname, '..')
const of = (...parts) => path.join(root, ...parts)

/** The engraver, by name and version: what is served under it never changes, so a browser asks once. */
function engraver() {
  const { version } = JSON.parse(readFileSync(of('node_modules/verovio/package.json'), 'utf8'))
  const folder = of('public/vendor')
  const to = path.join(folder, `verovio-${version}`)
  mkdirSync(folder, { recursive: true })
  for (const name of readdirSync(folder)) if (path.join(folder, name) !== to) rmSync(path.join(folder, name), { recursive: true })
  mkdirSync(to, { recursive: true })
  for (const file of ['verovio-module.mjs', 'verovio.mjs']) {
    const at = path.join(to, file)
    if (existsSync(`${at}.br`)) continue
    const bytes = readFileSync(of('node_modules/verovio/dist', file))
    copyFileSync(of('node_modules/verovio/dist', file), at)
    writeFileSync(`${at}.gz`, gzipSync(bytes, { level: 9 }))
    writeFileSync(`${at}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }))
  }
}

/** Every sign beyond Latin that the screens or the core can say, from their own sources. */
function signs() {
  const found = new Set()
  const look = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      const at = path.join(folder, entry.name)
      if (entry.isDirectory()) look(at)
      else if (/\.tsx?$/.test(entry.name) && !/\.test\./.test(entry.name))
        for (const sign of readFileSync(at, 'utf8')) if (sign.codePointAt(0) > 0x2000) found.add(sign)
    }
  }
  look(of('src'))
  // Letters carry these wherever there are notes.
  for (const sign of '♯♭♮𝄪𝄫') found.add(sign)
  return [...found].sort().join('')
}

/** Faces of which a few signs are used, cut down to them. */
async function faces() {
  const to = of('src/app/faces')
  mkdirSync(to, { recursive: true })
  const text = signs()
  const stamp = path.join(to, 'signs.txt')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === text) return
  for (const [name, file] of [
    ['dejavu-signs', '@fontsource/dejavu-sans/files/dejavu-sans-latin-400-normal.woff2'],
    ['music-signs', '@fontsource/noto-music/files/noto-music-music-400-normal.woff2'],
  ])
    writeFileSync(path.join(to, `${name}.woff2`), await subsetFont(readFileSync(of('node_modules', file)), text, { targetFormat: 'woff2' }))
  writeFileSync(stamp, text)
}

engraver()
await faces()
