import { AxeBuilder } from '@axe-core/playwright';
import { readFileSync } from 'node:fs';
import { expect, settled, solveExported, test } from './fixtures.js';

type Head = { id: string; title: string };

test('parts are chosen, a limit that is changed is seen on its sheet, figures are those of solve, and every file is exported', async ({
  page,
}) => {
  test.slow();
  const list = (await (await page.request.get('/api/studies')).json()) as Head[];
  const demo = list.find((s) => s.title === 'Reinjection transfer')!;
  const { id } = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as Head;
  await page.goto(`/studies/${id}/report`);
  await expect(page.locator('[data-sheet=cover]')).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('[data-failing-sheet]')).toContainText('NPSH ratio of P-410 is 0.971');
  const { scenarios } = await solveExported(page, id);
  for (const s of scenarios) {
    const cell = page.locator(`[data-sheet=pump-sheet] [data-from="P-410.head"][data-scenario="${s.id}"]`);
    expect(Number(await cell.textContent())).toBeCloseTo(s.elements['P-410']!.head!, 1);
  }
  // a figure opens its working
  await page.locator('[data-sheet=margins] [data-from="npsh-ratio:P-410"][data-scenario=fouled] span').click();
  await expect(page.getByRole('complementary', { name: 'Working of P-410' })).toContainText('NPSHA/NPSHR');
  await page.keyboard.press('Escape');

  await page.getByRole('checkbox', { name: 'Cover' }).uncheck();
  await page.getByRole('checkbox', { name: 'Elevation profile' }).uncheck();
  await expect(page.locator('[data-sheet=cover]')).toHaveCount(0);
  // what fails stays on the first sheet
  await expect(page.locator('[data-sheet] [data-failing-sheet]')).toHaveCount(1);
  await page.getByLabel('approved').fill('S. Holm');
  await page.getByLabel('approved').press('Enter');
  await settled(page);
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);

  // a limit, changed where it stands, is on the sheet with its reason
  await page.goto(`/studies/${id}/margins`);
  await page.locator('[data-check=npsh-ratio] [data-cell=fouled]').click();
  await page.getByRole('button', { name: '≥ 1.30' }).click();
  await page.getByLabel('limit', { exact: true }).fill('0.95');
  await page.getByLabel('reason').fill('agreed with the maker');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await settled(page);
  await page.goto(`/studies/${id}/report`);
  await expect(page.locator('[data-sheet=assumptions]')).toContainText('agreed with the maker', { timeout: 30_000 });
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
  await page.getByRole('radio', { name: 'pages' }).click();
  await expect(page.locator('[data-pages]')).not.toHaveAttribute('data-pages', '0', { timeout: 30_000 });
  await expect(page.locator('[data-printing=false]')).toBeVisible();
  const first = page.locator('[data-page="1"] canvas');
  const before = (await first.boundingBox())!.width;
  await page.getByRole('button', { name: 'Larger' }).click();
  await expect.poll(async () => (await first.boundingBox())!.width).toBeGreaterThan(before * 1.2);
  await page.getByRole('button', { name: 'Page 3', exact: true }).click();
  await expect(page.locator('[data-page="3"]')).toBeInViewport();
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  await page.getByRole('radio', { name: 'ledger' }).click();
  await page.getByLabel('Filter the ledger').fill('winter head loss over 5');
  await expect(page.locator('[data-ledger-row]').first()).toBeVisible();
  for (const text of await page.locator('[data-ledger-row] > span:nth-child(6)').allTextContents())
    expect(Number(text)).toBeGreaterThan(5);
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
});
