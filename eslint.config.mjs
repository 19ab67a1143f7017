import next from '@next/eslint-plugin-next';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** The layers, lowest first; a layer may import only those named for it. */
const layers = {
  core: [],
  db: ['core'],
  workers: ['core'],
  server: ['core', 'db'],
  ui: ['core', 'server', 'workers'],
  app: ['core', 'server', 'ui'],
};
const zones = Object.entries(layers).flatMap(([layer, may]) =>
  ['core', 'db', 'workers', 'server', 'ui', 'app']
    .filter((other) => other !== layer && !may.includes(other))
    .map((other) => ({
      target: `./src/${layer}`,
      from: `./src/${other}`,
      message: `${layer} may import ${may.length ? may.join(' and ') : 'nothing above it'} only (imports run downward).`,
    })),
);

export default tseslint.config(
  { ignores: ['node_modules/', '.next/', '.data/', 'next-env.d.ts', 'src/db/migrations/'] },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx,mjs}'],
    plugins: { 'import-x': importX, '@next/next': next, 'react-hooks': hooks },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver({ project: './tsconfig.json' })] },
    rules: {
      ...next.configs.recommended.rules,
      ...next.configs['core-web-vitals'].rules,
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      'import-x/no-restricted-paths': ['error', { zones }],
      'import-x/no-cycle': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
    },
  },
  {
    // Core is pure: no clock, no random source, no framework, no database.
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'performance'],
      'no-restricted-syntax': [
        'error',
        { selector: "MemberExpression[object.name='Date'][property.name='now']", message: 'Core has no clock.' },
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'Core has no clock.' },
        {
          selector: "MemberExpression[object.name='Math'][property.name='random']",
          message: 'Core has no random source.',
        },
      ],
      'no-restricted-imports': [
        'error',
        { patterns: ['react', 'react-dom', 'next', 'next/*', 'pg', 'drizzle-orm', 'node:*'] },
      ],
    },
  },
);
