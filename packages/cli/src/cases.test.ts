import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { check, curve, solve, type Outcome } from './commands.js';
import { rank, stages, valves } from './selection.js';

/*
 * Reference cases: published figures, hand derivations and an independent solver, each named in its file.
 * The same files are run against the built command from outside; here they hold the commands while they are written.
 */

interface Expectation {
  at?: string;
  value?: number;
  rel?: number;
  abs?: number;
  same_as?: string;
  equals?: unknown;
  in?: unknown[];
  least?: number;
  most?: number;
  /** one margin of the list: its verdict, value, limit */
  margin?: Record<string, string>;
  verdict?: string | string[];
  limit?: number;
  hasCodeAt?: Record<string, string>;
  noCodeAt?: Record<string, string>;
  problem?: string;
  where_includes_any?: string[];
  exit?: number;
  error_path_includes?: string;
}

interface Case {
  name: string;
  what: string;
  command: 'solve' | 'curve' | 'check' | 'rank' | 'stages' | 'valves';
  catalogue?: unknown;
  args?: Record<string, string>;
  study: unknown;
  expect: Expectation[];
}

const folder = join(__dirname, '../cases');
const cases = readdirSync(folder)
  .filter((f) => f.endsWith('.json'))
  .map((f) => JSON.parse(readFileSync(join(folder, f), 'utf8')) as Case);

test('there are cases', () => expect(cases.length).toBeGreaterThan(25));

test.each(cases.map((c) => [c.name, c] as const))('%s', (_name, c) => {
  const text = JSON.stringify(c.study);
  const outcome = outcomeOf(c, text);
  const result = JSON.parse(JSON.stringify(outcome.output)) as unknown;
  for (const x of c.expect) judge(x, outcome.code, result);
});

function outcomeOf(c: Case, text: string): Outcome {
  const options = new Map(Object.entries({ ...c.args, ...(c.catalogue ? { catalogue: 'catalogue' } : {}) }));
  const catalogue = (): string => JSON.stringify(c.catalogue);
  switch (c.command) {
    case 'solve':
      return solve(text);
    case 'check':
      return check(text);
    case 'curve':
      return curve(text, options);
    case 'rank':
      return rank(text, options, catalogue);
    case 'stages':
      return stages(text, options, catalogue);
    case 'valves':
      return valves(text, options, catalogue);
  }
}

function judge(x: Expectation, code: number, result: unknown): void {
  if (x.exit !== undefined) expect(code).toBe(x.exit);
  if (x.error_path_includes !== undefined) {
    expect((result as { errors: { path: string }[] }).errors.map((e) => e.path)).toContainEqual(
      expect.stringContaining(x.error_path_includes),
    );
  }
  if (x.problem !== undefined) {
    const hits = (result as { problems: { code: string; where: string[] }[] }).problems.filter((p) => p.code === x.problem);
    expect(hits).not.toHaveLength(0);
    if (x.where_includes_any) expect(hits.some((p) => p.where.some((w) => x.where_includes_any!.includes(w)))).toBe(true);
  }
  if (x.at === undefined) return;
  const found = look(result, x.at);
  if (x.margin) {
    const margin = (found as Record<string, unknown>[]).find((m) => Object.entries(x.margin!).every(([k, v]) => m[k] === v))!;
    if (x.verdict !== undefined) expect([x.verdict].flat()).toContain(margin.verdict);
    for (const key of ['value', 'limit'] as const) {
      if (x[key] === undefined) continue;
      const off = Math.abs((margin[key] as number) - x[key]) / Math.abs(x[key]);
      expect({ ...x.margin, key, found: margin[key], holds: off <= (x.rel ?? 0.005) }).toMatchObject({ holds: true });
    }
    return;
  }
  const label = (v: unknown): object => ({ at: x.at, found: v });
  const wanted = x.value ?? (x.same_as === undefined ? undefined : (look(result, x.same_as) as number));
  if (wanted !== undefined) {
    const rel = x.rel ?? (x.abs === undefined ? 0.005 : 0);
    const off = Math.abs((found as number) - wanted);
    expect({ ...label(found), holds: off <= rel * Math.abs(wanted) + (x.abs ?? 0) }).toEqual({ ...label(found), holds: true });
  }
  if ('equals' in x) expect(label(found)).toEqual(label(x.equals));
  if (x.in) expect(x.in).toContainEqual(found);
  if (x.least !== undefined) expect(found).toBeGreaterThanOrEqual(x.least);
  if (x.most !== undefined) expect(found).toBeLessThanOrEqual(x.most);
  if (x.hasCodeAt) expect(found).toContainEqual(expect.objectContaining(x.hasCodeAt));
  if (x.noCodeAt) expect(found).not.toContainEqual(expect.objectContaining(x.noCodeAt));
}

/** value at a path such as scenarios.winter.elements.P1.head; list items by id or by number */
function look(root: unknown, path: string): unknown {
  let o = root;
  for (const token of path.split(/[.[\]]+/).filter(Boolean)) {
    if (Array.isArray(o))
      o =
        (o as { id?: string; model?: string }[]).find((x) => x.id === token || x.model === token) ??
        (o as unknown[])[Number(token)];
    else o = (o as Record<string, unknown>)[token];
  }
  return o;
}
