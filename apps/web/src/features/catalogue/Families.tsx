import type { FamilyHead, ListFilter } from '@cedar-knot/core';
import { prettyUnit } from '@cedar-knot/wording';
import { useState } from 'react';
import { familyName } from '../../state/catalogueList.js';
import { Select } from '../../ui/Select.js';
import { Coverage } from './Coverage.js';
import { LaidOver, type useDuties } from './LaidOver.js';
import type { useModelList } from './useModelList.js';
import { msg } from './words.js';

interface FamiliesProps {
  list: ReturnType<typeof useModelList>;
  filter: ListFilter;
  onFilter: (filter: ListFilter) => void;
  /** model that is open */
  chosen: string | undefined;
  onChoose: (id: string) => void;
  laid: ReturnType<typeof useDuties>;
}

/** Families of pumps, and what flows and heads the models of one cover at a speed. */
export function Families({ list, filter, onFilter, chosen, onChoose, laid }: FamiliesProps) {
  const [speed, setSpeed] = useState<{ wanted: number | null; all: readonly number[]; drawn: number | null }>({
    wanted: null,
    all: [],
    drawn: null,
  });
  const { overview } = list;
  // the chart is of one family: the chosen one, else of all that match
  const { family } = filter;
  return (
    <section aria-label={msg('view.catalogue.families')} className="panel flex h-[296px] flex-none">
      <FamilyList
        families={overview?.families ?? []}
        total={overview?.total ?? 0}
        chosen={family}
        onChoose={(f) => {
          setSpeed((s) => ({ ...s, wanted: null }));
          onFilter(withFamily(filter, f));
        }}
      />
      <div className="flex min-w-0 flex-1 flex-col px-3 pt-2 pb-1">
        <div className="flex flex-none items-baseline gap-2">
          <h2 className="text-[14px] font-semibold whitespace-nowrap">
            {family === undefined ? msg('view.catalogue.matches') : familyName(family)}
          </h2>
          {speed.all.length > 1 ? (
            <Select
              label={msg('view.catalogue.speedShown')}
              bare
              value={String(speed.drawn)}
              options={speed.all.map((n) => [String(n), `${n} rpm`])}
              onChange={(v) => setSpeed((s) => ({ ...s, wanted: Number(v) }))}
              className="text-cedar flex-none"
            />
          ) : (
            speed.drawn !== null && (
              <span>
                {speed.drawn} {prettyUnit('rpm')}
              </span>
            )
          )}
          <span className="text-inkq min-w-0 truncate text-[12px]">{msg('view.catalogue.n70120OfBepFlow')}</span>
          <span className="ml-auto" />
          <LaidOver laid={laid} />
        </div>
        <Coverage
          family={family}
          filter={filter}
          chosen={chosen}
          onChoose={onChoose}
          duties={laid.duties}
          answer={list.answer}
          speed={speed.wanted}
          onSpeeds={(all, drawn) => setSpeed((s) => ({ ...s, all, drawn }))}
        />
      </div>
    </section>
  );
}

function withFamily(filter: ListFilter, family: string | undefined): ListFilter {
  const { family: _was, ...rest } = filter;
  return family === undefined ? rest : { ...rest, family };
}

function FamilyList({
  families,
  total,
  chosen,
  onChoose,
}: {
  families: readonly FamilyHead[];
  total: number;
  chosen: string | undefined;
  onChoose: (family: string | undefined) => void;
}) {
  const row = (name: string, types: string, count: number, isChosen: boolean, choose: () => void) => (
    <button
      key={name}
      type="button"
      aria-pressed={isChosen}
      onClick={choose}
      className={`border-soft flex w-full flex-none items-start border-b px-2.5 py-[3px] text-left ${isChosen ? 'bg-wash shadow-[inset_3px_0_0_var(--cedar)]' : 'hover:bg-quiet'}`}
    >
      <span className="min-w-0 flex-1">
        <span className="block truncate leading-[15px] font-semibold">{name}</span>
        <span className="text-inkq block truncate text-[12px] leading-[13px]">{types}</span>
      </span>
      <span>{count}</span>
    </button>
  );
  return (
    <div
      className="border-soft flex w-[168px] flex-none flex-col overflow-y-auto border-r"
      role="group"
      aria-label={msg('view.catalogue.families')}
    >
      {row(msg('view.catalogue.allFamilies'), msg('view.catalogue.everyMaker'), total, chosen === undefined, () =>
        onChoose(undefined),
      )}
      {families.map((f) =>
        row(familyName(f.name), f.types, f.count, chosen === f.name, () => onChoose(chosen === f.name ? undefined : f.name)),
      )}
    </div>
  );
}
