import type { Study } from '@cedar-knot/core';
import { letterOf } from '../../state/address.js';
import type { Shown } from '../../state/studyStore.js';
import { ScenarioLetter, VerdictMark, type MarkKind } from '../../ui/marks.js';
import { useDisplay } from '../context.js';
import { SAFE_OVER_VAPOUR } from './boiling.js';
import { msg } from './words.js';

/** A place on the profile under the pointer. */
export interface Spot {
  line: string;
  index: number;
  /** share of the element's length */
  t: number;
  x: number;
  elevation: number;
  element: string;
}

/** Pressure, distance to boiling and velocity at one place, in every scenario. */
export function ProfileReadout({
  spot,
  shown,
  study,
  width,
}: {
  spot: Spot;
  shown: Readonly<Record<string, Shown>>;
  study: Study;
  width: number;
}) {
  const display = useDisplay();
  const rows = study.scenarios.flatMap((s, index) => {
    const outcome = shown[s.id]?.outcome;
    const places = outcome?.result?.places[spot.line];
    const a = places?.[spot.index];
    const b = places?.[spot.index + 1];
    if (!outcome?.medium || !a || !b || a.grade === null || b.grade === null) return [];
    const { density, gravity, atmosphere, vapourPressure } = outcome.medium;
    const grade = a.grade + spot.t * (b.grade - a.grade);
    const elevation = a.elevation + spot.t * (b.elevation - a.elevation);
    const pressure = atmosphere + density * gravity * (grade - elevation);
    const over = pressure - vapourPressure;
    const r = outcome.result!.elements[spot.element];
    const velocity = r?.kind === 'pipe' ? Math.abs(r.velocity) : null;
    const kind: MarkKind = over < 0 ? 'fails' : over < SAFE_OVER_VAPOUR || pressure < atmosphere ? 'near' : 'holds';
    const text =
      over < 0
        ? 'boils'
        : over < SAFE_OVER_VAPOUR
          ? msg('view.system.nearVapourPressure')
          : pressure < atmosphere
            ? msg('view.system.belowAtmosphericPressure2')
            : 'holds';
    return [{ id: s.id, index, pressure, over, velocity, kind, text }];
  });
  const left = spot.x > width / 2 ? spot.x - 322 : spot.x + 14;
  return (
    <div
      role="tooltip"
      className="panel pointer-events-none absolute top-3 w-[306px] px-2.5 py-1.5 text-[12px] shadow-[var(--shadow-lift)]"
      style={{ left }}
    >
      <table className="w-full">
        <thead>
          <tr className="text-inkq">
            <th className="text-ink text-left font-semibold" colSpan={2}>
              {spot.element}{' '}
              <span className="text-inkq ml-1 font-normal">
                {display.number(spot.elevation, 'length', 4)} {display.unit('length')}
              </span>
            </th>
            <th className="text-right font-normal">{display.placeUnit}</th>
            <th className="text-right font-normal">{msg('view.system.aboveVapourPressure')}</th>
            <th className="text-right font-normal">{display.unit('velocity')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.id} className="h-[19px]">
              <td>
                <ScenarioLetter index={r.index} letter={letterOf(r.index)} small />
              </td>
              <td className="whitespace-nowrap">
                <VerdictMark kind={r.kind} /> {r.text}
              </td>
              <td className="text-right">{display.place(r.pressure)}</td>
              <td className="text-right">{display.number(r.over, 'pressureDifference')}</td>
              <td className="text-right">{r.velocity === null ? '–' : display.number(r.velocity, 'velocity')}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
