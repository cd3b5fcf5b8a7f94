import { displayUnit, serviceCurves, toUnit, type Dimension, type PumpResult } from '@cedar-knot/core';
import { named, prettyUnit } from '@cedar-knot/wording';
import { solvedOf, type ReportContext } from './context.js';
import type { Block, FigureBlock, Section } from './document.js';
import { chartSvg, type Trace } from './drawing.js';
import { pointsOf, scenarioTrace, serviceTraces } from './service-traces.js';
import { ofKind } from './sheets.js';
import { msg } from './words.js';

const SIZE = { width: 515, height: 290 };
const SMALL = { width: 515, height: 170 };
const INK = '#22302B';
/** of a system curve: a picture of this size shows no more */
const POINTS = 37;

/** Head, efficiency and NPSH over the flow of every pump, with the system curve and duty of every scenario. */
export function curves(c: ReportContext): Section | null {
  const solved = solvedOf(c);
  const unit = (d: Dimension): string => prettyUnit(displayUnit(d, c.system).symbol);
  const show = (si: number, d: Dimension): number => toUnit(si, displayUnit(d, c.system));
  const flowTitle = msg('report.flow', { unit: unit('flow') });
  const blocks = ofKind(c, 'pump').flatMap((e): Block[] => {
    // where it is off nothing is asked of it
    const running = solved.filter((s) => (s.result!.elements[e.id] as PumpResult | undefined)?.running !== 0);
    const found = serviceCurves(running, e.id, POINTS);
    if (found.scenarios.length === 0) return [];
    const line = (flow: readonly number[], y: readonly (number | null)[], of: (v: number) => number): Trace['points'] =>
      pointsOf(flow, y, of, c.system);
    const head = (v: number): number => show(v, 'head');
    const { systems, pumps, duties } = serviceTraces(found, c.study, solved, e.id, c.system);
    // a system curve far over the pumps would press what matters into a line
    const top = Math.max(...[...pumps.flatMap((p) => p.points), ...duties.map((m) => m.at)].map((p) => p?.[1] ?? 0)) * 1.15;
    const clipped = systems.map((t) => ({ ...t, points: t.points.map((p) => (p !== null && p[1] <= top ? p : null)) }));
    const figures: FigureBlock[] = [
      {
        kind: 'figure',
        caption: msg('report.headOverFlowPumpCurves', { named: named(e.id, e.name) }),
        svg: chartSvg({ title: msg('report.headOverFlowOf', { e: e.id }), x: { title: flowTitle, from: 0 }, y: { title: msg('report.head', { unit: unit('head') }), from: 0 }, traces: [...clipped, ...pumps], marks: duties, ...SIZE }), // prettier-ignore
        ...SIZE,
      },
    ];
    const efficiency = found.pumps.map((p): Trace => ({
      points: line(p.flow, p.efficiency, (v) => v * 100),
      colour: INK,
      width: 1.8,
    }));
    if (efficiency.some((t) => t.points.some((p) => p !== null)))
      figures.push({ kind: 'figure', caption: msg('report.efficiencyOverFlow', { e: e.id }), svg: chartSvg({ title: msg('report.efficiencyOf', { e: e.id }), x: { title: flowTitle, from: 0 }, y: { title: msg('report.efficiency'), from: 0 }, traces: efficiency, ...SMALL }), ...SMALL }); // prettier-ignore
    const required = found.pumps.map((p): Trace => ({ points: line(p.flow, p.npshr, head), colour: INK, width: 1.8 }));
    const available = found.scenarios.map((s): Trace => {
      const points = line(found.flows, s.npsha, head).map((p) => (p !== null && p[1] >= 0 ? p : null));
      return { points, ...scenarioTrace(c.study, s.id) };
    });
    if (required.some((t) => t.points.some((p) => p !== null)))
      figures.push({ kind: 'figure', caption: msg('report.npshRequiredHeavyAndAvailable', { e: e.id }), svg: chartSvg({ title: msg('report.npshOf', { e: e.id }), x: { title: flowTitle, from: 0 }, y: { title: msg('report.npsh', { unit: unit('head') }), from: 0 }, traces: [...available, ...required], ...SMALL }), ...SMALL }); // prettier-ignore
    return figures;
  });
  return blocks.length === 0 ? null : { part: 'curves', title: msg('report.curves'), name: msg('report.curves'), blocks };
}

/** Elevation and hydraulic grade along the way of the first pump, in every scenario; along each line where there is none. */
export function profile(c: ReportContext): Section | null {
  const solved = solvedOf(c);
  const [first] = solved;
  if (!first) return null;
  const show = (si: number, d: Dimension): number => toUnit(si, displayUnit(d, c.system));
  const unit = (d: Dimension): string => prettyUnit(displayUnit(d, c.system).symbol);
  const ways =
    Object.values(first.result!.ways)[0] ?? first.model!.network.lines.slice(0, 1).map((l) => ({ line: l.id, forward: true }));
  const stations = alongWay(c, ways);
  if (stations.length < 2) return null;
  const ground: Trace = { points: stations.map((p) => [p.x, show(p.elevation, 'length')]), colour: INK, width: 2.2 };
  const grades = solved.map((s): Trace => {
    const points = stations.map((p): readonly [number, number] | null => {
      const grade = s.result!.places[p.line]?.[p.place]?.grade;
      return grade == null ? null : [p.x, show(grade, 'length')];
    });
    return { points, ...scenarioTrace(c.study, s.id) };
  });
  const svg = chartSvg({ title: msg('report.elevationProfile'), x: { title: msg('report.alongThePipes', { unit: unit('length') }), from: 0 }, y: { title: msg('report.elevationAndHydraulicGrade', { unit: unit('length') }) }, traces: [ground, ...grades], ...SIZE }); // prettier-ignore
  const lines = ways.map((w) => w.line).join(', ');
  return { part: 'profile', title: msg('report.elevationProfile'), name: msg('report.profile'), blocks: [{ kind: 'figure', caption: msg('report.elevationHeavyAndHydraulicGrade', { lines }), svg, ...SIZE }] }; // prettier-ignore
}

interface Station {
  line: string;
  place: number;
  /** in the unit that is shown, along the pipes */
  x: number;
  elevation: number;
}

/** every place of the lines of a way, by the length of the pipes up to it */
function alongWay(c: ReportContext, ways: readonly { line: string; forward: boolean }[]): Station[] {
  const { model } = solvedOf(c)[0]!;
  let at = 0;
  const stations: Station[] = [];
  for (const { line, forward } of ways) {
    const l = model!.network.lines.find((x) => x.id === line);
    const places = solvedOf(c)[0]!.result!.places[line];
    if (!l || !places) continue;
    const lengths = l.elements.map((e) => (e.kind === 'pipe' ? e.length : 0));
    const order = forward ? places.map((_, i) => i) : places.map((_, i) => places.length - 1 - i);
    order.forEach((place, k) => {
      if (k > 0) at += lengths[forward ? place - 1 : place] ?? 0;
      stations.push({ line, place, x: toUnit(at, displayUnit('length', c.system)), elevation: places[place]!.elevation });
    });
  }
  return stations;
}
