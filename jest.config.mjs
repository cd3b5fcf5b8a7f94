import { join } from 'node:path';
import { BUILT } from './scripts/lib/for-tests.mjs';
import { PATIENCE_MS } from './scripts/lib/run.mjs';

const swc = (decorators) => [
  '@swc/jest',
  {
    jsc: {
      parser: { syntax: 'typescript', tsx: true, decorators },
      transform: decorators ? { legacyDecorator: true, decoratorMetadata: true } : { react: { runtime: 'automatic' } },
      target: 'es2022',
      keepClassNames: true,
    },
    module: { type: 'commonjs' },
  },
];

/* Tests run in a context of their own, where a global is looked up anew at every use; these are handed to each module instead, and what
   calculates is four times as fast. */
const GLOBALS = [
  'Array', 'Boolean', 'Error', 'Float64Array', 'JSON', 'Map', 'Math', 'Number', 'Object', 'Promise', 'Reflect', 'Set', 'String', 'Symbol', 'WeakMap',
]; // prettier-ignore

const shared = {
  sandboxInjectedGlobals: GLOBALS,
  testEnvironment: 'node',
  moduleNameMapper: {
    '^(\\.{1,2}/.*)\\.js$': '$1',
    // its module build has an ending that Jest does not take for a script
    '^d3-time-format$': '<rootDir>/node_modules/d3-time-format/dist/d3-time-format.js',
    // built by globalSetup
    '^@cedar-knot/core$': join(BUILT, 'core.cjs'),
    '^@cedar-knot/wording(/messages|/marks)?$': join(BUILT, 'wording.cjs'),
    '^@cedar-knot/wording/en/(.*)$': '<rootDir>/packages/wording/src/en/$1.ts',
    '^@cedar-knot/tables$': '<rootDir>/packages/tables/src/index.ts',
    '^@cedar-knot/report$': '<rootDir>/packages/report/src/index.ts',
    '^@cedar-knot/report/files$': '<rootDir>/packages/report/src/files.ts',
  },
  rootDir: import.meta.dirname,
};

const project = (displayName, folder, decorators = false) => ({
  ...shared,
  displayName,
  testMatch: [`<rootDir>/${folder}/src/**/*.test.ts`],
  transform: { '^.+\\.tsx?$': swc(decorators), '^.+\\.m?js$': swc(false) },
  transformIgnorePatterns: [
    BUILT,
    '/node_modules/(?!(@nestjs|@formatjs|intl-messageformat|load-esm|p-queue|p-timeout|eventemitter3|d3-[a-z]+|internmap|tinykeys|ml-[a-z-]+|is-any-array)/)',
  ],
});

export default {
  globalSetup: '<rootDir>/scripts/lib/for-tests.mjs',
  maxWorkers: 2,
  // heeded only here, not in a project
  testTimeout: PATIENCE_MS,
  projects: [
    project('core', 'packages/core'),
    project('wording', 'packages/wording'),
    project('tables', 'packages/tables'),
    project('report', 'packages/report'),
    project('cli', 'packages/cli'),
    project('web', 'apps/web'),
    // components with logic of their own, in a document without a browser; the whole page is Playwright's
    {
      ...project('components', 'apps/web'),
      testMatch: ['<rootDir>/apps/web/src/**/*.test.tsx'],
      // icons are named like some of the others
      sandboxInjectedGlobals: ['Math', 'Number'],
      testEnvironment: 'jsdom',
      setupFiles: ['<rootDir>/apps/web/src/test/document.ts'],
    },
    project('server', 'apps/server', true),
  ],
};
