import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, openDemoCopy, settled, shown, solveExported, test } from './fixtures.js';

/** Moves the focus by Tab alone until it stands on something of that name. */
async function tabTo(page: Page, name: RegExp, most = 90): Promise<void> {
  for (let i = 0; i < most; i++) {
    await page.keyboard.press('Tab');
    const focused = await page.evaluate(() => {
      const e = document.activeElement;
      const label = e?.getAttribute('aria-label') ?? (e as HTMLInputElement | null)?.labels?.[0]?.textContent;
      return label ?? e?.textContent ?? '';
    });
    if (name.test(focused.trim())) return;
  }
  throw new Error(`Tab does not lead to ${String(name)}`);
}
async function retype(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}
async function command(page: Page, words: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
}
const entry = (page: Page, id: string) => page.locator(`[data-row="${id}"] [data-cell=entry]`);

test('by keyboard alone: from nothing to a branched system with a valve and four scenarios, as the command line solves it', async ({
  page,
}) => {
  await page.goto('/');
  await tabTo(page, /^New study/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Blank study/);
  await page.keyboard.press('Enter');
  await page.keyboard.type('Typed through');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/system$/);
  await tabTo(page, /^Add a first line/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Elements in flow order/);

  // V-1, L-1, P-1: the pump imposes the flow
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowDown');
  await retype(page, 'flow 80 m3/h');
  // typed over, as in a spreadsheet
  await page.keyboard.type('220 m DN150 sch 40, 6 elbow-90-long, 2 gate, 1 exit');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  // a branch behind the pump, with a valve that holds its flow
  await page.keyboard.press('Alt+b');
  await expect(entry(page, 'L-3')).toBeVisible();
  await retype(page, '90 m DN100 sch 40, 3 elbow-90-long, 1 gate');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Control+Enter');
  await page.keyboard.type('control valve holds 25 m3/h');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(entry(page, 'CV-1')).toHaveText('holds 25 m3/h');
  // its destination stands lower, under pressure
  await page.keyboard.press('ArrowDown');
  await retype(page, 'level 1.2 m, 0.4 bar(g)');
  await page.keyboard.press('ArrowRight');
  await retype(page, '12 m');
  await expect(page.locator('[data-row="V-3"] [data-cell=outlet]')).toHaveText('12');
  // the tag of the vessel, as the plant has it
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft');
  await retype(page, 'TK-30');
  await expect(entry(page, 'TK-30')).toBeVisible();

  for (let i = 0; i < 3; i++) await command(page, 'add a scenario');
  await expect(page.locator('[data-scenario]')).toHaveCount(4);
  await command(page, 'go to scen');
  await expect(page).toHaveURL(/scenarios$/);
  for (const input of ['P-1 flow', 'CV-1 flow held', 'TK-30 level']) {
    await tabTo(page, /^Vary another input/);
    await page.keyboard.type(input);
    await page.keyboard.press('Enter');
    await expect(page.locator('tr[data-input]').last()).toContainText(input.split(' ')[0]!);
    await page.keyboard.press('Shift+Tab');
  }
  await page.getByLabel('Vary another input').focus();
  await page.keyboard.press('Control+k');
  await page.keyboard.press('Escape');
  // into the first row, the second scenario: a value that is filled across, then one of its own in the last
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await tabTo(page, /^P-1 Flow, all units in Normal 2$/);
  await page.keyboard.type('95 m3/h');
  await page.keyboard.press('Shift+Enter');
  await expect(page.locator('tr[data-input="P-1.flow"] [data-column="3"]')).toHaveText('95 m3/h');
  await tabTo(page, /^CV-1 Flow held in Normal 2$/);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.type('33 m3/h');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.type('2.5 m');
  await page.keyboard.press('Enter');

  await settled(page);
  const id = /studies\/([^/]+)/.exec(page.url())![1]!;
  const { scenarios } = await solveExported(page, id);
  expect(scenarios.map((s) => Math.round(s.lines['T-1']!.flow * 3600))).toEqual([80, 95, 95, 95]);
  expect(scenarios.map((s) => Math.round(s.elements['CV-1']!.flow * 3600))).toEqual([25, 25, 33, 25]);
  expect(scenarios[3]!.points['TK-30']!.totalHead).toBeCloseTo(scenarios[0]!.points['TK-30']!.totalHead + 1.3, 9);
  await command(page, 'go to sys');
  for (const [i, s] of scenarios.entries()) {
    const card = page.locator(`[data-scenario="${s.id}"]`);
    await expect(card.locator('[data-figure=flow]')).toHaveText(shown(s.lines['T-1']!.flow * 3600));
    await expect(card.locator('[data-figure=head]')).toHaveText(shown(s.elements['P-1']!.head!));
    await page.keyboard.press(`Alt+${i + 1}`);
    await expect(card).toHaveAttribute('aria-pressed', 'true');
    for (const e of ['L-1', 'L-2', 'L-3', 'CV-1'])
      await expect(page.locator(`[data-loss="${e}"]`)).toHaveText(shown(s.elements[e]!.headLoss!));
  }
});

test('a pipe is parted with its lengths in sight and joined again; rows are pasted from a spreadsheet', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openDemoCopy(page);
  const losses = async (): Promise<number> =>
    Number(await page.locator('[data-loss="L-420"]').textContent()) +
    Number((await page.locator('[data-loss="L-1"]').allTextContents())[0] ?? 0);
  const before = await losses();
  await entry(page, 'L-420').click();
  await page.keyboard.press('Alt+s');
  await expect(page.locator('#split-at')).toBeFocused();
  await page.keyboard.type('400');
  await expect(page.getByText('400 m + 750 m = 1150 m')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(entry(page, 'L-1')).toContainText('750 m DN250 sch 40');
  await expect.poll(losses).toBeCloseTo(before, 1);
  await entry(page, 'L-420').click();
  await page.keyboard.press('Alt+j');
  await expect(entry(page, 'L-420')).toContainText('1150 m DN250 sch 40, 14 elbow-90-long');
  await expect.poll(losses).toBe(before);

  await page.evaluate(() =>
    navigator.clipboard.writeText(
      'kind\tname\tentry\npipe\tBypass\t12 m DN200 sch 40, 2 elbow-90\npipe\tWrong\t12 bar\norifice 80 mm',
    ),
  );
  await entry(page, 'L-421').click();
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('group', { name: 'Pasted rows' })).toContainText('2 not understood');
  const text = page.getByLabel('Pasted text');
  await text.fill(
    (await text.inputValue()).replace('12 bar', '12 m DN200 sch 40').replace('orifice 80 mm', 'orifice bore 80 mm in 202.7 mm'),
  );
  await page.getByRole('button', { name: 'Add 3 rows' }).click();
  await expect(page.locator('[data-row="FO-1"]')).toBeVisible();
  await expect(page.locator('[data-row="L-1"] [data-cell=name]')).toHaveText('Bypass');
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-row="FO-1"]')).toHaveCount(0);
});

test('a size that is taken in the comparison gives what the comparison showed', async ({ page }) => {
  const id = await openDemoCopy(page);
  await page.getByRole('tab', { name: 'Line sizes' }).click();
  const row = page.locator('[data-size=DN300]');
  await expect(row).toContainText('303.2');
  const velocity = (await row.locator('td').nth(1).textContent())!.trim();
  await page.getByRole('button', { name: 'Use DN300 40' }).click();
  await expect(row).toContainText('now');
  await settled(page);
  const { scenarios } = await solveExported(page, id);
  const pipe = scenarios[0]!.elements['L-420'] as unknown as { velocity: number };
  expect(shown(pipe.velocity)).toBe(velocity);
  // a cost of one's own, and a narrower band
  await page.getByLabel('Cost per metre of DN300').fill('900');
  await page.keyboard.press('Enter');
  await page.getByLabel('Minimum velocity').fill('1.5');
  await page.keyboard.press('Enter');
  await settled(page);
  const file = JSON.parse(await (await page.request.get(`/api/studies/${id}/file`)).text()) as {
    economics: object;
    limits: { where?: string; limit: unknown }[];
  };
  expect(file.economics).toMatchObject({ pipeCosts: [{ size: 'DN300', schedule: '40', perMetre: 900 }] });
  expect(file.limits).toContainEqual({ check: 'velocity', limit: ['1.5 m/s', '4 m/s'], where: 'L-420' });
});

test('one entry too many is named, and taken out where it says so; a line that lacks something leaves the rest working', async ({
  page,
}) => {
  await openDemoCopy(page);
  await entry(page, 'L-421').click();
  await page.getByLabel(/Quick entry/).fill('control valve holds 200 m3/h');
  await page.keyboard.press('Enter');
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('One entry too many. Remove:');
  await alert.getByRole('button', { name: 'the flow held by CV-1' }).click();
  await expect(alert).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(alert).toBeVisible();
  await page.keyboard.press('Control+z');

  await entry(page, 'L-420').click();
  await page.keyboard.press('Alt+b');
  await page.keyboard.press('Control+Enter');
  await page.keyboard.type('hand valve K 2');
  await page.keyboard.press('Enter');
  await page.getByRole('complementary').getByLabel('K', { exact: true }).fill('');
  await page.keyboard.press('Enter');
  await expect(alert).toContainText('The rest is calculated without');
  await expect(page.locator('[data-scenario=winter] [data-figure=flow]')).toHaveText('290');
});

test('versions: one is named, another had back, and the step back is undone', async ({ page }) => {
  await openDemoCopy(page);
  const name = page.locator('[data-row="L-401"] [data-cell=name]');
  await name.click();
  await page.keyboard.type('Second');
  await page.keyboard.press('Enter');
  await settled(page);
  await page.getByRole('button', { name: /versions/ }).click();
  const list = page.getByRole('dialog', { name: 'Versions of this study' });
  await expect(list).toContainText('2 kept');
  await list.getByRole('button', { name: /^1/ }).click();
  await expect(list).toContainText('L-401, Name: Drum to filters → Second');
  await list.getByLabel('Name of version 1').fill('Rev A');
  await page.keyboard.press('Enter');
  await expect(list.getByRole('button', { name: /^1/ })).toContainText('Rev A');
  await list.getByRole('button', { name: 'Restore this version' }).click();
  await expect(name).toHaveText('Drum to filters');
  await page.keyboard.press('Control+z');
  await expect(name).toHaveText('Second');
});

test('a pump and a fluid of one’s own: the curve pasted from a spreadsheet gives a duty on it, the glycol its viscosity', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto('/');
  await page.getByRole('button', { name: 'New study' }).click();
  await page.getByRole('button', { name: /^Blank study/ }).click();
  await page.getByLabel('Title').fill('Own pump');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add a first line' }).click();
  await page.getByRole('tab', { name: 'Fluids, pumps, valves' }).click();
  await page.getByRole('button', { name: 'Add a valve' }).click();
  await page.getByLabel('Inherent characteristic').click();
  await page.getByRole('option', { name: 'table' }).click();
  await page.getByRole('button', { name: 'Add a row' }).click();
  await expect(page.getByLabel('Kv, row 2', { exact: true })).toHaveValue('40');
  await page.getByRole('button', { name: 'Add a pump' }).click();
  await page.evaluate(() =>
    navigator.clipboard.writeText('0\t38\t0\t1.8\n40\t36\t0.66\t2.1\n80\t30.5\t0.78\t2.9\n110\t23\t0.7\t4.2'),
  );
  await page.getByLabel('Flow, row 1').focus();
  await page.keyboard.press('Control+v');
  await expect(page.getByLabel('Head, row 4')).toHaveValue('23');
  // a row that does not rise is refused where it stands
  await page.getByLabel('Flow, row 2').fill('90');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('must be greater than');
  await page.getByLabel('Flow, row 2').fill('40');
  await page.keyboard.press('Enter');
  await page.getByRole('tab', { name: 'Line sheet' }).click();
  await entry(page, 'P-1').dblclick();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('pump-1');
  await page.keyboard.press('Enter');
  const flow = page.locator('[data-scenario=normal] [data-figure=flow]');
  await expect(flow).not.toHaveText('60.0');
  await page.getByRole('tab', { name: 'Fluids, pumps, valves' }).click();
  await page.getByRole('button', { name: 'Add a fluid' }).click();
  await page.getByRole('menuitem', { name: 'Glycol solution' }).click();
  await page.getByRole('tab', { name: 'Line sheet' }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Escape');
  await page.getByRole('complementary').getByRole('combobox', { name: 'Fluid' }).click();
  await page.getByRole('option', { name: /glycol/i }).click();
  await settled(page);
  const id = /studies\/([^/]+)/.exec(page.url())![1]!;
  const { scenarios } = await solveExported(page, id);
  await expect(flow).toHaveText(shown(scenarios[0]!.elements['P-1']!.flow * 3600));
  await page.getByRole('link', { name: 'Curves' }).click();
  await expect(page.locator('[data-knot]')).toHaveCount(1);
});

test('the profile zooms, and is saved as a drawing that stands alone', async ({ page }) => {
  await openDemoCopy(page);
  const tag = page.locator('[data-element="P-410"] text').first();
  const before = (await tag.boundingBox())!.x;
  await page.getByRole('button', { name: /^Zoom in/ }).click();
  await page.getByRole('button', { name: /^Zoom in/ }).click();
  expect((await tag.boundingBox())!.x).not.toBeCloseTo(before, 0);
  await page.getByRole('button', { name: /^The whole length/ }).click();
  await expect.poll(async () => Math.round((await tag.boundingBox())!.x - before)).toBe(0);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the profile as SVG' }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^p-410.*profile\.svg$/);
  const text = readFileSync(await file.path(), 'utf8');
  expect(text).toContain('P-410 A/B Reinjection transfer');
  expect(text).toContain('L-420 · 1150 m');
  // no colour hangs on the page's style sheet
  expect(text).not.toContain('var(--');
});
