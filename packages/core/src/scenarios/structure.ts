import type { Problem } from '../issues/issues.js';
import { isClosed } from '../network/line.js';
import type { ElementModel } from '../elements/model.js';
import type { LineModel, NetworkInput } from '../network/types.js';
import { matchEquations } from './matching.js';
import type { ScenarioModel } from './model.js';

/**
 * What the count of givens and unknowns depends on: scenarios of one study nearly always have it in common, and of a sound one nothing has
 * to be counted again.
 */
export function structureKey({ points, lines }: NetworkInput): string {
  let key = '';
  for (const { head, outflow, static: isStatic } of points)
    key += `${head.kind[0]}${outflow === undefined ? '?' : outflow === 0 ? '0' : '1'}${isStatic ? 's' : ''} `;
  for (const l of lines) {
    key += `/${l.from}>${l.to}${l.flow === undefined ? '' : '='}`;
    for (const e of l.elements) {
      if (e.kind === 'pipe') continue;
      key += ` ${e.kind}${isClosed(e) ? '!' : ''}${'law' in e ? e.law.kind : ''}`;
    }
  }
  return key;
}

/** One equation or unknown, with the ids whose entries make it. */
interface Node {
  owners: string[];
  /** an entry of a person that could go: an imposed flow, a held pressure */
  given: boolean;
}

/**
 * Counts givens against unknowns structurally: a bipartite matching of equations to unknowns, in which an equation left over
 * names the entries among which one is too many, an unknown left over those among which one lacks.
 * Source: Dulmage & Mendelsohn 1958, Canad. J. Math. 10, 517–534.
 */
export function structureProblems(model: ScenarioModel, path: string): Problem[] {
  const network = withoutDeadHolds(model.network);
  const problems: Problem[] = [...connectionProblems(model), ...referenceProblems(network)];
  if (problems.length > 0) return problems;
  const { equations, unknowns, edges } = structure(network);
  const { overEquations, underUnknowns } = matchEquations(equations.length, unknowns.length, edges);
  if (overEquations.length > 0) {
    const nodes = overEquations.map((i) => equations[i]!);
    const givens = nodes.filter((n) => n.given);
    const where = names(givens.length > 0 ? givens : nodes);
    problems.push({ code: 'over-specified', path, where, detail: { reason: 'over-specified', surplus: 1 } });
  } else if (underUnknowns.length > 0) {
    const nodes = underUnknowns.map((i) => unknowns[i]!);
    const sought = nodes.filter((n) => n.given);
    problems.push({
      code: 'under-specified',
      path,
      where: names(sought.length > 0 ? sought : nodes),
      detail: { reason: 'under-specified' },
    });
  } else problems.push(...balanceProblems(network, path));
  return problems;
}

/**
 * A valve that holds the pressure before it in a line behind which nothing can flow is no entry too many: it stands open or shut, as
 * the pressure at rest says. It is counted as left out.
 */
function withoutDeadHolds(network: NetworkInput): NetworkInput {
  const holds = (e: ElementModel): boolean => e.kind === 'control-valve' && e.law.kind === 'inlet-pressure';
  const dead = network.lines.map((l) => l.elements.some(holds) && [l.from, l.to].some((p) => isDeadBehind(network, l, p)));
  if (!dead.includes(true)) return network;
  const lines = network.lines.map((l, i) => {
    if (!dead[i]) return l;
    const elements = l.elements.map((e) => (holds(e) ? ({ ...e, law: { kind: 'left-out' } } as ElementModel) : e));
    return { ...l, elements };
  });
  return { ...network, lines };
}

/** whether nothing goes in or out of what a point is joined to without a line */
function isDeadBehind({ points, lines }: NetworkInput, without: LineModel, point: number): boolean {
  const seen = new Set([point]);
  for (const p of seen) {
    const { head, outflow } = points[p]!;
    if (head.kind !== 'free' || outflow !== 0) return false;
    for (const l of lines) {
      if (l === without) continue;
      if (l.from === p) seen.add(l.to);
      else if (l.to === p) seen.add(l.from);
    }
  }
  return !seen.has(without.from) || !seen.has(without.to);
}

/**
 * Imposed flows that a balance over several lines sums: a group of points whose balances are all fixed, and that only lines of an
 * imposed flow leave. One of those flows follows from the others; the heads in the group hide it from a count.
 */
function balanceProblems(network: NetworkInput, path: string): Problem[] {
  const { points, lines } = network;
  const isFixed = (p: number): boolean => points[p]!.head.kind === 'free' && points[p]!.outflow !== undefined;
  const group = points.map((_, i) => i);
  const find = (i: number): number => (group[i] === i ? i : (group[i] = find(group[i]!)));
  const given = lines.map(imposedFlows);
  const open = new Set<number>();
  lines.forEach((l, i) => {
    if (given[i]!.length > 0) return;
    if (isFixed(l.from) && isFixed(l.to)) group[find(l.from)] = find(l.to);
  });
  lines.forEach((l, i) => {
    if (given[i]!.length > 0 || (isFixed(l.from) && isFixed(l.to))) return;
    for (const p of [l.from, l.to]) if (isFixed(p)) open.add(find(p));
  });
  const owners = new Map<number, string[]>();
  lines.forEach((l, i) => {
    for (const p of [l.from, l.to]) {
      if (!isFixed(p) || open.has(find(p))) continue;
      // a line that leads back into its own group carries what it is given: it sums to nothing
      if (isFixed(l.from) && isFixed(l.to) && find(l.from) === find(l.to)) continue;
      owners.set(find(p), [...(owners.get(find(p)) ?? []), ...given[i]!]);
    }
  });
  return [...owners].map(([root, ids]): Problem => {
    const demands = points.flatMap((p, i) => (isFixed(i) && find(i) === root && p.outflow !== 0 ? [p.id] : []));
    const where = [...new Set([...ids, ...demands])];
    return { code: 'over-specified', path, where, detail: { reason: 'over-specified', surplus: 1 } };
  });
}

/** ids of the entries that fix the flow of a line */
function imposedFlows(l: LineModel): string[] {
  const own = l.elements.flatMap((e) =>
    (e.kind === 'pump' || e.kind === 'control-valve') && e.law.kind === 'flow' ? [e.id] : [],
  );
  return l.flow === undefined ? own : [l.id, ...own];
}

function names(nodes: readonly Node[]): string[] {
  return [...new Set(nodes.flatMap((n) => n.owners))];
}

function connectionProblems(model: ScenarioModel): Problem[] {
  const { points, lines } = model.network;
  const problems: Problem[] = [];
  const degree = new Array<number>(points.length).fill(0);
  for (const l of lines) {
    degree[l.from]!++;
    degree[l.to]!++;
  }
  points.forEach((p, i) => {
    const met = degree[i]!;
    if (met === 0)
      problems.push({ code: 'unconnected', path: `points.${p.id}`, where: [p.id], detail: { reason: 'unconnected' } });
    if (met > 1 && p.static)
      problems.push({ code: 'bad-value', path: `points.${p.id}`, where: [p.id], detail: { reason: 'static-many', found: met } });
  });
  if (lines.length === 0)
    problems.push({ code: 'under-specified', path: 'lines', where: points.map((p) => p.id), detail: { reason: 'no-lines' } });
  return problems;
}

/** Each connected part needs one place of known pressure. */
function referenceProblems(network: NetworkInput): Problem[] {
  const { points, lines } = network;
  const part = points.map((_, i) => i);
  const find = (i: number): number => (part[i] === i ? i : (part[i] = find(part[i]!)));
  for (const l of lines) part[find(l.from)] = find(l.to);
  const known = new Set<number>();
  points.forEach((p, i) => p.head.kind !== 'free' && known.add(find(i)));
  for (const l of lines) if (l.elements.some(holdsPressure)) known.add(find(l.from));
  const parts = new Map<number, string[]>();
  points.forEach((p, i) => {
    if (!known.has(find(i))) (parts.get(find(i)) ?? parts.set(find(i), []).get(find(i))!).push(p.id);
  });
  return [...parts.values()].map((where) => ({
    code: 'no-pressure-reference',
    path: `points.${where[0]!}`,
    where,
    detail: { reason: 'no-pressure-reference' },
  }));
}

function holdsPressure(e: ElementModel): boolean {
  if (e.kind === 'pump') return e.law.kind === 'inlet-pressure';
  return e.kind === 'control-valve' && (e.law.kind === 'outlet-pressure' || e.law.kind === 'inlet-pressure');
}

/** takes whatever the rest leaves: its drop or gain is an unknown of its own */
function isFree(e: ElementModel): boolean {
  if (e.kind === 'pump') return e.law.kind === 'flow' || e.law.kind === 'sought' || e.law.kind === 'inlet-pressure';
  if (e.kind === 'device') return e.law.kind === 'sought';
  return e.kind === 'control-valve' && (e.law.kind === 'flow' || e.law.kind === 'sought' || holdsPressure(e));
}

/** closed elements count as open here: a scenario that shuts a line is no fault of its structure */
function structure(network: NetworkInput): { equations: Node[]; unknowns: Node[]; edges: number[][] } {
  const equations: Node[] = [];
  const unknowns: Node[] = [];
  const edges: number[][] = [];
  const unknown = (owners: string[], given: boolean): number => unknowns.push({ owners, given }) - 1;
  const equation = (owners: string[], given: boolean, of: number[]): void => {
    equations.push({ owners, given });
    edges.push(of);
  };
  const heads = network.points.map((p) =>
    p.head.kind === 'known' ? -1 : unknown([p.id], p.head.kind === 'free' && p.outflow === undefined),
  );
  const flows = network.lines.map((l) => unknown([l.id], false));
  network.lines.forEach((l, i) => lineEquations(l, flows[i]!, heads, unknown, equation));
  const around: number[][] = network.points.map(() => []);
  network.lines.forEach((l, k) => {
    around[l.from]!.push(flows[k]!);
    if (l.to !== l.from) around[l.to]!.push(flows[k]!);
  });
  network.points.forEach((p, i) => {
    const met = around[i]!;
    if (p.head.kind === 'well') equation([p.id], false, [...met, heads[i]!]);
    else if (p.outflow !== undefined) equation([p.id], p.outflow !== 0, met);
  });
  return { equations, unknowns, edges };
}

function lineEquations(
  line: LineModel,
  flow: number,
  heads: readonly number[],
  unknown: (owners: string[], given: boolean) => number,
  equation: (owners: string[], given: boolean, of: number[]) => void,
): void {
  if (line.flow !== undefined) equation([line.id], true, [flow]);
  let of = [flow];
  let owners: string[] = [];
  const head = (p: number): number[] => (heads[p]! >= 0 ? [heads[p]!] : []);
  of.push(...head(line.from));
  for (const e of line.elements) {
    if (isClosed(e)) continue;
    const law = 'law' in e ? e.law : undefined;
    if (law?.kind === 'flow' && (e.kind === 'pump' || e.kind === 'control-valve')) equation([e.id], true, [flow]);
    const own = isFree(e) ? [unknown([e.id], true)] : [];
    if (law?.kind === 'inlet-pressure') {
      equation([e.id], true, of);
      of = [flow, ...own];
      owners = [e.id];
    } else if (e.kind === 'control-valve' && law?.kind === 'outlet-pressure') {
      equation([e.id], true, [...of, ...own]);
      of = [flow];
      owners = [e.id];
    } else of.push(...own);
  }
  equation(owners.length > 0 ? owners : [line.id], owners.length > 0, [...of, ...head(line.to)]);
}
