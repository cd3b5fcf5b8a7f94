import type { PackageOpened, StudyHead, StudyPage } from '@cedar-knot/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { AskPerson, PersonMark } from '../person/Person.js';
import { api, ApiError, type StudiesAsked } from '../../api/client.js';
import { Button, Modal } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { FilePick } from '../../ui/FilePick.js';
import { News } from '../help/News.js';
import { KeepBeginning } from './KeepBeginning.js';
import { StudyCard } from './StudyCard.js';
import { msg } from './words.js';

type Asked =
  | { kind: 'rename'; study: StudyHead }
  | { kind: 'delete'; study: StudyHead }
  | { kind: 'keep'; study: StudyHead }
  | { kind: 'opened'; opened: PackageOpened }
  | { kind: 'problem'; title: string; lines: string[] };

/** Home: every study with a picture of its curves and its worst margin; new ones from blank, a copy or a file. */
export function StudiesView() {
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<Order>('saved');
  const { page, deleted, problem, load, more } = useStudies(search, sort);
  const studies = page?.studies;
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
    if (/\.cedar$/i.test(chosen.name)) {
      void act(async () => setAsked({ kind: 'opened', opened: await api.openPackage(chosen) }));
      return;
    }
    void act(async () => {
      const study = await api.importText(await chosen.text());
      await navigate(`/studies/${study.id}/system`);
    }, 'stay');
  };

  return (
    <div className="min-h-full">
      <header className="topbar border-line flex h-[44px] items-center gap-3 border-b px-4">
        <img src="/mark.svg" width={26} height={26} alt="" />
        <span className="flex-1 text-[15px] font-semibold">{msg('view.studies.cedarKnot')}</span>
        <PersonMark />
      </header>
      <main className="mx-auto max-w-[1180px] px-6 py-6 max-[640px]:px-3 min-[1900px]:max-w-[1500px]">
        <div className="mb-4 flex flex-wrap items-end gap-3">
          <div className="flex-1">
            <h1 className="text-[18px] leading-[22px] font-semibold">{msg('view.studies.studies')}</h1>
            <p className="text-inkq">{msg('view.studies.onePumpServiceEachWith')}</p>
          </div>
          <Button tone="main" onClick={() => void navigate('/new')}>
            {msg('view.studies.newStudy')}
          </Button>
          <Button onClick={() => file.current?.click()}>{msg('view.studies.importAStudyFile')}</Button>
          <FilePick
            input={file}
            label={msg('view.studies.studyFile')}
            accept=".json,.cedar,application/json"
            onFile={importFile}
          />
        </div>
        {problem && <p className="text-fails mb-3">▲ {problem}</p>}
        <AskPerson />
        <News />
        {page && (page.count > FIRST || search !== '') && (
          <Search search={search} onSearch={setSearch} sort={sort} onSort={setSort} count={page.count} />
        )}
        {studies?.length === 0 && search !== '' && (
          <p className="text-inkq py-6 text-center">{msg('view.studies.noneMatches')}</p>
        )}
        {studies?.length === 0 && search === '' && (
          <div className="panel flex flex-col items-center gap-3 py-14">
            <p>{msg('view.studies.noStudiesYetAStudy')}</p>
            <Button tone="main" onClick={() => void navigate('/new')}>
              {msg('view.studies.createTheFirstStudy')}
            </Button>
          </div>
        )}
        <ul className="flex flex-col gap-2" aria-label={msg('view.studies.studies')}>
          {studies?.map((s) => (
            <StudyCard
              key={s.id}
              head={s}
              base={s.base ?? undefined}
              onCopy={() => void act(() => api.copy(s.id))}
              onRename={() => setAsked({ kind: 'rename', study: s })}
              onKeep={() => setAsked({ kind: 'keep', study: s })}
              onDelete={() => setAsked({ kind: 'delete', study: s })}
            />
          ))}
        </ul>
        {page && page.studies.length < page.count && <More onSeen={more} shown={page.studies.length} of={page.count} />}
        <Deleted studies={deleted} onRestore={(s) => void act(() => api.restore(s.id))} />
      </main>
      {asked && (
        <AskedDialog
          asked={asked}
          onClose={() => setAsked(null)}
          onRename={(study, title, tag) => void act(() => api.rename(study.id, study.version, title, tag))}
          onDelete={(study) => void act(() => api.remove(study.id))}
        />
      )}
    </div>
  );
}

/** studies that are read together; so many are shown before there is anything to search in */
const FIRST = 30;
/** of deleted ones */
const MOST = 500;
const QUIET_MS = 150;
type Order = NonNullable<StudiesAsked['sort']>;
const ORDERS: readonly (readonly [Order, string])[] = [
  ['saved', msg('view.studies.lastSaved')],
  ['title', msg('view.studies.title')],
  ['tag', msg('view.studies.tagOfTheService')],
];

/** the studies that match, as many as have come into sight, and those that were deleted and can be had back */
function useStudies(search: string, sort: Order) {
  const [page, setPage] = useState<StudyPage | null>(null);
  const [deleted, setDeleted] = useState<StudyHead[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const shown = useRef(FIRST);
  const asked = useRef(0);
  const text = search.trim();
  const said = (error: unknown): void => setProblem(error instanceof ApiError ? error.message : String(error));
  /** @param from of the rows that come; what stands before them stays */
  const read = useCallback(
    async (from: number, count: number) => {
      const own = ++asked.current;
      const found = await api.list({ ...(text === '' ? {} : { text }), sort, from, count });
      if (own !== asked.current) return;
      setPage((p) => ({
        count: found.count,
        studies: from > 0 && p ? [...p.studies.slice(0, from), ...found.studies] : found.studies,
      }));
      setProblem(null);
    },
    [text, sort],
  );
  const load = useCallback(async () => {
    try {
      const [gone] = await Promise.all([api.list({ deleted: true, count: MOST }), read(0, shown.current)]);
      setDeleted(gone.studies);
    } catch (error) {
      said(error);
    }
  }, [read]);
  const more = useCallback(() => {
    const from = shown.current;
    shown.current += FIRST;
    read(from, FIRST).catch(said);
  }, [read]);
  useEffect(() => {
    document.title = msg('view.studies.studiesCedarKnot');
    shown.current = FIRST;
    const wait = setTimeout(() => void load(), text === '' ? 0 : QUIET_MS);
    return () => clearTimeout(wait);
  }, [load, text]);
  return { page, deleted, problem, load, more };
}

/** What is looked for, in which order, and how many there are. */
function Search({
  search,
  onSearch,
  sort,
  onSort,
  count,
}: {
  search: string;
  onSearch: (text: string) => void;
  sort: Order;
  onSort: (sort: Order) => void;
  count: number;
}) {
  return (
    <div className="mb-2 flex flex-wrap items-center gap-3">
      <input
        type="search"
        aria-label={msg('view.studies.searchStudies')}
        placeholder={msg('view.studies.titleOrTag')}
        value={search}
        onChange={(e) => onSearch(e.target.value)}
        className="border-edge bg-panel h-[28px] w-[280px] rounded-[3px] border px-2"
      />
      <Select label={msg('view.studies.sortBy')} value={sort} options={ORDERS} onChange={(v) => v && onSort(v as Order)} />
      <span className="text-inkq ml-auto text-[12px]" role="status">
        {msg('view.studies.studiesCounted', { count })}
      </span>
    </div>
  );
}

/** Brings further studies when the end of the list comes into sight. */
function More({ onSeen, shown, of }: { onSeen: () => void; shown: number; of: number }) {
  const end = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const watched = new IntersectionObserver((seen) => seen.some((e) => e.isIntersecting) && onSeen(), { rootMargin: '400px' });
    watched.observe(end.current!);
    return () => watched.disconnect();
    // with each page that came: one that is still in sight asks for the next
  }, [onSeen, shown]);
  return (
    <button ref={end} type="button" onClick={onSeen} className="text-cedar mt-2 text-[12px] hover:underline">
      {msg('view.studies.showMore', { shown, of_: of })}
    </button>
  );
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

/** What came with a study, and the way to it. */
function OpenedDialog({ opened, onClose }: { opened: PackageOpened; onClose: () => void }) {
  const navigate = useNavigate();
  const { models, revisions, attachments } = opened;
  const came: (readonly [number, string])[] = [
    [models.added, msg('view.studies.modelsAdded', { count: models.added })],
    [models.revised, msg('view.studies.modelsRevised', { count: models.revised })],
    [models.known, msg('view.studies.modelsKnown', { count: models.known })],
    [attachments, msg('view.studies.attachmentsCame', { count: attachments })],
    [revisions, msg('view.studies.revisionsCame', { count: revisions })],
  ];
  const said = came.filter(([n]) => n > 0);
  return (
    <Modal open onClose={onClose} title={msg('view.studies.opened', { title: opened.title })}>
      <ul className="mb-4 flex flex-col gap-1">
        {said.map(([, text]) => (
          <li key={text}>{text}</li>
        ))}
        {said.length === 0 && <li>{msg('view.studies.theStudyAlone')}</li>}
      </ul>
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>{msg('app.close')}</Button>
        <Button tone="main" onClick={() => void navigate(`/studies/${opened.id}/system`)}>
          {msg('view.studies.openTheStudy')}
        </Button>
      </div>
    </Modal>
  );
}

interface AskedDialogProps {
  asked: Asked;
  onClose: () => void;
  onRename: (study: StudyHead, title: string, tag: string) => void;
  onDelete: (study: StudyHead) => void;
}

function AskedDialog({ asked, onClose, onRename, onDelete }: AskedDialogProps) {
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
  if (asked.kind === 'keep') return <KeepBeginning study={asked.study} onClose={onClose} />;
  if (asked.kind === 'opened') return <OpenedDialog opened={asked.opened} onClose={onClose} />;
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
  const submit = (): void => {
    if (title.trim() !== '') finish(() => onRename(asked.study, title.trim(), tag.trim()));
  };
  return (
    <Modal open onClose={onClose} title={msg('view.studies.rename')}>
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
        <label className="flex flex-col gap-1">
          {msg('view.studies.tagOfTheService')}
          <input
            value={tag}
            onChange={(e) => setTag(e.target.value)}
            maxLength={100}
            className="border-edge bg-panel h-[30px] rounded-[3px] border px-2"
          />
        </label>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>{msg('view.studies.cancel')}</Button>
          <Button tone="main" type="submit" disabled={title.trim() === ''}>
            {msg('view.studies.rename')}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
