import { ECONOMICS, share, type RawEconomics } from '@cedar-knot/core';
import { readEntry } from '../../state/entry.js';
import { useStudy } from '../context.js';

const FIELDS: readonly { key: keyof RawEconomics & string; label: string; unit: string; isShare?: boolean; title: string }[] = [
  { key: 'energyPrice', label: 'price', unit: 'a kWh', title: 'price of a kWh from the mains' },
  { key: 'life', label: 'life', unit: 'years', title: 'years over which energy is reckoned' },
  {
    key: 'interest',
    label: 'interest',
    unit: '%',
    isShare: true,
    title: 'interest a year with which later costs are discounted',
  },
  {
    key: 'efficiency',
    label: 'efficiency',
    unit: '%',
    isShare: true,
    title: 'of pump and driver together, where no pump with a motor is chosen yet',
  },
];

/** What money is reckoned with; kept in the study. */
export function Economics() {
  const economics = useStudy((s) => s.study.economics);
  const scenarios = useStudy((s) => s.study.scenarios);
  const change = useStudy((s) => s.change);
  const put = (key: string, value: number | string | undefined): void => {
    if (economics?.[key] === value) return;
    if (economics)
      change(`Economics: ${key}`, [{ op: 'set', path: ['economics', key], ...(value === undefined ? {} : { value }) }]);
    else if (value !== undefined) change(`Economics: ${key}`, [{ op: 'set', path: ['economics'], value: { [key]: value } }]);
  };
  const hours = scenarios.reduce((sum, s) => sum + (s.hoursPerYear ?? 0), 0);
  const field = 'border-edge bg-panel text-ink h-[22px] rounded-[3px] border px-1 text-right';
  return (
    <div className="border-line text-inkq flex h-[34px] flex-none items-center gap-4 border-t px-3 text-[12px]">
      <label className="flex items-center gap-1.5">
        currency
        <input
          key={economics?.currency}
          defaultValue={economics?.currency ?? '€'}
          onBlur={(e) => put('currency', e.target.value.trim() || undefined)}
          className={`${field} w-[40px]`}
        />
      </label>
      {FIELDS.map((f) => {
        const value = f.isShare
          ? share(economics?.[f.key] as number | undefined, ECONOMICS[f.key as 'interest']) * 100
          : ((economics?.[f.key] as number | undefined) ?? ECONOMICS[f.key as 'life']);
        const take = (typed: string): void => {
          if (typed.trim() === '') return put(f.key, undefined);
          const read = readEntry(typed.replace(/\s*%$/, ''), { type: 'number', min: 0, max: f.isShare ? 100 : 1e9 }, '');
          const x = read.ok ? Number(read.value) : value;
          if (x !== value) put(f.key, f.isShare ? x / 100 : x);
        };
        return (
          <label key={f.key} className="flex items-center gap-1.5" title={f.title}>
            {f.label}
            <input
              key={value}
              defaultValue={Number(value.toPrecision(6))}
              onBlur={(e) => take(e.target.value)}
              onKeyDown={(e) => e.key === 'Enter' && take(e.currentTarget.value)}
              className={`${field} w-[46px]`}
            />
            {f.unit}
          </label>
        );
      })}
      <span className="ml-auto">
        {hours > 0
          ? `energy over the ${hours.toLocaleString('en-US').replaceAll(',', ' ')} hours a year that the scenarios have`
          : 'give the scenarios their hours a year to see what energy costs'}
      </span>
    </div>
  );
}
