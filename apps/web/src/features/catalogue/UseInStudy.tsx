import type { ModelWhole, Study, StudyHead } from '@cedar-knot/core';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { lastStudy } from '../../state/lastStudy.js';
import { positionsFor, studyWith } from '../../state/takeModel.js';
import { Button } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

/** studies to choose from, the last saved first */
const MOST = 500;
const ON_LIST = msg('view.catalogue.list');

/** Takes a model into a study: onto its list, or into the place of a pump or valve there. The study keeps this revision. */
export function UseInStudy({ model, onClose }: { model: ModelWhole; onClose: () => void }) {
  const kind = model.kind as 'pumps' | 'valves';
  const [studies, setStudies] = useState<StudyHead[] | null>(null);
  const [chosen, setChosen] = useState<string | undefined>(undefined);
  const [study, setStudy] = useState<{ version: number; document: Study } | null>(null);
  const [position, setPosition] = useState<string>(ON_LIST);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const navigate = useNavigate();
  const fail = (e: unknown): void => setProblem(wordsOf(e));
  useEffect(() => {
    api.list({ count: MOST }).then(({ studies: all }) => {
      setStudies(all);
      setChosen(all.find((s) => s.id === lastStudy())?.id ?? all[0]?.id);
    }, fail);
  }, []);
  useEffect(() => {
    if (chosen === undefined) return;
    let gone = false;
    setStudy(null);
    api.get(chosen).then((s) => {
      if (gone) return;
      setStudy(s);
      setPosition(positionsFor(s.document, kind)[0]?.id ?? ON_LIST);
    }, fail);
    return () => {
      gone = true;
    };
  }, [chosen, kind]);
  const positions = study ? positionsFor(study.document, kind) : [];
  const take = async (): Promise<void> => {
    if (!study || chosen === undefined) return;
    setBusy(true);
    try {
      const next = studyWith(study.document, model, position === ON_LIST ? null : position);
      await api.save(chosen, study.version, next, crypto.randomUUID());
      await navigate(`/studies/${chosen}/${kind === 'pumps' && position !== ON_LIST ? 'curves' : 'system'}`);
    } catch (e) {
      fail(e);
      setBusy(false);
    }
  };
  return (
    <section
      aria-label={msg('view.catalogue.useInAStudy')}
      className="border-soft bg-quiet no-print flex flex-none flex-col gap-1.5 border-b px-3 py-2"
    >
      <div className="flex items-center gap-2">
        <b className="font-semibold">{msg('view.catalogue.useInAStudy')}</b>
        <span className="text-inkq text-[12px]">{msg('view.catalogue.usesAndKeepsRevision', { revision: model.revision })}</span>
        <button type="button" aria-label={msg('view.catalogue.closeTheChoiceOfA')} onClick={onClose} className="ml-auto p-0.5">
          <X size={13} aria-hidden="true" />
        </button>
      </div>
      <div className="flex items-center gap-2">
        <Select
          label={msg('view.catalogue.study')}
          value={chosen}
          options={(studies ?? []).map((s) => [s.id, `${s.tag} ${s.title}`.trim()])}
          onChange={setChosen}
          className="flex-1"
        />
        <Select
          label={msg('view.catalogue.position')}
          value={position}
          options={[
            ...positions.map((p) => [p.id, msg('view.catalogue.asNow', { p: p.id, now: p.now })] as const),
            [ON_LIST, msg('view.catalogue.onlyAddToItsList')] as const,
          ]}
          onChange={(v) => setPosition(v ?? ON_LIST)}
          className="flex-1"
        />
        <Button tone="main" disabled={!study || isBusy} onClick={() => void take()}>
          {msg('view.catalogue.useIt')}
        </Button>
      </div>
      {studies?.length === 0 && <p className="text-inkq text-[12px]">{msg('view.catalogue.noStudyYetCreateOne')}</p>}
      {problem && <p className="text-fails text-[12px]">▲ {problem}</p>}
    </section>
  );
}
