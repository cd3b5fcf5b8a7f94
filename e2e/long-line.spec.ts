import { barriers, command, expect, settled, test } from './fixtures.js';

type Head = { id: string; title: string };
type Pump = { inletPressure: number; outletPressure: number; head: number; shaftPower: number };
type Solved = { scenarios: { id: string; elements: Record<string, Pump & { outletTemperature: number }> }[] };
type Largest = { scenarios: Record<string, { largest: number; check: string; where: string; next?: { largest: number } }> };

test('a line over the land: stations and largest flows as the commands have them, the place read by keys', async ({ page }) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  const { id } = list.find((s) => s.title.startsWith('Harbour to Ostermoor'))!;
  await page.goto(`/studies/${id}/system`);
  const stations = page.getByRole('region', { name: 'Stations' });
  await expect(stations).toBeVisible({ timeout: 20_000 });
  const solved = (await command<Solved>(page, 'solve', id)).scenarios[0]!;
  const row = stations.getByRole('row', { name: /^PS-2/ });
  const cells = await row.getByRole('cell').allTextContents();
  const ps2 = solved.elements['PS-2']!;
  expect(cells[0]).toBe('54.0');
  expect(cells[2]).toBe(String(Number(((ps2.outletPressure - 101_325) / 1e5).toPrecision(3))));
  expect(cells[3]).toBe(String(Number(ps2.head.toPrecision(3))));
  expect(cells[6]).toContain(String(Number((ps2.shaftPower / 1000).toPrecision(3))));

  // what the largest flow is held back by, and by what next
  const said = await command<Largest>(page, 'headroom', id, '--largest', 'PS-1.flow', '--scenario', 'petrol');
  const petrol = page.getByRole('region', { name: 'Largest flow' }).getByRole('row', { name: /Petrol/ });
  await expect(petrol).toContainText(String(Math.round(said.scenarios.petrol!.largest * 3600)));
  await expect(petrol).toContainText(`at ${said.scenarios.petrol!.where}`);
  await expect(petrol).toContainText(String(Math.round(said.scenarios.petrol!.next!.largest * 3600)));

  // the reading goes with the keys from one end to the other
  const place = page.getByRole('slider', { name: 'Place along the line' });
  await place.focus();
  await page.keyboard.press('End');
  await expect(page.getByRole('complementary', { name: 'Place along the line' })).toContainText('142.0 km');
  await page.keyboard.press('ArrowLeft');
  await expect(place).toHaveAttribute('aria-valuetext', '141.3 km');
  await page.keyboard.press('Home');
  await expect(place).toHaveAttribute('aria-valuenow', '0');
  expect(await barriers(page)).toEqual([]);

  // the same system as a plant has it, and with its energy line
  await page.getByRole('radio', { name: 'Schematic' }).click();
  await expect(page.getByRole('region', { name: 'Elevation profile' })).toBeVisible();
  await page.getByRole('button', { name: 'Show the energy grade line (total head)' }).click();
  await expect(page.getByRole('button', { name: 'Hide the energy grade line (total head)' })).toBeVisible();
});

test('rows of a survey are read with the units of their head, and a wrong one is said before anything is taken', async ({
  page,
}) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  const demo = list.find((s) => s.title === 'Birk gathering line')!;
  const { id } = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as Head;
  await page.goto(`/studies/${id}/system`);
  await page.getByRole('tab', { name: 'Line sheet' }).click();
  await page.locator('[data-row="T-1"] [data-cell=entry]').click();
  const panel = page.getByRole('complementary', { name: 'Entries of T-1' });
  await expect(panel.getByText(/5 elevations between, from 74/)).toBeVisible();
  await panel.getByRole('button', { name: 'Paste or read rows …' }).click();
  const text = page.getByRole('textbox', { name: 'Rows of the ground' });
  await text.fill('distance [km];elevation [m]\n1;80\n1;90');
  await expect(page.getByText('row 3: 1 is not beyond the row above')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Add 0 rows/ })).toBeDisabled();
  await text.fill('distance [km];elevation [m]\n1,5;80\n4;121,5\n9;160\n12;170');
  await expect(page.getByText('row 5: 12 is outside this pipe; skipped')).toBeVisible();
  expect(await barriers(page)).toEqual([]);
  await page.getByRole('button', { name: 'Add 3 rows' }).click();
  await expect(panel.getByText(/3 elevations between, from 80/)).toBeVisible();
  await settled(page);

  // where each property of the crude comes from stands beside it, with what no printed figure was there to check
  await page.getByRole('tab', { name: 'Fluids, pumps, valves' }).click();
  await expect(page.getByText(/Brinkman 1952 .*not checked against a printed figure/)).toBeVisible();
  expect(await barriers(page)).toEqual([]);
});

test('temperature along the way is switched on beside the scenario; a fluid without a specific heat is asked for it', async ({
  page,
}) => {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: Head[] }).studies;
  const demo = list.find((s) => s.title === 'Reinjection transfer')!;
  const { id } = (await (await page.request.post(`/api/studies/${demo.id}/copy`)).json()) as Head;
  await page.goto(`/studies/${id}/system`);
  await page.getByRole('checkbox', { name: 'Temperature along the line, in every scenario' }).check();
  await expect(page.getByText(/specific heat/i).first()).toBeVisible();
  await settled(page);
  const { id: fluids } = { id };
  const text = (await (await page.request.get(`/api/studies/${fluids}`)).json()) as { document?: { thermal?: boolean } };
  expect(JSON.stringify(text)).toContain('"thermal":true');
});
