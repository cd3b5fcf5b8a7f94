import {
  filtersOf,
  quantityOf,
  type ColumnFilter,
  type Facets,
  type Field,
  type ListFilter,
  type ModelKind,
} from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { Plus, X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { familyName, saidValue } from '../../state/catalogueList.js';
import { readEntry } from '../../state/entry.js';
import { ITEM, MENU } from '../../ui/controls.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, type Display } from '../context.js';
import { msg } from './words.js';

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
  const [typing, setTyping] = useState<ColumnFilter | null>(null);
  const filters = filtersOf(kind).map((c) => c.filter);
  const given = filter as Readonly<Record<string, string | number | undefined>>;
  const without = (key: string): void => {
    const { [key as keyof ListFilter]: _gone, ...rest } = filter;
    onFilter(rest);
  };
  const pills: [string, string][] = [];
  if (filter.family !== undefined) pills.push(['family', familyName(filter.family)]);
  for (const f of filters) {
    const value = given[f.key];
    if (value !== undefined) pills.push([f.key, f.is === 'same' ? saidValue(f, value) : limitText(f, Number(value), display)]);
  }
  if (filter.isOdd) pills.push(['isOdd', msg('view.catalogue.markedDataOnly')]);
  return (
    <div className="flex min-w-0 flex-1 flex-wrap items-center gap-1.5">
      <input
        type="search"
        aria-label={msg('view.catalogue.searchByName')}
        placeholder={msg('view.catalogue.searchByName2')}
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
          <button
            type="button"
            aria-label={msg('view.catalogue.remove2', { text })}
            onClick={() => without(key)}
            className="p-0.5"
          >
            <X size={12} aria-hidden="true" />
          </button>
        </span>
      ))}
      {typing && (
        <div className="w-[150px]">
          <TypedField
            label={said(typing.name)}
            name={typing.key}
            hideLabel
            value=""
            placeholder={typing.dimension ? `${said(typing.name)}, ${display.unit(typing.dimension)}` : said(typing.name)}
            read={(typed) => readLimit(typed, typing, display)}
            onCommit={(v) => {
              const si = typing.dimension ? quantityOf(v, typing.dimension) : Number(v);
              if (si !== undefined) onFilter({ ...filter, [typing.key]: si });
              setTyping(null);
            }}
          />
        </div>
      )}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="text-cedar border-line flex h-[24px] items-center gap-1 rounded-full border border-dashed px-2.5 text-[12px]">
          <Plus size={12} aria-hidden="true" /> {msg('view.catalogue.addAFilter')}
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" className={MENU}>
            {filters
              .filter((f) => f.is === 'same')
              .map((f) => (
                <DropdownMenu.Sub key={f.key}>
                  <DropdownMenu.SubTrigger className={ITEM}>{said(f.name)}</DropdownMenu.SubTrigger>
                  <DropdownMenu.Portal>
                    <DropdownMenu.SubContent className={`${MENU} max-h-[300px] overflow-auto`}>
                      {(facets?.[f.key] ?? []).map(({ value, count }) => (
                        <DropdownMenu.Item
                          key={value}
                          className={ITEM}
                          onSelect={() => onFilter({ ...filter, [f.key]: f.value === 'number' ? Number(value) : value })}
                        >
                          <span className="flex-1">{saidValue(f, value)}</span>
                          <span className="text-inkq ml-4">{count}</span>
                        </DropdownMenu.Item>
                      ))}
                      {(facets?.[f.key] ?? []).length === 0 && (
                        <p className="text-inkq px-3 py-1">{msg('view.catalogue.noneStated')}</p>
                      )}
                    </DropdownMenu.SubContent>
                  </DropdownMenu.Portal>
                </DropdownMenu.Sub>
              ))}
            {filters
              .filter((f) => f.is !== 'same')
              .map((f) => (
                <DropdownMenu.Item key={f.key} className={ITEM} onSelect={() => setTyping(f)}>
                  {said(f.name)} …
                </DropdownMenu.Item>
              ))}
            {kind === 'pumps' && (
              <DropdownMenu.Item className={ITEM} onSelect={() => onFilter({ ...filter, isOdd: true })}>
                {msg('view.catalogue.markedDataOnly')}
              </DropdownMenu.Item>
            )}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </div>
  );
}

/** minimum head 30 m */
function limitText({ name, dimension }: ColumnFilter, value: number, display: Display): string {
  const number = dimension ? `${display.number(value, dimension)} ${display.unit(dimension)}` : String(value);
  return `${said(name)} ${number}`;
}

function readLimit(typed: string, { dimension, range: [min, max] = [0, 1e9], name }: ColumnFilter, display: Display) {
  const field: Field = dimension
    ? { type: 'quantity', dimension, min, max, label: name }
    : { type: 'number', min, max, label: name };
  return readEntry(typed, field, dimension ? `1 ${display.typed(dimension)}` : '');
}
