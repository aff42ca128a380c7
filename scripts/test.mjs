// npm test: all set-up that the tests need, then lint, types, unit tests, build and browser tests.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import path from 'node:path'
import { build, install, root, runTool, stop } from './setup.mjs'

/** Installs Debian packages where this user may; whether it was done. */
function apt(...packages) {
  const run = (...args) =>
    spawnSync('apt-get', args, { stdio: 'inherit', env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }).status === 0
  console.log(`Installing ${packages.join(', ')} with apt-get …`)
  return process.getuid?.() === 0 && run('update', '-qq') && run('install', '-y', '-qq', ...packages)
}

/** Debian's Chromium (without a window where it is there), and Firefox as a second engine: found, or installed where this user may. */
function browsers() {
  const shell = '/usr/bin/chromium-headless-shell'
  const hasChromium = () => [process.env.CHROMIUM, shell, '/usr/bin/chromium'].some((file) => file && existsSync(file))
  const firefox = process.env.FIREFOX ?? '/usr/bin/firefox-esr'
  const missing = [
    ...(process.env.CHROMIUM || existsSync(shell) ? [] : ['chromium-headless-shell']),
    ...(existsSync(firefox) ? [] : ['firefox-esr']),
    // The printed pages are looked at by it.
    ...(existsSync('/usr/bin/pdftoppm') ? [] : ['poppler-utils']),
  ]
  if (missing.length > 0) apt(...missing)
  if (!hasChromium())
    stop(
      'The browser tests need Chromium. Install it as the administrator (apt-get install chromium-headless-shell), or set CHROMIUM to the path of one, then run npm test again.',
    )
  if (!existsSync(firefox))
    console.log(
      'Firefox is not there and could not be installed: the test of the second engine is left out. Set FIREFOX to the path of one.',
    )
}

const started = Date.now()
const seconds = (from) => Math.round((Date.now() - from) / 1000)

/** Runs a step in this process. */
const step = (name, run) => {
  console.log(`\n— ${name}`)
  const from = Date.now()
  run()
  console.log(`  ${seconds(from)} s`)
}

/** What runs beside something else, to be ended with it. */
const running = new Set()

/** A tool of an installed package, run beside others: what it says is shown when it ends, all of it together. */
const beside = (name, file, args, failure) =>
  new Promise((resolve) => {
    const from = Date.now()
    const child = spawn(process.execPath, [path.join(root, 'node_modules', file), ...args], { cwd: root, env: process.env })
    running.add(child)
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (d) => (said += d))
    child.on('close', (code) => {
      running.delete(child)
      console.log(`\n— ${name}\n${said.trim()}\n  ${seconds(from)} s`)
      if (code !== 0) {
        for (const other of running) other.kill('SIGTERM')
        stop(failure)
      }
      resolve()
    })
  })

const LINT = ['lint', 'eslint/bin/eslint.js']
const TYPES = [
  'types',
  'typescript-native/bin/tsc',
  ['--noEmit', '--incremental', '--tsBuildInfoFile', 'node_modules/.cache/types.tsbuildinfo'],
]
const UNIT = 'vitest/vitest.mjs'

step('packages', install)
if (process.argv.includes('--quick')) await quick()
else {
  step('browsers', browsers)
  // Each of the two has a core for itself.
  await Promise.all([
    beside(
      ...LINT,
      ['.', '--max-warnings', '0', '--cache', '--cache-location', 'node_modules/.cache/eslint/'],
      'Lint found what is listed above.',
    ),
    beside(...TYPES, 'Types do not agree.').then(() => step('build', build)),
  ])
  // One after the other: each keeps both cores busy, and beside each other they run into their limits of time.
  step('unit tests', () => runTool(UNIT, ['run'], 'Unit tests failed.'))
  step('browser tests', () => runTool('@playwright/test/cli.js', ['test'], 'Browser tests failed.'))
}
console.log(`\nAll passed in ${seconds(started)} s.`)

/**
 * npm test -- --quick: what was changed since the last commit (or by it, where nothing was): types, lint of the changed
 * files, and the unit tests that stand beside them. About a minute; before a step is called done all is run.
 */
async function quick() {
  const git = (...args) => spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean)
  const open = [...git('diff', '--name-only', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')]
  const changed = (open.length > 0 ? open : git('diff', '--name-only', 'HEAD~1')).filter((f) => existsSync(path.join(root, f)))
  const code = changed.filter((f) => /\.(ts|tsx|mjs)$/.test(f))
  if (code.length === 0) return console.log('\nNo code was changed.')
  const folders = [...new Set(code.filter((f) => f.startsWith('src/')).map((f) => path.dirname(f)))]
  await Promise.all([
    beside(...LINT, [...code, '--max-warnings', '0', '--no-warn-ignored'], 'Lint found what is listed above.'),
    beside(...TYPES, 'Types do not agree.'),
  ])
  const tests = folders.flatMap((f) =>
    readdirSync(path.join(root, f))
      .filter((n) => /\.test\.tsx?$/.test(n))
      .map((n) => `${f}/${n}`),
  )
  if (tests.length > 0)
    step(`unit tests beside what changed (${tests.length} files)`, () => runTool(UNIT, ['run', ...tests], 'Unit tests failed.'))
}
