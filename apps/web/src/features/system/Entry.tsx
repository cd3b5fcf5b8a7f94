import { insideOf, quantityOf, type Field, type RawEntry, type Study } from '@cedar-knot/core';
import { problemText, said } from '@cedar-knot/wording';
import type { ReactNode } from 'react';
import { letterOf, setOwn, setSeen } from '../../state/address.js';
import { inDisplayUnit, readEntry, usedText } from '../../state/entry.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy } from '../context.js';
import { SweepThis } from '../entry/SweepThis.js';
import { Select } from '../../ui/Select.js';
import { ExplainEntry } from '../help/Explain.js';
import { msg } from './words.js';

/** entries without which a thing cannot stand: an empty field keeps what was there */
const KEPT = new Set(['length', 'elevation', 'flow', 'head']);

/** One entry: shared by all scenarios, or the active scenario's own; the letter says whose it is and switches. */
export function Entry({ id, name, field, value }: { id: string; name: string; field: Field; value: unknown }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const used = useStudy((s) => s.shown[active]?.outcome.used[id]?.[name]);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const problem = useStudy((s) => s.outcome?.problems.find((p) => p.where.includes(id) && p.path.endsWith(`.${name}`)));
  const index = study.scenarios.findIndex((s) => s.id === active);
  const label = `${said(field.short ?? field.label ?? name)}${name === 'elevation' ? above(study) : ''}`;
  const put = (next: unknown): void => {
    change(`${id} ${label.toLowerCase()}`, setSeen(study, study.scenarios[index], id, name, next));
  };
  const mark = (
    <>
      <ExplainEntry name={name} />
      <SweepThis address={`${id}.${name}`} label={`${id} ${label}`} />
      {value !== undefined && field.type !== 'list' && <Whose id={id} name={name} label={label} value={value} />}
    </>
  );
  const names = field.type === 'text' ? field.names : undefined;
  if (field.type === 'choice' || names) {
    const options = names ? namedOf(study, names, id) : choices(field);
    return (
      <Choice
        id={id}
        name={name}
        label={label}
        mark={mark}
        value={value}
        options={options}
        none={names === 'lines' ? msg('view.system.noTeeLosses') : undefined}
        isWide={names !== undefined || options.some(([, text]) => text.length > 10)}
        onPut={put}
      />
    );
  }
  if (field.type === 'boolean') {
    return (
      <label className="col-span-2 flex items-center gap-2 self-end">
        <span className="text-inkq flex-1 text-[11.5px]">{label}</span>
        {mark}
        <input
          type="checkbox"
          checked={value === undefined ? field.default === true : value === true}
          onChange={(e) => put(e.target.checked)}
        />
      </label>
    );
  }
  if (
    field.type === 'list' ||
    field.type === 'record' ||
    field.type === 'lengths' ||
    field.type === 'numbers' ||
    field.type === 'texts'
  )
    return null;
  return (
    <TypedField
      label={label}
      name={name}
      value={value === undefined ? '' : String(value)}
      placeholder={usedText(field, used, display.system)}
      read={(typed) => readEntry(typed, field, value ?? inDisplayUnit(field, display.system), display.system)}
      onCommit={put}
      optional={!(field.type === 'quantity' && KEPT.has(name))}
      mark={mark}
      note={readAs(value, field)}
      fault={problem && value !== undefined ? problemText(problem, display.system) : undefined}
    />
  );
}

/** above what elevations count, where the site says it */
const above = ({ site }: Study): string =>
  site?.datum === 'sea-level' ? msg('view.system.aboveSea') : site?.datum === 'plant' ? msg('view.system.aboveDatum') : '';

/** how a pressure without (g) or (a) was read */
function readAs(value: unknown, field: Field): string | undefined {
  if (field.type !== 'quantity' || typeof value !== 'string') return undefined;
  const isPlace = field.dimension === 'pressure' || field.dimension === 'absolutePressure';
  if (!isPlace || quantityOf(value, field.dimension) === undefined || /\([ga]\)$|(?:bar|psi)[ga]$|atm$/.test(value.trim())) return undefined; // prettier-ignore
  return field.dimension === 'pressure' ? msg('view.system.readAsGaugeG') : msg('view.system.readAsAbsoluteA');
}

/** what an entry may name: pumps and valves of the study, or the lines that meet a point */
function namedOf(study: Study, names: 'pumps' | 'valves' | 'lines', id: string): (readonly [string, string])[] {
  const list =
    names === 'lines'
      ? study.lines.filter((l) => l.from === id || l.to === id).map((l) => [l.id, l] as const)
      : Object.entries(study[names] ?? {});
  return list.map(
    ([key, e]) => [key, typeof e.name === 'string' ? `${names === 'lines' ? `${key} ` : ''}${e.name}` : key] as const,
  );
}

const choices = (field: Field): (readonly [string, string])[] =>
  field.type === 'choice' ? field.values.map((v) => [v, said(field.words?.[v] ?? v)] as const) : [];

/** the letter of the active scenario where the entry is its own, or an empty box that makes it so */
function Whose({ id, name, label, value }: { id: string; name: string; label: string; value: unknown }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const change = useStudy((s) => s.change);
  const index = study.scenarios.findIndex((s) => s.id === active);
  const scenario = study.scenarios[index];
  const isOwn = Object.hasOwn(scenario?.set ?? {}, `${id}.${name}`);
  const letter = letterOf(index);
  const toggle = (): void => {
    const title = isOwn
      ? msg('view.system.sharedValueAgain', { label: label.toLowerCase() })
      : msg('view.system.onlyIn', { label: label.toLowerCase(), scenario: scenario?.name ?? active });
    change(`${id} ${title}`, setOwn(study, active, id, name, isOwn ? undefined : value));
  };
  return (
    <button
      type="button"
      onClick={toggle}
      aria-pressed={isOwn}
      title={
        isOwn ? msg('view.system.onlyInScenarioClickTo', { letter }) : msg('view.system.sharedByAllScenariosClick', { letter })
      }
      className="flex h-[24px] w-[22px] flex-none items-center justify-end"
    >
      {isOwn ? (
        <ScenarioLetter index={index} letter={letter} small />
      ) : (
        <span className="text-ghost border-line inline-flex h-[15px] w-[15px] items-center justify-center rounded-[2px] border text-[10px]">
          {letter}
        </span>
      )}
      <span className="sr-only-text">
        {isOwn ? msg('view.system.onlyInThisScenario', { label }) : msg('view.system.shared', { label })}
      </span>
    </button>
  );
}

interface ChoiceProps {
  id: string;
  name: string;
  label: string;
  mark: ReactNode;
  value: unknown;
  options: readonly (readonly [string, string])[];
  isWide: boolean;
  none: string | undefined;
  onPut: (value: string | undefined) => void;
}

function Choice({ id, name, label, mark, value, options, isWide, none, onPut }: ChoiceProps) {
  return (
    <div className={isWide ? 'col-span-2' : ''}>
      <span className="flex h-[24px] items-center gap-0.5">
        <label htmlFor={`${id}-${name}`} className="text-inkq flex-1 text-[11.5px]">
          {label}
        </label>
        {mark}
      </span>
      <Select
        id={`${id}-${name}`}
        value={value === undefined ? undefined : String(value)}
        options={options}
        onChange={onPut}
        {...(none === undefined ? {} : { none })}
        className="w-full"
      />
      {options.length === 0 && <p className="text-inkq pt-0.5 text-[12px] leading-4">{msg('view.system.noneInThisStudyYet')}</p>}
    </div>
  );
}

/** bore of a pipe as its entries say, m */
export function boreOf(e: RawEntry): number | null {
  if (typeof e.size === 'string' && typeof e.schedule === 'string') {
    const inside = insideOf(e.size, e.schedule);
    return typeof inside === 'number' ? inside : null;
  }
  return quantityOf(e.inside, 'diameter') ?? null;
}
