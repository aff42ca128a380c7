import path from 'node:path'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: {
    alias: { '@': path.resolve(import.meta.dirname, 'src'), 'server-only': path.resolve(import.meta.dirname, 'scripts/empty.ts') },
  },
  test: {
    include: ['src/**/*.test.ts', 'src/**/*.test.tsx', 'scripts/**/*.test.ts'],
    testTimeout: 60_000,
    // As many as there are cores: what is left free by default stands idle, for nobody works beside the tests.
    maxWorkers: '100%',
    setupFiles: ['scripts/seed.ts'],
    globalSetup: ['scripts/commands.mjs'],
  },
})
