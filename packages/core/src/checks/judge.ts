import type { Limit, Margin } from '../results/margin.js';
import { worth, type WorkingStep } from '../results/working.js';
import {
  weigh,
  type Check,
  type CheckedElement,
  type CheckedPoint,
  type CheckedScenario,
  type Judged,
  type LimitOverride,
  type Reason,
} from './check.js';
import { CHECK_CODES, CHECKS, isCheckCode, type CheckCode } from './index.js';

/** Every check of one solved scenario against its limits, in the order of the system; of some places and checks where only these are asked. */
export function judge(
  scenario: CheckedScenario,
  overrides: readonly LimitOverride[],
  isAsked?: (margin: { check: CheckCode; where: string }) => boolean,
): Margin<CheckCode>[] {
  return new Judging(scenario, overrides, isAsked).judge(scenario);
}

/** The place of a check in the list of codes: of two that fail, the first names the reason. */
export const orderOf = (code: CheckCode): number => ORDER.get(code)!;

interface Asked {
  subject: CheckedElement | CheckedPoint;
  code: CheckCode;
  check: Check;
  order: number;
  own: Limit | undefined;
}

/** What is asked of a scenario, with the limits of the study: found once for one that is solved again and again. */
export class Judging {
  private readonly asked: Asked[] = [];

  constructor(
    { id, elements, points }: Pick<CheckedScenario, 'id' | 'elements' | 'points'>,
    overrides: readonly LimitOverride[],
    isAsked?: (margin: { check: CheckCode; where: string }) => boolean,
  ) {
    const ask = (subject: Asked['subject']): void => {
      for (const code of BY_KIND.get(subject.kind) ?? []) {
        if (isAsked && !isAsked({ check: code, where: subject.id })) continue;
        const own = overrides.length === 0 ? undefined : ownLimit(overrides, code, subject.id, id);
        this.asked.push({ subject, code, check: CHECKS[code], order: orderOf(code), own });
      }
    };
    elements.forEach(ask);
    points.forEach(ask);
  }

  /** order of the first code that is asked at other places than this one; Infinity where there is none */
  firstBeside(where: string): number {
    return Math.min(Infinity, ...this.asked.filter((a) => a.subject.id !== where).map((a) => a.order));
  }

  /** @param upTo order of the last code that is looked at */
  judge(scenario: CheckedScenario, upTo = Infinity): Margin<CheckCode>[] {
    const margins: Margin<CheckCode>[] = [];
    for (const { subject, code, check, order, own } of this.asked) {
      if (order > upTo) continue;
      const found = judged(check, subject, scenario, own !== undefined);
      margins.push(
        typeof found === 'string' ? notApplicable(code, subject.id, found) : weigh(check, code, subject.id, found, own),
      );
    }
    return margins;
  }
}

const ORDER: ReadonlyMap<CheckCode, number> = new Map(CHECK_CODES.map((code, i) => [code, i]));

/** checks by the kind of what they judge; no kind of element is called as one of points */
const BY_KIND = codesByKind();

function codesByKind(): ReadonlyMap<string, readonly CheckCode[]> {
  const map = new Map<string, CheckCode[]>();
  for (const code of CHECK_CODES) for (const kind of CHECKS[code].kinds) map.set(kind, [...(map.get(kind) ?? []), code]);
  return map;
}

type Judges = (subject: CheckedElement | CheckedPoint, scenario: CheckedScenario, isOwn: boolean) => Judged | Reason;

function judged(
  check: Check,
  subject: CheckedElement | CheckedPoint,
  scenario: CheckedScenario,
  isOwn: boolean,
): Judged | Reason {
  // a check meets only subjects of its own kinds
  const { judge } = check as { judge: Judges };
  return judge(subject, scenario, isOwn);
}

function notApplicable(check: CheckCode, where: string, reason: Reason): Margin<CheckCode> {
  return { check, where, value: null, limit: null, verdict: 'not-applicable', reason };
}

/** the study's own limit: the most particular one wins, then the last */
function ownLimit(overrides: readonly LimitOverride[], check: string, where: string, scenario: string): Limit | undefined {
  let found: LimitOverride | undefined;
  for (const o of overrides) {
    const fits = o.check === check && (o.where ?? where) === where && (o.scenario ?? scenario) === scenario;
    if (fits && (!found || weight(o) >= weight(found))) found = o;
  }
  return found?.limit;
}

const weight = (o: LimitOverride): number => (o.where !== undefined ? 2 : 0) + (o.scenario !== undefined ? 1 : 0);

/** How the value of a margin was worked out, for a checker to follow; undefined for what is not judged. */
export function marginWorking(scenario: CheckedScenario, margin: Margin): WorkingStep | undefined {
  if (!isCheckCode(margin.check) || margin.value === null) return undefined;
  const check: Check = CHECKS[margin.check];
  const subject = [...scenario.elements, ...scenario.points].find((x) => x.id === margin.where);
  const found = subject && judged(check, subject, scenario, margin.isOwn === true);
  if (!found || typeof found === 'string') return undefined;
  const { formula, inputs } = found.how();
  const value = worth('m', check.label, margin.value, check.dimension ?? 'ratio');
  return { result: value, formula, inputs, source: check.source };
}
