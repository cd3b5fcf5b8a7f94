import { elementKind } from '../elements/index.js';
import type { ScenarioResult } from '../results/results.js';
import { step, worth, type KeyedStep, type WorkingValue } from '../results/working.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import { word, type Word } from '../words/word.js';

const NAMES = {
  pipes: word('quantity.part.pipes'),
  fittings: word('quantity.sum-of-fittings'),
  devices: word('quantity.part.devices'),
  valves: word('quantity.part.valves'),
  otherPumps: word('quantity.part.otherPumps'),
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
    return [step(part, sum, formula, inputs, word('source.sum-along-the-path-of-the-highest'))];
  });
  return [...endSteps(model, result, pump, way), ...taken];
}

/** what an element adds to a part; friction and fittings of a pipe belong to different ones */
function lossesOf(e: ElementDetail, result: ScenarioResult, part: Part): { name: Word; value: number; from: string }[] {
  const r = result.elements[e.id]!;
  if (r.kind === 'pipe') {
    if (part === 'pipes')
      return [{ name: word('quantity.friction-in', { id: e.id }), value: r.frictionLoss, from: `${e.id}.frictionLoss` }];
    return part === 'fittings' && r.fittingLoss !== 0
      ? [{ name: word('quantity.fittings-of', { id: e.id }), value: r.fittingLoss, from: `${e.id}.fittingLoss` }]
      : [];
  }
  if (elementKind(e.kind).part !== part) return [];
  if (r.kind === 'pump')
    return [{ name: word('quantity.minus-the-head-of', { id: e.id }), value: -(r.head ?? NaN), from: `${e.id}.head` }];
  return [{ name: word('quantity.loss-over', { id: e.id }), value: r.headLoss ?? NaN, from: `${e.id}.headLoss` }];
}

const ENDS = {
  lift: { name: word('quantity.part.lift'), at: 'quantity.surface-at' },
  pressure: { name: word('quantity.pressure-head-over-the-surface'), at: 'quantity.pressure-head-at' },
  velocity: { name: word('quantity.velocity-head-of-a-static-boundary'), at: 'quantity.velocity-head-at' },
  well: { name: word('quantity.drawdown'), at: 'quantity.drawdown-at' },
} as const;

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
  const pair = (part: keyof typeof ENDS, of: (i: number) => number): KeyedStep => {
    const { name, at: atPoint } = ENDS[part];
    const value = (symbol: string, i: number): WorkingValue => {
      const { id } = points[i]!;
      return worth(symbol, word(atPoint, { id }), of(i), 'head', {
        from: `${id}.${part === 'lift' ? 'elevation' : 'totalHead'}`,
      });
    };
    const sum = worth('h', name, parts[part], 'head', { from: `breakdown.${pump}.${part}` });
    const inputs = [value('he', end), value('hs', begin)];
    return step(part, sum, 'he − hs', inputs, word('source.bernoulli-between-the-two-ends-of-the'));
  };
  return [
    pair('lift', surface),
    pair('pressure', (i) => (isWell(i) ? 0 : still(i) - surface(i))),
    pair('velocity', (i) => (isWell(i) ? 0 : total(i) - still(i))),
    pair('well', (i) => (isWell(i) ? total(i) - surface(i) : 0)),
  ];
}
