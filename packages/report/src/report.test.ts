import { runStudy, type PumpResult, type ScenarioResult, type Study } from '@cedar-knot/core';
import Excel from 'exceljs';
import JSZip from 'jszip';
import Papa from 'papaparse';
import { networkStudy } from '../../../apps/server/src/seed/tarnholt-network.js';
import { productionStudy } from '../../../apps/server/src/seed/tarnholt-production.js';
import { crudeStudy } from '../../../apps/server/src/seed/kelvarra-crude.js';
import { productsStudy } from '../../../apps/server/src/seed/kelvarra-products.js';
import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';
import { snowmeltStudy } from '../../../apps/server/src/seed/tarnholt-snowmelt.js';
import { buildReport, contextOf, isPart, reportName } from './build.js';
import {
  cellText,
  isNumber,
  PARTS,
  printed,
  type Block,
  type NumberCell,
  type ReportDocument,
  type TableBlock,
} from './document.js';
import { chartSvg, styleOf } from './drawing.js';
import { chapterPdf, chaptersOf, ledgerCsv, reportPdf, reportWorkbook, reportZip } from './files.js';
import { ledger } from './ledger.js';
import { readBack, readBackAll } from './test/read-back.js';

const DEMOS: [string, Study][] = [
  ['reinjection', reinjectionStudy()],
  ['production well', productionStudy()],
  ['network', networkStudy()],
  ['snow-melt', snowmeltStudy()],
  ['long line', productsStudy()],
  ['crude', crudeStudy()],
];

const cellsOf = (report: ReportDocument): NumberCell[] =>
  report.sections
    .flatMap((s) => s.blocks)
    .flatMap((b) => (b.kind === 'table' ? b.rows.flatMap((r) => r.cells.filter(isNumber)) : []));

/** the figure that a cell says it is, looked up in the results of `solve` */
function lookedUp(result: ScenarioResult, from: string): number | null | undefined {
  const colon = from.indexOf(':');
  if (colon > 0) return result.margins.find((m) => m.check === from.slice(0, colon) && m.where === from.slice(colon + 1))?.value;
  const dot = from.lastIndexOf('.');
  const [id, key] = [from.slice(0, dot), from.slice(dot + 1)];
  if (id.startsWith('breakdown.')) return result.breakdowns[id.slice('breakdown.'.length)]![key as 'lift'];
  return ((result.elements[id] ?? result.points[id]) as unknown as Record<string, number>)[key];
}

/** factors from SI to the units that are printed (NIST SP 811) */
const FACTOR: Readonly<Record<string, number>> = {
  'm³/h': 3600, gpm: 15850.3231, m: 1, ft: 3.280839895, 'bar(a)': 1e-5, bar: 1e-5, 'psi(a)': 1.450377377e-4, psi: 1.450377377e-4, kW: 1e-3, mm: 1e3, in: 39.37007874,
  'm/s': 1, 'ft/s': 3.280839895, rpm: 1, '%': 100, '': 1, A: 1,
}; // prettier-ignore

describe.each(DEMOS)('%s', (_name, study) => {
  const { scenarios } = runStudy(study);
  const report = buildReport(study, { date: '2026-01-02' }, scenarios);

  test('every figure is one of solve, and is shown in its unit', () => {
    const cells = cellsOf(report).filter((c) => c.from !== undefined && c.from !== 'fluid' && !c.from.startsWith('fluid.'));
    expect(cells.length).toBeGreaterThan(40);
    for (const c of cells) {
      const { result } = scenarios.find((s) => s.id === c.scenario)!;
      expect([c.from, c.si]).toEqual([c.from, lookedUp(result!, c.from!)]);
      const factor = FACTOR[c.unit];
      if (factor !== undefined && c.unit !== 'bar(g)') expect(c.value / (c.si * factor || 1)).toBeCloseTo(c.si === 0 ? 0 : 1, 6);
    }
  });

  test('every margin that solve judges stands on the sheet of margins with its verdict, in every scenario', () => {
    const [sheet] = buildReport(study, { parts: ['margins'] }, scenarios).sections;
    const cells = sheet!.blocks.flatMap((b) => (b.kind === 'table' ? b.rows.flatMap((r) => r.cells.filter(isNumber)) : []));
    const said = cells.map((c) => `${c.scenario} ${c.from} ${c.verdict}`).sort();
    const judged = scenarios.flatMap((s) =>
      s
        .result!.margins.filter((m) => m.verdict !== 'not-applicable' && m.value !== null)
        .map((m) => `${s.id} ${m.check}:${m.where} ${m.verdict}`),
    );
    expect(said).toEqual(judged.sort());
  });

  test('in US units too: the same SI, other numbers', () => {
    const us = buildReport(study, { units: 'us', date: '2026-01-02' }, scenarios);
    const flows = cellsOf(us).filter((c) => c.unit === 'gpm');
    for (const c of flows) expect(c.value / (c.si * 15850.3231 || 1)).toBeCloseTo(c.si === 0 ? 0 : 1, 6);
    expect(cellsOf(us).map((c) => c.si).filter(Number.isFinite).length).toBe(cellsOf(report).length); // prettier-ignore
  });

  test('each margin that fails is said on the first page, whatever parts are chosen', () => {
    const failing = scenarios
      .filter((s) => s.model!.judged)
      .flatMap((s) => s.result!.margins.filter((m) => m.verdict === 'fails'));
    expect(report.failing).toHaveLength(failing.length);
    expect(buildReport(study, { parts: ['line-list'] }, scenarios).failing).toEqual(report.failing);
    for (const [i, m] of failing.entries()) expect(report.failing[i]).toContain(` of ${m.where} `);
  });

  test('the workbook holds the numbers of the document as numbers, and the ledger every figure', async () => {
    const rows = ledger(contextOf(study, {}, scenarios));
    const book = new Excel.Workbook();
    await book.xlsx.load(Buffer.from(await reportWorkbook(report, rows)) as unknown as ArrayBuffer);
    const numbers: number[] = [];
    book.worksheets.filter((w) => w.name !== 'Ledger').forEach((w) => w.eachRow((r) => r.eachCell((c) => typeof (c.result ?? c.value) === 'number' && numbers.push((c.result ?? c.value) as number)))); // prettier-ignore
    expect(numbers).toEqual(cellsOf(report).map((c) => c.value));
    // a sum is a formula over the rows above it, and gives what is printed
    let sums = 0;
    book.worksheets.forEach((w) =>
      w.eachRow((r) =>
        r.eachCell((c) => {
          const range = /^SUM\(([A-Z]+)(\d+):\1(\d+)\)$/.exec(c.formula ?? '');
          if (!range) return;
          sums++;
          let sum = 0;
          for (let n = Number(range[2]); n <= Number(range[3]); n++) sum += Number(w.getCell(`${range[1]}${n}`).value ?? 0);
          expect(sum / (c.result as number)).toBeCloseTo(1, 9);
        }),
      ),
    );
    expect(sums).toBeGreaterThan(0);
    // the heads of a sheet with one table stay in view
    const margins = book.getWorksheet('Margins')!;
    expect(margins.getRow((margins.views[0] as { ySplit: number }).ySplit).getCell(1).value).toBe('Check');
    const all = book.getWorksheet('Ledger')!;
    expect(all.rowCount).toBe(rows.length + 1);
    const [first] = rows;
    expect(all.getRow(2).getCell(8).value).toBe((first!.cell as NumberCell).si);
    // as many as solve gives
    let expected = 0;
    for (const s of scenarios) for (const e of Object.values(s.result!.elements)) expected += Object.values(e).filter((v) => typeof v === 'number').length; // prettier-ignore
    for (const s of scenarios) for (const p of Object.values(s.result!.points)) expected += Object.values(p as object).filter((v) => typeof v === 'number').length; // prettier-ignore
    expect(rows).toHaveLength(expected);
  });

  test('the PDF holds every number of the document, its sections as bookmarks, and no page of it is empty', async () => {
    const { pages, title, outline, tagged } = readBack(await reportPdf(report));
    const words = new Set(pages.flat().flatMap((t) => t.split(/\s+/)));
    const missing = cellsOf(report).map((c) => printed(c.value, c.figures)).filter((t) => !words.has(t)); // prettier-ignore
    expect(missing).toEqual([]);
    expect(title).toContain(study.title);
    for (const s of report.sections.filter((x) => x.part !== 'cover')) expect(outline).toContain(s.title);
    for (const p of pages) expect(p.join('').length).toBeGreaterThan(60);
    // a reader by ear is told the title, every heading and what each figure shows; heads and feet of pages are passed over
    const told = (role: string): string[] => tagged.filter((t) => t.role === role).map((t) => t.text);
    expect(told('H1')).toEqual([study.title]);
    expect(told('H2')).toEqual(outline);
    const figures = report.sections.flatMap((s) => s.blocks).filter((b) => b.kind === 'figure');
    expect(told('Figure')).toEqual(figures.map((f) => /aria-label="([^"]*)"/.exec(f.svg)![1]));
    expect(tagged.map((t) => t.text).join(' ')).not.toMatch(/page \d+ of \d+/);
    // figures are cells of tables under their heads, each told once; a head that is printed again on the next page is not
    const cells = new Set(told('TD'));
    expect(cellsOf(report).map((c) => printed(c.value, c.figures)).filter((t) => ![...cells].some((x) => x.startsWith(t)))).toEqual([]); // prettier-ignore
    const tables = report.sections
      .flatMap((s) => s.blocks)
      .filter((b) => b.kind === 'table' && b.rows.length > 0) as TableBlock[];
    // a table that goes on over pages is told of on each of them
    expect(told('Table').length).toBeGreaterThanOrEqual(tables.length);
    const heads = tables.flatMap((t) => t.columns).filter((c) => c.label !== '').length;
    const groups = tables.flatMap((t) => t.rows).filter((r) => r.isHeading).length;
    const labels = tables.filter((t) => t.columns.length > 1 && t.columns[0]!.isText).flatMap((t) => t.rows).filter((r) => !r.isHeading && cellText(r.cells[0] ?? null) !== '').length; // prettier-ignore
    expect(told('TH')).toHaveLength(heads + groups + labels);
    // the font has every sign that is printed
    expect(pages.flat().join('')).not.toContain('\uFFFD');
    expect(pages.at(-1)!.join('')).toContain(`page ${pages.length} of ${pages.length}`);
    for (const text of report.failing) expect(pages[0]!.join('').replace(/\s+/g, '')).toContain(text.replace(/\s+/g, ''));
    // the chapters, printed one by one, are the same pages, but for the count at their feet
    const chapters = chaptersOf(report).map((sections) => ({ ...report, sections }));
    const others = await Promise.all(chapters.slice(1).map((c) => chapterPdf(c, { isFirst: false })));
    const titles = report.sections.filter((x) => x.part !== 'cover').map((x) => x.title);
    const first = (of: (number | null)[]) => chapterPdf(chapters[0]!, { isFirst: true, contents: titles.map((t, k) => ({ title: t, page: of[k] ?? null })) }); // prettier-ignore
    const all = [await first([]), ...others];
    const before = all.map((_, k) => all.slice(0, k).reduce((sum, c) => sum + c.pages, 0));
    const starts = all.flatMap((c, k) => c.starts.map((n) => before[k]! + n));
    const printedPages = readBackAll([await first(starts), ...others].map((c) => c.pdf)).flatMap((r) => r.pages);
    const counted = (page: string[]): string => page.join('').replace(/page \d+ of \d+/, '').replace(/\s+/g, ''); // prettier-ignore
    expect(printedPages.map(counted)).toEqual(pages.map(counted));
    expect(all.reduce((sum, c) => sum + c.pages, 0)).toBe(pages.length);
  });
});

const [, demo] = DEMOS[0]!;

test('parts stand in the order in which they are asked for, those that the study keeps otherwise', () => {
  const asked = buildReport(demo, { parts: ['margins', 'pump-sheet'] }).sections.map((s) => s.part);
  expect([...new Set(asked)]).toEqual(['margins', 'pump-sheet']);
  const own = {
    ...demo,
    report: { parts: ['scenarios', 'curves', 'nonsense'], checkedBy: 'B. Lund', wholeWorking: true },
  } as Study;
  expect(buildReport(own).sections.map((s) => s.part)).toEqual(['scenarios', 'curves']);
  const cover = JSON.stringify(buildReport(own, { parts: ['cover'] }).sections);
  expect(cover).toContain('B. Lund');
  expect(new Set(buildReport(demo).sections.map((s) => s.part))).toEqual(
    new Set(
      PARTS.filter((p) => !['revisions', 'changes', 'candidates', 'stations'].includes(p) && (p !== 'notes' || demo.notes)),
    ),
  );
  expect([isPart('curves'), isPart('toString')]).toEqual([true, false]);
});

test('a limit of the study stands with its reason; the calculation ends at what was typed', () => {
  const limited = {
    ...demo,
    limits: [{ check: 'npsh-ratio', where: 'P-410', limit: 1.5, reason: 'agreed with the maker' }],
  } as Study;
  const sections = buildReport(limited, { parts: ['assumptions', 'working'], scenario: 'fouled' }).sections;
  expect(JSON.stringify(sections[0])).toContain('agreed with the maker');
  const steps = sections[1]!.blocks.flatMap((b) => (b.kind === 'text' ? [b.text] : []));
  expect(steps[0]).toContain('D One filter fouled');
  expect(steps.some((t) => t.startsWith('r = NPSHA/NPSHR') || t.includes('NPSHA/NPSHR'))).toBe(true);
  expect(steps.join('\n')).toContain('Darcy–Weisbach');
});

test('tables: the ledger with SI beside it, one file a table', async () => {
  const rows = ledger(contextOf(demo));
  const csv = Papa.parse<Record<string, string>>(ledgerCsv(rows).trim(), { header: true });
  const head = csv.data.find((r) => r.id === 'P-410' && r.figure === 'head' && r.scenario === 'winter')!;
  const solved = runStudy(demo).scenarios.find((s) => s.id === 'winter')!.result!.elements['P-410'] as { head: number };
  expect(Number(head['SI value'])).toBeCloseTo(solved.head, 6);
  expect(head.unit).toBe('m');
  const zip = await JSZip.loadAsync(await reportZip(buildReport(demo), rows));
  expect(Object.keys(zip.files)).toEqual(expect.arrayContaining(['Ledger.csv', 'Margins.csv', 'Curves 1.svg']));
});

test('what a spreadsheet would take for a formula is text in every table; quantities stay as they are', async () => {
  const title = '=HYPERLINK(A1)';
  const named = { ...demo, title, tag: '-2+3', preparedBy: '-5 m' };
  const zip = await JSZip.loadAsync(await reportZip(buildReport(named), ledger(contextOf(named))));
  const tables = await Promise.all(Object.values(zip.files).filter((f) => f.name.endsWith('.csv')).map((f) => f.async('string'))); // prettier-ignore
  const cells = tables.flatMap((t) => Papa.parse<string[]>(t).data.flat());
  for (const typed of [title, '-2+3']) expect([typed, cells.includes(typed), cells.includes(`'${typed}`)]).toEqual([typed, false, true]); // prettier-ignore
  expect(cells).toContain('-5 m');
  // nothing of ours begins like a formula, and a negative number is one
  expect(cells.filter((c) => /^[=+@]/.test(c))).toEqual([]);
  expect(cells.some((c) => /^-\d[\d.]*$/.test(c))).toBe(true);
});

test('a chart is SVG by itself: a line is parted where a value lacks, and nothing in it is markup', () => {
  const svg = chartSvg({ title: 'a <b> & "c"', x: { title: 'x' }, y: { title: 'y' }, width: 200, height: 100, traces: [{ colour: '#000', points: [[0, 0], [1, 1], null, [2, 0], [3, 1]] }] }); // prettier-ignore
  expect(svg.match(/<path d="M[^"]*M[^"]*"/)).toBeTruthy();
  expect(svg).toContain('a &lt;b&gt; &amp; &quot;c&quot;');
  expect(chartSvg({ title: '', x: { title: '' }, y: { title: '' }, width: 200, height: 100, traces: [] })).toContain('</svg>');
});

test('operating points that fall together are drawn beside one another, each tied to its place, and told apart at any number', () => {
  const marks = Array.from({ length: 24 }, (_, i) => ({ at: [50, 50] as const, colour: '#000', letter: String.fromCharCode(65 + i) })); // prettier-ignore
  const svg = chartSvg({ title: '', x: { title: '', from: 0, to: 100 }, y: { title: '', from: 0, to: 100 }, width: 500, height: 300, traces: [], marks }); // prettier-ignore
  const at = [...svg.matchAll(/<circle cx="([\d.]+)" cy="([\d.]+)" r="6.5"/g)].map(([, x, y]) => [Number(x), Number(y)] as const);
  expect(at).toHaveLength(24);
  // a ring and its line are 14.6 px wide; the letters inside are 8 px high
  for (const [i, [x, y]] of at.entries())
    for (const [a, b] of at.slice(0, i)) expect(Math.hypot(a - x, b - y)).toBeGreaterThan(14.3);
  expect(svg.match(/<path d="M/g)).toHaveLength(23);
});

test('a line list: weight and volume by their definitions, in the units of the report; a pipe of no table is named beside the sum', () => {
  // 10 m of NPS 6, schedule 40: outside 168.3 mm, wall 7.11 mm (ASME B36.10), steel 7850 kg/m³ (B36.10, 28.26 kg/m); and a bore alone
  const pipe = { kind: 'pipe', material: 'steel', length: '10 m' };
  const short = {
    ...demo,
    limits: [],
    points: { A: { kind: 'vessel', elevation: '5 m', level: '0 m' }, B: { kind: 'vessel', elevation: '0 m', level: '0 m' } },
    lines: [{ id: 'T', from: 'A', to: 'B', elements: [{ ...pipe, id: 'L-1', size: 'DN150', schedule: '40' }, { ...pipe, id: 'L-2', inside: '100 mm' }] }], // prettier-ignore
    scenarios: [{ id: 'a', fluid: 'brine', temperature: '60 C' }],
  } as unknown as Study;
  const list = (units: 'metric' | 'us') => buildReport(short, { parts: ['line-list'], units }).sections[0]!.blocks;
  const [, table] = list('metric');
  const sum = (block: typeof table) => (block?.kind === 'table' ? block.rows.at(-1)!.cells.slice(-2).filter(isNumber) : []);
  const [mass, volume] = sum(table);
  expect([mass!.unit, volume!.unit]).toEqual(['kg', 'm³']);
  expect(mass!.value / 282.6).toBeCloseTo(1, 2);
  expect(volume!.value).toBeCloseTo((Math.PI / 4) * (0.15408 ** 2 + 0.1 ** 2) * 10, 5);
  expect(
    list('metric')
      .flatMap((b) => (b.kind === 'text' ? [b.text] : []))
      .at(-1),
  ).toMatch(/size not in the tables\): L-2\.$/);
  const [lb, gal] = sum(list('us')[1]);
  expect([lb!.unit, gal!.unit]).toEqual(['lb', 'gal']);
  // 1 lb is 0.45359237 kg, a gallon 231 cubic inches
  expect(lb!.value * 0.45359237).toBeCloseTo(mass!.value, 6);
  expect(gal!.value * 231 * 0.0254 ** 3).toBeCloseTo(volume!.value, 9);
});

test('in ink nothing on any page has a hue, neither words nor lines of figures; in colour both have', async () => {
  const report = buildReport(demo, { parts: ['cover', 'margins', 'curves', 'profile'] });
  // grey is what has its three parts alike; the paper's own warm greys are at most 0x1b apart
  const hued = (colours: string[]): string[] =>
    colours.filter((c) => {
      const parts = [1, 3, 5].map((i) => parseInt(c.slice(i, i + 2), 16));
      return Math.max(...parts) - Math.min(...parts) > 0x20;
    });
  expect(hued(readBack(await reportPdf(report, { isInk: true })).colours)).toEqual([]);
  const coloured = hued(readBack(await reportPdf(report)).colours);
  expect(coloured).toEqual(expect.arrayContaining([styleOf(0).colour.toLowerCase(), '#a93a22']));
});

test('numbers in print: four figures, whole ones whole', () => {
  expect([printed(290), printed(1234567), printed(0.012345), printed(2950.4), printed(0), printed(NaN), printed(3, 1), printed(1e-7)]).toEqual(['290.0', '1234567', '0.01235', '2950', '0', '–', '3', '1.000e−7']); // prettier-ignore
});

test('a line across the land: its stations in every scenario with the figures of the results; a plant has no such part', () => {
  const line = productsStudy();
  const { scenarios } = runStudy(line);
  const [section] = buildReport(line, { parts: ['stations'] }, scenarios).sections;
  expect(section!.blocks.map((b) => b.kind)).toEqual(['figure', 'table', 'table', 'table']);
  const second = section!.blocks[2] as Extract<Block, { kind: 'table' }>;
  expect(second.caption).toBe('PS-2');
  expect(second.rows).toHaveLength(line.scenarios.length);
  const cells = second.rows[1]!.cells as NumberCell[];
  const petrol = scenarios.find((s) => s.id === 'petrol')!.result!.elements['PS-2'] as PumpResult;
  expect(cells[1]).toMatchObject({ value: 54 });
  expect(cells[4]).toMatchObject({ si: petrol.head, from: 'PS-2.head', scenario: 'petrol' });
  expect(cells[7]).toMatchObject({ si: petrol.shaftPower, unit: 'kW' });
  // 800 kW over the 1.10 that its check asks for
  expect(cells[8]).toMatchObject({ si: expect.closeTo(800e3 / 1.1, 3) as unknown });
  // standing it gives nothing
  expect(second.rows[4]!.cells[4]).toBeNull();
  expect(buildReport(demo, { parts: ['stations'] }).sections).toEqual([]);
});

test('what a maker offers stands on the sheet of its pump, in the units of the report', () => {
  const study = reinjectionStudy();
  const element = study.lines.flatMap((l) => l.elements).find((e) => typeof e.pump === 'string')!;
  Object.assign(study.pumps![element.pump as string]!, { price: '18400 EUR', deliveryTime: 56, weight: '640 kg' });
  const facts = buildReport(study, { parts: ['pump-sheet'], units: 'us' }, runStudy(study).scenarios)
    .sections.flatMap((s) => s.blocks)
    .flatMap((b) => (b.kind === 'table' ? b.rows.map((r) => r.cells.map((c) => (isNumber(c ?? null) ? (c as NumberCell).value : c))) : [])); // prettier-ignore
  // what a row says last: the offer beside what is required, a fact behind its label
  const of = (label: string) => facts.filter((cells) => cells.includes(label)).map((cells) => cells[cells.indexOf(label) + 1] || cells.at(-1))[0]; // prettier-ignore
  // 640/0.45359237
  expect([of('Price'), of('Delivery time, days'), of('Weight')]).toEqual(['18400 EUR', 56, expect.closeTo(1410.96, 1)]);
});

test('the file is called by tag, title and revision, those that there are', () => {
  expect(reportName({ tag: 'P-410', title: 'Reinjection transfer', report: { revision: 'B' } })).toBe(
    'P-410_reinjection-transfer_revB',
  );
  expect(reportName({ title: 'Reinjection transfer' })).toBe('reinjection-transfer');
  expect(reportName({ tag: 'P-410 A/B', title: '', report: {} })).toBe('P-410-A-B');
  expect(reportName({ tag: ' / ', title: '…' })).toBe('study');
});

test('where scenarios have other limits, each value stands in the row of its own limit; counts on the cover are numbers', () => {
  const study = reinjectionStudy();
  const [first, second] = study.scenarios;
  study.limits = [{ check: 'npsh-ratio', where: 'P-410', scenario: second!.id, limit: 1.7 }];
  const [cover, sheet] = buildReport(study, { parts: ['cover', 'margins'] }).sections;
  const table = sheet!.blocks[0]!;
  const rows = table.kind === 'table' ? table.rows.filter((r) => r.cells[0] === 'NPSH ratio, P-410').map((r) => r.cells) : [];
  // columns: check, unit, limit, then the scenarios; 1.3 is the limit of the check where nothing is said
  expect(rows.map((r) => r[2])).toEqual(['≥ 1.3', '≥ 1.7']);
  expect(rows.map((r) => [isNumber(r[3]!), isNumber(r[4]!)])).toEqual([[true, false], [false, true]]); // prettier-ignore
  expect(first!.id).not.toBe(second!.id);
  const verdicts = cover!.blocks.flatMap((b) => (b.kind === 'table' && b.caption !== undefined ? b.rows : []))[0]!.cells;
  const holding = runStudy(study).scenarios[0]!.result!.margins.filter((m) => m.verdict === 'holds').length;
  expect(verdicts[5]).toMatchObject({ value: holding, unit: '' });
});

test('where a liquid changes with the pressure every flow says whether it is in place or at the surface', () => {
  const study = crudeStudy();
  const { scenarios } = runStudy(study);
  const report = buildReport(study, {}, scenarios);
  const tables = report.sections.flatMap((s) => s.blocks).filter((b) => b.kind === 'table');
  let flows = 0;
  for (const t of tables)
    for (const r of t.rows)
      r.cells.forEach((x, k) => {
        if (x === null || !isNumber(x) || !x.from?.endsWith('.flow')) return;
        flows++;
        expect(`${t.columns[k]!.label} ${String(r.cells[0])}`).toContain('in place');
      });
  expect(flows).toBeGreaterThan(10);
  // both measures on the sheet of the pump: 125 m³/h at the surface are more in the line
  const sheet = tables.flatMap((t) => t.rows).filter((r) => String(r.cells[0]).startsWith('Flow at surface conditions'));
  const atSurface = sheet.flatMap((r) =>
    r.cells.flatMap((x) => (x !== null && isNumber(x) ? [Math.round(x.si * 3.6e6) / 1e3] : [])),
  );
  expect(atSurface).toContain(125);
  // beside a rated flow, of one unit, and in what changed since a revision
  const rated = structuredClone(study);
  for (const e of rated.lines.flatMap((l) => l.elements)) if (e.kind === 'pump') e.rated = { flow: '140 m3/h', head: '300 m' };
  const before = structuredClone(study);
  before.points.BIRK!.flow = '60 m3/h';
  const since = { letter: 'A', date: '2026-01-01', study: before };
  const labels = buildReport(rated, { parts: ['changes', 'pump-sheet'], since })
    .sections.flatMap((s) => s.blocks)
    .flatMap((b) => (b.kind === 'table' ? b.rows.map((r) => r.cells.filter((x) => typeof x === 'string').join('|')) : []));
  expect(labels.filter((l) => /^flow, (all units|one unit|per unit)\|/i.test(l))).toEqual([]);
  for (const l of ['Flow, all units, in place', 'Flow, one unit, in place'])
    expect(labels.some((x) => x.startsWith(l))).toBe(true);
  expect(labels.filter((l) => /\|flow\|/.test(l))).toEqual([]);
  expect(labels.some((l) => l.includes('|flow, in place|'))).toBe(true);
  // one whose volume does not change says nothing of it
  expect(JSON.stringify(buildReport(reinjectionStudy()))).not.toContain('in place');
});
