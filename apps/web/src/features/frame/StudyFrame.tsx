import * as Comlink from 'comlink';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { api, ApiError } from '../../api/client.js';
import { createStudyStore, type StudyStore } from '../../state/studyStore.js';
import type { RecalculationApi } from '../../worker/recalculation.worker.js';
import { StudyContext } from '../context.js';
import { Frame } from './Frame.js';

/** Opens the study that the address names, with a worker of its own, and keeps it until the address changes. */
export function StudyFrame() {
  const { id } = useParams();
  const [store, setStore] = useState<StudyStore | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  useEffect(() => {
    let opened: StudyStore | undefined;
    let gone = false;
    setStore(null);
    setProblem(null);
    const worker = new Worker(new URL('../../worker/recalculation.worker.ts', import.meta.url), { type: 'module' });
    const remote = Comlink.wrap<RecalculationApi>(worker);
    api.get(id!).then(
      (study) => {
        if (gone) return;
        opened = createStudyStore(
          study,
          (s, pump, isTried) => remote.recalculate(s, pump, isTried),
          { save: (version, s, saveId) => api.save(study.id, version, s, saveId) },
          {
            explain: (s, scenario, address) => remote.explain(s, scenario, address),
            compareSizes: (s, request) => remote.compareSizes(s, request),
            ladder: (s, pump, options) => remote.ladder(s, pump, options),
            drive: (s, pump) => remote.drive(s, pump),
            leastUnits: (s, pump) => remote.leastUnits(s, pump),
            compareWhole: (studies) => remote.compareWhole(studies),
          },
        );
        setStore(opened);
      },
      (error: unknown) => setProblem(error instanceof ApiError ? error.message : String(error)),
    );
    return () => {
      gone = true;
      void opened?.getState().flush();
      opened?.getState().dispose();
      worker.terminate();
    };
  }, [id]);

  if (problem) return <Sorry text={problem} />;
  if (!store) return <p className="text-inkq p-8">Opening the study …</p>;
  return (
    <StudyContext.Provider value={store}>
      <Frame />
    </StudyContext.Provider>
  );
}

function Sorry({ text }: { text: string }) {
  return (
    <main className="p-8">
      <p className="text-fails mb-3">▲ {text}</p>
      <a className="text-cedar underline" href="/">
        All studies
      </a>
    </main>
  );
}
