import type { Page } from '@playwright/test';
import { barriers, command, expect, settled, solveExported, test } from './fixtures.js';

type Entry = Record<string, unknown>;
interface Document {
  title: string;
  pumps: Record<string, { motor?: object; curve?: Entry[]; curves?: { curve: Entry[] }[] }>;
  points: Record<string, Entry>;
  lines: { from: string; to: string; elements: (Entry & { id: string; kind: string })[] }[];
  scenarios: { id: string; set?: Entry; hoursPerYear?: number }[];
}

/** a copy of the demo service with a name of its own and a change, opened in a view */
async function opened(page: Page, title: string, view: string, change: (d: Document) => void): Promise<string> {
  const list = ((await (await page.request.get('/api/studies')).json()) as { studies: { id: string; title: string }[] }).studies;
  const demo = list.find((s) => s.title === 'Reinjection transfer')!;
  const { document } = (await (await page.request.get(`/api/studies/${demo.id}`)).json()) as { document: Document };
  document.title = title;
  change(document);
  const made = (await (await page.request.post('/api/studies', { data: { document } })).json()) as { id: string };
  await page.goto(`/studies/${made.id}/${view}`);
  return made.id;
}

const card = (page: Page, letter: string) => page.getByRole('button', { name: new RegExp(`^Scenario ${letter} `) });
const rowsOf = ({ curve, curves }: Document['pumps'][string]): Entry[] => curve ?? curves!.flatMap((c) => c.curve);

test('a pump without NPSHR and motor is incomplete everywhere, and what is missing leads to its entry', async ({ page }) => {
  const id = await opened(page, 'Incomplete service', 'margins', (d) => {
    const [entry] = Object.values(d.pumps);
    delete entry!.motor;
    for (const r of rowsOf(entry!)) delete r.npshr;
  });
  // scenario A holds but for what is missing; one that fails fails, and says that more is missing
  await expect(card(page, 'A').locator('[data-verdict]')).toHaveAttribute('data-verdict', 'incomplete');
  await expect(card(page, 'C').locator('[data-verdict]')).toHaveAttribute('data-verdict', 'fails');
  const missing = page.getByRole('status', { name: 'Not judged' });
  await expect(missing.locator('[data-incomplete]')).toHaveCount(2);
  await expect(missing).toContainText('NPSH ratio of P-410 is not judged: NPSHR is missing');
  await expect(page.locator('[data-counts=A]')).toContainText('2');
  // a limit that is not the same in all scenarios stands in its cell
  await expect(page.locator('[data-check=head-rise] [data-limit]')).toHaveText([
    '≥ 1.00',
    '≥ 1.00',
    '≥ 1.00',
    '≥ 1.00',
    '≥ 1.10',
  ]);
  expect(await barriers(page)).toEqual([]);

  const said = await command<{ verdict: string; scenarios: { verdict: string; incomplete: { missing: string[] }[] }[] }>(page, 'solve', id); // prettier-ignore
  expect(said.verdict).toBe('fails');
  expect(said.scenarios[0]).toMatchObject({ verdict: 'incomplete' });
  await page.getByRole('link', { name: 'Studies' }).first().click();
  const home = page.locator('li', { hasText: 'Incomplete service' }).first();
  await expect(home).toContainText('not judged: NPSH ratio, Motor rating');

  // the way to the entry: the rating is typed where it leads, and the motor is judged
  await page.goto(`/studies/${id}/margins`);
  await page.locator('[data-incomplete="motor-power:P-410"]').click();
  const rating = page.locator('[name="motor.ratedPower"]');
  await expect(rating).toBeFocused();
  await rating.fill('132 kW');
  await rating.press('Enter');
  await settled(page);
  await page.goto(`/studies/${id}/margins`);
  await expect(page.locator('[data-incomplete]')).toHaveCount(1);
  await expect(page.locator('[data-check=motor-power] [data-cell]').first()).toHaveAttribute('data-verdict', 'holds');
});

test('a study without a line is incomplete at home', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New study' }).click();
  await page.getByRole('button', { name: /^Blank study/ }).click();
  await page.getByLabel('Title').fill('Nothing in it yet');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add a first line' }).waitFor();
  await page.goto('/');
  const home = page.locator('li', { hasText: 'Nothing in it yet' }).first();
  await expect(home.locator('[data-study-verdict=incomplete]')).toContainText('no line yet');
});

test('what was imposed is required of the pump that is taken, in one step; its delivery is judged, its rated point taken', async ({
  page,
}) => {
  const id = await opened(page, 'Required service', 'pumps', (d) => {
    const elements = d.lines[0]!.elements;
    const pump = elements.find((e) => e.kind === 'pump')!;
    Object.assign(pump, { mode: 'flow', flow: '290 m3/h' });
    for (const key of ['pump', 'diameter', 'speed', 'stages', 'rated']) delete pump[key];
    const valve = elements.find((e) => e.kind === 'control-valve')!;
    Object.assign(valve, { mode: 'opening', opening: 0.75 });
    delete valve.flow;
    for (const s of d.scenarios) {
      s.set = Object.fromEntries(Object.entries(s.set ?? {}).filter(([a]) => !/^(P-410|CV-415)\./.test(a)));
      delete s.hoursPerYear;
    }
    d.scenarios[1]!.set!['P-410.flow'] = '280 m3/h';
  });
  await expect(page.locator('[data-ranked]')).toBeVisible({ timeout: 60_000 });
  // without hours there is no energy of a year
  await expect(page.getByText('No operating hours entered: lowest power at the largest duty').first()).toBeVisible();
  const first = page.locator('[data-candidate]').first();
  await expect(first).toBeVisible();
  await first.getByRole('button', { name: 'Use this pump' }).click();
  await settled(page);
  type Stored = { document: Document };
  const stored = async (): Promise<Document> =>
    ((await (await page.request.get(`/api/studies/${id}`)).json()) as Stored).document;
  const pumpOf = async () => (await stored()).lines[0]!.elements.find((e) => e.id === 'P-410')!;
  await expect.poll(async () => (await pumpOf()).mode).toBe('curve');
  const taken = await pumpOf();
  expect(taken).toMatchObject({ mode: 'curve', requiredFlow: '290 m3/h' });
  expect(taken.flow).toBeUndefined();
  expect((await stored()).scenarios[1]!.set).toMatchObject({ 'P-410.requiredFlow': '280 m3/h' });

  // judged as the command line has it
  const solved = (await solveExported(page, id)) as unknown as { scenarios: { margins: { check: string; where: string; value: number; verdict: string }[] }[] }; // prettier-ignore
  const margin = solved.scenarios[0]!.margins.find((m) => m.check === 'delivered-flow' && m.where === 'P-410')!;
  await page.goto(`/studies/${id}/margins`);
  const cell = page.locator('[data-check=delivered-flow] [data-cell]').first();
  await expect(cell).toHaveAttribute('data-verdict', margin.verdict);
  await expect(cell).toContainText(String(Number(margin.value.toPrecision(3))));

  await page.goto(`/studies/${id}/system`);
  await page.locator('[data-row="P-410"] [data-cell=name]').click();
  await page.getByRole('button', { name: /^From the largest required flow, 290/ }).click();
  await expect(page.locator('[name="rated.flow"]')).toHaveValue('290 m3/h');
  await settled(page);
  expect((await pumpOf()).rated).toMatchObject({ flow: '290 m3/h' });

  // in the matrix a rated point is typed as its two figures
  await page.goto(`/studies/${id}/scenarios`);
  await page.getByLabel('Vary another input').fill('P-410 rated');
  await page.keyboard.press('Enter');
  await page
    .getByRole('button', { name: /^P-410 Rated point in / })
    .nth(1)
    .click();
  await page.keyboard.type('300 m3/h at 70 m');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await stored()).scenarios[1]!.set).toMatchObject({ 'P-410.rated': { flow: '300 m3/h', head: '70 m' } });
});

test('likely slips are said with a way out, and block nothing', async ({ page }) => {
  const id = await opened(page, 'Slips', 'system', (d) => {
    const { elements } = d.lines[0]!;
    const valve = elements.find((e) => e.kind === 'control-valve')!;
    valve.flow = '290 L/h';
    d.lines[0]!.elements = elements.filter((e) => e.kind !== 'non-return');
    d.points['V-401']!.level = '129 m';
    d.points['V-401']!.pressure = '0.12 bar';
    for (const s of d.scenarios) s.set = Object.fromEntries(Object.entries(s.set ?? {}).filter(([a]) => !/^(V-401|CV-415|NR-411)/.test(a))); // prettier-ignore
  });
  const slips = page.getByRole('status', { name: 'Please check' });
  const flow = slips.locator('[data-doubt=flow-size]');
  await expect(flow).toContainText('290 L/h means');
  await flow.getByRole('button', { name: 'Use 290 m3/h' }).click();
  await expect(flow).toHaveCount(0);
  const level = slips.locator('[data-doubt=level-datum]');
  await expect(level).toContainText('are measured from the nozzle');
  await level.getByRole('button', { name: /^Use / }).click();
  await expect(level).toHaveCount(0);
  await slips
    .locator('[data-doubt=no-non-return]')
    .getByRole('button', { name: /^Add NR-1/ })
    .click();
  await expect(page.locator('[data-row="NR-1"]')).toBeVisible();
  await expect(slips).toHaveCount(0);
  // a pressure without (g) or (a) says how it was read
  await page.locator('[data-row="V-401"] [data-cell=name]').click();
  await expect(page.getByRole('complementary').getByText('read as gauge: (g)')).toBeVisible();
  await settled(page);
  expect(id).toBeTruthy();
});
