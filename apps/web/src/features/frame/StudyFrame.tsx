import * as Comlink from 'comlink';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import type { StudyWhole } from '@cedar-knot/core';
import { api, isAway, wordsOf } from '../../api/client.js';
import { editsOf, keptEdit } from '../../api/keptEdits.js';
import type { KeptEdit } from '../../state/autosave.js';
import { createStudyStore, type StudyStore } from '../../state/studyStore.js';
import type { RecalculationApi } from '../../worker/recalculation.worker.js';
import { StudyContext } from '../context.js';
import { Frame } from './Frame.js';
import { useUnits } from '../../state/units.js';
import { msg } from './words.js';

/** between two tries to open a study while the application or its database is away, ms */
const TRY_AGAIN_MS = 3000;

/** A study as it is stored, and what of it was not stored when the page was left; that alone while nobody answers. */
async function openStudy(id: string): Promise<{ study: StudyWhole; kept: KeptEdit | undefined }> {
  const kept = await keptEdit(id);
  try {
    return { study: await api.get(id), kept };
  } catch (error) {
    if (!kept || !isAway(error)) throw error;
    const { version, wanted } = kept;
    const head = {
      title: wanted.title ?? msg('view.frame.untitled'),
      tag: wanted.tag ?? '',
      savedAt: '',
      deletedAt: null,
      alternativeOf: null,
    };
    return { study: { id, version, ...head, document: structuredClone(wanted) }, kept };
  }
}

/** Opens the study that the address names, with a worker of its own, and keeps it until the address changes. */
export function StudyFrame() {
  const { id } = useParams();
  const [store, setStore] = useState<StudyStore | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const numbers = useUnits((s) => s.numbers);

  useEffect(() => {
    let opened: StudyStore | undefined;
    let gone = false;
    setStore(null);
    setProblem(null);
    const worker = new Worker(new URL('../../worker/recalculation.worker.ts', import.meta.url), { type: 'module' });
    const remote = Comlink.wrap<RecalculationApi>(worker);
    let again: ReturnType<typeof setTimeout> | undefined;
    const open = (): void => {
      openStudy(id!).then(
        ({ study, kept }) => {
          if (gone) return;
          setProblem(null);
          opened = createStudyStore(
            study,
            (s, pump, isTried) => remote.recalculate(s, pump, isTried),
            {
              save: (version, s, saveId) => api.save(study.id, version, s, saveId),
              isThere: api.isThere,
              ...editsOf(study.id),
            },
            {
              explain: (s, scenario, address) => remote.explain(s, scenario, address),
              compareSizes: (s, request) => remote.compareSizes(s, request),
              ladder: (s, pump, options) => remote.ladder(s, pump, options),
              drive: (s, pump) => remote.drive(s, pump),
              leastUnits: (s, pump) => remote.leastUnits(s, pump),
              tripOf: (s, pump) => remote.tripOf(s, pump),
              compareWhole: (studies) => remote.compareWhole(studies),
            },
            kept,
          );
          setStore(opened);
        },
        (error: unknown) => {
          if (gone) return;
          setProblem(wordsOf(error));
          if (isAway(error)) again = setTimeout(open, TRY_AGAIN_MS);
        },
      );
    };
    open();
    return () => {
      gone = true;
      clearTimeout(again);
      void opened?.getState().flush();
      opened?.getState().dispose();
      worker.terminate();
    };
  }, [id]);

  if (problem) return <Sorry text={problem} />;
  if (!store) return <p className="text-inkq p-8">{msg('view.frame.openingTheStudy')}</p>;
  return (
    <StudyContext.Provider value={store}>
      {/* what is written is written anew */}
      <Frame key={numbers} />
    </StudyContext.Provider>
  );
}

function Sorry({ text }: { text: string }) {
  return (
    <main className="p-8">
      <p className="text-fails mb-3">▲ {text}</p>
      <a className="text-cedar underline" href="/">
        {msg('view.frame.allStudies')}
      </a>
    </main>
  );
}
