import { ELEMENT_FIELDS, FITTING_TYPES, POINT_FIELDS, type Field, type RawEntry } from '@cedar-knot/core';
import { findingText } from '@cedar-knot/wording';
import { X } from 'lucide-react';
import { letterOf, locate, removeElement, setOwn, setSeen } from '../../state/address.js';
import { Button } from '../../ui/controls.js';
import { GlyphIcon } from '../../ui/glyphs.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { readField, TypedField } from '../../ui/QuantityField.js';
import { useDisplay, useStudy } from '../context.js';
import { lossOf } from './loss.js';
import { ScenarioPanel } from './ScenarioPanel.js';
import { seenEntries } from './sheetRows.js';
import { Working } from './Working.js';

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
  vessel: () => ['elevation', 'level', 'pressure'],
  pressure: () => ['elevation', 'pressure', 'basis'],
  flow: () => ['elevation', 'flow'],
  well: () => ['elevation', 'restLevel', 'specificCapacity'],
  junction: () => ['elevation', 'offtake'],
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
};

/** The entries of the chosen thing, in trade terms, with its results in every scenario under them. */
export function ElementPanel({ id }: { id: string }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const select = useStudy((s) => s.select);
  const change = useStudy((s) => s.change);
  const found = locate(study, id);
  if (!found || found.kind === 'line') return <ScenarioPanel />;
  const seen = seenEntries(study, active, id);
  const fields = { ...(ELEMENT_FIELDS[found.kind] ?? POINT_FIELDS[found.kind]) };
  const keys = SHOWN[found.kind]?.(seen) ?? Object.keys(fields);
  return (
    <aside aria-label={`Entries of ${id}`} className="panel flex w-[304px] flex-none flex-col overflow-y-auto">
      <header className="border-soft flex h-[34px] flex-none items-center gap-2 border-b px-3">
        <GlyphIcon kind={found.kind} />
        <h2 className="font-semibold">{id}</h2>
        <span className="text-ink2 min-w-0 flex-1 truncate">
          {typeof found.entry.name === 'string' ? found.entry.name : found.kind}
        </span>
        <button type="button" aria-label="Close" onClick={() => select(null)} className="p-1">
          <X size={15} aria-hidden="true" />
        </button>
      </header>
      <div className="grid flex-none grid-cols-3 gap-x-2 gap-y-1.5 px-3 py-2">
        {keys.map((key) => fields[key] && <Entry key={key} id={id} name={key} field={fields[key]} value={seen[key]} />)}
        {found.kind === 'pipe' && <Fittings fittings={(found.entry.fittings ?? []) as RawEntry[]} />}
      </div>
      <Results id={id} />
      <Working id={id} kind={found.kind} />
      {found.index >= 0 && (
        <div className="mt-auto flex justify-end px-3 py-2">
          <Button tone="bare" onClick={() => change(`Take out ${id}`, removeElement(study, id)) && select(null)}>
            Take this element out
          </Button>
        </div>
      )}
    </aside>
  );
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

function Fittings({ fittings }: { fittings: readonly RawEntry[] }) {
  if (fittings.length === 0)
    return (
      <p className="text-inkq col-span-3 text-[12px]">No fittings; add them in the sheet, such as “, 4 {FITTING_TYPES[1]}”.</p>
    );
  return (
    <div className="col-span-3 flex flex-wrap gap-1 pt-1" role="group" aria-label="Fittings">
      {fittings.map((f, i) => (
        <span key={i} className="border-line rounded-[3px] border px-1.5 text-[12px]">
          <b className="font-semibold">{String(f.count ?? 1)}</b>{' '}
          {typeof f.type === 'string' ? f.type : f.k !== undefined ? `K ${String(f.k)}` : `Le ${String(f.equivalentLength)}`}
        </span>
      ))}
    </div>
  );
}

/** what the element does in every scenario */
function Results({ id }: { id: string }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const display = useDisplay();
  const rows = study.scenarios.map((s, index) => ({
    id: s.id,
    index,
    result: shown[s.id]?.outcome.result?.elements[id],
    point: shown[s.id]?.outcome.result?.points[id],
  }));
  const first = rows.find((r) => r.result)?.result;
  const most = Math.max(...rows.map((r) => Math.abs(lossOf(r.result) ?? 0)), 1e-9);
  const messages = (shown[active]?.outcome.result?.findings ?? []).filter((f) => f.where === id);
  const columns: { head: string; of: (r: (typeof rows)[number]) => string }[] =
    first?.kind === 'pipe'
      ? [
          {
            head: display.unit('velocity'),
            of: ({ result: r }) => (r?.kind === 'pipe' ? display.number(Math.abs(r.velocity), 'velocity') : '–'),
          },
          { head: 'Re ×10⁶', of: ({ result: r }) => (r?.kind === 'pipe' ? (r.reynolds / 1e6).toFixed(2) : '–') },
          { head: 'Darcy f', of: ({ result: r }) => (r?.kind === 'pipe' ? (r.frictionFactor?.toFixed(4) ?? '–') : '–') },
        ]
      : first?.kind === 'pump'
        ? [
            { head: display.unit('flow'), of: ({ result: r }) => display.number(r?.flow, 'flow') },
            { head: display.unit('head'), of: ({ result: r }) => (r?.kind === 'pump' ? display.number(r.head, 'head') : '–') },
            {
              head: 'η %',
              of: ({ result: r }) => (r?.kind === 'pump' && r.efficiency !== null ? (r.efficiency * 100).toFixed(1) : '–'),
            },
            {
              head: display.unit('power'),
              of: ({ result: r }) => (r?.kind === 'pump' ? display.number(r.shaftPower, 'power') : '–'),
            },
            {
              head: 'NPSHA / R',
              of: ({ result: r }) =>
                r?.kind === 'pump' ? `${display.number(r.npsha, 'head')} / ${display.number(r.npshr, 'head')}` : '–',
            },
          ]
        : first?.kind === 'control-valve'
          ? [
              { head: display.unit('flow'), of: ({ result: r }) => display.number(r?.flow, 'flow') },
              {
                head: `Δp ${display.unit('pressureDifference')}`,
                of: ({ result: r }) => (r?.kind === 'control-valve' ? display.number(r.drop, 'pressureDifference') : '–'),
              },
              { head: 'Kv', of: ({ result: r }) => (r?.kind === 'control-valve' && r.kv !== null ? r.kv.toFixed(1) : '–') },
              {
                head: 'open %',
                of: ({ result: r }) => (r?.kind === 'control-valve' && r.opening !== null ? (r.opening * 100).toFixed(1) : '–'),
              },
            ]
          : first
            ? [
                { head: display.unit('flow'), of: ({ result: r }) => display.number(r?.flow, 'flow') },
                {
                  head: `Δp ${display.unit('pressureDifference')}`,
                  of: ({ result: r }) => (r && 'drop' in r ? display.number(r.drop, 'pressureDifference') : '–'),
                },
              ]
            : [
                { head: `head ${display.unit('head')}`, of: ({ point: p }) => display.number(p?.totalHead, 'head', 4) },
                {
                  head: `${display.unit('absolutePressure')}(a)`,
                  of: ({ point: p }) => display.number(p?.staticPressure, 'absolutePressure'),
                },
                { head: `out ${display.unit('flow')}`, of: ({ point: p }) => display.number(p?.outflow, 'flow') },
              ];
  const hasLoss = first !== undefined && first.kind !== 'pump';
  return (
    <div className="border-soft border-t px-3 py-2">
      <table className="w-full text-[12px]">
        <thead>
          <tr className="text-inkq h-[20px]">
            <th>
              <span className="sr-only-text">scenario</span>
            </th>
            {columns.map((c) => (
              <th key={c.head} className="text-right font-normal whitespace-nowrap">
                {c.head}
              </th>
            ))}
            {hasLoss && <th className="text-right font-normal">loss {display.unit('head')}</th>}
            {hasLoss && <td className="w-[52px]" />}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.id} className="h-[20px]">
              <td>
                <ScenarioLetter index={r.index} letter={letterOf(r.index)} small />
              </td>
              {columns.map((c) => (
                <td key={c.head} className="text-right whitespace-nowrap">
                  {c.of(r)}
                </td>
              ))}
              {hasLoss && <td className="text-right font-semibold">{display.number(lossOf(r.result), 'head')}</td>}
              {hasLoss && (
                <td className="pl-2">
                  <svg width={46} height={10} aria-hidden="true">
                    <rect
                      y={2}
                      height={6}
                      width={(Math.abs(lossOf(r.result) ?? 0) / most) * 46}
                      fill={lineStyle(r.index).color}
                      opacity={0.8}
                    />
                  </svg>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {messages.map((m) => (
        <p key={m.code} className={`mt-1.5 text-[12px] leading-4 ${m.severity === 'info' ? 'text-inkq' : 'text-fails'}`}>
          {m.severity === 'info' ? '' : '▲ '}
          {findingText(m, display.system)}
        </p>
      ))}
    </div>
  );
}
