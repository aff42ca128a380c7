import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { ENGRAVER } from './served'

it('the engraver is asked for under the version that is installed', () => {
  const { version } = JSON.parse(readFileSync('node_modules/verovio/package.json', 'utf8')) as { version: string }
  expect(ENGRAVER).toBe(`/vendor/verovio-${version}`)
})
