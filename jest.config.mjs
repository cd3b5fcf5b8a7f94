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

const shared = {
  testEnvironment: 'node',
  moduleNameMapper: {
    '^(\\.{1,2}/.*)\\.js$': '$1',
    // its module build has an ending that Jest does not take for a script
    '^d3-time-format$': '<rootDir>/node_modules/d3-time-format/dist/d3-time-format.js',
    '^@cedar-knot/core$': '<rootDir>/packages/core/src/index.ts',
    '^@cedar-knot/wording$': '<rootDir>/packages/wording/src/index.ts',
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
    '/node_modules/(?!(@nestjs|load-esm|p-queue|p-timeout|eventemitter3|d3-[a-z]+|internmap|tinykeys|ml-[a-z-]+|is-any-array)/)',
  ],
});

export default {
  // heeded only here, not in a project
  testTimeout: 30_000,
  projects: [
    project('core', 'packages/core'),
    project('wording', 'packages/wording'),
    project('report', 'packages/report'),
    project('cli', 'packages/cli'),
    project('web', 'apps/web'),
    // components with logic of their own, in a document without a browser; the whole page is Playwright's
    {
      ...project('components', 'apps/web'),
      testMatch: ['<rootDir>/apps/web/src/**/*.test.tsx'],
      testEnvironment: 'jsdom',
      setupFiles: ['<rootDir>/apps/web/src/test/document.ts'],
    },
    project('server', 'apps/server', true),
  ],
};
