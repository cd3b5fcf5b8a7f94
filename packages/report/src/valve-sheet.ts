import { quantityOf, type ValveResult } from '@cedar-knot/core';
import { scenarioName, type ReportContext } from './context.js';
import { dutyTable, type Compared, type Pair, type SheetEntries } from './data-sheets.js';
import type { Cell } from './document.js';
import { duties, gauge, greatest, marginOf, places, type Duty, type Entry } from './duties.js';
import { ratingCell, wordsOf } from './sheets.js';
import { numberCell, type Shown } from './shown.js';
import { msg } from './words.js';

/** What the data sheet of a control valve says; null where it carries flow in no judged scenario. */
export function valveEntries(c: ReportContext, e: Entry): SheetEntries | null {
  const all = duties<ValveResult>(c, e.id);
  const found = places(c, all, (d) => d.result.flow);
  if (!found) return null;
  const { usual, at } = found;
  const entry = typeof e.valve === 'string' ? (c.study.valves?.[e.valve] ?? {}) : {};
  const v = usual.detail.valve;
  const cell = (x: unknown, shown: Shown): Cell => numberCell(x, shown, c.system);
  const shutOff = greatest(all, (d) => marginOf(d, 'valve-shut-off', e.id)?.value);
  const general: Pair[] = [
    [msg('report.coverService'), wordsOf(e.name) ?? c.study.title],
    [msg('report.coverTag'), e.id],
    [msg('report.liquid'), usual.scenario.model!.fluidName],
    [msg('report.maker'), wordsOf(entry.maker), 'maker'],
    [msg('report.model'), wordsOf(entry.name) ?? wordsOf(e.valve), 'model'],
    [msg('report.type'), wordsOf(entry.type), 'type'],
    [msg('report.body'), wordsOf(entry.body), 'body'],
    [msg('report.nominalSize'), wordsOf(entry.size), 'size'],
    [msg('report.pressureClass'), wordsOf(entry.pressureClass), 'class'],
    [msg('report.trim'), wordsOf(entry.trim), 'trim'],
    [msg('report.actuator'), wordsOf(entry.actuator), 'actuator'],
    [msg('report.shutOffDropOfActuator'), cell(v?.shutOffDrop, 'pressureDifference')],
    [msg('report.weight'), cell(quantityOf(entry.weight, 'weight'), 'weight'), 'weight', 'weight'],
  ];
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
  const compared: Compared[] = [
    { key: 'kv', sense: 'least', label: 'Kv', shown: 'number', required: cell(most?.result.kv, 'number'), offered: cell(v?.ratedKv, 'number') },
    { key: 'fl', label: 'FL', shown: 'number', offered: cell(v?.fl, 'number') },
    { key: 'xfz', label: 'xFz', shown: 'number', offered: cell(v?.xfz, 'number') },
    { key: 'characteristic', label: msg('report.inherentCharacteristic'), shown: 'text', offered: v?.characteristic },
    { key: 'rangeability', label: msg('report.rangeability'), shown: 'number', offered: cell(v?.rangeability, 'number') },
    { key: 'max-drop', sense: 'least', label: msg('report.allowableDrop'), shown: 'pressureDifference', required: cell(drop?.result.drop, 'pressureDifference'), offered: cell(v?.maxDrop, 'pressureDifference') },
    { label: msg('report.inletPressureMaxRunning'), shown: 'pressure', required: cell(inlet && gauge(inlet, inlet.result.inletPressure), 'pressure') },
    { key: 'rating', sense: 'least', label: msg('report.pressureRating'), shown: 'pressure', offered: ratingCell(c, v?.ratedPressure ?? v?.ratingTable) },
    { key: 'max-temperature', sense: 'least', label: msg('report.temperatureMax'), shown: 'temperature', required: cell(hot?.scenario.model!.temperature, 'temperature') },
    { key: 'shut-off-drop', sense: 'least', label: msg('report.shutOffDropOfActuator'), shown: 'pressureDifference', required: cell(shutOff && marginOf(shutOff, 'valve-shut-off', e.id)!.value, 'pressureDifference'), offered: cell(v?.shutOffDrop, 'pressureDifference') },
    { key: 'price', label: msg('report.price'), shown: 'text', offered: wordsOf(entry.price) },
    { key: 'delivery', label: msg('report.deliveryTimeDays'), shown: 'number', offered: cell(entry.deliveryTime, 'number') },
  ]; // prettier-ignore
  return {
    part: 'valve-sheet',
    entry: e,
    title: msg('report.controlValveDataSheet'),
    name: msg('report.valve'),
    general,
    duties: [conditions],
    compared,
  };
}
