/*
 * The page while someone types in the demo study: the longest tasks of the main thread, from a running application.
 *   CEDAR_KNOT_ADDRESS=http://127.0.0.1:4310 node bench/typing.mjs
 */
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const address = process.env.CEDAR_KNOT_ADDRESS ?? 'http://127.0.0.1:4310';
const EDITS = 12;

const browser = await chromium.launch(JSON.parse(readFileSync(new URL('../scripts/lib/chromium.json', import.meta.url), 'utf8')));
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(address);
const list = await (await page.request.get(`${address}/api/studies`)).json();
const demo = list.find((s) => s.title === 'Reinjection transfer');
const copy = await (await page.request.post(`${address}/api/studies/${demo.id}/copy`)).json();
await page.goto(`${address}/studies/${copy.id}/system`);
await page.locator('[data-figure=head]').first().waitFor();
await page.waitForTimeout(1000);
await page.evaluate(() => {
  globalThis.tasks = [];
  new PerformanceObserver((seen) => globalThis.tasks.push(...seen.getEntries().map((e) => e.duration))).observe({
    type: 'longtask',
  });
});
const begin = performance.now();
for (let i = 0; i < EDITS; i++) {
  await page.locator('[data-row="L-420"] [data-cell=entry]').dblclick();
  await page.keyboard.press('Control+a');
  await page.keyboard.type(`${1100 + 10 * i} m DN250 sch 40, 14 elbow-90-long, 2 gate`, { delay: 15 });
  await page.keyboard.press('Enter');
  await page.waitForTimeout(60);
}
const tasks = await page.evaluate(() => globalThis.tasks);
console.log(`typing in the demo study: ${EDITS} edits in ${((performance.now() - begin) / 1000).toFixed(1)} s`);
console.log(
  `tasks over 50 ms on the main thread: ${tasks.length}${tasks.length ? `, the longest ${Math.max(...tasks).toFixed(0)} ms` : ''}`,
);
await page.request.delete(`${address}/api/studies/${copy.id}`);
await browser.close();
