import { LINE_COLUMNS, ROLES, type PlaceRole } from '@cedar-knot/core';
import { said as words } from '@cedar-knot/wording';
import { useState } from 'react';
import { Button } from '../../ui/controls.js';
import { VerdictMark } from '../../ui/marks.js';
import { SampleRows } from '../../ui/SampleRows.js';
import { Select } from '../../ui/Select.js';
import type { ListPreview, ListRemark } from '../../worker/line-list.js';
import type { Said } from './ListForm.js';
import { msg } from './words.js';

interface PartProps {
  preview: ListPreview;
  said: Said;
  onSaid: (said: Said) => void;
}

/** What is to be corrected, each at its row, and what was assumed. */
export function ListRemarks({ preview, said, onSaid }: PartProps) {
  if (preview.remarks.length === 0) return <p className="text-inkq py-2 text-[12.5px]">{msg('view.begin.listNothing')}</p>;
  return (
    <ul className="text-[12.5px]">
      {preview.remarks.slice(0, MOST).map((r) => (
        <li key={`${r.row} ${r.column} ${r.text}`} className="border-soft flex flex-wrap items-center gap-2 border-b py-1">
          <VerdictMark kind={r.severity === 'error' ? 'fails' : 'near'} />
          {r.line !== null && <b className="font-semibold whitespace-nowrap">{msg('view.begin.listRow', { line: r.line })}</b>}
          <span className="min-w-[180px] flex-1">{r.text}</span>
          {r.row !== null && r.column !== null && r.found !== null && (
            <Correct
              remark={r}
              onCorrect={(typed) => {
                const mends = said.mends ?? {};
                onSaid({ ...said, mends: { ...mends, [r.row!]: { ...mends[r.row!], [r.column!]: typed } } });
              }}
            />
          )}
          {r.severity === 'error' && r.row !== null && r.found !== null && (
            <Button tone="bare" onClick={() => onSaid({ ...said, left: [...(said.left ?? []), r.row!] })}>
              {msg('view.begin.listLeaveOut')}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** more are not listed; the first are corrected first */
const MOST = 60;

function Correct({ remark, onCorrect }: { remark: ListRemark; onCorrect: (typed: string) => void }) {
  const [typed, setTyped] = useState(remark.found ?? '');
  const column = words(LINE_COLUMNS[remark.column!].label);
  return (
    <input
      value={typed}
      aria-label={msg('view.begin.listCorrect', { column, line: remark.line! })}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => typed !== remark.found && onCorrect(typed)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter') return;
        // the form is not sent by it
        e.preventDefault();
        onCorrect(typed);
      }}
      className="border-edge bg-panel h-[24px] w-[150px] rounded-[3px] border px-1.5 font-mono"
    />
  );
}

const NOT_READ = '–';

/** How each column was understood, to be said otherwise. */
export function ListColumns({ preview, said, onSaid }: PartProps) {
  const say = (i: number, column: string | undefined, unit?: string): void => {
    const meant = column === undefined || column === NOT_READ ? null : { column, ...(unit ? { unit } : {}) };
    onSaid({ ...said, columns: { ...said.columns, [i]: meant } });
  };
  const names = Object.entries(LINE_COLUMNS).map(([name, { label }]) => [name, words(label)] as const);
  return (
    <table className="text-[12px]">
      <thead>
        <tr>
          {preview.columns.map((c, i) => (
            <th key={i} className="border-soft border-b px-1.5 pb-1 text-left align-top font-normal">
              <span className="block font-semibold whitespace-nowrap">{c.header}</span>
              <Select
                label={msg('view.begin.listColumnOf', { header: c.header })}
                value={c.column ?? NOT_READ}
                options={[[NOT_READ, c.fitting ? msg('view.begin.listFittings', { fitting: c.fitting }) : msg('view.begin.listNotRead')], ...names]} // prettier-ignore
                onChange={(v) => say(i, v)}
                className="w-[112px]"
              />
              {c.unit !== undefined && (
                <input
                  key={c.unit}
                  aria-label={msg('view.begin.listUnitOf', { header: c.header })}
                  defaultValue={c.wrongUnit ?? c.unit}
                  onBlur={(e) => e.target.value !== (c.wrongUnit ?? c.unit) && say(i, c.column, e.target.value)}
                  onKeyDown={(e) => {
                    if (e.key !== 'Enter') return;
                    e.preventDefault();
                    e.currentTarget.blur();
                  }}
                  className={`bg-panel mt-1 h-[24px] w-[112px] rounded-[3px] border px-1.5 ${c.wrongUnit ? 'border-fails' : 'border-edge'} ${c.isAssumed ? 'italic' : ''}`}
                />
              )}
            </th>
          ))}
        </tr>
      </thead>
      <SampleRows rows={preview.rows} columns={preview.columns.length} />
    </table>
  );
}

/** What each tag was taken as, to be said otherwise. */
export function ListPlaces({ preview, said, onSaid }: PartProps) {
  const roles = Object.entries(ROLES).map(([role, label]) => [role, words(label)] as const);
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-x-4 gap-y-1 py-1 text-[12.5px]">
      {preview.places.map((p) => (
        <li key={p.tag} className="flex items-center gap-2">
          <b className="min-w-0 flex-1 truncate font-semibold">{p.tag}</b>
          <span className="text-inkq text-[11.5px]">
            {p.isThrough ? msg('view.begin.listThrough') : msg('view.begin.listEnd')}
          </span>
          <Select
            label={msg('view.begin.listRoleOf', { tag: p.tag })}
            value={p.role}
            options={roles}
            onChange={(v) => {
              const { [p.tag]: _, ...rest } = said.roles;
              onSaid({ ...said, roles: v === undefined ? rest : { ...rest, [p.tag]: v as PlaceRole } });
            }}
            className="w-[130px]"
          />
        </li>
      ))}
    </ul>
  );
}
