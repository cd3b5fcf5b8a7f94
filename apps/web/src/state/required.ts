import { applyOperations, type Operation, type RawElement, type RawScenario, type Study } from '@cedar-knot/core';
import { locate, setOwn, setShared } from './address.js';

/* What was asked of a pump before it was chosen stays asked of it: an imposed flow becomes the required flow, an imposed head the required head. */

/** what each mode imposes, and what it becomes */
const REQUIRED = [
  { mode: 'flow', key: 'flow', required: 'requiredFlow' },
  { mode: 'head', key: 'head', required: 'requiredHead' },
] as const;

/** Operations that move what is imposed on a pump, shared and by scenario, to what is required of it; what is required already stays. */
export function requiredOperations(study: Study, pump: string): Operation[] {
  const found = locate(study, pump);
  if (!found || found.kind !== 'pump') return [];
  const e = found.entry as RawElement;
  let now = study;
  // one after the other: both may give a scenario its first entry of its own
  return REQUIRED.flatMap((of) => {
    const operations = movedTo(now, pump, e, of);
    const done = applyOperations(now, operations);
    if (done.ok) now = done.study;
    return operations;
  });
}

function movedTo(study: Study, pump: string, e: RawElement, { mode, key, required }: (typeof REQUIRED)[number]): Operation[] {
  const value = e.mode === mode && isImposed(e[key]) ? e[key] : undefined;
  const shared = e[required] === undefined && value !== undefined ? setShared(study, pump, required, value) : [];
  const now = e[required] ?? value;
  const own = study.scenarios.flatMap((s) => {
    if (seen(s, pump, required) !== undefined) return [];
    const asked = askedIn(s, e, pump, mode, key);
    // where nothing is imposed nothing is required either, though it is elsewhere
    const wanted = asked === undefined ? (shared.length > 0 && !isOff(s, e, pump) ? null : undefined) : asked;
    return wanted === undefined || wanted === now ? [] : setOwn(study, s.id, pump, required, wanted);
  });
  return [...shared, ...own];
}

/** The study with what is imposed on a pump said as required of it. */
export function withRequired(study: Study, pump: string): Study {
  const done = applyOperations(study, requiredOperations(study, pump));
  return done.ok ? done.study : study;
}

const isImposed = (x: unknown): boolean => x !== undefined && x !== null && x !== 'solve';
const seen = (s: RawScenario, pump: string, key: string): unknown => s.set?.[`${pump}.${key}`];
const modeIn = (s: RawScenario, e: RawElement, pump: string): unknown => seen(s, pump, 'mode') ?? e.mode;
const isOff = (s: RawScenario, e: RawElement, pump: string): boolean => modeIn(s, e, pump) === 'off';

/** what a scenario imposes, its own entry before the shared one */
function askedIn(s: RawScenario, e: RawElement, pump: string, mode: string, key: string): unknown {
  if (modeIn(s, e, pump) !== mode) return undefined;
  const value = seen(s, pump, key) ?? e[key];
  return isImposed(value) ? value : undefined;
}
