import { rounded } from '@cedar-knot/wording';
import { allElements, ELEMENT_KINDS, insideOf, isQuantity, readQuantity, type RawElement } from '@cedar-knot/core';
import { useState } from 'react';
import { freeId, prefixOf } from '../../state/address.js';
import { readEntry } from '../../state/entry.js';
import { SPLIT_FIELD } from '../../state/lineActions.js';
import { splitPipe } from '../../state/topology.js';
import { Button } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

/** What can be put between the two parts, with the entries it begins with. */
const INSERTS: Readonly<Record<string, { name: string; entry: Omit<RawElement, 'id'> }>> = {
  pump: { name: msg('view.system.aPump'), entry: { kind: 'pump', mode: 'off' } },
  'control-valve': { name: msg('view.system.aControlValve'), entry: { kind: 'control-valve', mode: 'drop', drop: '0.5 bar' } },
  device: { name: msg('view.system.aDevice'), entry: { kind: 'device', drop: '0.2 bar' } },
  'hand-valve': { name: msg('view.system.aHandValve'), entry: { kind: 'hand-valve', k: 0.2 } },
  'non-return': { name: msg('view.system.aNonReturnValve'), entry: { kind: 'non-return', k: 2 } },
  orifice: { name: msg('view.system.anOrifice'), entry: { kind: 'orifice' } },
};

/** Parts the pipe in two: both lengths are seen before it is done, and their sum stays. */
export function PipeSplit({ id, length }: { id: string; length: unknown }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const rebuild = useStudy((s) => s.rebuild);
  const [typed, setTyped] = useState('');
  const [kind, setKind] = useState('');
  const q = typeof length === 'string' ? readQuantity(length, 'length') : undefined;
  if (!q || !isQuantity(q)) return null;
  const unit = q.unit.symbol;
  const entered = readEntry(typed, ELEMENT_KINDS.pipe.fields.length!, length);
  const at = entered.ok ? String(entered.value) : typed;
  const first = readQuantity(at, 'length');
  const rest = isQuantity(first) ? (q.si - first.si) / q.unit.factor : NaN;
  const right = typed.trim() !== '' && rest > 0 && isQuantity(first) && first.si > 0;
  const run = (): void => {
    const insert = INSERTS[kind];
    const entry = insert ? ({ ...insert.entry, id: freeId(study, prefixOf(kind)) } as RawElement) : null;
    // an orifice wants the bore around it
    const whole = entry?.kind === 'orifice' ? { ...entry, ...orificeIn(study, id) } : entry;
    const done = splitPipe(study, id, at, whole, shown[active]?.outcome.result ?? null);
    if (rebuild(msg('view.system.split', { id }), done)) setTyped('');
  };
  return (
    <form
      className="border-soft flex flex-none flex-wrap items-center gap-1.5 border-t px-3 py-2 text-[12px]"
      onSubmit={(e) => {
        e.preventDefault();
        if (right) run();
      }}
    >
      <label htmlFor={SPLIT_FIELD} className="text-inkq">
        {msg('view.system.splitAfter')}
      </label>
      <input
        id={SPLIT_FIELD}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        placeholder={`${rounded(q.si / q.unit.factor / 2, 4)} ${unit}`}
        className="border-edge bg-panel h-[24px] w-[72px] rounded-[3px] border px-1.5 text-right"
      />
      <span className="text-inkq">{msg('view.system.andInsert')}</span>
      <Select
        label={msg('view.system.elementBetweenTheParts')}
        value={kind === '' ? undefined : kind}
        none={msg('view.system.nothing')}
        options={Object.entries(INSERTS).map(([k, i]) => [k, i.name])}
        onChange={(k) => setKind(k ?? '')}
        className="flex-1"
      />
      <span className="flex w-full items-center gap-2">
        <span className="text-inkq min-w-0 flex-1" role="status">
          {typed.trim() === ''
            ? ''
            : right && isQuantity(first)
              ? `${rounded(first.si / q.unit.factor, 6)} ${unit} + ${rounded(rest, 6)} ${unit} = ${length as string}`
              : msg('view.system.between0And', { length: length as string })}
        </span>
        <Button type="submit" disabled={!right} className="!h-[24px]">
          {msg('view.system.split2')}
        </Button>
      </span>
    </form>
  );
}

function orificeIn(study: Parameters<typeof splitPipe>[0], pipe: string): { inside: string; bore: string } {
  const e = allElements(study).find((x) => x.id === pipe);
  const nominal = typeof e?.size === 'string' && typeof e.schedule === 'string' ? insideOf(e.size, e.schedule) : undefined;
  const mm = typeof nominal === 'number' ? Number((nominal * 1000).toPrecision(5)) : 100;
  return typeof e?.inside === 'string'
    ? { inside: e.inside, bore: '50 mm' }
    : { inside: `${mm} mm`, bore: `${Math.round(mm / 2)} mm` };
}
