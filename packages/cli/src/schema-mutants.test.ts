import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogueSchema, judgeCatalogue, prepareStudy, studySchema, type Problem } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { networkStudy } from '../../../apps/server/src/seed/tarnholt-network.js';
import { productionStudy } from '../../../apps/server/src/seed/tarnholt-production.js';
import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';

/*
 * The schemas and the readers are held against each other over a thousand documents with a slip each. What the schema refuses the program
 * refuses too; what it takes and the program does not is of the kinds listed here, which need more than one place of the document.
 */

const FOLDER = join(__dirname, '../cases');
const cases = readdirSync(FOLDER).map((f) => (JSON.parse(readFileSync(join(FOLDER, f), 'utf8')) as { study: object }).study);
const STUDIES = [...cases, networkStudy(), productionStudy(), reinjectionStudy()] as { pumps?: object; valves?: object }[];
const CATALOGUES = STUDIES.map(({ pumps = {}, valves = {} }) => ({ format: 'cedar-knot-catalogue', version: 1, pumps, valves, motors: { m: { ratedPower: '75 kW', poles: 4, efficiency: [0.93, 0.94, 0.93] } } })); // prettier-ignore

const ajv = new Ajv2020({ strict: false, unicodeRegExp: true });
const OF = {
  study: { sources: STUDIES, takes: ajv.compile(studySchema(said)), judge: (x: unknown) => prepareStudy(x).problems },
  catalogue: { sources: CATALOGUES, takes: ajv.compile(catalogueSchema(said)), judge: (x: unknown) => judgeCatalogue(x).problems }, // prettier-ignore
};

/** a fixed row of draws (Park and Miller 1988) */
let seed = 2026;
const draw = (n: number): number => (((seed = (seed * 48271) % 2147483647) / 2147483647) * n) | 0;
const oneOf = <T>(list: readonly T[]): T => list[draw(list.length)]!;

const VALUES: readonly unknown[] = [null, 0, -1, 5, 0.5, 1e9, '', 'x', 'solve', true, [], {}, '12 m', '12 m3/h', '3 bar', '3 bar(a)', '2 bar(g)', '-5 m', '80 C', '1e400 m', '12', '12 mm ', '40 %', '1 kV', '20 cSt', '4200 EUR']; // prettier-ignore

/** a document with one slip: a value in place of another, a key gone, misspelt or new, a row twice */
function slipped(source: object): { document: unknown; what: string } {
  const document = structuredClone(source);
  let at: Record<string, unknown> = document as Record<string, unknown>;
  let path = '';
  for (;;) {
    const keys = Object.keys(at);
    const key = oneOf(keys);
    const inner = at[key];
    const isDeep = typeof inner === 'object' && inner !== null && Object.keys(inner).length > 0;
    path += `.${key}`;
    if (isDeep && draw(8) > 0) {
      at = inner as Record<string, unknown>;
      continue;
    }
    const isList = Array.isArray(at);
    const way = draw(5);
    if (way === 0 && !isList) delete at[key];
    else if (way === 1 && !isList) {
      at[`${key}x`] = inner;
      delete at[key];
    } else if (way === 2 && isList) (at as unknown as unknown[]).push(structuredClone(inner));
    else at[key] = oneOf(VALUES);
    return { document, what: `${path} ${way} ${JSON.stringify(at[key])?.slice(0, 40)}` };
  }
}

/** kinds of slips that one place of a document does not show */
const WHOLE: ReadonlySet<string> = new Set([
  // names of something that is not there, or twice
  'unknown-id',
  'duplicate-id',
  // what the points and lines add up to
  'under-specified',
  'over-specified',
  'unconnected',
  'no-pressure-reference',
]);
/** rows are held against each other; bounds of a quantity are in its dimension's SI unit, and depend on the unit that is written; water asks for a temperature */
const IN_UNITS: ReadonlySet<string> = new Set(['not-rising', 'out-of-range', 'no-temperature']);
/** what may be set in a scenario depends on what is set */
const OF_SCENARIOS = /^scenarios\[\d+\]\.(?:set\.|fluid$)/;

const needsTheWhole = ({ code, path, detail }: Problem): boolean =>
  WHOLE.has(code) || IN_UNITS.has(String(detail.reason)) || OF_SCENARIOS.test(path);

test.each(['study', 'catalogue'] as const)('a thousand of each: %s', (of) => {
  const { sources, takes, judge } = OF[of];
  const stricter: string[] = [];
  const looser: string[] = [];
  for (let i = 0; i < 1000; i++) {
    const { document, what } = slipped(oneOf<object>(sources));
    const problems = judge(document);
    const isTaken = takes(document);
    if (!isTaken && problems.length === 0) stricter.push(`${what}: ${ajv.errorsText(takes.errors).slice(0, 200)}`);
    if (isTaken) for (const p of problems) if (!needsTheWhole(p)) looser.push(`${p.code} ${String(p.detail.reason)}: ${what}: ${p.path}`); // prettier-ignore
  }
  expect(stricter).toEqual([]);
  expect(looser).toEqual([]);
});
