import type { DocumentChange, ModelWhole, Person, RevisionHead } from '@cedar-knot/core';
import { useEffect, useState } from 'react';
import { api } from '../../api/client.js';
import { Select } from '../../ui/Select.js';
import { Facts } from './Facts.js';
import { msg } from './words.js';

const day = (iso: string): string =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const who = (p: Person | null): string => p?.name ?? '';

/** Where the newest data came from, who looked them over, and what changed from one revision to another. */
export function Revisions({ model }: { model: ModelWhole }) {
  const [first] = model.revisions;
  const [isOpen, setOpen] = useState(false);
  if (!first) return null;
  return (
    <section>
      <div className="grid grid-cols-2 gap-x-5">
        <Facts
          title={msg('view.catalogue.originOfTheData')}
          facts={[
            [
              model.from ?? msg('view.catalogue.source'),
              [first.source, first.rows && msg('view.catalogue.rows2', { rows: first.rows })].filter(Boolean).join(', '),
            ],
            [msg('view.catalogue.printedFact'), first.page],
            [msg('view.catalogue.imported2'), [who(first.by), day(first.savedAt)].filter(Boolean).join(', ')],
            [
              msg('view.catalogue.checked'),
              first.checkedAt ? (
                `${who(first.checkedBy)}, ${day(first.checkedAt)}`
              ) : (
                <span className="text-inkq">{msg('view.catalogue.notYet')}</span>
              ),
            ],
          ]}
        />
        <div>
          <Facts
            title={msg('view.catalogue.revision', { revision: model.revision })}
            facts={[
              [msg('view.catalogue.noteFact'), first.note],
              [
                msg('view.catalogue.idInFiles'),
                <code key="k" className="font-mono text-[11px]">
                  {model.key}
                </code>,
              ],
            ]}
          />
          {model.revisions.length > 1 && (
            <button
              type="button"
              aria-expanded={isOpen}
              onClick={() => setOpen(!isOpen)}
              className="text-cedar no-print mt-1 text-[12px] hover:underline"
            >
              {isOpen
                ? msg('view.catalogue.closeTheComparison')
                : msg('view.catalogue.compareRevisions', { count: model.revisions.length })}
            </button>
          )}
        </div>
      </div>
      {isOpen && <Comparison id={model.id} revisions={model.revisions} />}
    </section>
  );
}

function Comparison({ id, revisions }: { id: string; revisions: readonly RevisionHead[] }) {
  const [before, setBefore] = useState(revisions[1]!.revision);
  const [after, setAfter] = useState(revisions[0]!.revision);
  const [changes, setChanges] = useState<DocumentChange[] | null>(null);
  useEffect(() => {
    let gone = false;
    setChanges(null);
    void api.modelChanges(id, before, after).then((c) => !gone && setChanges(c), () => !gone && setChanges([])); // prettier-ignore
    return () => {
      gone = true;
    };
  }, [id, before, after]);
  const options = revisions.map(
    (r) =>
      [
        String(r.revision),
        msg('view.catalogue.revision2', {
          revision: r.revision,
          day: day(r.savedAt),
          value: r.note ? `: ${r.note.slice(0, 30)}` : '',
        }),
      ] as const,
  );
  return (
    <div
      className="border-line mt-1.5 rounded-[3px] border p-2"
      role="group"
      aria-label={msg('view.catalogue.comparisonOfRevisions')}
    >
      <div className="flex items-center gap-2 text-[12px]">
        <Select
          label={msg('view.catalogue.olderRevision')}
          value={String(before)}
          options={options}
          onChange={(v) => setBefore(Number(v))}
          className="flex-1"
        />
        <span className="text-inkq">→</span>
        <Select
          label={msg('view.catalogue.newerRevision')}
          value={String(after)}
          options={options}
          onChange={(v) => setAfter(Number(v))}
          className="flex-1"
        />
      </div>
      <table className="mt-1.5 w-full text-[12px]">
        <thead>
          <tr className="text-inkq text-left">
            <th className="font-normal">{msg('view.catalogue.where')}</th>
            <th className="font-normal">{msg('view.catalogue.before')}</th>
            <th className="font-normal">{msg('view.catalogue.after')}</th>
          </tr>
        </thead>
        <tbody>
          {changes?.slice(0, 60).map((c) => (
            <tr key={c.path} className="border-soft border-t align-top">
              <td className="pr-2">{c.path}</td>
              <td className="pr-2">{shown(c.before)}</td>
              <td>{shown(c.after)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {changes?.length === 0 && <p className="text-inkq text-[12px]">{msg('view.catalogue.noDifference')}</p>}
      {changes && changes.length > 60 && (
        <p className="text-inkq text-[12px]">{msg('view.catalogue.andMore', { count: changes.length - 60 })}</p>
      )}
    </div>
  );
}

function shown(x: unknown): string {
  if (x === undefined) return '–';
  const text = typeof x === 'string' ? x : JSON.stringify(x);
  return text.length > 80 ? `${text.slice(0, 78)}…` : text;
}
