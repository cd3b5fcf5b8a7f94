import type { ReactNode } from 'react';
import { msg } from './words.js';

/** look of an entry of a form */
export const INPUT = 'border-edge bg-panel h-[28px] w-full rounded-[3px] border px-2';

/** An entry of a form under its name, with what is wrong with it. */
export function Labelled({
  label,
  mark,
  problem,
  note,
  children,
}: {
  label: string;
  mark?: string | undefined;
  problem?: string | undefined;
  /** what its values are, under the field */
  note?: string | undefined;
  children: ReactNode;
}) {
  return (
    <label className="flex flex-col text-[12.5px]">
      <span className="flex items-baseline gap-2">
        <span className="truncate">{label}</span>
        {mark && <span className="text-inkq text-[11px]">{mark}</span>}
      </span>
      {children}
      {problem ? (
        <span className="text-fails text-[11.5px]">▲ {problem}</span>
      ) : (
        note && <span className="text-inkq text-[11px]">{note}</span>
      )}
    </label>
  );
}

/** A value of a form: what is usual stands in it, marked as such, until something is entered. */
export function FieldOf({
  name,
  label,
  unit,
  parts,
  value,
  usual,
  problem,
  onChange,
}: {
  name: string;
  label: string;
  unit: string;
  /** what its values are, where it has several */
  parts?: string | undefined;
  value: string;
  usual: string;
  problem: string | undefined;
  onChange: (typed: string) => void;
}) {
  const isUsual = value.trim() === '';
  return (
    <Labelled label={label} note={parts} mark={isUsual ? msg('view.begin.default') : undefined} problem={problem}>
      <span
        className={`bg-panel flex h-[28px] items-center rounded-[3px] border px-2 focus-within:outline-2 focus-within:outline-[var(--focus)] ${problem ? 'border-[var(--fails)]' : isUsual ? 'border-edge border-dashed' : 'border-edge'}`}
      >
        <input
          name={`begin-${name}`}
          value={value}
          placeholder={usual}
          onChange={(e) => onChange(e.target.value)}
          aria-label={parts ? msg('view.begin.values', { label, parts }) : label}
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

/** How the new study is called. */
export function TagAndTitle({
  tag,
  title,
  onTag,
  onTitle,
}: {
  tag: string;
  title: string;
  onTag: (tag: string) => void;
  onTitle: (title: string) => void;
}) {
  return (
    <>
      <Labelled label={msg('view.begin.tag')}>
        <input value={tag} maxLength={100} onChange={(e) => onTag(e.target.value)} className={INPUT} />
      </Labelled>
      <div className="col-span-2">
        <Labelled
          label={msg('view.begin.titleOfStudy')}
          problem={title.trim() === '' ? msg('view.begin.titleMissing') : undefined}
        >
          <input value={title} maxLength={300} onChange={(e) => onTitle(e.target.value)} className={INPUT} />
        </Labelled>
      </div>
    </>
  );
}
