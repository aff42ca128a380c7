import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, it } from 'vitest'

// One noun has one meaning: what is exported under a name in one file is not exported under it in another.
it('no type is exported under the name of another', () => {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\./.test(f))
    .map((f) => path.join('src', f))
  const homes = new Map<string, string[]>()
  for (const file of files)
    for (const [, name] of readFileSync(file, 'utf8').matchAll(/^export (?:type|interface) (\w+)\b(?=[ <=])/gm))
      homes.set(name, [...(homes.get(name) ?? []), file])
  expect(homes.size).toBeGreaterThan(500)
  expect([...homes].filter(([, where]) => where.length > 1)).toEqual([])
})

/** Files whose exports the framework names: pages, routes and what it shows around them. */
const NAMED_BY_FRAMEWORK = /\/(page|layout|route|error|loading|not-found|global-error)\.tsx?$/

it('no function or constant is exported under the name of another', () => {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\./.test(f) && !NAMED_BY_FRAMEWORK.test(f))
    .map((f) => path.join('src', f))
  const homes = new Map<string, string[]>()
  for (const file of files)
    for (const [, name] of readFileSync(file, 'utf8').matchAll(/^export (?:async )?(?:function\*?|const) (\w+)\b/gm))
      homes.set(name, [...new Set([...(homes.get(name) ?? []), file.replace(/words\/es\//, 'words/en/')])])
  // The words of a room have one name in every language.
  expect(homes.size).toBeGreaterThan(1000)
  expect([...homes].filter(([, where]) => where.length > 1)).toEqual([])
})
