import { defineConfig, globalIgnores } from 'eslint/config'
import nextVitals from 'eslint-config-next/core-web-vitals'
import nextTs from 'eslint-config-next/typescript'

/** The floors of the house: what each folder of src may not import. Imports go down only (docs/architecture.md). */
const FLOORS = {
  core: ['formats', 'engrave', 'workers', 'store', 'jobs', 'server', 'ui', 'app'],
  formats: ['engrave', 'workers', 'store', 'jobs', 'server', 'ui', 'app'],
  engrave: ['formats', 'workers', 'store', 'jobs', 'server', 'ui', 'app'],
  workers: ['store', 'jobs', 'server', 'ui', 'app'],
  store: ['formats', 'engrave', 'workers', 'jobs', 'server', 'ui', 'app'],
  jobs: ['workers', 'server', 'ui', 'app'],
  server: ['workers', 'ui', 'app'],
  ui: ['store', 'jobs', 'server', 'app'],
}

const floors = Object.entries(FLOORS).map(([folder, barred]) => ({
  files: [`src/${folder}/**/*.{ts,tsx}`],
  ignores: ['**/*.test.ts', '**/*.test.tsx'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^(?:@/|(?:\\.\\./)+)(?:${barred.join('|')})(?:/|$)`,
            message: `src/${folder} may not import this floor: see docs/architecture.md.`,
          },
        ],
      },
    ],
  },
}))

export default defineConfig([
  ...nextVitals,
  ...nextTs,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 420, skipBlankLines: true }],
    },
  },
  // The core is the trade alone: no interface, database, network, clock or chance.
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'localStorage', 'process', 'setTimeout', 'Date'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }],
    },
  },
  ...floors,
  globalIgnores(['.next/**', 'public/vendor/**', 'data/**', 'next-env.d.ts', 'coverage/**', 'test-results/**']),
])
