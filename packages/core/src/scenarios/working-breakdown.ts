import { elementKind } from '../elements/index.js';
import type { ScenarioResult } from '../results/results.js';
import { step, worth, type KeyedStep, type WorkingValue } from '../results/working.js';
import type { ElementDetail, ScenarioModel } from './model.js';

const NAMES = {
  pipes: 'friction in pipes',
  fittings: 'fittings and local losses',
  devices: 'devices',
  valves: 'control valves',
  otherPumps: 'given by other pumps',
} as const;
type Part = keyof typeof NAMES;

/** The parts of a pump's head, each as the sum of what the elements on its way take. */
export function breakdownSteps(model: ScenarioModel, result: ScenarioResult, pump: string): KeyedStep[] {
  const parts = result.breakdowns[pump];
  const way = result.ways[pump];
  if (!parts || !way) return [];
  const signs = new Map(way.map((w) => [w.line, w.forward ? 1 : -1]));
  const lines = Object.keys(result.lines);
  const along = model.elements.filter((e) => signs.has(lines[e.line]!) && e.id !== pump);
  const taken = (Object.keys(NAMES) as Part[]).flatMap((part) => {
    const losses = along.flatMap((e) => lossesOf(e, result, part).map((x) => ({ ...x, sign: signs.get(lines[e.line]!)! })));
    if (losses.length === 0) return [];
    const inputs: WorkingValue[] = losses.map((t, i) => worth(`h${i + 1}`, t.name, t.value, 'head', { from: t.from }));
    const formula = losses.map((t, i) => `${t.sign < 0 ? (i === 0 ? '−' : ' − ') : i === 0 ? '' : ' + '}h${i + 1}`).join('');
    const sum = worth('h', NAMES[part], parts[part], 'head', { from: `breakdown.${pump}.${part}` });
    return [step(part, sum, formula, inputs, 'sum along the way of the greatest flow')];
  });
  return [...endSteps(model, result, pump, way), ...taken];
}

/** what an element adds to a part; friction and fittings of a pipe belong to different ones */
function lossesOf(e: ElementDetail, result: ScenarioResult, part: Part): { name: string; value: number; from: string }[] {
  const r = result.elements[e.id]!;
  if (r.kind === 'pipe') {
    if (part === 'pipes') return [{ name: `friction in ${e.id}`, value: r.frictionLoss, from: `${e.id}.frictionLoss` }];
    return part === 'fittings' && r.fittingLoss !== 0
      ? [{ name: `fittings of ${e.id}`, value: r.fittingLoss, from: `${e.id}.fittingLoss` }]
      : [];
  }
  if (elementKind(e.kind).part !== part) return [];
  if (r.kind === 'pump') return [{ name: `minus the head of ${e.id}`, value: -(r.head ?? NaN), from: `${e.id}.head` }];
  return [{ name: `loss over ${e.id}`, value: r.headLoss ?? NaN, from: `${e.id}.headLoss` }];
}

/** lift, pressure, velocity head and drawdown: what stands at the two ends of the way */
function endSteps(model: ScenarioModel, result: ScenarioResult, pump: string, way: ScenarioResult['ways'][string]): KeyedStep[] {
  const parts = result.breakdowns[pump]!;
  const { lines, points } = model.network;
  const at = (w: (typeof way)[number], isEnd: boolean): number => {
    const line = lines.find((l) => l.id === w.line)!;
    return w.forward === isEnd ? line.to : line.from;
  };
  const begin = at(way[0]!, false);
  const end = at(way[way.length - 1]!, true);
  if (begin === end) return [];
  const surface = (i: number): number => {
    const { head, elevation } = points[i]!;
    const { read, kind } = model.points[i]!;
    if (head.kind === 'well') return head.rest;
    return elevation + (kind === 'vessel' && typeof read.level === 'number' ? read.level : 0);
  };
  const total = (i: number): number => result.points[points[i]!.id]!.totalHead ?? NaN;
  const still = (i: number): number => {
    const { head, static: isStatic } = points[i]!;
    return isStatic && head.kind === 'known' ? head.head : total(i);
  };
  const isWell = (i: number): boolean => points[i]!.head.kind === 'well';
  const value = (symbol: string, name: string, i: number, x: number): WorkingValue =>
    worth(symbol, `${name} at ${points[i]!.id}`, x, 'head', {
      from: `${points[i]!.id}.${name === 'surface' ? 'elevation' : 'totalHead'}`,
    });
  const pair = (part: 'lift' | 'pressure' | 'velocity' | 'well', name: string, of: (i: number) => number): KeyedStep => {
    const sum = worth('h', name, parts[part], 'head', { from: `breakdown.${pump}.${part}` });
    const inputs = [
      value('he', part === 'lift' ? 'surface' : name, end, of(end)),
      value('hs', part === 'lift' ? 'surface' : name, begin, of(begin)),
    ];
    return step(part, sum, 'he − hs', inputs, 'Bernoulli between the two ends of the way');
  };
  return [
    pair('lift', 'lift between the surfaces', surface),
    pair('pressure', 'head of pressure over the surface', (i) => (isWell(i) ? 0 : still(i) - surface(i))),
    pair('velocity', 'velocity head of a static boundary', (i) => (isWell(i) ? 0 : total(i) - still(i))),
    pair('well', 'drawdown', (i) => (isWell(i) ? total(i) - surface(i) : 0)),
  ];
}
