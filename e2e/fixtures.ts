import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { AxeBuilder } from '@axe-core/playwright';
import { expect, test as base, type Page } from '@playwright/test';
import { INSTANCES, type Instance } from './instances.js';

/** Every test fails on an error in the page's console, and on a script that throws. */
export const test = base.extend<{ quiet: string[]; allowed: RegExp | null }, { instance: Instance }>({
  instance: [
    // the first argument says what it builds on: nothing
    async ({}, use, { parallelIndex }) => use(INSTANCES[parallelIndex]!), // eslint-disable-line no-empty-pattern
    { scope: 'worker' },
  ],
  baseURL: ({ instance }, use) => use(instance.address),
  extraHTTPHeaders: ({ instance: { key } }, use) => use(key === undefined ? {} : { authorization: `Bearer ${key}` }),
  /** what a test provokes on purpose: a refused save, a lost connection */
  allowed: [null, { option: true }],
  quiet: [
    async ({ page, allowed }, use) => {
      const noise: string[] = [];
      page.on('console', (m) => m.type() === 'error' && noise.push(m.text()));
      page.on('pageerror', (e) => noise.push(e.message));
      await use(noise);
      expect(noise.filter((n) => !allowed?.test(n))).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/**
 * What keeps people from using the page as it stands: the rules that it breaks, and where. Looked for in the page itself: it holds no
 * frames of other origins, and a second page to gather them in takes as long as the search.
 *
 * @param tags the rules that count; all where none are given
 */
export async function barriers(page: Page, tags?: string[]): Promise<string[]> {
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();
  const { violations } = await (tags === undefined ? axe : axe.withTags(tags)).analyze();
  const where = (nodes: readonly { html: string }[]): string =>
    nodes
      .slice(0, 3)
      .map((n) => n.html.slice(0, 120))
      .join(' | ');
  return violations.map((v) => `${v.id}: ${where(v.nodes)}`);
}

/** A fresh copy of the demo study, opened in the system view. */
/** a copy of a study of the demo plant, and the id of the original */
export async function demoCopy(page: Page, title = 'Reinjection transfer'): Promise<{ id: string; of: string }> {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: { id: string; title: string }[] }).studies;
  const of = list.find((s) => s.title === title)!.id;
  return { id: ((await (await page.request.post(`/api/studies/${of}/copy`)).json()) as { id: string }).id, of };
}

export async function openDemoCopy(page: Page): Promise<string> {
  const copy = await demoCopy(page);
  await page.goto(`/studies/${copy.id}/system`);
  await expect(page.getByRole('button', { name: /^Scenario A/ }).locator('[data-figure=flow]')).toBeVisible();
  return copy.id;
}

export async function settled(page: Page): Promise<void> {
  await expect(page.locator('[data-save=saved]')).toBeVisible();
}

interface Solved {
  scenarios: {
    id: string;
    points: Record<string, { totalHead: number }>;
    lines: Record<string, { flow: number }>;
    elements: Record<string, { head?: number; headLoss?: number; flow: number }>;
  }[];
}

/** What a command makes of the study file that the server exports. */
export async function command<T>(page: Page, name: string, id: string, ...args: string[]): Promise<T> {
  const text = await (await page.request.get(`/api/studies/${id}/file`)).text();
  const file = join(mkdtempSync(join(tmpdir(), 'cedar-knot-')), 'exported.study.json');
  writeFileSync(file, text);
  const path = fileURLToPath(new URL('../bin/cedar-knot', import.meta.url));
  const done = spawnSync(process.execPath, [path, name, file, ...args], { encoding: 'utf8', maxBuffer: 1e8 });
  expect(done.status, done.stderr).toBe(0);
  return JSON.parse(done.stdout) as T;
}

export const solveExported = (page: Page, id: string): Promise<Solved> => command<Solved>(page, 'solve', id);

/** 3 significant figures, as the interface shows numbers. */
export function shown(x: number): string {
  const whole = Math.floor(Math.log10(Number(Math.abs(x).toPrecision(3)))) + 1;
  const [integer, decimals] = x.toFixed(Math.max(0, 3 - whole)).split('.');
  const grouped = integer!.replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f');
  return decimals ? `${grouped}.${decimals}` : grouped;
}
