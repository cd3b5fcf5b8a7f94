import { installedUnits, quantityOf, type PumpResult } from '@cedar-knot/core';
import { scenarioName, type ReportContext } from './context.js';
import { dutyTable, type Compared, type Pair, type SheetEntries } from './data-sheets.js';
import type { Cell } from './document.js';
import { duties, gauge, greatest, marginOf, places, type Duty, type Entry } from './duties.js';
import { ratingCell, wordsOf } from './sheets.js';
import { numberCell, type Shown } from './shown.js';
import { msg } from './words.js';

/** Pa gauge that the casing of a pump sees at no flow: ρ·g·H0 over the inlet, as the check of the casing has it; while running without a curve */
function casingPressure(d: Duty<PumpResult>): number | null {
  const { fluid, gravity } = d.scenario.model!.network;
  const shutOff = d.detail.performance?.shutOffHead;
  const inlet = gauge(d, d.result.inletPressure);
  return shutOff === undefined || inlet === null ? gauge(d, d.result.outletPressure) : fluid.density * gravity * shutOff + inlet;
}

/** What the data sheet of a pump says, of one unit wherever it does not say otherwise; null where it runs in no judged scenario. */
export function pumpEntries(c: ReportContext, e: Entry): SheetEntries | null {
  const all = duties<PumpResult>(c, e.id).filter((d) => d.result.running > 0);
  const unitFlow = (d: Duty<PumpResult>): number => d.result.flow / d.result.running;
  const found = places(c, all, unitFlow);
  if (!found) return null;
  const { usual, at } = found;
  const entry = typeof e.pump === 'string' ? (c.study.pumps?.[e.pump] ?? {}) : {};
  const { detail, result } = usual;
  const p = detail.pump;
  const rated = detail.read.rated as { flow: number; head: number; grade?: string } | undefined;
  const onCurve = detail.performance;
  const each = <K extends keyof PumpResult>(key: K) => (d: Duty<PumpResult>): unknown => {
    const x = d.result[key];
    return typeof x === 'number' ? x / d.result.running : null;
  }; // prettier-ignore
  const { fluid } = usual.scenario.model!;
  const units = msg('report.unitsAre', { running: result.running, installed: installedUnits(detail) });
  const liquid = (of: (f: typeof fluid) => number) => (d: Duty<PumpResult>): unknown => of(d.scenario.model!.fluid); // prettier-ignore
  const density = greatest(all, (d) => d.scenario.model!.fluid.density)!.scenario.model!.fluid.density;
  const cell = (x: unknown, shown: Shown): Cell => numberCell(x, shown, c.system);

  const general: Pair[] = [
    [msg('report.coverService'), wordsOf(e.name) ?? c.study.title],
    [msg('report.coverTag'), e.id],
    [msg('report.units'), units],
    [msg('report.liquid'), usual.scenario.model!.fluidName],
    [msg('report.maker'), wordsOf(entry.maker), 'maker'],
    [msg('report.model'), wordsOf(entry.name) ?? wordsOf(e.pump), 'model'],
    [msg('report.type'), wordsOf(entry.type), 'type'],
    [msg('report.size'), wordsOf(entry.size), 'size'],
    [msg('report.materials'), wordsOf(entry.materials), 'materials'],
    [msg('report.shaftSeal'), wordsOf(entry.seal), 'seal'],
    [msg('report.npshDatum'), cell(detail.datum, 'length')],
    [msg('report.testGrade'), rated?.grade === undefined ? msg('report.notStated') : msg('report.iso9906Grade', { grade: rated.grade }), 'grade'], // prettier-ignore
    [msg('report.weight'), cell(quantityOf(entry.weight, 'weight'), 'weight'), 'weight', 'weight'],
  ];

  const conditions = dutyTable(c, e.id, at, rated !== undefined, msg('report.operatingConditions'), [
    [msg('report.scenario'), 'number', (d) => scenarioName(c, d.scenario.id)],
    [msg('report.unitsRunning'), 'count', (d) => d.result.running, 'running'],
    [msg('report.flowAllUnits'), 'flow', (d) => d.result.flow, 'flow', rated?.flow],
    [msg('report.flowAtTheSurface'), 'flow', ({ scenario }) => scenario.result!.lines[String(e.line)]?.surfaceFlow],
    [msg('report.flowOneUnit'), 'flow', unitFlow, undefined, rated && rated.flow / result.running],
    [msg('report.headLabel'), 'head', (d) => d.result.head, 'head', rated?.head],
    [msg('report.suctionPressure'), 'pressure', (d) => gauge(d, d.result.inletPressure)],
    [msg('report.dischargePressure'), 'pressure', (d) => gauge(d, d.result.outletPressure)],
    [msg('report.differentialPressure'), 'pressureDifference', ({ result: r }) => (r.inletPressure === null || r.outletPressure === null ? null : r.outletPressure - r.inletPressure)],
    [msg('report.npshaAtDatum'), 'head', (d) => d.result.npsha, 'npsha'],
    [msg('report.temperature'), 'temperature', (d) => d.scenario.model!.temperature],
    [msg('report.density'), 'density', liquid((f) => f.density)],
    [msg('report.viscosity'), 'viscosity', liquid((f) => f.viscosity)],
    [msg('report.vapourPressure'), 'absolutePressure', liquid((f) => f.vapourPressure)],
  ]); // prettier-ignore

  const performance = dutyTable(c, e.id, at, false, msg('report.performanceOneUnit'), [
    [msg('report.npshrLabel'), 'head', (d) => d.result.npshr, 'npshr'],
    [msg('report.efficiency2'), 'percent', (d) => d.result.efficiency, 'efficiency'],
    [msg('report.shaftPowerOneUnit'), 'power', each('shaftPower')],
    [msg('report.motorRating'), 'power', (d) => d.detail.pump?.motor?.ratedPower],
    [msg('report.inputPowerOneUnit'), 'power', each('inputPower')],
    [msg('report.shaftPowerAllUnits'), 'power', (d) => (d.result.running > 1 ? d.result.shaftPower : null), 'shaftPower'],
    [msg('report.inputPowerAllUnits'), 'power', (d) => (d.result.running > 1 ? d.result.inputPower : null), 'inputPower'],
    [msg('report.speed'), 'speed', (d) => d.result.speed, 'speed'],
    [msg('report.impellerDiameter'), 'diameter', (d) => d.result.diameter, 'diameter'],
    [msg('report.stages'), 'count', (d) => d.result.stages, 'stages'],
    [msg('report.flowRelativeToBepFlow'), 'percent', (d) => d.result.flowRatio, 'flowRatio'],
  ]);

  // the check has the share of a motor that altitude or a drive leaves: the rating that would just hold
  const motorShare = (d: Duty<PumpResult>): number | null => {
    const m = marginOf(d, 'motor-power', e.id);
    return m?.limit ? m.limit / m.value! : null;
  };
  const loaded = greatest(all, motorShare);
  const rating = p?.motor?.ratedPower;
  const npsh = greatest(all, (d) => {
    const m = marginOf(d, 'npsh-ratio', e.id);
    return m?.limit ? m.limit / m.value! : null;
  });
  const ratio = npsh && marginOf(npsh, 'npsh-ratio', e.id);
  const casing = greatest(all, casingPressure);
  const hot = greatest(all, (d) => d.scenario.model!.temperature);
  const least = all.reduce((a, d) => Math.min(a, unitFlow(d)), Infinity);
  const compared: Compared[] = [
    { key: 'head', sense: 'least', label: msg('report.headAtRatedFlow'), shown: 'head', required: cell(rated?.head, 'head'), offered: cell(rated && onCurve?.head(rated.flow), 'head') },
    { key: 'efficiency', label: msg('report.efficiencyAtRatedFlow'), shown: 'percent', offered: cell(rated && onCurve?.efficiency(rated.flow), 'percent') },
    { key: 'npshr', sense: 'most', label: msg('report.npshrAtWorstDuty'), shown: 'head', required: cell(ratio?.limit && npsh!.result.npsha !== null ? npsh!.result.npsha / ratio.limit : undefined, 'head'), offered: cell(npsh?.result.npshr, 'head') },
    { key: 'motor-rating', sense: 'least', label: msg('report.motorRatingOneUnit'), shown: 'power', required: cell(loaded && rating !== undefined ? rating * motorShare(loaded)! : undefined, 'power'), offered: cell(rating, 'power') },
    { key: 'greatest-power', label: msg('report.greatestPowerOneUnit'), shown: 'power', offered: cell(onCurve && (onCurve.greatestPower(density, usual.scenario.model!.network.gravity) ?? NaN) / result.running, 'power') },
    { key: 'shut-off-head', label: msg('report.shutOffHeadAsIt'), shown: 'head', offered: cell(onCurve?.shutOffHead, 'head') },
    { key: 'best-flow', label: msg('report.bestEfficiencyFlowOfA'), shown: 'flow', offered: cell(onCurve?.hasBestFlow ? onCurve.bestFlow : undefined, 'flow') },
    { key: 'min-flow', sense: 'most', label: msg('report.minimumContinuousFlow'), shown: 'flow', required: cell(least, 'flow'), offered: cell(p?.minFlow, 'flow') },
    { key: 'casing-pressure', sense: 'least', label: msg('report.casingPressureMax'), shown: 'pressure', required: cell(casing && casingPressure(casing), 'pressure'), offered: ratingCell(c, p?.casingPressure) },
    { key: 'max-temperature', sense: 'least', label: msg('report.temperatureMax'), shown: 'temperature', required: cell(hot?.scenario.model!.temperature, 'temperature'), offered: cell(p?.maxTemperature, 'temperature') },
    { key: 'max-diameter', label: msg('report.largestImpeller'), shown: 'diameter', offered: cell(p?.maxDiameter ?? p?.curves.at(-1)?.diameter, 'diameter') },
    { key: 'solids-passage', label: msg('report.freePassageForSolids'), shown: 'diameter', offered: cell(p?.solidsPassage, 'diameter') },
    { key: 'price', label: msg('report.price'), shown: 'text', offered: wordsOf(entry.price) },
    { key: 'delivery', label: msg('report.deliveryTimeDays'), shown: 'number', offered: cell(entry.deliveryTime, 'number') },
    { label: msg('report.curve'), shown: 'text', offered: entry.typical === true ? msg('report.typicalReplaceByTheMakers') : undefined },
  ]; // prettier-ignore
  return {
    part: 'pump-sheet',
    entry: e,
    title: msg('report.pumpDataSheet'),
    name: msg('report.pump'),
    general,
    duties: [conditions, performance],
    compared,
  };
}
