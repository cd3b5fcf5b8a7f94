import type { CheckCode, Operation, RawLimit, Study } from '@cedar-knot/core';

/** Where a limit is meant for: a check at one thing, in every scenario. */
interface LimitPlace {
  check: CheckCode;
  where: string;
}

const isAt = (limit: RawLimit, { check, where }: LimitPlace): boolean =>
  limit.check === check && limit.where === where && limit.scenario === undefined;

/** The study's own limit for a check at a thing, with the reason that was kept. */
export function limitAt(study: Study, place: LimitPlace): RawLimit | undefined {
  return (study.limits ?? []).find((l) => isAt(l, place));
}

/** Operations that set a limit at a thing with its reason, or leave it to the default again (no limit). */
export function setLimit(study: Study, place: LimitPlace, limit: RawLimit['limit'] | undefined, reason: string): Operation[] {
  const limits = study.limits ?? [];
  const index = limits.findIndex((l) => isAt(l, place));
  if (limit === undefined) {
    if (index < 0) return [];
    return limits.length === 1 ? [{ op: 'set', path: ['limits'] }] : [{ op: 'remove', path: ['limits'], index }];
  }
  const value: RawLimit = { ...place, limit, ...(reason.trim() === '' ? {} : { reason: reason.trim() }) };
  if (index >= 0) return [{ op: 'set', path: ['limits', index], value }];
  return study.limits
    ? [{ op: 'insert', path: ['limits'], index: limits.length, value }]
    : [{ op: 'set', path: ['limits'], value: [value] }];
}
