import { runStudy, type PumpResult, type Study, type ValveResult } from '@cedar-knot/core';
import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';
import { buildReport } from './build.js';
import { isNumber, type Cell, type NumberCell, type Section, type TableBlock } from './document.js';
import { reportPdf } from './files.js';
import { readBack } from './test/read-back.js';

const tables = (s: Section): TableBlock[] => s.blocks.filter((b): b is TableBlock => b.kind === 'table');
const table = (s: Section, caption: string): TableBlock => tables(s).find((t) => t.caption === caption)!;
const row = (t: TableBlock, label: string): Cell[] => t.rows.find((r) => r.cells[0] === label)!.cells;
const si = (c: Cell | undefined): number => (c as NumberCell).si;
const sheet = (study: Study, part: 'pump-sheet' | 'valve-sheet'): Section => buildReport(study, { parts: [part] }).sections[0]!;

/** with all that an entry can say of itself */
function fullest(): Study {
  const study = reinjectionStudy();
  const [pump, valve] = [study.pumps!.hollin!, study.valves!.gx200!];
  Object.assign(pump, { materials: ['duplex'], seal: 'single, flushed', weight: '840 kg', price: '41000 EUR', deliveryTime: 120, solidsPassage: '12 mm', maxTemperature: '140 °C', size: '150-400' }); // prettier-ignore
  Object.assign(valve, { trim: 'cage, stellited', actuator: 'diaphragm, fails shut', shutOffDrop: '16 bar', weight: '310 kg', price: '9000 EUR', deliveryTime: 70, pressureClass: 'class 150' }); // prettier-ignore
  for (const l of study.lines) for (const e of l.elements) if (e.id === 'P-410') e.rated = { flow: '300 m3/h', head: '74 m', grade: '1B' }; // prettier-ignore
  return study;
}

test('a pump sheet has the duties of least and greatest flow and the rated point; what is one unit’s stands apart from all', () => {
  const study = fullest();
  const { scenarios } = runStudy(study);
  const of = (id: string): PumpResult => scenarios.find((s) => s.id === id)!.result!.elements['P-410'] as PumpResult;
  const s = sheet(study, 'pump-sheet');
  expect(tables(s).map((t) => t.caption)).toEqual(['General', 'Operating conditions', 'Performance, one unit unless stated', 'Required and offered']); // prettier-ignore
  const conditions = table(s, 'Operating conditions');
  // flows of one unit by role: 165 (minimum), 290 in winter and 175 each of two (maximum); a start and an upset size nothing
  expect(conditions.columns.map((c) => c.label)).toEqual(['', 'Unit', 'Minimum', 'Maximum', 'Rated']);
  expect(row(conditions, 'Scenario').slice(2, 4)).toEqual(['B Summer', 'A Winter peak']);
  const flows = row(conditions, 'Flow, one unit').slice(2).map(si); // prettier-ignore
  for (const [i, m3h] of [165, 290, 300].entries()) expect(flows[i]! * 3600).toBeCloseTo(m3h, 6);
  // bar(g): over the atmosphere of the plant, 100.1 kPa
  for (const [label, absolute] of [
    ['Suction pressure', of('winter').inletPressure!],
    ['Discharge pressure', of('winter').outletPressure!],
  ] as const) {
    const cell = row(conditions, label)[3] as NumberCell;
    expect([cell.unit, cell.value]).toEqual(['bar(g)', expect.closeTo(absolute / 1e5 - 1.001, 6) as number]);
  }
  const general = table(s, 'General').rows.flatMap((r) => r.cells);
  expect(general).toEqual(expect.arrayContaining(['1 running of 2 installed', 'duplex', 'single, flushed', 'ISO 9906, 1B']));
  const compared = table(s, 'Required and offered');
  const [, , required, offered] = row(compared, 'Motor rating, one unit');
  // 1.1 times the greatest shaft power of one unit (the limit of a motor of 90 kW); the entry has 90 kW
  const most = Math.max(...scenarios.filter((x) => x.model!.judged).map((x) => of(x.id)).map((r) => r.shaftPower! / r.running)); // prettier-ignore
  expect([si(required) / most, si(offered)]).toEqual([expect.closeTo(1.1, 6) as number, 90e3]);
  // the casing holds 16 bar: its check has the share of it that the pump at no flow takes, in the worst of the judged scenarios
  const shares = scenarios
    .filter((x) => x.model!.judged)
    .map((x) => x.result!.margins.find((m) => m.check === 'casing-pressure')!.value!);
  const [, , holds, rated] = row(compared, 'Casing pressure, max.');
  expect([si(holds) / 16e5, si(rated)]).toEqual([expect.closeTo(Math.max(...shares), 6) as number, 16e5]);
  // less than it will ever deliver in a judged scenario: 130 m³/h of the cold start
  expect(si(row(compared, 'Minimum continuous flow')[2]) * 3600).toBeCloseTo(130, 6);
  // NPSHA of the fouled filter over the limit 1.3
  const [, , npshr, has] = row(compared, 'NPSHR at the worst duty');
  expect([si(npshr), si(has)]).toEqual([expect.closeTo(of('fouled').npsha! / 1.3, 9) as number, of('fouled').npshr]);
});

test('with two units running the power of one stands beside the rating of its motor, and that of all is said to be all', () => {
  const study = fullest();
  study.scenarios = study.scenarios.filter((x) => x.id === 'winter' || x.id === 'both');
  study.scenarios = study.scenarios.map((x) => ({ ...x, role: x.id === 'both' ? 'minimum' : 'normal' }));
  const both = runStudy(study).scenarios.find((x) => x.id === 'both')!.result!.elements['P-410'] as PumpResult;
  expect(both.running).toBe(2);
  const performance = table(sheet(study, 'pump-sheet'), 'Performance, one unit unless stated');
  const at = performance.columns.findIndex((c) => c.label === 'Minimum');
  expect(si(row(performance, 'Shaft power, one unit')[at])).toBeCloseTo(both.shaftPower! / 2, 6);
  expect(si(row(performance, 'Shaft power, all running units')[at])).toBe(both.shaftPower);
  expect(si(row(performance, 'Motor rating')[at])).toBe(90e3);
  const duties = buildReport(study, { parts: ['pump-sheet'] }).sections[1]!;
  const labels = tables(duties)[0]!.rows.map((r) => r.cells[0]);
  expect(labels).toEqual(
    expect.arrayContaining(['Shaft power, one unit', 'Motor rating, one unit', 'Shaft power, all running units']),
  );
});

test('a valve sheet has p1, p2, drop and Kv at its flows, and the pressure against which its actuator shuts', () => {
  const study = fullest();
  const { scenarios } = runStudy(study);
  const s = sheet(study, 'valve-sheet');
  const conditions = table(s, 'Service conditions');
  const at = conditions.columns.findIndex((c) => c.label === 'Maximum');
  // two pumps running: 350 m³/h through the valve
  const most = scenarios.find((x) => x.id === 'both')!.result!.elements['CV-415'] as ValveResult;
  const figures = ['Flow', 'Inlet pressure p1', 'Outlet pressure p2', 'Pressure drop Δp', 'Required Kv', 'Travel'].map((l) => si(row(conditions, l)[at])); // prettier-ignore
  expect(figures).toEqual([most.flow, most.inletPressure, most.outletPressure, most.drop, most.kv, most.opening]);
  const compared = table(s, 'Required and offered');
  const kvs = scenarios.filter((x) => x.model!.judged).map((x) => (x.result!.elements['CV-415'] as ValveResult).kv!);
  expect(si(row(compared, 'Kv')[2])).toBe(Math.max(...kvs));
  expect(si(row(compared, 'Shut-off pressure of the actuator')[3])).toBe(16e5);
  const inlets = scenarios
    .filter((x) => x.model!.judged)
    .map((x) => (x.result!.elements['CV-415'] as ValveResult).inletPressure!);
  expect((row(compared, 'Inlet pressure while running, max.')[2] as NumberCell).value).toBeCloseTo(
    Math.max(...inlets) / 1e5 - 1.001,
    6,
  );
  expect(table(s, 'General').rows.flatMap((r) => r.cells)).toEqual(expect.arrayContaining(['cage, stellited', 'diaphragm, fails shut', 'class 150'])); // prettier-ignore
});

test('a motor that altitude weakens must be rated for more: the rating that just holds its check', () => {
  const study = fullest();
  const required = (altitude: string): number => {
    const high = { ...study, site: { ...study.site, altitude } };
    return si(row(table(sheet(high, 'pump-sheet'), 'Required and offered'), 'Motor rating, one unit')[2]);
  };
  const share = (altitude: string): number => {
    const { scenarios } = runStudy({ ...study, site: { ...study.site, altitude } });
    const margins = scenarios
      .filter((x) => x.model!.judged)
      .map((x) => x.result!.margins.find((m) => m.check === 'motor-power')!);
    return Math.min(...margins.map((m) => m.value! / m.limit!));
  };
  // rating over required is what the worst margin has over its limit, at the sea and at 2500 m
  expect(90e3 / required('0 m')).toBeCloseTo(share('0 m'), 9);
  expect(90e3 / required('2500 m')).toBeCloseTo(share('2500 m'), 9);
  expect(required('2500 m')).toBeGreaterThan(required('0 m') * 1.02);
});

test.each(['A4', 'Letter'] as const)('each sheet is one page of %s, in both systems of units', async (paper) => {
  for (const units of ['metric', 'us'] as const) {
    const report = buildReport(fullest(), { parts: ['pump-sheet', 'valve-sheet'], units });
    const sheets = report.sections.filter((s) => s.title.includes('data sheet'));
    expect(sheets.length).toBe(2);
    const { pages } = readBack(await reportPdf({ ...report, sections: sheets }, { paper }));
    // a first page with the contents, and one each
    expect(pages.length).toBe(3);
    for (const [i, s] of sheets.entries()) {
      const text = pages[i + 1]!.join(' ');
      for (const r of tables(s).flatMap((t) => t.rows)) {
        const [label] = r.cells;
        if (typeof label === 'string' && !isNumber(label)) expect(text).toContain(label);
      }
    }
  }
});
