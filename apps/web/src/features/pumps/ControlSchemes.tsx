import type { ControlScheme } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useDisplay } from '../context.js';
import { megawattHours } from './energyText.js';

const SCHEMES: Readonly<Record<ControlScheme['kind'], readonly [name: string, how: string]>> = {
  throttle: ['throttled', 'as it stands; a valve takes what the head is too much'],
  trim: ['trimmed', 'impeller turned down as far as every scenario allows, a valve takes the rest'],
  speed: ['variable speed', 'just so fast in each scenario that the head is what is asked'],
  bypass: ['with a bypass', 'full speed and size; what flows too much returns to the supply'],
};

/** The same duties throttled, trimmed, by speed and with a bypass, side by side. */
export function ControlSchemes({
  schemes,
  index,
  onTrim,
  onBypass,
}: {
  schemes: readonly ControlScheme[];
  index: (s: string) => number;
  onTrim: (millimetres: number) => void;
  onBypass: () => void;
}) {
  const d = useDisplay();
  if (schemes.length === 0)
    return (
      <p className="text-inkq text-[12px]">
        Ways of control are compared where the pump runs on a curve and a flow is asked of it.
      </p>
    );
  const scenarios = Object.keys(schemes[0]!.scenarios);
  const [first] = schemes;
  return (
    <section aria-label="Ways of control">
      <h3 className="flex items-baseline gap-2 text-[13px] font-semibold">
        The same duties by other ways of control
        <span className="text-inkq text-[12px] font-normal">
          at what each scenario asks; with variable speed {first!.isTypical ? 'and a typical motor, ' : ''}the drive’s own loss
          counts
        </span>
      </h3>
      <table className="w-full text-[12.5px]">
        <thead>
          <tr className="text-inkq h-[24px] text-right text-[12px]">
            <td />
            {scenarios.map((s) => (
              <th key={s}>
                <ScenarioLetter index={index(s)} letter={letterOf(index(s))} small />
              </th>
            ))}
            <th className="font-normal">MWh a year</th>
            <th className="font-normal">less the first</th>
            <td className="w-[90px]" />
          </tr>
        </thead>
        <tbody>
          {schemes.map((s) => {
            const [name, how] = SCHEMES[s.kind];
            const saved =
              s.energyPerYear !== null && first!.energyPerYear !== null ? s.energyPerYear - first!.energyPerYear : null;
            const millimetres = s.diameter === null ? null : Number((s.diameter * 1000).toFixed(3));
            return (
              <tr key={s.kind} className="border-soft h-[40px] border-t text-right" data-scheme={s.kind}>
                <td className="text-left">
                  <b className="font-semibold">{name}</b>
                  {s.kind === 'trim' && s.diameter !== null && ` Ø ${d.number(s.diameter, 'diameter')} ${d.unit('diameter')}`}
                  <span className="text-inkq block text-[12px] leading-[14px]">{how}</span>
                </td>
                {scenarios.map((id) => {
                  const p = s.scenarios[id];
                  return (
                    <td key={id} className="whitespace-nowrap">
                      {p ? (
                        `${d.number(p.inputPower, 'power')} ${d.unit('power')}`
                      ) : (
                        <span className="text-fails">▲ not reached</span>
                      )}
                      <span className="text-inkq block text-[12px] leading-[14px]">
                        {p &&
                          (s.kind === 'speed'
                            ? `${p.speed.toFixed(0)} rpm`
                            : s.kind === 'bypass'
                              ? `${d.number(p.flow, 'flow')} ${d.unit('flow')}`
                              : `${d.number(p.head, 'head')} ${d.unit('head')}`)}
                      </span>
                    </td>
                  );
                })}
                <td>
                  <b className="font-semibold">{s.energyPerYear === null ? '–' : megawattHours(s.energyPerYear)}</b>
                </td>
                <td>{saved === null || s === first ? '–' : `${saved <= 0 ? '−' : '+'}${megawattHours(Math.abs(saved))}`}</td>
                <td className="pr-1">
                  {s.kind === 'trim' && millimetres !== null && (
                    <Button tone="bare" className="!px-1 text-[12px]" onClick={() => onTrim(millimetres)}>
                      Trim to it
                    </Button>
                  )}
                  {s.kind === 'bypass' && (
                    <Button
                      tone="bare"
                      className="!px-1 text-[12px]"
                      title="A line with a valve back to the supply, open where the pump has less than its least flow"
                      onClick={onBypass}
                    >
                      Build it
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
