import type { Study } from '@cedar-knot/core';
import Excel from 'exceljs';
import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';
import { readBook } from '../../tables/src/index.js';
import { contextOf } from './build.js';
import { isNumber, type NumberCell, type TableBlock } from './document.js';
import { dataSheetBook, reportPdf, reportWorkbook } from './files.js';
import { offersReport, readOffers, type OfferedRow, type OffersRead } from './offers.js';
import { readBack } from './test/read-back.js';

function study(): Study {
  const made = reinjectionStudy();
  for (const l of made.lines) for (const e of l.elements) if (e.id === 'P-410') e.rated = { flow: '300 m3/h', head: '74 m', grade: '1B' }; // prettier-ignore
  return made;
}

type Answers = Record<string, Record<string, string | number | { formula: string }>>;

/** the sheets as a maker sends them back: answers by sheet and item, remarks behind */
async function answered(sent: Study, answers: Answers, change?: (book: Excel.Workbook) => void): Promise<Uint8Array> {
  const book = new Excel.Workbook();
  await book.xlsx.load((await dataSheetBook(contextOf(sent))).buffer as ArrayBuffer);
  for (const [name, given] of Object.entries(answers))
    for (const [item, value] of Object.entries(given)) {
      const sheet = book.getWorksheet(name)!;
      let at = 0;
      sheet.eachRow((r, n) => r.getCell(2).value === item && (at = n));
      expect([item, sheet.getRow(at).getCell(6).protection?.locked]).toEqual([item, false]);
      sheet.getRow(at).getCell(6).value = value;
    }
  change?.(book);
  return new Uint8Array(await book.xlsx.writeBuffer());
}

const readIn = async (bytes: Uint8Array, now: Study): Promise<OffersRead> =>
  readOffers((await readBook(bytes)).sheets, contextOf(now));

const rowOf = (read: OffersRead, id: string, key: string): OfferedRow =>
  read.offers.find((o) => o.id === id)!.rows.find((r) => r.key === key)!;
const stateOf = (read: OffersRead, id: string, key: string): string => rowOf(read, id, key).state;
const si = (x: unknown): number => (x as NumberCell).si;

test('what a maker fills in is read in its units, and a deviation is what lies on the wrong side of the required value', async () => {
  // required: 74 m at the rated flow; a casing, a motor and 130 m³/h of least flow by the duties of the study; NPSHR at most NPSHA/1.3
  const read = await readIn(
    await answered(study(), {
      'Pump P-410': {
        'Offered by': 'Hollin Pumps, tender desk',
        Maker: 'Hollin',
        'Acceptance grade': '1B',
        'Head at rated flow': 73.5,
        'Efficiency at rated flow': 81.5,
        'Motor rating, one unit': '200 hp',
        'Minimum continuous flow': '0,05 m3/s',
        'Casing pressure, max.': '17 bar(a)',
        'Free passage for solids': '12,5 mm',
        'NPSHR at the worst duty': 2,
        'Delivery time, days': 120,
      },
      'Valve CV-415': { Kv: 10, FL: 0.88, 'Inherent characteristic': 'equal percentage' },
    }),
    study(),
  );
  expect(read.problems).toEqual([]);
  expect(read.offers.map((o) => o.id)).toEqual(['P-410', 'CV-415']);
  const pump = (key: string): OfferedRow => rowOf(read, 'P-410', key);
  // 0.5 m below 74 m is 0.68 %, more than the rounding of a printed figure
  expect([pump('head').state, si(pump('head').answer), si(pump('head').required)]).toEqual(['deviates', 73.5, expect.closeTo(74, 9)]); // prettier-ignore
  expect([pump('efficiency').state, si(pump('efficiency').answer)]).toEqual(['stated', expect.closeTo(0.815, 12)]);
  // 1 hp = 745.69987 W (NIST SP 811, B.8)
  expect([pump('motor-rating').state, si(pump('motor-rating').answer)]).toEqual(['meets', expect.closeTo(200 * 745.69987, 0)]);
  // 180 m³/h where the pump is to run at 130
  expect([pump('min-flow').state, si(pump('min-flow').answer) * 3600, si(pump('min-flow').required) * 3600]).toEqual(['deviates', expect.closeTo(180, 9), expect.closeTo(130, 6)]); // prettier-ignore
  // absolute, over the 100.1 kPa of the plant
  expect(si(pump('casing-pressure').answer)).toBeCloseTo(17e5 - 100_100, 3);
  expect([pump('solids-passage').state, si(pump('solids-passage').answer)]).toEqual(['stated', 0.0125]);
  expect(['npshr', 'maker', 'delivery', 'best-flow', 'price'].map((key) => pump(key).state)).toEqual(['meets', 'stated', 'stated', 'open', 'open']); // prettier-ignore
  expect(pump('grade').required).toBe('ISO 9906, 1B');
  expect([stateOf(read, 'CV-415', 'kv'), stateOf(read, 'CV-415', 'fl'), rowOf(read, 'CV-415', 'characteristic').answer]).toEqual(['deviates', 'stated', 'equal percentage']); // prettier-ignore
});

test.each([
  // 74 m: what is within the last figure of a printed number is no deviation, 0.2 % below is one
  ['head', 'Head at rated flow', 74, 'meets'],
  ['head', 'Head at rated flow', 73.95, 'meets'],
  ['head', 'Head at rated flow', 73.85, 'deviates'],
  ['head', 'Head at rated flow', '240 ft', 'deviates'],
  // 130 m³/h or less
  ['min-flow', 'Minimum continuous flow', 130.1, 'meets'],
  ['min-flow', 'Minimum continuous flow', 130.3, 'deviates'],
  ['min-flow', 'Minimum continuous flow', 90, 'meets'],
  // no answers
  ['head', 'Head at rated flow', 'as required', 'unread'],
  ['head', 'Head at rated flow', '74 bar', 'unread'],
  ['head', 'Head at rated flow', { formula: 'D20*2' }, 'unread'],
  ['head', 'Head at rated flow', '1,234', 'unread'],
  ['efficiency', 'Efficiency at rated flow', '80 m', 'unread'],
  ['efficiency', 'Efficiency at rated flow', '80 %', 'stated'],
  ['delivery', 'Delivery time, days', '120 days', 'unread'],
  ['efficiency', 'Efficiency at rated flow', 0.82, 'unread'],
  ['efficiency', 'Efficiency at rated flow', 1.2, 'stated'],
  // 88 °C, the hottest duty
  ['max-temperature', 'Temperature, max.', 88, 'meets'],
  ['max-temperature', 'Temperature, max.', 87.8, 'deviates'],
  ['max-temperature', 'Temperature, max.', '190.4 °F', 'meets'],
] as const)('%s: %s, answered %p: %s', async (key, item, value, state) => {
  const read = await readIn(await answered(study(), { 'Pump P-410': { [item]: value } }), study());
  const row = rowOf(read, 'P-410', key);
  expect(row.state).toBe(state);
  expect(row.problem !== undefined && row.problem !== '').toBe(state === 'unread');
});

test('offers are held against the study as it is now; where the sheet asked for something else it is said', async () => {
  const sent = study();
  const now = structuredClone(sent);
  for (const l of now.lines) for (const e of l.elements) if (e.id === 'P-410') e.rated = { flow: '300 m3/h', head: '80 m' };
  const read = await readIn(await answered(sent, { 'Pump P-410': { 'Head at rated flow': 76 } }), now);
  const row = rowOf(read, 'P-410', 'head');
  expect([row.state, si(row.required), si(row.sent)]).toEqual(['deviates', expect.closeTo(80, 9), expect.closeTo(74, 9)]);
  // 4 m of 80 m
  const [section] = offersReport(contextOf(now), read).sections;
  const cells = (section!.blocks.find((b) => b.kind === 'table') as TableBlock).rows.find((r) => r.cells[0] === 'Head at rated flow')!.cells; // prettier-ignore
  expect(cells[5]).toBe('▲ 5 % below required; required was 74 m when the sheet was sent');
  // of a temperature the difference, not its share of a scale: 8 K below 88 °C
  const cold = await readIn(await answered(sent, { 'Pump P-410': { 'Temperature, max.': 80 } }), sent);
  const [table] = offersReport(contextOf(sent), cold).sections[0]!.blocks.filter((b): b is TableBlock => b.kind === 'table');
  expect(table!.rows.find((r) => r.cells[0] === 'Temperature, max.')!.cells[5]).toMatch(/^▲ 8 (K|°C) below required$/);
  // a sheet in other units asks for the same
  const same = await readIn(await answered({ ...sent, units: 'us' }, { 'Pump P-410': { 'Head at rated flow': 250 } }), sent);
  expect([stateOf(same, 'P-410', 'head'), si(rowOf(same, 'P-410', 'head').answer), rowOf(same, 'P-410', 'head').sent]).toEqual(['meets', expect.closeTo(76.2, 9), undefined]); // prettier-ignore
});

test('what is no data sheet of this study is said and nothing else is taken from it', async () => {
  const other = structuredClone(study());
  for (const l of other.lines) for (const e of l.elements) if (e.id === 'P-410') e.id = 'P-999';
  for (const s of other.scenarios) s.set = Object.fromEntries(Object.entries(s.set ?? {}).map(([k, v]) => [k.replace('P-410', 'P-999'), v])); // prettier-ignore
  other.limits = [];
  const twice = (book: Excel.Workbook): void => {
    const copy = book.addWorksheet('again');
    book.getWorksheet('Valve CV-415')!.eachRow((r, n) => (copy.getRow(n).values = r.values));
    book.getWorksheet('Valve CV-415')!.name = 'renamed by the maker';
  };
  const read = await readIn(await answered(other, {}, twice), study());
  expect(read.offers.map((o) => o.id)).toEqual(['CV-415']);
  expect(read.problems).toHaveLength(2);
  expect(read.problems.join(' ')).toMatch(/P-999.*CV-415 is in this file more than once/);
  const plain = new Excel.Workbook();
  plain.addWorksheet('prices').addRow(['P-410', 12]);
  const none = await readIn(new Uint8Array(await plain.xlsx.writeBuffer()), study());
  expect([none.offers, none.problems.length]).toEqual([[], 1]);
  const later = await answered(study(), {}, (book) => book.worksheets.forEach((s) => (s.getCell('A1').value = 'cedar-knot data sheet 2'))); // prettier-ignore
  expect((await readIn(later, study())).problems).toHaveLength(2);
});

test('the sheet shows duties and required values as the paper does, on one page; deviations are marked in the PDF and the workbook', async () => {
  const c = contextOf(study());
  const book = new Excel.Workbook();
  await book.xlsx.load((await dataSheetBook(c)).buffer as ArrayBuffer);
  expect(book.worksheets.map((s) => s.name)).toEqual(['Pump P-410', 'Valve CV-415']);
  for (const s of book.worksheets) {
    expect([s.pageSetup.fitToPage, s.pageSetup.fitToWidth, s.pageSetup.fitToHeight, s.getColumn(1).hidden]).toEqual([true, 1, 1, true]); // prettier-ignore
    // what is asked cannot be written over by mistake
    s.eachRow((r) => expect([2, 3, 4, 5].every((k) => r.getCell(k).protection?.locked !== false)).toBe(true));
  }
  const read = await readIn(await answered(study(), { 'Pump P-410': { Maker: 'Hollin', 'Head at rated flow': 70, 'Motor rating, one unit': 'yes' } }), study()); // prettier-ignore
  const report = offersReport(c, read);
  const [table] = report.sections[0]!.blocks.filter((b): b is TableBlock => b.kind === 'table');
  const marked = table!.rows.flatMap((r) => r.cells).filter((x) => isNumber(x) && x.verdict === 'fails');
  expect(marked.map((x) => si(x))).toEqual([70]);
  const { pages } = readBack(await reportPdf(report));
  const text = pages.flat().join(' ').replace(/\s+/g, ' ');
  expect(text).toContain('70.00');
  expect(text).toMatch(/5\.4 % below required/);
  expect(text).toMatch(/Deviations: 1\. Met: 0/);
  const out = new Excel.Workbook();
  await out.xlsx.load((await reportWorkbook(report, [])).buffer as ArrayBuffer);
  const found: unknown[] = [];
  out.getWorksheet('Offer P-410')!.eachRow((r) => r.getCell(1).value === 'Head at rated flow' && found.push(r.getCell(5).value, r.getCell(5).font?.bold)); // prettier-ignore
  expect(found).toEqual([70, true]);
});
