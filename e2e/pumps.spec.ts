import { readFileSync } from 'node:fs';
import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, settled, test } from './fixtures.js';

async function openCopy(page: Page, title: string): Promise<string> {
  const list = (await (await page.request.get('/api/studies')).json()) as { id: string; title: string }[];
  const demo = list.find((s) => s.title === title)!;
  const copy = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as { id: string };
  await page.goto(`/studies/${copy.id}/pumps`);
  return copy.id;
}

test('the catalogue is ranked for a service, filtered, compared, and a pump is taken: one step that is undone', async ({
  page,
}) => {
  test.slow();
  const id = await openCopy(page, 'Production well W-3');
  const ranked = page.locator('[data-ranked]');
  await expect(ranked).toBeVisible({ timeout: 60_000 });
  const candidates = page.locator('[data-candidate]');
  await expect(candidates.first()).toBeVisible();
  const all = await candidates.count();
  expect(all).toBeGreaterThan(1);
  // least energy first
  const energy = (await candidates.locator('td:nth-child(9) b').allTextContents()).map(Number);
  expect(energy).toEqual([...energy].sort((a, b) => a - b));
  await expect(page.locator('[data-reason]').first()).toContainText('head too low');

  await page.getByRole('combobox', { name: 'Mains' }).click();
  await page.getByRole('option', { name: '50 Hz' }).click();
  await expect(page.getByText(/by the filters/)).toBeVisible({ timeout: 60_000 });
  await expect(ranked).toBeVisible({ timeout: 60_000 });
  for (const i of [0, 1]) await candidates.nth(i).getByRole('checkbox').check();
  await expect(page.getByRole('img', { name: 'Head and efficiency of the compared pumps' })).toBeVisible();
  const scan = await new AxeBuilder({ page }).analyze();
  expect(scan.violations.map((v) => v.id)).toEqual([]);
  await page.getByRole('tab', { name: 'Side by side' }).click();
  await expect(page.getByText('less the first')).toBeVisible();
  await page.getByRole('tab', { name: 'Near misses' }).click();
  await expect(page.getByText('short by')).toBeVisible();
  await page.getByRole('tab', { name: 'Candidates' }).click();

  const row = candidates.first();
  const key = (await row.getAttribute('data-candidate'))!;
  const flow = page.locator('[data-scenario] [data-figure=flow]').first();
  await row.getByRole('button', { name: 'Take it' }).click();
  await settled(page);
  type Stored = {
    document: {
      lines: { elements: { id: string; pump?: string; diameter?: string; stages?: number }[] }[];
      pumps: Record<string, { from?: object }>;
    };
  };
  const stored = async () => (await (await page.request.get(`/api/studies/${id}`)).json()) as Stored;
  const pumpOf = (s: Stored) => s.document.lines.flatMap((l) => l.elements).find((e) => e.pump !== undefined)!;
  expect(pumpOf(await stored())).toMatchObject({
    pump: key,
    stages: expect.any(Number),
    diameter: expect.stringContaining('mm'),
  });
  expect((await stored()).document.pumps[key]!.from).toMatchObject({ revision: 1 });
  await expect(flow).toBeVisible();
  await page.keyboard.press('Control+z');
  await settled(page);
  await expect.poll(async () => pumpOf(await stored()).pump).not.toBe(key);
});

test('the stage ladder: exact counts, the one that governs, and a rung that is taken', async ({ page }) => {
  await openCopy(page, 'Production well W-3');
  await page.getByRole('tab', { name: 'Stage ladder' }).click();
  // the well drawn down asks 178 m of stages of 15.2 m
  await expect(page.locator('[data-need] >> nth=3')).toContainText('11.71');
  await expect(page.getByText('governs')).toBeVisible();
  await expect(page.locator('[data-rung="12"]')).toContainText('chosen');
  await expect(page.locator('[data-rung="11"]')).toContainText('not made');
  const scan = await new AxeBuilder({ page }).analyze();
  expect(scan.violations.map((v) => v.id)).toEqual([]);
  await page.locator('[data-rung="14"]').getByRole('button', { name: 'Take 14' }).click();
  await expect(page.locator('[data-rung="14"]')).toContainText('chosen');
});

test('every curve is read at a flow, under the pointer and typed; the curves are had as a table', async ({ page }) => {
  await openCopy(page, 'Reinjection transfer');
  await page.getByRole('link', { name: 'Curves' }).click();
  const slider = page.getByRole('slider', { name: 'Flow at which the curves are read' });
  await expect(slider).toBeVisible();
  await page.getByLabel('Read at a flow').fill('290 m3/h');
  await page.getByLabel('Read at a flow').press('Enter');
  // at the duty of winter the pump gives what its knot says
  const head = await page.locator('[data-duty=winter] td').nth(2).textContent();
  await expect(page.locator('[data-floating] [data-read=winter] td').nth(2)).toHaveText(head!);
  await slider.focus();
  await slider.press('ArrowRight');
  await expect(page.locator('[data-floating]')).not.toContainText('290.0');
  const save = async (format: string): Promise<Buffer> => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save the curves' }).click();
    await page.getByRole('menuitem', { name: format }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe(`P-410-curves.${format.toLowerCase()}`);
    return readFileSync(await file.path());
  };
  expect((await save('CSV')).toString().split('\n')[0]).toContain('winter system [m]');
  // one sheet with the three plots, the marks on them and the title; nothing in it hangs on the page's styles
  const svg = (await save('SVG')).toString();
  expect(svg.match(/<svg/g)).toHaveLength(6);
  expect(/<title>(.*?)<\/title>/.exec(svg)![1]).toBe('P-410 A/B · Reinjection transfer (copy) · P-410 · Hollin TC 150-400');
  expect(svg.match(/var\(--|class=/)).toBeNull();
  const png = await save('PNG');
  expect([png.subarray(1, 4).toString(), png.length > 50_000]).toEqual(['PNG', true]);

  // opened by its address the view is drawn when its curves come, which may be after the frame stands
  await openCopy(page, 'Network circulation');
  await page.goto(page.url().replace(/pumps$/, 'curves'));
  await expect(page.getByRole('img', { name: 'System head curves and pump curves over flow' })).toBeVisible();
});
