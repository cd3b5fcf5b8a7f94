import { SCENARIO_FIELDS, type RawScenario } from '@cedar-knot/core';
import { useStudy } from '../context.js';
import { readEntry } from '../../state/entry.js';
import { memo, useState } from 'react';
import { Select } from '../../ui/Select.js';
import { msg } from './words.js';

/** An entry that every scenario has for itself: fluid, temperature, role, hours, whether it counts. */
export const OwnEntry = memo(function OwnEntry({
  scenario,
  index,
  name,
  roles,
}: {
  scenario: RawScenario;
  index: number;
  name: 'fluid' | 'temperature' | 'role' | 'hoursPerYear' | 'judged';
  roles: readonly string[];
}) {
  const fluids = useStudy((s) => s.study.fluids);
  const change = useStudy((s) => s.change);
  const label = msg('view.scenarios.of', { name, scenario: scenario.name ?? scenario.id });
  const put = (value: unknown): void => {
    if (value === undefined && !(name in scenario)) return;
    change(label, [{ op: 'set', path: ['scenarios', index, name], value }]);
  };
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const td = 'border-soft relative border-r border-b px-1 text-right';
  if (name === 'judged') {
    return (
      <td className={`${td} pr-3`}>
        <input
          type="checkbox"
          className="h-[24px]"
          aria-label={label}
          checked={scenario.judged !== false}
          onChange={(e) => put(e.target.checked ? undefined : false)}
        />
      </td>
    );
  }
  if (name === 'fluid' || name === 'role') {
    const options =
      name === 'role'
        ? roles.map((r) => [r, r] as const)
        : Object.entries(fluids ?? {}).map(([id, f]) => [id, typeof f.name === 'string' ? f.name : id] as const);
    return (
      <td className={td}>
        <Select label={label} value={scenario[name]} none="–" options={options} onChange={put} className="w-full" bare />
      </td>
    );
  }
  const value = scenario[name];
  const commit = (): void => {
    if (draft === null) return;
    if (draft.trim() === '') put(undefined);
    else {
      const reading = readEntry(draft, SCENARIO_FIELDS[name]!, value ?? (name === 'temperature' ? '20 C' : undefined));
      if (!reading.ok) return setProblem(reading.message);
      if (reading.value !== value) put(reading.value);
    }
    setDraft(null);
  };
  return (
    <td className={td}>
      <input
        aria-label={label}
        aria-invalid={problem !== null}
        value={draft ?? String(value ?? '')}
        onChange={(e) => {
          setDraft(e.target.value);
          setProblem(null);
        }}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key === 'Escape') {
            setDraft(null);
            setProblem(null);
          }
        }}
        className={`h-[24px] w-full rounded-[3px] bg-transparent px-1.5 text-right ${problem ? 'border-fails border' : ''}`}
      />
      {problem && (
        <span
          role="alert"
          className="panel border-fails text-fails absolute top-[27px] right-0 z-30 w-[230px] px-2 py-1 text-left text-[12px] leading-4"
        >
          ▲ {problem}
        </span>
      )}
    </td>
  );
});
