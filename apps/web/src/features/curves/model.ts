import { fixed } from '@cedar-knot/wording';
import type { PumpResult, PumpTrace, ScenarioTrace, ServiceCurves, Study } from '@cedar-knot/core';
import { NO_FAMILY, type Family } from './family.js';
import { interpolate } from '../../state/interpolate.js';
import type { Shows } from './shows.js';
import { letterOf } from '../../state/address.js';
import type { Shown } from '../../state/studyStore.js';
import { lineStyle, resolved } from '../../ui/scenarioStyle.js';
import { axis, type Axis, type Trace } from '../../ui/chart/chartOptions.js';
import { msg } from './words.js';

/** A duty point: where a scenario's system curve meets its pump curve. */
export interface Knot {
  scenario: string;
  index: number;
  letter: string;
  flow: number;
  head: number;
  result: PumpResult;
  stale: boolean;
}

/** Everything the three charts show, in display units. */
export interface CurvesModel {
  flow: Axis;
  head: Axis;
  efficiency: Axis;
  npsh: Axis;
  /** full scale of the power axis, display units */
  powerTop: number;
  headTraces: Trace[];
  efficiencyTraces: Trace[];
  npshTraces: Trace[];
  knots: Knot[];
}

export interface Units {
  flow: (si: number) => number;
  head: (si: number) => number;
  power: (si: number) => number;
}

/** axes that stay while a handle is held, so that what moves is the curves */
export type HeldAxes = Pick<CurvesModel, 'flow' | 'head' | 'npsh' | 'powerTop'>;

export function curvesModel(
  curves: ServiceCurves,
  study: Study,
  shown: Readonly<Record<string, Shown>>,
  active: string,
  units: Units,
  shows: Shows,
  before: readonly PumpTrace[],
  held?: HeldAxes,
  family: Family = NO_FAMILY,
): CurvesModel {
  const ink = resolved('--ink');
  const knots = knotsOf(curves, study, shown);
  const index = (id: string): number => study.scenarios.findIndex((s) => s.id === id);
  const flowEnd = units.flow(curves.flows.at(-1)!);
  const heads = [...curves.pumps, ...before].flatMap((p) => p.head).map(units.head);
  const duties = knots.map((k) => units.head(k.head));
  const low = Math.min(0, ...curves.scenarios.map((s) => units.head(s.head[0] ?? 0)));
  const top = Math.max(...heads, ...duties, 1) * 1.08;
  const duty = zoomRange(duties, 0.2);
  const flows = zoomRange(
    knots.map((k) => units.flow(k.flow)),
    0.25,
  );
  const zoomed = shows.zoom && knots.length > 0;
  const inputs = family.motor?.input.map(units.power) ?? [];
  const power = Math.max(1, ...inputs, ...curves.pumps.flatMap((p) => p.power.map((w) => units.power(w ?? 0))));
  const powerTop = held?.powerTop ?? axis(0, power * 1.02, 2).max;
  return {
    flow: held?.flow ?? (zoomed ? axis(Math.max(0, flows[0]), flows[1], 6) : axis(0, flowEnd, 10)),
    head: held?.head ?? (zoomed ? axis(duty[0], duty[1], 6) : axis(low, top, 6)),
    efficiency: { min: 0, max: 100, ticks: 2 },
    npsh: held?.npsh ?? npshAxis(curves, units, knots),
    powerTop,
    headTraces: [
      ...before.map((p, i): Trace => ({
        name: msg('view.curves.before', { i }),
        x: p.flow.map(units.flow),
        y: p.head.map(units.head),
        color: resolved('--cedar'),
        width: 1.2,
        dash: '3 3',
      })),
      ...(shows.made
        ? curves.made.map((m): Trace => ({
            name: `Ø ${m.diameter}`,
            x: m.flow.map(units.flow),
            y: m.head.map(units.head),
            color: resolved('--line-strong'),
            width: 1,
          }))
        : []),
      ...curves.scenarios.map((s): Trace => systemTrace(s, curves.flows, s.head, index(s.id), s.id === active, units)),
      ...(shows.window
        ? curves.scenarios
            .filter((s) => s.id === active)
            .map((s): Trace => ({
              ...systemTrace(s, curves.flows, s.bare, index(s.id), false, units),
              name: msg('view.curves.withoutTheValve', { s: s.id }),
              width: 1.3,
              dash: '1.5 3',
            }))
        : []),
      ...familyTraces(family, units),
      ...curves.pumps.flatMap((p) => comfortPieces(p, units, ink)),
    ],
    efficiencyTraces: curves.pumps
      .flatMap((p, i): Trace[] => [
        {
          name: msg('view.curves.efficiency', { i }),
          x: p.flow.map(units.flow),
          y: p.efficiency.map((e) => (e === null ? null : e * 100)),
          color: ink,
          width: 1.8,
        },
        {
          name: msg('view.curves.power', { i }),
          x: p.flow.map(units.flow),
          y: p.power.map((w) => (w === null ? null : (units.power(w) / powerTop) * 100)),
          color: ink,
          width: 1.3,
          dash: '5 3',
        },
      ])
      .concat(motorTraces(family, units, powerTop, ink)),
    npshTraces: [
      ...curves.scenarios.map((s): Trace => ({
        ...systemTrace(s, curves.flows, s.npsha, index(s.id), s.id === active, units),
        width: s.id === active ? 2 : 1.3,
      })),
      ...curves.pumps.map((p, i): Trace => ({
        name: msg('view.curves.npshr', { i }),
        x: p.flow.map(units.flow),
        y: p.npshr.map((h) => (h === null ? null : units.head(h))),
        color: ink,
        width: 1.8,
      })),
    ],
    knots,
  };
}

const line = (
  name: string,
  c: { flow: readonly number[]; head: readonly number[] },
  units: Units,
  color: string,
  width: number,
  dash?: string,
): Trace => ({ name, x: c.flow.map(units.flow), y: c.head.map(units.head), color, width, ...(dash ? { dash } : {}) });

/** what is drawn beside the curve as it runs: never heavier than it */
function familyTraces(family: Family, units: Units): Trace[] {
  const quiet = resolved('--ink-quiet');
  return [
    ...family.contours.flatMap((c) =>
      c.lines.map((l, i) =>
        line(`η ${c.efficiency} ${i}`, { flow: l.map((p) => p.flow), head: l.map((p) => p.head) }, units, resolved('--cedar'), 1),
      ),
    ),
    ...family.speeds.map((c) => line(`${fixed(c.speed, 0)} rpm`, c, units, quiet, 1, '6 3')),
    ...family.units.map((c) => line(msg('view.curves.ofTheUnits', { running: c.running }), c, units, quiet, 1.2, '2 3')),
    ...family.edges.map((c) => line(msg('view.curves.valve', { c: c.name }), c, units, resolved('--ink-2'), 1.3, '4 2')),
    ...(family.clear ? [line(msg('view.curves.newOnWater'), family.clear, units, quiet, 1.4, '8 3 2 3')] : []),
  ];
}

function motorTraces(family: Family, units: Units, powerTop: number, ink: string): Trace[] {
  const { motor } = family;
  if (!motor) return [];
  const x = motor.flow.map(units.flow);
  return [
    {
      name: msg('view.curves.overallEfficiency'),
      x,
      y: motor.efficiency.map((e) => e * 100),
      color: ink,
      width: 1.2,
      dash: '1.5 2.5',
    },
    {
      name: msg('view.curves.inputPower'),
      x,
      y: motor.input.map((w) => (units.power(w) / powerTop) * 100),
      color: ink,
      width: 1,
      dash: '5 2 1 2',
    },
  ];
}

function zoomRange(values: readonly number[], pad: number): [number, number] {
  const low = Math.min(...values);
  const high = Math.max(...values);
  const room = Math.max((high - low) * pad, high * 0.08);
  return [low - room, high + room];
}

function npshAxis(curves: ServiceCurves, units: Units, knots: readonly Knot[]): Axis {
  const required = curves.pumps.flatMap((p) => p.npshr.map((h) => units.head(h ?? 0)));
  const available = knots.map((k) => units.head(k.result.npsha ?? 0));
  return axis(0, Math.max(1, ...required, ...available) * 1.05, 2);
}

function systemTrace(
  s: ScenarioTrace,
  flows: readonly number[],
  values: readonly (number | null)[],
  index: number,
  isActive: boolean,
  units: Units,
): Trace {
  const style = lineStyle(index);
  return {
    name: s.id,
    x: flows.map(units.flow),
    y: values.map((h) => (h === null ? null : units.head(h))),
    color: resolved(style.variable),
    width: isActive ? 2.6 : 1.8,
    dash: style.dash || '0',
  };
}

/** One pump curve in pieces whose weight says comfort: heavy preferred, medium allowable, hairline outside. */
function comfortPieces(p: PumpTrace, units: Units, ink: string): Trace[] {
  const whole: Trace = {
    name: msg('view.curves.running', { running: p.running }),
    x: p.flow.map(units.flow),
    y: p.head.map(units.head),
    color: ink,
    width: 1,
  };
  return [whole, piece(p, p.allowable, 2.25, units, ink), piece(p, p.preferred, 4, units, ink)];
}

function piece(p: PumpTrace, [from, to]: readonly [number, number], width: number, units: Units, color: string): Trace {
  const steps = 24;
  const end = Math.min(to, p.lastFlow);
  const flows = Array.from({ length: steps + 1 }, (_, i) => from + ((end - from) * i) / steps);
  return {
    name: msg('view.curves.running2', { running: p.running, width }),
    x: flows.map(units.flow),
    y: flows.map((q) => units.head(interpolate(p.flow, p.head, q))),
    color,
    width,
  };
}

function knotsOf(curves: ServiceCurves, study: Study, shown: Readonly<Record<string, Shown>>): Knot[] {
  return study.scenarios.flatMap((s, index) => {
    const r = shown[s.id]?.outcome.result?.elements[curves.pump];
    if (r?.kind !== 'pump' || r.head === null) return [];
    return [{ scenario: s.id, index, letter: letterOf(index), flow: r.flow, head: r.head, result: r, stale: shown[s.id]!.stale }];
  });
}
