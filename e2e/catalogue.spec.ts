import type { Page } from '@playwright/test';
import { barriers, expect, openDemoCopy, test } from './fixtures.js';
import { DRAWN, placeOf, printedSheet, SHEET } from './printed-sheet.mjs';

const models = (page: Page) => page.locator('[data-model]');

/** three pumps of a maker with a letter for a digit, a flow that falls back and an efficiency that its power belies */
function plantedCsv(name: string): string {
  const rows = ['model;maker;type;speed [rpm];diameter [mm];flow [m3/h];head [m];eta [%];power [kW];NPSH3 [m]'];
  for (const [i, factor] of [1, 1.5, 2].entries())
    for (let k = 0; k < 7; k++) {
      const q = k * 20;
      const h = factor * (60 - 0.002 * q * q);
      const eta = q === 0 ? 0 : 76 * (1 - Math.abs(q / 90 - 1) ** 2) + 2;
      const power = q === 0 ? 7 : (9.798 * (q / 3600) * h) / (eta / 100);
      const head = i === 1 && k === 3 ? '7o.4' : h.toFixed(1);
      const flow = i === 0 && k === 4 ? 55 : q;
      const watts = i === 2 && k === 5 ? power * 1.3 : power;
      const first = [`${name} x${i + 1}`, 'Veldmark', 'ring section', 2950, 250 + 20 * i];
      rows.push(
        [...(k === 0 ? first : ['', '', '', '', '']), flow, head, eta.toFixed(1), watts.toFixed(2), (2 + q / 60).toFixed(2)].join(
          ';',
        ),
      );
    }
  return rows.join('\n');
}

/** all pumps of the catalogue, a page at a time as the API has them */
async function pumpsListed(page: Page): Promise<{ id: string; name: string; type: string | null }[]> {
  const all = [];
  for (;;) {
    const answer = await page.request.get(`/api/catalogue/models?kind=pumps&count=500&from=${all.length}`);
    const { rows, count } = (await answer.json()) as { count: number; rows: { id: string; name: string; type: string | null }[] };
    all.push(...rows);
    if (all.length >= count) return all;
  }
}

test('a table with faults is imported, mended and found again by its duty; what it kept is what was typed', async ({ page }) => {
  const name = `PN ${Date.now() % 100_000}`;
  await page.goto('/catalogues/pumps');
  await expect(models(page).first()).toBeVisible();
  await page.getByRole('button', { name: 'Import' }).click();
  await page
    .getByLabel('File to import')
    .setInputFiles({ name: 'veldmark.csv', mimeType: 'text/csv', buffer: Buffer.from(plantedCsv(name)) });
  const dock = page.getByRole('region', { name: 'Import' });
  await expect(dock.getByText('3 pumps, 3 curves')).toBeVisible();
  // what is proposed: the letter is read as a digit, the row that falls back is left out, the rest is taken with its mark
  const letter = dock.locator('[data-problem-row="12"]');
  await expect(letter.first()).toContainText('"7o.4"');
  await expect(letter.first().getByRole('combobox')).toContainText('Read as 70.4');
  // read so it is a slip all the same: the power of the row belies it, which is looked at after the letter was read
  await expect(letter.nth(1)).toContainText('does not agree with the power');
  await expect(dock.locator('[data-problem-row="6"]').getByRole('combobox').first()).toContainText('Row skipped');
  const belied = dock.locator('[data-problem-row="21"]').getByRole('combobox');
  await expect(belied).toContainText('Imported, marked');
  await belied.click();
  await page.getByRole('option', { name: 'Efficiency from power' }).click();
  await expect(dock.locator('[data-problem-row="21"]').getByRole('combobox')).toContainText('Efficiency from power');
  await dock.getByRole('button', { name: 'Import 3 pumps' }).click();
  await expect(dock.getByText('Imported: 3 new')).toBeVisible();
  await dock.getByRole('button', { name: 'Close' }).click();

  // its page: row 21 has the efficiency of its power, η = ρgQH/P; the source stands there
  await page.getByRole('searchbox').fill(`${name} x3`);
  await expect(models(page).first()).toContainText(`${name} x3`);
  await models(page).first().click();
  const side = page.getByRole('complementary', { name: 'Model' });
  await expect(side.getByText('veldmark.csv, rows 16–22')).toBeVisible();
  const list = await pumpsListed(page);
  const id = list.find((m) => m.name === `${name} x3`)!.id;
  const kept = (await (await page.request.get(`/api/catalogue/models/${id}`)).json()) as {
    entry: { curve: { flow: string; efficiency: number; head: string; power: string }[] };
  };
  const row = kept.entry.curve[5]!;
  const [head, power] = [Number(row.head.split(' ')[0]), Number(row.power.split(' ')[0])];
  expect(row.efficiency).toBeCloseTo((999.1 * 9.80665 * (100 / 3600) * head) / (power * 1000), 3);

  // read off at a typed flow: on the row itself the table's figures
  await side.getByLabel('Read at flow').fill('80');
  await side.getByLabel('Read at flow').press('Enter');
  await expect(side.locator('[data-figure=read-off]')).toContainText(`${(2 * (60 - 0.002 * 6400)).toFixed(1)} m`);

  // found by a duty through it
  await page.goto('/catalogues/find');
  await page.getByLabel('Flow', { exact: true }).fill('80');
  await page.getByLabel('Flow', { exact: true }).press('Tab');
  await page.getByLabel('Head at that flow').fill('94.4');
  await page.getByLabel('Head at that flow').press('Tab');
  await expect(page.locator('[data-found]', { hasText: `${name} x3` })).toContainText('94.4');
  expect(await barriers(page)).toEqual([]);
});

test('a table whose numbers read in two ways waits for its decimal mark', async ({ page }) => {
  const name = `TK ${Date.now() % 100_000}`;
  const rows = ['0,88,0', '"1,200",86,40', '"3,600",73,81', '"6,000",45,78'];
  const csv = ['Model,Speed [rpm],Diameter [mm],Flow [m3/h],Head [m],Efficiency [%]', ...rows.map((r) => `${name},990,620,${r}`)];
  await page.goto('/catalogues/pumps');
  await page.getByRole('button', { name: 'Import' }).click();
  await page
    .getByLabel('File to import')
    .setInputFiles({ name: 'large.csv', mimeType: 'text/csv', buffer: Buffer.from(csv.join('\n')) });
  const dock = page.getByRole('region', { name: 'Import' });
  await expect(dock.getByText('"1,200" is 1200 with a decimal point')).toBeVisible();
  const take = dock.getByRole('button', { name: 'Import 1 pump' });
  await expect(take).toBeDisabled();
  // 1.2 m³/h at 73 m and 990 rpm is no centrifugal pump
  await expect(dock.getByRole('radio', { name: '1,200 is 1.200: Not plausible' })).toBeVisible();
  await dock.getByRole('radio', { name: '1,200 is 1200: Most plausible' }).click();
  await take.click();
  await page.getByLabel('Search by name').fill(name);
  // the parabola through the last three: slopes 17.083 and −1.25 % per 1000 m³/h, so 2400 + 17.083/(2·3.819)·1000; not 4.6 m³/h
  await expect(models(page).first()).toContainText(/4.?636/);
});

test('a German workbook with a sheet for each pump and a US sheet with a row of units are read unasked and found by duty', async ({
  page,
}) => {
  await page.goto('/catalogues/pumps');
  for (const [file, count] of [
    ['german-sheets.xlsx', 2],
    ['us-units-row.xlsx', 1],
  ] as const) {
    await page.getByRole('button', { name: 'Import' }).click();
    await page.getByLabel('File to import').setInputFiles(`packages/cli/src/test/imports/${file}`);
    const dock = page.getByRole('region', { name: 'Import' });
    await dock.getByRole('button', { name: count === 1 ? 'Import 1 pump' : `Import ${count} pumps` }).click();
    await expect(dock.getByText(/^Imported: /)).toBeVisible();
    await dock.getByRole('button', { name: 'Close' }).click();
  }
  await page.goto('/catalogues/find');
  const fill = async (label: string, value: string): Promise<void> => {
    await page.getByLabel(label, { exact: true }).fill(value);
    await page.getByLabel(label, { exact: true }).press('Tab');
  };
  // a row of the table as it is meant: 90 m³/h at 35 m
  await fill('Flow', '90');
  await fill('Head at that flow', '35');
  for (const name of ['T-20A', 'T-21']) await expect(page.locator('[data-found]', { hasText: name })).toContainText('35.0');
});

test('what a person says of a maker’s table is kept for the maker, and the next table is read with it', async ({ page }) => {
  const maker = `Ostby ${Date.now() % 100_000}`;
  const table = (name: string): Buffer =>
    Buffer.from(['Maker;Model;n [1/min];Qx [m3/h];Hx [m]', `${maker};${name};2950;0;42`, ';;;50;40', ';;;100;33'].join('\n'));
  await page.goto('/catalogues/pumps');
  const dock = page.getByRole('region', { name: 'Import' });
  const open = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: 'Import' }).click();
    await page.getByLabel('File to import').setInputFiles({ name: `${name}.csv`, mimeType: 'text/csv', buffer: table(name) });
  };
  const first = `OA ${Date.now() % 100_000}`;
  await open(first);
  await dock.getByRole('button', { name: 'Columns and units' }).click();
  for (const [column, meaning] of [
    ['Qx [m3/h]', 'Flow'],
    ['Hx [m]', 'Head'],
  ] as const) {
    await dock.getByRole('combobox', { name: `Meaning of column ${column}` }).click();
    await page.getByRole('option', { name: meaning, exact: true }).click();
  }
  await expect(dock.getByText(`Use for files of ${maker}`)).toBeVisible();
  await dock.getByRole('button', { name: 'Import 1 pump' }).click();
  await expect(dock.getByText('Imported: 1 new')).toBeVisible();
  await dock.getByRole('button', { name: 'Close' }).click();
  await open(`${first} B`);
  await expect(dock.getByText(`Read as kept for ${maker}`)).toBeVisible();
  await dock.getByRole('button', { name: 'Read without' }).click();
  await expect(dock.getByRole('button', { name: /^Import/ })).toBeDisabled();
});

test('a printed curve becomes data within half a per cent, the picture stays with it, and a study runs on it', async ({
  page,
}) => {
  const study = await openDemoCopy(page);
  await page.goto('/catalogues/pumps/new/picture');
  const buffer = await printedSheet(page);
  await page.getByLabel('Picture of a curve').setInputFiles({ name: 'rowan-s117.png', mimeType: 'image/png', buffer });
  const sheet = page.getByRole('application', { name: /^Picture/ });
  await expect(sheet).toBeVisible();
  await expect.poll(async () => (await sheet.boundingBox())!.width).toBeLessThan(1000);
  const zoom = (await sheet.boundingBox())!.width / SHEET.width;
  const click = (p: { x: number; y: number }) => sheet.click({ position: { x: p.x * zoom, y: p.y * zoom } });
  const value = (axis: string, which: string, v: number) =>
    page.getByLabel(`${axis[0]!.toUpperCase()}${axis.slice(1)}, ${which} value`, { exact: true }).fill(String(v));
  await value('flow', 'second', 350);
  await value('head', 'first', 10);
  await value('head', 'second', 50);
  await value('efficiency', 'second', 80);
  await click(placeOf('npsh', 0, 0));
  await click(placeOf('npsh', 350, 0));
  await click(placeOf('head', 0, 10));
  await click(placeOf('head', 0, 50));
  for (const [which, v] of [
    ['first', 0],
    ['second', 80],
  ] as const) {
    await page.getByRole('button', { name: `Place the ${which} point of efficiency` }).click();
    await click(placeOf('efficiency', 350, v));
  }
  await expect(page.getByText('turned 0.8°')).toBeVisible();
  const curves = page.getByRole('region', { name: 'Curves' }).locator('tbody tr');
  const follow = async (
    i: number,
    axis: 'head' | 'efficiency',
    name: keyof typeof DRAWN,
    diameter: string,
    at: readonly number[],
  ) => {
    if (i > 0) await page.getByRole('button', { name: 'Add a curve' }).click();
    if (axis === 'efficiency') {
      await curves.nth(i).getByRole('combobox').click();
      await page.getByRole('option', { name: 'efficiency', exact: true }).click();
    }
    if (diameter) await curves.nth(i).getByRole('textbox').fill(diameter);
    await curves.nth(i).locator('td').nth(2).click();
    for (const q of at) await click(placeOf(axis, q, DRAWN[name].of(q)));
    await page.getByRole('button', { name: 'Follow to its end' }).click();
    await expect(curves.nth(i)).toContainText('11 points');
  };
  await follow(0, 'head', 'head 315', '315 mm', [60, 140]);
  await follow(1, 'head', 'head 282', '282 mm', [60, 140]);
  await follow(2, 'efficiency', 'efficiency', '', [60, 120, 300]);
  expect(await barriers(page)).toEqual([]);

  const name = `Rowan S ${Date.now() % 100_000}`;
  for (const [label, text] of [
    ['Name', name],
    ['Speed', '1450 rpm'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.getByLabel(label, { exact: true }).press('Enter');
  }
  await page.getByRole('button', { name: 'To the catalogue' }).click();
  const side = page.getByRole('complementary', { name: 'Model' });
  await expect(side.getByRole('heading', { name })).toBeVisible();
  await expect(side.getByRole('link', { name: 'rowan-s117.png' })).toBeVisible();
  const id = new URL(page.url()).pathname.split('/').at(-1)!;
  const { entry } = (await (await page.request.get(`/api/catalogue/models/${id}`)).json()) as {
    entry: { curves: { diameter: string; curve: { flow: string; head: string; efficiency?: number }[] }[] };
  };
  expect(entry.curves.map((c) => c.diameter)).toEqual(['315 mm', '282 mm']);
  const number = (text: string): number => Number(text.split(' ')[0]);
  const off = entry.curves[0]!.curve.map((r) => Math.abs(number(r.head) - DRAWN['head 315'].of(number(r.flow))));
  expect(off.reduce((a, b) => a + b, 0) / off.length / 40).toBeLessThan(0.005);
  const best = entry.curves[0]!.curve.filter((r) => (r.efficiency ?? 0) > 0.5);
  for (const r of best) expect(Math.abs(r.efficiency! * 100 - DRAWN.efficiency.of(number(r.flow)))).toBeLessThan(1);

  // into the demo study, in place of its pump: it says from which revision, and runs
  await side.getByRole('button', { name: 'Use in a study' }).click();
  const title = (await (await page.request.get(`/api/studies/${study}`)).json()) as { title: string; tag: string };
  await side.getByRole('combobox', { name: 'Study' }).click();
  await page
    .getByRole('option', { name: `${title.tag} ${title.title}`.trim(), exact: true })
    .first()
    .click();
  await expect(side.getByRole('combobox', { name: 'Position' })).toContainText('as P-410');
  await side.getByRole('button', { name: 'Use', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Curves' }).getByRole('heading', { name })).toBeVisible();
  await page.goto(`/catalogues/pumps/${id}`);
  await expect(page.getByText('Used in').locator('..')).toContainText(title.tag);
});

test('a pump is edited as a further revision; a study that took the older one says so and takes the newer', async ({ page }) => {
  const id = await openDemoCopy(page);
  await page.goto('/catalogues/pumps/new/edit');
  const sheet = page.getByRole('complementary', { name: 'Edit' });
  const name = `Typed ${Date.now() % 100_000}`;
  await sheet.getByLabel('Name', { exact: true }).fill(name);
  await sheet.getByLabel('Name', { exact: true }).press('Enter');
  // a typical curve until a maker answers
  for (const [label, text] of [
    ['Flow', '120 m3/h'],
    ['Head', '60 m'],
  ] as const) {
    await sheet.getByLabel(label, { exact: true }).fill(text);
    await sheet.getByLabel(label, { exact: true }).press('Enter');
  }
  await sheet.getByRole('button', { name: 'Draw' }).click();
  await sheet.getByLabel('Read at flow').fill('120');
  await sheet.getByLabel('Read at flow').press('Enter');
  await expect(sheet.locator('[data-figure=read-off]')).toContainText('60.0 m');
  await sheet.getByRole('button', { name: 'Keep' }).click();
  const side = page.getByRole('complementary', { name: 'Model' });
  await expect(side.getByText('◐ typical')).toBeVisible();
  const model = new URL(page.url()).pathname.split('/').at(-1)!;

  const whole = (await (await page.request.get(`/api/catalogue/models/${model}`)).json()) as { entry: object };
  const before = (await (await page.request.get(`/api/studies/${id}`)).json()) as {
    version: number;
    document: { pumps: object };
  };
  await page.request.put(`/api/studies/${id}`, {
    data: {
      version: before.version,
      document: {
        ...before.document,
        pumps: { ...before.document.pumps, typed: { ...whole.entry, from: { model, revision: 1 } } },
      },
    },
  });

  await side.getByRole('button', { name: 'Actions' }).click();
  await page.getByRole('menuitem', { name: 'Edit its data' }).click();
  await sheet.getByRole('textbox', { name: 'Minimum continuous flow' }).fill('40');
  await sheet.getByRole('textbox', { name: 'Minimum continuous flow' }).press('Enter');
  await sheet.getByLabel('What changed').fill('least flow from the maker');
  await sheet.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(side.getByText('least flow from the maker')).toBeVisible();
  await side.getByRole('button', { name: 'Compare 2 revisions' }).click();
  await expect(side.getByRole('group', { name: 'Comparison of revisions' })).toContainText('minFlow');
  expect(await barriers(page)).toEqual([]);

  await page.goto(`/studies/${id}/system`);
  await page.getByRole('tab', { name: 'Fluids, pumps, valves' }).click();
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await expect(page.getByText('◐ newer: 2')).toBeVisible();
  await page.getByRole('button', { name: 'Update' }).click();
  await expect(page.getByText('revision 2')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Minimum continuous flow' })).toHaveValue('40 m3/h');
});

test('a duty begins a study with the pump that was found; the duty is met', async ({ page }) => {
  await page.goto('/catalogues/find');
  const put = async (label: string, text: string): Promise<void> => {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.getByLabel(label, { exact: true }).press('Enter');
  };
  await page.getByRole('button', { name: 'Estimate flow' }).click();
  await put('Volume, m³', '120');
  await page.getByRole('group', { name: 'Estimate flow' }).getByRole('button', { name: 'Use', exact: true }).click();
  await expect(page.getByLabel('Flow', { exact: true })).toHaveValue('120 m3/h');
  await put('Head at that flow', '45 m');
  await put('Static head', '30 m');
  await page.getByRole('combobox', { name: 'Type' }).click();
  await page.getByRole('option', { name: 'end suction' }).click();
  await page.getByRole('combobox', { name: 'Mains' }).click();
  await page.getByRole('option', { name: '50 Hz' }).click();
  const first = page.locator('[data-found]').first();
  await expect(first).toBeVisible();
  await first.getByRole('button', { name: 'Create a study with it' }).click();
  await expect(page.getByRole('region', { name: 'Curves' })).toBeVisible();
  const card = page.locator('[data-scenario=duty]');
  // at its full diameter it gives more than the 120 m³/h asked for
  await expect.poll(async () => Number(await card.locator('[data-figure=flow]').textContent())).toBeGreaterThan(118);
});

test('valves and motors have their pages; the list sorts, filters and exports; US units', async ({ page }) => {
  await page.goto('/catalogues/valves');
  await expect(models(page).first()).toBeVisible();
  await page.getByRole('button', { name: 'Rated Kv' }).click();
  await page.getByRole('button', { name: 'Rated Kv' }).click();
  await expect(models(page).first()).toContainText('Ternel BF 600');
  await models(page).first().click();
  await expect(page.getByRole('img', { name: 'Kv and FL over travel' })).toBeVisible();
  expect(await barriers(page)).toEqual([]);
  await page.goto('/catalogues/motors');
  await models(page).first().click();
  await expect(page.getByText('at full load')).toBeVisible();
  await page.goto('/catalogues/pumps');
  await page.getByRole('button', { name: 'add a filter' }).click();
  await page.getByRole('menuitem', { name: 'type' }).hover();
  await page.getByRole('menuitem', { name: /^sump/ }).click();
  const pumps = await pumpsListed(page);
  // one that does not state its type may be one
  const sumps = pumps.filter((m) => m.type === 'sump' || m.type === null);
  await expect(page.locator('[data-figure=count]')).toHaveText(String(sumps.length));
  await page.getByRole('button', { name: 'Units: Metric' }).click();
  await page.getByRole('radio', { name: 'US' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('columnheader', { name: 'BEP gpm' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('menuitem', { name: 'CSV' }).click();
  expect((await download).suggestedFilename()).toBe('pumps.csv');
  await page.getByRole('button', { name: 'Units: US' }).click();
  await page.getByRole('radio', { name: 'Metric' }).click();
});
