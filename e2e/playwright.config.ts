import { readFileSync } from 'node:fs';
import { defineConfig, type LaunchOptions } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  outputDir: 'results',
  workers: 1,
  fullyParallel: false,
  timeout: 45_000,
  reporter: [['list']],
  use: {
    // the key of the tests' instance, for requests beside the page; the page itself is handed a cookie
    extraHTTPHeaders: process.env.CEDAR_KNOT_KEY ? { authorization: `Bearer ${process.env.CEDAR_KNOT_KEY}` } : {},
    baseURL: process.env.CEDAR_KNOT_ADDRESS ?? 'http://127.0.0.1:4310',
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    launchOptions: JSON.parse(readFileSync(new URL('../scripts/lib/chromium.json', import.meta.url), 'utf8')) as LaunchOptions,
  },
});
