import type { StudyHead } from '@cedar-knot/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { AskPerson, PersonMark } from '../person/Person.js';
import { api, ApiError } from '../../api/client.js';
import { Button, Modal } from '../../ui/controls.js';
import { FilePick } from '../../ui/FilePick.js';
import { StudyCard } from './StudyCard.js';
import { msg } from './words.js';

type Asked =
  | { kind: 'rename'; study: StudyHead }
  | { kind: 'delete'; study: StudyHead }
  | { kind: 'blank' }
  | { kind: 'problem'; title: string; lines: string[] };

/** Home: every study with a picture of its curves and its worst margin; new ones from blank, a copy or a file. */
export function StudiesView() {
  const { studies, deleted, problem, load } = useStudies();
  const [asked, setAsked] = useState<Asked | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();

  const act = async (work: () => Promise<unknown>, then: 'reload' | 'stay' = 'reload'): Promise<void> => {
    try {
      await work();
      if (then === 'reload') await load();
    } catch (error) {
      const lines =
        error instanceof ApiError && error.errors.length > 0
          ? error.errors.slice(0, 8).map((e) => `${e.path || 'file'}: ${e.message}`)
          : [String((error as Error).message)];
      setAsked({ kind: 'problem', title: msg('view.studies.notAccepted'), lines });
    }
  };
  const importFile = (chosen: File): void => {
    void act(async () => {
      const study = await api.importText(await chosen.text());
      await navigate(`/studies/${study.id}/system`);
    }, 'stay');
  };

  return (
    <div className="min-h-full">
      <header className="border-line flex h-[44px] items-center gap-3 border-b px-4">
        <img src="/mark.svg" width={26} height={26} alt="" />
        <span className="flex-1 text-[15px] font-semibold">{msg('view.studies.cedarKnot')}</span>
        <PersonMark />
      </header>
      <main className="mx-auto max-w-[1180px] px-6 py-6">
        <div className="mb-4 flex items-end gap-3">
          <div className="flex-1">
            <h1 className="text-[18px] leading-[22px] font-semibold">{msg('view.studies.studies')}</h1>
            <p className="text-inkq">{msg('view.studies.onePumpServiceEachWith')}</p>
          </div>
          <Button tone="main" onClick={() => setAsked({ kind: 'blank' })}>
            {msg('view.studies.newStudy')}
          </Button>
          <Button onClick={() => file.current?.click()}>{msg('view.studies.importAStudyFile')}</Button>
          <FilePick input={file} label={msg('view.studies.studyFile')} accept=".json,application/json" onFile={importFile} />
        </div>
        {problem && <p className="text-fails mb-3">▲ {problem}</p>}
        <AskPerson />
        {studies?.length === 0 && (
          <div className="panel flex flex-col items-center gap-3 py-14">
            <p>{msg('view.studies.noStudiesYetAStudy')}</p>
            <Button tone="main" onClick={() => setAsked({ kind: 'blank' })}>
              {msg('view.studies.createTheFirstStudy')}
            </Button>
          </div>
        )}
        <ul className="flex flex-col gap-2" aria-label={msg('view.studies.studies')}>
          {studies?.map((s) => (
            <StudyCard
              key={s.id}
              head={s}
              base={s.alternativeOf === null ? undefined : studies.find((b) => b.id === s.alternativeOf)?.title}
              onCopy={() => void act(() => api.copy(s.id))}
              onRename={() => setAsked({ kind: 'rename', study: s })}
              onDelete={() => setAsked({ kind: 'delete', study: s })}
            />
          ))}
        </ul>
        <Deleted studies={deleted} onRestore={(s) => void act(() => api.restore(s.id))} />
      </main>
      {asked && (
        <AskedDialog
          asked={asked}
          onClose={() => setAsked(null)}
          onCreate={(title) =>
            void act(async () => {
              const study = await api.create(title);
              await navigate(`/studies/${study.id}/system`);
            }, 'stay')
          }
          onRename={(study, title, tag) => void act(() => api.rename(study.id, study.version, title, tag))}
          onDelete={(study) => void act(() => api.remove(study.id))}
        />
      )}
    </div>
  );
}

/** the studies that there are, and those that were deleted and can be had back */
function useStudies() {
  const [studies, setStudies] = useState<StudyHead[] | null>(null);
  const [deleted, setDeleted] = useState<StudyHead[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const load = useCallback(async () => {
    try {
      const [now, gone] = await Promise.all([api.list(), api.list(true)]);
      setStudies(now);
      setDeleted(gone);
      setProblem(null);
    } catch (error) {
      setProblem(error instanceof ApiError ? error.message : String(error));
    }
  }, []);
  useEffect(() => {
    document.title = msg('view.studies.studiesCedarKnot');
    void load();
  }, [load]);
  return { studies, deleted, problem, load };
}

function Deleted({ studies, onRestore }: { studies: readonly StudyHead[]; onRestore: (s: StudyHead) => void }) {
  if (studies.length === 0) return null;
  return (
    <section className="mt-8">
      <h2 className="text-inkq mb-1 text-[13px] font-semibold">{msg('view.studies.deleted')}</h2>
      <ul>
        {studies.map((s) => (
          <li key={s.id} className="border-soft flex h-[30px] items-center gap-3 border-b">
            <span className="font-semibold">{s.tag}</span>
            <span className="flex-1">{s.title}</span>
            <Button tone="bare" onClick={() => onRestore(s)}>
              {msg('view.studies.restore')}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface AskedDialogProps {
  asked: Asked;
  onClose: () => void;
  onCreate: (title: string) => void;
  onRename: (study: StudyHead, title: string, tag: string) => void;
  onDelete: (study: StudyHead) => void;
}

function AskedDialog({ asked, onClose, onCreate, onRename, onDelete }: AskedDialogProps) {
  const before = asked.kind === 'rename' ? asked.study : undefined;
  const [title, setTitle] = useState(before?.title ?? '');
  const [tag, setTag] = useState(before?.tag ?? '');
  const finish = (work: () => void): void => {
    onClose();
    work();
  };
  if (asked.kind === 'problem') {
    return (
      <Modal open onClose={onClose} title={asked.title} wide>
        <ul className="text-fails mb-3 flex flex-col gap-1">
          {asked.lines.map((l) => (
            <li key={l}>▲ {l}</li>
          ))}
        </ul>
        <p className="text-inkq mb-3">{msg('view.studies.nothingWasChanged')}</p>
        <div className="flex justify-end">
          <Button onClick={onClose}>{msg('app.close')}</Button>
        </div>
      </Modal>
    );
  }
  if (asked.kind === 'delete') {
    return (
      <Modal open onClose={onClose} title={msg('view.studies.delete', { title: asked.study.title })}>
        <p className="mb-4">{msg('view.studies.itIsRemovedFromThis')}</p>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>{msg('view.studies.keep')}</Button>
          <Button tone="danger" onClick={() => finish(() => onDelete(asked.study))}>
            {msg('app.delete')}
          </Button>
        </div>
      </Modal>
    );
  }
  const blank = asked.kind === 'blank';
  const submit = (): void => {
    if (title.trim() === '') return;
    finish(() => (blank ? onCreate(title.trim()) : onRename(before!, title.trim(), tag.trim())));
  };
  return (
    <Modal open onClose={onClose} title={blank ? msg('view.studies.newStudy') : msg('view.studies.rename')}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
      >
        <label className="flex flex-col gap-1">
          {msg('view.studies.title')}
          <input
            autoFocus
            value={title}
            onChange={(e) => setTitle(e.target.value)}
            maxLength={300}
            className="border-edge bg-panel h-[30px] rounded-[3px] border px-2"
          />
        </label>
        {!blank && (
          <label className="flex flex-col gap-1">
            {msg('view.studies.tagOfTheService')}
            <input
              value={tag}
              onChange={(e) => setTag(e.target.value)}
              maxLength={100}
              className="border-edge bg-panel h-[30px] rounded-[3px] border px-2"
            />
          </label>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>{msg('view.studies.cancel')}</Button>
          <Button tone="main" type="submit" disabled={title.trim() === ''}>
            {blank ? msg('view.studies.create') : msg('view.studies.rename')}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
