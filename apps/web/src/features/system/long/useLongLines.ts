import type { Largest } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import type { LongSight } from '../../../worker/longLine.js';
import { reachWorker, type ReachWork } from '../../../worker/reach.js';
import { useStudy } from '../../context.js';

export type LongSights = Readonly<Record<string, LongSight>>;

/** The long line of every scenario, worked out beside the recalculation; the last one stays until the next is there. */
export function useLongLines(work: ReachWork = reachWorker()): LongSights | null {
  const study = useStudy((s) => s.study);
  const [found, setFound] = useState<LongSights | null>(null);
  useEffect(() => {
    let gone = false;
    work.longLines(study).then((sights) => !gone && setFound(sights), () => undefined); // prettier-ignore
    return () => void (gone = true);
  }, [work, study]);
  return found;
}

/** how long an edit rests before every product is driven to its limit again, ms */
const QUIET_MS = 400;

/** The largest flow of every scenario whose flow is imposed, one after the other; what is not known yet is absent. */
export function useLargestFlows(
  sights: LongSights | null,
  work: ReachWork = reachWorker(),
): Readonly<Record<string, Largest | null>> {
  const study = useStudy((s) => s.study);
  const [found, setFound] = useState<Readonly<Record<string, Largest | null>>>({});
  const inputs = JSON.stringify(Object.entries(sights ?? {}).map(([id, s]) => [id, s.flowInput]));
  useEffect(() => {
    let gone = false;
    setFound({});
    const look = async (): Promise<void> => {
      for (const [scenario, input] of JSON.parse(inputs) as [string, string | null][]) {
        if (gone || input === null) continue;
        const largest = await work.largest(study, scenario, input).catch(() => null);
        if (!gone) setFound((before) => ({ ...before, [scenario]: largest }));
      }
    };
    const wait = setTimeout(() => void look(), QUIET_MS);
    return () => {
      gone = true;
      clearTimeout(wait);
    };
  }, [work, study, inputs]);
  return found;
}
