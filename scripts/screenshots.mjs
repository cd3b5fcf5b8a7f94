// npm run screenshots: the pictures of docs/screenshots from the running application (npm start) with the demo plant as it comes.
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ROOT } from './lib/run.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4310';
const folder = process.argv[3] ?? join(ROOT, 'docs/screenshots');
mkdirSync(folder, { recursive: true });

const browser = await chromium.launch(JSON.parse(readFileSync(join(ROOT, 'scripts/lib/chromium.json'), 'utf8')));

async function page(theme = 'light', size = { width: 1280, height: 800 }) {
  const context = await browser.newContext({ viewport: size, colorScheme: theme });
  return context.newPage();
}

const settle = (p, ms = 1200) => p.waitForTimeout(ms);
const shot = (p, name) => p.screenshot({ path: join(folder, `${name}.png`) });

const home = await page();
await home.goto(address);
// somebody of the demo plant works here
await home.request.put(`${address}/api/person`, { data: { name: 'Inga Mørk', initials: 'IM' } });
await home.reload();
// the page was handed the key of the API
const list = await (await home.request.get(`${address}/api/studies`)).json();
const study = (title) => list.find((s) => s.title === title).id;
await settle(home);
await shot(home, '01-studies');

const system = await page();
await system.goto(`${address}/studies/${study('Reinjection transfer')}/system`);
await system.locator('[data-row="L-420"] [data-cell=entry]').click();
await settle(system);
const ridge = await system.locator('[data-element="L-421"]').boundingBox();
await system.mouse.move(ridge.x + 4, ridge.y + 20);
await settle(system, 300);
await shot(system, '02-system');

const curves = await page();
await curves.goto(`${address}/studies/${study('Reinjection transfer')}/curves`);
await settle(curves, 2500);
await shot(curves, '03-curves');

const dark = await page('dark');
await dark.goto(`${address}/studies/${study('Reinjection transfer')}/curves`);
await settle(dark, 2500);
await dark.getByRole('button', { name: 'zoom to the duties' }).click();
await settle(dark, 1500);
await shot(dark, '04-curves-dark-zoomed');

const matrix = await page();
await matrix.goto(`${address}/studies/${study('Reinjection transfer')}/scenarios`);
await settle(matrix);
await shot(matrix, '05-scenarios');

const parts = await page();
await parts.goto(`${address}/studies/${study('Reinjection transfer')}/system`);
await settle(parts);
await parts.getByRole('tab', { name: 'Breakdown' }).click();
await settle(parts, 500);
await shot(parts, '06-breakdown');

const network = await page();
await network.goto(`${address}/studies/${study('Network circulation')}/system`);
await settle(network);
await shot(network, '07-network');

const well = await page();
await well.goto(`${address}/studies/${study('Production well W-3')}/system`);
await settle(well);
await shot(well, '08-well');

const sizes = await page();
await sizes.goto(`${address}/studies/${study('Reinjection transfer')}/system`);
await settle(sizes);
await sizes.getByRole('tab', { name: 'Line sizes' }).click();
await settle(sizes, 1500);
await shot(sizes, '09-line-sizes');

await sizes.getByRole('tab', { name: 'Fluids, pumps, valves' }).click();
await sizes.getByRole('button', { name: /^Hollin/ }).click();
await settle(sizes, 500);
await shot(sizes, '10-equipment');

await matrix.locator('[data-result=Head] td').nth(2).locator('span').click();
await settle(matrix, 500);
await shot(matrix, '12-working');

const melt = await page();
await melt.goto(`${address}/studies/${study('Snow-melt loop')}/system`);
await settle(melt);
await shot(melt, '11-snow-melt');

await browser.close();
