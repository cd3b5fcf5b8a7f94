import { barriers, expect, settled, solveExported, test } from './fixtures.js';

test('a service in nine actions: from New study to a duty that is judged in its scenarios, as the command line solves it', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New study' }).click();
  await expect(page.locator('[data-begun=design]')).toBeVisible();
  expect(await barriers(page)).toEqual([]);
  await page.getByRole('button', { name: /^River to plant/ }).click();
  await page.getByLabel('Tag').fill('P-205 A/B');
  await page.getByLabel('Title').fill('Raw water make-up');
  await page.locator('[name=begin-flow]').fill('400');
  await page.locator('[name=begin-river]').fill('61.5 / 63.8 / 65');
  await page.locator('[name=begin-length]').fill('900 m');
  await page.getByLabel('Create Fouled strainer').uncheck();
  // 92.2 m of the tank over 63.8 m of the river
  await expect(page.locator('[data-begun=design] td').nth(1)).toHaveText('400');
  await expect(page.locator('[data-begun=design] td').nth(2)).toHaveText('28.4');
  const shown = await page.locator('[data-begun=low] td').nth(3).textContent();
  await page.getByRole('button', { name: 'Create study' }).click();
  await expect(page).toHaveURL(/system$/);
  await expect(page.locator('[data-scenario]')).toHaveCount(4);
  await settled(page);
  for (const scenario of ['design', 'low', 'least', 'lowest'])
    await expect(page.locator(`[data-scenario=${scenario}] [data-figure=head]`)).toBeVisible();
  const id = /studies\/([^/]+)/.exec(page.url())![1]!;
  const { scenarios } = await solveExported(page, id);
  const low = scenarios.find((s) => s.id === 'low')!;
  expect(low.elements['P-1']!.head).toBeCloseTo(Number(shown), 0);
  expect(low.elements['P-1']!.flow * 3600).toBeCloseTo(400, 3);
  // in other units the same service
  await page.goto('/new');
  await page.getByRole('radio', { name: 'US' }).click();
  await page.getByRole('button', { name: /^Boiler feed/ }).click();
  await page.locator('[name=begin-pressure]').fill('600 / 640');
  await expect(page.locator('[data-begun=relief]')).toBeVisible();
  await expect(page.getByRole('status')).toContainText('gpm');
  expect(await barriers(page)).toEqual([]);
});
