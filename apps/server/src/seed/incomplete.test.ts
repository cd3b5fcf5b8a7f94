import { judgeCatalogue, rankPumps, runStudy, studyVerdict, type RawEntry, type Study } from '@cedar-knot/core';
import { buildReport } from '@cedar-knot/report';
import { crudeStudy } from './kelvarra-crude.js';
import { productsStudy } from './kelvarra-products.js';
import { networkStudy } from './tarnholt-network.js';
import { productionStudy } from './tarnholt-production.js';
import { reinjectionStudy } from './tarnholt-reinjection.js';
import { snowmeltStudy } from './tarnholt-snowmelt.js';

/* A demo study with something taken away that its pumps are judged by says so wherever a verdict stands. */

const DEMOS: readonly [string, () => Study][] = [
  ['reinjection', reinjectionStudy],
  ['network', networkStudy],
  ['production', productionStudy],
  ['snow-melt', snowmeltStudy],
  ['crude', crudeStudy],
  ['products', productsStudy],
];
const GONE = ['npshr', 'motor', 'efficiency'] as const;
const CHECK = { npshr: 'npsh-ratio', motor: 'motor-power', efficiency: 'flow-region' } as const;

/** a curve that tells power in place of efficiency tells the same */
const without = (study: Study, key: (typeof GONE)[number]): Study => {
  const strip = (x: unknown): unknown =>
    Array.isArray(x)
      ? x.map(strip)
      : typeof x === 'object' && x !== null
        ? Object.fromEntries(Object.entries(x).flatMap(([k, v]) => (k === key || (key === 'efficiency' && (k === 'power' || k === 'bestFlow')) ? [] : [[k, strip(v)]]))) // prettier-ignore
        : x;
  return { ...study, pumps: strip(study.pumps) as Study['pumps'] };
};
const isOnCurve = (study: Study): boolean =>
  study.lines.some((l) => l.elements.some((e) => e.kind === 'pump' && e.mode === 'curve'));

test.each(DEMOS)('%s: nothing is missing as it comes', (_, made) => {
  const { scenarios } = runStudy(made());
  expect(scenarios.flatMap((s) => s.result!.incomplete)).toEqual([]);
});

const CURVED = DEMOS.filter(([, made]) => isOnCurve(made()));
test('most of them have a pump on its curve', () => expect(CURVED.length).toBeGreaterThan(3));

describe.each(CURVED)('%s', (_, made) => {
  it.each(GONE)('without %s: in its scenarios, as a whole, and on the cover', (key) => {
    const study = without(made(), key);
    const { scenarios } = runStudy(study);
    const judged = scenarios.filter((s) => s.model!.judged);
    const running = judged.filter((s) => Object.values(s.result!.elements).some((e) => e.kind === 'pump' && e.running > 0 && e.b !== undefined)); // prettier-ignore
    expect(running.length).toBeGreaterThan(0);
    for (const s of running.filter((x) => x.result!.status !== 'failed')) {
      expect(s.result!.incomplete.map((x) => x.check)).toContain(CHECK[key]);
      expect(['incomplete', 'fails']).toContain(s.result!.verdict);
    }
    expect(['incomplete', 'fails']).toContain(studyVerdict(scenarios));
    const cover = JSON.stringify(buildReport(study, { parts: ['cover'] }).sections[0]);
    expect(cover).toMatch(/is not judged: .* (is|are) missing/);
  });
});

test.each(GONE)('a candidate without %s stands behind those that hold, with what is missing', (key) => {
  const study = reinjectionStudy();
  const own = Object.entries(study.pumps!)[0]!;
  const stripped = without({ ...study, pumps: { stripped: own[1] } }, key).pumps!.stripped as RawEntry;
  const judged = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { whole: own[1], stripped } });
  const limits = Object.entries({ 'flow-region': [0, 9], 'valve-opening': [0, 9], 'head-rise': 0, 'head-reserve': 0, 'rated-head': 0, 'npsh-ratio': 0, 'npsh-difference': '-99 m', 'motor-power': 0 }).map(([check, limit]) => ({ check, limit })); // prettier-ignore
  const ranking = rankPumps({ ...study, limits }, 'P-410', { written: judged.catalogue!.pumps, read: judged.pumps }, { vary: 'none', objective: 'energy', top: 9 }); // prettier-ignore
  expect(ranking.fallen).toEqual([]);
  const verdicts = ranking.candidates.map((c) => [c.model, c.verdict === 'incomplete']);
  expect(verdicts).toEqual([['whole', false], ['stripped', true]]); // prettier-ignore
  expect(ranking.candidates[1]!.incomplete.map((x) => x.check)).toContain(CHECK[key]);
});
