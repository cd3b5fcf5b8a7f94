import { readFileSync } from 'node:fs';
import Excel from 'exceljs';
import { barriers, demoCopy, expect, settled, solveExported, test } from './fixtures.js';

test('data sheets go to a maker as a spreadsheet and come back with his values: what deviates is marked, as the study has it now', async ({
  page,
}) => {
  const { id } = await demoCopy(page);
  await page.goto(`/studies/${id}/report`);
  await expect(page.locator('[data-sheet=cover]')).toBeVisible({ timeout: 30_000 });
  const saved = page.waitForEvent('download');
  await page.locator('[data-export=sheets]').click();
  const file = await saved;
  expect(file.suggestedFilename()).toBe('P-410-A-B_reinjection-transfer-copy_data-sheets.xlsx');
  const book = new Excel.Workbook();
  await book.xlsx.readFile(await file.path());
  expect(book.worksheets.map((s) => s.name)).toEqual(['Pump P-410', 'Valve CV-415']);
  // the sheet asks for what the study requires: 1.1 times the greatest shaft power of one unit in a judged scenario
  const { scenarios } = await solveExported(page, id);
  const power = Math.max(...scenarios.map((s) => s.elements['P-410']! as unknown as Record<string, number>).map((p) => p.shaftPower! / p.running!)); // prettier-ignore
  const answers: Record<string, string | number> = { maker: 'Lorn Pumps', 'motor-rating': (1.1 * power) / 1000 - 2, 'min-flow': '30 m3/h' }; // prettier-ignore
  let required = 0;
  book.getWorksheet('Pump P-410')!.eachRow((r) => {
    const key = String(r.getCell(1).value);
    if (key in answers) r.getCell(6).value = answers[key]!;
    if (key === 'motor-rating') required = Number(r.getCell(4).value);
  });
  expect(required).toBeCloseTo((1.1 * power) / 1000, 6);
  const buffer = Buffer.from(await book.xlsx.writeBuffer());
  await page
    .getByLabel('Filled-in data sheets')
    .setInputFiles({ name: 'lorn.xlsx', mimeType: 'application/octet-stream', buffer });
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
  await expect(row('Motor rating, one unit')).toContainText('% below required');
  await expect(row('Minimum continuous flow')).toContainText('meets');
  await expect(page.getByRole('article').first()).toContainText('Lorn Pumps');
  expect(await barriers(page)).toEqual([]);
  const marked = page.waitForEvent('download');
  await page.getByRole('button', { name: 'XLSX with deviations marked' }).click();
  const back = new Excel.Workbook();
  await back.xlsx.readFile(await (await marked).path());
  expect(back.worksheets.map((s) => s.name)).toEqual(['Offer P-410', 'Offer CV-415']);
});

test.describe('a file to take along', () => {
  // the file that is none is refused
  test.use({ allowed: /422/ });

  test('a study is taken along as one file and opened from it, with the models that it took', async ({ page }) => {
    const { of } = await demoCopy(page);
    const name = `Taken along ${Date.now()}`;
    // with a model of the catalogue
    const models = ((await (await page.request.get('/api/catalogue/models?kind=pumps&count=1&from=0')).json()) as { rows: { id: string }[] }).rows; // prettier-ignore
    const { entry } = (await (await page.request.get(`/api/catalogue/models/${models[0]!.id}`)).json()) as { entry: object };
    const { document } = (await (await page.request.get(`/api/studies/${of}`)).json()) as { document: { pumps: object } };
    const pumps = { ...document.pumps, taken: { ...entry, from: { model: models[0]!.id, revision: 1 } } };
    await page.request.post('/api/studies', { data: { document: { ...document, title: name, pumps } } });
    await page.goto('/');
    await page.getByRole('button', { name: `Actions for ${name}` }).click();
    const saved = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: 'Take along (.cedar)' }).click();
    const file = await saved;
    expect(file.suggestedFilename()).toMatch(/^p-410-a-b-taken-along-\d+\.cedar$/);
    await page.getByLabel('Study file').setInputFiles(await file.path().then((path) => ({ name: 'study.cedar', mimeType: 'application/zip', buffer: readFileSync(path) }))); // prettier-ignore
    const dialog = page.getByRole('dialog', { name: `${name} opened` });
    await expect(dialog).toContainText('1 model already in the catalogue, unchanged');
    expect(await barriers(page)).toEqual([]);
    await dialog.getByRole('button', { name: 'Open the study' }).click();
    await settled(page);
    await expect(page.getByText(name).first()).toBeVisible();
    await expect(page.locator('[data-scenario]').first()).toBeVisible();
    // what is no such file is said, and nothing is kept
    await page.goto('/');
    await page
      .getByLabel('Study file')
      .setInputFiles({ name: 'x.cedar', mimeType: 'application/zip', buffer: Buffer.from('no') });
    await expect(page.getByRole('dialog', { name: 'Not accepted' })).toContainText('it is not a .cedar file');
  });
});
