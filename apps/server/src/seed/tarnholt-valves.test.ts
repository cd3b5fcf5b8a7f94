import { chooseValves, judgeCatalogue, runStudy, type RawEntry } from '@cedar-knot/core';
import { generateValves } from './makers/valves.js';
import { reinjectionStudy } from './tarnholt-reinjection.js';

const VALVE = 'CV-415';
const study = reinjectionStudy();
const choose = (valves: Record<string, RawEntry>) => {
  const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, valves });
  return chooseValves(study, VALVE, { written: judged.catalogue!.valves, read: judged.valves });
};
/** openings of a valve in the position, by the study read and solved with it */
const openings = (entry: RawEntry) =>
  runStudy({ ...study, valves: { ...study.valves, [String(study.lines.flatMap((l) => l.elements).find((e) => e.id === VALVE)!.valve)]: entry } }) // prettier-ignore
    .scenarios.filter((s) => s.model!.judged)
    .map((s) => ({ id: s.id, margin: s.result!.margins.find((m) => m.check === 'valve-opening' && m.where === VALVE)! }));

test('of the demo’s catalogue the preferred valve stays in its band in every judged scenario', () => {
  const valves = generateValves(300);
  const { preferred, candidates, fallen, counts } = choose(valves);
  expect(counts.tried).toBe(300);
  const entry = valves[preferred!]!;
  const found = openings(entry);
  expect(found).toHaveLength(Object.keys(candidates[0]!.openings).length);
  for (const { id, margin } of found) {
    expect(margin.value).toBeGreaterThanOrEqual(margin.limit!);
    expect(margin.value).toBeLessThanOrEqual(margin.upper!);
    expect(margin.value).toBeCloseTo(candidates[0]!.openings[id]!, 6);
  }
  // none that is smaller serves
  const kv = (e: RawEntry): number => Number(e.ratedKv);
  for (const [model, e] of Object.entries(valves)) if (kv(e) < kv(entry)) expect(fallen.map((f) => f.model)).toContain(model);
});

test('one of a third of its size does not pass what is asked, one of four times its size hunts', () => {
  const own = Object.values(study.valves!)[0] as RawEntry;
  const { fallen, candidates } = choose({ own, small: { ...own, ratedKv: Number(own.ratedKv) / 3 }, vast: { ...own, ratedKv: Number(own.ratedKv) * 4 } }); // prettier-ignore
  expect(candidates.map((c) => c.model)).toEqual(['own']);
  const why = Object.fromEntries(fallen.map((f) => [f.model, f]));
  expect(why.small!.reason).toBe('too-small');
  // least flow, largest drop: there it is nearly shut
  expect(why.vast).toMatchObject({ reason: 'valve-opening', scenario: 'cold', limit: 0.15 });
  expect(why.vast!.value).toBeLessThan(0.15);
});
