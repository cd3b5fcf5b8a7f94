import { BEGINNINGS, beginningOf, type BeginningName, type BeginningUnits, type OwnBeginningHead } from '@cedar-knot/core';
import { prettyUnit, said } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { useDropped } from '../../state/dropped.js';
import { baseOf, useUnits } from '../../state/units.js';
import { Button, Segmented } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { fieldUnit, type BeginningEntries, type BegunPreview } from '../../worker/begin.js';
import type { OwnEntries, OwnPreview } from '../../worker/begin-own.js';
import { begunOf, begunOwnOf } from '../../worker/preview.js';
import { PersonMark } from '../person/Person.js';
import { BegunForm, ENTRIES, FormAction } from './BegunForm.js';
import { FieldOf, INPUT, Labelled, TagAndTitle } from './Labelled.js';
import { ListForm } from './ListForm.js';
import { OwnForm } from './OwnForm.js';
import { ServiceGlyph } from './ServiceGlyph.js';
import { useCreate } from './useCreate.js';
import { usePreview } from './usePreview.js';
import { msg } from './words.js';

type Drawn = BeginningName | 'list' | 'blank' | 'copy';
/** one of the drawn ones, or the id of one of the plant's own */
type Choice = { of: 'drawn'; name: Drawn } | { of: 'own'; id: string };
const SERVICES = Object.keys(BEGINNINGS) as BeginningName[];
const OTHERS = {
  list: [msg('view.begin.list'), msg('view.begin.listAbout')],
  blank: [msg('view.begin.blank'), msg('view.begin.blankAbout')],
  copy: [msg('view.begin.copy'), msg('view.begin.copyAbout')],
} as const;
const isService = (choice: Drawn): choice is BeginningName => choice in BEGINNINGS;
const labelOf = (choice: Drawn): string => (isService(choice) ? said(beginningOf(choice).label) : OTHERS[choice][0]);
const aboutOf = (choice: Drawn): string => (isService(choice) ? said(beginningOf(choice).about) : OTHERS[choice][1]);

/** Where a study begins: a service with what is known of it, solved before the study exists; a blank one, or a copy. */
export function BeginView({
  solve = begunOf,
  solveOwn = begunOwnOf,
}: {
  solve?: (form: BeginningEntries) => Promise<BegunPreview>;
  solveOwn?: (form: OwnEntries) => Promise<OwnPreview>;
}) {
  const [choice, setChoice] = useState<Choice>({ of: 'drawn', name: 'tank-to-tank' });
  const { own, remove, problem } = useOwn();
  const [list, setList] = useState<File | null>(null);
  const coming = useDropped((s) => s.file);
  useEffect(() => {
    const taken = useDropped.getState().take('list');
    if (!taken) return;
    setList(taken.file);
    setChoice({ of: 'drawn', name: 'list' });
  }, [coming]);
  const [units, setUnits] = useState<BeginningUnits>(() => baseOf(useUnits.getState().system ?? 'metric'));
  useEffect(() => {
    document.title = msg('view.begin.titleOfPage');
  }, []);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <header className="topbar border-line flex h-[44px] flex-none items-center gap-3 border-b px-4">
        <img src="/mark.svg" width={26} height={26} alt="" />
        <Link to="/" className="text-inkq hover:underline">
          {msg('view.begin.studies')}
        </Link>
        <span className="flex-1 text-[15px] font-semibold">{msg('view.begin.title')}</span>
        <Segmented
          label={msg('view.begin.units')}
          value={units}
          onChange={setUnits}
          options={[
            { value: 'metric', text: msg('view.begin.metric') },
            { value: 'us', text: msg('view.begin.us') },
          ]}
        />
        <PersonMark />
      </header>
      <main className="flex min-h-0 flex-1 flex-wrap gap-3 overflow-auto p-4">
        <section aria-label={msg('view.begin.services')} className="min-w-[min(420px,100%)] flex-1">
          <h1 className="text-[18px] leading-[22px] font-semibold">{msg('view.begin.title')}</h1>
          <p className="text-inkq mb-3">{msg('view.begin.selectAService')}</p>
          <div className="grid grid-cols-3 gap-2 max-[480px]:grid-cols-2">
            {([...SERVICES, 'list', 'blank', 'copy'] as Drawn[]).map((name) => (
              <Card
                key={name}
                label={labelOf(name)}
                about={aboutOf(name)}
                isChosen={choice.of === 'drawn' && choice.name === name}
                onChoose={() => setChoice({ of: 'drawn', name })}
                begin={name}
              >
                <ServiceGlyph name={name} />
              </Card>
            ))}
          </div>
          <h2 className="mt-4 mb-1 text-[14px] font-semibold">{msg('view.begin.own')}</h2>
          {problem && (
            <p role="alert" className="text-fails text-[12px]">
              ▲ {problem}
            </p>
          )}
          {own?.length === 0 && <p className="text-inkq text-[12.5px]">{msg('view.begin.ownNone')}</p>}
          <div className="grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-2">
            {own?.map((o) => (
              <div key={o.id} className="relative flex">
                <Card
                  label={o.name}
                  about={o.about}
                  isChosen={choice.of === 'own' && choice.id === o.id}
                  onChoose={() => setChoice({ of: 'own', id: o.id })}
                  begin={o.id}
                />
                <button
                  type="button"
                  aria-label={msg('view.begin.removeOwn', { name: o.name })}
                  title={msg('view.begin.removeOwn', { name: o.name })}
                  className="text-inkq hover:text-fails absolute top-1 right-1 p-1"
                  onClick={() => {
                    if (choice.of === 'own' && choice.id === o.id) setChoice({ of: 'drawn', name: 'tank-to-tank' });
                    remove(o.id);
                  }}
                >
                  <X size={14} aria-hidden="true" />
                </button>
              </div>
            ))}
          </div>
        </section>
        {choice.of === 'own' ? (
          <OwnForm key={choice.id} id={choice.id} solve={solveOwn} />
        ) : isService(choice.name) ? (
          <ServiceForm key={choice.name} name={choice.name} units={units} solve={solve} />
        ) : choice.name === 'list' ? (
          <ListForm units={units} file={list} />
        ) : (
          <OtherForm key={choice.name} choice={choice.name} />
        )}
      </main>
    </div>
  );
}

/** One way to begin. */
function Card({
  label,
  about,
  isChosen,
  onChoose,
  begin,
  children,
}: {
  label: string;
  about: string;
  isChosen: boolean;
  onChoose: () => void;
  begin: string;
  children?: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      onClick={onChoose}
      data-begin={begin}
      className={`panel flex min-w-0 flex-1 flex-col px-3 py-2 text-left ${isChosen ? 'bg-wash border-cedar' : 'hover:bg-wash'}`}
    >
      {children}
      <b className={`font-semibold ${isChosen ? 'text-cedar' : ''}`}>{label}</b>
      <span className="text-inkq text-[12px]">{about}</span>
    </button>
  );
}

/** the plant's own, to choose from and to take out */
function useOwn() {
  const [own, setOwn] = useState<OwnBeginningHead[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const fail = (e: unknown): void => setProblem(wordsOf(e));
  useEffect(() => {
    api.beginnings().then(setOwn, fail);
  }, []);
  const remove = (id: string): void => {
    api.removeBeginning(id).then(() => setOwn((all) => (all ?? []).filter((o) => o.id !== id)), fail);
  };
  return { own, remove, problem };
}

function ServiceForm({
  name,
  units,
  solve,
}: {
  name: BeginningName;
  units: BeginningUnits;
  solve: (form: BeginningEntries) => Promise<BegunPreview>;
}) {
  const { fields, label } = beginningOf(name);
  const [entries, setEntries] = useState<Readonly<Record<string, string>>>({});
  const [size, setSize] = useState('');
  const [tag, setTag] = useState('P-1');
  const [title, setTitle] = useState(said(label));
  const [without, setWithout] = useState<readonly string[]>([]);
  const form = useMemo(
    () => ({ name, entries, size, title: title.trim() || said(label), tag: tag.trim(), units, without }),
    [name, entries, size, title, tag, units, without, label],
  );
  const { preview, isCurrent } = usePreview(form, solve);
  const useDefaults = (): void => {
    setEntries({});
    setSize('');
    setWithout([]);
  };
  return (
    <BegunForm
      label={said(label)}
      note={msg('view.begin.inputs', { count: fields.length + 1 })}
      action={<FormAction onClick={useDefaults}>{msg('view.begin.useDefaults')}</FormAction>}
      units={units}
      shown={preview}
      without={without}
      onWithout={setWithout}
      isCurrent={isCurrent}
      isReady={preview?.problems.length === 0 && title.trim() !== ''}
    >
      <div className={ENTRIES}>
        <TagAndTitle tag={tag} title={title} onTag={setTag} onTitle={setTitle} />
        {fields.map((f) => (
          <FieldOf
            key={f.key}
            name={f.key}
            label={said(f.label)}
            unit={f.dimension === 'number' ? '' : prettyUnit(fieldUnit(f.dimension, units))}
            parts={f.parts?.map(said).join(' / ')}
            value={entries[f.key] ?? ''}
            usual={preview?.usual[f.key] ?? ''}
            problem={preview?.problems.find((p) => p.key === f.key)?.message}
            onChange={(typed) => setEntries({ ...entries, [f.key]: typed })}
          />
        ))}
        <Labelled label={msg('view.begin.size')} mark={size === '' ? msg('view.begin.suggested') : undefined}>
          <Select
            label={msg('view.begin.size')}
            value={size === '' ? undefined : size}
            none={preview?.size ?? '–'}
            options={(preview?.sizes ?? []).map((s) => [s, s] as const)}
            onChange={(s) => setSize(s ?? '')}
          />
        </Labelled>
      </div>
    </BegunForm>
  );
}

/** studies to choose from when one is copied */
const MOST = 200;

function OtherForm({ choice }: { choice: 'blank' | 'copy' }) {
  const [title, setTitle] = useState('');
  const [of, setOf] = useState<string | undefined>();
  const [studies, setStudies] = useState<readonly (readonly [string, string])[]>([]);
  const { problem, isBusy, create } = useCreate();
  useEffect(() => {
    if (choice !== 'copy') return;
    void api.list({ count: MOST }).then(
      (page) => setStudies(page.studies.map((s) => [s.id, `${s.tag} ${s.title}`.trim()] as const)),
      () => undefined,
    );
  }, [choice]);
  const isReady = choice === 'blank' ? title.trim() !== '' : of !== undefined;
  return (
    <form
      aria-label={labelOf(choice)}
      className="panel flex min-w-[min(480px,100%)] flex-1 flex-col gap-3 self-start px-4 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (isReady) void create(() => (choice === 'blank' ? api.create(title.trim()) : api.copy(of!)));
      }}
    >
      <h2 className="text-[15px] font-semibold">{labelOf(choice)}</h2>
      {choice === 'blank' ? (
        <Labelled label={msg('view.begin.titleOfStudy')}>
          <input autoFocus value={title} maxLength={300} onChange={(e) => setTitle(e.target.value)} className={INPUT} />
        </Labelled>
      ) : (
        <Labelled label={msg('view.begin.study')}>
          <Select
            label={msg('view.begin.study')}
            value={of}
            none={msg('view.begin.selectAStudy')}
            options={studies}
            onChange={setOf}
          />
        </Labelled>
      )}
      {problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {problem}
        </p>
      )}
      <div className="flex justify-end">
        <Button tone="main" type="submit" disabled={!isReady || isBusy}>
          {isBusy ? msg('view.begin.creating') : msg('view.begin.create')}
        </Button>
      </div>
    </form>
  );
}
