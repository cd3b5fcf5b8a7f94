import { AxeBuilder } from '@axe-core/playwright';
import { command, expect, settled, test } from './fixtures.js';

type Head = { id: string; title: string };
type Solved = { scenarios: { id: string; margins: { check: string; where: string; verdict: string }[] }[] };
type Headroom = { scenarios: { fouled: { turns: number } } };
const DEMOS = ['Reinjection transfer', 'Production well W-3', 'Network circulation', 'Snow-melt loop'];

test('margins of every demo study: as often near, failing and held as the command solves', async ({ page }) => {
  test.slow();
  const list = (await (await page.request.get('/api/studies')).json()) as Head[];
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
    }
    // nothing is hidden: a check that fails anywhere stands among those that need attention, worst first
    await page.getByRole('radio', { name: 'near or failing' }).click();
    const failing = new Set(solved.flatMap((s) => s.margins.filter((m) => m.verdict === 'fails').map((m) => m.check)));
    for (const check of failing) await expect(page.locator(`tr[data-check="${check}"]`).first()).toBeVisible();
  }
});

test('a cell says what would bring it to its limit; a limit is changed where it stands, with its reason', async ({ page }) => {
  const list = (await (await page.request.get('/api/studies')).json()) as Head[];
  const demo = list.find((s) => s.title === 'Reinjection transfer')!;
  const { id } = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as Head;
  await page.goto(`/studies/${id}/margins`);
  await page.locator('[data-check=npsh-ratio] [data-cell=fouled]').click();
  await expect(page.locator('[data-sentence]')).toContainText(/Short of its limit by/);
  await expect(page.locator('[data-done=true]')).toBeVisible({ timeout: 30_000 });
  // as the command has it
  const said = await command<Headroom>(page, 'headroom', id, '--check', 'npsh-ratio', '--where', 'P-410', '--input', 'V-401.level', '--scenario', 'fouled'); // prettier-ignore
  await expect(page.locator('[data-input="V-401.level"] b').nth(1)).toHaveText(String(Number(said.scenarios.fouled.turns.toPrecision(4)))); // prettier-ignore
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);

  // the same input swept, with the limit drawn
  await page.locator('[data-input="V-401.level"] button').click();
  await expect(page.locator('[data-line]')).toHaveCount(5, { timeout: 20_000 });
  await expect(page.locator('[data-limit]')).toHaveCount(1);
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Table (CSV)' }).click();
  expect((await saved).suggestedFilename()).toMatch(/\.csv$/);
  await page.getByRole('button', { name: 'Back to margins' }).click();
  await page.locator('[data-check=npsh-ratio] [data-cell=fouled]').click();

  await page.getByRole('button', { name: '≥ 1.30' }).click();
  await page.getByLabel('limit', { exact: true }).fill('0.95');
  await page.getByLabel('reason').fill('agreed with the maker');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await settled(page);
  await expect(page.locator('[data-check=npsh-ratio] [data-cell=fouled]')).toHaveAttribute('data-verdict', /near|holds/);
  await expect(page.getByText('agreed with the maker')).toBeVisible();
  await page.getByRole('button', { name: 'Working', exact: true }).click();
  await expect(page.getByRole('complementary', { name: 'Working of P-410' })).toContainText('NPSHA/NPSHR');
});
