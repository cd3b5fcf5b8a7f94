import { ELEMENT_KINDS, type Field, type RawEntry } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { setSeen } from '../../state/address.js';
import { inDisplayUnit, readEntry } from '../../state/entry.js';
import { largestRequired } from '../../state/largestRequired.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const RATED = ELEMENT_KINDS.pump.fields.rated as Extract<Field, { type: 'record' }>;

/** The rated point of a pump: flow of all units and head, typed or from the largest required flow, and its grade of acceptance. */
export function RatedPoint({ id, seen }: { id: string; seen: RawEntry }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const outcome = useStudy((s) => s.outcome);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const scenario = study.scenarios.find((s) => s.id === active);
  const rated = (seen.rated ?? {}) as RawEntry;
  const put = (key: string, value: unknown): void => {
    const next = { ...rated, [key]: value };
    const kept = Object.entries(next).filter(([, v]) => v !== undefined);
    const isGone = next.flow === undefined && next.head === undefined;
    change(
      msg('view.system.ratedPoint', { id }),
      setSeen(study, scenario, id, 'rated', isGone ? undefined : Object.fromEntries(kept)),
    );
  };
  const largest = largestRequired(study, outcome, id);
  const take = (): void => {
    if (!largest) return;
    // as they were typed; a head that was worked out as it is shown
    const head = `${Number(display.value(largest.head, 'head').toPrecision(4))} ${display.typed('head')}`;
    const written = { flow: largest.typed.flow, head: largest.typed.head ?? head };
    change(msg('view.system.ratedAtItsLargestRequired', { id }), setSeen(study, scenario, id, 'rated', { ...rated, ...written }));
  };
  return (
    <section aria-label={msg('view.system.ratedPointOf', { id })} className="border-soft flex-none border-t px-3 py-2">
      <div className="grid grid-cols-3 gap-x-2">
        {(['flow', 'head'] as const).map((key) => {
          const field = RATED.fields[key]!;
          return (
            <TypedField
              key={key}
              label={said(field.short ?? field.label ?? key)}
              name={`rated.${key}`}
              value={rated[key] === undefined ? '' : String(rated[key])}
              read={(typed) => readEntry(typed, field, rated[key] ?? inDisplayUnit(field, display.system), display.system)}
              onCommit={(v) => put(key, v)}
              optional
            />
          );
        })}
        <div>
          <span className="text-inkq flex h-[24px] items-center text-[11.5px]">{msg('view.system.gradeIso9906')}</span>
          <Select
            label={msg('view.system.gradeOfAcceptanceIso9906')}
            value={typeof rated.grade === 'string' ? rated.grade : undefined}
            none="1B"
            options={(RATED.fields.grade as Extract<Field, { type: 'choice' }>).values.map((v) => [v, v])}
            onChange={(v) => put('grade', v)}
            className="w-full"
          />
        </div>
      </div>
      {largest && (
        <button type="button" onClick={take} className="text-cedar mt-1 text-[12px] hover:underline">
          {msg('view.system.fromTheLargestRequiredFlow', {
            flow: display.number(largest.flow, 'flow'),
            unit: display.unit('flow'),
            head: display.number(largest.head, 'head'),
            unit2: display.unit('head'),
          })}
        </button>
      )}
    </section>
  );
}
