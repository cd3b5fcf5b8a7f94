import type { ModelKind } from '@cedar-knot/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { catalogueWorker } from '../../worker/catalogue.js';
import type { Overview } from '../../worker/catalogue.worker.js';
import { wordsOf } from '../../api/client.js';
import type { ListFilter, ListOrder, ListRow } from '../../state/catalogueList.js';

/** rows that are fetched together */
const BLOCK = 60;

export interface ModelList {
  overview: Overview | null;
  problem: string | null;
  /** models that match; null until that is known */
  count: number | null;
  /** how many of them, at the end, do not state all that is asked */
  notStated: number;
  row: (index: number) => ListRow | undefined;
  /** fetches the rows of a range that are not here yet */
  need: (from: number, to: number) => void;
  /** counts the answers: another number, other rows */
  answer: number;
  reload: () => void;
  /** a model goes, or comes back, at once */
  retire: (id: string, retiredAt: string | null) => void;
}

/** The models of a kind that match a filter, as the worker holds them; rows come as they are scrolled to. */
export function useModelList(kind: ModelKind, retired: boolean, filter: ListFilter, order: ListOrder): ModelList {
  const [overview, setOverview] = useState<Overview | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [found, setFound] = useState<{ count: number | null; notStated: number; answer: number }>({
    count: null,
    notStated: 0,
    answer: 0,
  });
  const [, setArrived] = useState(0);
  const [loads, setLoads] = useState(0);
  const rows = useRef(new Map<number, ListRow>());
  const asked = useRef(new Set<number>());
  const answer = useRef(0);
  const shown = useRef('');

  useEffect(() => {
    let gone = false;
    // what stands is shown until the new list is here
    if (shown.current !== `${kind} ${retired}`) setOverview(null);
    shown.current = `${kind} ${retired}`;
    catalogueWorker()
      .load(kind, retired)
      .then(
        (o) => {
          if (gone) return;
          setProblem(null);
          setOverview(o);
        },
        (e: unknown) => !gone && setProblem(wordsOf(e)),
      );
    return () => {
      gone = true;
    };
  }, [kind, retired, loads]);

  useEffect(() => {
    if (!overview) return;
    let gone = false;
    void catalogueWorker()
      .query(kind, retired, filter, order)
      .then(async ({ count, notStated }) => {
        const first = await catalogueWorker().rows(0, BLOCK);
        if (gone) return;
        answer.current++;
        rows.current = new Map(first.map((r, i) => [i, r]));
        asked.current = new Set([0]);
        setFound({ count, notStated, answer: answer.current });
      });
    return () => {
      gone = true;
    };
  }, [overview, kind, retired, filter, order]);

  const need = useCallback((from: number, to: number): void => {
    const now = answer.current;
    for (let b = Math.floor(from / BLOCK); b <= Math.floor(to / BLOCK); b++) {
      if (asked.current.has(b)) continue;
      asked.current.add(b);
      void catalogueWorker()
        .rows(b * BLOCK, (b + 1) * BLOCK)
        .then((list) => {
          if (now !== answer.current) return;
          list.forEach((r, i) => rows.current.set(b * BLOCK + i, r));
          setArrived((n) => n + 1);
        });
    }
  }, []);
  const row = useCallback((index: number) => rows.current.get(index), []);
  const reload = useCallback(() => setLoads((n) => n + 1), []);
  const retire = useCallback(
    (id: string, retiredAt: string | null) => void catalogueWorker().retire(kind, id, retiredAt, retired).then(setOverview),
    [kind, retired],
  );
  return { overview, problem, count: found.count, notStated: found.notStated, row, need, answer: found.answer, reload, retire };
}
