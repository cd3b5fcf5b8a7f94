import { applyOperations, mergeRankings, nearestFallen, type FallenPump, type RankedPump, type Ranking } from '@cedar-knot/core';
import { candidate } from '../test/candidate.js';
import { configureOperations } from './ranking.js';
import { studyOfDuty } from './takeModel.js';

const piece = (candidates: RankedPump[], fallen: FallenPump[] = []): Ranking => ({
  format: 'cedar-knot-ranking',
  version: 1,
  pump: 'P-1',
  judged: ['duty'],
  orderedBy: 'energy',
  required: { duty: { flow: 0.03, head: 48, npsha: 8 } },
  candidates,
  fallen,
  counts: {
    tried: candidates.length + fallen.length,
    candidates: candidates.length,
    fallen: fallen.length,
    filtered: 1,
    unusable: 0,
    byReason: fallen.length > 0 ? { 'head-short': fallen.length } : {},
  },
});
const fallen = (model: string, value: number | null, limit: number | null): FallenPump => ({
  model,
  reason: 'head-short',
  scenario: 'duty',
  value,
  limit,
  diameter: null,
});
const flowAt = (flowRatio: number) => ({ duty: { ...candidate('x').scenarios.duty!, flowRatio } });

describe('pieces of a ranking', () => {
  const all = [
    piece([candidate('b', { energyPerYear: 3e12, npshRatio: 4, stages: 2, scenarios: flowAt(0.95) }), candidate('n', { verdict: 'near', energyPerYear: 1 })]),
    piece([candidate('a', { energyPerYear: 2e12, npshRatio: 1.5, stages: 3, scenarios: flowAt(1.2) }), candidate('c', { energyPerYear: null, stages: 2, npshRatio: null, scenarios: flowAt(0.7) })], [fallen('f', 40, 50)]),
  ]; // prettier-ignore
  test.each([
    ['energy', ['a', 'b', 'c', 'n']],
    ['stages', ['b', 'c', 'a', 'n']],
    ['best-efficiency', ['b', 'a', 'c', 'n']],
    ['npsh', ['b', 'a', 'c', 'n']],
  ] as const)('by %s: what holds before what is near', (objective, order) => {
    expect(mergeRankings(all, objective).candidates.map((c) => c.model)).toEqual(order);
  });
  test('counts add up, what is required is that of the first', () => {
    const { counts, required } = mergeRankings(all, 'energy');
    expect(counts).toEqual({ tried: 5, candidates: 4, fallen: 1, filtered: 2, unusable: 0, byReason: { 'head-short': 1 } });
    expect(required).toEqual({ duty: { flow: 0.03, head: 48, npsha: 8 } });
    expect(mergeRankings([], 'energy')).toMatchObject({ candidates: [], required: {} });
  });
});

test('near misses: by the share that they lack; those without a figure are none', () => {
  const list = [fallen('far', 20, 50), fallen('near', 49, 50), fallen('none', null, null), fallen('over', 60, 50)];
  expect(nearestFallen(list, 2).map((f) => f.model)).toEqual(['near', 'over']);
});

describe('a position configured as a candidate was judged', () => {
  const model = {
    id: '5f1d0000-0000-4000-8000-000000000001',
    kind: 'pumps',
    key: 'k',
    name: 'K',
    revision: 1,
    entry: {},
  } as never;
  const study = studyOfDuty('x', model, { flow: 0.03, head: 50, staticHead: 30 });
  const element = { ...study.lines[0]!.elements[0]!, diameter: '0.3 m' };
  const set = { 'P-1.speed': '2000 rpm', 'P-1.running': 2, 'SYS.fouling': 1 };
  const before = {
    ...study,
    lines: [{ ...study.lines[0]!, elements: [element, study.lines[0]!.elements[1]!] }],
    scenarios: [{ ...study.scenarios[0]!, set }],
  };
  const after = (c: RankedPump) => {
    const done = applyOperations(before, configureOperations(before, 'P-1', c));
    if (!done.ok) throw new Error('refused');
    return done.study;
  };
  test('its diameter, stages and speed; own speeds of scenarios go, the rest of them stays', () => {
    const next = after(candidate('k', { diameter: 0.2345, stages: 3, speed: 2946 }));
    expect(next.lines[0]!.elements[0]).toMatchObject({ diameter: '234.5 mm', stages: 3, speed: '2946 rpm' });
    expect(next.scenarios[0]!.set).toEqual({ 'P-1.running': 2, 'SYS.fouling': 1 });
  });
  test('with a speed for each scenario they stand there', () => {
    const scenarios = { duty: { ...candidate('k').scenarios.duty!, speed: 2712 } };
    const next = after(candidate('k', { speed: null, diameter: null, scenarios }));
    expect(next.lines[0]!.elements[0]).not.toHaveProperty('diameter');
    expect(next.lines[0]!.elements[0]).not.toHaveProperty('speed');
    expect(next.scenarios[0]!.set).toMatchObject({ 'P-1.speed': '2712 rpm', 'P-1.running': 2 });
  });
});
