import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { request } from '@playwright/test';
import { expect, openDemoCopy, settled, test } from './fixtures.js';

test('a page without the key is handed it, a program without it is refused', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ extraHTTPHeaders: {} });
  const page = await context.newPage();
  await page.goto(baseURL!);
  await expect(page.getByRole('list', { name: 'Studies' })).toContainText('Reinjection transfer');
  const bare = await request.newContext({ baseURL: baseURL!, extraHTTPHeaders: {} });
  expect((await bare.get('/api/studies')).status()).toBe(401);
  expect((await bare.get('/api/health')).status()).toBe(200);
  await bare.dispose();
  await context.close();
});

test('the name is asked once beside the studies, and stands on the versions from then on', async ({ page }) => {
  await page.goto('/');
  const asked = page.getByRole('region', { name: 'Your name' });
  await asked.getByLabel('Name').fill('Ida van Marsh');
  await expect(asked.getByLabel('Initials')).toHaveAttribute('placeholder', 'IVM');
  await asked.getByRole('button', { name: 'Keep' }).click();
  await expect(asked).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Your name: Ida van Marsh' })).toHaveText('IVM');
  await expect(asked).toHaveCount(0);
  await openDemoCopy(page);
  await page.locator('[data-row="L-401"] [data-cell=name]').click();
  await page.keyboard.type('Mine');
  await page.keyboard.press('Enter');
  await settled(page);
  await page.getByRole('button', { name: /versions/ }).click();
  await expect(page.getByRole('dialog', { name: 'Versions of this study' }).getByRole('button', { name: /^2/ })).toContainText(
    'IVM',
  );
});

test('a junction becomes a tee: its branch is chosen, what it takes is shown and has its working', async ({ page }) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: { id: string; title: string }[] }).studies;
  const network = list.find((s) => s.title === 'Network circulation')!;
  const copy = (await (await page.request.post(`/api/studies/${network.id}/copy`)).json()) as { id: string };
  await page.goto(`/studies/${copy.id}/system`);
  await page.locator('[data-row="S-1"] [data-cell=entry]').click();
  await page.getByLabel('Tee: branch line').click();
  await page.getByRole('option', { name: /C-10/ }).click();
  const tee = page.getByRole('table', { name: 'Losses in the tee S-1' });
  await expect(tee).toContainText('SM-2 run');
  await expect(tee).toContainText('C-10 branch');
  await tee
    .getByRole('row', { name: /C-10 branch/ })
    .locator('td')
    .last()
    .locator('span')
    .click();
  await expect(page.getByText('Gardel 1957').first()).toBeVisible();
});

test.describe('while the database stands still', () => {
  test.use({ allowed: /503/ });
  test('the page says so, keeps what is typed over a reload and stores it when the database is back', async ({
    page,
    instance: { folder },
  }) => {
    test.skip(folder === undefined, 'CEDAR_KNOT_FOLDER names the data folder of the instance');
    const pid = Number(readFileSync(join(folder!, 'mariadb', 'run', 'm.pid'), 'utf8'));
    const id = await openDemoCopy(page);
    const name = page.locator('[data-row="L-401"] [data-cell=name]');
    page.on('dialog', (d) => void d.accept());
    process.kill(pid, 'SIGSTOP');
    try {
      await name.click();
      await page.keyboard.type('While it stood still');
      await page.keyboard.press('Enter');
      await expect(page.locator('[data-save=offline]')).toContainText('no database');
      await page.reload();
      await expect(name).toHaveText('While it stood still');
      await expect(page.locator('[data-save=offline]')).toContainText('no database');
    } finally {
      process.kill(pid, 'SIGCONT');
    }
    await expect(page.locator('[data-save=saved]')).toBeVisible({ timeout: 30_000 });
    expect(JSON.stringify(await (await page.request.get(`/api/studies/${id}`)).json())).toContain('While it stood still');
    // and nothing of it is restored once more
    await page.reload();
    await settled(page);
    await expect(page.getByText('Restored:')).toHaveCount(0);
  });
});
