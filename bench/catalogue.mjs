/*
 * The catalogue with 20,000 pumps, in a running application of its own (it stays in its data): 5,000 come in through the page as a table,
 * the rest by the API; then the page browses. Says how long each took and the longest tasks of the main thread.
 *   CEDAR_KNOT_ADDRESS=http://127.0.0.1:4310 node bench/catalogue.mjs
 */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import Papa from 'papaparse';
import { writeTable } from '../packages/core/dist/index.js';
import { generatePumps } from '../apps/server/dist/seed/makers/pumps.js';

const address = process.env.CEDAR_KNOT_ADDRESS ?? 'http://127.0.0.1:4310';
const IMPORTED = 5000;
const TOTAL = 20_000;

const browser = await chromium.launch(JSON.parse(readFileSync(new URL('../scripts/lib/chromium.json', import.meta.url), 'utf8')));
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${address}/catalogues/pumps`);
await page.locator('[data-model]').first().waitFor();
const watch = () =>
  page.evaluate(() => {
    globalThis.tasks = [];
    globalThis.watcher?.disconnect();
    globalThis.watcher = new PerformanceObserver((seen) => globalThis.tasks.push(...seen.getEntries().map((e) => e.duration)));
    globalThis.watcher.observe({ type: 'longtask' });
  });
const said = async () => {
  const tasks = await page.evaluate(() => globalThis.tasks);
  return `tasks over 50 ms: ${tasks.length}${tasks.length ? `, the longest ${Math.max(...tasks).toFixed(0)} ms` : ''}`;
};
const seconds = (begin) => ((performance.now() - begin) / 1000).toFixed(1);

const all = Object.entries(generatePumps(TOTAL)).map(([id, entry]) => [
  `bench-${id}`.slice(0, 60),
  { ...entry, maker: `Bench ${entry.maker}` },
]);
const { header, rows } = writeTable('pumps', Object.fromEntries(all.slice(0, IMPORTED)));
const csv = Papa.unparse([header, ...rows.map((r) => r.map((c) => c ?? ''))]);

// a file of its own: handing it over as bytes would cost the page
const file = join(mkdtempSync(join(tmpdir(), 'cedar-knot-')), 'bench.csv');
writeFileSync(file, csv);
await page.getByRole('button', { name: 'Import' }).click();
await watch();
let begin = performance.now();
await page.getByLabel('File to import').setInputFiles(file);
await page.getByRole('button', { name: `Take ${IMPORTED} pumps` }).waitFor({ timeout: 120_000 });
console.log(`a table of ${rows.length} rows read and judged: ${seconds(begin)} s; ${await said()}`);
begin = performance.now();
await page.getByRole('button', { name: `Take ${IMPORTED} pumps` }).click();
await page.getByText('Taken:').waitFor({ timeout: 120_000 });
console.log(`${IMPORTED} pumps judged again and kept: ${seconds(begin)} s; ${await said()}`);
await page.getByRole('region', { name: 'Import' }).getByRole('button', { name: 'Close' }).click();

begin = performance.now();
for (let i = IMPORTED; i < all.length; i += IMPORTED) {
  const pumps = Object.fromEntries(all.slice(i, i + IMPORTED));
  const catalogue = { format: 'cedar-knot-catalogue', version: 1, pumps };
  const answer = await page.request.post(`${address}/api/catalogue/import`, { data: { catalogue }, timeout: 300_000 });
  const last = (await answer.text()).trim().split('\n').at(-1);
  if (!last.includes('"result"')) throw new Error(last);
}
console.log(`${all.length - IMPORTED} more by the API: ${seconds(begin)} s`);

begin = performance.now();
await page.goto(`${address}/catalogues/pumps`);
await watch();
await page.locator('[data-model]').first().waitFor();
console.log(`the list of more than ${TOTAL} opened: ${seconds(begin)} s; ${await said()}`);
await page.waitForTimeout(1000);
await watch();
const grid = page.getByRole('grid', { name: 'Models' });
await grid.hover();
for (let i = 0; i < 40; i++) {
  await page.mouse.wheel(0, 2500 * (1 + (i % 7)));
  await page.waitForTimeout(40);
}
console.log(`scrolling: ${await said()}`);
await watch();
for (const name of ['BEP m³/h', 'η %', 'make and size', 'NPSHR m']) {
  await page.getByRole('columnheader', { name }).getByRole('button').click();
  await page.waitForTimeout(350);
}
console.log(`sorting by four columns: ${await said()}`);
await watch();
await page.getByRole('searchbox').pressSequentially('hollin tc 125', { delay: 90 });
await page.waitForTimeout(600);
console.log(`searching while typing: ${await said()}`);
await watch();
await page.locator('[data-model]').nth(3).click();
await page.waitForTimeout(500);
for (let i = 0; i < 12; i++) {
  await grid.press('ArrowDown');
  await page.waitForTimeout(150);
}
console.log(`12 pumps looked at with the arrows: ${await said()}`);
await watch();
await page.getByRole('searchbox').fill('');
await page.getByRole('button', { name: /^Bench Hollin TC/ }).click();
await page.waitForTimeout(800);
console.log(`a family and its chart: ${await said()}`);
begin = performance.now();
const found = await page.request.post(`${address}/api/catalogue/find`, { data: { flow: 0.03, head: 45 }, timeout: 60_000 });
console.log(`found for one duty among all: ${(await found.json()).counts.candidates} in ${seconds(begin)} s`);
await browser.close();
