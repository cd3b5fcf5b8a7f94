import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Page } from 'playwright-core';
import { barriers, expect, openDemoCopy, settled, solveExported, test } from './fixtures.js';

const READER = fileURLToPath(new URL('../packages/report/src/test/pdf-text.mjs', import.meta.url));
const wordsOf = (file: string): string => {
  const { stdout } = spawnSync(process.execPath, [READER, file], { encoding: 'utf8', maxBuffer: 1e8 });
  return (JSON.parse(stdout) as { pages: string[][] }[])[0]!.pages.flat().join(' ').replace(/\s+/g, ' ');
};

async function enter(page: Page, row: string, name: string, value: string): Promise<void> {
  await page.locator(`[data-row="${row}"]`).first().click();
  const field = page.locator(`[name="${name}"]`).first();
  await field.fill(value);
  await field.press('Enter');
  await settled(page);
}

async function issue(page: Page, letter: string, purpose: string, more: Record<string, string> = {}): Promise<void> {
  await page.getByRole('button', { name: `Issue revision ${letter} …` }).click();
  const dialog = page.getByRole('dialog', { name: `Issue revision ${letter}` });
  for (const [label, text] of Object.entries({ Date: '2026-12-02', Purpose: purpose, 'Prepared by': 'I. Morrow', ...more }))
    await dialog.getByLabel(label).fill(text);
  expect(await barriers(page)).toEqual([]);
  await dialog.getByRole('button', { name: `Issue revision ${letter}`, exact: true }).click();
  await expect(dialog).toHaveCount(0, { timeout: 60_000 });
  await expect(page.locator(`[data-issued="${letter}"]`)).toBeVisible();
}

async function paper(page: Page, letter: string): Promise<{ name: string; bytes: Buffer; path: string }> {
  const saved = page.waitForEvent('download');
  await page.locator(`[data-issued="${letter}"]`).getByRole('link', { name: 'PDF' }).click();
  const file = await saved;
  const path = await file.path();
  return { name: file.suggestedFilename(), bytes: readFileSync(path), path };
}

/** factors from SI to what is printed, in percent what is a share */
const PUMP = {
  flow: 3600,
  head: 1,
  npsha: 1,
  npshr: 1,
  inletPressure: 1e-5,
  outletPressure: 1e-5,
  efficiency: 100,
  shaftPower: 1e-3,
  hydraulicPower: 1e-3,
  greatestPower: 1e-3,
  inputPower: 1e-3,
  current: 1,
  bestFlow: 3600,
  flowRatio: 100,
  specificSpeed: 1,
  suctionSpecificSpeed: 1,
};
const VALVE = {
  flow: 3600,
  inletPressure: 1e-5,
  outletPressure: 1e-5,
  drop: 1e-5,
  chokedDrop: 1e-5,
  kv: 1,
  cv: 1,
  opening: 100,
  fp: 1,
};

/** a figure as it is printed: four significant figures */
function printed(x: number): string {
  const whole = Math.floor(Math.log10(Number(Math.abs(x).toPrecision(4)))) + 1;
  return x.toFixed(Math.max(0, 4 - whole)).replace('-', '−');
}

test('flow goes up by 8 %: what moved is seen, mended, and revision B is issued with its changes; its figures are those of solve', async ({
  page,
}) => {
  test.slow();
  const id = await openDemoCopy(page);
  const named = { version: 1, title: 'Reinjection, winter flow', tag: 'P-410' };
  expect((await page.request.patch(`/api/studies/${id}`, { data: named })).status()).toBe(200);
  await page.goto(`/studies/${id}/report`);
  await issue(page, 'A', 'for enquiry', { 'Checked by': 'B. Lund' });
  const a = await paper(page, 'A');
  expect(a.name).toBe('P-410_reinjection-winter-flow_revA.pdf');
  await expect(page.locator('[data-revision]')).toHaveText('rev A, issued');
  expect(wordsOf(a.path)).toContain('B. Lund');

  // late in the job the flow goes up
  await page.goto(`/studies/${id}/system`);
  await enter(page, 'CV-415', 'flow', '313 m3/h');
  await expect(page.locator('[data-revision]')).toHaveText('rev A, changed since');

  // what moved, from the versions
  await page.locator('[data-save]').click();
  await page.getByLabel('Versions of this study').getByRole('button', { name: /Revision A/ }).click(); // prettier-ignore
  await page.getByRole('button', { name: 'Compare with now' }).click();
  const turned = page.getByRole('region', { name: 'Changed verdicts' });
  await expect(turned.locator('li').first()).toContainText('CV-415', { timeout: 30_000 });
  await expect(page.locator('[data-change^="CV-415.flow"]')).toContainText('290 → 313');

  // mended: a larger impeller and its motor
  await page.goto(`/studies/${id}/system`);
  await enter(page, 'P-410', 'diameter', '400 mm');
  await page.goto(`/studies/${id}/system?entry=pumps.hollin.motor.ratedPower`);
  const rating = page.locator('[name="motor.ratedPower"]');
  await expect(rating).toBeFocused();
  await rating.fill('132 kW');
  await rating.press('Enter');
  await settled(page);

  // revision B: who checked A has not checked it
  await page.goto(`/studies/${id}/report`);
  await page.getByRole('button', { name: 'Prepare revision B' }).click();
  await expect(page.getByLabel('Checked by')).toHaveValue('');
  await expect(page.locator('[data-revision]')).toHaveText('rev B, draft');
  await expect(page.locator('[data-sheet=changes]')).toContainText('Changes since revision A');
  await expect(page.locator('[data-sheet=changes]')).toContainText('313 m³/h');
  await issue(page, 'B', 'for purchase');
  await expect(page.locator('[data-revision]')).toHaveText('rev B, issued');

  const b = await paper(page, 'B');
  expect(b.name).toBe('P-410_reinjection-winter-flow_revB.pdf');
  const text = wordsOf(b.path);
  expect(text).toContain('Revision B, issued');
  expect(text).toContain('Changes since revision A');
  // in the row of revision A, and nowhere else
  expect(text.split('B. Lund').length - 1).toBe(1);
  const { scenarios } = await solveExported(page, id);
  // per scenario what stands on the sheets of the pump and the valve, and the parts of the head
  const figures = scenarios.flatMap((s) => {
    const { elements, breakdowns } = s as unknown as Record<'elements' | 'breakdowns', Record<string, Record<string, unknown>>>;
    const of = (holder: Record<string, unknown>, factors: Readonly<Record<string, number>>): string[] =>
      Object.entries(factors).flatMap(([key, factor]) => {
        const si = holder[key];
        return typeof si === 'number' && Math.abs(si) > 1e-9 ? [printed(si * factor)] : [];
      });
    return [
      ...of(elements['P-410']!, PUMP),
      ...of(elements['CV-415']!, VALVE),
      ...of(breakdowns['P-410']!, Object.fromEntries(Object.keys(breakdowns['P-410']!).map((key) => [key, 1]))),
    ];
  });
  expect(figures.length).toBeGreaterThan(150);
  expect(figures.filter((f) => !text.includes(f))).toEqual([]);

  // A is handed out as it was, byte for byte; a paper printed anew says what it is
  expect((await paper(page, 'A')).bytes.equals(a.bytes)).toBe(true);
  const saved = page.waitForEvent('download');
  await page.locator('[data-export=pdf]').click();
  const reprint = await saved;
  expect(reprint.suggestedFilename()).toBe('P-410_reinjection-winter-flow_revB-reprint.pdf');
  expect(wordsOf(await reprint.path())).toContain('Reprint of revision B (issued 2026-12-02), not the issued document');
});
