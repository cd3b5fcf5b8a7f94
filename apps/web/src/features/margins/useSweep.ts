import type { Largest, Study } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import type { SweepAsked, Swept } from '../../state/sweeps.js';
import type { FieldAsked, FieldFound } from '../../worker/around.js';
import type { ReachWork } from '../../worker/reach.js';

/** An input moved in every scenario; the last answer stands until the next is there. */
export function useSweep(work: ReachWork, study: Study, asked: SweepAsked | null): { swept: Swept | null; isWorking: boolean } {
  const [swept, setSwept] = useState<Swept | null>(null);
  const [isWorking, setWorking] = useState(false);
  const key = JSON.stringify(asked);
  useEffect(() => {
    if (!asked) return setSwept(null);
    let gone = false;
    setWorking(true);
    work.sweep(study, asked).then(
      (found) => {
        if (gone || !found) return;
        setSwept(found);
        setWorking(false);
      },
      () => !gone && setWorking(false),
    );
    return () => {
      gone = true;
      work.stop();
    };
    // what is asked is the same as long as its text is
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [work, study, key]);
  return { swept, isWorking };
}

/** A figure over two inputs; null while it is worked out. */
export function useField(work: ReachWork, study: Study, asked: FieldAsked | null): FieldFound | null {
  const [found, setFound] = useState<FieldFound | null>(null);
  const key = JSON.stringify(asked);
  useEffect(() => {
    setFound(null);
    if (!asked) return;
    let gone = false;
    work.field(study, asked).then((f) => !gone && f && setFound(f), () => undefined); // prettier-ignore
    return () => void (gone = true);
    // what is asked is the same as long as its text is
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [work, study, key]);
  return found;
}

/** The largest value of an input in a scenario that nothing forbids; null until it is known. */
export function useLargest(work: ReachWork, study: Study, scenario: string, input: string): Largest | null {
  const [largest, setLargest] = useState<Largest | null>(null);
  useEffect(() => {
    let gone = false;
    setLargest(null);
    work.largest(study, scenario, input).then((found) => !gone && setLargest(found), () => undefined); // prettier-ignore
    return () => void (gone = true);
  }, [work, study, scenario, input]);
  return largest;
}
