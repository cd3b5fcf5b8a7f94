import { stepTest, type PumpResult, type SolvedScenario, type TestStep } from '@cedar-knot/core';
import { named, rounded } from '@cedar-knot/wording';
import { solvedOf, type ReportContext } from './context.js';
import type { Block, Column, Section, TableBlock } from './document.js';
import { byScenario, marginsOf, ofKind, type Row } from './sheets.js';
import { column, numberCell, textColumn } from './shown.js';
import { msg } from './words.js';

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
    msg('report.well'),
    [msg('report.flowOutOfTheWell'), 'flow', (s) => point(s)?.outflow, 'outflow'],
    [msg('report.waterLevelAtRest'), 'length', (s) => read(s, 'restLevel')],
    [msg('report.drawdown'), 'length', (s) => point(s)?.drawdown, 'drawdown'],
    [msg('report.ofWhichInTheAquifer'), 'length', (s) => point(s)?.aquiferLoss, 'aquiferLoss'],
    [msg('report.ofWhichInTheWell'), 'length', (s) => point(s)?.wellLoss, 'wellLoss'],
    [msg('report.pumpingLevel'), 'length', (s) => point(s)?.totalHead, 'totalHead'],
    [msg('report.intake'), 'length', (s) => read(s, 'elevation')],
    [msg('report.submergenceOfTheIntakeAt'), 'length', (s) => difference(read(s, 'restLevel'), read(s, 'elevation'))],
    [msg('report.submergenceOfTheIntakeRunning'), 'length', (s) => difference(point(s)?.totalHead, read(s, 'elevation'))],
  ];
  const [pump] = ofKind(c, 'pump').filter((e) => c.study.lines.some((l) => l.id === e.line && l.from === id));
  const blocks: Block[] = [byScenario(c, id, rows)];
  if (pump) blocks.push(byScenario(c, pump.id, pumpRows(pump.id)));
  const test = c.study.points[id]?.steps === undefined ? null : testTable(c, id);
  if (test) blocks.push(...test);
  const margins = [marginsOf(c, id), pump ? marginsOf(c, pump.id) : null].filter((m) => m !== null);
  return {
    part: 'lift-sheet',
    title: msg('report.wellAndLiftSheet2', { named: named(id, name) }),
    name: msg('report.well2', { id }),
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
    msg('report.pump2', { id }),
    [msg('report.totalHead'), 'head', of('head'), 'head'],
    [msg('report.ofWhichStaticHeadAnd'), 'head', part('lift', 'pressure')],
    [msg('report.ofWhichDrawdown'), 'head', part('well')],
    [msg('report.ofWhichPipesAndFittings'), 'head', part('pipes', 'fittings')],
    [msg('report.ofWhichEquipmentAndControl'), 'head', part('devices', 'valves')],
    [msg('report.stages'), 'count', of('stages'), 'stages'],
    [msg('report.speed'), 'speed', of('speed'), 'speed'],
    [msg('report.shaftPower'), 'power', of('shaftPower'), 'shaftPower'],
    ['NPSHA', 'head', of('npsha'), 'npsha'],
    ['NPSHR', 'head', of('npshr'), 'npshr'],
    msg('report.motorAndCable'),
    [msg('report.current'), 'current', of('current'), 'current'],
    [msg('report.voltageDropOfTheCable'), 'percent', of('cableDrop'), 'cableDrop'],
    [msg('report.voltageAtTheMotor'), 'voltage', of('motorVoltage'), 'motorVoltage'],
    [msg('report.velocityPastTheMotor'), 'velocity', of('motorVelocity'), 'motorVelocity'],
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
    column(msg('report.measuredFitted'), 'length', c.system),
  ];
  const table: TableBlock = {
    kind: 'table',
    caption: msg('report.stepTest'),
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
  const b = rounded(fit.aquifer, 4);
  const loss = rounded(fit.loss, 4);
  const text = msg('report.sBQCQ', { b, loss });
  return [table, { kind: 'text', text, tone: 'quiet' }];
}
