import { askedInputs, type OwnBeginning } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { useEffect, useMemo, useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import type { OwnEntries, OwnPreview } from '../../worker/begin-own.js';
import { BegunForm, ENTRIES } from './BegunForm.js';
import { FieldOf, TagAndTitle } from './Labelled.js';
import { usePreview } from './usePreview.js';
import { msg } from './words.js';

/** The form of a beginning of the plant's own: what was chosen to be asked for, with what its study has. */
export function OwnForm({ id, solve }: { id: string; solve: (form: OwnEntries) => Promise<OwnPreview> }) {
  const [own, setOwn] = useState<OwnBeginning | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    api.beginning(id).then(
      (found) => !gone && setOwn(found),
      (e: unknown) => !gone && setProblem(wordsOf(e)),
    );
    return () => {
      gone = true;
    };
  }, [id]);
  if (problem !== null)
    return (
      <p role="alert" className="panel text-fails flex-1 self-start px-4 py-3">
        ▲ {problem}
      </p>
    );
  return own && <Entries own={own} solve={solve} />;
}

function Entries({ own, solve }: { own: OwnBeginning; solve: (form: OwnEntries) => Promise<OwnPreview> }) {
  const { document: study, asks } = own;
  const units = study.units ?? 'metric';
  const [entries, setEntries] = useState<Readonly<Record<string, string>>>({});
  const [tag, setTag] = useState(study.tag ?? '');
  const [title, setTitle] = useState(study.title ?? own.name);
  const [without, setWithout] = useState<readonly string[]>([]);
  const form = useMemo(() => ({ study, entries, title: title.trim() || own.name, tag: tag.trim(), without }), [study, entries, title, tag, without, own.name]); // prettier-ignore
  const { preview, isCurrent } = usePreview(form, solve);
  const fields = askedInputs(study, asks);
  return (
    <BegunForm
      label={own.name}
      note={msg('view.begin.inputs', { count: fields.length })}
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
            key={f.address}
            name={f.address}
            label={`${f.id} ${typeof f.label === 'string' ? f.label : said(f.label)}`}
            unit=""
            parts={f.name}
            value={entries[f.address] ?? ''}
            usual={f.typed}
            problem={preview?.problems.find((p) => p.key === f.address)?.message}
            onChange={(typed) => setEntries({ ...entries, [f.address]: typed })}
          />
        ))}
      </div>
    </BegunForm>
  );
}
