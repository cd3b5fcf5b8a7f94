import {
  regionsOf,
  type Operation,
  type PumpInput,
  type PumpResult,
  type RawElement,
  type RawLine,
  type Study,
} from '@cedar-knot/core';
import { freeIds, locate } from './address.js';
import type { Rebuild } from './topology.js';
import { msg } from '../words.js';

/** nominal sizes with their bores in standard wall, mm. Source: ASME B36.10M */
const SIZES: readonly (readonly [name: string, bore: number])[] = [
  ['DN25', 26.64],
  ['DN40', 40.9],
  ['DN50', 52.48],
  ['DN80', 77.92],
  ['DN100', 102.26],
  ['DN150', 154.08],
  ['DN200', 202.74],
  ['DN250', 254.46],
];
/** m/s in a line that carries the least flow back */
const VELOCITY = 3;
/** over the least flow, so that it holds after rounding */
const SPARE = 1.02;

/** Flow of the group that it should not fall below, m³/s: the maker's minimum, or the lower end of the allowable region. */
export function leastFlow(input: PumpInput | undefined, r: PumpResult, makersLeast: number | null): number | null {
  if (r.bestFlow === null) return makersLeast;
  return Math.max(makersLeast ?? 0, regionsOf(input).allowable[0] * r.bestFlow * r.running);
}

/**
 * A way back from behind a pump to the place that feeds it: a pipe and a control valve that is shut, and that passes in the scenarios
 * in which the pump would have too little what it lacks.
 *
 * @param flows what the pump does in each solved scenario, with its least flow there
 */
export function bypassAround(
  study: Study,
  pump: string,
  flows: readonly { scenario: string; flow: number; least: number | null }[],
): Rebuild {
  const found = locate(study, pump);
  if (!found || found.index < 0) return { ok: false, reason: msg('app.thereIsNo', { pump }) };
  const line = study.lines[found.line]!;
  const supply = study.points[line.from];
  if (supply?.kind !== 'vessel' && supply?.kind !== 'junction')
    return {
      ok: false,
      reason: msg('app.cannotTakeAReturnFlow', { from: line.from }),
    };
  const lacking = flows.flatMap((f) => (f.least !== null && f.flow < f.least ? [{ ...f, back: f.least * SPARE - f.flow }] : []));
  if (lacking.length === 0) return { ok: false, reason: msg('app.isAboveItsMinimumFlow', { pump }) };
  const most = Math.max(...lacking.map((l) => l.back));
  const [size] = SIZES.find(([, mm]) => (Math.PI / 4) * (mm / 1000) ** 2 * VELOCITY >= most) ?? SIZES.at(-1)!;
  const after = line.elements.slice(found.index + 1);
  const id = freeIds(study);
  const [junction, rest, back] = [id('J'), id('T'), id('T')];
  const valve = id('CV');
  const elements: RawElement[] = [
    { id: valve, kind: 'control-valve', name: msg('app.minimumFlowValve'), mode: 'kv', kv: 0 },
    { id: id('L'), kind: 'pipe', name: msg('app.returnToTheSupply'), length: '10 m', size, schedule: '40', material: 'steel' },
  ];
  const before = line.elements.slice(0, found.index + 1).map((e, i) => {
    if (i < found.index) return e;
    const { outletElevation: _ends, ...kept } = e;
    return kept;
  });
  // an element without an elevation of its own stays where the one before it ends
  const elevation = [...line.elements.slice(0, found.index + 1)].reverse().find((e) => e.outletElevation !== undefined)?.outletElevation ?? supply.elevation; // prettier-ignore
  const restLine: RawLine = { id: rest, from: junction, to: line.to, elements: after };
  const operations: Operation[] = [
    { op: 'set', path: ['points', junction], value: { kind: 'junction', ...(elevation ? { elevation } : {}) } },
    { op: 'set', path: ['lines', found.line, 'to'], value: junction },
    { op: 'set', path: ['lines', found.line, 'elements'], value: before },
    { op: 'insert', path: ['lines'], index: found.line + 1, value: restLine },
    {
      op: 'insert',
      path: ['lines'],
      index: found.line + 2,
      value: { id: back, name: msg('app.minimumFlow'), from: junction, to: line.from, elements },
    },
    ...study.scenarios.flatMap((s, i): Operation[] => {
      const lack = lacking.find((l) => l.scenario === s.id);
      if (!lack) return [];
      const flow = `${Number((lack.back * 3600).toPrecision(3))} m3/h`;
      return [
        { op: 'set', path: ['scenarios', i, 'set'], value: { ...s.set, [`${valve}.mode`]: 'flow', [`${valve}.flow`]: flow } },
      ];
    }),
  ];
  return { ok: true, operations, select: valve };
}
