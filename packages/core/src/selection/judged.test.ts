import { CHECK_CODES, type CheckCode } from '../checks/index.js';
import { orderOf } from '../checks/judge.js';
import type { Margin } from '../results/margin.js';
import type { SolvedScenario } from '../scenarios/run.js';
import { firstFailing, firstFailure, marginsAt, worstMargin } from './judged.js';

/* Which margin names a pump: the first code that fails, in its worst scenario, or of those that hold the one nearest to its limit. */

const margin = (check: CheckCode, value: number | null, limit: number, verdict: Margin['verdict'], more: object = {}): Margin<CheckCode> => ({ check, where: 'P', value, limit, verdict, ...more }); // prettier-ignore
const scenario = (id: string, margins: Margin<CheckCode>[], judged = true): SolvedScenario => ({ id, problems: [], model: { judged }, result: { margins } }) as unknown as SolvedScenario; // prettier-ignore
const all = (): boolean => true;

const opening = (value: number, verdict: Margin['verdict']) =>
  margin('valve-opening', value, 0.15, verdict, { where: 'CV', upper: 0.85 });

test('a trim stops where a valve stands at the upper edge of its band: there it holds, to a millionth, and nowhere else', () => {
  const verdicts = (m: Margin<CheckCode>, isLenient: boolean): string[] => marginsAt([scenario('a', [m])], all, isLenient).map((x) => x.verdict); // prettier-ignore
  expect(verdicts(opening(0.85 + 5e-7, 'fails'), true)).toEqual(['holds']);
  expect(verdicts(opening(0.85 + 5e-7, 'fails'), false)).toEqual(['fails']);
  expect(verdicts(opening(0.85 + 2e-6, 'fails'), true)).toEqual(['fails']);
  expect(verdicts(opening(0.82, 'near'), true)).toEqual(['holds']);
  // at the lower edge nothing was trimmed
  expect(verdicts(opening(0.16, 'near'), true)).toEqual(['near']);
  expect(verdicts(margin('flow-region', 1.19, 0.7, 'near', { upper: 1.2 }), true)).toEqual(['near']);
  expect(firstFailing([opening(0.85 + 5e-7, 'fails')])).toBe(Infinity);
  expect(firstFailing([opening(0.86, 'fails')])).toBe(orderOf('valve-opening'));
});

test('the first code of the list names the reason, whichever margin stands first, in the scenario that is farthest out', () => {
  const [early, late] = ['npsh-ratio', 'flow-region'] as const;
  expect(CHECK_CODES.indexOf(early)).toBeLessThan(CHECK_CODES.indexOf(late));
  const scenarios = [
    scenario('a', [margin(late, 0.1, 0.7, 'fails'), margin(early, 1.2, 1.3, 'fails')]),
    scenario('b', [margin(early, 0.9, 1.3, 'fails'), margin(late, 0.2, 0.7, 'fails')]),
    scenario('c', [margin(early, 0.1, 1.3, 'fails')], false),
  ];
  expect(firstFailure(marginsAt(scenarios, all))).toMatchObject({ check: early, scenario: 'b', value: 0.9, limit: 1.3, verdict: 'fails' }); // prettier-ignore
  expect(firstFailing([margin(late, 0.1, 0.7, 'fails'), margin(early, 1.2, 1.3, 'fails')])).toBe(orderOf(early));
  expect(firstFailure(marginsAt(scenarios, (m) => m.check === late))).toMatchObject({ check: late, scenario: 'a' });
  expect(firstFailure([])).toBeUndefined();
});

test('what does not apply, or has no value, counts nowhere', () => {
  const none = [margin('npsh-ratio', null, 1.3, 'not-applicable'), margin('motor-power', null, 1.1, 'fails')];
  expect(marginsAt([scenario('a', none)], all)).toEqual([]);
  expect(firstFailing(none)).toBe(Infinity);
  expect(worstMargin([])).toBeUndefined();
});

test('the worst: what is near before what holds, then the nearest to its limit; a set point that is reached after all others', () => {
  const list = (...margins: Margin<CheckCode>[]) => worstMargin(marginsAt([scenario('a', margins)], all));
  const wide = margin('npsh-ratio', 2.6, 1.3, 'holds');
  const close = margin('motor-power', 1.32, 1.1, 'holds');
  const near = margin('head-rise', 1.6, 1.1, 'near');
  const reached = margin('set-point', 1, 1, 'holds');
  expect(list(wide, close)!.check).toBe('motor-power');
  expect(list(wide, close, near)!.check).toBe('head-rise');
  expect(list(wide, reached)!.check).toBe('npsh-ratio');
  expect(list(reached)!.check).toBe('set-point');
  expect(list(wide, margin('set-point', 0.9, 1, 'fails'))!.check).toBe('set-point');
});
