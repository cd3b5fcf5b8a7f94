import { barriers, command, expect, settled, test } from './fixtures.js';

type Head = { id: string; title: string };
type Solved = { scenarios: { id: string; margins: { check: string; where: string; verdict: string }[] }[] };
type Headroom = { scenarios: { fouled: { turns: number } } };
const DEMOS = [
  'Reinjection transfer',
  'Production well W-3',
  'Network circulation',
  'Snow-melt loop',
  'Harbour to Ostermoor, 142 km',
  'Birk gathering line',
];

test('margins of every demo study: as often near, failing and held as the command solves', async ({ page }) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  for (const title of DEMOS) {
    const { id } = list.find((s) => s.title === title)!;
    const solved = (await command<Solved>(page, 'solve', id)).scenarios;
    await page.goto(`/studies/${id}/margins`);
    await expect(page.locator('[data-cell]').first()).toBeVisible();
    for (const [i, s] of solved.entries()) {
      const counts = page.locator(`[data-counts="${String.fromCharCode(65 + i)}"]`);
      if ((await counts.count()) === 0) continue;
      const wanted = ['fails', 'near', 'holds'].map((v) => s.margins.filter((m) => m.verdict === v).length).filter((n) => n > 0);
      await expect(counts).toHaveText(wanted.join(''));
      // and the strip below says the worst of them
      const worst = ['fails', 'near', 'holds'].find((v) => s.margins.some((m) => m.verdict === v))!;
      const card = page.getByRole('button', { name: new RegExp(`^Scenario ${String.fromCharCode(65 + i)}`) });
      await expect(card.locator('[data-verdict]').first()).toHaveAttribute('data-verdict', worst);
    }
    // nothing is hidden: a check that fails anywhere stands among those that need attention, worst first
    await page.getByRole('radio', { name: 'Near or failing' }).click();
    const failing = new Set(solved.flatMap((s) => s.margins.filter((m) => m.verdict === 'fails').map((m) => m.check)));
    for (const check of failing) await expect(page.locator(`tr[data-check="${check}"]`).first()).toBeVisible();
  }
});

test('a cell says what would bring it to its limit; a limit is changed where it stands, with its reason', async ({ page }) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  const demo = list.find((s) => s.title === 'Reinjection transfer')!;
  const { id } = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as Head;
  await page.goto(`/studies/${id}/margins`);
  await page.locator('[data-check=npsh-ratio] [data-cell=fouled]').click();
  await expect(page.locator('[data-sentence]')).toContainText(/Below its lower limit by/);
  await expect(page.locator('[data-done=true]')).toBeVisible({ timeout: 30_000 });
  // as the command has it
  const said = await command<Headroom>(page, 'headroom', id, '--check', 'npsh-ratio', '--where', 'P-410', '--input', 'V-401.level', '--scenario', 'fouled'); // prettier-ignore
  await expect(page.locator('[data-input="V-401.level"] b').nth(1)).toHaveText(String(Number(said.scenarios.fouled.turns.toPrecision(4)))); // prettier-ignore
  expect(await barriers(page)).toEqual([]);

  // the same input swept, with the limit drawn
  await page.locator('[data-input="V-401.level"] button').click();
  await expect(page.locator('[data-line]')).toHaveCount(5);
  await expect(page.locator('[data-limit]')).toHaveCount(1);
  expect(await barriers(page)).toEqual([]);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV', exact: true }).click();
  expect((await saved).suggestedFilename()).toMatch(/\.csv$/);

  // over a second input as a map, with the line on which the margin just meets its limit, in a workbook too
  await page.getByRole('combobox', { name: 'A second input', exact: true }).click();
  await page.getByRole('option', { name: /^F-402/ }).click();
  await expect(page.locator('[data-field]')).toBeVisible({ timeout: 20_000 });
  await expect(page.locator('[data-level=limit]')).toBeVisible();
  expect(await barriers(page)).toEqual([]);
  const book = page.waitForEvent('download');
  await page.getByRole('button', { name: 'XLSX', exact: true }).click();
  expect((await book).suggestedFilename()).toMatch(/\.xlsx$/);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.locator('[data-check=npsh-ratio] [data-cell=fouled]').click();

  await page.getByRole('button', { name: '≥ 1.30' }).click();
  await page.getByLabel('Limit', { exact: true }).fill('0.95');
  await page.getByLabel('reason').fill('agreed with the maker');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await settled(page);
  await expect(page.locator('[data-check=npsh-ratio] [data-cell=fouled]')).toHaveAttribute('data-verdict', /near|holds/);
  await expect(page.getByText('agreed with the maker')).toBeVisible();
  await page.getByRole('button', { name: 'Calculation', exact: true }).click();
  await expect(page.getByRole('complementary', { name: 'Calculation of P-410' })).toContainText('NPSHA/NPSHR');
});

type Uncertain = { scenarios: Record<string, { margins: { check: string; where: string; fails: number }[] }> };
type Fitted = { inputs: { value: number; interval: number }[] };

test('uncertain inputs are drawn as the command draws them; readings stand beside the model, and wear is found from them', async ({
  page,
}) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  const demo = list.find((s) => s.title === 'Reinjection transfer')!;
  const { id } = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as Head;
  // from the entry that is uncertain
  await page.goto(`/studies/${id}/system`);
  await page.locator('[data-row="P-410"] [data-cell=entry]').click();
  await page.locator('[data-sweep="P-410.speed"]').focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-line]')).toHaveCount(5);
  await page.goto(`/studies/${id}/margins?sheet=uncertainty`);
  const choose = async (label: string, option: RegExp): Promise<void> => {
    await page.getByRole('combobox', { name: label, exact: true }).click();
    await page.getByRole('option', { name: option }).first().click();
  };
  await choose('Uncertain input', /^All pipes/);
  await page.getByLabel('Deviation').fill('30 %');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await choose('Uncertain input', /^P-410/);
  await choose('Uncertain input: parameter', /^Curve/);
  await choose('Grade', /^grade 2B/i);
  await expect(page.locator('[data-uncertain]')).toHaveCount(2);
  await settled(page);
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await expect(page.locator('[data-sampled="500"]')).toBeVisible();
  const drawn = await command<Uncertain>(page, 'uncertainty', id);
  const motor = drawn.scenarios.winter!.margins.find((m) => m.check === 'motor-power')!;
  expect(motor.fails).toBeGreaterThan(0.01);
  await expect(page.locator('[data-chance="motor-power:P-410"] [data-cell=winter]')).toContainText(
    `${Math.round(motor.fails * 100)} %`,
  );
  await expect(page.locator('[data-cloud]')).toHaveCount(5);
  await page.locator('[data-chance="motor-power:P-410"] [data-cell=winter]').click();
  // shaft power goes with flow, head and efficiency of the curve; the pipes are behind a valve that holds the flow
  await expect(page.locator('[data-axis]').first()).toHaveAttribute('data-axis', /^P-410\.curve/);
  expect(await barriers(page)).toEqual([]);

  await page.goto(`/studies/${id}/margins?sheet=readings`);
  await page.getByRole('button', { name: 'Paste a table of readings' }).click();
  await page
    .getByRole('textbox', { name: /instrument, where, what/ })
    .fill('FI-411\tP-410\tflow\t290 m3/h\nPDI-411\tP-410\thead\t73.1 m\t\t0.4 m');
  await page.getByRole('button', { name: 'Add 2' }).click();
  await expect(page.locator('[data-reading]')).toHaveCount(2);
  await choose('Fitted input', /^P-410/);
  await page.getByRole('button', { name: 'Fit to 2 readings' }).click();
  const found = page.locator('[data-found="P-410.wear"]');
  await expect(found).toContainText(/The pump has lost 6\.?\d* % of its head/);
  await settled(page);
  const said = await command<Fitted>(page, 'fit', id, '--inputs', 'P-410.wear');
  expect(Number(await found.getAttribute('data-value'))).toBeCloseTo(said.inputs[0]!.value, 6);
  expect(await barriers(page)).toEqual([]);
  await page.getByRole('button', { name: 'Apply to the study' }).click();
  await settled(page);
  await expect(page.locator('[data-reading="1"] [data-off]')).toHaveText(/^[+−]?0(\.\d)?$/);
});
