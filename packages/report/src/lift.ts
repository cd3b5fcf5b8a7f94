import { stepTest, type PumpResult, type SolvedScenario, type TestStep } from '@cedar-knot/core';
import { named } from '@cedar-knot/wording';
import { solvedOf, type ReportContext } from './context.js';
import type { Block, Column, Section, TableBlock } from './document.js';
import { byScenario, marginsOf, ofKind, type Row } from './sheets.js';
import { column, numberCell, textColumn } from './shown.js';

/** What a well gives and what its pump lifts, a sheet each: levels at rest and running, drawdown, head, cable and cooling of the motor. */
export function liftSheets(c: ReportContext): Section[] {
  return Object.entries(c.study.points)
    .filter(([, p]) => p.kind === 'well')
    .map(([id, p]) => liftSheet(c, id, p.name));
}

function liftSheet(c: ReportContext, id: string, name: unknown): Section {
  const point = (s: SolvedScenario) => s.result!.points[id];
  const read = (s: SolvedScenario, key: string): unknown => s.model!.points.find((p) => p.id === id)?.read[key];
  const difference = (a: unknown, b: unknown): number | null => (typeof a === 'number' && typeof b === 'number' ? a - b : null);
  const rows: (Row | string)[] = [
    'Well',
    ['flow out of the well', 'flow', (s) => point(s)?.outflow, 'outflow'],
    ['water level at rest', 'length', (s) => read(s, 'restLevel')],
    ['drawdown', 'length', (s) => point(s)?.drawdown, 'drawdown'],
    ['of it in the aquifer', 'length', (s) => point(s)?.aquiferLoss, 'aquiferLoss'],
    ['of it in the well', 'length', (s) => point(s)?.wellLoss, 'wellLoss'],
    ['pumping level', 'length', (s) => point(s)?.totalHead, 'totalHead'],
    ['intake', 'length', (s) => read(s, 'elevation')],
    ['water over the intake, at rest', 'length', (s) => difference(read(s, 'restLevel'), read(s, 'elevation'))],
    ['water over the intake, running', 'length', (s) => difference(point(s)?.totalHead, read(s, 'elevation'))],
  ];
  const [pump] = ofKind(c, 'pump').filter((e) => c.study.lines.some((l) => l.id === e.line && l.from === id));
  const blocks: Block[] = [byScenario(c, id, rows)];
  if (pump) blocks.push(byScenario(c, pump.id, pumpRows(pump.id)));
  const test = c.study.points[id]?.steps === undefined ? null : testTable(c, id);
  if (test) blocks.push(...test);
  const margins = [marginsOf(c, id), pump ? marginsOf(c, pump.id) : null].filter((m) => m !== null);
  return {
    part: 'lift-sheet',
    title: `Well and lift sheet: ${named(id, name)}`,
    name: `Well ${id}`,
    blocks: [...blocks, ...margins].filter((b) => b.kind !== 'table' || b.rows.length > 0),
  };
}

function pumpRows(id: string): (Row | string)[] {
  const of = (key: keyof PumpResult) => (s: SolvedScenario): unknown => (s.result!.elements[id] as PumpResult | undefined)?.[key]; // prettier-ignore
  const part =
    (...keys: ('lift' | 'pressure' | 'well' | 'pipes' | 'fittings' | 'devices' | 'valves')[]) =>
    (s: SolvedScenario): unknown => {
      // prettier-ignore
      const parts = s.result!.breakdowns[id];
      return parts ? keys.reduce((sum, key) => sum + parts[key], 0) : null;
    };
  return [
    `Pump ${id}`,
    ['total head', 'head', of('head'), 'head'],
    ['of it lift from the level at rest, and pressure', 'head', part('lift', 'pressure')],
    ['of it drawdown', 'head', part('well')],
    ['of it pipes and fittings', 'head', part('pipes', 'fittings')],
    ['of it equipment and control valves', 'head', part('devices', 'valves')],
    ['stages', 'count', of('stages'), 'stages'],
    ['speed', 'speed', of('speed'), 'speed'],
    ['shaft power', 'power', of('shaftPower'), 'shaftPower'],
    ['NPSHA', 'head', of('npsha'), 'npsha'],
    ['NPSHR', 'head', of('npshr'), 'npshr'],
    'Motor and cable',
    ['current', 'current', of('current'), 'current'],
    ['voltage drop of the cable', 'percent', of('cableDrop'), 'cableDrop'],
    ['voltage at the motor', 'voltage', of('motorVoltage'), 'motorVoltage'],
    ['velocity past the motor', 'velocity', of('motorVelocity'), 'motorVelocity'],
  ];
}

/** the steps of the test with what the fit leaves of each */
function testTable(c: ReportContext, id: string): Block[] {
  const read = solvedOf(c)
    .map((s) => s.model!.points.find((p) => p.id === id)?.read.steps as TestStep[] | undefined)
    .find((x) => x !== undefined);
  if (!read) return [];
  const fit = stepTest(read);
  const columns: Column[] = [
    textColumn('step', 0.6),
    column('flow', 'flow', c.system),
    column('drawdown', 'length', c.system),
    column('measured less fitted', 'length', c.system),
  ];
  const table: TableBlock = {
    kind: 'table',
    caption: 'Step test',
    columns,
    rows: read.map((step, i) => ({
      cells: [
        String(i + 1),
        numberCell(step.flow, 'flow', c.system),
        numberCell(step.drawdown, 'length', c.system),
        numberCell(fit.residuals[i], 'length', c.system),
      ],
    })),
  };
  const b = Number(fit.aquifer.toPrecision(4));
  const loss = Number(fit.loss.toPrecision(4));
  const text = `s = B·Q + C·Q² with B = ${b} s/m² (aquifer) and C = ${loss} s²/m⁵ (well), by least squares of s/Q (Jacob 1947).`;
  return [table, { kind: 'text', text, tone: 'quiet' }];
}
