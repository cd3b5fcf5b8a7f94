import { applyOperations, type ModelHead, type ModelWhole, type Operation, type RankedPump, type Study } from '@cedar-knot/core';
import { useMemo, useRef, useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { elementsOf, setShared } from '../../state/address.js';
import { requiredOperations } from '../../state/required.js';
import { takenAs } from '../../state/ranking.js';
import { msg } from './words.js';

/** What would stand in the pump's place: an entry of the study, or a candidate of the catalogue. */
export interface Choice {
  id: string;
  name: string;
}

export interface Supposed {
  /** the study, or what it would be */
  study: Study;
  isSupposed: boolean;
  chosen: string | null;
  pump: string | null;
  choices: readonly Choice[];
  /** asks the catalogue which pumps would serve */
  ask: () => void;
  isAsking: boolean;
  choose: (id: string | null) => void;
  problem: string | null;
}

/** the best candidates of the catalogue that are offered */
const MOST_CHOICES = 8;

/** The study as it would be with another pump before a valve; nothing of it is kept. */
export function useSupposed(study: Study, valve: string | null): Supposed {
  const [found, setFound] = useState<readonly { candidate: RankedPump; head: ModelHead }[]>([]);
  const [isAsking, setAsking] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const [model, setModel] = useState<ModelWhole | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef<AbortController | null>(null);
  const line = study.lines.find((l) => l.elements.some((e) => e.id === valve));
  const pumps = elementsOf(study.lines, 'pump');
  const pump = (line?.elements.find((e) => e.kind === 'pump') ?? pumps[0])?.id ?? null;
  const present = pumps.find((e) => e.id === pump)?.pump;
  const entries = Object.entries(study.pumps ?? {}).filter(([key]) => key !== present);

  const supposed = useMemo((): Study => {
    if (pump === null || chosen === null) return study;
    const own = /^own:(.*)$/.exec(chosen)?.[1];
    const candidate = found.find((f) => f.head.id === chosen)?.candidate;
    let operations: Operation[] = [];
    if (own !== undefined)
      operations = [
        ...requiredOperations(study, pump),
        ...setShared(study, pump, 'pump', own),
        ...setShared(study, pump, 'mode', 'curve'),
        ...['speed', 'diameter', 'stages', 'flow'].flatMap((key) => setShared(study, pump, key, undefined)),
      ];
    else if (candidate && model?.id === chosen) operations = takenAs(study, model, pump, candidate);
    const done = applyOperations(study, operations);
    return done.ok ? done.study : study;
  }, [study, pump, chosen, model, found]);

  const ask = (): void => {
    if (pump === null || isAsking) return;
    running.current?.abort();
    const ended = new AbortController();
    running.current = ended;
    setAsking(true);
    const all: RankedPump[] = [];
    const best = async (): Promise<{ best: RankedPump[]; heads: ModelHead[] }> => {
      await api.rankCatalogue(study, pump, { vary: 'diameter', objective: 'energy' }, (piece) => all.push(...piece.candidates), ended.signal); // prettier-ignore
      const rank = (c: RankedPump): number => ['holds', 'near', 'incomplete'].indexOf(c.verdict);
      all.sort((a, b) => rank(a) - rank(b) || (a.energyPerYear ?? Infinity) - (b.energyPerYear ?? Infinity));
      const first = all.slice(0, MOST_CHOICES);
      return { best: first, heads: await api.heads(first.map((c) => c.model)) };
    };
    best().then(
      ({ best, heads }) => {
        setAsking(false);
        setFound(
          best.flatMap((candidate) => {
            const head = heads.find((h) => h.id === candidate.model);
            return head ? [{ candidate, head }] : [];
          }),
        );
        setProblem(best.length === 0 ? msg('view.valves.noPumpInTheCatalogue') : null);
      },
      (e: unknown) => {
        setAsking(false);
        if (!ended.signal.aborted) setProblem(wordsOf(e));
      },
    );
  };
  const choose = (id: string | null): void => {
    setChosen(id);
    if (id !== null && !id.startsWith('own:'))
      api.model(id).then(
        (m) => {
          setModel(m);
          setProblem(null);
        },
        (e: unknown) => setProblem(wordsOf(e)),
      );
  };
  return {
    study: supposed,
    isSupposed: supposed !== study,
    chosen,
    pump,
    choices: [
      ...entries.map(([key, e]) => ({ id: `own:${key}`, name: String(e.name ?? key) })),
      ...found.map(({ head }) => ({ id: head.id, name: head.name })),
    ],
    ask,
    isAsking,
    choose,
    problem,
  };
}
