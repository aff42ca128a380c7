// What both commands need before they can start: the packages of the lock file, and a build of the current sources.
// Plain Node, no dependency: this runs on a machine where nothing is installed.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import path from 'node:path'

export const root = path.resolve(import.meta.dirname, '..')
process.env.NEXT_TELEMETRY_DISABLED = '1'

/** Ends with a message for the one who started it. */
export function stop(text) {
  process.stderr.write(`\n${text}\n`)
  process.exit(1)
}

/** Runs a command in the project with its output shown; ends everything when it fails. */
export function run(command, args, failure, env = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })
  if (done.error?.code === 'ENOENT') stop(`${command} was not found. ${failure}`)
  if (done.status !== 0) stop(failure)
}

/** Runs a program of an installed package by its file, so that no shell or path is needed. */
export const runTool = (file, args, failure, env) => run(process.execPath, [path.join(root, 'node_modules', file), ...args], failure, env)

const stamp = (name) => path.join(root, 'node_modules', `.even-seat-${name}`)
const read = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '')
const digest = (...texts) => texts.reduce((h, t) => h.update(t), createHash('sha256')).digest('hex')

/** Installs from the lock file, unless that was done for this lock file already. */
export function install() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 15)) stop(`Even Seat needs Node 20.15 or later; this is Node ${process.versions.node}.`)
  const wanted = digest(read(path.join(root, 'package-lock.json')), process.versions.modules)
  if (read(stamp('installed')) === wanted) return
  console.log('Installing the packages of the lock file (a few minutes, once) …')
  const npm = process.env.npm_execpath
  const failure =
    'The packages could not be installed; the lines above say why. Check the connection to the npm registry and that python3, make and g++ are there, then start again.'
  if (npm) run(process.execPath, [npm, 'ci', '--include=dev', '--no-audit', '--no-fund'], failure)
  else run(process.platform === 'win32' ? 'npm.cmd' : 'npm', ['ci', '--include=dev', '--no-audit', '--no-fund'], failure)
  writeFileSync(stamp('installed'), wanted)
}

function* files(folder) {
  for (const entry of readdirSync(path.join(root, folder), { withFileTypes: true })) {
    const inside = path.join(folder, entry.name)
    if (entry.isDirectory()) yield* files(inside)
    else if (!/\.test\.tsx?$|[/\\]faces[/\\]/.test(inside)) yield inside
  }
}

/** Builds the application, unless a build of these very sources is there. */
export function build() {
  const inputs = [
    ...files('src'),
    ...files('demo'),
    'scripts/prepare.ts',
    'scripts/bundle.mjs',
    'scripts/vendor.mjs',
    'next.config.ts',
    'postcss.config.mjs',
    'package-lock.json',
    'tsconfig.json',
  ]
  const wanted = digest(...inputs.sort().flatMap((f) => [f, readFileSync(path.join(root, f))]))
  const built = path.join(root, '.next', 'even-seat-sources')
  if (read(built) === wanted && existsSync(path.join(root, 'src/app/faces/signs.txt'))) return
  console.log('Building (about a minute, once) …')
  runTool('../scripts/vendor.mjs', [], 'The engraver’s files could not be copied to public/vendor.')
  runTool('next/dist/bin/next', ['build'], 'The build failed; the lines above say where.')
  runTool('../scripts/bundle.mjs', [], 'The server could not be bundled; the lines above say where.')
  mkdirSync(path.dirname(built), { recursive: true })
  writeFileSync(built, wanted)
}
