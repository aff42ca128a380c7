import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { configDefaults, defineConfig } from 'vitest/config'

/** Tests that put something in another's place, or keep something for good: each has the modules to itself. */
const ALONE = [
  'src/ui/kit/autosave.test.ts',
  'src/ui/steps/level/weigher.test.ts',
  ...readdirSync(path.resolve(import.meta.dirname, 'src'), { recursive: true, encoding: 'utf8' })
    .map((file) => path.join('src', file))
    .filter(
      (file) => file.endsWith('.test.ts') && /\bvi\.(mock|doMock)\(/.test(readFileSync(path.resolve(import.meta.dirname, file), 'utf8')),
    ),
]

export default defineConfig({
  resolve: {
    alias: { '@': path.resolve(import.meta.dirname, 'src'), 'server-only': path.resolve(import.meta.dirname, 'scripts/empty.ts') },
  },
  test: {
    // A busy machine is no fault: what hangs is found all the same, later.
    testTimeout: 300_000,
    // As many as there are cores: what is left free by default stands idle, for nobody works beside the tests.
    maxWorkers: '100%',
    // What the tests make is soon forgotten: room for it, so that it is not carried from one half of the heap to the other.
    execArgv: ['--max-semi-space-size=64'],
    setupFiles: ['scripts/seed.ts'],
    globalSetup: ['scripts/commands.mjs'],
    projects: [
      {
        extends: true,
        test: {
          name: 'shared',
          include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'],
          exclude: [...configDefaults.exclude, ...ALONE],
          // Modules are read once for all tests of a worker: reading them anew for each file took a quarter of the time.
          isolate: false,
        },
      },
      { extends: true, test: { name: 'alone', include: ALONE } },
      // What a component decides, in a page that is drawn by nobody.
      {
        extends: true,
        test: {
          name: 'screens',
          include: ['src/ui/**/*.test.tsx'],
          environment: 'jsdom',
          setupFiles: ['scripts/seed.ts', 'scripts/screen.ts'],
        },
      },
    ],
  },
})
