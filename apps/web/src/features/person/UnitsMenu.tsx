import { displayUnit, PERSON_UNITS, unitsOf, type UnitSystem } from '@cedar-knot/core';
import { NUMBER_MARKS, type NumberStyle } from '@cedar-knot/wording';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useContext } from 'react';
import { useStore, type StoreApi } from 'zustand';
import { baseOf, useUnits, type UnitSet } from '../../state/units.js';
import type { StudyState } from '../../state/studyStore.js';
import { Segmented } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { NO_STUDY, StudyContext } from '../context.js';
import { UnitRows } from './UnitRows.js';
import { msg } from './words.js';

const NAMES: Readonly<Record<Exclude<UnitSet, 'study'>, string>> = {
  metric: msg('view.person.setMetric'),
  us: 'US',
  si: 'SI',
  own: msg('view.person.setOwn'),
};

/** Units and number format of the person: a named set, a unit of one's own for a quantity, gauge or absolute. No study is changed. */
export function UnitsMenu() {
  const store = useContext(StudyContext) as StoreApi<Partial<StudyState>> | null;
  const study = useStore(store ?? NO_STUDY, (s) => s.study);
  const chosen = useUnits();
  const ofStudy: UnitSystem = study ? unitsOf(study) : 'metric';
  const system = chosen.system ?? ofStudy;
  const name = NAMES[chosen.set === 'study' ? baseOf(ofStudy) : chosen.set];
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={msg('view.person.unitsNow', { name })}
        title={msg('view.person.unitsNow', { name })}
        className="border-line bg-panel text-inkq hover:bg-wash flex h-[26px] flex-none items-center gap-1 rounded-[3px] border px-2 text-[12px]"
      >
        {name}
        <ChevronDown size={12} aria-hidden="true" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label={msg('view.person.unitsAndNumbers')}
          className="panel z-50 flex w-[316px] flex-col gap-2.5 p-3 text-[12.5px] shadow-[var(--shadow-lift)]"
        >
          <p className="text-inkq text-[12px] leading-4">{msg('view.person.unitsAreYours')}</p>
          <Segmented<UnitSet>
            label={msg('view.person.setOfUnits')}
            value={chosen.set}
            onChange={chosen.choose}
            options={[
              ...(study ? [{ value: 'study' as const, text: msg('view.person.setStudy') }] : []),
              ...(['metric', 'us', 'si', 'own'] as const).map((value) => ({ value, text: NAMES[value] })),
            ]}
          />
          <div className="grid grid-cols-[1fr_128px] items-center gap-x-3 gap-y-1.5">
            <UnitRows
              quantities={Object.keys(PERSON_UNITS)}
              chosen={(quantity) => displayUnit(PERSON_UNITS[quantity]![0]!, system).symbol}
              onChoose={chosen.chooseUnit}
            />
            <span>{msg('view.person.pressuresShown')}</span>
            <Select
              label={msg('view.person.pressuresShown')}
              value={chosen.pressure}
              options={[
                ['absolute', msg('view.person.absoluteA')],
                ['gauge', msg('view.person.gaugeG')],
              ]}
              onChange={(p) => chosen.choosePressure(p === 'gauge' ? 'gauge' : 'absolute')}
            />
            <span>{msg('view.person.numbers')}</span>
            <Select
              label={msg('view.person.numbers')}
              value={chosen.numbers}
              options={Object.entries(NUMBER_MARKS).map(([style, m]) => [style, `1${m.group}234${m.decimal}5`])}
              onChange={(style) => chosen.chooseNumbers(style as NumberStyle)}
            />
            <span>{msg('view.person.tables')}</span>
            <Select
              label={msg('view.person.tables')}
              value={chosen.tables}
              options={[
                ['plain', msg('view.person.tablesPlain')],
                ['local', msg('view.person.asShownForASpreadsheet')],
              ]}
              onChange={(t) => chosen.chooseTables(t === 'local' ? 'local' : 'plain')}
            />
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
