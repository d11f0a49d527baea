import { readFileSync } from 'node:fs'
import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import a11y from 'eslint-plugin-jsx-a11y'
import hooks from 'eslint-plugin-react-hooks'
import globals from './scripts/lintGlobals.mjs'
import ts from 'typescript-eslint'

const table = (name) => JSON.parse(readFileSync(new URL(`scripts/${name}.json`, import.meta.url), 'utf8'))
/** Which of our own folders each may import from, and which wings of the core each wing; a test reads the same files. */
const ARROWS = table('arrows')
const WINGS = table('wings')

/** What a folder may not import of its neighbours, so that the arrows of the architecture go one way. */
const closed = (all, folder, root) =>
  Object.keys(all)
    .filter((other) => other !== folder && !all[folder].includes(other))
    .map((other) => ({
      regex: `^(~${root}|(\\.\\./)+)/?${other}(/|$)`,
      message: `${folder} may import only ${['itself', ...all[folder]].join(', ')}.`,
    }))

const held = (files, patterns) => ({
  files,
  ignores: ['**/*.test.ts', '**/*.test.tsx'],
  rules: { 'no-restricted-imports': ['error', { patterns }] },
})

const arrows = [
  ...Object.keys(ARROWS).map((folder) => held([`${folder}/**/*.{ts,tsx}`], closed(ARROWS, folder, ''))),
  ...Object.keys(WINGS).map((wing) =>
    held([`core/${wing}/**/*.ts`], [...closed(ARROWS, 'core', ''), ...closed(WINGS, wing, '/core')]),
  ),
]

/** The core is values in, values out. */
const pureCore = {
  files: ['core/**/*.ts'],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-globals': [
      'error',
      'window',
      'document',
      'process',
      'fetch',
      'setTimeout',
      'setInterval',
      'performance',
    ],
    'no-restricted-properties': [
      'error',
      { object: 'Math', property: 'random', message: 'Take a seeded generator as an argument.' },
      { object: 'Date', property: 'now', message: 'Take a clock as an argument.' },
    ],
    'no-restricted-syntax': [
      'error',
      { selector: 'NewExpression[callee.name="Date"]', message: 'The core has no clock.' },
      {
        selector: 'ImportDeclaration[source.value=/^(node:|react|better-sqlite3|joi)/]',
        message: 'The core imports no platform.',
      },
    ],
  },
}

export default ts.config(
  {
    ignores: [
      'build/**',
      'node_modules/**',
      '.react-router/**',
      '.data/**',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  js.configs.recommended,
  ...ts.configs.strict,
  ...ts.configs.stylistic,
  {
    languageOptions: { globals },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'max-lines': ['error', { max: 350, skipBlankLines: true, skipComments: true }],
      complexity: ['error', 20],
    },
  },
  {
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { ...hooks.configs.recommended.rules },
  },
  { files: ['app/**/*.tsx'], ...a11y.flatConfigs.recommended },
  {
    files: ['app/**/*.tsx'],
    rules: {
      // A panel that scrolls must be reachable with the keyboard.
      'jsx-a11y/no-noninteractive-tabindex': 'off',
      'jsx-a11y/no-autofocus': 'off',
      'jsx-a11y/label-has-associated-control': ['error', { assert: 'either', depth: 3 }],
    },
  },
  ...arrows,
  pureCore,
  {
    files: ['**/*.test.ts', 'tests/**/*.ts'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-explicit-any': 'off',
      '@typescript-eslint/no-dynamic-delete': 'off',
    },
  },
  {
    // Sums over rasters, rings and tables, where the loop itself keeps the index inside; a check per cell costs time.
    files: [
      'core/radio/propagation/**/*.ts',
      'core/radio/coverage/**/*.ts',
      'core/radio/channels/**/*.ts',
      'core/radio/placement/**/*.ts',
      'core/plan/drawing/**/*.ts',
      'core/radio/airtime/fair.ts',
      'core/radio/backhaul/{tree,treeMoves,places}.ts',
      'core/plan/shapes.ts',
    ],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  prettier,
)
