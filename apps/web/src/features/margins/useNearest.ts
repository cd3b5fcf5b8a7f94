import type { Nearest, Study } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import type { ReachWork } from '../../worker/reach.js';

export type NearestMap = ReadonlyMap<string, Nearest>;
export const nearestKey = (scenario: string, m: { check: string; where: string }): string => `${scenario} ${m.check} ${m.where}`;

/** the nearest input of every margin, as scenario after scenario is known; those of before stand until then */
export function useNearest(work: ReachWork, study: Study): NearestMap {
  const [found, setFound] = useState<NearestMap>(new Map());
  useEffect(() => {
    let gone = false;
    const say = (scenario: string, list: Nearest[]): void => {
      if (gone) return;
      setFound((before) => {
        const next = new Map([...before].filter(([key]) => !key.startsWith(`${scenario} `)));
        for (const n of list) next.set(nearestKey(scenario, n), n);
        return next;
      });
    };
    work.nearest(study, say).catch(() => undefined);
    return () => void (gone = true);
  }, [work, study]);
  return found;
}
