import type { RawScenario, Study } from '../document/study.js';
import type { PipeResult, PumpResult } from '../results/results.js';
import type { SolvedScenario } from '../scenarios/run.js';
import { flowDoubts } from './flow-size.js';
import { levelDoubts, pressureDoubts } from './place-size.js';
import { swappedReadings } from './swapped.js';
import { typedIn, type Doubt, type Found } from './doubt.js';

/** Most doubts that are told: after these the study has other troubles. */
const MOST = 30;

/** What of a study is likely a slip, each once with the scenarios it stands in. */
export function doubtsOf(study: Study, scenarios: readonly SolvedScenario[]): Doubt[] {
  const found = new Map<string, Doubt>();
  for (const s of scenarios) {
    const raw = study.scenarios.find((x) => x.id === s.id);
    if (!s.model || !raw) continue;
    const each = [
      ...flowDoubts(study, raw, s.model),
      ...pressureDoubts(study, raw, s.model),
      ...levelDoubts(study, raw, s.model),
      ...lengthDoubts(study, raw, s),
      ...negativeHeads(study, s),
      ...withoutNonReturn(study, s),
    ];
    for (const d of each) {
      const key = `${d.code} ${d.id} ${d.key} ${String(d.values.typed ?? '')}`;
      const known = found.get(key);
      if (known) known.scenarios.push(s.id);
      else found.set(key, { ...d, scenarios: [s.id] });
    }
  }
  return [...found.values(), ...swappedReadings(study, scenarios)].slice(0, MOST);
}

/** a pipe that is so long beside the others of its line that its unit may be another one */
const FAR = 100;
const LONG_SUCTION = 200;

/** kilometres for metres: far longer than every other pipe of the study, or before a pump, with the loss that it means */
function lengthDoubts(study: Study, raw: RawScenario, { model, result }: SolvedScenario): Found[] {
  if (!result || result.status === 'failed') return [];
  const pipes = model!.elements.filter((e) => e.kind === 'pipe');
  return pipes.flatMap((e): Found[] => {
    const typed = typedIn(study, raw, e.id, 'length');
    const r = result.elements[e.id] as PipeResult | undefined;
    const other = typed === undefined ? undefined : /^(.*\d)\s*(km|mi)$/.exec(typed.trim());
    if (!typed || !other || !r || e.read.profile !== undefined) return [];
    const length = e.read.length as number;
    const rest = Math.max(0, ...pipes.filter((p) => p !== e).map((p) => p.read.length as number));
    const isBeforePump = model!.elements.some((p) => p.kind === 'pump' && p.line === e.line && p.index > e.index);
    if (!(rest > 0 && length > FAR * rest) && !(isBeforePump && length > LONG_SUCTION)) return [];
    const meant = `${other[1]!.trim()} ${other[2] === 'km' ? 'm' : 'ft'}`;
    return [{ code: 'pipe-length', id: e.id, key: 'length', values: { typed, loss: Math.abs(r.headLoss ?? 0) }, meant }];
  });
}

/** m of head that a pump with an imposed flow would have to take away before it is said */
const LEAST_NEGATIVE = 1;

function negativeHeads(study: Study, { model, result }: SolvedScenario): Found[] {
  if (!result || result.status === 'failed') return [];
  return model!.elements.flatMap((e): Found[] => {
    const r = result.elements[e.id] as PumpResult;
    if (e.kind !== 'pump' || r.running === 0 || r.head === null || r.head > -LEAST_NEGATIVE) return [];
    return [{ code: 'negative-head', id: e.id, key: '', values: { head: r.head, line: study.lines[e.line]!.id } }];
  });
}

/** two units or more that run beside each other with nothing to keep one from being driven backward by the others */
function withoutNonReturn(study: Study, { model }: SolvedScenario): Found[] {
  return model!.elements.flatMap((e): Found[] => {
    const running = e.read.running;
    if (e.kind !== 'pump' || e.read.mode === 'off' || typeof running !== 'number' || running < 2) return [];
    const { elements } = study.lines[e.line]!;
    const isKept = elements.some((x) => {
      const fittings = Array.isArray(x.fittings) ? (x.fittings as { type?: string }[]) : [];
      return x.kind === 'non-return' || fittings.some((f) => f.type?.startsWith('check-') === true);
    });
    return isKept ? [] : [{ code: 'no-non-return', id: e.id, key: '', values: { running } }];
  });
}
