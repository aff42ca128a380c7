import { defineConfig, globalIgnores } from 'eslint/config'
import nextVitals from 'eslint-config-next/core-web-vitals'
import nextTs from 'eslint-config-next/typescript'

/** The floors of the house: what each folder of src may not import. Imports go down only (docs/architecture.md). */
const FLOORS = {
  core: ['formats', 'engrave', 'paper', 'workers', 'api', 'store', 'jobs', 'server', 'ui', 'app'],
  formats: ['engrave', 'paper', 'workers', 'api', 'store', 'jobs', 'server', 'ui', 'app'],
  engrave: ['formats', 'paper', 'workers', 'api', 'store', 'jobs', 'server', 'ui', 'app'],
  paper: ['formats', 'workers', 'api', 'store', 'jobs', 'server', 'ui', 'app'],
  workers: ['paper', 'api', 'store', 'jobs', 'server', 'ui', 'app'],
  api: ['engrave', 'paper', 'workers', 'store', 'jobs', 'server', 'ui', 'app'],
  store: ['formats', 'engrave', 'paper', 'workers', 'jobs', 'server', 'ui', 'app'],
  jobs: ['workers', 'server', 'ui', 'app'],
  server: ['paper', 'workers', 'ui', 'app'],
  ui: ['paper', 'store', 'jobs', 'server', 'app'],
}

/** The same within src/ui, lowest first: a folder imports from those before it (and from itself) only. */
const SCREENS = [
  ['kit'],
  ['ways'],
  ['session'],
  ['bench', 'score', 'ribbon'],
  ['rehearse', 'asking'],
  ['inspector'],
  ['steps'],
  ['desk'],
  ['shelf', 'class', 'library', 'history', 'access', 'plan', 'wall', 'tapes', 'student', 'lines'],
  ['term', 'train'],
]
const screens = SCREENS.flatMap((row, i) =>
  row.map((folder) => {
    const barred = [...row.filter((f) => f !== folder), ...SCREENS.slice(i + 1).flat()]
    return {
      files: [`src/ui/${folder}/**/*.{ts,tsx}`],
      ignores: ['**/*.test.ts', '**/*.test.tsx'],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              {
                regex: `^(?:@/|(?:\\.\\./)+)(?:${FLOORS.ui.join('|')})(?:/|$)`,
                message: 'src/ui may not import this floor: see docs/architecture.md.',
              },
              {
                regex: `^(?:@/ui|\\.\\.)/(?:${barred.join('|')})(?:/|$)`,
                message: `src/ui/${folder} may not import back up: see docs/architecture.md.`,
              },
            ],
          },
        ],
      },
    }
  }),
)

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

/**
 * The rooms of src/core, lowest first: a room imports from those before it (and from itself) only, shapes and types too;
 * rooms of one line know nothing of each other. What stands in no room is for all of them. Words stand right above what
 * they speak of: each of their files is a room.
 */
const ROOMS = [
  ['music'],
  ['piece'],
  ['writing', 'instruments'],
  ['hands'],
  ['words/en/called'],
  ['words/en/hands'],
  ['fingering'],
  ['words/en/fingering', 'words/en/amounts'],
  ['performance', 'seats'],
  ['bowing', 'tapes'],
  ['words/en/bowing'],
  ['plan'],
  ['part'],
  ['words/en/calls'],
  ['words/es/places'],
  ['words/es/calls'],
  ['words/es/hands'],
  ['words/calls', 'words/hands'],
  ['reading'],
  ['words/en/reading', 'words/en/spots'],
  ['words/en/digest', 'words/en/together', 'words/en/drills', 'words/en/beyond'],
  ['balance'],
  ['words/es/drills'],
  ['words/drills'],
  ['drills', 'composing', 'sounding', 'roster'],
  ['words/en/trainer'],
  ['words/es/trainer'],
  ['words/trainer'],
  ['words/en/composing'],
  ['practice', 'trainer', 'hearing'],
  ['words/en/practice'],
  ['words/es/practice'],
  ['words/practice'],
  ['words/en/pupil'],
  ['words/es/pupil'],
  ['words/pupil'],
  ['term'],
  ['sheets'],
  ['testing'],
]

/** What works with shapes, by the names of its files: solving, finding, weighing, playing. */
const WORKS = [
  'alternatives|candidates|costs|explain|layout|map|moves|offers|solve',
  'detectors|spots|reading|digest',
  'ensemble|octaves|load|evenness|lines|search|searcher|rescue|profile',
  'bow|part|performance|needle|ordered|second|warmup|schedule',
]

const barring = (start, rooms) => `${start}(?:${rooms.join('|')})(?:/|$)`
const upOf = (barred, message) => ({ regex: barring('^(?:@/core/|(?:\\.\\./)+)', barred), message })
/** The same for a room of words, which stands in one folder with others of its language, beside those of the other. */
const besideOf = (room, barred, message) => {
  const inWords = room.split('/').slice(1, -1)
  const paths = barred.flatMap((r) => {
    if (!r.startsWith('words/')) return []
    const path = r.split('/').slice(1)
    const [folder, file] = [path.slice(0, -1).join('/'), path.at(-1)]
    if (folder === inWords.join('/')) return [`\\./${file}`]
    return [`${inWords.length ? '\\.\\./' : '\\./'}${path.join('/')}`]
  })
  return paths.length ? [{ regex: barring('^', paths), message }] : []
}
const coreFloor = floors.find((f) => f.files[0].startsWith('src/core/')).rules['no-restricted-imports'][1].patterns
const shapesOnly = {
  regex: `/(?:${WORKS.join('|')})$`,
  message: 'A shape imports shapes and tables only: see docs/architecture.md.',
  allowTypeImports: true,
}
const rooms = [[], ...ROOMS].flatMap((row, i) =>
  // What stands in no room is below all of them.
  (i === 0 ? [null] : row).flatMap((room) => {
    const barred = [...row.filter((r) => r !== room), ...ROOMS.slice(i).flat()]
    const what = room ? `src/core/${room}` : 'What stands in no room of src/core'
    const message = `${what} may not import back up: see docs/architecture.md.`
    const patterns = [
      ...coreFloor,
      ...(barred.length ? [upOf(barred, message)] : []),
      ...(room?.startsWith('words/') ? besideOf(room, barred, message) : []),
    ]
    const at = room ? `src/core/${room}${room.startsWith('words/') ? '{,/**/*}' : '/**/*'}` : 'src/core/*'
    // The last rule of its name holds, so the floor is said once more; what crosses between page, server and worker is a
    // shape: it brings in other shapes and tables, and nothing that works.
    return [
      { files: [`${at}.ts`], ignores: ['**/*.test.ts'], rules: { 'no-restricted-imports': ['error', { patterns }] } },
      { files: [`${at}.schema.ts`], rules: { 'no-restricted-imports': ['error', { patterns: [...patterns, shapesOnly] }] } },
    ]
  }),
)

/** Names of instruments, which only their own files know: as a text, a key, or a property. */
const INSTRUMENT = '(violin|viola|cello|double bass|contrabass)(s|es)?'
const BASS = 'bass(es)?'
const named = (name) => [
  { selector: `Literal[value=/\\b${name}\\b/i]`, message: 'Only src/core/instruments knows instruments by name.' },
  { selector: `TemplateElement[value.raw=/\\b${name}\\b/i]`, message: 'Only src/core/instruments knows instruments by name.' },
  { selector: `JSXText[value=/\\b${name}\\b/i]`, message: 'Only src/core/instruments knows instruments by name.' },
  { selector: `Property[key.name=/^${name}$/]`, message: 'Only src/core/instruments knows instruments by name.' },
  { selector: `MemberExpression[property.name=/^${name}$/]`, message: 'Only src/core/instruments knows instruments by name.' },
]
/** Files that name the bass clef. */
const CLEF_FILES = [
  'src/core/music/clef.schema.ts',
  'src/core/words/es/trainer.ts',
  'src/core/music/clef.ts',
  'src/core/writing/draft.ts',
  'src/formats/abc/shape.ts',
  'src/formats/midi/read.ts',
]

/** Sizes of type are the theme's (globals.css), and zod comes in its small build: one import of the large one loads it everywhere. */
const HOUSE = [
  { selector: 'Literal[value=/\\btext-\\[[\\d.]+(px|rem|em)\\]/]', message: 'Take a size of the theme: text-tiny … text-lead.' },
  {
    selector: 'TemplateElement[value.raw=/\\btext-\\[[\\d.]+(px|rem|em)\\]/]',
    message: 'Take a size of the theme: text-tiny … text-lead.',
  },
  { selector: 'ImportDeclaration[source.value=/^zod(.v4)?$/]', message: "Import from 'zod/mini': all of src has the small build." },
]

/** What the solver has found is its own affair: others ask src/core/fingering/along.ts. */
const OPAQUE = [
  { selector: "MemberExpression[property.name='solution']", message: 'Ask src/core/fingering/along.ts what the hand does.' },
  { selector: "ObjectPattern > Property[key.name='solution']", message: 'Ask src/core/fingering/along.ts what the hand does.' },
]

export default defineConfig([
  // What looks for components looks where components are: elsewhere it took half the time of all rules, and found none.
  { files: ['src/app/**', 'src/ui/**'], extends: [nextVitals] },
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
  ...screens,
  ...rooms,
  {
    files: ['src/**/*.{ts,tsx}'],
    // What was stored once, and an element of MusicXML, are called as they are called.
    ignores: [
      '**/*.test.{ts,tsx}',
      '**/testing/**',
      'src/core/instruments/**',
      'src/store/migrations.ts',
      'src/store/before.ts',
      'src/formats/musicxml/part.ts',
      ...CLEF_FILES,
    ],
    rules: { 'no-restricted-syntax': ['error', ...HOUSE, ...OPAQUE, ...named(INSTRUMENT), ...named(BASS)] },
  },
  {
    files: ['src/core/fingering/**'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...HOUSE, ...named(INSTRUMENT), ...named(BASS)] },
  },
  { files: CLEF_FILES, rules: { 'no-restricted-syntax': ['error', ...HOUSE, ...OPAQUE, ...named(INSTRUMENT)] } },
  globalIgnores(['.next/**', 'public/vendor/**', 'data/**', 'next-env.d.ts', 'coverage/**', 'test-results/**']),
])
