import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

/** A page on a view of a copy of the demo study, in a running application; tasks over 50 ms are noted in `globalThis.tasks` of the page. */
export async function demoPage(view) {
  const address = process.env.CEDAR_KNOT_ADDRESS ?? 'http://127.0.0.1:4310';
  const options = JSON.parse(readFileSync(new URL('../scripts/lib/chromium.json', import.meta.url), 'utf8'));
  const browser = await chromium.launch(options);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(address);
  const { studies: list } = await (await page.request.get(`${address}/api/studies`)).json();
  const demo = list.find((s) => s.title === 'Reinjection transfer');
  const copy = await (await page.request.post(`${address}/api/studies/${demo.id}/copy`)).json();
  await page.goto(`${address}/studies/${copy.id}/${view}`);
  const watch = () =>
    page.evaluate(() => {
      globalThis.tasks = [];
      const note = (seen) => globalThis.tasks.push(...seen.getEntries().map((e) => e.duration));
      new PerformanceObserver(note).observe({ type: 'longtask' });
    });
  const sayTasks = async () => {
    const tasks = await page.evaluate(() => globalThis.tasks);
    const longest = tasks.length > 0 ? `, the longest ${Math.max(...tasks).toFixed(0)} ms` : '';
    console.log(`tasks over 50 ms on the main thread: ${tasks.length}${longest}`);
  };
  const close = async () => {
    await page.request.delete(`${address}/api/studies/${copy.id}`);
    await browser.close();
  };
  return { page, watch, sayTasks, close };
}
