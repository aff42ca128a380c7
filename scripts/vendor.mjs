// Puts the engraver's own files, unmodified, where the application serves them: they are never bundled into ours.
import { copyFileSync, mkdirSync } from 'node:fs'
import path from 'node:path'

const root = path.resolve(import.meta.dirname, '..')
const to = path.join(root, 'public/vendor/verovio')
mkdirSync(to, { recursive: true })
for (const file of ['verovio-module.mjs', 'verovio.mjs'])
  copyFileSync(path.join(root, 'node_modules/verovio/dist', file), path.join(to, file))
