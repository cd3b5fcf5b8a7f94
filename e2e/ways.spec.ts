import type { Page } from '@playwright/test';
import { expect, test } from './fixtures.js';

/* The way from nothing to a judged service, by keys alone and by touch alone. */

/** presses Tab until what is focused answers to a name; a person would hear it */
async function tabTo(page: Page, name: RegExp, most = 80): Promise<void> {
  for (let k = 0; k < most; k++) {
    await page.keyboard.press('Tab');
    const said = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement | null;
      return e?.getAttribute('aria-label') ?? (e as HTMLInputElement | null)?.labels?.[0]?.textContent ?? e?.textContent ?? '';
    });
    if (name.test(said.trim())) return;
  }
  throw new Error(`no stop of the keyboard answers to ${name}`);
}
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => document.activeElement!.id || document.activeElement!.tagName);

test('by keys alone: a service is begun, looked at, changed and judged, and the focus is never lost', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New study' })).toBeVisible();
  await tabTo(page, /^New study$/);
  await page.keyboard.press('Enter');
  await expect(page.locator('form[data-solved=true]')).toBeVisible();
  await tabTo(page, /^River to plant/);
  await page.keyboard.press('Space');
  await expect(page.getByRole('form', { name: 'River to plant' })).toHaveAttribute('data-solved', 'true');
  await tabTo(page, /^Design flow/);
  await page.keyboard.type('300');
  await expect(page.locator('[data-begun=design]')).toContainText('300');
  await expect(page.getByRole('button', { name: 'Create study' })).toBeEnabled();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/system$/);
  // the work goes on in the view, not at the top of the page
  await expect.poll(() => focused(page)).toBe('view');
  const card = page.getByRole('button', { name: /^Scenario A/ });
  await expect(card.locator('[data-figure=flow]')).toHaveText('300');
  await tabTo(page, /Elements in flow order/);
  await page.keyboard.press('End');
  await page.keyboard.press('Control+Enter');
  await page.keyboard.type('tank level 3');
  await expect(page.getByText(/which unit\? m/)).toBeVisible();
  await page.keyboard.type(' m');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-row=T-2]')).toContainText('level 3 m');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-row=T-2]')).not.toContainText('level 3 m');
  // over the bar and the views to the view, with the first stop of the page
  await page.reload();
  await expect(card.locator('[data-figure=flow]')).toHaveText('300');
  const skip = page.getByRole('link', { name: 'Skip to the view' });
  await expect(skip).not.toBeInViewport();
  await skip.focus();
  await expect(skip).toBeInViewport();
  await page.keyboard.press('Enter');
  await expect.poll(() => focused(page)).toBe('view');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('curves');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/curves$/);
  await expect.poll(() => focused(page)).not.toBe('BODY');
  // a chart is a table for who hears it
  await expect(page.getByRole('table', { name: /as a table/ }).first()).toBeAttached();
});

test.describe('by touch alone', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });
  test('a service is begun, its scenarios and views are opened, an input is changed', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('button', { name: 'New study' }).tap();
    await page.locator('[data-begin=tank-to-tank]').tap();
    await expect(page.locator('form[data-solved=true]')).toBeVisible();
    await page.getByRole('button', { name: 'Create study' }).tap();
    await expect(page).toHaveURL(/\/system$/);
    await page.getByRole('button', { name: /^Scenario B/ }).tap();
    await expect(page.getByRole('button', { name: /^Scenario B/ })).toHaveAttribute('aria-pressed', 'true');
    await page.locator('[data-row=CV-1]').tap();
    await expect(
      page
        .getByRole('heading', { name: /CV-1/ })
        .or(page.locator('aside', { hasText: 'CV-1' }))
        .first(),
    ).toBeVisible();
    for (const view of ['Margins', 'Scenarios', 'Pumps', 'Valves', 'Suction', 'Report']) {
      await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: new RegExp(view) }).tap(); // prettier-ignore
      await expect(page).toHaveURL(new RegExp(`/${view.toLowerCase()}$`));
      await expect(page.locator('main')).toBeVisible();
    }
  });
});
