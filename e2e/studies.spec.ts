import type { Page } from '@playwright/test';
import { barriers, expect, openDemoCopy, settled, shown, solveExported, test } from './fixtures.js';

const cards = (page: Page) => page.locator('[data-scenario]');
const figures = async (page: Page): Promise<string[]> => cards(page).locator('[data-figure]').allTextContents();

test('from the list into a study: a length edited in the sheet moves every card, undo brings it back, a reload keeps it', async ({
  page,
}) => {
  const id = await openDemoCopy(page);
  await page.goto('/');
  await page.locator(`a[href*="${id}"]`).click();
  await expect(cards(page).locator('[data-figure=head]')).toHaveCount(5);
  // the valve holds the flow, so what answers a longer line is its opening and the losses: set it by opening instead
  await page.locator('[data-row="CV-415"] [data-cell=entry]').dblclick();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('gx200 opening 0.7');
  await page.keyboard.press('Enter');
  for (const s of ['summer', 'cold', 'both'])
    await expect(page.locator(`[data-scenario=${s}] [data-figure=flow]`)).not.toHaveText('165');
  await settled(page);
  const before = await figures(page);

  await page.locator('[data-row="L-420"] [data-cell=entry]').dblclick();
  const cell = page.getByLabel('L-420 entry');
  await cell.fill('2300 m DN250 sch 40, 14 elbow-90-long, 2 gate, 3 tee-run');
  await cell.press('Enter');
  await expect.poll(async () => (await figures(page)).filter((f, i) => f === before[i]).length).toBe(0);
  const longer = await figures(page);

  await page.keyboard.press('Control+z');
  await expect.poll(() => figures(page)).toEqual(before);
  await page.keyboard.press('Control+y');
  await expect.poll(() => figures(page)).toEqual(longer);
  await settled(page);
  await page.reload();
  await expect.poll(() => figures(page)).toEqual(longer);
  await expect(page.locator('[data-row="L-420"] [data-cell=entry]')).toContainText('2300 m');
});

test('the figures on the screen are those of the command line on the exported file', async ({ page }) => {
  const id = await openDemoCopy(page);
  await settled(page);
  const solved = await solveExported(page, id);
  for (const s of solved.scenarios) {
    const card = page.locator(`[data-scenario="${s.id}"]`);
    await expect(card.locator('[data-figure=flow]')).toHaveText(shown(s.lines['T-41']!.flow * 3600));
    await expect(card.locator('[data-figure=head]')).toHaveText(shown(s.elements['P-410']!.head!));
  }
  const winter = solved.scenarios.find((s) => s.id === 'winter')!;
  for (const e of ['L-401', 'F-402', 'CV-415', 'L-420', 'L-421'])
    await expect(page.locator(`[data-loss="${e}"]`)).toHaveText(shown(winter.elements[e]!.headLoss!));
});

test('a bad unit is explained at the field, in the sheet and beside it, and the study keeps its value', async ({ page }) => {
  const id = await openDemoCopy(page);
  const before = await figures(page);
  await page.locator('[data-row="L-420"] [data-cell=entry]').dblclick();
  await page.getByLabel('L-420 entry').fill('1150 furlong DN250 sch 40');
  await page.getByLabel('L-420 entry').press('Enter');
  await expect(page.getByRole('alert')).toContainText('Expected');
  await page.keyboard.press('Escape');

  await page.locator('[data-row="L-420"] [data-cell=name]').click();
  const length = page.getByRole('complementary').getByLabel('Length', { exact: true });
  await length.fill('1150 bar');
  await length.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Expected: a length');
  await expect(length).toHaveValue('1150 bar');
  await length.fill('2*600 m');
  await expect(page.getByRole('complementary').getByText('reads 1200 m')).toBeVisible();
  await length.press('Enter');
  await expect(page.locator('[data-row="L-420"] [data-cell=entry]')).toContainText('1200 m');
  await settled(page);
  expect((await solveExported(page, id)).scenarios).toHaveLength(5);
  expect(await figures(page)).not.toEqual([...before, '']);
});

test('a blank study gets its first line, a duty, and an entry of its own in one scenario', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New study' }).click();
  await page.getByRole('button', { name: /^Blank study/ }).click();
  await page.getByLabel('Title').fill('Transfer from blank');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add a first line' }).click();
  await expect(page.locator('[data-scenario=normal] [data-figure=head]')).toBeVisible();
  await page.getByLabel(/Quick entry/).fill('pipe 40 m DN100 sch 40, 2 elbow-90');
  await expect(page.getByText('Read as 40 m of 102.3 mm inside, 2 fittings')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-row="L-3"]')).toBeVisible();
  await page.getByRole('button', { name: 'Add a scenario' }).click();
  await expect(cards(page)).toHaveCount(2);
  await page.locator('[data-row="P-1"] [data-cell=entry]').click();
  await page.getByRole('button', { name: 'Flow, all units shared' }).click();
  const flow = page.getByRole('complementary').getByLabel('Flow, all units', { exact: true });
  await flow.fill('90');
  await flow.press('Enter');
  await expect(page.locator('[data-scenario=s2] [data-figure=flow]')).toHaveText('90.0');
  await expect(page.locator('[data-scenario=normal] [data-figure=flow]')).toHaveText('60.0');
});

test.describe('two windows', () => {
  test.use({ allowed: /409/ });
  test('two windows: the later save is not written over, and the choice is clear', async ({ page, context }) => {
    const id = await openDemoCopy(page);
    const other = await context.newPage();
    await other.goto(`/studies/${id}/system`);
    const name = async (p: Page, text: string): Promise<void> => {
      await p.locator('[data-row="L-401"] [data-cell=name]').dblclick();
      await p.getByLabel('L-401 name').fill(text);
      await p.getByLabel('L-401 name').press('Enter');
    };
    await name(other, 'theirs');
    await settled(other);
    await name(page, 'mine');
    await expect(page.getByRole('dialog')).toContainText('changed elsewhere');
    await expect(page.getByRole('dialog')).toContainText('lines[T-41].elements[L-401].name');
    await page.getByRole('button', { name: 'Save mine as a copy' }).click();
    await expect(page.locator('[data-row="L-401"] [data-cell=name]')).toHaveText('mine');
    await other.reload();
    await expect(other.locator('[data-row="L-401"] [data-cell=name]')).toHaveText('theirs');
  });
});

test.describe('a lost connection', () => {
  test.use({ allowed: /ERR_FAILED/ });
  test('keeps what was typed and stores it when the application is back', async ({ page }) => {
    const id = await openDemoCopy(page);
    await page.route('**/api/studies/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
    await page.locator('[data-row="L-401"] [data-cell=name]').dblclick();
    await page.getByLabel('L-401 name').fill('typed without a connection');
    await page.getByLabel('L-401 name').press('Enter');
    await expect(page.locator('[data-save=offline]')).toBeVisible();
    await page.unroute('**/api/studies/*');
    await settled(page);
    const stored = await (await page.request.get(`/api/studies/${id}`)).text();
    expect(stored).toContain('typed without a connection');
  });
});

test('curves: a handle moves the duties, leaves a trace, and one undo takes the whole drag back', async ({ page }) => {
  await openDemoCopy(page);
  await page.getByRole('link', { name: 'Curves' }).click();
  await expect(page.locator('[data-knot]')).toHaveCount(5);
  const duty = page.locator('[data-duty=winter]');
  await expect(duty).toContainText('77.8');
  const thumb = page.getByRole('slider', { name: 'Speed' });
  const box = (await thumb.boundingBox())!;
  await page.mouse.move(box.x + 7, box.y + 7);
  await page.mouse.down();
  for (let i = 1; i <= 8; i++) await page.mouse.move(box.x + 7 - i * 2, box.y + 7);
  // while it is held the curves move in a layer of their own, and nothing is kept yet
  await expect(page.locator('[data-moving]')).toBeVisible();
  await expect.poll(async () => Number(await page.locator('[data-moving]').getAttribute('data-drawn'))).toBeGreaterThan(1);
  await expect(page.getByText(/2950 → \d+ rpm/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  await page.mouse.up();
  await expect(page.getByText(/2950 → \d+ rpm/)).toBeVisible();
  await expect(duty).not.toContainText('77.8');
  await expect(page.locator('[data-held=false]')).toBeVisible();
  await expect(page.locator('[data-moving]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(duty).toContainText('77.8');
  await page.getByRole('button', { name: '2 units' }).click();
  await expect(duty).toContainText('2 ×');
});

test('a reload in the very moment of a change loses nothing', async ({ page }) => {
  await openDemoCopy(page);
  await page.locator('[data-row="L-401"] [data-cell=name]').dblclick();
  await page.getByLabel('L-401 name').fill('typed and gone');
  await page.getByLabel('L-401 name').press('Enter');
  await page.reload();
  await expect(page.locator('[data-row="L-401"] [data-cell=name]')).toHaveText('typed and gone');
});

test('keys: scenarios, commands and the list of keys', async ({ page }) => {
  await openDemoCopy(page);
  await page.keyboard.press('3');
  await expect(page.locator('[data-scenario=cold]')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox').fill('go to cur');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/curves$/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Compare a scenario');
});

test('scenarios: an input is varied in one scenario, shared again, undone; the figures are those of the command line', async ({
  page,
}) => {
  const id = await openDemoCopy(page);
  await page.getByRole('link', { name: 'Scenarios' }).click();
  await page.getByLabel('Vary another input').fill('L-420 roughness');
  await page.keyboard.press('Enter');
  await page.getByLabel('L-420 Roughness in Winter peak').click();
  await page.keyboard.type('2 bar');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Expected: a roughness');
  await page.getByLabel('L-420 Roughness in Winter peak').fill('2*0.4');
  await expect(page.getByText('reads 0.8 mm')).toBeVisible();
  await page.keyboard.press('Enter');
  const opening = page.locator('[data-result="Valve opening"] td').nth(1);
  await expect(opening).not.toHaveText('72');
  await settled(page);
  const winter = (await solveExported(page, id)).scenarios.find((s) => s.id === 'winter')!;
  const valve = winter.elements['CV-415'] as unknown as { opening: number };
  await expect(opening).toContainText(String(Math.round(valve.opening * 100)));
  await page.getByRole('button', { name: 'Use the shared L-420 roughness' }).click();
  await expect(opening).toContainText('72');
  await page.keyboard.press('Control+z');
  await expect(opening).toContainText(String(Math.round(valve.opening * 100)));
  await page.getByLabel('Actions for Summer').click();
  await page.getByRole('menuitem', { name: 'Copy' }).click();
  await expect(cards(page)).toHaveCount(6);
});

test('a figure opens its working: formula, values with units, source, and the number of the sheet at its end', async ({
  page,
}) => {
  await openDemoCopy(page);
  await page.locator('[data-row="L-420"] [data-cell=entry]').click();
  await page.getByRole('button', { name: 'head loss' }).click();
  const working = page.locator('[data-working$=headLoss]');
  await expect(working).toContainText('Darcy–Weisbach');
  await expect(working).toContainText('Colebrook 1939');
  // the working has five figures, the sheet three
  const last = async (): Promise<string> =>
    shown(Number(/= ([\d.]+) m/.exec((await working.locator('> li').last().textContent())!)![1]));
  const loss = page.locator('[data-loss="L-420"]');
  expect(await last()).toBe(await loss.textContent());
  await page.keyboard.press('2');
  await expect(loss).toHaveText('3.53');
  await expect.poll(last).toBe('3.53');
});

test('a number of the matrix, or of the sheet, opens its own working in its scenario', async ({ page }) => {
  await openDemoCopy(page);
  await page.locator('[data-loss="L-421"] span').click();
  await expect(page.locator('[data-working$=headLoss]')).toContainText('Darcy–Weisbach');
  // the velocity has a working of its own, and there is a way back from it
  await page.locator('[data-working$=headLoss]').getByRole('button', { name: 'kinematic viscosity' }).click();
  await expect(page.locator('[data-working="fluid.kinematicViscosity"]')).toContainText('linear in the logarithm');
  await page.getByRole('button', { name: /^back to/ }).click();
  await expect(page.locator('[data-working$=headLoss]')).toBeVisible();
  await page.getByRole('button', { name: 'Whole chain' }).click();
  await expect(
    page
      .getByRole('list', { name: /^Calculation of/ })
      .getByRole('listitem')
      .nth(5),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Scenarios' }).click();
  const head = page.locator('[data-result="Head"] td').nth(2).locator('span');
  const figure = (await head.textContent())!.trim();
  await head.click();
  const sheet = page.getByRole('complementary', { name: 'Calculation of P-410' });
  await expect(sheet).toContainText('head read on the measured curve');
  await expect(sheet.locator('[data-working] > li').last()).toContainText(`= ${figure}`);
  await expect(page.locator('[data-scenario=summer]')).toHaveAttribute('aria-pressed', 'true');
  await sheet.getByRole('button', { name: 'NPSHA', exact: true }).click();
  await expect(sheet).toContainText('ISO 17769-1');
  await page.keyboard.press('Escape');
  await expect(sheet).toHaveCount(0);
  // the same by keys
  await page.keyboard.press('Control+k');
  await page.keyboard.type('calculation of shaft power');
  await page.keyboard.press('Enter');
  await expect(sheet).toContainText('shaft power of all running units');
  await page.keyboard.press('Escape');
  await expect(sheet).toHaveCount(0);
});

test('the breakdown of a branched, closed network sums to the head on the card', async ({ page }) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: { id: string; title: string }[] }).studies;
  await page.goto(`/studies/${list.find((s) => s.title === 'Network circulation')!.id}/system`);
  await page.getByRole('tab', { name: 'Breakdown' }).click();
  for (const s of ['design', 'spring', 'trip']) {
    const head = await page.locator(`[data-scenario=${s}] [data-figure=head]`).textContent();
    await expect(page.locator(`[data-breakdown=${s}]`)).toContainText(head!);
  }
});

for (const view of ['system', 'sizes', 'equipment', 'scenarios', 'curves', 'home'] as const) {
  test(`axe finds nothing in ${view}`, async ({ page }) => {
    const id = await openDemoCopy(page);
    if (view === 'home') await page.goto('/');
    else {
      await page.goto(`/studies/${id}/${view === 'sizes' || view === 'equipment' ? 'system' : view}`);
      await expect(cards(page).locator('[data-figure=head]')).toHaveCount(5);
    }
    if (view === 'system') await page.locator('[data-row="L-420"] [data-cell=entry]').click();
    if (view === 'equipment') await page.getByRole('tab', { name: 'Fluids, pumps, valves' }).click();
    if (view === 'sizes') {
      await page.getByRole('tab', { name: 'Line sizes' }).click();
      await expect(page.locator('[data-size=DN250]')).toBeVisible();
    }
    // what fades in is judged when it is there
    await page.waitForFunction(() =>
      document.getAnimations().every((a) => a.playState !== 'running' || a.effect?.getTiming().iterations === Infinity),
    );
    expect(await barriers(page, ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])).toEqual([]);
  });
}
