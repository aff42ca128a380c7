// npm test: all set-up that the tests need, then lint, types, unit tests, build and browser tests.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { build, install, runTool, stop } from './setup.mjs'

/** Debian's Chromium: found, or installed where this user may. */
function chromium() {
  const wanted = process.env.CHROMIUM ?? '/usr/bin/chromium'
  if (existsSync(wanted)) return
  console.log('Chromium is missing; installing it with apt-get …')
  const apt = (...args) =>
    spawnSync('apt-get', args, { stdio: 'inherit', env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }).status === 0
  const done = process.getuid?.() === 0 && apt('update', '-qq') && apt('install', '-y', '-qq', 'chromium')
  if (!done || !existsSync(wanted))
    stop(
      'The browser tests need Chromium. Install it as the administrator (apt-get install chromium), or set CHROMIUM to the path of one, then run npm test again.',
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
step('browser', chromium)
step('lint', () => runTool('eslint/bin/eslint.js', ['.', '--max-warnings', '0'], 'Lint found what is listed above.'))
step('unit tests', () => runTool('vitest/vitest.mjs', ['run'], 'Unit tests failed.'))
step('build', build)
step('types', () => runTool('typescript/bin/tsc', ['--noEmit'], 'Types do not agree.'))
step('browser tests', () => runTool('@playwright/test/cli.js', ['test'], 'Browser tests failed.'))
console.log(`\nAll passed in ${Math.round((Date.now() - started) / 1000)} s.`)
