/** Unit and property tests: those beside the code in src/, scripts/ and sim/. Browser tests are Playwright's. */
export default {
  roots: ['<rootDir>/src', '<rootDir>/scripts', '<rootDir>/sim', '<rootDir>/tests/promise'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  testEnvironment: 'node',
  // Some tests load the whole demo shop into a database, on machines that others use too.
  testTimeout: 40_000,
  // Test files run in a context of their own, where looking a global up costs many times what the arithmetic round it
  // does; named here they are handed to each module instead. Those whose name a package takes for itself (icons do) cannot be.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Array',
    'Object',
    'Float64Array',
    'Float32Array',
    'Int32Array',
    'Int16Array',
  ],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^better-auth/crypto$': '<rootDir>/tests/support/passwordHash.ts',
  },
};
