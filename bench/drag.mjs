/*
 * Dragging a handle of the Curves view in the demo study: frames a second and the longest tasks of the main thread, from a running
 * application.
 *   CEDAR_KNOT_ADDRESS=http://127.0.0.1:4310 node bench/drag.mjs
 */
import { demoPage } from './demo-page.mjs';

const SECONDS = 4;

const { page, watch, sayTasks, close } = await demoPage('curves');
const thumb = page.getByRole('slider', { name: 'Speed', exact: true });
await thumb.waitFor();
await page.waitForTimeout(1500);
const box = await thumb.boundingBox();
const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
await page.mouse.move(x, y);
await page.mouse.down();
await page.mouse.move(x - 4, y);
await page.waitForTimeout(300);
await watch();
await page.evaluate(() => {
  globalThis.frames = 0;
  globalThis.moves = 0;
  const count = () => {
    globalThis.frames++;
    globalThis.requestAnimationFrame(count);
  };
  globalThis.requestAnimationFrame(count);
  new globalThis.MutationObserver(() => globalThis.moves++).observe(globalThis.document.querySelector('[data-moving]'), {
    subtree: true,
    attributes: true,
  });
});
const begin = performance.now();
let steps = 0;
while (performance.now() - begin < SECONDS * 1000) {
  await page.mouse.move(x - 30 + 26 * Math.cos(steps / 12), y);
  steps++;
}
const { frames, moves } = await page.evaluate(() => ({ frames: globalThis.frames, moves: globalThis.moves }));
const seconds = (performance.now() - begin) / 1000;
await page.mouse.up();
console.log(
  `dragging the speed for ${seconds.toFixed(1)} s, ${(steps / seconds).toFixed(0)} movements a second: ${(frames / seconds).toFixed(0)} frames a second, the curves drawn anew ${(moves / seconds).toFixed(0)} times a second`,
);
await sayTasks();
await close();
