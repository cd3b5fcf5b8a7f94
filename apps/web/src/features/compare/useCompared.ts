import { unitsOf, type Study } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { wordsOf } from '../../api/client.js';
import type { Compared } from '../../worker/comparison.js';
import type { ComparisonWork } from '../../worker/report.js';
import { useUnits } from '../../state/units.js';
import { useStudy } from '../context.js';
import { studyOf } from './sides.js';

export interface Shown {
  before: Study;
  after: Study;
  compared: Compared;
}

/** ms of rest before a change is held against the other side */
const REST = 250;

/** Both sides and what differs; the last that was found stays until the next is. */
export function useCompared(
  from: string | null,
  to: string,
  pump: string | undefined,
  work: ComparisonWork,
): { shown: Shown | null; problem: string | null } {
  const id = useStudy((s) => s.id);
  const now = useStudy((s) => s.study);
  const units = useUnits((s) => s.system);
  const [shown, setShown] = useState<Shown | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (from === null) return;
    let gone = false;
    const timer = setTimeout(
      () => {
        Promise.all([studyOf(from, id, now), studyOf(to, id, now)])
          .then(async ([before, after]) => ({
            before,
            after,
            compared: await work.compared(before, after, pump, units ?? unitsOf(after)),
          }))
          .then(
            (found) => {
              if (gone) return;
              setShown(found);
              setProblem(null);
            },
            (e: unknown) => !gone && setProblem(wordsOf(e)),
          );
      },
      shown === null ? 0 : REST,
    );
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [from, to, id, now, pump, units, work]); // eslint-disable-line react-hooks/exhaustive-deps
  return { shown, problem };
}
