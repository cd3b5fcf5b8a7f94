import { judgeCatalogue, prepareStudy, rankPumps, runStudy, type PumpResult, type RawEntry, type Study } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import Excel from 'exceljs';
import jpeg from 'jpeg-js';
import { PNG } from 'pngjs';
import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';
import { buildReport } from './build.js';
import { isNumber, type NumberCell, type ReportDocument, type Section } from './document.js';
import { logoProblem, reportPdf, reportWorkbook } from './files.js';
import { pictureIn } from './letterhead.js';
import { readBack } from './test/read-back.js';

/* Whose paper it is on, in whose words, and the two parts that stand only where a study has something of them. */

const demo = reinjectionStudy();
/** one grey point */
const PIXEL =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==';
const own = (report: Study['report']): Study => ({ ...demo, report: report! });
const text = (s: Section): string => JSON.stringify(s);
const tables = (s: Section) => s.blocks.flatMap((b) => (b.kind === 'table' ? [b] : []));

test('a letterhead: company and picture on the first page, further lines in the title block; read without a complaint', async () => {
  const study = own({ company: 'Tarnholt Utilities', logo: PIXEL, titleFields: [{ label: 'contract', text: 'C-1188' }, { label: 'area' }], parts: ['cover', 'margins'] }); // prettier-ignore
  expect(prepareStudy(study).problems).toEqual([]);
  const report = buildReport(study, { date: '2026-01-02' });
  expect([report.company, report.logo]).toEqual(['Tarnholt Utilities', PIXEL]);
  const [block] = tables(report.sections[0]!);
  expect(block!.rows.map((r) => r.cells)).toContainEqual(['contract', 'C-1188']);
  // a line without words is not printed empty
  expect(block!.rows.some((r) => r.cells[0] === 'area')).toBe(false);
  const { pages, images } = readBack(await reportPdf(report));
  expect(pages[0]!.join(' ')).toContain('Tarnholt Utilities');
  expect(pages[1]!.join(' ')).toContain('Tarnholt Utilities ·');
  expect(images).toBe(1);
  const book = new Excel.Workbook();
  await book.xlsx.load(Buffer.from(await reportWorkbook(report, [])) as unknown as ArrayBuffer);
  expect(book.getWorksheet('Cover')!.getImages()).toHaveLength(1);
  expect(book.getWorksheet('Cover')!.getCell('A2').value).toBe('Tarnholt Utilities');
});

test('only a picture that is one is printed', async () => {
  expect(pictureIn(PIXEL)).toBe(PIXEL);
  expect(pictureIn('data:image/jpeg;base64,/9j/4AAQ')).toBe('data:image/jpeg;base64,/9j/4AAQ');
  for (const wrong of [
    undefined,
    '',
    'logo.png',
    'data:image/svg+xml;base64,AAAA',
    'data:image/png;base64,AAAA',
    `${PIXEL}"><script>`,
    'https://x/y.png',
    7,
  ])
    // prettier-ignore
    expect(pictureIn(wrong)).toBeNull();
  const report = buildReport(own({ logo: 'data:image/png;base64,AAAA', parts: ['cover'] }));
  expect(report.logo).toBeNull();
  expect((await reportPdf(report)).length).toBeGreaterThan(1000);
});

describe('a picture is decoded before it is printed', () => {
  const png = (width: number, height: number): Buffer => PNG.sync.write(new PNG({ width, height }));
  const address = (kind: string, data: Uint8Array): string => `data:image/${kind};base64,${Buffer.from(data).toString('base64')}`;
  const jpg = jpeg.encode({ width: 40, height: 30, data: Buffer.alloc(40 * 30 * 4, 90) }, 80).data;
  const reasonOf = (logo: string, format = 'pdf') => logoProblem({ report: { logo } }, format)?.detail.reason;
  /** says 6000 by 6000 points in its head, more than are taken, and is short all the same */
  const vast = png(2, 2);
  vast.writeUInt32BE(6000, 16);
  vast.writeUInt32BE(6000, 20);

  test.each<[string, string, string | undefined]>([
    ['a PNG', address('png', png(60, 20)), undefined],
    ['a JPEG', address('jpeg', jpg), undefined],
    ['a PNG that is cut off', address('png', png(60, 20).subarray(0, 70)), 'bad-picture'],
    ['a PNG whose data are spoilt', address('png', spoilt(png(60, 20))), 'bad-picture'],
    ['a JPEG that is cut off', address('jpeg', jpg.subarray(0, 200)), 'bad-picture'],
    ['a head alone', address('png', png(1, 1).subarray(0, 8)), 'bad-picture'],
    ['a PNG that says that it is vast', address('png', vast), 'large-picture'],
    ['a drawing that could run', address('svg+xml', Buffer.from('<svg/>')), 'bad-picture'],
    ['nothing', '', undefined],
  ])('%s', (_name, logo, reason) => expect(reasonOf(logo)).toBe(reason));

  test('its place and what would be right are said, where a logo is printed', () => {
    const logo = address('png', png(60, 20).subarray(0, 70));
    const problem = logoProblem({ report: { logo } }, 'xlsx')!;
    expect([problem.path, problemText(problem)]).toEqual(['report.logo', 'Damaged picture. Expected: a PNG or JPEG that can be read to its end.']); // prettier-ignore
    expect(['csv', 'zip', 'json'].map((f) => reasonOf(logo, f))).toEqual([undefined, undefined, undefined]);
    expect(problemText(logoProblem({ report: { logo: address('png', vast) } }, 'pdf')!)).toContain('at most 25 million pixels');
  });
});

function spoilt(data: Buffer): Buffer {
  data.fill(7, 45, 55);
  return data;
}

test('headings in a plant’s words; the tag behind them stays, the cover is the study’s own', () => {
  const parts = ['cover', 'pump-sheet', 'margins'];
  const usual = buildReport(own({ parts })).sections.map((s) => s.title);
  const headings = [{ part: 'pump-sheet', text: 'Pump process data' }, { part: 'margins', text: ' ' }, { part: 'cover', text: 'Front' }, { part: 'nothing', text: 'X' }]; // prettier-ignore
  const said = buildReport(own({ parts, headings })).sections.map((s) => s.title);
  expect(said[0]).toBe(usual[0]);
  expect(said.at(-1)).toBe(usual.at(-1));
  const sheets = usual.filter((t) => t.startsWith('Pump data sheet'));
  expect(sheets.length).toBeGreaterThan(0);
  expect(said.filter((t) => t.startsWith('Pump process data'))).toEqual(sheets.map((t) => t.replace('Pump data sheet', 'Pump process data'))); // prettier-ignore
});

test('revisions stand where there are some', () => {
  expect(buildReport(own({ parts: ['revisions', 'margins'] })).sections.map((s) => s.part)).toEqual(['margins']);
  const revisions = [{ revision: 'A', date: '2026-02-01', text: 'for comment', preparedBy: 'IM' }, { revision: 'B', text: 'NPSH limit agreed', checkedBy: 'BL' }]; // prettier-ignore
  const [section] = buildReport(own({ parts: ['revisions'], revisions })).sections;
  expect(tables(section!)[0]!.rows.map((r) => r.cells)).toEqual([
    ['A', '2026-02-01', 'for comment', 'IM', '', ''],
    ['B', '', 'NPSH limit agreed', '', 'BL', ''],
  ]);
});

describe('candidates that a study carries', () => {
  const [key, entry] = Object.entries(demo.pumps!)[0]!;
  const curve = (by: number): RawEntry[] =>
    ((entry.curve ?? (entry.curves as { curve: RawEntry[] }[]).at(-1)!.curve) as RawEntry[]).map((r) => ({ ...r, head: `${Number(String(r.head).split(' ')[0]) * by} m` })); // prettier-ignore
  const { curves: _some, curve: _one, ...rest } = entry;
  const pumps = { ...demo.pumps, taller: { ...rest, name: 'Taller', curve: curve(1.15) }, weak: { ...rest, name: 'Weak', curve: curve(0.2) } }; // prettier-ignore
  const carrying = { ...demo, pumps, report: { parts: ['candidates'] } } as Study;

  test('none are compared where the study carries only those that stand', () => {
    expect(buildReport(own({ parts: ['candidates', 'margins'] })).sections.map((s) => s.part)).toEqual(['margins']);
  });

  test('each is ranked as the contract ranks, the one in use among them; one that falls says why and where', () => {
    const report: ReportDocument = buildReport(carrying);
    const [section] = report.sections;
    const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps });
    const read = new Map([...judged.pumps].filter(([k]) => k !== key));
    const position = demo.lines.flatMap((l) => l.elements).find((e) => e.pump === key)!.id;
    const ranking = rankPumps(carrying, position, { written: pumps, read }, { vary: 'diameter', objective: 'energy', top: 9 });
    const [list, duties] = tables(section!);
    const cells = list!.rows.map((r) => r.cells);
    expect(cells).toHaveLength(1 + ranking.candidates.length + ranking.fallen.length);
    expect(cells.slice(1).filter((r) => r[1] === 'FAILS')).toHaveLength(ranking.fallen.length);
    // the one in use by the study's own results: its worst margin, its least ratio, what its motor takes in a year
    const { scenarios } = runStudy(carrying);
    const margins = scenarios.flatMap((x) => (x.model!.judged ? x.result!.margins.filter((m) => m.where === position && m.verdict !== 'not-applicable') : [])); // prettier-ignore
    expect(cells[0]![0]).toMatch(/, in use$/);
    expect(cells[0]![1]).toBe(margins.some((m) => m.verdict === 'fails') ? 'FAILS' : 'near');
    expect((cells[0]![6] as NumberCell).si).toBe(
      Math.min(...margins.filter((m) => m.check === 'npsh-ratio').map((m) => m.value!)),
    );
    const joules = scenarios.reduce((sum, x) => sum + (x.model!.judged ? (x.model!.hoursPerYear ?? 0) * 3600 * (x.result!.elements[position] as PumpResult).inputPower! : 0), 0); // prettier-ignore
    expect((cells[0]![8] as NumberCell).value / (joules / 3.6e6)).toBeCloseTo(1, 9);
    const weak = cells.find((r) => String(r[0]).includes('Weak'))!;
    // a fifth of the head is short of what is asked, whatever is trimmed
    expect(weak[4]).toMatch(/^head [\d.]+ m of [\d.]+ m, [A-F] |^its curve has ended/);
    for (const x of ranking.candidates) {
      const row = cells.find((r) => isNumber(r[2] ?? null) && (r[2] as NumberCell).si === x.diameter && r[1] === x.verdict)!;
      expect((row[5] as NumberCell).si).toBe(x.headReserve);
      expect((row[8] as NumberCell).value).toBeCloseTo(x.energyPerYear! / 3.6e6, 6);
    }
    // every number of the duties is one of the ranking
    const known = new Set(ranking.candidates.flatMap((x) => Object.values(x.scenarios).flatMap((d) => [d.flow, d.head, d.efficiency, d.npshr, d.shaftPower, d.flowRatio]))); // prettier-ignore
    const numbers = (duties?.rows ?? []).flatMap((r) => r.cells.filter(isNumber).map((x) => x.si));
    expect(numbers.every((x) => known.has(x))).toBe(true);
    expect(text(section!)).not.toContain('undefined');
  });
});
