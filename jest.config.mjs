/** Unit tests sit beside their file; checks against the outside world are in tests/reference. */
export default {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/**/*.test.ts', '<rootDir>/**/*.test.tsx'],
  testPathIgnorePatterns: ['/node_modules/', '/build/', '/tests/e2e/'],
  modulePathIgnorePatterns: ['<rootDir>/build/'],
  transform: {
    '^.+\\.(t|j)sx?$': [
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
  transformIgnorePatterns: ['/node_modules/(?!(nanoid|date-fns|@noble)/)'],
  moduleNameMapper: { '^~/(.*)$': '<rootDir>/$1' },
}
