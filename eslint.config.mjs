import next from '@next/eslint-plugin-next';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import { readFileSync } from 'node:fs';
import importX from 'eslint-plugin-import-x';
import a11y from 'eslint-plugin-jsx-a11y';
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

/** Core's own floors, lowest first: each may import those before it. */
const floors = ['kernel', 'suspension', 'gauge', 'document', 'record', 'subjects', 'assembly'];
const floorZones = floors.flatMap((floor, i) =>
  floors.slice(i + 1).map((above) => ({
    target: `./src/core/${floor}/**/!(*.test).ts`,
    from: `./src/core/${above}`,
    message: `core/${floor} may import ${i ? floors.slice(0, i).join(', ') : 'nothing of core'} only (floors run downward).`,
  })),
);
/** The written order of subjects: a subject may import those before it. */
const order = JSON.parse(readFileSync(new URL('./src/core/subjects/order.json', import.meta.url), 'utf8'));
const subjectZones = order.flatMap((subject, i) =>
  order.slice(i + 1).map((later) => ({
    target: `./src/core/subjects/${subject}/**/!(*.test).ts`,
    from: `./src/core/subjects/${later}`,
    message: `subject ${subject} stands before ${later} in subjects/order.json and may not import it.`,
  })),
);
/** A page that lists jobs loads the document and never the solver: of the suspension only its schema. */
const sliceZone = {
  target: './src/core/document/!(*.test).ts',
  from: './src/core/suspension',
  except: ['./schema.ts'],
  message: 'the document imports the kernel, Zod and the geometry file’s schema alone.',
};

/** A page that lists jobs asks the database and works nothing: what works is handed to the queries. */
const dbZones = ['suspension', 'gauge', 'subjects', 'assembly'].map((floor) => ({
  target: './src/db/**/!(*.test).ts',
  from: `./src/core/${floor}`,
  message: 'db may import kernel, document and record of core only.',
}));

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
      'import-x/no-restricted-paths': [
        'error',
        { zones: [...zones, ...floorZones, ...subjectZones, sliceZone, ...dbZones] },
      ],
      'import-x/no-cycle': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
    },
  },
  {
    // What only the types can tell: promises that nobody waits for, calls on what is not what it seems.
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.recommendedTypeCheckedOnly],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    // What stands in for something that waits need not wait itself.
    rules: { '@typescript-eslint/require-await': 'off' },
  },
  {
    // Expectations are built of "anything of that kind", which has no type of its own.
    files: ['**/*.test.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-base-to-string': 'off',
    },
  },
  {
    files: ['src/**/*.tsx'],
    ignores: ['**/*.test.tsx', 'src/server/**'],
    ...a11y.flatConfigs.recommended,
    rules: {
      ...a11y.flatConfigs.recommended.rules,
      // The box that somebody has just asked for takes what they type next: gloves do not tap twice.
      'jsx-a11y/no-autofocus': 'off',
      // A list that scrolls is reached by keys: without a place in the order it could not be.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: ['ul'], roles: [] }],
      // A radio and the figure beside it, which is its name.
      'jsx-a11y/label-has-associated-control': ['error', { depth: 4, controlComponents: ['Figure', 'Words'] }],
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
        {
          selector:
            "Property[key.name='places'] :matches(MemberExpression[property.name='figures'], NewExpression[callee.name=/^(Figures|Workings)$/])",
          message: 'Which rows a vehicle has goes by its history, never by a figure: docs/figures.md "A row stays".',
        },
      ],
      'no-restricted-imports': [
        'error',
        { patterns: ['react', 'react-dom', 'next', 'next/*', 'pg', 'drizzle-orm', 'node:*'] },
      ],
    },
  },
);
