/** Unit tests sit beside their file; checks against the outside world are in tests/reference. */
export default {
  testEnvironment: 'node',
  // Two cores do the work; a test beside another may take longer than the usual five seconds.
  maxWorkers: 2,
  testSequencer: '<rootDir>/tests/sequencer.mjs',
  testTimeout: 20_000,
  testMatch: ['<rootDir>/**/*.test.ts', '<rootDir>/**/*.test.tsx'],
  testPathIgnorePatterns: ['/node_modules/', '/build/', '/tests/e2e/'],
  modulePathIgnorePatterns: ['<rootDir>/build/'],
  transform: {
    '/@noble/[a-z-]+/[a-z0-9]+\\.js$': '<rootDir>/tests/bundled.mjs',
    '^.+\\.m?(t|j)sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(nanoid|date-fns|@noble|@scure|age-encryption|fflate|d3-[a-z]+|internmap|tinyqueue)/)',
  ],
  moduleNameMapper: { '^~/(.*)$': '<rootDir>/$1' },
}
