import { spoken, VALVE_TYPES } from '@cedar-knot/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

import { Select } from '../../ui/Select.js';
import type { ValveFilter } from './candidates.js';
import type { useValves } from './useValves.js';
import { msg } from './words.js';

interface CandidatesHeaderProps {
  /** how many serve of how many that are left by the filters; null while the catalogue is read */
  counts: { serving: number; left: number; tried: number } | null;
  isWorking: boolean;
  known: ReturnType<typeof useValves>['known'];
  filter: ValveFilter;
  onFilter: (change: (f: ValveFilter) => ValveFilter) => void;
  /** what stands between: what is supposed, where there is a system */
  children: ReactNode;
  hasSystem: boolean;
}

export function CandidatesHeader({ counts, isWorking, known, filter, onFilter, children, hasSystem }: CandidatesHeaderProps) {
  const models = [...known.values()].map((v) => v.model);
  return (
    <header className="border-soft flex flex-none flex-wrap items-center gap-x-3 gap-y-1 border-b px-3 py-1">
      <h2 className="text-[14px] font-semibold">{msg('view.valves.candidates')}</h2>
      <span
        className="text-inkq text-[12px] whitespace-nowrap"
        role="status"
        data-tried={counts?.tried ?? 0}
        data-working={isWorking}
      >
        {counts
          ? msg('view.valves.ofSuitableSmallestFirst', { serving: counts.serving, left: counts.left })
          : msg('view.valves.readingTheCatalogue')}
      </span>
      {children}
      <span className="ml-auto" />
      <Select
        label={msg('view.valves.body')}
        value={filter.type}
        none={msg('view.valves.anyBody')}
        options={VALVE_TYPES.map((t) => [t, spoken(t)])}
        onChange={(type) => onFilter((f) => withOr(f, 'type', type))}
      />
      <Select
        label={msg('view.valves.size')}
        value={filter.size}
        none={msg('view.valves.anySize')}
        options={wordsIn(models.map((m) => m.size))}
        onChange={(size) => onFilter((f) => withOr(f, 'size', size))}
      />
      <Select
        label={msg('view.valves.pressureClass')}
        value={filter.pressureClass}
        none={msg('view.valves.anyClass')}
        options={wordsIn(models.map((m) => m.entry.pressureClass))}
        onChange={(c) => onFilter((f) => withOr(f, 'pressureClass', c))}
      />
      {hasSystem && (
        <Link to="/catalogues/valves/sizing" className="text-cedar text-[12px] whitespace-nowrap hover:underline">
          {msg('view.valves.withoutASystem')}
        </Link>
      )}
    </header>
  );
}

function withOr<K extends keyof ValveFilter>(f: ValveFilter, key: K, value: string | undefined): ValveFilter {
  const { [key]: _was, ...rest } = f;
  return value === undefined ? rest : { ...rest, [key]: value };
}

/** different words, sizes by their number */
function wordsIn(all: readonly unknown[]): [string, string][] {
  const words = [...new Set(all.filter((t): t is string => typeof t === 'string'))];
  return words.sort((a, b) => a.localeCompare(b, 'en', { numeric: true })).map((w) => [w, w]);
}
