import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, test } from 'vitest'

const SRC = path.resolve(import.meta.dirname, '../src')
const files = readdirSync(SRC, { recursive: true, encoding: 'utf8' }).filter((f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$|\.d\.ts$/.test(f))
const known = new Set(files)

/** Statements that bring something in when the file is run: what is only a type is gone by then, and `import()` comes later. */
const BRINGS = /^(?:import|export) (?!type )(?:\{([^}]*)\}|[^'{]*(?:\{([^}]*)\})?[^'{]*) from '([^']+)'/gm

/** The files of src that a file needs before it can be run. */
function needs(file: string): string[] {
  const text = readFileSync(path.join(SRC, file), 'utf8')
  return [...text.matchAll(BRINGS)].flatMap(([, alone, , from]) => {
    if (alone?.split(',').every((n) => n.trim() === '' || n.trim().startsWith('type '))) return []
    const at = from.startsWith('@/') ? from.slice(2) : from.startsWith('.') ? path.join(path.dirname(file), from) : null
    const found = at === null ? undefined : [`${at}.ts`, `${at}.tsx`, at].find((f) => known.has(f))
    return found ? [found] : []
  })
}

/** A way that leads back to where it began; null: there is none. */
function circleIn(graph: ReadonlyMap<string, readonly string[]>): string[] | null {
  const over = new Set<string>()
  const walk = (file: string, way: readonly string[]): string[] | null => {
    if (way.includes(file)) return [...way.slice(way.indexOf(file)), file]
    if (over.has(file)) return null
    for (const next of graph.get(file) ?? []) {
      const found = walk(next, [...way, file])
      if (found) return found
    }
    over.add(file)
    return null
  }
  for (const file of graph.keys()) {
    const found = walk(file, [])
    if (found) return found
  }
  return null
}

test('no file of src needs itself when it is run', () => {
  const graph = new Map(files.map((f) => [f, needs(f)]))
  // What is looked at is there: a pattern that finds nothing would find no circle either.
  expect([...graph.values()].flat().length).toBeGreaterThan(2000)
  expect(circleIn(graph)).toBeNull()
})
