import { fixed, prettyUnit } from '@cedar-knot/wording';
import type { Study } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import type { DriveFigures } from '../../state/studyStore.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { useDisplay } from '../context.js';
import { KWH } from './energyText.js';
import { msg } from './words.js';

interface MotorTableProps {
  study: Study;
  duties: DriveFigures['duties'];
  /** W: of the motor that is named, and the least that leaves its margin everywhere */
  rated: number | null;
  fitting: number | undefined;
  /** takes the fitting rating; absent where there is nothing to change */
  onTake: (() => void) | undefined;
}

/** The motor in every scenario: load, efficiency, input, current, energy of each volume. */
export function MotorTable({ study, duties, rated, fitting, onTake }: MotorTableProps) {
  const d = useDisplay();
  const index = (s: string): number => study.scenarios.findIndex((x) => x.id === s);
  return (
    <section aria-label={msg('app.motor')}>
      <h3 className="flex items-baseline gap-2 text-[13px] font-semibold">
        {msg('app.motor')}
        <span className="text-inkq text-[12px] font-normal">
          {rated === null
            ? msg('view.pumps.noMotorEnteredTypicalEfficiency')
            : msg('view.pumps.forEachUnit', { rated: d.number(rated, 'power'), unit: d.unit('power') })}
          {fitting !== undefined && (
            <>
              {msg('view.pumps.smallestWithItsMarginIn')}{' '}
              <b className="text-ink font-semibold">
                {fitting / 1000} {prettyUnit('kW')}
              </b>
            </>
          )}
        </span>
        {fitting !== undefined && fitting !== rated && onTake && (
          <Button tone="bare" className="ml-auto !px-1 text-[12px]" onClick={onTake}>
            {msg('view.pumps.useKw', { fitting: fitting / 1000 })}
          </Button>
        )}
      </h3>
      <table className="w-full text-[12.5px]">
        <thead>
          <tr className="text-inkq h-[22px] text-right text-[12px]">
            <td className="w-[28px]" />
            <td />
            <th className="font-normal">{msg('view.pumps.hYear')}</th>
            <th className="font-normal">{msg('view.pumps.running')}</th>
            <th className="font-normal">{d.unit('flow')}</th>
            <th className="font-normal">{msg('app.head2', { unit: d.unit('head') })}</th>
            <th className="font-normal">{msg('view.pumps.shaft', { unit: d.unit('power') })}</th>
            <th className="font-normal">{msg('view.pumps.ratingShaft')}</th>
            <th className="font-normal">{msg('view.pumps.motorEfficiency')}</th>
            <th className="font-normal">{msg('view.pumps.overallEfficiency')}</th>
            <th className="font-normal">{msg('view.pumps.input', { unit: d.unit('power') })}</th>
            <th className="pl-3 font-normal">A</th>
            <th className="font-normal">{msg('view.pumps.cos')}</th>
            <th className="font-normal">{msg('view.pumps.kwhM')}</th>
          </tr>
        </thead>
        <tbody>
          {duties.map(({ id, hours, result: r, margin, installed }) => {
            const input = r.inputPower ?? null;
            return (
              <tr key={id} className="border-soft h-[25px] border-t text-right" data-motor={id}>
                <td className="text-left">
                  <ScenarioLetter index={index(id)} letter={letterOf(index(id))} small />
                </td>
                <td className="max-w-[160px] truncate text-left">{study.scenarios[index(id)]?.name ?? id}</td>
                <td>{hours === null ? '–' : fixed(hours, 0)}</td>
                <td className="whitespace-nowrap">
                  {r.running}
                  {installed > 1 && <span className="text-inkq"> {msg('view.pumps.of3', { installed })}</span>}
                </td>
                <td>{d.number(r.flow, 'flow')}</td>
                <td>{d.number(r.head, 'head')}</td>
                <td>{d.number(r.shaftPower, 'power')}</td>
                <td className="whitespace-nowrap">
                  {margin && margin.value !== null ? (
                    <>
                      <VerdictMark kind={margin.verdict} size={9} /> {fixed(margin.value, 2)}{' '}
                      <span className="text-inkq">≥ {fixed(margin.limit ?? NaN, 2)}</span>
                    </>
                  ) : (
                    '–'
                  )}
                </td>
                <td>{percent(r.motorEfficiency)}</td>
                <td>{percent(input && r.hydraulicPower !== null ? r.hydraulicPower / input : null)}</td>
                <td>{d.number(input, 'power')}</td>
                <td>{r.current === undefined ? '–' : fixed(r.current, 0)}</td>
                <td>{r.powerFactor === undefined ? '–' : fixed(r.powerFactor, 2)}</td>
                <td>{input === null || !(r.flow > 0) ? '–' : fixed(input / r.flow / KWH, 3)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

const percent = (x: number | null | undefined): string => (x == null ? '–' : fixed(100 * x, 1));
