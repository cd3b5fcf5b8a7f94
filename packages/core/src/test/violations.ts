import type { ElementResult, ScenarioResult, ValveResult } from '../results/results.js';
import type { randomSystem } from './random-systems.js';

/* Whether a solution of a random system is one: everything that it has to fulfil, worked out again from what is reported. */

type System = ReturnType<typeof randomSystem>;
const metres = (x: unknown): number => Number.parseFloat(String(x));

/** head that a boundary must have by its own definition, from the entries and the outflow alone */
function boundaryHead(p: Record<string, unknown>, outflow: number, rhoG: number): number | undefined {
  if (p.kind === 'vessel') return metres(p.elevation) + metres(p.level);
  if (p.kind === 'pressure') return metres(p.elevation) + (metres(p.pressure) * 1e5) / rhoG;
  if (p.kind === 'well') return metres(p.restLevel) - outflow / (metres(p.specificCapacity) / 3600);
  return undefined;
}

/** everything that a solution has to fulfil, worked out again from the results: nothing of the solver is used */
export function violations(system: System, r: ScenarioResult, rhoG: number): string[] {
  const wrong: string[] = [];
  const flow = (id: string): number => r.lines[id]!.flow;
  for (const [id, p] of Object.entries(system.points)) {
    const { totalHead, outflow } = r.points[id]!;
    const net = system.lines.reduce((s, l) => s + (l.from === id ? flow(l.id) : 0) - (l.to === id ? flow(l.id) : 0), 0);
    if (Math.abs(net - outflow) > 1e-12) wrong.push(`${id} outflow`);
    if (p.kind === 'junction' && Math.abs(net + metres(p.offtake ?? 0) / 3600) > 1e-9) wrong.push(`${id} balance`);
    const wanted = boundaryHead(p, outflow, rhoG);
    if (wanted !== undefined && Math.abs(totalHead! - wanted) > 1e-6) wrong.push(`${id} head`);
  }
  for (const l of system.lines) {
    const [a, b] = [r.points[l.from]!.totalHead, r.points[l.to]!.totalHead];
    let sum = 0;
    for (const e of l.elements) {
      const x = r.elements[e.id as string]!;
      const loss = x.kind === 'pump' ? -(x.head ?? NaN) : (x.headLoss ?? NaN);
      sum += loss;
      if (e.kind === 'non-return' && x.flow < -1e-9) wrong.push(`${e.id as string} flows backward`);
      if (x.kind === 'control-valve') wrong.push(...valveViolations(e, x, r, rhoG));
      if (e.kind === 'device' && e.at === undefined) wrong.push(...fixedDropViolations(e.id as string, metres(e.drop) * 1e5, x));
      if (e.closed === true && x.flow !== 0) wrong.push(`${e.id as string} is closed`);
      if (x.kind === 'control-valve' && !x.choked && x.kv && x.flow > 1e-9 && e.mode !== 'drop') {
        // Δp = SG·(Q/(Kv·FR))², SG = ρ/999.1
        const drop = (rhoG / 9.80665 / 999.1) * ((x.flow * 3600) / x.kv / (x.fr ?? 1)) ** 2 * 1e5;
        if (Math.abs(drop - x.drop!) > 1e-6 * drop + 0.02) wrong.push(`${e.id as string} coefficient`);
      }
    }
    if (a !== null && b !== null && Number.isFinite(sum) && Math.abs(a - b - sum) > 1e-6)
      wrong.push(`${l.id} energy ${a - b - sum}`);
  }
  return wrong;
}

/** A fixed drop takes all of it against the flow; at rest what it is given, and no more than it holds. */
function fixedDropViolations(id: string, drop: number, x: ElementResult): string[] {
  const found = (x as { drop: number | null }).drop;
  if (found === null) return [];
  if (Math.abs(x.flow) > 1e-9) return Math.abs(found - Math.sign(x.flow) * drop) > 1 ? [`${id} drop ${found}`] : [];
  return Math.abs(found) > drop + 1 ? [`${id} holds back ${found}`] : [];
}

/** What the contract says of a controlling valve, from its result alone. */
function valveViolations(e: Record<string, unknown>, x: ValveResult, r: ScenarioResult, rhoG: number): string[] {
  const id = e.id as string;
  const wrong = (what: string): string[] => [`${id} ${what} (opening ${x.opening}, flow ${x.flow}, drop ${x.drop})`];
  const full = 100;
  if (e.mode === 'drop') return fixedDropViolations(id, metres(e.drop) * 1e5, x);
  if (e.mode !== 'flow' && e.mode !== 'outlet-pressure' && e.mode !== 'inlet-pressure') return [];
  const isMissed = r.findings.some((f) => f.code === 'set-point-missed' && f.where === id);
  if (x.kv !== null && x.kv > full * (1 + 1e-6)) return wrong('more than fully open');
  // it takes pressure along the flow, and gives none
  if (!isMissed && x.drop !== null && x.flow >= 0 && x.drop < -1) return wrong('pushes');
  if (e.mode === 'flow') {
    const set = metres(e.flow) / 3600;
    if (!isMissed) return Math.abs(x.flow - set) > 1e-9 ? wrong('does not hold its flow') : [];
    if (x.flow > set + 1e-9) return wrong('passes more than its set point');
    return x.opening !== 1 ? wrong('short of its set point and not fully open') : [];
  }
  const held = e.mode === 'outlet-pressure' ? x.outletPressure : x.inletPressure;
  if (held === null) return [];
  const set = metres(e.pressure) * 1e5 + 101_325;
  const slack = 1e-6 * rhoG + 1;
  if (!isMissed) return Math.abs(held - set) > slack || x.flow < -1e-9 ? wrong(`does not hold ${set}: ${held}`) : [];
  const calls = e.mode === 'outlet-pressure' ? held < set - slack : held > set + slack;
  const passed = e.mode === 'outlet-pressure' ? held > set + slack : held < set - slack;
  if (calls && x.opening === 0) return wrong(`shut although ${held} calls for ${set}`);
  if (passed && x.opening === 1) return wrong(`open although ${held} has passed ${set}`);
  if (x.opening === 0 && Math.abs(x.flow) > 1e-9) return wrong('shut and passing');
  return [];
}
