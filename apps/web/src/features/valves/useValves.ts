import type { Study } from '@cedar-knot/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { wordsOf } from '../../api/client.js';
import type { KnownValve, ValveFigures, ValvesAsked } from '../../worker/valveFigures.js';
import type { ValveWork } from '../../worker/valves.js';

export interface ValvesState {
  known: ReadonlyMap<string, KnownValve>;
  /** the last that was worked out; null before the first */
  figures: ValveFigures | null;
  isWorking: boolean;
  problem: string | null;
}

const NONE: ReadonlyMap<string, KnownValve> = new Map();

/** The valves of the catalogue in a position of a study: one question at a time, of those that wait only the newest. */
export function useValves(work: ValveWork, study: Study, asked: ValvesAsked | null): ValvesState {
  const [known, setKnown] = useState<ReadonlyMap<string, KnownValve> | null>(null);
  const [figures, setFigures] = useState<ValveFigures | null>(null);
  const [isWorking, setWorking] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    work.load().then(
      (list) => !gone && setKnown(new Map(list.map((v) => [v.model.id, v]))),
      (e: unknown) => {
        if (gone) return;
        setProblem(wordsOf(e));
        // without a catalogue the study's own valve is still shown
        setKnown(new Map());
      },
    );
    return () => {
      gone = true;
    };
  }, [work]);
  const key = asked && `${asked.valve} ${asked.factor} ${asked.looked ?? ''}`;
  // what the position asks and the study's own valve need no catalogue; with it they are asked for again
  const question = useMemo(() => asked && { study, asked, known }, [study, key, known]); // eslint-disable-line react-hooks/exhaustive-deps
  const waiting = useRef<typeof question>(null);
  const isLoading = useRef(true);
  isLoading.current = known === null;
  const busy = useRef(false);
  const alive = useRef(true);
  useEffect(() => {
    alive.current = true;
    return () => void (alive.current = false);
  }, []);
  useEffect(() => {
    if (!question) return;
    waiting.current = question;
    setWorking(true);
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      while (waiting.current && alive.current) {
        const next = waiting.current;
        waiting.current = null;
        try {
          const found = await work.figures(next.study, next.asked, (first) => alive.current && setFigures((f) => f ?? first));
          if (!alive.current) break;
          setFigures(found);
          setProblem(null);
        } catch (e) {
          setProblem(wordsOf(e));
        }
      }
      busy.current = false;
      if (alive.current) setWorking(isLoading.current);
    })();
  }, [question, work]);
  return { known: known ?? NONE, figures, isWorking, problem };
}
