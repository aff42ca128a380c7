// npm test: all set-up that the tests need, then lint, types, unit tests, build and browser tests.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { build, install, runTool, stop } from './setup.mjs'

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
const step = (name, run) => {
  console.log(`\n— ${name}`)
  const from = Date.now()
  run()
  console.log(`  ${Math.round((Date.now() - from) / 1000)} s`)
}

step('packages', install)
step('browsers', browsers)
step('lint', () => runTool('eslint/bin/eslint.js', ['.', '--max-warnings', '0'], 'Lint found what is listed above.'))
step('unit tests', () => runTool('vitest/vitest.mjs', ['run'], 'Unit tests failed.'))
step('build', build)
step('types', () => runTool('typescript/bin/tsc', ['--noEmit'], 'Types do not agree.'))
step('browser tests', () => runTool('@playwright/test/cli.js', ['test'], 'Browser tests failed.'))
console.log(`\nAll passed in ${Math.round((Date.now() - started) / 1000)} s.`)
