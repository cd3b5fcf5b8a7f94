import { readdirSync } from 'node:fs';
import eslint from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import { wordsInCatalogue, wordsSaid } from './scripts/lint/words.mjs';

/** who may import whom in the core: a room lists the rooms it may use, everything else of ours is closed to it; words are open to all */
const COMPONENTS = ['fluids', 'pipes', 'fittings', 'pumps', 'valves', 'margins', 'suction'];
const BASE = ['numerics', 'units', 'issues'];
const ROOMS = {
  words: [],
  numerics: [],
  units: ['numerics'],
  issues: [],
  fields: ['units', 'issues'],
  results: BASE,
  ...Object.fromEntries(COMPONENTS.map((room) => [room, [...BASE, 'fields']])),
  elements: [...BASE, 'fields', 'results', ...COMPONENTS],
  network: [...BASE, ...COMPONENTS, 'elements'],
  // judged on results alone: what solves and what reads is not known here
  checks: [...BASE, 'fields', 'results', ...COMPONENTS],
  document: ['units', 'issues', 'fields', 'results', 'fluids', 'valves', 'elements', 'checks'],
  scenarios: [...BASE, 'fields', 'results', ...COMPONENTS, 'elements', 'network', 'document', 'checks'],
  sizing: ['pipes', 'elements', 'results', 'network', 'document', 'scenarios'],
  selection: [...BASE, 'pumps', 'valves', 'results', 'checks', 'document', 'scenarios', 'catalogue'],
  reach: [...BASE, 'fields', 'fluids', 'pumps', 'elements', 'results', 'checks', 'document', 'scenarios'],
  catalogue: [...BASE, 'fields', 'pumps', 'valves', 'document', 'scenarios'],
  comparison: [...BASE, 'fields', 'fluids', 'results', 'document', 'checks', 'scenarios'],
  digitise: ['numerics'],
  doubts: [...BASE, 'results', 'document', 'scenarios', 'reach'],
};

const closed = (folder, patterns) => ({
  files: [`${folder}/**/*.{ts,tsx}`],
  ignores: ['**/*.test.ts', '**/*.test.tsx'],
  rules: { 'no-restricted-imports': ['error', { patterns }] },
});

const rooms = Object.entries(ROOMS).flatMap(([room, allowed]) => {
  const shut = Object.keys(ROOMS).filter((r) => r !== room && r !== 'words' && !allowed.includes(r));
  return shut.length === 0
    ? []
    : closed(`packages/core/src/${room}`, [
        { group: shut.map((r) => `../${r}/*`), message: `${room} may use only: ${allowed.join(', ') || 'nothing of ours'}.` },
      ]);
});

const NO_PARSE_FLOAT = 'Read entries with readTyped or quantityOf: parseFloat drops the unit.';

/** what is kept is reached through its model; what has to be SQL stands in a repository (docs/architecture.md lists them) */
const NO_SQL = {
  selector: "CallExpression[callee.property.name='query'][callee.object.property.name='sequelize']",
  message: 'SQL stands in a *.repository.ts; everything else uses the models.',
};

const INSIDE_CORE = {
  group: ['**/packages/core/**', '@cedar-knot/core/*'],
  message: 'The core is seen through its index alone.',
};

/** every view but those that are open to all */
const FEATURES = readdirSync(`${import.meta.dirname}/apps/web/src/features`).filter(
  (f) => !f.includes('.') && !['entry', 'help', 'person', 'working'].includes(f),
);

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.data/**', '.test-data/**', 'e2e/results/**', 'docs/**'] },
  eslint.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['packages/**/*.ts', 'apps/**/*.{ts,tsx}', 'e2e/**/*.ts'],
    languageOptions: { parserOptions: { project: ['./tsconfig.lint.json'], tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-unnecessary-type-assertion': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    // one place for words; tests say what they expect
    files: ['apps/**/*.{ts,tsx}', 'packages/{report,cli,wording}/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test.tsx', '**/test/**', 'apps/server/src/testing.ts', 'apps/server/src/seed/**'],
    plugins: { words: { rules: { 'in-catalogue': wordsInCatalogue, said: wordsSaid } } },
    rules: { 'words/in-catalogue': ['error', { thrown: true }], 'words/said': 'error' },
  },
  // decorators read parameter types at run time: an import of a class that is only a type there must stay a value import
  { files: ['apps/server/src/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
  { files: ['**/*.test.ts', '**/*.test.tsx', '**/test/*.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  {
    files: ['**/*.mjs', 'bin/*'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        Buffer: 'readonly',
        structuredClone: 'readonly',
        AbortSignal: 'readonly',
        PerformanceObserver: 'readonly',
        performance: 'readonly',
      },
    },
  },
  ...rooms,
  {
    // a quantity has a unit: a number alone is never read off its text
    files: ['apps/**/*.{ts,tsx}', 'packages/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test.tsx', '**/test/**'],
    rules: {
      'no-restricted-globals': ['error', { name: 'parseFloat', message: NO_PARSE_FLOAT }],
      'no-restricted-properties': ['error', { object: 'Number', property: 'parseFloat', message: NO_PARSE_FLOAT }],
    },
  },
  {
    // what grows beyond this has more than one subject; demo studies are lists
    files: ['apps/**/*.{ts,tsx}', 'packages/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test.tsx', '**/test/**', 'apps/server/src/seed/**'],
    rules: { 'max-lines-per-function': ['error', { max: 130 }] },
  },
  {
    // what the database ends for another's sake is done again there, and nowhere else
    files: ['apps/server/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'apps/server/src/database/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: "CallExpression[callee.property.name='transaction']", message: 'Transactions are opened by inTransaction.' },
        NO_SQL,
      ],
    },
  },
  { files: ['apps/server/src/**/*.repository.ts'], rules: { 'no-restricted-syntax': 'off' } },
  closed('apps/server/src', [INSIDE_CORE]),
  closed('packages/cli/src', [INSIDE_CORE]),
  closed('packages/report/src', [INSIDE_CORE]),
  closed('apps/web/src/ui', [
    INSIDE_CORE,
    { group: ['**/features/**', '**/state/**', '**/api/**'], message: 'ui knows no domain.' },
  ]),
  closed('apps/web/src/kinds', [
    INSIDE_CORE,
    { group: ['**/features/**', '**/state/**', '**/api/**'], message: 'kinds show what they are given.' },
  ]),
  closed('apps/web/src/state', [
    INSIDE_CORE,
    { group: ['react', 'react-*', '**/features/**', '**/ui/**'], message: 'state has no React.' },
  ]),
  ...FEATURES.map((own) =>
    closed(`apps/web/src/features/${own}`, [
      INSIDE_CORE,
      {
        group: FEATURES.filter((f) => f !== own).map((f) => `../${f}/*`),
        message: 'features reach each other only through state.',
      },
    ]),
  ),
);
