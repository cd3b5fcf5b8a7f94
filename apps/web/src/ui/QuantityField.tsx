import { isQuantity, readExpression, readQuantity, type Dimension, type Field, type QuantityProblem } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { useEffect, useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';

/** How a field's text is understood: the text to keep, or why it is not taken. */
export type FieldReading = { ok: true; value: string | number; shown?: string } | { ok: false; message: string };

/**
 * Reads a typed quantity: a sum before the unit is worked out (`3*40 m` → `120 m`), a number alone takes the unit that stood
 * there before. What was typed with its unit is kept.
 */
export function readTyped(typed: string, dimension: Dimension, before: unknown): FieldReading {
  const sum = readExpression(typed);
  const unit = typeof before === 'string' ? (/[^\d\s.+\-eE].*$/.exec(before.trim())?.[0] ?? '') : '';
  let text = typed.trim();
  let shown: string | undefined;
  if (sum && (!sum.isPlain || sum.rest === '')) {
    const number = sum.isPlain ? text : String(Number(sum.value.toPrecision(12)));
    text = `${sum.isPlain ? number : number} ${sum.rest || unit}`.trim();
    if (text !== typed.trim()) shown = text;
  }
  const q = readQuantity(text, dimension);
  if (isQuantity(q)) return { ok: true, value: text, ...(shown ? { shown } : {}) };
  return { ok: false, message: explain(q, dimension) };
}

function explain(q: QuantityProblem, dimension: Dimension): string {
  const detail = {
    reason: q.reason,
    found: q.found,
    expected: q.expected,
    dimension,
    ...(q.foundDimension ? { foundDimension: q.foundDimension } : {}),
  };
  return problemText({ code: 'bad-quantity', path: '', where: [], detail });
}

/** How a typed entry is understood, by the kind of its field: quantities with units, numbers within their bounds, texts. */
export function readField(typed: string, field: Field, before: unknown): FieldReading {
  if ((field.type === 'quantity' || field.type === 'number') && field.solve && typed.trim() === 'solve')
    return { ok: true, value: 'solve' };
  if (field.type === 'quantity' && field.words && Object.hasOwn(field.words, typed.trim()))
    return { ok: true, value: typed.trim() };
  // a word that stood there (`low`, `solve`) lends no unit
  const isWord = typeof before === 'string' && !/\d/.test(before);
  if (field.type === 'quantity') return readTyped(typed, field.dimension, isWord ? '' : (before ?? ''));
  if (field.type === 'text') return { ok: true, value: typed.trim() };
  if (field.type !== 'number') return { ok: false, message: 'This entry is not typed here.' };
  const percent = /^([\d.]+)\s*%$/.exec(typed.trim());
  const x = percent && field.percent ? Number(percent[1]) / 100 : Number(typed);
  if (typed.trim() === '' || !Number.isFinite(x) || (field.integer && !Number.isInteger(x))) {
    return {
      ok: false,
      message: `${field.integer ? 'A whole' : 'A plain'} number belongs here${field.percent ? ', or a percentage' : ''}.`,
    };
  }
  return x < field.min || x > field.max
    ? { ok: false, message: `It lies between ${field.min} and ${field.max}.` }
    : { ok: true, value: x };
}

export interface TypedFieldProps {
  label: ReactNode;
  name: string;
  value: string;
  read: (typed: string) => FieldReading;
  onCommit: (value: string | number | undefined) => void;
  /** an empty field takes the entry away */
  optional?: boolean;
  mark?: ReactNode;
  /** the label stands elsewhere for the eye */
  hideLabel?: boolean;
  placeholder?: string;
  /** words stand left, figures right */
  isText?: boolean;
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
}: TypedFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  const note = useId();
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    setDraft(null);
    setProblem(null);
  }, [value]);

  const commit = (): void => {
    if (draft === null || draft.trim() === value.trim()) {
      setDraft(null);
      setProblem(null);
      return;
    }
    if (draft.trim() === '' && optional) {
      onCommit(undefined);
      return;
    }
    const result = read(draft);
    if (!result.ok) {
      setProblem(result.message);
      return;
    }
    setProblem(null);
    setDraft(null);
    onCommit(result.value);
  };
  const keys = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') commit();
    if (event.key === 'Escape') {
      setDraft(null);
      setProblem(null);
    }
  };
  const reading = draft !== null && draft.trim() !== '' ? read(draft) : null;
  const hint = problem ?? (reading?.ok && reading.shown ? `reads ${reading.shown}` : null);
  return (
    <div className={`min-w-0 ${hint ? 'col-span-3' : ''}`}>
      <div className="flex flex-col">
        <span className={hideLabel ? 'sr-only-text' : 'flex h-[24px] items-center gap-0.5'}>
          <label htmlFor={id} className="text-inkq min-w-0 flex-1 truncate text-[11.5px]">
            {label}
          </label>
          {mark}
        </span>
        <input
          ref={input}
          id={id}
          name={name}
          value={draft ?? value}
          placeholder={placeholder}
          aria-invalid={problem !== null}
          aria-describedby={hint ? note : undefined}
          onChange={(e) => {
            setDraft(e.target.value);
            setProblem(null);
          }}
          onBlur={commit}
          onKeyDown={keys}
          spellCheck={false}
          autoComplete="off"
          className={`bg-panel h-[24px] w-full rounded-[3px] border px-1.5 text-[13px] ${isText ? '' : 'text-right'} ${problem ? 'border-fails' : 'border-edge'}`}
        />
      </div>
      {hint && (
        <p
          id={note}
          role={problem ? 'alert' : 'status'}
          className={`mt-1 text-[12px] leading-4 ${problem ? 'text-fails' : 'text-inkq'}`}
        >
          {problem ? `▲ ${hint}` : hint}
        </p>
      )}
    </div>
  );
}
