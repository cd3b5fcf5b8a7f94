import type { Page } from '@playwright/test';
import { barriers, command, expect, settled, test } from './fixtures.js';

async function openValves(page: Page, title: string): Promise<string> {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: { id: string; title: string }[] }).studies;
  const demo = list.find((s) => s.title === title)!;
  const copy = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as { id: string };
  await page.goto(`/studies/${copy.id}/valves`);
  await expect(page.locator('[data-tried][data-working=false]')).toBeVisible({ timeout: 30_000 });
  return copy.id;
}
type Stored = {
  document: { valves: Record<string, { from?: object }>; lines: { elements: { id: string; valve?: string }[] }[] };
};

test('what every scenario asks of the valve stands as the command solves it; one of the catalogue is drawn, supposed, taken', async ({
  page,
}) => {
  const id = await openValves(page, 'Reinjection transfer');
  const { document } = (await (await page.request.get(`/api/studies/${id}`)).json()) as Stored;
  type Solved = { scenarios: { id: string; elements: Record<string, { opening?: number; kv?: number }> }[] };
  for (const s of (await command<Solved>(page, 'solve', id)).scenarios) {
    const travel = page.locator(`[data-travel="${s.id}"]`);
    await expect(travel).toHaveText(String(Math.round(s.elements['CV-415']!.opening! * 100)));
    await expect(page.locator(`[data-asked="${s.id}"]`)).toContainText(String(Number(s.elements['CV-415']!.kv!.toPrecision(3))));
  }
  const rows = page.locator('[data-valve]');
  await expect(page.locator('[data-valve=own]')).toHaveAttribute('data-verdict', 'holds');
  await expect(page.getByText('preferred')).toHaveCount(1);
  expect(await rows.count()).toBeGreaterThan(20);
  expect(await barriers(page)).toEqual([]);

  // the preferred one is drawn in place of the study's own, with what it burns
  await rows.nth(1).getByRole('button').first().click();
  await expect(rows.nth(1)).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('radio', { name: 'Window' }).click();
  await expect(page.locator('[data-burn="wide open"]')).toBeVisible();
  // with a tenth more flow the same valve stands further open, and nothing of it is kept
  const asked = page.locator('[data-asked=winter] td >> nth=1');
  const before = Number(await asked.textContent());
  await page.getByRole('button', { name: 'Flow + 10 %' }).click();
  await expect.poll(async () => Number(await asked.textContent()) / before).toBeCloseTo(1.1, 2);
  await expect(page.locator('[data-tried]')).toContainText(/^0 of/);
  await page.getByRole('button', { name: 'As it is' }).click();
  await expect(page.locator('[data-tried]')).not.toContainText(/^0 of/);

  await rows.nth(1).getByRole('button', { name: 'Use this valve' }).click();
  await settled(page);
  const stored = async () => ((await (await page.request.get(`/api/studies/${id}`)).json()) as Stored).document;
  const valveOf = (d: Stored['document']) => d.lines.flatMap((l) => l.elements).find((e) => e.id === 'CV-415')!.valve!;
  // of one reading: a save may come between two
  const taken = (d: Stored['document']) => d.valves[valveOf(d)]?.from;
  await expect.poll(async () => taken(await stored())).toMatchObject({ revision: 1 });
  await page.keyboard.press('Control+z');
  await settled(page);
  await expect.poll(async () => valveOf(await stored())).toBe(valveOf(document));
});

test('two valves in split range are built, and hold what one held', async ({ page }) => {
  await openValves(page, 'Reinjection transfer');
  await page.getByRole('combobox', { name: 'Body' }).click();
  await page.getByRole('option', { name: 'globe cage' }).click();
  const flow = page.locator('[data-scenario] [data-figure=flow]').first();
  const held = await flow.textContent();
  for (const size of ['GC 100 ', 'GC 200 '])
    await page.getByRole('checkbox', { name: new RegExp(`^Select Marl ${size}`) }).first().check(); // prettier-ignore
  await expect(page.locator('[data-split]')).toHaveCount(5);
  await page.getByRole('button', { name: 'Add it' }).click();
  await settled(page);
  await expect(page.getByRole('combobox', { name: 'Control valve' })).toBeVisible();
  await expect(flow).toHaveText(held!);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('combobox', { name: 'Control valve' })).toHaveCount(0);
});

test('a valve is sized without a system, and a study begins with it', async ({ page }) => {
  await page.goto('/catalogues/valves');
  await page.getByRole('button', { name: 'Size for a duty' }).click();
  const put = async (name: string, typed: string): Promise<void> => {
    await page.locator(`input[name="${name}"]`).fill(typed);
    await page.locator(`input[name="${name}"]`).press('Enter');
  };
  await put('normal-flow', '120');
  await put('normal-inlet', '6');
  await put('normal-drop', '3');
  await put('maximum-flow', '160 m3/h');
  await put('maximum-inlet', '5.5 bar(g)');
  await put('maximum-outlet', '3.5 bar(g)');
  // Q·√(SG/Δp): 120·√(998.2/999.1/3) = 69.3, 160·√(0.9991/2) = 113
  await expect(page.locator('[data-asked=normal]')).toContainText('69.3');
  await expect(page.locator('[data-asked=maximum]')).toContainText('113');
  await expect(page.locator('[data-tried][data-working=false]')).toContainText(/suitable/);
  expect(await barriers(page)).toEqual([]);
  await page.locator('[data-valve]').first().getByRole('button', { name: 'Use this valve' }).click();
  await expect(page).toHaveURL(/studies\/.*\/valves/);
  await expect(page.locator('[data-asked=normal]')).toContainText('69.3');
});
