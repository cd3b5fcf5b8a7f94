import {
  mergeRankings,
  nearestFallen,
  type FallenPump,
  type ModelHead,
  type Overview,
  type RankedPump,
  type Ranking,
  type Study,
} from '@cedar-knot/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { api, wordsOf, type RankAsked } from '../../api/client.js';

import { withRequired } from '../../state/required.js';

/** rows of both tables */
export const CANDIDATES_SHOWN = 120;
export const MISSES_SHOWN = 40;
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
  /** of the candidates and near misses that are shown */
  heads: ReadonlyMap<string, ModelHead>;
  /** of the whole catalogue; null until it is known */
  overview: Overview | null;
  stop: () => void;
}

const NONE: Ranking['counts'] = { tried: 0, candidates: 0, fallen: 0, filtered: 0, unusable: 0, byReason: {} };

/** The pumps of the catalogue in a position of the study, as they are judged; begun anew when study, position or question change. */
export function useRanking(study: Study, pump: string | null, asked: RankAsked): RankingState {
  const [found, setFound] = useState<Omit<RankingState, 'stop' | 'heads' | 'overview'>>({
    required: {},
    candidates: [],
    fallen: [],
    counts: NONE,
    done: 0,
    of: 0,
    isRunning: true,
    problem: null,
  });
  const [overview, setOverview] = useState<Overview | null>(null);
  const running = useRef<AbortController | null>(null);
  const isFirst = useRef(true);
  useEffect(() => {
    void api.overview('pumps').then(setOverview, () => undefined);
  }, []);
  const question = useMemo(() => ({ study, pump, asked }), [study, pump, asked]);
  useEffect(() => {
    if (question.pump === null) return;
    const { study: document, pump: position, asked: how } = question;
    // typing comes to rest first; a view that opens waits for nothing
    const rest = isFirst.current ? 0 : QUIET_MS;
    isFirst.current = false;
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
    }, rest);
    return () => {
      clearTimeout(wait);
      ended.abort();
    };
  }, [question]);
  const stop = (): void => {
    running.current?.abort();
    setFound((f) => ({ ...f, isRunning: false }));
  };
  const heads = useHeads(found.candidates, found.fallen);
  return { ...found, heads, overview, stop };
}

/** what lists show of the pumps that a ranking shows, asked for once each */
function useHeads(candidates: readonly RankedPump[], fallen: readonly FallenPump[]): ReadonlyMap<string, ModelHead> {
  const [heads, setHeads] = useState<ReadonlyMap<string, ModelHead>>(new Map());
  const asked = useRef(new Set<string>());
  useEffect(() => {
    const shown = [...candidates.slice(0, CANDIDATES_SHOWN), ...nearestFallen(fallen, MISSES_SHOWN)];
    const wanted = shown.map((c) => c.model).filter((id) => !asked.current.has(id));
    if (wanted.length === 0) return;
    for (const id of wanted) asked.current.add(id);
    api.heads(wanted).then(
      (list) => setHeads((h) => new Map([...h, ...list.map((m) => [m.id, m] as const)])),
      () => wanted.forEach((id) => asked.current.delete(id)),
    );
  }, [candidates, fallen]);
  return heads;
}
