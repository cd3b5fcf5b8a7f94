import {
  installedUnits,
  quantityOf,
  type ElementDetail,
  type Margin,
  type PumpResult,
  type RawEntry,
  type SolvedScenario,
  type ValveResult,
} from '@cedar-knot/core';
import { named } from '@cedar-knot/wording';
import { scenarioName, solvedOf, type ReportContext } from './context.js';
import type { Cell, Part, Section, TableBlock, TableRow } from './document.js';
import { ratingCell, wordsOf } from './sheets.js';
import { capped, numberCell, textColumn, unitOf, type Shown } from './shown.js';
import { msg } from './words.js';

/*
 * The sheets that go to a maker, each on one page: the duty in columns of minimum, normal, maximum and rated flow, and what is required
 * beside what is offered. Fields as ISO 13709, annex N, and IEC 60534-7 ask for them, as far as the study knows them.
 */

type Entry = RawEntry & { id: string };

/** A scenario in which the thing runs, with its model and result there. */
interface Duty<R> {
  scenario: SolvedScenario;
  detail: ElementDetail;
  result: R;
}

/** What a column of a sheet is, and the duty in it. */
interface Place<R> {
  name: string;
  duty: Duty<R>;
}

/** judged scenarios in which the thing carries flow */
function duties<R extends { flow: number }>(c: ReportContext, id: string): Duty<R>[] {
  return solvedOf(c)
    .filter((s) => s.model!.judged)
    .flatMap((scenario) => {
      const detail = scenario.model!.elements.find((e) => e.id === id);
      const result = scenario.result!.elements[id] as unknown as R | undefined;
      return detail && result && result.flow > 0 ? [{ scenario, detail, result }] : [];
    });
}

/** passing states: what is bought is not sized by them alone */
const PASSING = new Set(['start-up', 'upset']);

/**
 * The duties of least, usual and greatest flow, each where it is another one: by the roles of their scenarios, else by their flows; and
 * the one that the rest of the sheet is about.
 */
function places<R extends { flow: number }>(
  c: ReportContext,
  every: readonly Duty<R>[],
  flowOf: (d: Duty<R>) => number,
): { usual: Duty<R>; at: Place<R>[] } | null {
  const role = (d: Duty<R>): string | undefined => c.study.scenarios.find((s) => s.id === d.scenario.id)?.role;
  const lasting = every.filter((d) => !PASSING.has(role(d) ?? ''));
  const all = lasting.length > 0 ? lasting : every;
  const [first] = all;
  if (!first) return null;
  const of = (name: string): Duty<R>[] => all.filter((d) => role(d) === name);
  const end = (among: readonly Duty<R>[], sign: 1 | -1): Duty<R> =>
    (among.length > 0 ? among : all).reduce((best, d) => (sign * (flowOf(d) - flowOf(best)) > 0 ? d : best));
  const normal = of('normal')[0] ?? of('rated')[0];
  const [least, most] = [end(of('minimum'), -1), end(of('maximum'), 1)];
  const at: Place<R>[] = [];
  for (const [name, duty] of [
    [msg('report.minimum'), least],
    [msg('report.normal'), normal],
    [msg('report.maximum'), most],
  ] as const)
    if (duty && (duty === normal ? name === msg('report.normal') : !at.some((p) => p.duty === duty))) at.push({ name, duty });
  return { usual: normal ?? most, at };
}

type Row<R> = readonly [
  label: string,
  shown: Shown,
  of: (d: Duty<R>) => unknown,
  key?: string | undefined,
  rated?: number | undefined,
];

/** figures down, the columns of the sheet across; rows that stand nowhere are left out */
function dutyTable<R>(
  c: ReportContext,
  id: string,
  at: readonly Place<R>[],
  rated: boolean,
  caption: string,
  rows: readonly Row<R>[],
): TableBlock {
  const made = rows.map(([label, shown, of, key, ratedValue]): TableRow => {
    const cells = at.map(({ duty }): Cell => {
      const x = of(duty);
      if (typeof x === 'string') return x;
      return numberCell(x, shown, c.system, key ? { from: `${id}.${key}`, scenario: duty.scenario.id } : {});
    });
    const isText = cells.some((x) => typeof x === 'string');
    return {
      cells: [
        label,
        isText ? '' : unitOf(shown, c.system),
        ...cells,
        ...(rated ? [numberCell(ratedValue, shown, c.system)] : []),
      ],
    };
  });
  return {
    kind: 'table',
    caption,
    columns: [
      textColumn('', 2.4),
      textColumn(msg('report.unit'), 0.9),
      ...at.map(({ name }) => ({ label: name, width: 1.3 })),
      ...(rated ? [{ label: msg('report.rated'), width: 1.3 }] : []),
    ],
    rows: made.filter((r) => r.cells.slice(2).some((x) => x !== null && x !== '')),
  };
}

/** label and value, two pairs a row */
function pairs(caption: string, rows: readonly (readonly [string, Cell | undefined])[]): TableBlock {
  const known = rows.filter((r): r is readonly [string, Cell] => r[1] !== undefined && r[1] !== null && r[1] !== '');
  const half = Math.ceil(known.length / 2);
  const unit = (cell: Cell | undefined): string => (typeof cell === 'object' && cell !== null ? cell.unit : '');
  return {
    kind: 'table',
    caption,
    columns: [0, 1].flatMap(() => [textColumn('', 1.5), textColumn('', 1.7), textColumn('', 0.6)]),
    rows: known.slice(0, half).map(([label, cell], i) => {
      const other = known[half + i];
      return {
        cells: [capped(label), cell, unit(cell), ...(other ? [capped(other[0]), other[1], unit(other[1])] : ['', '', ''])],
      };
    }),
  };
}

/** What is asked of an offer and what the entry of the catalogue offers. */
type Compared = readonly [label: string, shown: Shown, required: Cell | undefined, offered: Cell | undefined];

function comparedTable(c: ReportContext, rows: readonly Compared[]): TableBlock {
  const filled = (x: Cell | undefined): x is Cell => x !== undefined && x !== null && x !== '';
  return {
    kind: 'table',
    caption: msg('report.requiredAndOffered'),
    columns: [
      textColumn('', 2.8),
      textColumn(msg('report.unit'), 0.9),
      { label: msg('report.required'), width: 1.6 },
      { label: msg('report.offered'), width: 1.6 },
    ],
    rows: rows
      .filter(([, , required, offered]) => filled(required) || filled(offered))
      .map(([label, shown, required, offered]) => {
        const hasNumber = [required, offered].some((x) => typeof x === 'object' && x !== null);
        return { cells: [label, hasNumber ? unitOf(shown, c.system) : '', required ?? null, offered ?? null] };
      }),
  };
}

function sheet(c: ReportContext, part: Part, e: Entry, title: string, name: string, tables: readonly TableBlock[]): Section {
  const blocks = tables.filter((t) => t.rows.length > 0).map((t) => ({ ...t, isClose: true }));
  const notes = typeof e.notes === 'string' && e.notes !== '' ? [{ kind: 'text' as const, text: e.notes }] : [];
  return { part, title: `${title}: ${named(e.id, e.name)}`, name: `${name} ${e.id}`, blocks: [...blocks, ...notes] };
}

const marginOf = (d: Duty<unknown>, check: string, id: string): Margin | undefined =>
  d.scenario.result!.margins.find((m) => m.check === check && m.where === id && m.value !== null);

const greatest = <T>(list: readonly T[], of: (x: T) => number | null | undefined): T | undefined =>
  list.reduce<T | undefined>((best, x) => {
    const value = of(x);
    return typeof value === 'number' && (best === undefined || value > (of(best) ?? -Infinity)) ? x : best;
  }, undefined);

/** a pressure of a duty over the atmosphere of the plant, Pa gauge */
const gauge = (d: Duty<unknown>, absolute: number | null): number | null =>
  absolute === null ? null : absolute - d.scenario.model!.network.atmosphere;

/** Pa gauge that the casing of a pump sees at no flow: ρ·g·H0 over the inlet, as the check of the casing has it; while running without a curve */
function casingPressure(d: Duty<PumpResult>): number | null {
  const { fluid, gravity } = d.scenario.model!.network;
  const shutOff = d.detail.performance?.shutOffHead;
  const inlet = gauge(d, d.result.inletPressure);
  return shutOff === undefined || inlet === null ? gauge(d, d.result.outletPressure) : fluid.density * gravity * shutOff + inlet;
}

/** The data sheet of a pump, of one unit wherever it does not say otherwise; null where it runs in no judged scenario. */
export function pumpDataSheet(c: ReportContext, e: Entry): Section | null {
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

  const general = pairs(msg('report.general'), [
    [msg('report.coverService'), wordsOf(e.name) ?? c.study.title],
    [msg('report.coverTag'), e.id],
    [msg('report.units'), units],
    [msg('report.liquid'), usual.scenario.model!.fluidName],
    [msg('report.maker'), wordsOf(entry.maker)],
    [msg('report.model'), wordsOf(entry.name) ?? wordsOf(e.pump)],
    [msg('report.type'), wordsOf(entry.type)],
    [msg('report.size'), wordsOf(entry.size)],
    [msg('report.materials'), wordsOf(entry.materials)],
    [msg('report.shaftSeal'), wordsOf(entry.seal)],
    [msg('report.npshDatum'), cell(detail.datum, 'length')],
    [msg('report.testGrade'), rated?.grade === undefined ? msg('report.notStated') : msg('report.iso9906Grade', { grade: rated.grade })], // prettier-ignore
    [msg('report.weight'), cell(quantityOf(entry.weight, 'weight'), 'weight')],
  ]);

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
  const compared = comparedTable(c, [
    [msg('report.headAtRatedFlow'), 'head', cell(rated?.head, 'head'), cell(rated && onCurve?.head(rated.flow), 'head')],
    [msg('report.efficiencyAtRatedFlow'), 'percent', undefined, cell(rated && onCurve?.efficiency(rated.flow), 'percent')],
    [msg('report.npshrAtWorstDuty'), 'head', cell(ratio?.limit && npsh!.result.npsha !== null ? npsh!.result.npsha / ratio.limit : undefined, 'head'), cell(npsh?.result.npshr, 'head')],
    [msg('report.motorRatingOneUnit'), 'power', cell(loaded && rating !== undefined ? rating * motorShare(loaded)! : undefined, 'power'), cell(rating, 'power')],
    [msg('report.greatestPowerOneUnit'), 'power', undefined, cell(onCurve && (onCurve.greatestPower(density, usual.scenario.model!.network.gravity) ?? NaN) / result.running, 'power')],
    [msg('report.shutOffHeadAsIt'), 'head', undefined, cell(onCurve?.shutOffHead, 'head')],
    [msg('report.bestEfficiencyFlowOfA'), 'flow', undefined, cell(onCurve?.hasBestFlow ? onCurve.bestFlow : undefined, 'flow')],
    [msg('report.minimumContinuousFlow'), 'flow', cell(least, 'flow'), cell(p?.minFlow, 'flow')],
    [msg('report.casingPressureMax'), 'pressure', cell(casing && casingPressure(casing), 'pressure'), ratingCell(c, p?.casingPressure)],
    [msg('report.temperatureMax'), 'temperature', cell(hot?.scenario.model!.temperature, 'temperature'), cell(p?.maxTemperature, 'temperature')],
    [msg('report.largestImpeller'), 'diameter', undefined, cell(p?.maxDiameter ?? p?.curves.at(-1)?.diameter, 'diameter')],
    [msg('report.freePassageForSolids'), 'diameter', undefined, cell(p?.solidsPassage, 'diameter')],
    [msg('report.price'), 'number', undefined, wordsOf(entry.price)],
    [msg('report.deliveryTimeDays'), 'number', undefined, cell(entry.deliveryTime, 'number')],
    [msg('report.curve'), 'number', undefined, entry.typical === true ? msg('report.typicalReplaceByTheMakers') : undefined],
  ]); // prettier-ignore
  return sheet(c, 'pump-sheet', e, msg('report.pumpDataSheet'), msg('report.pump'), [general, conditions, performance, compared]);
}

/** The data sheet of a control valve; null where it carries flow in no judged scenario. */
export function valveDataSheet(c: ReportContext, e: Entry): Section | null {
  const all = duties<ValveResult>(c, e.id);
  const found = places(c, all, (d) => d.result.flow);
  if (!found) return null;
  const { usual, at } = found;
  const entry = typeof e.valve === 'string' ? (c.study.valves?.[e.valve] ?? {}) : {};
  const v = usual.detail.valve;
  const cell = (x: unknown, shown: Shown): Cell => numberCell(x, shown, c.system);
  const shutOff = greatest(all, (d) => marginOf(d, 'valve-shut-off', e.id)?.value);
  const general = pairs(msg('report.general'), [
    [msg('report.coverService'), wordsOf(e.name) ?? c.study.title],
    [msg('report.coverTag'), e.id],
    [msg('report.liquid'), usual.scenario.model!.fluidName],
    [msg('report.maker'), wordsOf(entry.maker)],
    [msg('report.model'), wordsOf(entry.name) ?? wordsOf(e.valve)],
    [msg('report.type'), wordsOf(entry.type)],
    [msg('report.body'), wordsOf(entry.body)],
    [msg('report.nominalSize'), wordsOf(entry.size)],
    [msg('report.pressureClass'), wordsOf(entry.pressureClass)],
    [msg('report.trim'), wordsOf(entry.trim)],
    [msg('report.actuator'), wordsOf(entry.actuator)],
    [msg('report.shutOffDropOfActuator'), cell(v?.shutOffDrop, 'pressureDifference')],
    [msg('report.weight'), cell(quantityOf(entry.weight, 'weight'), 'weight')],
  ]);
  const of = <K extends keyof ValveResult>(key: K) => (d: Duty<ValveResult>): unknown => d.result[key]; // prettier-ignore
  const conditions = dutyTable(c, e.id, at, false, msg('report.serviceConditions'), [
    [msg('report.scenario'), 'number', (d) => scenarioName(c, d.scenario.id)],
    [msg('report.flow2'), 'flow', of('flow'), 'flow'],
    [msg('report.flowAtTheSurface'), 'flow', ({ scenario }) => scenario.result!.lines[String(e.line)]?.surfaceFlow],
    [msg('report.inletPressureP1'), 'absolutePressure', of('inletPressure'), 'inletPressure'],
    [msg('report.outletPressureP2'), 'absolutePressure', of('outletPressure'), 'outletPressure'],
    [msg('report.dropDp'), 'pressureDifference', of('drop'), 'drop'],
    [msg('report.chokedDrop'), 'pressureDifference', of('chokedDrop'), 'chokedDrop'],
    [msg('report.temperature'), 'temperature', (d) => d.scenario.model!.temperature],
    [msg('report.density'), 'density', (d) => d.scenario.model!.fluid.density],
    [msg('report.viscosity'), 'viscosity', (d) => d.scenario.model!.fluid.viscosity],
    [msg('report.vapourPressure'), 'absolutePressure', (d) => d.scenario.model!.fluid.vapourPressure],
    [msg('report.requiredKv'), 'number', of('kv'), 'kv'],
    [msg('report.requiredCv'), 'number', of('cv'), 'cv'],
    [msg('report.travel'), 'percent', of('opening'), 'opening'],
  ]);
  const most = greatest(all, (d) => d.result.kv);
  const drop = greatest(all, (d) => d.result.drop);
  const hot = greatest(all, (d) => d.scenario.model!.temperature);
  const inlet = greatest(all, (d) => gauge(d, d.result.inletPressure));
  const compared = comparedTable(c, [
    ['Kv', 'number', cell(most?.result.kv, 'number'), cell(v?.ratedKv, 'number')],
    ['FL', 'number', undefined, cell(v?.fl, 'number')],
    ['xFz', 'number', undefined, cell(v?.xfz, 'number')],
    [msg('report.inherentCharacteristic'), 'number', undefined, v?.characteristic],
    [msg('report.rangeability'), 'number', undefined, cell(v?.rangeability, 'number')],
    [msg('report.allowableDrop'), 'pressureDifference', cell(drop?.result.drop, 'pressureDifference'), cell(v?.maxDrop, 'pressureDifference')],
    [msg('report.inletPressureMaxRunning'), 'pressure', cell(inlet && gauge(inlet, inlet.result.inletPressure), 'pressure'), undefined],
    [msg('report.pressureRating'), 'pressure', undefined, ratingCell(c, v?.ratedPressure ?? v?.ratingTable)],
    [msg('report.temperatureMax'), 'temperature', cell(hot?.scenario.model!.temperature, 'temperature'), undefined],
    [msg('report.shutOffDropOfActuator'), 'pressureDifference', cell(shutOff && marginOf(shutOff, 'valve-shut-off', e.id)!.value, 'pressureDifference'), cell(v?.shutOffDrop, 'pressureDifference')],
    [msg('report.price'), 'number', undefined, wordsOf(entry.price)],
    [msg('report.deliveryTimeDays'), 'number', undefined, cell(entry.deliveryTime, 'number')],
  ]); // prettier-ignore
  return sheet(c, 'valve-sheet', e, msg('report.controlValveDataSheet'), msg('report.valve'), [general, conditions, compared]);
}
