module.exports = {
  maxWorkers: 2,
  testSequencer: '<rootDir>/scripts/longestFirst.cjs',
  testEnvironment: 'node',
  roots: ['<rootDir>/tests'],
  // Looked up in the sandbox, Math costs many times the sum it does.
  sandboxInjectedGlobals: ['Math'],
  setupFiles: ['<rootDir>/tests/clock.ts', '<rootDir>/tests/seed.ts'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
}
