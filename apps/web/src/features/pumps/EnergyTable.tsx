import type { EnergyByCause, Study } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { KWH, megawattHours } from './energyText.js';
import { msg } from './words.js';

const CAUSES: readonly (readonly [keyof EnergyByCause, string, string])[] = [
  ['lift', msg('view.pumps.staticHeadAndPressure'), 'var(--ink-2)'],
  ['friction', msg('view.pumps.pipesAndFittings'), 'var(--cedar)'],
  ['devices', msg('view.pumps.equipment'), 'var(--edge)'],
  ['valves', msg('view.pumps.controlValves'), 'var(--cedar-deep)'],
  ['pump', msg('view.pumps.pumpCause'), 'var(--gauge-pref)'],
  ['motor', msg('view.pumps.motorAndDrive'), 'var(--gauge-allow)'],
];
/** px, of the largest scenario */
const BAR = 300;

/** Where the electricity of a year goes, by scenario. */
export function EnergyTable({ study, energy }: { study: Study; energy: ReadonlyMap<string, EnergyByCause> }) {
  const index = (s: string): number => study.scenarios.findIndex((x) => x.id === s);
  const total = sum([...energy.values()]);
  const largest = Math.max(...[...energy.values()].map((e) => e.total), 0);
  const isTypical = [...energy.values()].some((e) => e.isTypical);
  const economics = study.economics as { energyPrice?: number; currency?: string } | undefined;
  const cost = (joules: number): string | null =>
    economics?.energyPrice === undefined
      ? null
      : `${Math.round((joules / KWH) * economics.energyPrice)
          .toLocaleString('en')
          .replaceAll(',', ' ')} ${economics.currency ?? ''}`;
  return (
    <section aria-label={msg('view.pumps.energyByCause')}>
      <h3 className="flex items-baseline gap-2 text-[13px] font-semibold">
        {msg('view.pumps.annualElectricityUse')}
        <span className="text-inkq text-[12px] font-normal">
          {total.total > 0
            ? msg('view.pumps.mwhDistributedByHeadG', {
                megawattHours: megawattHours(total.total),
                value: cost(total.total) ? `, ${cost(total.total)}` : '',
                isTypical: isTypical ? 'yes' : 'no',
              })
            : msg('view.pumps.noScenarioHasOperatingHours')}
        </span>
      </h3>
      {total.total > 0 && (
        <table className="text-[12.5px]">
          <thead>
            <tr className="text-inkq h-[22px] text-right text-[12px]">
              <td className="w-[28px]" />
              <td className="w-[316px]" />
              {CAUSES.map(([key, name, color]) => (
                <th key={key} className="px-2 font-normal">
                  <span className="mr-1 inline-block h-[8px] w-[8px]" style={{ background: color }} />
                  {name}
                </th>
              ))}
              <th className="px-2 font-normal">{msg('app.mwh')}</th>
              {economics?.energyPrice !== undefined && <th className="px-2 font-normal">{msg('view.pumps.cost')}</th>}
            </tr>
          </thead>
          <tbody>
            {[...energy].map(([id, e]) => (
              <EnergyRow key={id} e={e} width={(BAR * e.total) / largest} cost={cost(e.total)}>
                <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />
              </EnergyRow>
            ))}
            {energy.size > 1 && (
              <EnergyRow e={total} width={0} cost={cost(total.total)}>
                <b className="font-semibold">{msg('view.pumps.all')}</b>
              </EnergyRow>
            )}
          </tbody>
        </table>
      )}
    </section>
  );
}

function sum(list: readonly EnergyByCause[]): EnergyByCause {
  const all: EnergyByCause = {
    lift: 0,
    friction: 0,
    devices: 0,
    valves: 0,
    pump: 0,
    motor: 0,
    total: 0,
    mass: 0,
    isTypical: false,
  };
  for (const e of list)
    for (const key of ['lift', 'friction', 'devices', 'valves', 'pump', 'motor', 'total', 'mass'] as const) all[key] += e[key];
  return all;
}

function EnergyRow({
  e,
  width,
  cost,
  children,
}: {
  e: EnergyByCause;
  width: number;
  cost: string | null;
  children: React.ReactNode;
}) {
  const parts = CAUSES.map(([key, , color]) => ({ key, color, share: Math.max(0, e[key] as number) }));
  const shown = parts.reduce((t, p) => t + p.share, 0) || 1;
  return (
    <tr className="border-soft h-[24px] border-t text-right">
      <td className="text-left">{children}</td>
      <td>
        {width > 0 && (
          <span className="flex h-[12px]" style={{ width }}>
            {parts.map((p) => (
              <span key={p.key} style={{ width: `${(100 * p.share) / shown}%`, background: p.color }} />
            ))}
          </span>
        )}
      </td>
      {CAUSES.map(([key]) => (
        <td key={key} className="px-2">
          {megawattHours(e[key] as number)}
        </td>
      ))}
      <td className="px-2">
        <b className="font-semibold">{megawattHours(e.total)}</b>
      </td>
      {cost !== null && <td className="px-2 whitespace-nowrap">{cost}</td>}
    </tr>
  );
}
