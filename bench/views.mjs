/*
 * Opens every view of every demo study three times from the view beside it, in a running application with the demo data alone: when its
 * first figure stands, when nothing more is drawn, and the longest task of the main thread. The middle one of three, as a table; and of
 * each view the mean over the studies as a multiple of a floor: 2000 plain cells put into the same page and laid out.
 *   node bench/views.mjs [--json FILE]
 * starts an application of its own; CEDAR_KNOT_ADDRESS=http://127.0.0.1:4310 CEDAR_KNOT_KEY=… names one that runs.
 */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { mean, median } from 'simple-statistics';
import { Application } from '../scripts/lib/application.mjs';
import { DataFolder } from '../scripts/lib/folder.mjs';
import { Database } from '../scripts/lib/mariadb.mjs';
import { freePort } from '../scripts/lib/ports.mjs';
import { ROOT } from '../scripts/lib/run.mjs';
import { ratio } from './ratios.mjs';

const TIMES = 3;
/** so long nothing has been drawn, ms */
const QUIET = 400;
const LONGEST = 20_000;
const VIEWS = ['system', 'scenarios', 'curves', 'pumps', 'valves', 'suction', 'margins', 'report'];

/** an application with the demo plant alone, unless one is named */
async function running() {
  const { CEDAR_KNOT_ADDRESS: named, CEDAR_KNOT_KEY: key } = process.env;
  if (named) return { address: named, key, stop: async () => undefined };
  const folder = new DataFolder(join(ROOT, '.test-data', 'views'));
  rmSync(folder.path, { recursive: true, force: true });
  mkdirSync(folder.path, { recursive: true, mode: 0o711 });
  const database = new Database(folder.path, 'cedar_knot_test');
  const account = await database.start();
  const port = await freePort(4680);
  const application = new Application(folder, account, { logLevel: 'error' });
  await application.start(port, () => undefined);
  const stop = async () => {
    await application.stop();
    await database.stop();
  };
  return { address: `http://127.0.0.1:${port}`, key: folder.key(), stop };
}

/** in the page: ms of what a page of figures takes at least */
const plain = () => {
  const begin = performance.now();
  const box = globalThis.document.createElement('div');
  for (let i = 0; i < 2000; i++) {
    const cell = globalThis.document.createElement('span');
    cell.textContent = (i / 7).toFixed(3);
    box.append(cell, ' ');
  }
  globalThis.document.body.append(box);
  box.getBoundingClientRect();
  box.remove();
  return performance.now() - begin;
};

const { address, key, stop } = await running();
const options = JSON.parse(readFileSync(new URL('../scripts/lib/chromium.json', import.meta.url), 'utf8'));

/** in the page: goes to a view, and says what happened when */
const opened = ({ view, quiet, longest }) =>
  new Promise((resolve) => {
    const link = globalThis.document.querySelector(`nav a[href$="/${view}"]`);
    const begin = performance.now();
    let [first, last, task] = [null, 0, 0];
    const tasks = new globalThis.PerformanceObserver((seen) =>
      seen.getEntries().forEach((e) => (task = Math.max(task, e.duration))),
    );
    tasks.observe({ type: 'longtask' });
    // a number with its decimals, of this view: what stood there before is gone with the address
    const look = () => {
      const main = globalThis.location.pathname.endsWith(`/${view}`) && globalThis.document.querySelector('main');
      if (main && /\d[.,]\d/.test(main.innerText)) first = performance.now() - begin;
    };
    const seen = new globalThis.MutationObserver(() => {
      last = performance.now() - begin;
      if (first === null) look();
    });
    seen.observe(globalThis.document.body, { subtree: true, childList: true, characterData: true, attributes: true });
    link.click();
    const wait = globalThis.setInterval(() => {
      const now = performance.now() - begin;
      if (first === null) look();
      if (now - last < quiet && now < longest) return;
      globalThis.clearInterval(wait);
      seen.disconnect();
      tasks.disconnect();
      resolve({ first, complete: last, task });
    }, 50);
  });

const browser = await chromium.launch(options);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(key ? `${address}/?key=${key}` : address);
await page.locator('main').waitFor();
const listed = await (await page.request.get(`${address}/api/studies`)).json();
const rows = [];
const floors = [];
for (const { id, title } of listed.studies ?? listed) {
  await page.goto(`${address}/studies/${id}/system`);
  await page.locator('main').waitFor();
  await page.waitForTimeout(3000);
  for (const view of VIEWS) {
    const runs = [];
    for (let i = 0; i < TIMES; i++) floors.push(await page.evaluate(plain));
    for (let i = 0; i < TIMES; i++) {
      // from a view that is quick, or from the other one
      await page.locator(`nav a[href$="/${view === 'scenarios' ? 'system' : 'scenarios'}"]`).click();
      await page.waitForTimeout(700);
      runs.push(await page.evaluate(opened, { view, quiet: QUIET, longest: LONGEST }));
    }
    const of = (key) => median(runs.map((r) => r[key] ?? LONGEST));
    rows.push({ study: title, view, first: of('first'), complete: of('complete'), task: of('task') });
    console.error(
      `${title}, ${view}: ${of('first').toFixed(0)} / ${of('complete').toFixed(0)} ms, task ${of('task').toFixed(0)} ms`,
    );
  }
}
await browser.close();
await stop();
const floor = median(floors);
for (const view of VIEWS) {
  const of = rows.filter((r) => r.view === view);
  // a view without a pump or a valve of its own has no figure
  ratio(`${view}, first figure`, mean(of.map((r) => r.first).filter((ms) => ms < LONGEST)), floor);
  ratio(`${view}, complete`, mean(of.map((r) => r.complete)), floor);
}
const cell = (r) => (r ? `${r.first.toFixed(0)} / ${r.complete.toFixed(0)} / ${r.task.toFixed(0)}` : '');
const studies = [...new Set(rows.map((r) => r.study))];
console.log(`| first figure / complete / longest task, ms | ${VIEWS.join(' | ')} |\n|---|${VIEWS.map(() => '---|').join('')}`);
for (const s of studies)
  console.log(`| ${s} | ${VIEWS.map((v) => cell(rows.find((r) => r.study === s && r.view === v))).join(' | ')} |`);
const at = process.argv.indexOf('--json');
if (at > 0) writeFileSync(process.argv[at + 1], JSON.stringify(rows));
