import { longLine, displayUnit, toUnit, type Dimension, type LongLine } from '@cedar-knot/core';
import { letterOf, prettyUnit } from '@cedar-knot/wording';
import { scenarioName, solvedOf, type ReportContext } from './context.js';
import type { Cell, Column, Section } from './document.js';
import { chartSvg, styleOf, type Trace } from './drawing.js';
import { column, numberCell, textColumn } from './shown.js';
import { msg } from './words.js';

const SIZE = { width: 515, height: 290 };
const INK = '#22302B';
/** m of way from which a line has stations rather than pumps */
const LONG = 5000;
/** corners of a drawn line: a printed page shows no more */
const MAX_POINTS = 600;

/** A line across the land: ground and grade over the true distance, what it may see, and the stations in every scenario. */
export function stations(c: ReportContext): Section | null {
  const known = solvedOf(c).map((s) => ({
    id: s.id,
    line: longLine(s.model!, s.result!),
  }));
  const chosen = known.find((k) => k.id === c.chosen?.id) ?? known[0];
  if (!chosen || chosen.line.length < LONG || chosen.line.stations.length === 0) return null;
  const unit = (d: Dimension): string => prettyUnit(displayUnit(d, c.system).symbol);
  const head = (si: number): number => toUnit(si, displayUnit('length', c.system));
  const isUs = displayUnit('length', c.system).symbol === 'ft';
  const distance = (m: number): number => m / (isUs ? 1609.344 : 1000);
  const trace = (line: LongLine, of: (p: LongLine['places'][number]) => number | null): Trace['points'] => {
    const step = Math.max(1, Math.ceil(line.places.length / MAX_POINTS));
    return line.places
      .filter((p, i) => i % step === 0 || i === line.places.length - 1 || line.stations.some((s) => s.ids.includes(p.element)))
      .map((p) => {
        const value = of(p);
        return value === null ? null : ([distance(p.chainage), head(value)] as const);
      });
  };
  const grades = known.map(({ id, line }): Trace => {
    const i = c.study.scenarios.findIndex((s) => s.id === id);
    const { colour, dash } = styleOf(i);
    return { points: trace(line, (p) => p.grade), colour, letter: letterOf(i), ...(dash ? { dash } : {}) };
  });
  const top = Math.max(...grades.flatMap((g) => g.points.map((p) => p?.[1] ?? 0)));
  const allowed: Trace = {
    points: trace(chosen.line, (p) => p.allowedHead).map((p) => (p && p[1] < 1.8 * top ? p : null)),
    colour: INK,
    dash: '4 3',
  };
  const ground: Trace = { points: trace(chosen.line, (p) => p.elevation), colour: INK, width: 2.2 };
  const svg = chartSvg({
    title: msg('report.longLine'),
    x: { title: msg('report.trueDistance', { isUs: isUs ? 'yes' : 'no' }), from: 0 },
    y: { title: msg('report.elevationAndHydraulicGrade', { unit: unit('length') }) },
    traces: [...(allowed.points.some((p) => p !== null) ? [allowed] : []), ground, ...grades],
    ...SIZE,
  });
  const columns: Column[] = [
    textColumn('scenario', 1.6),
    { label: msg('report.at2'), unit: isUs ? 'mi' : 'km' },
    column('suction', 'absolutePressure', c.system),
    column('discharge', 'absolutePressure', c.system),
    column('head', 'head', c.system),
    column('speed', 'speed', c.system),
    column('efficiency', 'percent', c.system),
    column(msg('report.shaftPower'), 'power', c.system),
    column('allowed', 'power', c.system),
  ];
  const tables = chosen.line.stations.map((station, k) => ({
    kind: 'table' as const,
    caption: station.ids.join(' + '),
    columns,
    rows: known.flatMap(({ id, line }) => {
      const s = line.stations[k];
      if (!s) return [];
      const [first, last] = [s.ids[0]!, s.ids.at(-1)!];
      const at = (from: string) => ({ from, scenario: id });
      const isOne = s.ids.length === 1;
      const own = (key: string) => (isOne ? at(`${first}.${key}`) : {});
      return [
        {
          cells: [
            scenarioName(c, id),
            numberCell(distance(s.chainage), 'number', c.system),
            numberCell(s.suction, 'absolutePressure', c.system, at(`${first}.inletPressure`)),
            numberCell(s.discharge, 'absolutePressure', c.system, at(`${last}.outletPressure`)),
            numberCell(s.head, 'head', c.system, own('head')),
            numberCell(s.speed, 'speed', c.system, own('speed')),
            numberCell(s.efficiency, 'percent', c.system),
            numberCell(s.shaftPower, 'power', c.system, own('shaftPower')),
            numberCell(s.allowedPower, 'power', c.system),
          ] as Cell[],
        },
      ];
    }),
  }));
  const caption = msg('report.groundHeavyAndHydraulicGrade');
  return {
    part: 'stations',
    title: msg('report.longLineAndStations'),
    name: msg('report.stations'),
    blocks: [{ kind: 'figure', caption, svg, ...SIZE }, ...tables],
  };
}
