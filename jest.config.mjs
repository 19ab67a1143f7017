import path from 'node:path';
import { BUNDLES } from './tests/shared/bundles.mjs';

// In bundles (SHARED=1, as npm test does) their files are not run by themselves, and otherwise the bundles are not.
const shared = process.env.SHARED === '1';
for (const [name, files] of Object.entries(BUNDLES))
  process.env[`BUNDLE_${name.toUpperCase()}`] = files.join(path.delimiter);
const exactly = (file) => `^${file.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}$`;

/** Unit and property tests: those beside the code in src/, scripts/ and sim/. Browser tests are Playwright's. */
export default {
  roots: ['<rootDir>/src', '<rootDir>/scripts', '<rootDir>/sim', '<rootDir>/tests/promise', '<rootDir>/tests/shared'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  testPathIgnorePatterns: [
    '/node_modules/',
    ...(shared ? Object.values(BUNDLES).flat().map(exactly) : ['/tests/shared/']),
  ],
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
