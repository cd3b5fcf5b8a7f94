import type { ListFilter, ListOrder, ListRow, ModelKind, Overview } from '@cedar-knot/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { api, wordsOf, type ListAsked } from '../../api/client.js';

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
  /** where a model stands among those that match; −1: nowhere */
  placeOf: (id: string) => Promise<number>;
  /** the model at a place */
  at: (index: number) => Promise<ListRow | undefined>;
  /** all that match, in their order */
  ids: () => Promise<string[]>;
  /** counts the answers: another number, other rows */
  answer: number;
  reload: () => void;
}

interface Found {
  count: number | null;
  notStated: number;
  answer: number;
}

/** The models of a kind that match a filter: the server finds and sorts them, rows come as they are scrolled to. */
export function useModelList(kind: ModelKind, retired: boolean, filter: ListFilter, order: ListOrder): ModelList {
  const [overview, setOverview] = useState<Overview | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [found, setFound] = useState<Found>({ count: null, notStated: 0, answer: 0 });
  const [, setArrived] = useState(0);
  const [loads, setLoads] = useState(0);
  const rows = useRef(new Map<number, ListRow>());
  const asked = useRef(new Set<number>());
  const answer = useRef(0);
  const shown = useRef('');
  const query = useMemo((): ListAsked => ({ kind, retired, filter, order }), [kind, retired, filter, order]);

  useEffect(() => {
    let gone = false;
    // what stands is shown until the new list is here
    if (shown.current !== `${kind} ${retired}`) setOverview(null);
    shown.current = `${kind} ${retired}`;
    api.overview(kind, retired).then(
      (o) => !gone && setOverview(o),
      (e: unknown) => !gone && setProblem(wordsOf(e)),
    );
    return () => {
      gone = true;
    };
  }, [kind, retired, loads]);

  useEffect(() => {
    let gone = false;
    api.models(query, 0, BLOCK).then(
      ({ count, notStated, rows: first }) => {
        if (gone) return;
        answer.current++;
        rows.current = new Map(first.map((r, i) => [i, r]));
        asked.current = new Set([0]);
        setProblem(null);
        setFound({ count, notStated, answer: answer.current });
      },
      (e: unknown) => !gone && setProblem(wordsOf(e)),
    );
    return () => {
      gone = true;
    };
  }, [query, loads]);

  const block = useCallback(
    async (b: number): Promise<void> => {
      const now = answer.current;
      asked.current.add(b);
      try {
        const { rows: list } = await api.models(query, b * BLOCK, BLOCK);
        if (now !== answer.current) return;
        list.forEach((r, i) => rows.current.set(b * BLOCK + i, r));
        setArrived((n) => n + 1);
      } catch (e) {
        asked.current.delete(b);
        setProblem(wordsOf(e));
      }
    },
    [query],
  );
  const need = useCallback(
    (from: number, to: number): void => {
      for (let b = Math.floor(from / BLOCK); b <= Math.floor(to / BLOCK); b++) if (!asked.current.has(b)) void block(b);
    },
    [block],
  );
  const row = useCallback((index: number) => rows.current.get(index), []);
  const at = useCallback(
    async (index: number) => {
      if (!rows.current.has(index)) await block(Math.floor(index / BLOCK));
      return rows.current.get(index);
    },
    [block],
  );
  const placeOf = useCallback(
    async (id: string) => {
      const here = [...rows.current].find(([, m]) => m.id === id);
      return here ? here[0] : ((await api.models(query, 0, 0, id)).place ?? -1);
    },
    [query],
  );
  const ids = useCallback(() => api.modelIds(query), [query]);
  const reload = useCallback(() => setLoads((n) => n + 1), []);
  return { overview, problem, count: found.count, notStated: found.notStated, row, need, placeOf, at, ids, answer: found.answer, reload }; // prettier-ignore
}
