import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { barriers, expect, openDemoCopy, settled, solveExported, test } from './fixtures.js';

type Head = { id: string; title: string };

test('parts are chosen, a limit that is changed is seen on its sheet, figures are those of solve, and every file is exported', async ({
  page,
}) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  const demo = list.find((s) => s.title === 'Reinjection transfer')!;
  const { id } = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as Head;
  await page.goto(`/studies/${id}/report`);
  await expect(page.locator('[data-sheet=cover]')).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('[data-failing-sheet]')).toContainText('NPSH ratio of P-410 is 0.971');
  const { scenarios } = await solveExported(page, id);
  for (const s of scenarios) {
    const cell = page.locator(`[data-sheet=pump-sheet] [data-from="P-410.head"][data-scenario="${s.id}"]`);
    // on the data sheet where the scenario is one of its columns, and among the duties behind it
    for (const text of await cell.allTextContents()) expect(Number(text)).toBeCloseTo(s.elements['P-410']!.head!, 1);
    expect(await cell.count()).toBeGreaterThan(0);
  }
  // a figure opens its working
  await page.locator('[data-sheet=margins] [data-from="npsh-ratio:P-410"][data-scenario=fouled] span').click();
  await expect(page.getByRole('complementary', { name: 'Calculation of P-410' })).toContainText('NPSHA/NPSHR');
  await page.keyboard.press('Escape');

  await page.getByRole('checkbox', { name: 'Cover' }).uncheck();
  await page.getByRole('checkbox', { name: 'Elevation profile' }).uncheck();
  await expect(page.locator('[data-sheet=cover]')).toHaveCount(0);
  // what fails stays on the first sheet
  await expect(page.locator('[data-sheet] [data-failing-sheet]')).toHaveCount(1);
  await page.getByLabel('Approved by').fill('S. Holm');
  await page.getByLabel('Approved by').press('Enter');
  await settled(page);
  expect(await barriers(page)).toEqual([]);

  // a limit, changed where it stands, is on the sheet with its reason
  await page.goto(`/studies/${id}/margins`);
  await page.locator('[data-check=npsh-ratio] [data-cell=fouled]').click();
  await page.getByRole('button', { name: '≥ 1.30' }).click();
  await page.getByLabel('Limit', { exact: true }).fill('0.95');
  await page.getByLabel('reason').fill('agreed with the maker');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await settled(page);
  await page.goto(`/studies/${id}/report`);
  await expect(page.locator('[data-sheet=assumptions]')).toContainText('agreed with the maker');
  await expect(page.locator('[data-failing-sheet]')).not.toContainText('NPSH ratio');

  for (const [format, begin] of [
    ['pdf', '%PDF-'],
    ['xlsx', 'PK'],
    ['zip', 'PK'],
    ['json', '{'],
  ] as const) {
    const saved = page.waitForEvent('download');
    await page.locator(`[data-export=${format}]`).click();
    const file = await saved;
    expect(file.suggestedFilename()).toMatch(new RegExp(`\\.${format}$`));
    expect(
      readFileSync(await file.path())
        .subarray(0, begin.length)
        .toString('latin1'),
    ).toBe(begin);
  }

  // the pages as they print, and a larger one
  await page.getByRole('radio', { name: 'Pages' }).click();
  await expect(page.locator('[data-pages]')).not.toHaveAttribute('data-pages', '0');
  await expect(page.locator('[data-printing=false]')).toBeVisible();
  const first = page.locator('[data-page="1"] canvas');
  const before = (await first.boundingBox())!.width;
  await page.getByRole('button', { name: 'Larger' }).click();
  await expect.poll(async () => (await first.boundingBox())!.width).toBeGreaterThan(before * 1.2);
  await page.getByRole('button', { name: 'Page 3', exact: true }).click();
  await expect(page.locator('[data-page="3"]')).toBeInViewport();
  expect(await barriers(page)).toEqual([]);
  await page.getByRole('radio', { name: 'Ledger' }).click();
  await page.getByLabel('Filter the ledger').fill('winter head loss over 5');
  // the rows follow what is typed a moment later
  const least = async (): Promise<number> =>
    Math.min(...(await page.locator('[data-ledger-row] [data-value]').allTextContents()).map(Number));
  await expect.poll(least).toBeGreaterThan(5);
  expect(await page.locator('[data-ledger-row]').count()).toBeGreaterThan(0);
  expect(await barriers(page)).toEqual([]);
});

test('a letterhead is kept as a template of the plant, taken by another study, and printed', async ({ page }) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  const copy = async (title: string): Promise<string> =>
    ((await (await page.request.post(`/api/studies/${list.find((s) => s.title === title)!.id}/copy`)).json()) as Head).id;
  const name = `Plant ${Date.now()}`;
  await page.goto(`/studies/${await copy('Reinjection transfer')}/report`);
  await page.getByRole('radio', { name: 'Letterhead' }).click();
  await page.getByLabel('Company or plant').fill('Tarnholt Utilities');
  await page.getByLabel('Company or plant').press('Enter');
  await page.getByLabel('heading of Pump data sheet').fill('Pump process data');
  await page.getByLabel('heading of Pump data sheet').press('Enter');
  await page.getByRole('button', { name: 'Add a revision' }).click();
  await page.getByLabel('what changed of revision A').fill('for comment');
  await page.getByLabel('what changed of revision A').press('Enter');
  await page.getByLabel('Name of the template').fill(name);
  await page.getByRole('button', { name: 'Save as template' }).click();
  await expect(page.getByRole('button', { name: `Remove the template ${name}` })).toBeVisible();
  await settled(page);
  expect(await barriers(page)).toEqual([]);
  await page.getByRole('radio', { name: 'Sheets' }).click();
  await expect(page.locator('[data-sheet=revisions]')).toContainText('for comment');
  await expect(page.locator('[data-sheet=pump-sheet] h2').first()).toContainText('Pump process data');

  const other = await copy('Snow-melt loop');
  await page.goto(`/studies/${other}/report`);
  await page.getByRole('radio', { name: 'Letterhead' }).click();
  await page.getByRole('combobox', { name: 'Template used' }).click();
  await page.getByRole('option', { name }).click();
  await settled(page);
  await page.getByRole('radio', { name: 'Sheets' }).click();
  await expect(page.locator('[data-letterhead]')).toHaveText('Tarnholt Utilities');
  // revisions are a study's own
  await expect(page.locator('[data-sheet=revisions]')).toHaveCount(0);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'SVG' }).first().click();
  expect((await saved).suggestedFilename()).toMatch(/\.svg$/);
  await page.getByRole('radio', { name: 'Letterhead' }).click();
  await page.getByRole('button', { name: `Remove the template ${name}` }).click();
  await expect(page.getByRole('button', { name: `Remove the template ${name}` })).toHaveCount(0);
});

test('what the browser prints of margins, scenarios and the report is all that the view holds, not one screen of it', async ({
  page,
}) => {
  const id = await openDemoCopy(page);
  const reader = fileURLToPath(new URL('../packages/report/src/test/pdf-text.mjs', import.meta.url));
  const printed = async (view: string, ready: string): Promise<string> => {
    await page.goto(`/studies/${id}/${view}`);
    await expect(page.locator(ready).first()).toBeVisible();
    await settled(page);
    const file = test.info().outputPath(`${view}.pdf`);
    await page.pdf({ path: file, format: 'A4', landscape: true, printBackground: true });
    const { stdout } = spawnSync(process.execPath, [reader, file], { encoding: 'utf8', maxBuffer: 1e8 });
    return (JSON.parse(stdout) as { pages: string[][] }[])[0]!.pages.flat().join(' ').replace(/\s+/g, ' ');
  };
  const margins = await printed('margins', '[data-check]');
  const checks = await page.locator('[data-check]').evaluateAll((rows) => rows.map((r) => (r as HTMLElement).innerText.split('\n')[0]!.trim())); // prettier-ignore
  expect(checks.length).toBeGreaterThan(20);
  expect(checks.filter((c) => !margins.includes(c))).toEqual([]);
  const scenarios = await printed('scenarios', '[data-result]');
  const results = await page.locator('[data-result]').evaluateAll((rows) => rows.map((r) => r.getAttribute('data-result')!));
  expect(results.filter((r) => !scenarios.includes(r))).toEqual([]);
  // views of charts: what stands beside and under them is all there
  const rows = async (selector: string): Promise<string[]> =>
    page.locator(selector).evaluateAll((all) => all.map((r) => (r as HTMLElement).innerText.split('\n')[0]!.trim()).filter((t) => t !== '')); // prettier-ignore
  const system = await printed('system', '[data-row]');
  const ids = await page.locator('[data-row]').evaluateAll((all) => all.map((r) => r.getAttribute('data-row')!));
  expect([ids.length > 8, ids.filter((id) => !system.includes(id))]).toEqual([true, []]);
  const valves = await printed('valves', '[data-valve] >> nth=10');
  const names = await page.locator('[data-valve]').evaluateAll((all) => all.map((r) => r.getAttribute('data-valve')!));
  expect([names.length > 10, names.filter((n) => n !== 'own' && !valves.includes(n))]).toEqual([true, []]);
  for (const [view, ready] of [
    ['curves', 'h2'],
    ['pumps', 'h2'],
    ['suction', 'text=Highest allowable fouling'],
  ] as const) {
    const text = await printed(view, ready);
    const heads = await rows('.print-charts :is(h2, h3, th):not(.no-print *)');
    expect([view, heads.length > 1, heads.filter((h) => !text.includes(h))]).toEqual([view, true, []]);
  }
  const report = await printed('report', '[data-sheet=working]');
  for (const title of ['Pump data sheet', 'Line list', 'Head breakdown', 'Margins', 'Calculation'])
    expect(report).toContain(title);
});
