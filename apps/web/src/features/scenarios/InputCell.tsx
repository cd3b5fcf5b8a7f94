import { typedText, type Study } from '@cedar-knot/core';
import { shownUnits } from '../../state/units.js';
import { memo, useState } from 'react';
import { setOwn, setShared } from '../../state/address.js';
import type { Input } from '../../state/inputs.js';
import { inDisplayUnit, readInput } from '../../state/entry.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useStudyStore } from '../context.js';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

/** choices of an input that is picked, not typed */
function choicesOf(study: Study, input: Input): readonly string[] | undefined {
  const names = input.field.type === 'text' ? input.field.names : undefined;
  if (names && names !== 'lines') return Object.keys(study[names] ?? {});
  if (input.field.type === 'boolean') return ['true', 'false'];
  return input.field.type === 'choice' ? input.field.values : undefined;
}

/** the value that holds where a scenario has none of its own */
export function SharedCell({ input, shared }: { input: Input; shared: unknown }) {
  const store = useStudyStore();
  return (
    <Cell
      label={msg('view.scenarios.shared', { input: input.id, label: input.label })}
      input={input}
      value={shared}
      shared={undefined}
      tint={undefined}
      className="bg-quiet border-r"
      column={-1}
      onPut={(v) => {
        const { study, change } = store.getState();
        change(msg('view.scenarios.forAll', { address: input.address }), setShared(study, input.id, input.key, v));
      }}
    />
  );
}

interface InputCellProps {
  input: Input;
  /** id and name of the scenario, and its place in the list */
  scenario: string;
  name: string;
  index: number;
  own: unknown;
  shared: unknown;
}

/** what one scenario has of its own; empty while it shares. Drawn anew only when it changes itself: there are hundreds. */
export const InputCell = memo(
  function InputCell({ input, scenario, name, index, own, shared }: InputCellProps) {
    const store = useStudyStore();
    return (
      <Cell
        label={msg('view.scenarios.labelInScenario', { id: input.id, label: input.label, name })}
        input={input}
        value={own}
        shared={shared}
        tint={own === undefined ? undefined : lineStyle(index).color}
        className="border-r"
        column={index}
        onPut={(v) => {
          const { study, change } = store.getState();
          change(`${input.address} in ${name}`, setOwn(study, scenario, input.id, input.key, v));
        }}
      />
    );
  },
  (a, b) =>
    a.input.address === b.input.address &&
    a.scenario === b.scenario &&
    a.name === b.name &&
    a.index === b.index &&
    a.own === b.own &&
    a.shared === b.shared,
);

interface CellProps {
  label: string;
  input: Input;
  value: unknown;
  shared: unknown;
  tint: string | undefined;
  className: string;
  /** place in the matrix; -1 is the shared value */
  column: number;
  onPut: (value: unknown) => void;
}

function Cell({ label, input, value, shared, tint, className, column, onPut }: CellProps) {
  const store = useStudyStore();
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const choices = choicesOf(store.getState().study, input);
  const read = (typed: string) => {
    const system = shownUnits(store.getState().study);
    return readInput(typed, input.field, value ?? shared ?? inDisplayUnit(input.field, system), system);
  };
  const commit = (): boolean => {
    if (draft === null) return true;
    const typed = draft.trim();
    if (typed === '' || typed === typedText(value)) {
      if (typed === '' && value !== undefined) onPut(undefined);
      setDraft(null);
      return true;
    }
    const reading = read(typed);
    if (!reading.ok) {
      setProblem(reading.message);
      return false;
    }
    setDraft(null);
    onPut(reading.value);
    return true;
  };
  const chip = tint ? { background: `color-mix(in srgb, ${tint} 13%, transparent)` } : undefined;
  const td = `border-soft relative border-b px-1 text-right ${className}`;
  if (choices) {
    return (
      <td className={td} data-column={column}>
        <Select
          label={label}
          value={value === undefined ? undefined : String(value)}
          none="–"
          options={choices.map((c) => [c, input.field.type === 'boolean' ? (c === 'true' ? 'yes' : 'no') : c])}
          onChange={(v) => onPut(v !== undefined && input.field.type === 'boolean' ? v === 'true' : v)}
          className="w-full"
          style={chip}
          bare
        />
      </td>
    );
  }
  if (draft === null) {
    return (
      <td className={td} data-column={column}>
        <button
          type="button"
          aria-label={label}
          onClick={() => setDraft(typedText(value))}
          onKeyDown={(e) => {
            const typed = e.key.length === 1 && !e.ctrlKey && !e.metaKey && !e.altKey && e.key !== ' ';
            if (typed) setDraft(e.key);
            else if (e.key === 'Delete' || e.key === 'Backspace') onPut(undefined);
            else return;
            // digits choose scenarios elsewhere; here they are typed
            e.stopPropagation();
            e.preventDefault();
          }}
          className="h-[24px] w-full rounded-[3px] px-1.5 text-right"
          style={chip}
        >
          <span className={tint ? 'font-semibold' : ''}>{typedText(value)}</span>
        </button>
      </td>
    );
  }
  const reading = draft.trim() === '' ? null : read(draft);
  const hint =
    problem ??
    (reading?.ok && 'shown' in reading && reading.shown ? msg('view.scenarios.reads', { shown: reading.shown }) : null);
  return (
    <td className={td} data-column={column}>
      <input
        autoFocus
        aria-label={label}
        aria-invalid={problem !== null}
        className="sheet-input text-right"
        value={draft}
        placeholder={shared === undefined ? '' : String(shared)}
        // what was begun by a key goes on behind it, what was opened is replaced
        onFocus={(e) => draft.length !== 1 && e.target.select()}
        onChange={(e) => {
          setDraft(e.target.value);
          setProblem(null);
        }}
        onBlur={() => problem === null && commit()}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key === 'Escape') {
            setDraft(null);
            setProblem(null);
          }
        }}
      />
      {hint && (
        <span
          role={problem ? 'alert' : 'status'}
          className={`panel absolute top-[27px] right-0 z-30 w-[230px] px-2 py-1 text-left text-[12px] leading-4 shadow-[var(--shadow-lift)] ${problem ? 'border-fails text-fails' : ''}`}
        >
          {problem ? `▲ ${hint}` : hint}
        </span>
      )}
    </td>
  );
}
