// npm run screenshots: the pictures of docs/screenshots from the running application (npm start) with the demo plant as it comes.
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { launchOptions } from './lib/chromium.mjs';
import { DRAWN, placeOf, printedSheet, SHEET } from '../e2e/printed-sheet.mjs';
import { finish, ROOT, Stop } from './lib/run.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4310';
const folder = process.argv[3] ?? join(ROOT, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
if (spawnSync('pdftoppm', ['-v']).error)
  finish(new Stop('pdftoppm is missing, which pictures the printed pages. Run: apt-get install poppler-utils'));

const browser = await chromium.launch(launchOptions);

async function page(theme = 'light', size = { width: 1280, height: 800 }) {
  const context = await browser.newContext({ viewport: size, colorScheme: theme });
  return context.newPage();
}

const settle = (p, ms = 1200) => p.waitForTimeout(ms);
const shot = (p, name) => p.screenshot({ path: join(folder, `${name}.png`) });

const home = await page();
await home.goto(address);
// somebody of the demo plant works here
await home.request.put(`${address}/api/person`, { data: { name: 'Inga Mørk', initials: 'IM' } });
await home.reload();
// the page was handed the key of the API
const { studies: list } = await (await home.request.get(`${address}/api/studies`)).json();
const study = (title) => list.find((s) => s.title === title).id;
// the cards work out their own verdicts
await settle(home, 8000);
await shot(home, '01-studies');
await home.getByRole('button', { name: 'New study' }).click();
await home.getByRole('button', { name: /^River to plant/ }).click();
await home.getByLabel('Tag').fill('P-205 A/B');
await home.getByLabel('Title').fill('Raw water make-up');
await home.locator('[name=begin-river]').fill('61.2 / 63.8 / 65.4');
await home.locator('[data-begun=lowest]').waitFor();
await settle(home, 800);
await shot(home, '18-new-study');

const system = await page();
await system.goto(`${address}/studies/${study('Reinjection transfer')}/system`);
await system.locator('[data-row="L-420"] [data-cell=entry]').click();
await settle(system);
const ridge = await system.locator('[data-element="L-421"]').boundingBox();
await system.mouse.move(ridge.x + 4, ridge.y + 20);
await settle(system, 300);
await shot(system, '02-system');

const curves = await page();
await curves.goto(`${address}/studies/${study('Reinjection transfer')}/curves`);
await settle(curves, 2500);
const plot = await curves.getByRole('slider', { name: 'Flow of the readout' }).boundingBox();
await curves.mouse.move(plot.x + plot.width * 0.42, plot.y + 40);
await settle(curves, 400);
await shot(curves, '03-curves');

const margins = await page();
await margins.goto(`${address}/studies/${study('Reinjection transfer')}/margins`);
await margins.locator('[data-check=npsh-ratio] [data-cell=fouled]').click();
await margins.locator('[data-done=true]').waitFor({ timeout: 60_000 });
await settle(margins, 300);
await shot(margins, '04-margins');

const suction = await page();
await suction.goto(`${address}/studies/${study('Reinjection transfer')}/suction`);
await suction.locator('[data-look=fouling]').waitFor({ timeout: 60_000 });
await suction.keyboard.press('4');
await settle(suction, 600);
await shot(suction, '10-suction');

const matrix = await page();
await matrix.goto(`${address}/studies/${study('Reinjection transfer')}/scenarios`);
await settle(matrix);
await shot(matrix, '05-scenarios');

const swept = await page();
await swept.goto(
  `${address}/studies/${study('Reinjection transfer')}/margins?sheet=sweep&input=V-401.level&read=npsh-ratio:P-410`,
);
await swept.locator('[data-line]').first().waitFor({ timeout: 60_000 });
await swept.keyboard.press('4');
await swept.getByRole('combobox', { name: 'A second input', exact: true }).click();
await swept.getByRole('option', { name: /^F-402/ }).click();
await swept.locator('[data-field]').waitFor({ timeout: 60_000 });
await settle(swept, 400);
await shot(swept, '06-sweep');

// in a copy: the demo itself calls nothing uncertain
const unsure = await page();
await unsure.goto(address);
const copied = await (await unsure.request.post(`${address}/api/studies/${study('Reinjection transfer')}/copy`)).json();
await unsure.goto(`${address}/studies/${copied.id}/margins?sheet=uncertainty`);
for (const [thing, key, width] of [
  [/^All pipes/, null, '30 %'],
  [/^P-410/, 'Curve', 'Grade 2B'],
  [/^V-401/, null, '0.4 m'],
  [/^CV-415/, 'Flow held', '4 %'],
]) {
  const choose = async (label, option) => {
    await unsure.getByRole('combobox', { name: label, exact: true }).click();
    await unsure.getByRole('option', { name: option }).first().click();
  };
  await choose('Uncertain input', thing);
  if (key) await choose('Uncertain input: parameter', key);
  if (width.startsWith('Grade')) await choose('Grade', width);
  else {
    await unsure.getByLabel('Deviation').fill(width);
    await unsure.getByRole('button', { name: 'Add', exact: true }).click();
  }
}
await settle(unsure, 8000);
await shot(unsure, '08-uncertainty');
await unsure.request.delete(`${address}/api/studies/${copied.id}`);

const long = await page();
await long.goto(`${address}/studies/${study('Harbour to Ostermoor, 142 km')}/system`);
// the last product's largest flow is found last
await long.getByRole('row', { name: /PS-2 standing.*\d, [A-Z]/ }).waitFor({ timeout: 60_000 });
await settle(long, 400);
await shot(long, '07-long-line');

const printed = await page();
await printed.goto(`${address}/studies/${study('Reinjection transfer')}/report`);
await printed.locator('[data-sheet=pump-sheet]').first().waitFor({ timeout: 60_000 });
await printed
  .locator('[data-sheet=pump-sheet]')
  .first()
  .evaluate((e) => e.scrollIntoView());
await settle(printed, 400);
await shot(printed, '09-report');
// two of its pages as they print; the pictures of them are poppler-utils'
const document = await (await printed.request.get(`${address}/api/studies/${study('Reinjection transfer')}`)).json();
const pdf = await printed.request.post(`${address}/api/studies/report`, {
  data: { document: document.document, format: 'pdf', date: '2026-11-26' },
});
const work = mkdtempSync(join(tmpdir(), 'cedar-knot-shots-'));
writeFileSync(join(work, 'r.pdf'), await pdf.body());
for (const n of ['3', '7'])
  spawnSync('pdftoppm', ['-r', '100', '-f', n, '-l', n, '-png', '-singlefile', join(work, 'r.pdf'), join(work, `p${n}`)]);
const two = await page('light', { width: 1280, height: 890 });
const png = (n) =>
  `<img style="width:626px" src="data:image/png;base64,${readFileSync(join(work, `p${n}.png`)).toString('base64')}">`;
await two.setContent(`<body style="margin:0;display:flex;gap:8px;padding:8px;background:#EFEAE0">${png('3')}${png('7')}</body>`);
await settle(two, 300);
await shot(two, '15-report-pages');

const late = await page();
await late.goto(address);
const revised = await (await late.request.post(`${address}/api/studies/${study('Reinjection transfer')}/copy`)).json();
let saved = await (await late.request.get(`${address}/api/studies/${revised.id}`)).json();
for (const change of [
  (d) => (d.points['W-7'].specificCapacity = '11.2 m3/h/m'),
  (d) => (d.lines.flatMap((l) => l.elements).find((e) => e.id === 'CV-415').flow = '313 m3/h'),
  (d) => (d.scenarios[1].set['CV-415.flow'] = '180 m3/h'),
  (d) => (d.lines.flatMap((l) => l.elements).find((e) => e.id === 'P-410').diameter = '395 mm'),
]) {
  change(saved.document);
  const { version, document } = saved;
  saved = await (await late.request.put(`${address}/api/studies/${revised.id}`, { data: { version, document } })).json();
}
await late.request.patch(`${address}/api/studies/${revised.id}/versions/1`, { data: { name: 'For enquiry' } });
await late.goto(`${address}/studies/${revised.id}/compare?from=v1`);
await late.locator('[data-matrix]').waitFor({ timeout: 60_000 });
await settle(late, 3000);
await shot(late, '12-compare');
await late.request.delete(`${address}/api/studies/${revised.id}`);

const ranked = await page();
await ranked.goto(`${address}/studies/${study('Production well W-3')}/pumps`);
await ranked.locator('[data-ranked]').waitFor({ timeout: 60_000 });
await ranked.getByRole('combobox', { name: 'Type' }).click();
await ranked.getByRole('option', { name: 'any type' }).click();
await ranked.locator('[data-candidate]').nth(3).waitFor({ timeout: 60_000 });
for (const i of [0, 1, 2]) await ranked.locator('[data-candidate] input').nth(i).click();
await settle(ranked, 1200);
await shot(ranked, '17-pumps');

const driven = await page();
await driven.goto(`${address}/studies/${study('Reinjection transfer')}/pumps`);
await driven.getByRole('tab', { name: 'Drive and energy' }).click();
await driven.locator('[data-scheme]').first().waitFor();
await driven.locator('[data-ranked]').waitFor({ timeout: 60_000 });
await settle(driven, 600);
await shot(driven, '19-drive');

const valves = await page();
await valves.goto(`${address}/studies/${study('Reinjection transfer')}/valves`);
await valves.locator('[data-tried][data-working=false]').waitFor({ timeout: 60_000 });
await settle(valves, 600);
await shot(valves, '11-valves');

const catalogue = await page();
await catalogue.goto(`${address}/catalogues/pumps`);
await catalogue.getByRole('button', { name: /^Hollin TC/ }).click();
await catalogue.getByRole('button', { name: 'Overlay a study' }).click();
await catalogue.getByRole('menuitem', { name: /Reinjection/ }).click();
await catalogue.getByRole('searchbox').fill('125-250 2p');
await settle(catalogue, 600);
await catalogue.locator('[data-model="hollin-tc-125-250-2p"]').click();
await settle(catalogue, 600);
await catalogue.getByRole('searchbox').fill('');
await catalogue.getByRole('heading', { name: 'Catalogues' }).click();
await settle(catalogue, 1500);
await shot(catalogue, '13-catalogue');

/** what a maker sends, with a letter for a digit, a flow that falls back and a power that belies its efficiency */
function makersTable() {
  const rows = ['model;maker;type;speed [rpm];diameter [mm];Q [m3/h];H [m];eta [%];P [kW];NPSH3 [m]'];
  for (const [model, diameter, factor] of [
    ['PN 80/26', 240, 1],
    ['PN 100/40', 392, 1.8],
    ['PN 125/38', 362, 2.2],
  ])
    for (let k = 0; k < 9; k++) {
      const q = k === 5 && diameter === 240 ? 60 : k * 15;
      const h = factor * (60 - 0.0021 * q * q) + (k === 4 && diameter === 392 ? 9 : 0);
      const eta = k === 0 ? 0 : 74 * (1 - Math.abs(q / 80 - 1) ** 2) + 3;
      const power = k === 0 ? 7 : ((9.798 * (q / 3600) * h) / (eta / 100)) * (k === 6 && diameter === 362 ? 1.2 : 1);
      const head = k === 7 && diameter === 362 ? '8o.4' : h.toFixed(1);
      const first = k === 0 ? [model, 'Veldmark', 'ring section', 2950, diameter] : ['', '', '', '', ''];
      rows.push([...first, q, head, eta.toFixed(1), power.toFixed(2), (2 + q / 70).toFixed(2)].join(';'));
    }
  return rows.join('\n');
}
await catalogue.getByRole('button', { name: 'Close' }).click();
await catalogue.getByRole('button', { name: 'Import' }).click();
const file = { name: 'veldmark-pn-2026.csv', mimeType: 'text/csv', buffer: Buffer.from(makersTable()) };
await catalogue.getByLabel('File to import').setInputFiles(file);
await settle(catalogue, 1200);
await shot(catalogue, '14-import');

const picture = await page();
await picture.goto(`${address}/catalogues/pumps/new/picture`);
const scan = { name: 'rowan-s117.png', mimeType: 'image/png', buffer: await printedSheet(picture) };
await picture.getByLabel('Picture of a curve').setInputFiles(scan);
const sheet = picture.getByRole('application', { name: /^Picture/ });
await sheet.waitFor();
await settle(picture, 600);
const zoom = (await sheet.boundingBox()).width / SHEET.width;
const onSheet = (p) => ({ position: { x: p.x * zoom, y: p.y * zoom } });
for (const [axis, which, value] of [
  ['flow', 'second', 350],
  ['head', 'first', 10],
  ['head', 'second', 50],
  ['efficiency', 'second', 80],
  ['power', 'second', 40],
  ['NPSHR', 'second', 8],
])
  await picture.getByLabel(`${axis}, ${which} value`).fill(String(value));
await sheet.click(onSheet(placeOf('npsh', 0, 0)));
await sheet.click(onSheet(placeOf('npsh', 350, 0)));
await sheet.click(onSheet(placeOf('head', 0, 10)));
await sheet.click(onSheet(placeOf('head', 0, 50)));
for (const [axis, which, name, q, v] of [
  ['efficiency', 'first', 'efficiency', 350, 0],
  ['efficiency', 'second', 'efficiency', 350, 80],
  ['power', 'first', 'power', 0, 0],
  ['power', 'second', 'power', 0, 40],
  ['NPSHR', 'first', 'npsh', 0, 0],
  ['NPSHR', 'second', 'npsh', 0, 8],
]) {
  await picture.getByRole('button', { name: `Place the ${which} point of ${axis}` }).click();
  await sheet.click(onSheet(placeOf(name, q, v)));
}
const made = picture.getByRole('region', { name: 'Curves' }).locator('tbody tr');
for (const [i, [kind, diameter, name, axis, flows]] of [
  ['head', '315 mm', 'head 315', 'head', [60, 140]],
  ['head', '300 mm', 'head 300', 'head', [60, 140]],
  ['head', '282 mm', 'head 282', 'head', [60, 140]],
  ['efficiency', '', 'efficiency', 'efficiency', [60, 120, 300]],
  ['power', '', 'power', 'power', [60, 140]],
  ['NPSHR', '', 'npsh', 'npsh', [60, 140]],
].entries()) {
  if (i > 0) await picture.getByRole('button', { name: 'Add a curve' }).click();
  await made.nth(i).getByRole('combobox').click();
  await picture.getByRole('option', { name: kind, exact: true }).click();
  if (diameter) await made.nth(i).getByRole('textbox').fill(diameter);
  await made.nth(i).locator('td').nth(2).click();
  for (const q of flows) await sheet.click(onSheet(placeOf(axis, q, DRAWN[name].of(q))));
  await picture.getByRole('button', { name: 'Follow to its end' }).click();
  await settle(picture, 700);
}
for (const [label, text] of [
  ['Name', 'Rowan S 150-315'],
  ['Maker', 'Rowan'],
  ['Speed', '1450 rpm'],
]) {
  await picture.getByLabel(label, { exact: true }).fill(text);
  await picture.getByLabel(label, { exact: true }).press('Enter');
}
await made.nth(1).locator('td').nth(2).click();
await sheet.hover(onSheet(placeOf('head', 205, DRAWN['head 300'].of(205))));
await settle(picture, 600);
await shot(picture, '16-off-a-picture');

await browser.close();
