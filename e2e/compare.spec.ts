import { barriers, expect, openDemoCopy, settled, test } from './fixtures.js';

test('a flow goes up late in a job: versions say it in words, the comparison what moved and which verdicts turned', async ({
  page,
}) => {
  const id = await openDemoCopy(page);
  const whole = (await (await page.request.get(`/api/studies/${id}`)).json()) as {
    version: number;
    document: { lines: { elements: { id: string; flow?: string }[] }[] };
  };
  for (const e of whole.document.lines.flatMap((l) => l.elements)) if (e.id === 'CV-415') e.flow = '313 m3/h';
  const saved = await page.request.put(`/api/studies/${id}`, { data: { version: whole.version, document: whole.document } });
  expect(saved.status()).toBe(200);

  await page.goto(`/studies/${id}/system`);
  await settled(page);
  await page.locator('[data-save]').click();
  const versions = page.getByLabel('Versions of this study');
  await versions.getByRole('button', { expanded: false }).nth(1).click();
  await expect(versions.getByText('CV-415, Flow held: 290 → 313 m³/h')).toBeVisible();
  await versions.getByRole('button', { name: 'Compare with now' }).click();

  await expect(page).toHaveURL(/\/compare\?from=v1$/);
  const held = page.locator('[data-change^="CV-415.flow"]');
  await expect(held).toContainText('290 → 313', { timeout: 30_000 });
  await expect(page.locator('[data-change="P-410.head"]')).toBeVisible();
  const turned = page.getByRole('region', { name: 'Changed verdicts' });
  await expect(turned).toContainText('Worse');
  await expect(turned.locator('li').first()).toContainText('CV-415');
  await expect(page.getByRole('complementary', { name: 'Versions' })).toContainText('CV-415, Flow held: 290 → 313 m³/h');
  await expect(page.locator('[data-curves] svg')).toBeVisible();
  // everything that moved, not pumps and valves alone
  const rows = page.locator('[data-part=results] [data-change]');
  const few = await rows.count();
  await page.getByRole('radio', { name: 'All' }).click();
  await expect.poll(() => rows.count()).toBeGreaterThan(few * 2);
  expect(await barriers(page)).toEqual([]);
});
