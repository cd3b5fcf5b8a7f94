import { defineConfig } from '@playwright/test';
import { launchOptions } from '../scripts/lib/chromium.mjs';
import { INSTANCES, PATIENCE } from './instances.js';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  outputDir: 'results',
  // each has an instance, and so a database, of its own
  workers: INSTANCES.length,
  fullyParallel: false,
  timeout: PATIENCE.testMs,
  expect: { timeout: PATIENCE.stepMs },
  reporter: [['list']],
  use: {
    actionTimeout: PATIENCE.stepMs,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    launchOptions,
  },
});
