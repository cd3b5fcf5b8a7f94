import type { RawScenario, Study } from '../document/study.js';
import type { ElementDetail, ScenarioModel } from '../scenarios/model.js';
import { readQuantity, isQuantity, splitNumber } from '../units/quantity.js';
import { typedIn, type Found } from './doubt.js';

/* An imposed flow that no pipe of its line would carry: another unit may be meant. */

/** m/s: faster than any liquid is led on purpose, or so slow that nothing of it would be felt */
const FASTEST = 12;
const SLOWEST = 0.01;
/** m/s in which liquids are led */
const USUAL = [0.2, 5] as const;
const UNITS = ['m3/h', 'L/s', 'm3/s', 'L/min', 'L/h', 'm3/d', 'gpm'];

interface Imposed {
  id: string;
  key: string;
  /** m³/s */
  flow: number;
  /** of the pipes that carry it, m */
  bores: number[];
  /** it is a part of what they carry: it may be as small as it likes */
  isPart?: boolean;
}

export function flowDoubts(study: Study, raw: RawScenario, model: ScenarioModel): Found[] {
  return imposedIn(model).flatMap(({ id, key, flow, bores, isPart }): Found[] => {
    const typed = typedIn(study, raw, id, key);
    if (typed === undefined || flow === 0 || bores.length === 0) return [];
    const wide = velocity(flow, Math.max(...bores));
    const narrow = velocity(flow, Math.min(...bores));
    if (wide <= FASTEST && (isPart || narrow >= SLOWEST)) return [];
    const meant = otherUnit(typed, bores, model.fluid.density);
    return [
      {
        code: 'flow-size',
        id,
        key,
        values: {
          typed,
          velocity: wide > FASTEST ? wide : narrow,
          bore: wide > FASTEST ? Math.max(...bores) : Math.min(...bores),
        },
        ...(meant === undefined ? {} : { meant }),
      },
    ];
  });
}

const velocity = (flow: number, bore: number): number => Math.abs(flow) / ((Math.PI / 4) * bore * bore);

/** the same number in the unit in which the pipe would carry it at a usual velocity */
function otherUnit(typed: string, bores: readonly number[], density: number): string | undefined {
  const number = splitNumber(typed)?.typed;
  const bore = Math.max(...bores);
  return UNITS.map((unit) => `${number} ${unit}`).find((text) => {
    const q = readQuantity(text, 'flow');
    if (!isQuantity(q) || text === typed.trim()) return false;
    const v = velocity(q.unit.mass ? q.si / density : q.si, bore);
    return v >= USUAL[0] && v <= USUAL[1];
  });
}

function imposedIn({ elements, points, network }: ScenarioModel): Imposed[] {
  const boresOf = (line: number): number[] =>
    elements.flatMap((e) => (e.line === line && e.model.kind === 'pipe' ? [e.model.bore] : []));
  const number = (x: unknown): x is number => typeof x === 'number';
  const ofElements = elements.flatMap((e: ElementDetail): Imposed[] => {
    const key = number(e.read.requiredFlow) && e.kind === 'pump' && e.read.mode !== 'flow' ? 'requiredFlow' : 'flow';
    const holds = key === 'requiredFlow' || ((e.kind === 'pump' || e.kind === 'control-valve') && e.read.mode === 'flow');
    const flow = e.read[key];
    return holds && number(flow) ? [{ id: e.id, key, flow, bores: boresOf(e.line) }] : [];
  });
  const ofPoints = points.flatMap((p, i): Imposed[] => {
    const key = p.kind === 'junction' ? 'offtake' : 'flow';
    const flow = p.read[key];
    const met = network.lines.flatMap((l, k) => (l.from === i || l.to === i ? boresOf(k) : []));
    return number(flow) ? [{ id: p.id, key, flow, bores: met, isPart: p.kind === 'junction' }] : [];
  });
  const ofLines = network.lines.flatMap((l, k): Imposed[] =>
    l.flow === undefined ? [] : [{ id: l.id, key: 'flow', flow: l.flow, bores: boresOf(k) }],
  );
  return [...ofElements, ...ofPoints, ...ofLines];
}
