/*
 * The page while someone types in the demo study: the longest tasks of the main thread, from a running application.
 *   CEDAR_KNOT_ADDRESS=http://127.0.0.1:4310 node bench/typing.mjs
 */
import { demoPage } from './demo-page.mjs';

const EDITS = 12;

const { page, watch, sayTasks, close } = await demoPage('system');
await page.locator('[data-figure=head]').first().waitFor();
await page.waitForTimeout(1000);
await watch();
const begin = performance.now();
for (let i = 0; i < EDITS; i++) {
  await page.locator('[data-row="L-420"] [data-cell=entry]').dblclick();
  await page.keyboard.press('Control+a');
  await page.keyboard.type(`${1100 + 10 * i} m DN250 sch 40, 14 elbow-90-long, 2 gate`, { delay: 15 });
  await page.keyboard.press('Enter');
  await page.waitForTimeout(60);
}
console.log(`typing in the demo study: ${EDITS} edits in ${((performance.now() - begin) / 1000).toFixed(1)} s`);
await sayTasks();
await close();
