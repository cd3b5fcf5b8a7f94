import {
  ELEMENT_FIELDS,
  insideOf,
  isQuantity,
  LINE_FIELDS,
  POINT_FIELDS,
  readQuantity,
  type Field,
  type RawEntry,
} from '@cedar-knot/core';
import { X } from 'lucide-react';
import { letterOf, locate, setOwn, setSeen } from '../../state/address.js';
import { GlyphIcon } from '../../ui/glyphs.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { readField, TypedField } from '../../ui/QuantityField.js';
import { givensOf } from '../../state/givens.js';
import { lineActions } from '../../state/lineActions.js';
import { useStudy, useStudyStore } from '../context.js';
import { ElementResults } from './ElementResults.js';
import { FittingsList } from './FittingsList.js';
import { PipeSplit } from './PipeSplit.js';
import { PointHelp } from './PointHelp.js';
import { ScenarioPanel } from './ScenarioPanel.js';
import { seenEntries } from './sheetRows.js';
import { Working } from '../working/Working.js';

/** Entries shown for a kind, in the order a person thinks of them; the rest of the table is rarely typed. */
const SHOWN: Readonly<Record<string, (e: RawEntry) => readonly string[]>> = {
  pipe: (e) => [
    'length',
    ...(e.inside !== undefined ? ['inside'] : ['size', 'schedule']),
    'outletElevation',
    ...(e.material !== undefined || e.roughness === undefined ? ['material'] : []),
    'roughness',
    'designPressure',
  ],
  pump: (e) => ['mode', ...(PUMP_MODE[e.mode as string] ?? []), 'datum'],
  'control-valve': (e) => ['mode', 'valve', ...(VALVE_MODE[e.mode as string] ?? []), 'outletElevation'],
  device: () => ['drop', 'at', 'exponent', 'fouling', 'outletElevation'],
  orifice: () => ['bore', 'inside', 'cd', 'outletElevation'],
  'hand-valve': () => ['k', 'inside', 'kv', 'closed', 'outletElevation'],
  'non-return': () => ['k', 'inside', 'outletElevation'],
  vessel: () => ['elevation', 'level', 'pressure', 'lowLevel', 'normalLevel', 'highLevel'],
  pressure: () => ['elevation', 'pressure'],
  flow: () => ['elevation', 'flow'],
  well: () => ['elevation', 'restLevel', 'specificCapacity'],
  junction: () => ['elevation', 'offtake'],
  line: () => ['flow', 'closed'],
};
const PUMP_MODE: Readonly<Record<string, readonly string[]>> = {
  flow: ['flow'],
  head: ['head'],
  power: ['shaftPower', 'efficiency'],
  curve: ['pump', 'speed', 'diameter', 'stages', 'running', 'wear', 'viscosityCorrection'],
};
const VALVE_MODE: Readonly<Record<string, readonly string[]>> = {
  opening: ['opening'],
  kv: ['kv'],
  cv: ['cv'],
  drop: ['drop'],
  flow: ['flow'],
  'outlet-pressure': ['pressure'],
  'inlet-pressure': ['pressure'],
};
const MODE_WORDS: Readonly<Record<string, string>> = {
  flow: 'flow',
  head: 'head',
  power: 'shaft power',
  curve: 'a pump curve',
  off: 'off',
  opening: 'opening',
  kv: 'Kv',
  cv: 'Cv',
  drop: 'pressure drop',
  'outlet-pressure': 'holds outlet pressure',
  'inlet-pressure': 'holds inlet pressure',
};

/** where the full term is too long for its column */
const SHORT_LABELS: Readonly<Record<string, string>> = {
  outletElevation: 'Outlet',
  designPressure: 'Design p',
  elevation: 'Elevation',
  level: 'Liquid level',
  pressure: 'Pressure',
  restLevel: 'Rest level',
  specificCapacity: 'Capacity',
  fouling: 'Fouling ×',
  size: 'Size',
  inside: 'Inside',
  viscosityCorrection: 'Viscosity corr.',
  drop: 'Drop',
  shaftPower: 'Shaft power',
  lowLevel: 'Low level',
  normalLevel: 'Normal level',
  highLevel: 'High level',
};

/** The entries of the chosen thing, in trade terms, with its results in every scenario under them. */
export function ElementPanel({ id }: { id: string }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const shown = useStudy((s) => s.shown);
  const select = useStudy((s) => s.select);
  const found = locate(study, id);
  if (!found) return <ScenarioPanel />;
  const seen = seenEntries(study, active, id);
  const fields = { ...(ELEMENT_FIELDS[found.kind] ?? POINT_FIELDS[found.kind] ?? LINE_FIELDS) };
  const keys = SHOWN[found.kind]?.(seen) ?? Object.keys(fields);
  const result = shown[active]?.outcome.result?.elements[id];
  return (
    <aside aria-label={`Entries of ${id}`} className="panel flex w-[304px] flex-none flex-col overflow-y-auto">
      <header className="border-soft flex h-[34px] flex-none items-center gap-2 border-b px-3">
        <GlyphIcon kind={found.kind} />
        <h2 className="font-semibold">{id}</h2>
        <span className="text-ink2 min-w-0 flex-1 truncate">
          {typeof found.entry.name === 'string' ? found.entry.name : found.kind.replace('-', ' ')}
        </span>
        <button type="button" aria-label="Close" onClick={() => select(null)} className="p-1">
          <X size={15} aria-hidden="true" />
        </button>
      </header>
      <div className="grid flex-none grid-cols-3 gap-x-2 gap-y-1.5 px-3 py-2">
        {keys.map((key) => fields[key] && <Entry key={key} id={id} name={key} field={fields[key]} value={seen[key]} />)}
      </div>
      <GivenAndSolved kind={found.kind} seen={seen} />
      {found.kind !== 'line' && <ElementResults id={id} />}
      {found.kind === 'pipe' && (
        <>
          <FittingsList id={id} bore={boreOf(seen)} reynolds={result?.kind === 'pipe' ? result.reynolds : null} />
          <PipeSplit id={id} length={found.entry.length} />
        </>
      )}
      {found.line < 0 && <PointHelp id={id} kind={found.kind} seen={seen} />}
      {found.kind !== 'line' && <Working id={id} kind={found.kind} />}
      <Actions id={id} />
    </aside>
  );
}

/** what these entries fix and what is found for them */
function GivenAndSolved({ kind, seen }: { kind: string; seen: RawEntry }) {
  const g = givensOf(kind, seen);
  if (!g) return null;
  return (
    <p className="text-inkq flex-none px-3 pb-2 text-[12px]">
      {g.given.length > 0 && (
        <>
          given <b className="text-ink font-semibold">{g.given.join(', ')}</b>
        </>
      )}
      {g.given.length > 0 && g.solved.length > 0 && ' · '}
      {g.solved.length > 0 && (
        <>
          solved <b className="text-ink font-semibold">{g.solved.join(', ')}</b>
        </>
      )}
    </p>
  );
}

/** what can be done with the line here, with the keys that do it in the sheet */
function Actions({ id }: { id: string }) {
  const store = useStudyStore();
  // its names follow from the study
  useStudy((s) => s.study);
  const actions = lineActions(store, id).filter((a) => a.key !== 'split');
  return (
    <div className="border-soft mt-auto flex flex-none flex-wrap gap-x-3 gap-y-0.5 border-t px-3 py-1.5">
      {actions.map((a) => (
        <button
          key={a.key}
          type="button"
          title={a.keys}
          onClick={a.run}
          className="text-cedar text-[12px] leading-[20px] hover:underline"
        >
          {a.name}
        </button>
      ))}
    </div>
  );
}

/** bore of a pipe as its entries say, m */
function boreOf(e: RawEntry): number | null {
  if (typeof e.size === 'string' && typeof e.schedule === 'string') {
    const inside = insideOf(e.size, e.schedule);
    return typeof inside === 'number' ? inside : null;
  }
  const q = typeof e.inside === 'string' ? readQuantity(e.inside, 'diameter') : undefined;
  return q && isQuantity(q) ? q.si : null;
}

/** One entry: shared by all scenarios, or the active scenario's own; the letter says whose it is and switches. */
function Entry({ id, name, field, value }: { id: string; name: string; field: Field; value: unknown }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const change = useStudy((s) => s.change);
  const index = study.scenarios.findIndex((s) => s.id === active);
  const scenario = study.scenarios[index];
  const own = Object.hasOwn(scenario?.set ?? {}, `${id}.${name}`);
  const label = SHORT_LABELS[name] ?? field.label ?? name;
  const put = (next: unknown): void => {
    change(`${id} ${label.toLowerCase()}`, setSeen(study, scenario, id, name, next));
  };
  const toggle = (): void => {
    change(
      own ? `${id} ${label.toLowerCase()} shared again` : `${id} ${label.toLowerCase()} in ${scenario?.name ?? active} alone`,
      setOwn(study, active, id, name, own ? undefined : value),
    );
  };
  const letter = letterOf(index);
  const mark = value !== undefined && field.type !== 'list' && (
    <button
      type="button"
      onClick={toggle}
      aria-pressed={own}
      title={
        own
          ? `Only in scenario ${letter}; press to share one value again`
          : `Shared by all scenarios; press to let ${letter} depart`
      }
      className="flex h-[24px] w-[22px] flex-none items-center justify-end"
    >
      {own ? (
        <ScenarioLetter index={index} letter={letter} small />
      ) : (
        <span className="text-ghost border-line inline-flex h-[15px] w-[15px] items-center justify-center rounded-[2px] border text-[10px]">
          {letter}
        </span>
      )}
      <span className="sr-only-text">{own ? `${label} only in this scenario` : `${label} shared`}</span>
    </button>
  );
  if (field.type === 'choice' || name === 'pump' || name === 'valve') {
    const options =
      name === 'pump'
        ? Object.keys(study.pumps ?? {})
        : name === 'valve'
          ? Object.keys(study.valves ?? {})
          : field.type === 'choice'
            ? field.values
            : [];
    return (
      <div className={name === 'pump' || name === 'valve' ? 'col-span-2' : ''}>
        <span className="flex h-[24px] items-center gap-0.5">
          <label htmlFor={`${id}-${name}`} className="text-inkq flex-1 truncate text-[11.5px]">
            {label}
          </label>
          {mark}
        </span>
        <select
          id={`${id}-${name}`}
          value={String(value ?? '')}
          onChange={(e) => put(e.target.value || undefined)}
          className="border-edge bg-panel h-[24px] w-full rounded-[3px] border px-1"
        >
          {value === undefined && <option value="">choose …</option>}
          {options.map((o) => (
            <option key={o} value={o}>
              {MODE_WORDS[o] ??
                (name === 'pump'
                  ? String(study.pumps?.[o]?.name ?? o)
                  : name === 'valve'
                    ? String(study.valves?.[o]?.name ?? o)
                    : o)}
            </option>
          ))}
        </select>
        {options.length === 0 && (
          <p className="text-inkq pt-0.5 text-[12px] leading-4">None in this study yet: add one under Fluids, pumps, valves.</p>
        )}
      </div>
    );
  }
  if (field.type === 'boolean') {
    return (
      <label className="col-span-2 flex items-center gap-2 self-end">
        <span className="text-inkq flex-1 truncate text-[11.5px]">{label}</span>
        {mark}
        <input
          type="checkbox"
          checked={value === undefined ? name === 'viscosityCorrection' : value === true}
          onChange={(e) => put(e.target.checked)}
        />
      </label>
    );
  }
  if (field.type === 'list' || field.type === 'record' || field.type === 'lengths' || field.type === 'numbers') return null;
  const required = field.type === 'quantity' && ['length', 'elevation', 'flow', 'head'].includes(name);
  return (
    <TypedField
      label={label}
      name={name}
      value={value === undefined ? '' : String(value)}
      read={(typed) => readField(typed, field, value)}
      onCommit={put}
      optional={!required}
      mark={mark}
    />
  );
}
