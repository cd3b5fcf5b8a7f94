import { fixed } from '@cedar-knot/wording';
import type { ControlScheme } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useDisplay } from '../context.js';
import { megawattHours } from './energyText.js';
import { msg } from './words.js';

const SCHEMES: Readonly<Record<ControlScheme['kind'], readonly [name: string, how: string]>> = {
  throttle: [msg('view.pumps.throttled'), msg('view.pumps.asItIsAValve')],
  trim: [msg('view.pumps.trimmed'), msg('view.pumps.impellerTrimmedAsFarAs')],
  speed: [msg('view.pumps.variableSpeed'), msg('view.pumps.speedSetInEachScenario')],
  bypass: [msg('view.pumps.bypass'), msg('view.pumps.fullSpeedAndImpellerExcess')],
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
  if (schemes.length === 0) return <p className="text-inkq text-[12px]">{msg('view.pumps.controlMethodsAreComparedWhere')}</p>;
  const scenarios = Object.keys(schemes[0]!.scenarios);
  const [first] = schemes;
  return (
    <section aria-label={msg('view.pumps.controlMethods')}>
      <h3 className="flex items-baseline gap-2 text-[13px] font-semibold">
        {msg('view.pumps.theSameDutiesWithOther')}
        <span className="text-inkq text-[12px] font-normal">
          {msg('view.pumps.atTheFlowRequiredIn', { isIsTypical: first!.isTypical ? 'yes' : 'no' })}
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
            <th className="pl-3 font-normal">{msg('view.pumps.mwhYear')}</th>
            <th className="pl-3 font-normal">{msg('view.pumps.differenceToTheFirst')}</th>
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
                    <td key={id} className="pl-3 whitespace-nowrap">
                      {p ? (
                        `${d.number(p.inputPower, 'power')} ${d.unit('power')}`
                      ) : (
                        <span className="text-fails">{msg('view.pumps.notReached')}</span>
                      )}
                      <span className="text-inkq block text-[12px] leading-[14px]">
                        {p &&
                          (s.kind === 'speed'
                            ? `${fixed(p.speed, 0)} rpm`
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
                      {msg('view.pumps.applyTrim')}
                    </Button>
                  )}
                  {s.kind === 'bypass' && (
                    <Button
                      tone="bare"
                      className="!px-1 text-[12px]"
                      title={msg('view.pumps.addsAReturnLineWith')}
                      onClick={onBypass}
                    >
                      {msg('view.pumps.addIt')}
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
