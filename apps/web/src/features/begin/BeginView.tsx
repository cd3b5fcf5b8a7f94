import { BEGINNINGS, beginningOf, type BeginningField, type BeginningName, type BeginningUnits } from '@cedar-knot/core';
import { prettyUnit, said } from '@cedar-knot/wording';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../api/client.js';
import { baseOf, useUnits } from '../../state/units.js';
import { Button, Segmented } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { fieldUnit, type BeginningEntries, type BegunPreview } from '../../worker/begin.js';
import { begunOf } from '../../worker/preview.js';
import { PersonMark } from '../person/Person.js';
import { BegunProfile } from './BegunProfile.js';
import { BegunScenarios, Outcome } from './BegunScenarios.js';
import { INPUT, Labelled } from './Labelled.js';
import { ListForm } from './ListForm.js';
import { ServiceGlyph } from './ServiceGlyph.js';
import { useCreate } from './useCreate.js';
import { msg } from './words.js';

type Choice = BeginningName | 'list' | 'blank' | 'copy';
const SERVICES = Object.keys(BEGINNINGS) as BeginningName[];
const OTHERS = {
  list: [msg('view.begin.list'), msg('view.begin.listAbout')],
  blank: [msg('view.begin.blank'), msg('view.begin.blankAbout')],
  copy: [msg('view.begin.copy'), msg('view.begin.copyAbout')],
} as const;
const isService = (choice: Choice): choice is BeginningName => !(choice in OTHERS);
const labelOf = (choice: Choice): string => (isService(choice) ? said(beginningOf(choice).label) : OTHERS[choice][0]);
const aboutOf = (choice: Choice): string => (isService(choice) ? said(beginningOf(choice).about) : OTHERS[choice][1]);

/** Where a study begins: a service with what is known of it, solved before the study exists; a blank one, or a copy. */
export function BeginView({ solve = begunOf }: { solve?: (form: BeginningEntries) => Promise<BegunPreview> }) {
  const [choice, setChoice] = useState<Choice>('tank-to-tank');
  const [units, setUnits] = useState<BeginningUnits>(() => baseOf(useUnits.getState().system ?? 'metric'));
  useEffect(() => {
    document.title = msg('view.begin.titleOfPage');
  }, []);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <header className="border-line flex h-[44px] flex-none items-center gap-3 border-b px-4">
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
        <section aria-label={msg('view.begin.services')} className="min-w-[420px] flex-1">
          <h1 className="text-[18px] leading-[22px] font-semibold">{msg('view.begin.title')}</h1>
          <p className="text-inkq mb-3">{msg('view.begin.selectAService')}</p>
          <div className="grid grid-cols-3 gap-2">
            {([...SERVICES, 'list', 'blank', 'copy'] as Choice[]).map((c) => (
              <button
                key={c}
                type="button"
                aria-pressed={c === choice}
                onClick={() => setChoice(c)}
                data-begin={c}
                className={`panel flex flex-col px-3 py-2 text-left ${c === choice ? 'bg-wash border-cedar' : 'hover:bg-wash'}`}
              >
                <ServiceGlyph name={c} />
                <b className={`font-semibold ${c === choice ? 'text-cedar' : ''}`}>{labelOf(c)}</b>
                <span className="text-inkq text-[12px]">{aboutOf(c)}</span>
              </button>
            ))}
          </div>
        </section>
        {isService(choice) ? (
          <ServiceForm key={choice} name={choice} units={units} solve={solve} />
        ) : choice === 'list' ? (
          <ListForm units={units} />
        ) : (
          <OtherForm key={choice} choice={choice} />
        )}
      </main>
    </div>
  );
}

/** ms of rest before what was typed is solved */
const REST = 150;

function usePreview(form: BeginningEntries, solve: (form: BeginningEntries) => Promise<BegunPreview>) {
  const [found, setFound] = useState<{ preview: BegunPreview; of: BeginningEntries } | null>(null);
  const isFirst = useRef(true);
  useEffect(() => {
    let gone = false;
    const timer = setTimeout(
      () => {
        solve(form).then(
          (preview) => !gone && setFound({ preview, of: form }),
          () => undefined,
        );
      },
      isFirst.current ? 0 : REST,
    );
    isFirst.current = false;
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [form, solve]);
  return { preview: found?.preview ?? null, isCurrent: found?.of === form };
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
  const { problem, isBusy, create } = useCreate();
  const isReady = isCurrent && preview !== null && preview.study !== null && preview.problems.length === 0 && title.trim() !== '';
  return (
    <form
      aria-label={said(label)}
      className="panel flex min-w-[480px] flex-1 flex-col"
      data-solved={isCurrent}
      onSubmit={(e) => {
        e.preventDefault();
        if (isReady) void create(() => api.createFrom(preview.study!));
      }}
    >
      <div className="border-soft flex items-baseline gap-3 border-b px-4 py-2">
        <h2 className="text-[15px] font-semibold">{said(label)}</h2>
        <span className="text-inkq text-[12px]">{msg('view.begin.inputs', { count: fields.length + 1 })}</span>
        <button
          type="button"
          className="text-cedar ml-auto text-[12px] hover:underline"
          onClick={() => {
            setEntries({});
            setSize('');
            setWithout([]);
          }}
        >
          {msg('view.begin.useDefaults')}
        </button>
      </div>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(158px,1fr))] gap-x-3 gap-y-1.5 px-4 py-2">
        <Labelled label={msg('view.begin.tag')}>
          <input value={tag} maxLength={100} onChange={(e) => setTag(e.target.value)} className={INPUT} />
        </Labelled>
        <div className="col-span-2">
          <Labelled
            label={msg('view.begin.titleOfStudy')}
            problem={title.trim() === '' ? msg('view.begin.titleMissing') : undefined}
          >
            <input value={title} maxLength={300} onChange={(e) => setTitle(e.target.value)} className={INPUT} />
          </Labelled>
        </div>
        {fields.map((f) => (
          <FieldOf
            key={f.key}
            field={f}
            units={units}
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
      <div className="border-soft min-h-[190px] flex-1 border-t px-2 py-1">
        {preview?.profile && <BegunProfile profile={preview.profile} scenarios={preview.scenarios} units={units} />}
        {preview && !preview.study && (
          <p role="alert" className="text-fails px-3 py-6">
            ▲ {msg('view.begin.cannotBeSolved')}
          </p>
        )}
      </div>
      <BegunScenarios
        scenarios={preview?.scenarios ?? []}
        without={without}
        units={units}
        onKeep={(id, isKept) => setWithout(isKept ? without.filter((x) => x !== id) : [...without, id])}
      />
      <footer className="border-line flex items-center gap-3 border-t px-4 py-2">
        <Outcome
          scenarios={(preview?.scenarios ?? []).filter((s) => !without.includes(s.id))}
          all={preview?.scenarios ?? []}
          units={units}
          isCurrent={isCurrent}
        />
        {problem && (
          <p role="alert" className="text-fails text-[12px]">
            ▲ {problem}
          </p>
        )}
        <Button tone="main" type="submit" disabled={!isReady || isBusy}>
          {isBusy ? msg('view.begin.creating') : msg('view.begin.create')}
        </Button>
      </footer>
    </form>
  );
}

function FieldOf({
  field,
  units,
  value,
  usual,
  problem,
  onChange,
}: {
  field: BeginningField;
  units: BeginningUnits;
  value: string;
  usual: string;
  problem: string | undefined;
  onChange: (typed: string) => void;
}) {
  const isUsual = value.trim() === '';
  const unit = field.dimension === 'number' ? '' : prettyUnit(fieldUnit(field.dimension, units));
  const parts = field.parts?.map(said).join(' / ');
  return (
    <Labelled label={said(field.label)} note={parts} mark={isUsual ? msg('view.begin.default') : undefined} problem={problem}>
      <span
        className={`bg-panel flex h-[28px] items-center rounded-[3px] border px-2 focus-within:outline-2 focus-within:outline-[var(--focus)] ${problem ? 'border-[var(--fails)]' : isUsual ? 'border-edge border-dashed' : 'border-edge'}`}
      >
        <input
          name={`begin-${field.key}`}
          value={value}
          placeholder={usual}
          onChange={(e) => onChange(e.target.value)}
          aria-label={parts ? msg('view.begin.values', { label: said(field.label), parts }) : said(field.label)}
          aria-invalid={problem !== undefined}
          // the frame around it shows where the focus is
          style={{ outline: 'none' }}
          className="placeholder:text-inkq min-w-0 flex-1 bg-transparent font-mono"
        />
        <span className="text-inkq text-[12px]">{unit}</span>
      </span>
    </Labelled>
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
      className="panel flex min-w-[480px] flex-1 flex-col gap-3 self-start px-4 py-3"
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
