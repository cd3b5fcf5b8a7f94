import type { Page } from '@playwright/test';
import { demoCopy, expect, test } from './fixtures.js';

/* A file that is dropped anywhere goes to the view it is for, and what was understood is said. */

async function drop(page: Page, name: string, text: string, type = 'text/plain'): Promise<void> {
  await expect(page.locator('main')).toBeVisible();
  await page.evaluate(
    ([n, t, mime]) => {
      const data = new DataTransfer();
      data.items.add(new File([t!], n!, { type: mime! }));
      for (const kind of ['dragover', 'drop'])
        document
          .querySelector('main')!
          .dispatchEvent(new DragEvent(kind, { dataTransfer: data, bubbles: true, cancelable: true }));
    },
    [name, text, type],
  );
}
const said = (page: Page) => page.locator('[data-dropped]');

test('a study, a line list, a table of a maker and readings go where they belong; what is none of them is said', async ({
  page,
}) => {
  const { id } = await demoCopy(page);
  await page.goto('/');
  await drop(page, 'lines.csv', 'Line;From;To;DN;Length m;Rise m;Flow m3/h\nA;T-1;P-1;150;8;-1;90\nB;P-1;T-2;125;120;15;90\n');
  await expect(page).toHaveURL(/\/new$/);
  await expect(said(page)).toContainText('line list of 2 rows');
  await expect(page.locator('[data-begun=design]')).toContainText('90');
  await page.getByRole('button', { name: 'Create study' }).click();
  await expect(page).toHaveURL(/\/system$/);
  await expect(page.locator('[data-row=P-1]')).toBeVisible();
  await drop(page, 'curves.csv', 'model,flow [m3/h],head [m]\nX 1,0,30\nX 1,20,28\nX 1,40,20\n');
  await expect(page).toHaveURL(/\/catalogues\/pumps/);
  await expect(page.getByRole('region', { name: 'Import' })).toContainText('curves.csv');
  const file = await (await page.request.get(`/api/studies/${id}/file`)).text();
  await page.goto('/catalogues/pumps');
  await drop(page, 'other.study.json', file, 'application/json');
  await expect(page).toHaveURL(/\/studies\/.*\/system$/);
  await expect(page.locator('[data-row=P-410]')).toBeVisible();
  await drop(page, 'readings.csv', 'instrument,where,what,value\nPI-1,P-410,discharge,21 bar(g)\n');
  await expect(page).toHaveURL(/margins\?sheet=readings/);
  await expect(page.getByRole('textbox', { name: /^instrument, where/ })).toHaveValue(/PI-1/);
  await drop(page, 'song.mp3', 'x');
  await expect(said(page)).toContainText('song.mp3 is not read');
  await page.goto('/');
  await drop(page, 'readings.csv', 'instrument,where,what,value\nPI-1,P-410,discharge,21 bar(g)\n');
  await expect(said(page)).toContainText('Open the study');
});
