import { quantityOf, readTyped, toUnit, displayUnit, type Dimension, type ModelKind, type QuantityField } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { Plus, X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { spoken, type Facets, type ListFilter } from '../../state/catalogueList.js';
import { ITEM, MENU } from '../../ui/controls.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay } from '../context.js';

type WordKey = 'maker' | 'type' | 'liquid' | 'material' | 'use';
type NumberKey = 'frequency' | 'phases';
type LimitKey = 'minHead' | 'maxSpeed';

const WORDS: Readonly<Record<WordKey | NumberKey, string>> = {
  type: 'type',
  liquid: 'liquid',
  use: 'use',
  material: 'material',
  frequency: 'mains',
  phases: 'phases',
  maker: 'maker',
};
const OF_KIND: Readonly<Record<ModelKind, readonly (WordKey | NumberKey)[]>> = {
  pumps: ['type', 'liquid', 'use', 'material', 'frequency', 'phases', 'maker'],
  valves: ['type', 'maker'],
  motors: ['frequency', 'phases', 'maker'],
};
const LIMITS: Readonly<Record<LimitKey, { name: string; dimension: Dimension; sign: string }>> = {
  minHead: { name: 'head at least', dimension: 'head', sign: 'head ≥' },
  maxSpeed: { name: 'speed at most', dimension: 'speed', sign: 'speed ≤' },
};

/** What the list is narrowed by, in trade terms: each as a pill that can be taken away, more from a menu. */
export function FilterBar({
  kind,
  filter,
  facets,
  onFilter,
}: {
  kind: ModelKind;
  filter: ListFilter;
  facets: Facets | undefined;
  onFilter: (filter: ListFilter) => void;
}) {
  const display = useDisplay();
  const [typing, setTyping] = useState<LimitKey | null>(null);
  const without = (key: keyof ListFilter): void => {
    const { [key]: _gone, ...rest } = filter;
    onFilter(rest);
  };
  const pills: [keyof ListFilter, string][] = [];
  if (filter.family !== undefined) pills.push(['family', filter.family]);
  for (const key of Object.keys(WORDS) as (WordKey | NumberKey)[]) {
    const value = filter[key];
    if (value !== undefined) pills.push([key, valueText(key, String(value))]);
  }
  for (const key of Object.keys(LIMITS) as LimitKey[]) {
    const value = filter[key];
    const { dimension, sign } = LIMITS[key];
    if (value !== undefined) pills.push([key, `${sign} ${display.number(value, dimension)} ${display.unit(dimension)}`]);
  }
  if (filter.isOdd) pills.push(['isOdd', 'data with a mark']);
  return (
    <div className="flex min-w-0 flex-1 flex-wrap items-center gap-1.5">
      <input
        type="search"
        aria-label="Search by name"
        placeholder="search by name"
        value={filter.text ?? ''}
        onChange={(e) => (e.target.value === '' ? without('text') : onFilter({ ...filter, text: e.target.value }))}
        className="border-edge bg-panel h-[24px] w-[130px] rounded-[3px] border px-2"
      />
      {pills.map(([key, text]) => (
        <span
          key={key}
          className="border-cedar bg-wash text-cedardeep flex h-[24px] items-center gap-1 rounded-full border pr-1 pl-2.5 text-[12px]"
        >
          {text}
          <button type="button" aria-label={`Take away ${text}`} onClick={() => without(key)} className="p-0.5">
            <X size={12} aria-hidden="true" />
          </button>
        </span>
      ))}
      {typing && (
        <div className="w-[150px]">
          <TypedField
            label={LIMITS[typing].name}
            name={typing}
            hideLabel
            value=""
            placeholder={`${LIMITS[typing].name}, ${display.unit(LIMITS[typing].dimension)}`}
            read={(typed) => readLimit(typed, LIMITS[typing].dimension, display.typed(LIMITS[typing].dimension))}
            onCommit={(v) => {
              const si = quantityOf(v, LIMITS[typing].dimension);
              if (si !== undefined) onFilter({ ...filter, [typing]: si });
              setTyping(null);
            }}
          />
        </div>
      )}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="text-cedar border-line flex h-[24px] items-center gap-1 rounded-full border border-dashed px-2.5 text-[12px]">
          <Plus size={12} aria-hidden="true" /> add a filter
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" className={MENU}>
            {OF_KIND[kind].map((key) => (
              <DropdownMenu.Sub key={key}>
                <DropdownMenu.SubTrigger className={ITEM}>{WORDS[key]}</DropdownMenu.SubTrigger>
                <DropdownMenu.Portal>
                  <DropdownMenu.SubContent className={`${MENU} max-h-[300px] overflow-auto`}>
                    {(facets?.[key] ?? []).map(({ value, count }) => (
                      <DropdownMenu.Item
                        key={value}
                        className={ITEM}
                        onSelect={() =>
                          onFilter({ ...filter, [key]: key === 'frequency' || key === 'phases' ? Number(value) : value })
                        }
                      >
                        <span className="flex-1">{valueText(key, value)}</span>
                        <span className="text-inkq ml-4">{count}</span>
                      </DropdownMenu.Item>
                    ))}
                    {(facets?.[key] ?? []).length === 0 && <p className="text-inkq px-3 py-1">none says so</p>}
                  </DropdownMenu.SubContent>
                </DropdownMenu.Portal>
              </DropdownMenu.Sub>
            ))}
            {kind === 'pumps' &&
              (Object.keys(LIMITS) as LimitKey[]).map((key) => (
                <DropdownMenu.Item key={key} className={ITEM} onSelect={() => setTyping(key)}>
                  {LIMITS[key].name} …
                </DropdownMenu.Item>
              ))}
            {kind === 'pumps' && (
              <DropdownMenu.Item className={ITEM} onSelect={() => onFilter({ ...filter, isOdd: true })}>
                data with a mark
              </DropdownMenu.Item>
            )}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </div>
  );
}

function valueText(key: WordKey | NumberKey, value: string): string {
  if (key === 'frequency') return `${value} Hz`;
  if (key === 'phases') return value === '1' ? 'single phase' : 'three phases';
  return key === 'maker' ? value : spoken(value);
}

function readLimit(typed: string, dimension: Dimension, unit: string) {
  const field: QuantityField = { type: 'quantity', dimension, min: 0, max: 1e9 };
  const read = readTyped(typed, field, `0 ${unit}`);
  if (!read.ok) return { ok: false as const, message: problemText(read.problem) };
  const si = quantityOf(read.value, dimension) ?? 0;
  return {
    ok: true as const,
    value: read.value,
    shown: `${toUnit(si, displayUnit(dimension, 'metric')).toPrecision(4)} ${displayUnit(dimension, 'metric').symbol}`,
  };
}
