import { ECONOMICS, share, type RawEconomics } from '@cedar-knot/core';
import { readEntry } from '../../state/entry.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

const FIELDS: readonly { key: keyof RawEconomics & string; label: string; unit: string; isShare?: boolean; title: string }[] = [
  {
    key: 'energyPrice',
    label: msg('view.system.price'),
    unit: msg('view.system.perKwh'),
    title: msg('view.system.electricityPricePerKwh'),
  },
  { key: 'life', label: msg('view.system.life'), unit: 'years', title: msg('view.system.yearsOverWhichEnergyIs') },
  {
    key: 'interest',
    label: msg('view.system.interest'),
    unit: '%',
    isShare: true,
    title: msg('view.system.annualInterestRateForDiscounting'),
  },
  {
    key: 'efficiency',
    label: msg('view.system.efficiency'),
    unit: '%',
    isShare: true,
    title: msg('view.system.pumpAndDriverTogetherWhere'),
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
      change(msg('view.system.economics', { key }), [
        { op: 'set', path: ['economics', key], ...(value === undefined ? {} : { value }) },
      ]);
    else if (value !== undefined)
      change(msg('view.system.economics', { key }), [{ op: 'set', path: ['economics'], value: { [key]: value } }]);
  };
  const hours = scenarios.reduce((sum, s) => sum + (s.hoursPerYear ?? 0), 0);
  const field = 'border-edge bg-panel text-ink h-[22px] rounded-[3px] border px-1 text-right';
  return (
    <div className="border-line text-inkq flex h-[34px] flex-none items-center gap-4 border-t px-3 text-[12px]">
      <label className="flex items-center gap-1.5">
        {msg('view.system.currency')}
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
          ? msg('view.system.energyOverTheHoursYear', { toLocaleString: hours.toLocaleString('en-US').replaceAll(',', ' ') })
          : msg('view.system.enterOperatingHoursOfThe')}
      </span>
    </div>
  );
}
