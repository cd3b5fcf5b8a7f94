import { barriers, command, expect, test } from './fixtures.js';

type Head = { id: string; title: string };
type Headroom = { scenarios: { fouled: { turns: number } } };

test('what NPSHA is made of sums to it; how low, how hot and how fouled, in every scenario', async ({ page }) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  const demo = list.find((s) => s.title === 'Reinjection transfer')!;
  await page.goto(`/studies/${demo.id}/suction`);
  await expect(page.locator('[data-look=fouling]')).toBeVisible({ timeout: 30_000 });
  // one filter fouled
  await page.keyboard.press('4');
  await expect(page.locator('[data-part=npshr]')).toContainText('of 1.3');
  const values = (await page.locator('[data-part] > text:first-of-type').allTextContents()).filter((t) => /^[+−]/.test(t));
  const sum = values.map((t) => Number(t.replace('−', '-'))).reduce((a, b) => a + b, 0);
  const npsha = Number(/NPSHA([\d.]+)/.exec((await page.locator('[data-part=npsha]').textContent())!)![1]);
  expect(Math.abs(sum - npsha)).toBeLessThan(0.15);
  // as the command has it
  const said = await command<Headroom>(page, 'headroom', demo.id, '--check', 'npsh-ratio', '--where', 'P-410', '--input', 'V-401.level', '--scenario', 'fouled'); // prettier-ignore
  const least = Number(said.scenarios.fouled.turns.toPrecision(3));
  await expect(page.locator('[data-look=level] [data-first=fouled]')).toContainText(`at least ${least} m`);
  await expect(page.locator('[data-look=heat] [data-trace]')).toHaveCount(5);
  await expect(page.locator('[data-available]')).toHaveCount(5);
  expect(await barriers(page)).toEqual([]);
});
