import { useEffect, useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { writtenEntryText } from '@cedar-knot/wording/marks';
import { msg } from '../words.js';

/** How a field's text is understood: the value to keep, or why it is not taken and what may have been meant. */
type Reading =
  { ok: true; value: string | number | boolean; shown?: string } | { ok: false; message: string; readings?: readonly string[] };

interface TypedFieldProps {
  label: ReactNode;
  name: string;
  value: string;
  read: (typed: string) => Reading;
  onCommit: (value: string | number | boolean | undefined) => void;
  /** an empty field takes the entry away */
  optional?: boolean;
  mark?: ReactNode;
  /** the label stands elsewhere for the eye */
  hideLabel?: boolean;
  /** what is used while the field is empty */
  placeholder?: string;
  /** words stand left, figures right */
  isText?: boolean;
  /** what is said of the value that stands, in quiet ink */
  note?: string | undefined;
  /** what is wrong with the value that stands */
  fault?: string | undefined;
}

/**
 * A field that takes typed entry on Enter or when left. What it cannot take stays in it, marked and explained; the study
 * keeps its value. Escape brings back what stood there.
 */
export function TypedField({
  label,
  name,
  value,
  read,
  onCommit,
  optional = false,
  mark,
  placeholder,
  hideLabel = false,
  isText = false,
  note: said,
  fault,
}: TypedFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<{ message: string; readings: readonly string[] } | null>(null);
  const id = useId();
  const note = useId();
  const input = useRef<HTMLInputElement>(null);
  // an entry is kept with a decimal point, and shown as the person writes numbers
  const local = isText ? value : writtenEntryText(value);
  const clear = (): void => {
    setDraft(null);
    setProblem(null);
  };
  useEffect(clear, [value]);

  const take = (typed: string): void => {
    if (typed.trim() === local.trim()) return clear();
    if (typed.trim() === '' && optional) return onCommit(undefined);
    const result = read(typed);
    if (!result.ok) return setProblem({ message: result.message, readings: result.readings ?? [] });
    clear();
    onCommit(result.value);
  };
  const commit = (): void => {
    if (draft !== null) take(draft);
  };
  const keys = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') commit();
    if (event.key === 'Escape') clear();
  };
  const reading = draft !== null && draft.trim() !== '' ? read(draft) : null;
  const wrong = problem?.message ?? (draft === null ? fault : undefined);
  const hint = wrong ?? (reading?.ok && reading.shown ? msg('app.reads', { shown: reading.shown }) : null);
  return (
    <div className={`group flex min-w-0 flex-col justify-end ${hint ? 'col-span-3' : ''}`}>
      <span className={hideLabel ? 'sr-only-text' : 'flex min-h-[24px] items-end gap-0.5 pb-0.5'}>
        <label htmlFor={id} className="text-inkq min-w-0 flex-1 text-[11.5px] leading-[13px]">
          {label}
        </label>
        {mark}
      </span>
      <input
        ref={input}
        id={id}
        name={name}
        value={draft ?? local}
        placeholder={placeholder && writtenEntryText(placeholder)}
        title={value === '' && placeholder ? msg('app.default', { placeholder: writtenEntryText(placeholder) }) : undefined}
        aria-invalid={wrong !== undefined}
        aria-describedby={hint ? note : undefined}
        onChange={(e) => {
          setDraft(e.target.value);
          setProblem(null);
        }}
        onBlur={commit}
        onKeyDown={keys}
        spellCheck={false}
        autoComplete="off"
        className={`bg-panel h-[24px] w-full rounded-[3px] border px-1.5 text-[13px] placeholder:text-[var(--ink-quiet)] placeholder:italic ${isText ? '' : 'text-right'} ${wrong === undefined ? 'border-edge' : 'border-fails'}`}
      />
      {said !== undefined && !hint && draft === null && (
        <p className="text-inkq mt-0.5 text-right text-[11px] leading-[13px]">{said}</p>
      )}
      {hint && (
        <p
          id={note}
          role={wrong === undefined ? 'status' : 'alert'}
          className={`mt-1 text-[12px] leading-4 ${wrong === undefined ? 'text-inkq' : 'text-fails'}`}
        >
          {wrong === undefined ? hint : `▲ ${hint}`}
          {problem?.readings.map((r) => (
            <button key={r} type="button" className="text-cedar ml-2 underline" onClick={() => take(r)}>
              {r}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}
