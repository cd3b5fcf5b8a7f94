import { mergeRankings, type FallenPump, type ModelHead, type RankedPump, type Ranking, type Study } from '@cedar-knot/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { api, wordsOf, type RankAsked } from '../../api/client.js';

import { withRequired } from '../../state/required.js';

const QUIET_MS = 350;
/** between two drawings while pieces come, ms */
const DRAW_MS = 120;

export interface RankingState {
  required: Ranking['required'];
  /** what the order goes by; undefined before the first piece came */
  orderedBy?: Ranking['orderedBy'];
  candidates: readonly RankedPump[];
  fallen: readonly FallenPump[];
  counts: Ranking['counts'];
  done: number;
  of: number;
  /** the study has changed since, or more is still to come */
  isRunning: boolean;
  problem: string | null;
  heads: ReadonlyMap<string, ModelHead>;
  stop: () => void;
}

const NONE: Ranking['counts'] = { tried: 0, candidates: 0, fallen: 0, filtered: 0, unusable: 0, byReason: {} };

/** The pumps of the catalogue in a position of the study, as they are judged; begun anew when study, position or question change. */
export function useRanking(study: Study, pump: string | null, asked: RankAsked): RankingState {
  const [found, setFound] = useState<Omit<RankingState, 'stop' | 'heads'>>({
    required: {},
    candidates: [],
    fallen: [],
    counts: NONE,
    done: 0,
    of: 0,
    isRunning: true,
    problem: null,
  });
  const [heads, setHeads] = useState<ReadonlyMap<string, ModelHead>>(new Map());
  const running = useRef<AbortController | null>(null);
  useEffect(() => {
    void api.models('pumps').then((all) => setHeads(new Map(all.map((m) => [m.id, m]))), () => undefined); // prettier-ignore
  }, []);
  const question = useMemo(() => ({ study, pump, asked }), [study, pump, asked]);
  useEffect(() => {
    if (question.pump === null) return;
    const { study: document, pump: position, asked: how } = question;
    const ended = new AbortController();
    running.current = ended;
    setFound((f) => ({ ...f, isRunning: true }));
    const pieces: Ranking[] = [];
    let drawn = 0;
    const draw = (done: number, of: number, isRunning: boolean): void => {
      drawn = performance.now();
      setFound({ ...mergeRankings(pieces, how.objective), done, of, isRunning, problem: null });
    };
    const wait = setTimeout(() => {
      api
        .rankCatalogue(
          // as it is judged when the candidate was taken
          withRequired(document, position),
          position,
          how,
          (piece, done, of) => {
            pieces.push(piece);
            if (pieces.length <= 2 || performance.now() - drawn > DRAW_MS) draw(done, of, true);
          },
          ended.signal,
        )
        .then(
          () => draw(1, 1, false),
          (e: unknown) => {
            if (ended.signal.aborted) return;
            setFound((f) => ({ ...f, isRunning: false, problem: wordsOf(e) }));
          },
        );
    }, QUIET_MS);
    return () => {
      clearTimeout(wait);
      ended.abort();
    };
  }, [question]);
  const stop = (): void => {
    running.current?.abort();
    setFound((f) => ({ ...f, isRunning: false }));
  };
  return { ...found, heads, stop };
}
